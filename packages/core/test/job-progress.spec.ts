import {
  boxReading,
  CALLOUT_DATA,
  type JobRig,
  jobLog,
  jobProgress,
  type JobSoFar,
  liveReadingOf,
  liveWatch,
  type LoggedJob,
  paceOf,
  provenPace,
} from '../src/callouts/index.js';
import { callRow, collectionRow } from './call-rows.js';

const at = (clock: string): string => `2026-05-14T${clock}`;
const NEST = { combsSeen: 3, combLengthM: 0.3, combHeightM: 0.4 };
const rig = (change: Partial<JobRig> = {}): JobRig => ({
  feedRate: 30,
  runTime: 1800,
  perBox: 15_000,
  boxes: 2,
  allowedCoverage: 0.8,
  gate: { speed: 9.6 },
  ...change,
});
const job = (
  spells: readonly (readonly [string, string | null])[],
  change: Parameters<typeof callRow>[0] = {},
  collection: Partial<NonNullable<JobSoFar['collection']>> = {},
): JobSoFar => ({
  call: callRow({ state: 'collecting', startedAt: at('18:20:00'), ...NEST, ...change }),
  collection: { boxes: null, boxesFull: null, batteryChangedAt: null, ...collection },
  spells: spells.map(([from, to]) => ({ startedAt: at(from), stoppedAt: to && at(to) })),
});
const HAND = CALLOUT_DATA.feedRate.typical;

describe('how far a job has come', () => {
  it('counts suction spell by spell, the running one up to now', () => {
    const state = jobProgress(
      job([
        ['18:21:00', '18:24:00'],
        ['18:25:00', null],
      ]),
      rig(),
      at('18:27:30'),
    );
    expect([state.running, state.suction, state.elapsed, state.shutFor]).toEqual([true, 330, 450, null]);
    const paused = jobProgress(job([['18:21:00', '18:24:00']]), rig(), at('18:27:30'));
    expect([paused.running, paused.suction, paused.shutFor]).toEqual([false, 180, 210]);
    expect(jobProgress(job([]), rig(), at('18:27:30')).shutFor).toBeNull();
  });

  it('before it began nothing has run', () => {
    const state = jobProgress(job([], { startedAt: null }), rig(), at('18:27:30'));
    expect([state.elapsed, state.suction, state.beesIn, state.running]).toEqual([0, 0, 0, false]);
  });

  it('tells bees in by the hand, a swarm’s or a wall’s, and by the hose where that takes fewer', () => {
    const rate = (feedRate: number | null, kind: 'structure' | 'hangingSwarm' = 'structure'): number =>
      jobProgress(job([['18:20:00', null]], { kind }), feedRate === null ? null : rig({ feedRate }), at('18:30:00'))
        .feedRate;
    expect([rate(100), rate(6), rate(null)]).toEqual([HAND, 6, HAND]);
    expect(rate(100, 'hangingSwarm')).toBe(CALLOUT_DATA.feedRateSwarm.typical);
    expect(jobProgress(job([['18:20:00', null]]), rig(), at('18:30:00')).beesIn).toBe(HAND * 600);
  });

  it('never leaves fewer than none to go', () => {
    const long = jobProgress(job([['18:20:00', null]]), rig(), at('23:20:00'));
    expect([long.toGo, long.toGoMost, long.left, long.leftMost]).toEqual([0, 0, 0, 0]);
    const fresh = jobProgress(job([]), rig(), at('18:20:00'));
    expect(fresh.toGo).toBe(fresh.expected.typical);
    expect(fresh.toGoMost).toBeGreaterThan(fresh.toGo);
  });

  it('a fresh battery counts from when it was put in; a cord has none', () => {
    const spells = [
      ['18:20:00', '18:30:00'],
      ['18:32:00', null],
    ] as const;
    const left = (batteryChangedAt: string | null, runTime: number | null = 1800) =>
      jobProgress(job(spells, {}, { batteryChangedAt }), rig({ runTime }), at('18:34:00')).batteryLeft;
    expect(left(null)).toBe(1800 - 600 - 120);
    expect(left(at('18:31:00'))).toBe(1800 - 120);
    expect(left(at('18:25:00'))).toBe(1800 - 300 - 120);
    expect(left(null, null)).toBeNull();
    expect(left(null, 300)).toBe(0);
  });
});

describe('what the watch is told of a job', () => {
  const told = (one: JobSoFar, now: string, more: Partial<Parameters<typeof liveReadingOf>[2]> = {}) =>
    liveReadingOf(one, jobProgress(one, rig(), now), { rig: rig(), box: null, ...more });

  it('a temperature that was read off tells how fast it warms once there are two, and grows old', () => {
    expect(boxReading([], at('18:30:00'))).toBeNull();
    const one = boxReading([{ at: at('18:29:00'), temp: 305 }], at('18:30:00'))!;
    expect([one.rate, one.age]).toEqual([null, 60]);
    const read = [
      { at: at('18:28:00'), temp: 304 },
      { at: at('18:29:00'), temp: 305.2 },
    ];
    expect(boxReading(read, at('18:29:30'))!.rate).toBeCloseTo(0.02, 9);
    expect(boxReading([read[0]!, { at: read[0]!.at, temp: 305 }], at('18:29:30'))!.rate).toBeNull();
  });

  it('an old reading is told as old, a stand-in’s never', () => {
    const one = job([['18:20:00', null]]);
    const codes = (box: Parameters<typeof liveReadingOf>[2]['box']): readonly string[] =>
      liveWatch({ reading: told(one, at('18:30:00'), { box }) }).alarms.map(({ code }) => code);
    expect(codes(boxReading([{ at: at('18:29:31'), temp: 305 }], at('18:30:00')))).not.toContain('stale');
    expect(codes(boxReading([{ at: at('18:29:30'), temp: 305 }], at('18:30:00')))).toContain('stale');
    expect(codes({ temp: 305, rate: 0, coverage: 0.1, age: null })).not.toContain('stale');
  });

  it('a box that was shut full is out of the way: what counts is the one that is being filled', () => {
    const full = (boxesFull: number) => told(job([['18:20:00', null]], {}, { boxesFull }), at('18:40:00'));
    expect([full(0).beesIn, full(0).capacity]).toEqual([HAND * 1200, 30_000]);
    expect([full(1).beesIn, full(1).capacity]).toEqual([HAND * 1200 - 15_000, 15_000]);
    expect([full(2).beesIn, full(2).capacity]).toEqual([0, 15_000]);
    expect(told(job([['18:20:00', null]], {}, { boxes: 4 }), at('18:40:00')).capacity).toBe(60_000);
  });

  it('the port is known to be shut where the record says so, and not before', () => {
    expect(told(job([]), at('18:21:00')).portOpen).toBeNull();
    expect(told(job([['18:20:00', '18:21:00']], { portShut: true }), at('18:22:00')).portOpen).toBeFalse();
    expect(told(job([['18:20:00', null]], { portShut: true }), at('18:22:00')).portOpen).toBeTrue();
  });

  it('a shut box is watched by its own heat clock', () => {
    const one = job([['18:20:00', '18:21:00']]);
    const codes = (shutLimit: number | null): readonly string[] =>
      liveWatch({ reading: told(one, at('18:31:00'), { shutLimit }) }).alarms.map(({ say }) => say);
    expect(codes(600)).toContain('shut-long.act');
    expect(codes(601)).toContain('shut-long.watch');
    expect(codes(7200).filter((say) => say.startsWith('shut-long'))).toEqual([]);
  });

  it('without a rig nothing of one is told', () => {
    const one = job([['18:20:00', null]]);
    const reading = liveReadingOf(one, jobProgress(one, null, at('18:30:00')), { rig: null, box: null });
    expect([reading.capacity, reading.speed, reading.runTimeLeft, reading.allowedCoverage]).toEqual([
      null,
      null,
      null,
      null,
    ]);
  });
});

describe('what finished jobs came to', () => {
  const place = { lat: 47.4, lon: 13.2, tzOffsetMin: 120, forecast: [] };
  const done = (
    change: Parameters<typeof callRow>[0] = {},
    taken: Parameters<typeof collectionRow>[0] = {},
  ): LoggedJob => ({
    call: callRow({
      state: 'settled',
      startedAt: '2025-05-20T10:00:00',
      stoppedAt: '2025-05-20T13:00:00',
      ...NEST,
      ...change,
    }),
    collection: collectionRow({ dead: 40, queen: 'seen', ...taken }),
    place,
  });

  it('counts what is over alone, kind by kind', () => {
    const [swarms, walls] = jobLog([
      done(),
      done({ state: 'lost' }, { queen: 'notSeen', dead: 10 }),
      done({ state: 'resting' }),
      done({ kind: 'unknown' }),
      done({ kind: 'hangingSwarm', startedAt: null }),
    ]);
    expect([walls!.kind, walls!.jobs, walls!.settled, walls!.lost, walls!.queens, walls!.dead]).toEqual([
      'structure',
      2,
      1,
      1,
      1,
      50,
    ]);
    expect([walls!.timed, walls!.taken]).toEqual([2, 360]);
    expect([swarms!.kind, swarms!.jobs, swarms!.timed, paceOf(swarms!)]).toEqual(['hangingSwarm', 1, 0, null]);
    expect(jobLog([])).toEqual([]);
  });

  it('a job that took twice as long has twice the pace', () => {
    const pace = (stoppedAt: string): number => paceOf(jobLog([done({ stoppedAt })])[0]!)!;
    expect(pace('2025-05-20T14:00:00')).toBeCloseTo(2 * pace('2025-05-20T12:00:00'), 9);
  });

  it('setting up counts where somebody said when they arrived, that day and not later than the start', () => {
    const planned = (arrivedAt: string | null): readonly [number, number] => {
      const [log] = jobLog([done({ arrivedAt })]);
      return [log!.planned, log!.taken];
    };
    const [bare, taken] = planned(null);
    const setup = CALLOUT_DATA.phases.structure.setup.typical;
    expect(taken).toBe(180);
    expect(planned('2025-05-20T09:10')).toEqual([bare + setup, 230]);
    expect(planned('2025-05-20T10:00')).toEqual([bare + setup, 180]);
    expect(planned('2025-05-20T10:01')).toEqual([bare, 180]);
    expect(planned('2025-05-19T09:10')).toEqual([bare, 180]);
  });

  it('the pace is that of the middle job: a clock left running does not move it', () => {
    expect(paceOf({ ratios: [] })).toBeNull();
    expect(paceOf({ ratios: [1.4] })).toBe(1.4);
    expect(paceOf({ ratios: [1.2, 1.4] })).toBeCloseTo(1.3, 12);
    expect(paceOf({ ratios: [1.2, 1.4, 90] })).toBe(1.4);
  });

  it('plans take longer from three jobs on, less only from eight on, and by no pace nobody believes', () => {
    const jobs = (count: number, pace: number): number | null =>
      provenPace({ ratios: Array.from({ length: count }, () => pace) });
    expect([2, 3].map((count) => jobs(count, 1.4))).toEqual([null, 1.4]);
    expect([7, 8].map((count) => jobs(count, 0.8))).toEqual([null, 0.8]);
    expect([jobs(8, 1), jobs(8, 10), jobs(8, 10.1), jobs(8, 0.1), jobs(8, 0.09)]).toEqual([null, 10, null, 0.1, null]);
  });

  it('without a place nobody knows the table', () => {
    expect(jobLog([{ ...done(), place: null }])[0]!.timed).toBe(0);
  });
});
