import { type ChangeDto, RECORD_TABLES, type RecordDto } from '@yewridge/contract/season';
import type { IsoDate } from '@yewridge/core/season';
import { decimalText } from '../../../shared/units/format';
import { SCOUT_STEPS } from '@yewridge/core/catches';
import { dayShort, scoutWords } from '../../../shared/season/season-words';
import { binned, changed, made } from '../../../shared/season/records-api';
import { lureSays } from './lures-said';
import { TROUBLE_NAMES } from './visit-acts';

export interface StayRecords {
  readonly stay: RecordDto<'deployments'>;
  readonly visits: readonly RecordDto<'visits'>[];
  readonly baits: readonly RecordDto<'baits'>[];
  readonly weighings: readonly RecordDto<'weighings'>[];
  readonly readings: readonly RecordDto<'readings'>[];
  readonly caught: RecordDto<'catches'> | null;
}
/** One thing that happened during a stay. */
export interface StoryLine {
  readonly id: string;
  readonly when: string;
  readonly at: string;
  readonly kind: 'visits' | 'baits' | 'weighings' | 'readings';
  readonly what: string;
  readonly note: string;
  /** Scouts a minute, where they can be put right. */
  readonly scouts: number | null;
  readonly bin: ChangeDto;
}

const GRAMS = 1000;
const MOST_OIL_G = RECORD_TABLES.weighings.oilMassKg.max * GRAMS;

/** Why what was typed is no mass of oil; `null` when it is. */
export function oilFault(typed: string): string | null {
  const grams = Number(typed.trim().replace(',', '.'));
  const usable = typed.trim() !== '' && grams >= 0 && grams <= MOST_OIL_G;
  return usable
    ? null
    : `“${typed}” is no mass of oil: weigh the lure less its dry carrier, 0 to ${decimalText(MOST_OIL_G, 0)} g.`;
}

/** Oil left in a lure, from grams that have no fault. */
export function weighing(baitId: string, weighedOn: IsoDate, typed: string): ChangeDto {
  return made('weighings', { baitId, weighedOn, oilMassKg: Number(typed.trim().replace(',', '.')) / GRAMS });
}

function visitWords({ occupied, scoutsPerMin, trouble, action, looked }: RecordDto<'visits'>): string {
  const counted = scoutsPerMin === null ? null : scoutWords(scoutsPerMin);
  const seen = occupied === true ? 'bees in' : (counted ?? (trouble === null ? 'all well' : null));
  const parts = [looked === 'peek' ? 'looked inside' : null, seen].filter((part) => part !== null);
  if (action === 'rebaited') parts.push('bait refreshed');
  if (trouble !== null) parts.push(TROUBLE_NAMES[trouble]);
  return parts.join(', ');
}

/** What happened, the latest first. */
export function storyOf({ visits, baits, weighings, readings }: StayRecords): readonly StoryLine[] {
  const looks = visits.map((visit): StoryLine => ({
    id: visit.id,
    at: visit.at,
    when: `${dayShort(visit.at.slice(0, 10))}, ${visit.at.slice(11)}`,
    kind: 'visits',
    what: visitWords(visit),
    note: visit.notes ?? '',
    scouts: visit.occupied ? null : visit.scoutsPerMin,
    bin: binned('visits', visit),
  }));
  const lures = baits.map((bait): StoryLine => ({
    id: bait.id,
    at: bait.appliedOn,
    when: dayShort(bait.appliedOn),
    kind: 'baits',
    what: `${lureSays(bait)} put in${bait.removedOn === null ? '' : `, out ${dayShort(bait.removedOn)}`}`,
    note: bait.notes ?? '',
    scouts: null,
    bin: binned('baits', bait),
  }));
  const weighed = weighings.map((one): StoryLine => ({
    id: one.id,
    at: one.weighedOn,
    when: dayShort(one.weighedOn),
    kind: 'weighings',
    what: `lure weighed: ${decimalText(one.oilMassKg * GRAMS, 3, true)} g of oil left`,
    note: '',
    scouts: null,
    bin: binned('weighings', one),
  }));
  const read = readings.map((one): StoryLine => ({
    id: one.id,
    at: one.at,
    when: `${dayShort(one.at.slice(0, 10))}, ${one.at.slice(11)}`,
    kind: 'readings',
    what: `${one.label}: ${String(one.value)} ${one.unit ?? ''}${one.source === 'simulated' ? ' (simulated)' : ''}`,
    note: '',
    scouts: null,
    bin: binned('readings', one),
  }));
  return [...looks, ...lures, ...weighed, ...read].sort((a, b) => (a.at < b.at ? 1 : -1));
}

/** A count put right, by its step. */
export function recounted(visit: RecordDto<'visits'>, step: string): ChangeDto {
  const perMin = SCOUT_STEPS.find(({ id }) => id === step)?.perMin ?? null;
  return changed('visits', visit, { scoutsPerMin: perMin });
}

/** The step that a stored rate belongs to. */
export function stepOf(perMin: number): string {
  return SCOUT_STEPS.findLast(({ from }) => perMin >= from)?.id ?? 'none';
}
