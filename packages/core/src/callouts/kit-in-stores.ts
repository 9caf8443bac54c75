/**
 * What is packed for a job beside what Stores holds of it: here, lent out, charged.
 *
 * Source: sums; that a battery charged more than a month ago is charged again first is a convention.
 */
import { daysBetween, type IsoDate } from '../shared/calendar/index.js';
import type { KIT_CODES } from './call-words.js';

export type KitCode = (typeof KIT_CODES)[number];
export interface KeptKit {
  readonly code: KitCode;
  readonly count: number;
  /** Of these, how many are lent out, and to whom; `null` where nobody said. */
  readonly lent: number | null;
  readonly lentTo: string | null;
  readonly chargedOn: IsoDate | null;
}
export interface KitStand {
  readonly code: string;
  readonly wanted: number;
  readonly here: number;
  readonly lent: number;
  /** Those who have them, each once. */
  readonly lentTo: readonly string[];
  readonly missing: number;
  /** Of those here, for what is charged; `null` for everything else. */
  readonly charged: number | null;
}

/** Days that a charge is trusted. */
export const CHARGE_DAYS = 30;
/** What goes nowhere without a charge. */
const CHARGED: readonly string[] = ['battery'];

/** What Stores says of each; nothing of what is not counted there: nobody has said that it is missing. */
export function kitInStores({
  items,
  kept,
  today,
}: {
  readonly items: readonly { readonly code: string; readonly count: number }[];
  readonly kept: readonly KeptKit[];
  readonly today: IsoDate;
}): readonly KitStand[] {
  return items.flatMap(({ code, count: wanted }): readonly KitStand[] => {
    const mine = kept.filter((one) => one.code === code);
    if (mine.length === 0) return [];
    const away = ({ count, lent }: KeptKit): number => Math.min(count, lent ?? 0);
    const sum = (of: (one: KeptKit) => number): number => mine.reduce((all, one) => all + of(one), 0);
    const here = sum((one) => one.count - away(one));
    const lentTo = mine.flatMap((one) => (away(one) > 0 && one.lentTo !== null ? [one.lentTo] : []));
    const fresh = ({ chargedOn }: KeptKit): boolean =>
      chargedOn !== null && daysBetween(chargedOn, today) <= CHARGE_DAYS;
    return [
      {
        code,
        wanted,
        here,
        lent: sum(away),
        lentTo: [...new Set(lentTo)],
        missing: Math.max(0, wanted - here),
        charged: CHARGED.includes(code) ? sum((one) => (fresh(one) ? one.count - away(one) : 0)) : null,
      },
    ];
  });
}
