import type { BatchBought, BatchPlan, BoughtPart, Design, StockRow } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { FRAME_NAMES } from '../../../shared/craft/craft-names';
import { figureText } from '../../../shared/units/format';
import type { Goods } from './stock-rows';
import { stockSaid } from './workshop-words';

/** One line of what is needed: how many, from where, at what price. */
export interface BillLine {
  readonly id: string;
  readonly count: number;
  readonly name: string;
  /** From Stores, and not bought. */
  readonly own: boolean;
  /** Where it goes, or that Stores has it. */
  readonly note: string;
  /** Of all of them; `null` while nobody gave the price. */
  readonly cost: number | null;
  /** What a price would be kept under; `null` for boards, whose price stands in Stores. */
  readonly priced: string | null;
}
export interface Bill {
  readonly boards: readonly BillLine[];
  readonly others: readonly BillLine[];
  /** What has a price, all together. */
  readonly total: number;
  /** Of which lies in Stores already. */
  readonly fromStores: number;
  readonly unpriced: number;
}

const WHAT: Readonly<Record<BoughtPart['what'], string>> = {
  section: 'Section',
  frame: 'frame',
  foundation: 'sheet of foundation',
  comb: 'drawn comb',
  bar: 'Top bar',
  skewer: 'Skewer',
  feeder: 'Feeder',
  disc: 'Turning disc',
  screw: 'Screw',
  strap: 'Strap',
  hook: 'Hook and bar',
  wire: 'Hanging wire',
  stand: 'Stand',
  'U-bolt': 'U-bolt',
  mesh: 'Mesh',
};

/** What a thing is called in the price list: the same thing has one name, whatever design asks for it. Metric, so that it stays. */
export function boughtName(part: BoughtPart, design: Design | undefined): string {
  const { what, frame, length } = part;
  if (what === 'section') {
    const section = design?.sections.find(({ id }) => id === part.section);
    return section?.label || 'Section without a name';
  }
  if (what === 'frame') return `${frame ? FRAME_NAMES[frame] : 'Own'} frame`;
  if (what === 'foundation' || what === 'comb') return `${frame ? FRAME_NAMES[frame] : 'Own'} ${WHAT[what]}`;
  if (what === 'mesh') {
    return `Mesh ${figureText(length ?? 0, 'length', 'metric')} by ${figureText(part.width ?? 0, 'length', 'metric')}`;
  }
  return length === undefined ? WHAT[what] : `${WHAT[what]} ${figureText(length, 'length', 'metric')}`;
}

function boardLines(
  plan: BatchPlan,
  stock: readonly StockRow[],
  cut: boolean,
  system: UnitSystem,
): readonly BillLine[] {
  return plan.use.flatMap(({ row, own, count }): BillLine[] => {
    const kept = stock.find(({ id }) => id === row);
    if (!kept) return [];
    const places = plan.boards.flatMap((group) => {
      const ids = group.stocks.filter((one) => one.row === row && one.own === own).map(({ id }) => id);
      return group.plan.plan.flatMap(({ stock: used }, n) => (ids.includes(used) ? [`${group.letter}${n + 1}`] : []));
    });
    return [
      {
        id: `${row}/${own}`,
        count,
        own,
        name: stockSaid(kept, system),
        note: [
          own ? (kept.offcut ? 'an offcut' : cut ? 'from Stores' : `Stores has ${kept.have}`) : '',
          places.join(', '),
        ]
          .filter((words) => words !== '')
          .join('; '),
        cost: kept.price === null ? null : kept.price * count,
        priced: null,
      },
    ];
  });
}

/** What comb and wax come from nobody buys: own healthy colonies. */
const OWN: readonly BoughtPart['what'][] = ['comb'];

export function billOf(
  plan: BatchPlan,
  bought: readonly BatchBought[],
  from: {
    readonly stock: readonly StockRow[];
    readonly goods: readonly Goods[];
    readonly designs: ReadonlyMap<string, Design>;
    /** Sawn already: what Stores has now is no matter of it. */
    readonly cut: boolean;
  },
  system: UnitSystem,
): Bill {
  const boards = boardLines(plan, from.stock, from.cut, system);
  const counts = new Map<string, number>();
  for (const part of bought) {
    if (OWN.includes(part.what)) continue;
    const name = boughtName(part, from.designs.get(part.line));
    counts.set(name, (counts.get(name) ?? 0) + part.qty);
  }
  const others = [...counts].map(([name, count]): BillLine => {
    const row = from.goods.find((goods) => goods.name === name);
    const each = row?.priceEach ?? null;
    return {
      id: name,
      count,
      own: false,
      name,
      note: row && row.count > 0 ? `Stores has ${row.count}` : '',
      cost: each === null ? null : each * count,
      priced: name,
    };
  });
  const all = [...boards, ...others];
  const sum = (lines: readonly BillLine[]): number => lines.reduce((total, { cost }) => total + (cost ?? 0), 0);
  return {
    boards,
    others,
    total: sum(all),
    fromStores: sum(boards.filter(({ own }) => own)),
    unpriced: all.filter(({ cost }) => cost === null).length,
  };
}

/** The list to take to the shop, as text. */
export function billText({ boards, others }: Bill): string {
  return [...boards.filter(({ own }) => !own), ...others].map(({ count, name }) => `${count} × ${name}`).join('\n');
}
