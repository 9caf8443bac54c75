import type { CatchBoardDto, CatchCardDto } from '@yewridge/contract/catches';
import { CATCH_STAGES, type CatchStage } from '@yewridge/core/catches';
import { type Hemisphere, type IsoDate, seasonDay } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import {
  agoWords,
  dayLong,
  dayShort,
  FOLLOWUP_NAMES,
  METHOD_NAMES,
  QUEEN_NAMES,
} from '../../../shared/season/season-words';
import { figureText } from '../../../shared/units/format';

export const STAGE_NAMES: Readonly<Record<CatchStage, string>> = {
  inTrap: 'In the trap',
  held: 'Carried home',
  hived: 'Hived',
  settled: 'Settled',
  lost: 'Lost',
};
/** What a column waits for. */
const STAGE_WAITS: Readonly<Record<CatchStage, string>> = {
  inTrap: 'to be closed and carried',
  held: 'to be given frames',
  hived: 'for eggs to be seen',
  settled: '',
  lost: '',
};

export interface CardWords {
  readonly id: string;
  readonly title: string;
  readonly size: string;
  readonly lines: readonly string[];
  readonly secondary: boolean;
}
export interface StageColumn {
  readonly stage: CatchStage;
  readonly name: string;
  readonly waits: string;
  readonly cards: readonly CardWords[];
}

export const seasonOf = ({ caught }: CatchCardDto, half: Hemisphere): number => seasonDay(caught.foundOn, half).season;

/** kg, or the frames it covers, or its class. */
export function sizeWords({ massKg, framesCovered, size }: CatchCardDto['caught'], system: UnitSystem): string {
  const after = size === 'secondary' ? ', after-swarm' : '';
  if (massKg !== null) return figureText(massKg, 'mass', system) + after;
  if (framesCovered !== null) return `${String(framesCovered)} frames covered${after}`;
  return { small: 'small', medium: 'medium', large: 'large', secondary: 'after-swarm', none: 'size not said' }[
    size ?? 'none'
  ];
}

function lastStep({ followups, takenDownOn, caught }: CatchCardDto, today: IsoDate): string {
  const last = followups.at(-1);
  if (last) return `${FOLLOWUP_NAMES[last.kind]} ${agoWords(last.on, today)}`;
  if (takenDownOn !== null) return `carried home ${agoWords(takenDownOn, today)}`;
  return `found ${agoWords(caught.foundOn, today)}`;
}

export function cardWords(card: CatchCardDto, today: IsoDate, system: UnitSystem): CardWords {
  const { caught, number, place } = card;
  const queen =
    caught.queen === null || caught.queen === 'unknown' ? 'queen not seen' : `queen ${QUEEN_NAMES[caught.queen]}`;
  return {
    id: caught.id,
    title: number === null ? `${METHOD_NAMES[caught.method ?? 'shaken']}, ${place}` : `${number}, ${place}`,
    size: sizeWords(caught, system),
    lines: [
      dayShort(caught.foundOn),
      lastStep(card, today),
      queen,
      ...(caught.wentTo === null ? [] : [`to ${caught.wentTo}`]),
    ],
    secondary: caught.size === 'secondary',
  };
}

/** The board of one season; bees that wait for somebody stand on it whatever their season. */
export function boardColumns(
  { cards, today }: CatchBoardDto,
  season: number | null,
  half: Hemisphere,
  system: UnitSystem,
): readonly StageColumn[] {
  const shown = cards.filter((card) => season === null || seasonOf(card, half) === season || card.stage === 'inTrap');
  return CATCH_STAGES.map((stage) => ({
    stage,
    name: STAGE_NAMES[stage],
    waits: STAGE_WAITS[stage],
    cards: shown.filter((card) => card.stage === stage).map((card) => cardWords(card, today, system)),
  }));
}

export function boardAnswer({ cards, today }: CatchBoardDto, half: Hemisphere): string {
  if (cards.length === 0) return 'No catch yet';
  const { season } = seasonDay(today, half);
  const mine = cards.filter((card) => seasonOf(card, half) === season);
  const open = cards.filter(({ stage }) => stage === 'inTrap');
  const [first] = open;
  const many = mine.length === 1 ? '1 catch' : `${mine.length} catches`;
  if (!first) return `${many} in ${season}, none waits in a trap`;
  if (open.length === 1) return `${first.number ?? first.place} holds bees; ${many} in ${season}`;
  return `${open.length} traps hold bees; ${many} in ${season}`;
}

/** The dated steps of one catch so far, oldest first. */
export interface StepLine {
  readonly id: string | null;
  readonly on: string;
  readonly what: string;
  readonly note: string;
}
export function stepsOf(card: CatchCardDto): readonly StepLine[] {
  const { caught, takenDownOn, followups } = card;
  const step = (on: IsoDate | null, what: string): readonly StepLine[] =>
    on === null ? [] : [{ id: null, on: dayLong(on), what, note: '' }];
  return [
    ...step(caught.arrivedOn, 'Arrived'),
    ...step(caught.foundOn, 'Found'),
    ...step(takenDownOn, `Carried away${caught.wentTo === null ? '' : ` to ${caught.wentTo}`}`),
    ...followups.map(({ id, on, kind, frames, notes }) => ({
      id,
      on: dayLong(on),
      what: FOLLOWUP_NAMES[kind] + (frames === null ? '' : `, ${frames} frames`),
      note: notes ?? '',
    })),
  ];
}
