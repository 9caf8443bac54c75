import type { DueListDto, HangingDto } from '@yewridge/contract/rounds';
import { visitDue } from '@yewridge/core/rounds';

const TODAY = '2026-05-14';

/** A trap at Old weir since 3 April, looked at last on 8 May; its due list is worked out of what it is. */
export function hanging(change: Partial<HangingDto> = {}): HangingDto {
  const lastVisitOn = change.lastVisitOn === undefined ? '2026-05-08' : change.lastVisitOn;
  const beesIn = change.beesIn ?? false;
  return {
    deploymentId: 'd1',
    trapId: 't1',
    number: 'V-01',
    design: 'Tall nuc',
    siteId: 's1',
    site: 'Old weir',
    landmarkNote: null,
    hungOn: '2026-04-03',
    heightM: null,
    facingDeg: null,
    lastScouts: null,
    catchId: null,
    chance24: null,
    counted: null,
    sensor: null,
    lore: [],
    lure: null,
    due: visitDue(
      { hungOn: '2026-04-03', frames: 5, lastVisitOn, lastActivityOn: lastVisitOn, occupied: beesIn },
      TODAY,
    ),
    ...change,
    lastVisitOn,
    beesIn,
  };
}

export const dueList = (...traps: readonly HangingDto[]): DueListDto => ({
  today: TODAY,
  traps,
  inUse: traps.length,
  free: [],
  scouts: { looks: 0, arrivals: 0, tuned: false },
  season: null,
  trials: [],
  toHang: null,
});
