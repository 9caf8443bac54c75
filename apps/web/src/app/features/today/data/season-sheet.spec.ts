import type { CatchPlanDto } from '@yewridge/contract/catches';
import type { SeasonSheetDto } from '@yewridge/contract/today';
import { predictSwarmSeason, seasonDay, swarmSeasonCurve } from '@yewridge/core/season';
import { noticesOf } from './step-notices';
import { seasonDrawing } from './season-chart';
import { carrierRows, dateRows, lureSpan, scoutRows, scoutWords, seasonWorking } from './season-tables';
import { seasonAnswer } from './season-words';

const DATES = ['2024-05-12', '2024-06-03', '2025-05-20', '2026-04-26'];
const input = { site: { lat: 47.4, lon: 13.2 }, season: 2026, catches: DATES.map((date) => ({ date })) };

function sheet(change: Partial<SeasonSheetDto> = {}): SeasonSheetDto {
  const years = [2024, 2025, 2026].map((season) => ({
    season,
    arrivals: DATES.filter((date) => date.startsWith(String(season))).map((date) => ({
      id: date,
      date,
      day: seasonDay(date, 'N').day,
      massKg: 1.4,
    })),
  }));
  return {
    clock: {
      today: '2026-05-14',
      season: 2026,
      day: 134,
      start: '2026-01-01',
      prediction: predictSwarmSeason(input),
      curve: swarmSeasonCurve(input),
      delayed: { from: '2026-05-14', mass: [0.01, 0, 0, 0.03] },
      lag: { mean: -3, sd: 2 },
      signals: { warmth: { mean: -3, sd: 2 }, blooms: 0 },
      snaps: [{ from: '2026-05-15', to: '2026-05-17', days: 3, coldest: 2 }],
      lacks: [],
    },
    prior: { lat: 47.4, elevationM: 526, centreDay: 165, sdDays: 25 },
    years,
    scouts: { looks: 40, arrivals: 5, earned: true, tuned: true, table: [{ perMin: 0, rule: 0.01, own: 0.0006 }] },
    lures: {
      from: '2026-04-09',
      to: '2026-07-18',
      typicalDays: 55,
      guessedDays: 0,
      carriers: [
        {
          carrier: 'gel',
          massKg: 5e-4,
          weighed: 0,
          trips: 2,
          fewest: 0,
          most: 5,
          renewals: ['2026-06-07', '2026-07-15'],
          firstWeakDays: 59,
          meltedDays: 3,
          overdoseDays: 0,
          faint: false,
        },
        {
          carrier: 'wickVial',
          massKg: 1.5e-3,
          weighed: 1,
          trips: 0,
          fewest: 0,
          most: 1,
          renewals: [],
          firstWeakDays: null,
          meltedDays: 0,
          overdoseDays: 0,
          faint: false,
        },
      ],
    },
    ...change,
  };
}

describe('the season in full', () => {
  it('draws this year and the years before on the same days, with its bands and the cold', () => {
    const drawing = seasonDrawing(sheet(), 'N')!;
    expect(drawing.rows.map(({ name, count, now }) => [name, count, now])).toEqual([
      ['2026', '1 catch', true],
      ['2025', '1 catch', false],
      ['2024', '2 catches', false],
    ]);
    const xs = drawing.rows.flatMap(({ dots }) => dots.map(({ x }) => x));
    expect(xs.every((x) => x > 100 && x < drawing.width)).toBe(true);
    // 12 May 2024 is season day 133 of a leap year; 14 May 2026, day 134, begins right of its middle.
    expect(drawing.rows[2]!.dots[0]!.x).toBeLessThan(drawing.tonight);
    for (const band of drawing.bands) expect(band.from < band.x && band.x < band.to).toBe(true);
    expect(drawing.snaps.length).toBe(1);
    expect(drawing.delayed).toMatch(/^M\d/);
    expect(seasonDrawing(sheet({ clock: null }), 'N')).toBeNull();
  });

  it('says the days in the order they come, and shows how they were worked out', () => {
    const { clock } = sheet();
    expect(dateRows(clock!).map(({ name }) => name)).toEqual([
      'Ready by',
      'Hang by',
      'Earliest',
      'Peak',
      'Last',
      'Take the traps in',
    ]);
    const working = seasonWorking(sheet(), 'metric')!;
    expect(working.inputs).toContain(['catches', '2024: 2, 2025: 1, 2026: 1']);
    expect(working.inputs).toContain(['this year in all', '3.0 days early, give or take 2.0']);
    expect(seasonAnswer(clock!)).toMatch(/ the peak, \d+ \w+$/);
  });

  it('calls a small chance small, never none, and says what tunes it', () => {
    expect(scoutRows(sheet())).toEqual([{ count: '0', rule: '1 %', own: 'under 1 %' }]);
    expect(scoutWords(sheet())).toContain('40 looks in your log, 5 followed by a swarm');
    const untuned = sheet({ scouts: { looks: 4, arrivals: 1, earned: false, tuned: false, table: [] } });
    expect(scoutWords(untuned)).toContain('from three swarms on');
  });

  it('puts carriers by the trips they cost, with the range and what is wrong with them', () => {
    const rows = carrierRows(sheet().lures!);
    expect(rows.map(({ name, trips, weak, range }) => [name, trips, weak, range])).toEqual([
      ['vial with a wick', 'none', 'lasts', '0 to 1, weighed'],
      ['gel', '2', '59 days', '0 to 5'],
    ]);
    expect(rows[1]?.warns).toEqual(['runs on 3 days above 32 °C']);
    expect(rows[1]?.when).toBe('7 Jun, 15 Jul');
    expect(lureSpan(sheet().lures!)).toBe('From 9 Apr 2026 to 18 Jul 2026; 55 days taken from other years.');
  });
});

describe('a notice in time', () => {
  const plan = (start: string, end: string, state: 'now' | 'ahead' | 'done' | 'late'): CatchPlanDto =>
    ({
      catchId: 'c',
      number: 'V-11',
      place: 'Lower orchard',
      steps: [{ code: 'closeAtDusk', start, end, state }],
    }) as unknown as CatchPlanDto;

  it('comes half an hour before a step at most, once, and anew when the step is moved', () => {
    const plans = [plan('2026-05-14T21:06', '2026-05-14T22:06', 'ahead')];
    expect(noticesOf(plans, '2026-05-14T20:35', new Set())).toEqual([]);
    const [notice] = noticesOf(plans, '2026-05-14T20:36', new Set());
    expect(notice).toEqual(
      jasmine.objectContaining({ title: 'Close the entrance: V-11, Lower orchard', body: '21:06 to 22:06' }),
    );
    const told = new Set([notice!.id]);
    expect(noticesOf(plans, '2026-05-14T20:40', told)).toEqual([]);
    const moved = [plan('2026-05-15T21:07', '2026-05-15T22:07', 'now')];
    expect(noticesOf(moved, '2026-05-15T21:10', told).length).toBe(1);
    expect(noticesOf([plan('2026-05-14T21:06', '2026-05-14T22:06', 'done')], '2026-05-14T21:10', new Set())).toEqual(
      [],
    );
  });
});
