import type { CallDto } from '@yewridge/contract/callouts';
import { decimalText } from '../../../shared/units/format';

const range = (values: readonly number[], decimals: number): string => {
  const [low, high] = [Math.min(...values), Math.max(...values)];
  const said = (value: number): string => decimalText(value, Number.isInteger(value) ? 0 : decimals);
  return low === high ? said(low) : `${said(low)} to ${said(high)}`;
};

/** What the keeper's other jobs of this kind took, where that was kept: "Your 3 others of this kind: fee 60 to 140, way 12 km." */
export function pastCosts(calls: readonly CallDto[], { call: mine }: CallDto): string | null {
  const others = calls.filter(({ call }) => call.id !== mine.id && call.kind === mine.kind);
  const fees = others.flatMap(({ call }) => call.fee ?? []);
  const ways = others.flatMap(({ call }) => call.travelKm ?? []);
  const parts = [
    fees.length === 0 ? '' : `fee ${range(fees, 2)}`,
    ways.length === 0 ? '' : `way ${range(ways, 1)} km`,
  ].filter((part) => part !== '');
  if (parts.length === 0) return null;
  const count = others.filter(({ call }) => call.fee !== null || call.travelKm !== null).length;
  return `${count === 1 ? 'Your other job' : `Your ${count} others`} of this kind: ${parts.join(', ')}.`;
}
