import type { BatchPlan, BatchWork, StockRow } from '@yewridge/core/bench';

/** A plan as the keeper has it: with pieces moved by hand, or as it was when it was sawn. */
export interface KeptPlan {
  readonly version: 1;
  readonly parts: readonly BatchWork[];
  readonly plan: BatchPlan;
  /** The boards and sheets it takes, as they were. */
  readonly stock: readonly StockRow[];
}

const isRecord = (value: unknown): value is Readonly<Record<string, unknown>> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const listOf = (value: unknown, ...keys: readonly string[]): boolean =>
  Array.isArray(value) && value.every((one) => isRecord(one) && keys.every((key) => one[key] !== undefined));

/** `null` for a text that is no plan: then it is worked out anew. */
export function readPlan(text: string | null): KeptPlan | null {
  if (text === null) return null;
  let read: unknown;
  try {
    read = JSON.parse(text);
  } catch {
    return null;
  }
  if (!isRecord(read) || read['version'] !== 1 || !isRecord(read['plan'])) return null;
  const { boards, sheets, use, faults } = read['plan'];
  const whole =
    listOf(read['parts'], 'id', 'name', 'qty', 'length', 'width', 'part') &&
    listOf(boards, 'letter', 'stocks', 'job', 'plan') &&
    listOf(sheets, 'letter', 'sheets') &&
    listOf(use, 'row', 'count') &&
    listOf(read['stock'], 'id', 'name', 'length', 'width') &&
    Array.isArray(faults);
  return whole ? (read as unknown as KeptPlan) : null;
}

export function planText(parts: readonly BatchWork[], plan: BatchPlan, rows: readonly StockRow[]): string {
  const taken = new Set(plan.use.map(({ row }) => row));
  const stock = rows.filter(({ id }) => taken.has(id));
  return JSON.stringify({ version: 1, parts, plan: { ...plan, faults: [] }, stock } satisfies KeptPlan);
}

/** Pieces by their sizes and numbers: whether a kept plan still cuts what the designs ask for. */
export function sameWork(a: readonly BatchWork[], b: readonly BatchWork[]): boolean {
  const told = (parts: readonly BatchWork[]): string =>
    parts
      .map(({ id, qty, length, width, thickness, stuff }) =>
        [id, qty, ...[length, width, thickness].map((size) => Math.round(1e6 * size)), stuff].join(' '),
      )
      .sort()
      .join('\n');
  return told(a) === told(b);
}

export function readTicks(text: string | null): ReadonlySet<string> {
  try {
    const list: unknown = JSON.parse(text ?? '[]');
    return new Set(Array.isArray(list) ? list.filter((one): one is string => typeof one === 'string') : []);
  } catch {
    return new Set();
  }
}
