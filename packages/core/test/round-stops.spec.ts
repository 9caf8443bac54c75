import { type Hanging, roundChoices, type RoundRows, roundSun, worthOn } from '@yewridge/core/field';
import type { CatchPlan } from '@yewridge/core/field';
import type { DueReason } from '@yewridge/core/rounds';

const DAY = '2026-05-14';
const START = { lat: 47.4, lon: 13.2 };
const OFFSET = 120;
const reason = (code: DueReason['code'], from: string, to: string, weight = 50): DueReason => ({
  code,
  tier: code === 'scouts' ? 'soon' : 'routine',
  from,
  to,
  weight,
  urgency: from <= DAY ? weight : 0,
});
const INTERVAL = reason('interval', '2026-05-12', DAY);
const trap = (id: string, more: Partial<Hanging> = {}, reasons: readonly DueReason[] = [INTERVAL]): Hanging =>
  ({
    deploymentId: id,
    trapId: `trap-${id}`,
    number: `V-${id}`,
    siteId: id,
    site: `At ${id}`,
    heightM: 1.8,
    beesIn: false,
    catchId: null,
    due: { urgency: 50, tier: 'routine', dueFrom: '2026-05-12', dueBy: DAY, nextAccess: DAY, reasons },
    ...more,
  }) as unknown as Hanging;
type Step = CatchPlan['steps'][number];
const step = (code: Step['code'], start: string, end: string, state: Step['state'] = 'ahead'): Step =>
  ({ code, start, end, state }) as unknown as Step;
const plan = (stay: string, steps: readonly Step[], more: Partial<CatchPlan> = {}): CatchPlan =>
  ({ catchId: `catch-${stay}`, deploymentId: stay, steps, carry: null, ...more }) as unknown as CatchPlan;
const CLOSE = step('closeAtDusk', `${DAY}T21:06`, `${DAY}T22:06`);
const rows = (more: Partial<RoundRows>): RoundRows => ({
  traps: [],
  plans: [],
  sites: ['a', 'b'].map((id) => ({ id, lat: 47.41, lon: 13.21, accessWeekdays: null })),
  minutes: () => ({ s: 420, by: 'site', learnt: null }),
  added: new Set(),
  offsetMin: OFFSET,
  ...more,
});
const only = (more: Partial<RoundRows>, day = DAY) => roundChoices(rows(more), day, START).candidates[0];

describe('what a round may stop at', () => {
  it('a trap that is due, worth its reasons on that day; one that is not is told as such, or gone to where that is said', () => {
    expect(only({ traps: [trap('a')] })).toEqual(
      jasmine.objectContaining({
        id: 'a',
        work: 'look',
        worth: 50,
        must: false,
        from: null,
        until: null,
        serviceS: 420,
      }),
    );
    const later = trap('b', {}, [reason('interval', '2026-05-15', '2026-05-16')]);
    const choices = roundChoices(rows({ traps: [later] }), DAY, START);
    expect(choices.candidates).toEqual([]);
    expect(choices.leftOut).toEqual([{ id: 'b', number: 'V-b', site: 'At b', why: 'notDue' }]);
    expect(only({ traps: [later], added: new Set(['b']) })?.worth).toBe(1);
    // Tomorrow it is due.
    expect(only({ traps: [later] }, '2026-05-15')?.worth).toBe(50);
  });

  it('what is overdue is worth more from day to day, twice as much after a week and no more', () => {
    expect(worthOn(trap('a'), '2026-05-11')).toBe(0);
    expect(worthOn(trap('a'), '2026-05-12')).toBe(50);
    expect(worthOn(trap('a'), DAY)).toBe(50);
    expect(worthOn(trap('a'), '2026-05-15')).toBeCloseTo(50 * (8 / 7), 9);
    expect(worthOn(trap('a'), '2026-05-21')).toBe(100);
    expect(worthOn(trap('a'), '2026-06-21')).toBe(100);
  });

  it('down a ladder by sunset, from the ground at any hour; two metres is no ladder yet', () => {
    const { sunsetS } = roundSun(START, DAY, OFFSET);
    expect(only({ traps: [trap('a', { heightM: 2 })] })).toEqual(
      jasmine.objectContaining({ ladder: false, until: null }),
    );
    expect(only({ traps: [trap('a', { heightM: 2.01 })] })).toEqual(
      jasmine.objectContaining({ ladder: true, until: sunsetS, untilBy: 'ladder' }),
    );
    expect(only({ traps: [trap('a', { heightM: null })] })?.ladder).toBeFalse();
  });

  it('scouts are counted while bees fly: from two hours after sunrise to sunset', () => {
    const { sunriseS, sunsetS } = roundSun(START, DAY, OFFSET);
    const counts = only({ traps: [trap('a', {}, [reason('scouts', DAY, DAY, 60)])] });
    expect(counts).toEqual(jasmine.objectContaining({ from: sunriseS! + 7200, until: sunsetS, untilBy: 'flight' }));
  });

  it('bees that are to be closed come first at their hour, whatever the height and the owner’s days', () => {
    const bees = trap('a', { beesIn: true, heightM: 3, catchId: 'catch-a' });
    const sites = [{ id: 'a', lat: 47.41, lon: 13.21, accessWeekdays: '0' }];
    expect(
      only({ traps: [bees], plans: [plan('a', [step('peek', `${DAY}T10:00`, `${DAY}T21:06`, 'now'), CLOSE])], sites }),
    ).toEqual(
      jasmine.objectContaining({
        work: 'closeAtDusk',
        must: true,
        catchId: 'catch-a',
        from: (21 * 60 + 6) * 60,
        until: (22 * 60 + 6) * 60,
        untilBy: 'step',
        by: 'rule',
      }),
    );
  });

  it('a step that is late is done when one comes; one of tomorrow is not of today, one that is done is over', () => {
    const bees = trap('a', { beesIn: true });
    const late = step('closeAtDusk', '2026-05-13T21:05', '2026-05-13T22:05', 'late');
    expect(only({ traps: [bees], plans: [plan('a', [late])] })).toEqual(
      jasmine.objectContaining({ must: true, from: null, until: null }),
    );
    const tomorrow = step('move', '2026-05-15T21:22', '2026-05-16T00:07');
    expect(only({ traps: [bees], plans: [plan('a', [tomorrow])] })).toBeUndefined();
    expect(only({ traps: [bees], plans: [plan('a', [tomorrow])] }, '2026-05-15')).toEqual(
      jasmine.objectContaining({ work: 'move', until: (24 * 60 + 7) * 60 }),
    );
    expect(only({ traps: [bees], plans: [plan('a', [{ ...CLOSE, state: 'done' }])] })).toBeUndefined();
  });

  it('a box too heavy for one says so; hanging again and a peek can wait for another day', () => {
    const bees = trap('a', { beesIn: true });
    const move = step('move', `${DAY}T21:22`, `${DAY}T23:00`);
    const carry = (onePerson: boolean) => ({ carry: { onePerson } }) as unknown as Partial<CatchPlan>;
    expect(only({ traps: [bees], plans: [plan('a', [move], carry(false))] })?.twoCarry).toBeTrue();
    expect(only({ traps: [bees], plans: [plan('a', [move], carry(true))] })?.twoCarry).toBeFalse();
    for (const code of ['rehang', 'peek'] as const) {
      expect(
        only({ traps: [bees], plans: [plan('a', [step(code, `${DAY}T10:00`, `${DAY}T18:00`, 'now')])] })?.must,
      ).toBeFalse();
    }
  });

  it('an owner’s day that is another, and a site that is nowhere, are said', () => {
    const sites = [
      { id: 'a', lat: 47.41, lon: 13.21, accessWeekdays: '1,2' },
      { id: 'b', lat: null, lon: null, accessWeekdays: null },
    ];
    expect(
      roundChoices(rows({ traps: [trap('a'), trap('b')], sites }), DAY, START).leftOut.map(({ why }) => why),
    ).toEqual(['owner', 'unplaced']);
    // 18 May 2026 is a Monday.
    expect(only({ traps: [trap('a')], sites }, '2026-05-18')?.id).toBe('a');
  });

  it('the sun is that over the start on that day, by its clock', () => {
    const { sunriseS, sunsetS } = roundSun({ lat: 47.4, lon: 13.2 }, DAY, OFFSET);
    expect(Math.round(sunsetS! / 60)).toBe(20 * 60 + 36);
    expect(Math.round(sunriseS! / 60)).toBe(5 * 60 + 32);
    expect(roundSun({ lat: 80, lon: 13 }, '2026-06-21', OFFSET)).toEqual({ sunriseS: null, sunsetS: null });
  });
});
