import type { Fields, TableName } from '@yewridge/contract/season';
import { cautionsOf } from '@yewridge/core/callouts';
import { blank } from '@yewridge/contract/season';
import { MARN, WEST } from './vellmark-story-words.js';

/** Call-outs of the Vellmark Swarm Watch, from the telephone call to what became of the bees; everybody in them is invented. */

interface CallStory {
  readonly id: string;
  readonly call: Partial<Fields<'callouts'>>;
  readonly taken?: Partial<Fields<'collections'>>;
  readonly spells?: readonly (readonly [from: string, to: string, opening: number])[];
  /** Brood and honey that was cut, and when the first of each was. */
  readonly pieces?: { readonly brood: number; readonly honey: number; readonly at: string };
  readonly signs?: readonly (readonly [at: string, sign: Fields<'signs'>['sign']])[];
  readonly tasks?: readonly (readonly [code: Fields<'tasks'>['code'], doneAt: string])[];
  readonly caught?: Partial<Fields<'catches'>>;
  readonly followups?: readonly (readonly [on: string, kind: Fields<'followups'>['kind'], frames?: number])[];
}

const ALLOWED = { poison: 'no', permission: 'granted', bees: 'honeybees' } as const;
const LOFT = 'vellmark-loft-rig';

const STORIES: readonly CallStory[] = [
  {
    id: 'lower-orchard-2024',
    call: {
      ...ALLOWED,
      calledAt: '2024-05-19T14:10',
      caller: 'Korbinian Zirnbach',
      callerIs: 'owner',
      callback: '0664 000 1202',
      place: 'Lower orchard, cherry',
      siteId: 'lower-orchard',
      kind: 'hangingSwarm',
      sinceH: 3,
      heightM: 1.8,
      access: 'ground',
      shakeable: false,
      state: 'settled',
      rigId: LOFT,
      power: 'battery',
      persons: 2,
      travelMin: 15,
      arrivedAt: '2024-05-19T15:05',
      startedAt: '2024-05-19T15:20:00',
      stoppedAt: '2024-05-19T15:41:30',
      boxesShut: true,
      restPlace: WEST,
      joinedAt: '2024-05-20T06:10',
      joinedTo: WEST,
      eggsSeenOn: '2024-05-27',
      found: 'A swarm wrapped round the trunk of a cherry, not to be shaken.',
      done: 'Taken with the vacuum in three goes, queen among them.',
    },
    taken: {
      rigId: LOFT,
      boxes: 1,
      boxesFull: 1,
      bees: 9000,
      beesBasis: 'weighed',
      speedMps: 4.2,
      speedKind: 'arrival',
      speedBasis: 'measured',
      dead: 40,
      queen: 'inBox',
      leftBehind: 'none',
      broodLook: 'notDone',
      placeClosedOn: '2024-05-19',
      boxAtRestAt: '2024-05-19T16:30',
    },
    spells: [
      ['2024-05-19T15:20:00', '2024-05-19T15:27:10', 0.4],
      ['2024-05-19T15:29:00', '2024-05-19T15:35:40', 0.4],
      ['2024-05-19T15:37:20', '2024-05-19T15:41:30', 0.45],
    ],
    signs: [['2024-05-19T17:05', 'clustering']],
    caught: { foundOn: '2024-05-19', method: 'shaken', siteId: 'lower-orchard', massKg: 1.2, wentTo: WEST },
    followups: [
      ['2024-05-20', 'hived', 6],
      ['2024-05-27', 'laying'],
    ],
  },
  {
    id: 'mill-gable-2024',
    call: {
      ...ALLOWED,
      calledAt: '2024-05-30T09:20',
      caller: 'Hedwig Aumoser',
      callerIs: 'owner',
      callback: '0664 000 1201',
      place: 'Mill house, gable',
      kind: 'structure',
      heightM: 1.6,
      access: 'ground',
      mains: 'near',
      wiring: 'no',
      asbestos: 'no',
      builtYear: 1911,
      repairsBy: 'owner',
      state: 'settled',
      combsSeen: 5,
      combLengthM: 0.3,
      combHeightM: 0.5,
      rigId: LOFT,
      power: 'mains',
      persons: 2,
      travelMin: 10,
      arrivedAt: '2024-06-02T13:00',
      startedAt: '2024-06-02T13:50:00',
      stoppedAt: '2024-06-02T16:35:00',
      boxesShut: true,
      joinedAt: '2024-06-02T17:40',
      joinedTo: MARN,
      eggsSeenOn: '2024-06-08',
      found: 'Five combs behind the boarding of the gable, two years old.',
      done: 'Combs cut and framed, bees taken, hole meshed.',
      left: 'A cup of bees, fetched on the two evenings after.',
      repair: 'The owner closes the boarding before the wall smells of comb to the next swarm.',
      fee: 80,
    },
    taken: {
      rigId: LOFT,
      boxes: 1,
      boxesFull: 1,
      bees: 8000,
      beesBasis: 'weighed',
      speedMps: 7.1,
      speedKind: 'arrival',
      speedBasis: 'measured',
      dead: 260,
      queen: 'notSeen',
      leftBehind: 'cup',
      broodLook: 'clean',
      placeClosedOn: '2024-06-02',
      boxAtRestAt: '2024-06-02T17:30',
    },
    spells: [
      ['2024-06-02T14:20:00', '2024-06-02T14:29:30', 0.25],
      ['2024-06-02T15:02:00', '2024-06-02T15:09:10', 0.25],
      ['2024-06-02T16:20:00', '2024-06-02T16:35:00', 0.3],
    ],
    pieces: { brood: 4, honey: 6, at: '2024-06-02T14:35:00' },
    signs: [['2024-06-02T18:10', 'fanning']],
    caught: { foundOn: '2024-06-02', method: 'cutOut', place: 'Mill house, gable', wentTo: MARN },
    followups: [
      ['2024-06-02', 'hived', 8],
      ['2024-06-08', 'laying'],
    ],
  },
  {
    id: 'chapel-porch-2025',
    call: {
      ...ALLOWED,
      calledAt: '2025-05-11T11:30',
      caller: 'Parish of Vellmark',
      callerIs: 'manager',
      callback: '0664 000 1206',
      place: 'Chapel, porch',
      kind: 'groundOrBush',
      sinceH: 20,
      heightM: 0.5,
      access: 'ground',
      publicWay: true,
      state: 'settled',
      rigId: LOFT,
      power: 'battery',
      persons: 2,
      travelMin: 12,
      arrivedAt: '2025-05-11T13:00',
      startedAt: '2025-05-11T13:25:00',
      stoppedAt: '2025-05-11T13:52:00',
      boxesShut: true,
      restPlace: WEST,
      joinedAt: '2025-05-12T06:20',
      joinedTo: WEST,
      eggsSeenOn: '2025-05-20',
    },
    taken: {
      rigId: LOFT,
      boxes: 1,
      boxesFull: 1,
      bees: 12_000,
      beesBasis: 'frames',
      speedMps: 4.5,
      speedKind: 'arrival',
      speedBasis: 'model',
      dead: 35,
      queen: 'seen',
      leftBehind: 'handful',
      boxAtRestAt: '2025-05-11T14:40',
    },
    spells: [
      ['2025-05-11T13:25:00', '2025-05-11T13:36:00', 0.4],
      ['2025-05-11T13:40:00', '2025-05-11T13:52:00', 0.4],
    ],
    signs: [['2025-05-11T13:48', 'seenIn']],
    caught: { foundOn: '2025-05-11', method: 'brushed', place: 'Chapel, porch', framesCovered: 7, wentTo: WEST },
    followups: [
      ['2025-05-12', 'hived', 8],
      ['2025-05-20', 'laying'],
    ],
  },
  {
    id: 'ferry-loft-2025',
    call: {
      ...ALLOWED,
      calledAt: '2025-06-19T08:15',
      caller: 'Rosina Fährmann',
      callerIs: 'owner',
      callback: '0664 000 1208',
      place: 'Ferry house, loft',
      kind: 'structure',
      heightM: 2,
      access: 'ground',
      mains: 'near',
      wiring: 'no',
      asbestos: 'no',
      builtYear: 1958,
      repairsBy: 'builder',
      state: 'lost',
      combsSeen: 6,
      combLengthM: 0.35,
      combHeightM: 0.45,
      rigId: LOFT,
      power: 'mains',
      persons: 1,
      travelMin: 20,
      arrivedAt: '2025-06-20T12:30',
      startedAt: '2025-06-20T13:20:00',
      stoppedAt: '2025-06-20T16:05:00',
      boxesShut: true,
      restPlace: WEST,
      boxEmpty: true,
      reason: 'The box stood shut in the sun on the road; what lived left when it was opened.',
      found: 'Six combs between the rafters, full of honey.',
      done: 'Cut out on a day of 31 °C.',
      left: 'Nobody.',
    },
    taken: {
      rigId: LOFT,
      boxes: 1,
      boxesFull: 1,
      bees: 10_000,
      beesBasis: 'frames',
      speedMps: 5.6,
      speedKind: 'arrival',
      speedBasis: 'model',
      peakTempK: 316.4,
      dead: 410,
      queen: 'notSeen',
      leftBehind: 'cup',
      broodLook: 'notDone',
      boxAtRestAt: '2025-06-20T17:20',
    },
    spells: [
      ['2025-06-20T13:50:00', '2025-06-20T14:04:00', 0.3],
      ['2025-06-20T15:20:00', '2025-06-20T16:05:00', 0.3],
    ],
    pieces: { brood: 3, honey: 9, at: '2025-06-20T14:15:00' },
    signs: [['2025-06-20T17:40', 'roar']],
  },
  {
    id: 'churchyard-2026',
    call: {
      ...ALLOWED,
      calledAt: '2026-05-14T12:40',
      caller: 'Wendelin Tollner',
      callerIs: 'passerby',
      callback: '0664 000 1207',
      permissionFrom: 'Parish of Vellmark',
      place: 'Churchyard, yew hedge',
      kind: 'hangingSwarm',
      sinceH: 2,
      heightM: 1.4,
      access: 'ground',
      publicWay: true,
      persons: 2,
      travelMin: 10,
      state: 'resting',
      arrivedAt: '2026-05-14T13:25',
      startedAt: '2026-05-14T13:40:00',
      stoppedAt: '2026-05-14T14:20:00',
      boxesShut: true,
      restPlace: WEST,
      rigId: 'vellmark-hand-rig',
      power: 'battery',
      shakeable: false,
    },
    taken: {
      rigId: 'vellmark-hand-rig',
      boxes: 1,
      boxesFull: 1,
      tareKg: 4.2,
      grossKg: 6,
      bees: 13_800,
      beesBasis: 'weighed',
      queen: 'caged',
      leftBehind: 'handful',
      broodLook: 'notDone',
      boxAtRestAt: '2026-05-14T15:05',
    },
    spells: [
      ['2026-05-14T13:40:00', '2026-05-14T13:51:20', 0.5],
      ['2026-05-14T13:58:00', '2026-05-14T14:20:00', 0.5],
    ],
    signs: [
      ['2026-05-14T13:52', 'caged'],
      ['2026-05-14T15:40', 'clustering'],
    ],
  },
  {
    id: 'cider-lane-2026',
    call: {
      calledAt: '2026-05-14T18:05',
      caller: 'Theres Kogler',
      callback: '0664 000 1211',
      place: 'Cider lane, plum tree',
      kind: 'hangingSwarm',
      sinceH: 3,
      heightM: 2.5,
      bees: 'honeybees',
      poison: 'unknown',
      permission: 'unknown',
      state: 'called',
    },
  },
];

export interface CallRecord {
  readonly table: TableName;
  readonly id: string;
  readonly fields: Readonly<Record<string, string | number | boolean | null>>;
}

function row<T extends TableName>(table: T, id: string, fields: Partial<Fields<T>>): CallRecord {
  return { table, id, fields: blank(table, fields) as CallRecord['fields'] };
}

function recordsOf({ id, call, taken, spells = [], pieces, signs = [], tasks = [], ...more }: CallStory): CallRecord[] {
  const started = typeof call.startedAt === 'string';
  const whole = blank('callouts', { ...call, ...(more.caught ? { catchId: `catch-${id}` } : {}) });
  // Work began with every caution ticked.
  const cautions = started ? cautionsOf(whole).join(',') : null;
  const of = { collectionId: `taken-${id}` };
  const cut = (use: 'brood' | 'honey', count: number): CallRecord[] =>
    Array.from({ length: count }, (_, n) =>
      row('pieces', `${use}-${n + 1}-${id}`, {
        ...of,
        use,
        frames: use === 'brood' ? 1 : null,
        fixing: use === 'brood' ? 'bands' : null,
        at: pieces?.at ?? null,
      }),
    );
  return [
    ...(more.caught ? [row('catches', `catch-${id}`, more.caught)] : []),
    ...(more.followups ?? []).map(([on, kind, frames]) =>
      row('followups', `${kind}-${id}`, { catchId: `catch-${id}`, on, kind, frames: frames ?? null }),
    ),
    row('callouts', id, { ...whole, cautions }),
    ...(taken ? [row('collections', `taken-${id}`, { calloutId: id, ...taken })] : []),
    ...spells.map(([startedAt, stoppedAt, opening], n) =>
      row('spells', `spell-${n + 1}-${id}`, { ...of, startedAt, stoppedAt, opening }),
    ),
    ...(pieces ? [...cut('brood', pieces.brood), ...cut('honey', pieces.honey)] : []),
    ...signs.map(([at, sign], n) => row('signs', `sign-${n + 1}-${id}`, { ...of, at, sign, strength: 'clear' })),
    ...tasks.map(([code, doneAt]) => row('tasks', `${code}-${id}`, { calloutId: id, code, doneAt, state: 'done' })),
  ];
}

export const vellmarkCalls = (): readonly CallRecord[] => STORIES.flatMap(recordsOf);
