import type { CallDto } from '@yewridge/contract/callouts';
import { type CountedJob, lossOf } from '@yewridge/core/callouts';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { decimalText, figureText } from '../units/format';
import { lossReasonWords } from './own-jobs';

/** What a call-out says of speed and dead bees: as one more job, or what it lacks to be one. */
export interface CallJob {
  readonly id: string;
  readonly day: string;
  readonly place: string;
  readonly row: CountedJob | null;
  readonly why: string | null;
}

const FINISHED: readonly string[] = ['reunited', 'settled', 'united', 'lost'];

/** Call-outs with this rig whose boxes were opened, the latest first. */
export function callJobs(calls: readonly CallDto[], rigId: string): readonly CallJob[] {
  return calls.flatMap(({ call, collection, spells }): readonly CallJob[] => {
    if (!collection || collection.rigId !== rigId || spells.length === 0 || !FINISHED.includes(call.state)) return [];
    const { row, reasons, speedKind } = lossOf(call, collection);
    // The curve is one of landing speeds.
    const lands = speedKind === 'arrival';
    const why =
      row && lands ? null : lands ? lossReasonWords(reasons) : 'its speed is of the nozzle, not of the landing';
    const day = (call.startedAt ?? call.calledAt).slice(0, 10);
    return [{ id: call.id, day, place: call.place, row: row && lands ? { ...row, speedKind: 'arrival' } : null, why }];
  });
}

/** What it counts as, or why it does not. */
export function callJobSaid({ row, why }: CallJob, system: UnitSystem): string {
  if (!row) return `Does not count: ${why ?? ''}.`;
  return `${figureText(row.speed, 'speed', system)}, ${decimalText(row.dead, 0)} of ${decimalText(row.total, 0)} dead by suction`;
}
