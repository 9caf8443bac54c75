import type { CatchCardDto } from '@yewridge/contract/catches';
import type { CatchStage } from '@yewridge/core/catches';
import { type Hemisphere, type IsoDate, seasonDay } from '@yewridge/core/season';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { dayLong, FOLLOWUP_NAMES } from '../../../shared/season/season-words';
import { figureText } from '../../../shared/units/format';

export const STAGE_NAMES: Readonly<Record<CatchStage, string>> = {
  inTrap: 'In the trap',
  held: 'Carried home',
  hived: 'Hived',
  settled: 'Settled',
  lost: 'Lost',
};
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

/** Where it stands: eggs are seen before it has settled. */
export function stageWords({ stage, followups }: CatchCardDto): string {
  const last = followups.at(-1);
  if (stage === 'hived' && last?.kind === 'laying') return FOLLOWUP_NAMES.laying.toLowerCase();
  return STAGE_NAMES[stage].toLowerCase();
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
