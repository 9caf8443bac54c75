import { type ColonyPlan, colonyPlan, colonyWay, swarmClass, tellsOfSeason } from '@yewridge/core/catches';
import type { DomainError } from '@yewridge/core/shared/errors';

const CAUGHT = {
  foundOn: '2026-05-14',
  lat: 47.4,
  lon: 13.2,
  tzOffsetMin: 120,
  school: 'anchor',
  size: 'medium',
  heightM: 3,
} as const;
type Asked = Partial<Parameters<typeof colonyPlan>[0]>;
const plan = (change: Asked = {}): ColonyPlan => colonyPlan({ ...CAUGHT, way: 'trap', ...change });
const codes = ({ tasks }: ColonyPlan): readonly string[] => tasks.map(({ code }) => code);
const task = (one: ColonyPlan, wanted: string): ColonyPlan['tasks'][number] =>
  one.tasks.find(({ code }) => code === wanted)!;

describe('how bees came', () => {
  it('goes by how they were taken: hands and brush off a branch, vacuum and saw out of a structure', () => {
    expect([colonyWay('vacuum', false), colonyWay('cutOut', false)]).toEqual(['structure', 'structure']);
    expect([colonyWay('shaken', false), colonyWay('brushed', false), colonyWay(null, false)]).toEqual([
      'branch',
      'branch',
      'branch',
    ]);
    expect([colonyWay('trap', false), colonyWay('trap', true)]).toEqual(['trap', 'trap']);
  });

  it('is by a trap where they hung in one, but for a vacuum', () => {
    expect([colonyWay(null, true), colonyWay('shaken', true), colonyWay('vacuum', true)]).toEqual([
      'trap',
      'trap',
      'structure',
    ]);
  });

  it('tells of the season only where a swarm arrived by itself', () => {
    expect([tellsOfSeason('trap'), tellsOfSeason('shaken'), tellsOfSeason('brushed'), tellsOfSeason(null)]).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect([tellsOfSeason('vacuum'), tellsOfSeason('cutOut')]).toEqual([false, false]);
  });
});

describe('the plan of a colony', () => {
  it('of a trap begins with a look, from ten in the morning of the day it is closed until the door is', () => {
    const one = plan();
    expect(codes(one).slice(0, 2)).toEqual(['peek', 'closeAtDusk']);
    const [peek, closing] = [task(one, 'peek'), task(one, 'closeAtDusk')];
    expect([peek.start, peek.end, peek.reason]).toEqual(['2026-05-16T10:00', closing.start, 'still-there']);
    expect([peek.startMin, peek.endMin]).toEqual([2 * 1440 + 600, closing.startMin]);
  });

  it('leaves half an hour for the look where the door is closed before ten, on a clock far off the sun', () => {
    const dusk = (tzOffsetMin: number): readonly string[] => {
      const one = plan({ foundOn: '2026-12-05', lat: 66, lon: 25, tzOffsetMin, school: 'sameEvening' });
      const [peek, closing] = [task(one, 'peek'), task(one, 'closeAtDusk')];
      expect(peek.end).toBe(closing.start);
      return [peek.start, closing.start];
    };
    expect(dusk(120)).toEqual(['2026-12-05T10:00', '2026-12-05T14:31']);
    expect(dusk(-120)).toEqual(['2026-12-05T10:00', '2026-12-05T10:31']);
    expect(dusk(-180)).toEqual(['2026-12-05T09:01', '2026-12-05T09:31']);
  });

  it('of a trap with frames in it lifts it whole onto its stand, and says how many', () => {
    expect(task(plan({ framesIn: 1 }), 'transfer').reason).toBe('whole-1');
    expect(task(plan({ framesIn: 5 }), 'transfer').reason).toBe('whole-5');
    expect(task(plan({ framesIn: 0 }), 'transfer').reason).toBe(task(plan(), 'transfer').reason);
    expect(task(plan(), 'transfer').reason).not.toContain('whole');
    const others = plan({ framesIn: 5 }).tasks.filter(({ code }) => code !== 'transfer');
    expect(others).toEqual(plan().tasks.filter(({ code }) => code !== 'transfer'));
  });

  it('of a swarm off a branch has no tree to climb, nothing to hang again and no look before', () => {
    const branch = codes(plan({ way: 'branch', framesIn: 5 }));
    for (const code of ['peek', 'lowerAtFirstLight', 'shade', 'rehang']) expect(branch).not.toContain(code);
    expect(branch).toContain('closeAtDusk');
    expect(branch).toContain('transfer');
    expect(codes(plan())).toContain('lowerAtFirstLight');
    expect(codes(plan())).toContain('rehang');
    expect(task(plan({ way: 'branch', framesIn: 5 }), 'transfer').reason).not.toContain('whole');
  });

  it('of bees out of a structure has none of a trap’s steps, and still says how many frames they need', () => {
    const structure = plan({ way: 'structure' });
    expect([structure.tasks, structure.notes, structure.way]).toEqual([[], [], 'structure']);
    expect(structure.frames).toEqual(plan().frames);
  });

  it('runs in the order of its hours, whatever was put in', () => {
    for (const way of ['trap', 'branch'] as const) {
      const starts = plan({ way }).tasks.map(({ startMin }) => startMin);
      expect(starts.length).toBeGreaterThan(5);
      expect(starts).toEqual([...starts].sort((a, b) => a - b));
    }
    expect(plan({ way: 'branch' }).way).toBe('branch');
    expect(plan().notes).toEqual(plan({ framesIn: 3 }).notes);
  });
});

describe('the class of a swarm', () => {
  it('is small below a kilogram, large above two', () => {
    expect([0, 0.999, 1, 2, 2.001].map(swarmClass)).toEqual(['small', 'small', 'medium', 'medium', 'large']);
  });

  it('is refused for no mass, a mass below nothing, and what is no number', () => {
    const code = (mass: unknown): string => {
      try {
        swarmClass(mass as number);
      } catch (error) {
        return (error as DomainError).code;
      }
      return 'none';
    };
    expect([code(undefined), code(-0.1), code('1'), code(Number.NaN)]).toEqual(['MISSING', 'RANGE', 'TYPE', 'TYPE']);
  });
});
