import type { CallDto, CallsDto } from '@yewridge/contract/callouts';
import { timeOf } from '@yewridge/core/callouts';
import { KIND_NAMES } from '../../../shared/calls/call-words';
import { decimalText } from '../../../shared/units/format';
import { placeOf, skyOn } from './call-plan';
import { secondsBetween } from './job-clock';

export interface KindNumbers {
  readonly kind: string;
  readonly jobs: number;
  /** Minutes by the table and as they were, of the jobs of which both are known. */
  readonly planned: number | null;
  readonly taken: number | null;
  readonly dead: number;
  readonly queens: number;
  readonly settled: number;
  readonly lost: number;
}

const FINISHED: readonly string[] = ['settled', 'united', 'lost'];
const QUEEN_FOUND: readonly string[] = ['seen', 'caged', 'inBox'];

/** Minutes on the job by the table, without waiting and closing at dusk, which the clock of the job does not run through. */
function plannedMinutes(one: CallDto, all: CallsDto): number | null {
  const place = placeOf(one, all);
  const day = one.call.startedAt?.slice(0, 10);
  if (!place || day === undefined) return null;
  const time = timeOf(one.call, { date: day, place, sky: skyOn(day, all, one) });
  if (!time) return null;
  const seconds = time.phases
    .filter(({ code }) => !['wait', 'close', 'mesh', 'lower', 'strap'].includes(code))
    .reduce((sum, { typical }) => sum + typical, 0);
  return Math.round(seconds / 60);
}

function takenMinutes({ call }: CallDto): number | null {
  return call.startedAt && call.stoppedAt ? Math.round(secondsBetween(call.startedAt, call.stoppedAt) / 60) : null;
}

/** What finished jobs came to, kind by kind. */
export function callNumbers(calls: readonly CallDto[], all: CallsDto): readonly KindNumbers[] {
  const finished = calls.filter(({ call }) => FINISHED.includes(call.state));
  return Object.entries(KIND_NAMES).flatMap(([kind, name]): readonly KindNumbers[] => {
    const jobs = finished.filter(({ call }) => call.kind === kind);
    if (jobs.length === 0) return [];
    const timed = jobs
      .map((one) => ({ planned: plannedMinutes(one, all), taken: takenMinutes(one) }))
      .filter((one): one is { planned: number; taken: number } => one.planned !== null && one.taken !== null);
    const sum = (of: (one: { planned: number; taken: number }) => number): number | null =>
      timed.length === 0 ? null : timed.reduce((total, one) => total + of(one), 0);
    return [
      {
        kind: name,
        jobs: jobs.length,
        planned: sum(({ planned }) => planned),
        taken: sum(({ taken }) => taken),
        dead: jobs.reduce((total, { collection }) => total + (collection?.dead ?? 0), 0),
        queens: jobs.filter(({ collection }) => QUEEN_FOUND.includes(collection?.queen ?? '')).length,
        settled: jobs.filter(({ call }) => call.state === 'settled').length,
        lost: jobs.filter(({ call }) => call.state === 'lost').length,
      },
    ];
  });
}

/** "Your cut-outs take 1.4 times the table"; nothing by one job alone. */
export function paceSays({ kind, jobs, planned, taken }: KindNumbers): string {
  if (planned === null || taken === null || planned === 0) return '';
  const ratio = `${decimalText(taken / planned, 1)} times the table`;
  return jobs < 2 ? `${kind}: one job, ${ratio}; one says little` : `${kind}: your jobs take ${ratio}`;
}
