import type { Fields, RecordDto } from '@yewridge/contract/season';
import type { Offcut, StockRow } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureOf } from '../../../shared/units/format';

export type Goods = RecordDto<'goods'>;

/** What can be sawn: boards and sheets whose three sizes are known, and of which there are some or can be. */
export function stockRows(goods: readonly Goods[]): readonly StockRow[] {
  return goods.flatMap((row): StockRow[] => {
    const { kind, lengthM, widthM, thicknessM } = row;
    if (kind !== 'board' && kind !== 'sheet') return [];
    if (!lengthM || !widthM || !thicknessM) return [];
    return [
      {
        id: row.id,
        kind,
        name: row.name,
        length: lengthM,
        width: widthM,
        thickness: thicknessM,
        species: row.species,
        price: row.priceEach,
        have: row.count,
        sold: row.sold === true,
        offcut: row.offcut === true,
      },
    ];
  });
}

/** `Fir, offcut 440 × 246 × 19`. */
export function offcutName(row: StockRow, { length, width, thickness }: Offcut, system: UnitSystem): string {
  const sizes = [length, width, thickness].map((size) => figureOf(size, 'length', system).text).join(' × ');
  const [stem = row.name] = row.name.split(', offcut');
  return `${stem}, offcut ${sizes}`.slice(0, 80);
}

/** An offcut as a row of Stores; its price is its share of the board's. */
export function offcutGoods(
  row: StockRow,
  offcut: Offcut,
  place: string | null,
  system: UnitSystem,
): Partial<Fields<'goods'>> {
  return {
    kind: offcut.kind,
    name: offcutName(row, offcut, system),
    count: 1,
    lengthM: offcut.length,
    widthM: offcut.width,
    thicknessM: offcut.thickness,
    species: row.species as Fields<'goods'>['species'],
    offcut: true,
    place,
    priceEach:
      row.price === null
        ? null
        : Math.round((100 * row.price * offcut.length * offcut.width) / (row.length * row.width)) / 100,
  };
}
