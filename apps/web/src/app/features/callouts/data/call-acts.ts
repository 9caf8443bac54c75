import type { CallDto, CallRigDto } from '@yewridge/contract/callouts';
import { type ActDto, type ChangeDto, type Fields, RECORD_TABLES } from '@yewridge/contract/season';
import type { ReuniteCode } from '@yewridge/core/callouts';
import type { StepMarked } from '../../../shared/season/step-list';
import { binned, changed, made } from '../../../shared/season/records-api';

type Call = Fields<'callouts'>;
type Collection = Fields<'collections'>;
type Piece = Fields<'pieces'>['use'];

const LONGEST = RECORD_TABLES.callouts.place.most;
const named = ({ call }: CallDto, says: string): string => `${call.place.slice(0, LONGEST)}: ${says}`;
const of = (one: CallDto, change: Partial<Call>): ChangeDto => changed('callouts', one.call, change);

/** Something said of the call, with its state where that goes on. */
export function callAct(one: CallDto, says: string, change: Partial<Call>): ActDto {
  return { says: named(one, says), changes: [of(one, change)] };
}

function takenChange(one: CallDto, change: Partial<Collection>): ChangeDto {
  return one.collection
    ? changed('collections', one.collection, change)
    : made('collections', { calloutId: one.call.id, ...change });
}

/** Something said of what was taken, and of the call with it. */
export function takenAct(one: CallDto, says: string, change: Partial<Collection>, call: Partial<Call> = {}): ActDto {
  const changes = [takenChange(one, change)];
  return {
    says: named(one, says),
    changes: Object.keys(call).length === 0 ? changes : [of(one, call), ...changes],
  };
}

/** Work begins: the rig and its gate as they are taken along. */
export function startAct(one: CallDto, rig: CallRigDto | null, second: string, cautions: readonly string[]): ActDto {
  const { gate } = rig ?? { gate: null };
  const opening = gate && gate.mark !== null && gate.travel > 0 ? gate.mark / gate.travel : null;
  const taken: Partial<Collection> = rig
    ? {
        rigId: rig.id,
        nozzleId: gate?.nozzleId ?? null,
        gateOpening: opening,
        // By the model, and said to be.
        ...(rig.arrival === null ? {} : { speedMps: rig.arrival, speedKind: 'arrival', speedBasis: 'model' }),
      }
    : {};
  return takenAct(one, 'work begins', taken, { state: 'collecting', startedAt: second, cautions: cautions.join(',') });
}

const openSpell = ({ spells }: CallDto) => spells.find(({ stoppedAt }) => stoppedAt === null) ?? null;

/** Suction on: a spell begins. */
export function suctionOnAct(one: CallDto, second: string): ActDto | null {
  const { collection, call } = one;
  if (!collection || openSpell(one)) return null;
  const spell = made('spells', {
    collectionId: collection.id,
    startedAt: second,
    opening: collection.gateOpening,
  });
  const resumed = call.state === 'paused' || call.state === 'closing';
  const changes = resumed ? [of(one, { state: 'collecting', portShut: null, stoppedAt: null })] : [];
  return { says: named(one, 'suction on'), changes: [...changes, spell] };
}

/** Suction off, the port shut: the spell ends. `peak` is the hottest the box was seen, K. */
export function suctionOffAct(one: CallDto, second: string, peak: number | null): ActDto | null {
  const spell = openSpell(one);
  if (!spell) return null;
  return {
    says: named(one, 'port shut, suction off'),
    changes: [
      of(one, { state: 'paused', portShut: true }),
      ...peakChange(one, peak),
      changed('spells', spell, { stoppedAt: second }),
    ],
  };
}

function peakChange({ collection }: CallDto, peak: number | null): readonly ChangeDto[] {
  if (!collection || peak === null || peak <= (collection.peakTempK ?? 0)) return [];
  return [changed('collections', collection, { peakTempK: Math.round(peak * 100) / 100 })];
}

/** No more is taken: closing down begins. */
export function stopAct(one: CallDto, second: string, peak: number | null): ActDto {
  const spell = openSpell(one);
  return {
    says: named(one, 'all in, closing down'),
    changes: [
      of(one, { state: 'closing', stoppedAt: second }),
      ...peakChange(one, peak),
      ...(spell ? [changed('spells', spell, { stoppedAt: second })] : []),
    ],
  };
}

const PIECE_SAYS: Readonly<Record<Piece, string>> = {
  brood: 'a brood comb framed',
  honey: 'a honey comb into the bucket',
  pollen: 'a pollen comb',
  empty: 'an empty comb',
};
export function pieceAct(one: CallDto, use: Piece, second: string): ActDto | null {
  if (!one.collection) return null;
  const frames = use === 'brood' ? 1 : null;
  return {
    says: named(one, PIECE_SAYS[use]),
    changes: [made('pieces', { collectionId: one.collection.id, use, frames, at: second })],
  };
}

export function signAct(
  one: CallDto,
  sign: Fields<'signs'>['sign'],
  minute: string,
  { says, strength = null }: { readonly says: string; readonly strength?: 'weak' | 'clear' | null },
): ActDto | null {
  if (!one.collection) return null;
  return {
    says: named(one, says),
    changes: [made('signs', { collectionId: one.collection.id, sign, at: minute, strength })],
  };
}

export function unsignAct(one: CallDto, id: string): ActDto | null {
  const sign = one.signs.find((known) => known.id === id);
  return sign ? { says: named(one, 'a sign taken back'), changes: [binned('signs', sign)] } : null;
}

export interface TaskChange extends StepMarked<ReuniteCode> {
  /** As it was planned. */
  readonly start: string;
  readonly end: string;
}

/** A step marked as it happened; taken off, its mark goes into the bin. `null` = nothing to change. */
export function taskAct(one: CallDto, change: TaskChange, name: string): ActDto | null {
  const known = one.tasks.find(({ code }) => code === change.code) ?? null;
  const what = name.toLowerCase();
  if (change.state === null) {
    return known && { says: named(one, `${what}, mark taken off`), changes: [binned('tasks', known)] };
  }
  const fields = {
    calloutId: one.call.id,
    code: change.code,
    state: change.state,
    doneAt: change.at,
    reason: change.reason,
    plannedStart: known?.plannedStart ?? change.start,
    plannedEnd: known?.plannedEnd ?? change.end,
  };
  return {
    says: named(one, `${what}, ${change.state}`),
    changes: [known ? changed('tasks', known, fields) : made('tasks', fields)],
  };
}

/** How bees came, for the catch they become: a cut-out never tells of the season, a swarm does. */
function methodOf({ call, spells }: CallDto): Fields<'catches'>['method'] {
  if (call.kind === 'structure') return 'cutOut';
  if (call.kind === 'hangingSwarm' && call.shakeable !== false && spells.length === 0) return 'shaken';
  return 'brushed';
}

/** Joined with their comb: from then on they are a catch, and a colony hived. A trap of ours has its catch already. */
export function reuniteAct(one: CallDto, minute: string, to: string): ActDto {
  const { call, collection } = one;
  const day = (call.stoppedAt ?? minute).slice(0, 10);
  const frames = one.pieces.filter(({ use }) => use === 'brood').length;
  const mass =
    collection !== null && collection.grossKg !== null && collection.tareKg !== null && frames === 0
      ? collection.grossKg - collection.tareKg
      : null;
  const joined = { state: 'reunited', joinedAt: minute, joinedTo: to.trim() === '' ? null : to.trim() } as const;
  if (call.kind === 'trapTooHeavy') return callAct(one, 'joined', joined);
  const caught = made('catches', {
    foundOn: day,
    method: methodOf(one),
    siteId: call.siteId,
    place: call.siteId === null ? call.place.slice(0, RECORD_TABLES.catches.place.most) : null,
    placeLat: call.siteId === null ? call.lat : null,
    placeLon: call.siteId === null ? call.lon : null,
    massKg: mass !== null && mass > 0 && mass <= RECORD_TABLES.catches.massKg.max ? mass : null,
    sizedBy: mass === null ? null : 'scales',
    wentTo: joined.joinedTo,
  });
  const hived = made('followups', { catchId: caught.id, on: minute.slice(0, 10), kind: 'hived' });
  return { says: named(one, 'joined'), changes: [caught, hived, of(one, { ...joined, catchId: caught.id })] };
}

/** Eggs were seen: the colony is settled, once its dead are counted. */
export function settleAct(one: CallDto, day: string): ActDto {
  const { catchId } = one.call;
  const laying = catchId === null ? [] : [made('followups', { catchId, on: day, kind: 'laying' })];
  return {
    says: named(one, 'eggs seen, settled'),
    changes: [...laying, of(one, { state: 'settled', eggsSeenOn: day })],
  };
}

export function loseAct(one: CallDto, day: string, reason: string): ActDto {
  const { catchId, state } = one.call;
  const gone = catchId === null ? [] : [made('followups', { catchId, on: day, kind: 'absconded' })];
  const resting = state === 'resting' ? { boxEmpty: true } : {};
  return { says: named(one, 'lost'), changes: [...gone, of(one, { state: 'lost', reason, ...resting })] };
}

export function uniteAct(
  one: CallDto,
  day: string,
  { unitedWith, healthLooked }: { readonly unitedWith: string; readonly healthLooked: Call['healthLooked'] },
): ActDto {
  const { catchId } = one.call;
  const united = catchId === null ? [] : [made('followups', { catchId, on: day, kind: 'united' })];
  return {
    says: named(one, 'united'),
    changes: [...united, of(one, { state: 'united', unitedWith, healthLooked })],
  };
}
