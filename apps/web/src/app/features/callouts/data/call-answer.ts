import { minuteAfter } from '@yewridge/core/shared/calendar';
import { BLOCK_WORDS, type CallDto, NEED_WORDS } from '@yewridge/contract/callouts';
import { moveCallOut, factsOf, type JobTime, type Triage } from '@yewridge/core/callouts';
import { KIND_NAMES, verdictSaid } from '../../../shared/calls/call-words';
import { dayWords, stepTime } from '../../../shared/season/step-words';
import type { CallPlan } from './call-plan';
import { REUNITE_NAMES } from '../../../shared/calls/call-words';
import { isWaiting } from '@yewridge/core/catches';

/** Why a move cannot be made yet; `null` when it can. `told` is what the move itself tells. */
export function moveFault(one: CallDto, move: string, told: Readonly<Record<string, unknown>> = {}): string | null {
  const facts = { ...factsOf(one.call, one.collection), ...told };
  const { ok, missing, blocked } = moveCallOut({ state: one.call.state, move, facts });
  if (ok) return null;
  const [block] = blocked;
  if (block) return BLOCK_WORDS[block];
  return `Still to say: ${missing.map((need) => NEED_WORDS[need] ?? need).join(', ')}.`;
}

/** "by 15:27", "tomorrow by 15:27", or that it is too late for today. */
export function startBy({ latestMin, advice }: JobTime, day: string, now: string): string {
  const at = minuteAfter(`${day}T00:00`, Math.floor(latestMin));
  if (advice === 'two-days') return 'More than a day’s work: make it two days';
  if (advice === 'second-person')
    return `Alone it does not fit: two people, starting by ${stepTime(at, now.slice(0, 10))}`;
  if (at < now) return `Too late to start ${dayWords(day, now.slice(0, 10))}: plan another day`;
  return `Start by ${stepTime(at, now.slice(0, 10))}${advice === 'tight' ? '; it will be tight' : ''}`;
}

interface Known {
  readonly triage: Triage;
  readonly time: JobTime | null;
  readonly plan: CallPlan | null;
  readonly day: string;
  readonly now: string;
}
type Answer = (one: CallDto, known: Known) => string;

/** At rest or joined: the next step, and before it what is overdue. */
const stepNext: Answer = ({ call: { restPlace } }, { plan, now }) => {
  const next = plan?.steps.find(isWaiting);
  if (plan?.restraint?.over) return 'Cage or excluder must come OUT now';
  if (!next) return restPlace ? `At rest, ${restPlace}` : 'At rest';
  return `${REUNITE_NAMES[next.code]}, ${next.state === 'ahead' ? stepTime(next.start, now.slice(0, 10)) : 'now'}`;
};
const workGoesOn: Answer = () => 'Work goes on: open the live screen';
const ANSWERS: Readonly<Record<CallDto['call']['state'], Answer>> = {
  called: (_, { triage }) => verdictSaid(triage),
  planned: ({ call }, { time, day, now }) => (time ? startBy(time, day, now) : `${KIND_NAMES[call.kind]}: planned`),
  onSite: () => 'Tick the cautions, then start',
  collecting: workGoesOn,
  paused: workGoesOn,
  closing: workGoesOn,
  closed: () => 'Boxes shut: let them rest, or join them here',
  resting: stepNext,
  reunited: stepNext,
  settled: () => 'Eggs seen: settled',
  united: ({ call }) => `United with ${call.unitedWith ?? 'another colony'}`,
  lost: ({ call }) => `Lost: ${call.reason ?? 'nobody said why'}`,
  gone: () => 'They had flown',
  declined: ({ call }) => `Declined: ${call.reason ?? 'nobody said why'}`,
  referred: ({ call }) => `Passed on to ${call.referredTo ?? 'somebody else'}; the bees were not touched`,
  abandoned: () => 'Given up: the bees were let go',
};

/** The call in one sentence with a verb. */
export const callAnswer: Answer = (one, known) => ANSWERS[one.call.state](one, known);
