import {
  catchStage,
  type Followup,
  inLifeOrder,
  type MarkedStep,
  planTrack,
  settledOn,
  type StepTask,
} from '@yewridge/core/catches';

type Kind = Followup['kind'];
const told = (...list: readonly (readonly [on: string, kind: Kind])[]): readonly Followup[] =>
  list.map(([on, kind]) => ({ on, kind }));
const settled = (...list: readonly (readonly [string, Kind])[]): string | null =>
  settledOn({ inTrap: false, since: '2026-05-01', followups: told(...list) });

describe('what was told of a colony', () => {
  it('goes by its days, and on one day in the order of a colony’s life', () => {
    const list = told(
      ['2026-05-09', 'hived'],
      ['2026-05-08', 'died'],
      ['2026-05-09', 'laying'],
      ['2026-05-09', 'requeened'],
    );
    expect([...list].sort(inLifeOrder).map(({ on, kind }) => `${on} ${kind}`)).toEqual([
      '2026-05-08 died',
      '2026-05-09 hived',
      '2026-05-09 requeened',
      '2026-05-09 laying',
    ]);
    expect(inLifeOrder({ on: '2026-05-09', kind: 'hived' }, { on: '2026-05-09', kind: 'hived' })).toBe(0);
  });
});

describe('the day a colony counts as settled', () => {
  it('is a week after it was hived, or the day of its eggs, whichever is later', () => {
    expect(settled(['2026-05-02', 'hived'], ['2026-05-05', 'laying'])).toBe('2026-05-09');
    expect(settled(['2026-05-02', 'hived'], ['2026-05-09', 'laying'])).toBe('2026-05-09');
    expect(settled(['2026-05-02', 'hived'], ['2026-05-10', 'laying'])).toBe('2026-05-10');
    expect(settled(['2026-05-20', 'laying'], ['2026-05-02', 'hived'])).toBe('2026-05-20');
    // Nobody wrote that it was hived: from the day it was found.
    expect(settled(['2026-05-03', 'laying'])).toBe('2026-05-08');
  });

  it('is none without eggs, and none while the bees are in the trap', () => {
    expect(settled(['2026-05-02', 'hived'])).toBeNull();
    expect(settledOn({ inTrap: true, since: '2026-05-01', followups: told(['2026-05-03', 'laying']) })).toBeNull();
  });

  it('is the day it was united or came through the winter, where that is sooner or nobody saw eggs', () => {
    expect(settled(['2026-05-02', 'hived'], ['2026-05-04', 'united'])).toBe('2026-05-04');
    expect(settled(['2026-05-02', 'hived'], ['2026-05-05', 'laying'], ['2026-05-08', 'united'])).toBe('2026-05-08');
    expect(settled(['2026-05-02', 'hived'], ['2026-05-05', 'laying'], ['2026-05-20', 'united'])).toBe('2026-05-09');
    expect(settled(['2027-03-20', 'overwintered'])).toBe('2027-03-20');
  });

  it('asks for eggs of the queen that was given last', () => {
    const before = [
      ['2026-05-02', 'hived'],
      ['2026-05-05', 'laying'],
      ['2026-05-12', 'requeened'],
    ] as const;
    expect(settled(...before)).toBeNull();
    expect(settled(...before, ['2026-05-30', 'laying'])).toBe('2026-05-30');
  });

  it('is none where it was lost before or on that day, and stays where it was lost later', () => {
    const hived = [
      ['2026-05-02', 'hived'],
      ['2026-05-05', 'laying'],
    ] as const;
    expect(settled(...hived, ['2026-05-08', 'absconded'])).toBeNull();
    expect(settled(...hived, ['2026-05-09', 'died'])).toBeNull();
    expect(settled(...hived, ['2026-05-10', 'died'])).toBe('2026-05-09');
  });

  it('begins anew with bees that came back', () => {
    expect(
      settled(['2026-05-02', 'hived'], ['2026-05-05', 'laying'], ['2026-05-20', 'absconded'], ['2026-05-25', 'hived']),
    ).toBeNull();
    expect(settled(['2026-05-20', 'absconded'], ['2026-05-25', 'hived'], ['2026-05-27', 'laying'])).toBe('2026-06-01');
  });
});

describe('where a catch stands', () => {
  const stage = (today: string, ...list: readonly (readonly [string, Kind])[]): string =>
    catchStage({ inTrap: false, since: '2026-05-01', followups: told(...list), today });

  it('is settled from the day on that it counts as such, and not a day before', () => {
    const list = [
      ['2026-05-02', 'hived'],
      ['2026-05-05', 'laying'],
    ] as const;
    expect([stage('2026-05-08', ...list), stage('2026-05-09', ...list), stage('2026-05-10', ...list)]).toEqual([
      'hived',
      'settled',
      'settled',
    ]);
    expect(stage('2026-05-20', ['2026-05-02', 'hived'])).toBe('hived');
  });

  it('is lost by what was told last, whatever was before', () => {
    expect(stage('2026-06-01', ['2026-05-02', 'hived'], ['2026-05-05', 'laying'], ['2026-05-30', 'died'])).toBe('lost');
    expect(stage('2026-06-01', ['2026-05-30', 'absconded'], ['2026-05-31', 'hived'])).toBe('hived');
  });

  it('is in the trap until something else than eggs is told, and held where nothing is', () => {
    const inTrap = (...list: readonly (readonly [string, Kind])[]): string =>
      catchStage({ inTrap: true, since: '2026-05-01', followups: told(...list), today: '2026-06-01' });
    expect([inTrap(), inTrap(['2026-05-05', 'laying']), inTrap(['2026-05-05', 'hived'])]).toEqual([
      'inTrap',
      'inTrap',
      'hived',
    ]);
    expect(stage('2026-06-01')).toBe('held');
  });
});

describe('a plan as it is lived', () => {
  const FOUND = '2026-05-14';
  const task = (code: StepTask['code'], startMin: number, endMin: number): StepTask => ({
    code,
    startMin,
    endMin,
    start: '',
    end: '',
    reason: 'x',
  });
  /** Closed at 20:30 to 21:15, moved the next morning, opened that evening; brood is looked for after two days. */
  const TASKS = [
    task('closeAtDusk', 1230, 1275),
    task('move', 1440 + 300, 1440 + 360),
    task('open', 1440 + 1200, 1440 + 1260),
    task('broodCheck', 2 * 1440 + 600, 2 * 1440 + 660),
  ];
  const lived = (now: string, ...marks: readonly MarkedStep[]): ReturnType<typeof planTrack> =>
    planTrack(FOUND, TASKS, marks, now);
  const states = (now: string, ...marks: readonly MarkedStep[]): readonly string[] =>
    lived(now, ...marks).map(({ state }) => state);

  it('is ahead until its minute, now from its first to its last, and late after that', () => {
    expect(
      ['2026-05-14T20:29', '2026-05-14T20:30', '2026-05-14T21:15', '2026-05-14T21:16'].map((now) => states(now)[0]),
    ).toEqual(['ahead', 'now', 'now', 'late']);
  });

  it('of a look that was missed is over, not late', () => {
    const peek = planTrack(FOUND, [task('peek', 600, 1230)], [], '2026-05-14T20:31');
    expect(peek[0]?.state).toBe('over');
  });

  it('done on its day leaves the rest where it is', () => {
    const steps = lived('2026-05-15T05:30', { code: 'closeAtDusk', state: 'done', at: '2026-05-14T21:40' });
    expect(steps.map(({ state, shiftedDays }) => [state, shiftedDays])).toEqual([
      ['done', 0],
      ['now', 0],
      ['ahead', 0],
      ['ahead', 0],
    ]);
    expect([steps[0]!.start, steps[0]!.end]).toEqual(['2026-05-14T21:40', '2026-05-14T21:40']);
  });

  it('put off by two days takes the chain after it along, and leaves the bees’ own clock', () => {
    const steps = lived('2026-05-15T12:00', { code: 'closeAtDusk', state: 'moved', at: '2026-05-16T20:00' });
    expect(steps.map(({ code, start, end }) => `${code} ${start} ${end}`)).toEqual([
      'closeAtDusk 2026-05-16T20:00 2026-05-16T20:45',
      'move 2026-05-17T05:00 2026-05-17T06:00',
      'open 2026-05-17T20:00 2026-05-17T21:00',
      'broodCheck 2026-05-16T10:00 2026-05-16T11:00',
    ]);
    expect(steps.map(({ shiftedDays }) => shiftedDays)).toEqual([2, 2, 2, 0]);
  });

  it('of brood that was looked for later moves nothing but itself', () => {
    const steps = lived('2026-05-15T12:00', { code: 'broodCheck', state: 'done', at: '2026-05-20T10:00' });
    expect(steps.map(({ shiftedDays }) => shiftedDays)).toEqual([0, 0, 0, 4]);
  });

  it('skipped stays where it was planned, whatever hour was noted', () => {
    const [skipped, next] = lived('2026-05-15T12:00', {
      code: 'closeAtDusk',
      state: 'skipped',
      at: '2026-05-18T20:00',
    });
    expect([skipped!.state, skipped!.start, next!.shiftedDays]).toEqual(['skipped', '2026-05-14T20:30', 0]);
  });

  it('closed after midnight belongs to the evening before', () => {
    const steps = lived('2026-05-15T04:00', { code: 'closeAtDusk', state: 'done', at: '2026-05-15T00:30' });
    expect(steps.map(({ shiftedDays }) => shiftedDays)).toEqual([0, 0, 0, 0]);
  });
});
