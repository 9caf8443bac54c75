import type { RecordDto } from '@yewridge/contract/season';
import { combDue, type YearColour, yearColour } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { decimalText, sizesText } from '../../../shared/units/format';

export const KIND_NAMES: Readonly<Record<RecordDto<'goods'>['kind'], string>> = {
  lure: 'Lures',
  strap: 'Straps',
  board: 'Boards',
  sheet: 'Sheets',
  hardware: 'Hardware',
};
export const COMB_STATES: Readonly<Record<RecordDto<'combs'>['state'], string>> = {
  inUse: 'in a trap',
  spare: 'spare',
  melted: 'melted down',
};

export interface CombLine {
  readonly comb: RecordDto<'combs'>;
  readonly colour: YearColour;
  readonly where: string;
  readonly due: string;
  readonly look: boolean;
}

function dueWords(
  { drawnYear, state }: RecordDto<'combs'>,
  thisYear: number,
): { readonly due: string; readonly look: boolean } {
  if (state === 'melted') return { due: '', look: false };
  const found = combDue(drawnYear, thisYear);
  if (found.state === 'due') return { due: `too old since ${found.dueYear}`, look: true };
  return { due: found.state === 'dueNext' ? 'take it out next year' : `take it out in ${found.dueYear}`, look: false };
}

/** Combs, those that are too old first, then the oldest. */
export function combLines(
  combs: readonly RecordDto<'combs'>[],
  numbers: ReadonlyMap<string, string>,
  thisYear: number,
): readonly CombLine[] {
  return [...combs]
    .sort((a, b) => Number(a.state === 'melted') - Number(b.state === 'melted') || a.drawnYear - b.drawnYear)
    .map((comb) => ({
      comb,
      colour: yearColour(comb.drawnYear),
      where: comb.trapId === null ? COMB_STATES[comb.state] : `in ${numbers.get(comb.trapId) ?? 'a trap'}`,
      ...dueWords(comb, thisYear),
    }));
}

export interface GoodsGroup {
  readonly name: string;
  readonly lines: readonly { readonly goods: RecordDto<'goods'>; readonly about: string }[];
}

function aboutGoods({ lengthM, widthM, thicknessM, priceEach, notes }: RecordDto<'goods'>, system: UnitSystem): string {
  const sizes = [lengthM, widthM, thicknessM].filter((size) => size !== null);
  const unit = system === 'metric' ? 'mm' : 'in';
  return [
    sizes.length === 0 ? '' : `${sizesText(sizes, system)} ${unit}`,
    priceEach === null ? '' : `${decimalText(priceEach, 2)} each`,
    notes ?? '',
  ]
    .filter((text) => text !== '')
    .join(', ');
}

export function goodsGroups(goods: readonly RecordDto<'goods'>[], system: UnitSystem): readonly GoodsGroup[] {
  return Object.entries(KIND_NAMES)
    .map(([kind, name]) => ({
      name,
      lines: goods.filter((one) => one.kind === kind).map((one) => ({ goods: one, about: aboutGoods(one, system) })),
    }))
    .filter(({ lines }) => lines.length > 0);
}

export function shelfAnswer(combs: readonly CombLine[], goods: readonly RecordDto<'goods'>[]): string {
  const due = combs.filter(({ look }) => look).length;
  const lures = goods.filter(({ kind }) => kind === 'lure').reduce((sum, { count }) => sum + count, 0);
  const combWords = due === 0 ? 'No comb is too old' : `${due} ${due === 1 ? 'comb is' : 'combs are'} too old`;
  return `${combWords}; ${lures} ${lures === 1 ? 'lure' : 'lures'} left`;
}
