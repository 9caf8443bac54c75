/**
 * The states of a call-out and the moves between them: no box of bees is ever left, and nothing is planned that is poisoned or
 * was not allowed.
 *
 * Source: conventions of the specification; the same on the server and on the telephone.
 */
import { DomainError, Fields } from '../shared/errors/index.js';
import { CALL_STATES } from './call-words.js';

export type CallState = (typeof CALL_STATES)[number];

export interface CallMove {
  readonly move: string;
  readonly to: CallState;
  /** Facts without which it is not done. */
  readonly needs: readonly string[];
}

const move = (name: string, to: CallState, ...needs: readonly string[]): CallMove => ({ move: name, to, needs });
const DECLINE = move('decline', 'declined', 'reason');
const REFER = move('refer', 'referred', 'referredTo');
const POSTPONE = move('postpone', 'planned', 'reason', 'until');
const STOP = move('stop', 'closing', 'stoppedAt');
const RESUME = move('resume', 'collecting');
const ABANDON = move('abandon', 'abandoned', 'reason', 'beesReleased');
const REUNITE = move('reunite', 'reunited', 'joinedAt');
const LOSE = move('lose', 'lost', 'reason');

const MOVES: Readonly<Partial<Record<CallState, readonly CallMove[]>>> = {
  called: [move('plan', 'planned', 'kind', 'place', 'poison', 'permission'), DECLINE, REFER],
  planned: [move('arrive', 'onSite', 'arrivedAt'), POSTPONE, DECLINE, REFER],
  onSite: [
    move('start', 'collecting', 'startedAt', 'cautions'),
    POSTPONE,
    move('leave', 'gone', 'lookedAround'),
    DECLINE,
    REFER,
  ],
  collecting: [move('pause', 'paused', 'portShut'), STOP, ABANDON],
  paused: [RESUME, STOP, ABANDON],
  closing: [RESUME, move('close', 'closed', 'boxesShut', 'queen', 'leftBehind'), ABANDON],
  closed: [move('reopen', 'collecting'), move('rest', 'resting', 'restPlace', 'atRestAt'), REUNITE],
  resting: [REUNITE, move('lose', 'lost', 'reason', 'boxEmpty')],
  reunited: [
    move('settle', 'settled', 'eggsSeen', 'deadCounted'),
    move('unite', 'united', 'unitedWith', 'healthLooked'),
    LOSE,
  ],
};

/** The moves of a state, in the order they are offered; none at an end. @throws DomainError `MISSING`, `TYPE`, `ENUM`. */
export function callOutMoves(a: { readonly state: CallState }): readonly CallMove[] {
  return MOVES[new Fields(a).word('state', CALL_STATES)] ?? [];
}

export const BLOCKS = ['kind-unknown', 'poisoned', 'poison-open', 'no-permission'] as const;
export type Block = (typeof BLOCKS)[number];

export interface CallMoved {
  /** Where it is now: as before, unless `ok`. */
  readonly state: CallState;
  readonly ok: boolean;
  readonly missing: readonly string[];
  readonly blocked: readonly Block[];
}

type Facts = Readonly<Record<string, unknown>>;
const NOT_GIVEN: readonly unknown[] = [undefined, null, false, ''];
const given = (facts: Facts, need: string): boolean => !NOT_GIVEN.includes(facts[need]);

/** What stands against work on these bees, of what is known by then. */
function blocksOf(facts: Facts): readonly Block[] {
  const { kind, poison, permission } = facts;
  const stands: Readonly<Record<Block, boolean>> = {
    'kind-unknown': kind === 'unknown',
    poisoned: poison === 'yes',
    'poison-open': given(facts, 'poison') && poison !== 'yes' && poison !== 'no',
    'no-permission': given(facts, 'permission') && permission !== 'granted',
  };
  return BLOCKS.filter((block) => stands[block]);
}

/**
 * What a move makes of a call-out, and what keeps it from being made.
 * @throws DomainError `MISSING`, `TYPE`, `ENUM`; `CONFLICT` for a move that the state does not know.
 */
export function moveCallOut(a: {
  readonly state: CallState;
  readonly move: string;
  readonly facts?: Facts | null;
}): CallMoved {
  const fields = new Fields(a);
  const state = fields.word('state', CALL_STATES);
  const name = fields.text('move');
  fields.objectOr('facts');
  const facts = a.facts ?? {};
  const wanted = (MOVES[state] ?? []).find((one) => one.move === name);
  if (!wanted)
    throw new DomainError('CONFLICT', 'move', `a call-out that is ${state} knows no “${name}”`, { value: name });
  const missing = wanted.needs.filter((need) => !given(facts, need));
  const blocked = name === 'plan' || name === 'start' ? blocksOf(facts) : [];
  const ok = missing.length === 0 && blocked.length === 0;
  return { state: ok ? wanted.to : state, ok, missing, blocked };
}

/** What a change of state comes to: by one move, or by several that were done at once. */
export interface CallLed {
  readonly ok: boolean;
  readonly missing: readonly string[];
  readonly blocked: readonly Block[];
}
const LED: CallLed = { ok: true, missing: [], blocked: [] };

/**
 * Whether moves lead from one state to another by what was told; of one that would, what is missing. The same on the server, on
 * the telephone and for a row out of a file. @throws DomainError `ENUM`.
 */
export function leadsTo(a: { readonly from: CallState; readonly to: CallState; readonly facts: Facts }): CallLed {
  const { facts } = a;
  const fields = new Fields(a);
  const from = fields.word('from', CALL_STATES);
  const to = fields.word('to', CALL_STATES);
  const seen = new Set<CallState>([from]);
  let stopped: CallLed = { ok: false, missing: [], blocked: [] };
  for (const state of seen) {
    if (state === to) return LED;
    for (const one of MOVES[state] ?? []) {
      const moved = moveCallOut({ state, move: one.move, facts });
      if (moved.ok) seen.add(moved.state);
      else if (one.to === to) stopped = { ok: false, missing: moved.missing, blocked: moved.blocked };
    }
  }
  return stopped;
}
