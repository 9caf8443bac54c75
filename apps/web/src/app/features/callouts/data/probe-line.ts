import type { ProbeQuery, ProbeReadingDto } from '@yewridge/contract/callouts';
import { API_BASE } from '@yewridge/contract/shared';
import { defer, type Observable, retry, timer } from 'rxjs';
import { serverReadings } from '../../../shared/streams/server-events';

const AGAIN_MS = 2000;
/** s of the world after which a reading is old. */
const OLD_AFTER = 10;

/** Readings of the box of a job; a line that is refused is tried again, from where the clock stands then. */
export function probeReadings(id: string, where: () => ProbeQuery): Observable<ProbeReadingDto> {
  return defer(() => {
    const { elapsed, pace } = where();
    return serverReadings<ProbeReadingDto>(
      `${API_BASE}/callouts/${id}/probe?elapsed=${Math.max(0, elapsed)}&pace=${pace}`,
    );
  }).pipe(retry({ delay: () => timer(AGAIN_MS) }));
}

/** What was read last, as long as it is of about now by the clock of the job. */
export function freshReading(last: ProbeReadingDto | null, { elapsed, pace }: ProbeQuery): ProbeReadingDto | null {
  return last !== null && Math.abs(elapsed - last.elapsed) <= OLD_AFTER * pace ? last : null;
}
