/**
 * What a batch costs: boards as they are bought, whole, and as they are used; and what a catch has cost so far.
 *
 * Formula: as used = price times the share of its area that is not kept as an offcut. Cost of a catch = spent / catches; its range
 * from the exact Poisson limits of the count at nine in ten, spent / hi to spent / lo.
 * Source: Garwood's limits by the gamma distribution. A price that nobody gave is no nought: it is named as missing.
 */
import { gammaInv } from '../../shared/stats/index.js';
import { DomainError } from '../../shared/errors/index.js';
import { keptOffcuts } from './batch-offcuts.js';
import type { BatchPlan, StockRow } from './batch-plan.js';

export interface StockCost {
  readonly row: string;
  readonly own: boolean;
  readonly count: number;
  /** Of all of them; `null` while nobody gave the price. */
  readonly cost: number | null;
}
export interface BoardsCost {
  readonly lines: readonly StockCost[];
  readonly asBought: number;
  readonly asUsed: number;
  /** Rows whose price is missing. */
  readonly unpriced: readonly string[];
}

export function boardsCost(plan: BatchPlan, stock: readonly StockRow[]): BoardsCost {
  const rowOf = new Map(stock.map((row) => [row.id, row]));
  const lines = plan.use.map(({ row, own, count }): StockCost => {
    const price = rowOf.get(row)?.price ?? null;
    return { row, own, count, cost: price === null ? null : price * count };
  });
  const asBought = lines.reduce((sum, { cost }) => sum + (cost ?? 0), 0);
  const kept = keptOffcuts(plan).reduce((sum, { row, length, width }) => {
    const whole = rowOf.get(row);
    return whole?.price ? sum + (whole.price * length * width) / (whole.length * whole.width) : sum;
  }, 0);
  const unpriced = [...new Set(lines.filter(({ cost }) => cost === null).map(({ row }) => row))];
  return { lines, asBought, asUsed: asBought - kept, unpriced };
}

export interface CatchCost {
  readonly each: number | null;
  /** Nine in ten; `high` is `null` while there is no catch. */
  readonly low: number;
  readonly high: number | null;
}
const TAIL = 0.05;

/** @throws DomainError `RANGE` for a sum or a count below nought. */
export function catchCost({ spent, catches }: { readonly spent: number; readonly catches: number }): CatchCost {
  if (!(spent >= 0)) throw new DomainError('RANGE', 'spent', 'is below nought', { value: spent, range: { min: 0 } });
  if (!Number.isInteger(catches) || catches < 0) {
    throw new DomainError('RANGE', 'catches', 'is no count', { value: catches, range: { min: 0 } });
  }
  const most = gammaInv(1 - TAIL, catches + 1);
  if (catches === 0) return { each: null, low: spent / most, high: null };
  return { each: spent / catches, low: spent / most, high: spent / gammaInv(TAIL, catches) };
}
