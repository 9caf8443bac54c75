import type { Block } from '@yewridge/core/callouts';
import type { CallRig, CallsSeen, PlacedCall } from '@yewridge/core/field';
import type { RecordDto } from '../season/record-dto.js';

/** Seconds since the job began by the reader's clock, and how many times faster than the world it goes. */
export interface ProbeQuery {
  readonly elapsed: number;
  readonly pace: number;
}
/** What an instrument in the box says; SI. */
export interface ProbeReadingDto {
  /** s since the job began. */
  readonly elapsed: number;
  readonly boxTemp: number;
  readonly tempRate: number;
  /** Share of the screen under bees. */
  readonly coverage: number;
  readonly simulated: boolean;
}

/** The records of call-outs, whole. */
export interface CallTables {
  readonly callouts: RecordDto<'callouts'>;
  readonly collections: RecordDto<'collections'>;
  readonly spells: RecordDto<'spells'>;
  readonly pieces: RecordDto<'pieces'>;
  readonly signs: RecordDto<'signs'>;
  readonly tasks: RecordDto<'tasks'>;
}
export type {
  CallDay as CallDayDto,
  CallRig as CallRigDto,
  CallTrackRow,
  CallWhere as CallWhereDto,
} from '@yewridge/core/field';
/** One call-out with everything that was said of it. */
export type CallDto = PlacedCall<CallTables>;
export interface CallsDto extends Omit<CallsSeen<CallTables, RecordDto<'kit'>>, 'layouts'> {
  readonly rigs: readonly CallRig[];
}

/** What a move of a call-out still wants to be told, as it is said to a keeper. */
export const NEED_WORDS: Readonly<Record<string, string>> = {
  kind: 'what hangs or lives there',
  place: 'where it is',
  poison: 'whether it was sprayed',
  permission: 'whether it may be done',
  reason: 'the reason',
  referredTo: 'to whom it was passed on',
  arrivedAt: 'when you arrived',
  until: 'until when',
  startedAt: 'when it began',
  cautions: 'every caution ticked',
  lookedAround: 'that you looked round',
  portShut: 'that the port is shut',
  stoppedAt: 'when suction stopped',
  beesReleased: 'that the bees were let go',
  boxesShut: 'that every box is shut',
  queen: 'whether the queen was seen',
  leftBehind: 'how many were left behind',
  restPlace: 'where the box rests',
  atRestAt: 'since when the box rests',
  joinedAt: 'when they were joined',
  boxEmpty: 'that the box is empty',
  eggsSeen: 'the day eggs were seen',
  deadCounted: 'how many were dead in the box',
  unitedWith: 'with whom they were united',
  healthLooked: 'what the look for disease said',
};
/** Why work on these bees is not planned and not begun. */
export const BLOCK_WORDS: Readonly<Record<Block, string>> = {
  'kind-unknown': 'Nobody knows yet what it is: ask for a photo.',
  poisoned: 'It was poisoned: a licensed firm clears it, and the bees are not touched.',
  'poison-open': 'Ask first whether it was sprayed.',
  'no-permission': 'The owner has not agreed yet.',
};
