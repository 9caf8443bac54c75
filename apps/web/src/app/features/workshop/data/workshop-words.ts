import {
  boardGap,
  boardMetres,
  type BatchFault,
  type BoredDoor,
  type BatchWork,
  type BoardGroup,
  type Joint,
  type StockRow,
  type WhatFits,
  type WorkPart,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { MATERIAL_NAMES } from '../../../shared/craft/craft-names';
import { capital, decimalText, figureOf, figureText, sizesText } from '../../../shared/units/format';

export const JOINT_NAMES: Readonly<Record<Joint, string>> = { butt: 'butt', rabbet: 'rabbet', 'box-joint': 'fingers' };

export const length = (value: number, system: UnitSystem): string => figureOf(value, 'length', system).text;
const one = (count: number, word: string, more = `${word}s`): string => `${count} ${count === 1 ? word : more}`;

/** `Base side`, `Hanging board`. */
export function partName(part: WorkPart, label: string): string {
  if (part.section === null || label === '') return capital(part.name);
  return label.includes(',') ? `${label}: ${part.name}` : `${capital(label)} ${part.name}`;
}

/** `a 38 hole, 45 from the lower edge and 97 from the left`. */
export function doorSaid({ round, width, height, fromBottom, fromLeft }: BoredDoor, system: UnitSystem): string {
  const say = (value: number): string => length(value, system);
  const what = round ? `a ${say(width)} hole` : `a slot ${say(width)} by ${say(height)}`;
  return `${what}, ${say(fromBottom)} from the lower edge and ${say(fromLeft)} from the left`;
}

/** How it is joined, rested, bored or rounded; sizes in the reader's unit without it. */
export function partNote(part: WorkPart, system: UnitSystem): string {
  const { joint, name, rabbet = 0, rest, holeDiameter, holeFromTop = 0, fingers, overhang, round, taperTo } = part;
  const say = (value: number): string => length(value, system);
  const notes = [
    joint === 'rabbet' && name === 'end' ? `rabbet ${say(rabbet)} deep at both ends` : '',
    joint === 'rabbet' && name === 'side' ? `sits ${say(rabbet)} into the ends` : '',
    joint === 'box-joint' ? `${fingers ?? 0} fingers of ${say(part.fingerWidth ?? 0)}` : '',
    rest ? `lug rest ${say(rest.high)} by ${say(rest.deep)}` : '',
    holeDiameter === undefined ? '' : `hole ${say(holeDiameter)}, ${say(holeFromTop)} from the top`,
    overhang === undefined ? '' : `overhangs ${say(overhang)} all round`,
    ...(part.doors ?? []).map((door) => `in one of them ${doorSaid(door, system)}`),
    round ? 'sawn round' : '',
    taperTo === undefined ? '' : `tapers to ${say(taperTo)}`,
    part.miterDeg === undefined ? '' : `mitred ${decimalText(part.miterDeg, 0)}°`,
  ];
  return notes.filter((note) => note !== '').join(', ');
}

export const partSizes = (part: BatchWork, system: UnitSystem): string =>
  sizesText([part.length, part.width, part.thickness], system);

/** `cut 246 to be 244.5 when dry`. */
export const dryNote = ({ width, dry }: BatchWork, system: UnitSystem): string =>
  dry === null ? '' : `cut ${length(width, system)} to be ${length(dry, system)} when dry`;

/** What cannot be cut names the piece and what there is. */
export function faultSaid(
  { reason, part, size, most, says }: BatchFault,
  parts: readonly BatchWork[],
  nameOf: (part: BatchWork) => string,
  system: UnitSystem,
): string {
  const piece = parts.find(({ id }) => id === part);
  const name = piece ? nameOf(piece) : 'A piece';
  const say = (value: number): string => figureText(value, 'length', system);
  const stuff = piece ? MATERIAL_NAMES[piece.stuff as keyof typeof MATERIAL_NAMES].toLowerCase() : '';
  const what = piece?.material === 'sheet' ? 'sheet' : 'board';
  switch (reason) {
    case 'no-stock':
      return `${name}: no ${what} in Stores or the price list is ${say(piece?.thickness ?? 0)} thick and ${stuff}.`;
    case 'too-wide':
      return `${name}: ${say(size)} wide, and no board here is wide enough (${say(most ?? 0)} at most).`;
    case 'too-long':
      return `${name}: ${say(size)} long; the longest board leaves ${say(most ?? 0)} after its trim.`;
    case 'too-large':
      return `${name}: larger than the largest sheet (${say(size)} against ${say(most ?? 0)}).`;
    case 'too-little':
      return `${name}: what is in Stores does not hold all of them, and more of it cannot be bought.`;
    case 'input':
      return `${name}: ${says ?? 'it cannot be planned'}.`;
  }
}

/** The checker's word for a refused move, as a keeper says it. */
export function refusedSaid(
  { reason, short }: { readonly reason: string; readonly short: number },
  what: { readonly piece: string; readonly board: string },
  system: UnitSystem,
): string {
  switch (reason) {
    case 'over-length':
      return `${what.board} is ${figureText(short, 'length', system)} too short for the ${what.piece}. It stays where it was.`;
    case 'other-width':
      return `That board is of another width or wood. The ${what.piece} stays where it was.`;
    case 'stock-limit':
      return `There is no further board of that kind. The ${what.piece} stays where it was.`;
    case 'outside':
      return `The ${what.piece} would lie over the edge of the sheet. It stays where it was.`;
    case 'overlap-or-not-guillotine':
      return `There the ${what.piece} lies in the way: no cut right through parts it from its neighbours. It stays where it was.`;
    default:
      return `The ${what.piece} cannot lie there (${reason}). It stays where it was.`;
  }
}

/** What is lost of the boards, metres first. */
export function wasteSaid(groups: readonly BoardGroup[], system: UnitSystem): string {
  if (groups.length === 0) return '';
  const { all, kept, lost } = boardMetres(groups);
  const run = (value: number): string =>
    system === 'metric' ? `${decimalText(value, 2)} m` : figureText(value, 'height', system);
  return `${run(lost)} of ${run(all)} is lost to saw, trim and scraps, ${run(kept)} is kept.`;
}

/** A gap that is none. */
const PROVED = 1e-9;

/** How near the plan is to the least possible. */
export function leastSaid(groups: readonly BoardGroup[]): string {
  if (groups.length === 0) return '';
  const worst = Math.max(...groups.map(boardGap));
  if (worst > PROVED) {
    return `Within ${decimalText(100 * worst, 1)} % of the least possible; no better plan was found in the time given.`;
  }
  const each = groups.length === 1 ? '' : ' for each width';
  return `No plan of these boards costs less, proved${each}.`;
}

export const boardsAndSheets = (boards: number, sheets: number): string =>
  [boards > 0 ? one(boards, 'board') : '', sheets > 0 ? (sheets === 1 ? 'a sheet' : `${sheets} sheets`) : '']
    .filter((words) => words !== '')
    .join(' and ');

export const trapsSaid = (count: number): string => one(count, 'trap');

/** `fir 19 × 250, 2.4 m`. */
export function stockSaid(row: StockRow, system: UnitSystem): string {
  return row.kind === 'board' ? row.name : `${row.name}, ${length(row.length, system)} × ${length(row.width, system)}`;
}

export function fitSaid({ count, more, thickness, fault }: WhatFits, system: UnitSystem): string {
  if (count === 0) {
    if (fault?.reason === 'too-little') return 'not enough of these boards';
    return fault?.reason === 'too-long' ? 'no board is long enough' : 'not from these boards';
  }
  const of = thickness === null ? '' : ` of boards ${figureText(thickness, 'length', system)} thick`;
  return `${more ? `${count} or more` : count}${of}`;
}
