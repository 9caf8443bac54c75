import type { CallDto, CallRigDto, CallsDto } from '@yewridge/contract/callouts';
import { rigHeatQuestion, STARTING_RIGS } from '@yewridge/core/suction';
import { blank, type Fields, type RecordDto, type TableName } from '@yewridge/contract/season';

export const NOW = '2026-05-14T18:20';
const META = { revision: 1, createdAt: '', updatedAt: '', deletedAt: null };
export const kept = <T extends TableName>(table: T, id: string, fields: Partial<Fields<T>>): RecordDto<T> => ({
  ...META,
  id,
  ...blank(table, fields),
});

export const WALL = {
  calledAt: '2026-05-14T18:05',
  place: 'Mill house',
  kind: 'structure',
  bees: 'honeybees',
  poison: 'no',
  permission: 'granted',
  state: 'called',
} as const satisfies Partial<Fields<'callouts'>>;

type Parts = Partial<Omit<CallDto, 'call' | 'collection'>> & { readonly taken?: Partial<Fields<'collections'>> | null };

/** A call-out by what is said of it; with `taken` its work has begun. */
export function callOut(change: Partial<Fields<'callouts'>> = {}, { taken, ...parts }: Parts = {}): CallDto {
  return {
    call: kept('callouts', 'c1', { ...WALL, ...change }),
    collection: taken ? kept('collections', 't1', { calloutId: 'c1', ...taken }) : null,
    spells: [],
    pieces: [],
    signs: [],
    tasks: [],
    where: { lat: 47.4, lon: 13.2, tzOffsetMin: 120, by: 'middle' },
    ...parts,
  };
}
export const spell = (startedAt: string, stoppedAt: string | null, id = startedAt): RecordDto<'spells'> =>
  kept('spells', id, { collectionId: 't1', startedAt, stoppedAt });
export const piece = (use: Fields<'pieces'>['use'], n = 1): RecordDto<'pieces'> =>
  kept('pieces', `${use}-${n}`, { collectionId: 't1', use });
export const sign = (name: Fields<'signs'>['sign'], at: string): RecordDto<'signs'> =>
  kept('signs', `${name}-${at}`, { collectionId: 't1', sign: name, at });

function heatOfABox(): CallRigDto['heat'] {
  const [first] = STARTING_RIGS;
  if (!first) throw new Error('There is no rig to start from.');
  return rigHeatQuestion(first.rig, 0);
}

export const rig = (change: Partial<CallRigDto> = {}): CallRigDto => ({
  id: 'loft',
  name: 'Loft rig',
  layout: 'walkUp',
  hasSlide: true,
  slotGap: 0.001,
  hasPlunger: false,
  cabin: false,
  crosswiseArea: 0.02,
  gate: { nozzleId: 'n1', nozzle: 'Round 40', travel: 0.09, mark: 0.027, speed: 9.6 },
  band: { low: 7, lowSure: 8, high: 12 },
  limit: 4.5,
  arrival: 4.1,
  perBox: 15_000,
  boxes: 2,
  feedRate: 30,
  runTime: 1800,
  onCord: false,
  allowedCoverage: 0.8,
  heat: heatOfABox(),
  ...change,
});
export const callsDto = (calls: readonly CallDto[], change: Partial<CallsDto> = {}): CallsDto => ({
  now: NOW,
  today: NOW.slice(0, 10),
  sunsetMin: 1236,
  calls,
  rigs: [rig()],
  kit: [],
  sites: [{ id: 's1', name: 'Old weir' }],
  weather: [],
  ...change,
});
