import {
  addDays,
  daysBetween,
  daysOutOfSeason,
  farFromSeason,
  type IsoDate,
  loreChecks,
  type LoreState,
  outOfSeason,
} from '@yewridge/core/season';
import { afterCatchPlan, type CaughtSwarm, type ForecastDay, type PlanCode } from '@yewridge/core/catches';
import { type HangingTrap, visitDue, type VisitDue } from '@yewridge/core/rounds';

/** Every rule just under, at and over its threshold: `<` for `<=` and a wrong number both show. */
const TODAY = '2026-05-14';

describe('visit due, at its thresholds', () => {
  const due = (trap: Partial<HangingTrap>, today: IsoDate = TODAY): VisitDue =>
    visitDue({ hungOn: '2026-04-03', frames: 5, lastVisitOn: TODAY, ...trap }, today);
  const reason = (one: VisitDue, code: string): VisitDue['reasons'][number] | undefined =>
    one.reasons.find((found) => found.code === code);

  it('three frames are looked at every 4 days, four to seven every 7, eight and more every 14', () => {
    const until = [0, 3, 4, 7, 8, 20].map((frames) => reason(due({ frames }), 'interval')?.to);
    expect(until).toEqual([4, 4, 7, 7, 14, 14].map((days) => addDays(TODAY, days)));
  });

  it('a look is due from two days before its interval is over, and never on the day of the last look', () => {
    expect(reason(due({ frames: 5 }), 'interval')?.from).toBe(addDays(TODAY, 5));
    expect(reason(due({ frames: 3 }), 'interval')?.from).toBe(addDays(TODAY, 2));
    const urgency = [4, 5, 7, 8].map((days) => reason(due({ frames: 5 }, addDays(TODAY, days)), 'interval')?.urgency);
    expect(urgency.slice(0, 3)).toEqual([0, 50, 50]);
    expect(urgency[3]).toBeCloseTo((50 * 8) / 7, 9);
  });

  it('what is late weighs at most twice as much, from the seventh day on', () => {
    const interval = (days: number): number | undefined =>
      reason(due({ frames: 5, rebaitOn: null }, addDays(TODAY, 7 + days)), 'interval')?.urgency;
    expect(
      [interval(0), interval(6), interval(7), interval(8), interval(60)].map((one) => Math.round(one ?? 0)),
    ).toEqual([50, 93, 100, 100, 100]);
  });

  it('a chance of half within a day presses until tomorrow, three tenths within two days until the day after', () => {
    const scouts = (h24: number, h48: number): string => {
      const found = reason(due({ arrivalProbability: { h24, h48 } }), 'scouts');
      return found ? `${found.weight} ${found.to}` : 'none';
    };
    expect([scouts(0.49, 0.6), scouts(0.5, 0.6), scouts(0.51, 0.6)]).toEqual([
      '60 2026-05-16',
      '90 2026-05-15',
      '90 2026-05-15',
    ]);
    expect([scouts(0.1, 0.29), scouts(0.1, 0.3), scouts(0.1, 0.31)]).toEqual([
      'none',
      '60 2026-05-16',
      '60 2026-05-16',
    ]);
  });

  it('a count a day and a half old still presses at noon, an older one does not', () => {
    const noon = daysBetween('1970-01-01', TODAY) + 0.5;
    const scouts = (old: number): boolean =>
      reason(due({ arrivalProbability: { h24: 0.9, h48: 0.9, countedDay: noon - old } }), 'scouts') !== undefined;
    expect([1.49, 1.5, 1.51].map(scouts)).toEqual([true, true, false]);
  });

  it('a storm on the day of the last look is looked after, one before it was seen', () => {
    const storm = (stormOn: IsoDate): string | null => {
      const found = reason(due({ stormOn, lastVisitOn: '2026-05-10' }), 'storm');
      return found ? `${found.from} to ${found.to}` : null;
    };
    expect([storm('2026-05-09'), storm('2026-05-10'), storm('2026-05-11')]).toEqual([
      null,
      '2026-05-11 to 2026-05-12',
      '2026-05-12 to 2026-05-13',
    ]);
  });

  it('from two weeks before the earliest swarm until the last day looks are as in season, else every three weeks', () => {
    const season = { earliest: '2026-05-15', last: '2026-06-30' };
    const interval = (today: IsoDate): number => {
      const to = reason(due({ season, lastVisitOn: today }, today), 'interval')?.to ?? today;
      return daysBetween(today, to);
    };
    expect(['2026-04-30', '2026-05-01', '2026-06-30', '2026-07-01'].map(interval)).toEqual([21, 7, 7, 21]);
  });

  it('a lure wants renewal within three days of its day, another lure after three quiet weeks, another place two weeks after that', () => {
    expect(reason(due({ rebaitOn: '2026-05-20' }), 'rebait')).toEqual(
      jasmine.objectContaining({ from: '2026-05-17', to: '2026-05-23', weight: 40 }),
    );
    expect(reason(due({ lastActivityOn: '2026-05-01' }), 'changeLure')).toEqual(
      jasmine.objectContaining({ from: '2026-05-22', to: '2026-05-29', weight: 30 }),
    );
    const changed = (lureChangedOn: IsoDate): string[] =>
      due({ lastActivityOn: '2026-05-01', lureChangedOn })
        .reasons.map(({ code }) => code)
        .sort();
    expect(changed('2026-04-30')).toEqual(['changeLure', 'interval']);
    expect(changed('2026-05-01')).toEqual(['interval', 'moveTrap']);
    // The lure it was hung with is no change of lure.
    const first = due({ lastActivityOn: null, hungOn: '2026-05-01', lureChangedOn: '2026-05-01' });
    expect(first.reasons.map(({ code }) => code).sort()).toEqual(['changeLure', 'interval']);
  });

  it('bees leave nothing else to do, and the step of a catch stands for them', () => {
    expect(due({ occupied: true, lastVisitOn: '2026-05-12' }).reasons).toEqual([
      jasmine.objectContaining({ code: 'occupied', from: '2026-05-12', to: '2026-05-13', weight: 100 }),
    ]);
    expect(due({ occupied: true, nextTaskOn: '2026-05-16' }).reasons.map(({ code }) => code)).toEqual(['catch']);
  });

  it('nobody is sent on a weekday that the owner forbids, today included, nor later than a fortnight', () => {
    // 14 May 2026 is a Thursday.
    const access = (accessWeekdays: readonly number[]): IsoDate | null => due({ accessWeekdays }).nextAccess;
    expect([access([4]), access([5]), access([3]), access([])]).toEqual([
      '2026-05-14',
      '2026-05-15',
      '2026-05-20',
      null,
    ]);
  });
});

describe('lore before hanging, at its thresholds', () => {
  const codes = (state: LoreState): string[] => loreChecks(state).map(({ code, severity }) => `${code} ${severity}`);

  it('a permission is asked until it is granted, and holds through its last day', () => {
    const until = (permissionUntil: IsoDate): string[] =>
      codes({ permission: 'granted', permissionUntil, today: TODAY });
    expect([until('2026-05-13'), until(TODAY), until('2026-05-15')]).toEqual([['no-permission stop'], [], []]);
    for (const permission of ['asked', 'refused', 'unknown'] as const) {
      expect(codes({ permission })).toEqual(['no-permission stop']);
    }
    expect(codes({ permission: null })).toEqual([]);
  });

  it('paint airs for 21 days, crystals for 14', () => {
    const aired = (field: 'paintedOn' | 'mothCrystalsRemovedOn', days: number): string[] =>
      codes({ hungOn: TODAY, [field]: addDays(TODAY, -days) });
    expect([20, 21, 22].map((days) => aired('paintedOn', days).length)).toEqual([1, 0, 0]);
    expect([13, 14, 15].map((days) => aired('mothCrystalsRemovedOn', days).length)).toEqual([1, 0, 0]);
  });

  it('few frames and rare looks do not go together', () => {
    const rare = (frames: number, checkEveryDays: number): boolean => codes({ frames, checkEveryDays }).length > 0;
    expect([rare(3, 4), rare(3, 5), rare(4, 7), rare(4, 8), rare(7, 7), rare(7, 8), rare(8, 14), rare(8, 15)]).toEqual([
      false,
      true,
      false,
      true,
      false,
      true,
      false,
      true,
    ]);
  });

  it('a hole faces the rain within 45 degrees of it, over north too', () => {
    const rain = (facingDeg: number, rainFromDeg: number): boolean => codes({ facingDeg, rainFromDeg }).length > 0;
    expect([rain(224, 270), rain(225, 270), rain(315, 270), rain(316, 270)]).toEqual([false, true, true, false]);
    expect([rain(350, 35), rain(349, 35), rain(10, 325), rain(11, 325)]).toEqual([true, false, true, false]);
  });

  it('full sun is a note, and a warning from a mean of 28 °C on', () => {
    const sun = (meanMaxC: number | null): string[] => codes({ shade: 'fullSun', meanMaxC });
    expect([sun(null), sun(27.9), sun(28), sun(28.1)].flat()).toEqual([
      'full-sun note',
      'full-sun note',
      'full-sun warn',
      'full-sun warn',
    ]);
    expect(codes({ shade: 'partSun', meanMaxC: 40 })).toEqual([]);
  });

  it('more than 0.1 g a day is too much scent; gel runs above 32 °C where it hangs', () => {
    expect([0.99e-4, 1e-4, 1.01e-4].map((emissionKgPerDay) => codes({ emissionKgPerDay }).length)).toEqual([0, 0, 1]);
    const gel = (maxC: number, exposure: 'shade' | 'partSun' | 'fullSun'): boolean =>
      codes({ carrier: 'gel', maxC, exposure }).length > 0;
    expect([gel(32, 'shade'), gel(32.1, 'shade'), gel(29, 'partSun'), gel(29.1, 'partSun')]).toEqual([
      false,
      true,
      false,
      true,
    ]);
    expect([gel(24, 'fullSun'), gel(24.1, 'fullSun')]).toEqual([false, true]);
    expect(codes({ carrier: 'pipette', maxC: 50, exposure: 'fullSun' })).toEqual([]);
  });

  it('above 2 m it takes a ladder; volume and door are unusual outside their bands, not at the ends', () => {
    expect([1.99, 2, 2.01].map((heightM) => codes({ heightM }).length)).toEqual([0, 0, 1]);
    expect(codes({ heightM: 5, ladder: false })).toEqual([]);
    expect([0.0199, 0.02, 0.08, 0.0801].map((volumeM3) => codes({ volumeM3 }).length)).toEqual([1, 0, 0, 1]);
    expect([7.9e-4, 8e-4, 4e-3, 4.01e-3].map((entranceM2) => codes({ entranceM2 }).length)).toEqual([1, 0, 0, 1]);
  });

  it('old comb wants a healthy colony behind it, and no stores in it', () => {
    expect(codes({ oldComb: true })).toEqual(['comb-source warn']);
    expect(codes({ oldComb: true, combFromOwnHealthyColony: true })).toEqual([]);
    expect(codes({ oldComb: false, combFromOwnHealthyColony: false })).toEqual([]);
    expect(['none', 'honey', 'pollen', 'both'].map((combStores) => codes({ combStores } as LoreState).length)).toEqual([
      0, 1, 1, 1,
    ]);
  });
});

describe('the season, at its ends', () => {
  const season = { from: '2026-04-21', until: '2026-07-10' };

  it('holds its first and its last day', () => {
    const days = ['2026-04-20', '2026-04-21', '2026-07-10', '2026-07-11'];
    expect(days.map((day) => outOfSeason(day, season))).toEqual([true, false, false, true]);
    expect(outOfSeason('2026-12-24', null)).toBeFalse();
  });

  it('is far away from 31 days on, of whatever year, leap years between or not', () => {
    const near = (day: IsoDate): number => daysOutOfSeason(day, season);
    expect(['2026-04-20', '2026-04-21', '2026-07-11', '2026-08-09'].map(near)).toEqual([1, 0, 1, 30]);
    expect(['2026-03-21', '2026-03-22', '2026-08-09', '2026-08-10'].map((day) => farFromSeason(day, season))).toEqual([
      true,
      false,
      false,
      true,
    ]);
    for (let year = 1990; year <= 2060; year++) {
      expect(daysOutOfSeason(`${year}-06-01`, season))
        .withContext(`${year}`)
        .toBe(0);
      expect(Math.abs(daysOutOfSeason(`${year}-08-09`, season) - 30))
        .withContext(`${year}`)
        .toBeLessThanOrEqual(1);
    }
    expect(farFromSeason('2026-12-24', null)).toBeFalse();
  });
});

describe('the steps after a catch, at their thresholds', () => {
  const VELLMARK = { lat: 47.4, lon: 13.2, tzOffsetMin: 120 };
  const swarm = (change: Partial<CaughtSwarm> = {}): CaughtSwarm => ({
    foundOn: TODAY,
    school: 'sameEvening',
    size: 'medium',
    ...VELLMARK,
    ...change,
  });
  const plan = (change: Partial<CaughtSwarm> = {}): ReturnType<typeof afterCatchPlan> => afterCatchPlan(swarm(change));
  const has = (code: PlanCode, change: Partial<CaughtSwarm> = {}): boolean =>
    plan(change).tasks.some((task) => task.code === code);
  const day = (code: PlanCode, change: Partial<CaughtSwarm> = {}): string | undefined =>
    plan(change)
      .tasks.find((task) => task.code === code)
      ?.start.slice(0, 10);
  const forecast = (date: IsoDate, tMax: number | null, rainMm: number | null = null): ForecastDay[] => [
    { date, tMax, rainMm },
  ];

  it('a trap above 2 m comes down at first light, one at 2 m is carried the same evening', () => {
    expect([1.99, 2, 2.01].map((heightM) => has('lowerAtFirstLight', { heightM }))).toEqual([false, false, true]);
    expect([2, 2.01].map((heightM) => plan({ heightM }).notes.includes('ladder'))).toEqual([false, true]);
  });

  it('high and below 25 °C it stands in the shade for the day, at 25 °C it goes at once', () => {
    const shaded = (tMax: number): boolean => has('shade', { heightM: 3, forecast: forecast('2026-05-15', tMax) });
    expect([24.9, 25, 25.1].map(shaded)).toEqual([true, false, false]);
    expect(has('shade', { heightM: 3 })).toBeFalse();
  });

  it('shut for three days, one where 28 °C is foretold on one of the next two', () => {
    const opened = (date: IsoDate, tMax: number): string | undefined => day('open', { forecast: forecast(date, tMax) });
    expect([27.9, 28].map((tMax) => opened('2026-05-15', tMax))).toEqual(['2026-05-17', '2026-05-15']);
    expect([27.9, 28].map((tMax) => opened('2026-05-16', tMax))).toEqual(['2026-05-17', '2026-05-15']);
    // The third day they are out.
    expect(opened('2026-05-17', 35)).toBe('2026-05-17');
    expect(day('open', { broodFrame: true })).toBe('2026-05-15');
  });

  it('anchored for two days, three where 5 mm of rain are foretold on the second', () => {
    const closed = (rainMm: number): string | undefined =>
      day('closeAtDusk', { school: 'anchor', forecast: forecast('2026-05-16', null, rainMm) });
    expect([4.9, 5, 5.1].map(closed)).toEqual(['2026-05-16', '2026-05-17', '2026-05-17']);
    expect(day('closeAtDusk', { school: 'anchor', arrivedOn: '2026-05-10' })).toBe(TODAY);
  });

  it('the transfer waits for a day of 15 °C and less than 2 mm of rain', () => {
    const usual = day('transfer') ?? '';
    const moved = (tMax: number | null, rainMm: number | null): boolean =>
      day('transfer', { forecast: forecast(usual, tMax, rainMm) }) !== usual;
    expect([moved(14.9, null), moved(15, null), moved(null, 1.9), moved(null, 2)]).toEqual([true, false, false, true]);
    expect(usual).toBe('2026-05-24');
  });

  it('the mites’ window goes by the day the bees may have arrived, and closes as brood is capped', () => {
    const window = (change: Partial<CaughtSwarm>): string | undefined => {
      const found = plan(change).tasks.find(({ code }) => code === 'miteWindow');
      return found && `${found.start.slice(0, 10)} to ${found.end.slice(0, 10)}`;
    };
    expect(window({})).toBe('2026-05-18 to 2026-05-22');
    // Capped 8 days after the earliest arrival; over when that is before the day after it was opened.
    const arrived = (days: number): string | undefined => window({ arrivedOn: addDays(TODAY, -days) });
    expect([arrived(3), arrived(4), arrived(5)]).toEqual([
      '2026-05-18 to 2026-05-19',
      '2026-05-18 to 2026-05-18',
      undefined,
    ]);
    expect(window({ leftOn: '2026-05-12' })).toBe('2026-05-18 to 2026-05-20');
    expect(window({ size: 'secondary' })).toBe('2026-05-18 to 2026-05-28');
    expect(window({ broodFrame: true })).toBeUndefined();
  });

  it('eggs are looked for 9 days after the latest day they may have arrived, 21 with a virgin queen', () => {
    expect([day('broodCheck'), day('broodCheck', { size: 'secondary' })]).toEqual(['2026-05-23', '2026-06-04']);
    expect(day('broodCheck', { leftOn: '2026-05-01', arrivedOn: '2026-05-02' })).toBe('2026-05-23');
    expect(day('broodCheck', { arrivedOn: '2026-05-01' })).toBe('2026-05-15');
  });

  it('frames go by the class of the swarm', () => {
    const frames = (['small', 'medium', 'large', 'secondary'] as const).map((size) => plan({ size }).frames);
    expect(frames).toEqual([5, 8, 10, 5]);
  });
});
