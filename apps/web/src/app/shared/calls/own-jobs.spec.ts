import { ownLimit } from '@yewridge/core/callouts';
import type { RigJob } from '@yewridge/core/suction';
import { countedJobs, FIELD_LIMITS, judgedJob, LIMIT_WORDS } from './own-jobs';

const JOB: RigJob = {
  id: 'j',
  day: '2026-05-10',
  place: 'Mill house',
  speed: 5,
  dead: 90,
  total: 8000,
  beesBy: 'weighed',
};
const without = (field: keyof RigJob): RigJob => {
  const { [field]: _left, ...rest } = JOB;
  return { id: 'j', ...rest };
};

describe('losses: which jobs count', () => {
  it('a job that was only begun says nothing, whatever is missing', () => {
    expect(judgedJob({ id: 'j' })).toEqual({
      row: null,
      why: 'Does not count yet. Still to say: the day, the place, how fast they landed, the dead, the bees in all.',
    });
    for (const field of ['day', 'place', 'speed', 'dead', 'total', 'beesBy'] as const) {
      expect(judgedJob(without(field)).row)
        .withContext(field)
        .toBeNull();
    }
    expect(judgedJob({ ...JOB, place: '  ' }).why).toContain('the place');
    expect(judgedJob({ ...JOB, day: '0026-05-10' }).why).toContain('the day');
  });

  it('typed in full it counts, less those that die anyway; no dead at all is a count too', () => {
    const { row, why } = judgedJob(JOB);
    expect([row?.speed, row?.dead, row?.total, why]).toEqual([5, 82, 8000, null]);
    expect(judgedJob({ ...JOB, dead: 0 }).row?.dead).toBe(0);
  });

  it('a guess, fewer than 500 bees, more dead than bees and other causes do not count', () => {
    expect(judgedJob({ ...JOB, beesBy: 'guess' }).why).toContain('guessed');
    expect([499, 500].map((total) => judgedJob({ ...JOB, total }).row === null)).toEqual([true, false]);
    expect([8000, 8001].map((dead) => judgedJob({ ...JOB, dead }).row === null)).toEqual([false, true]);
    expect(judgedJob({ ...JOB, notSpeed: true }).why).toBe('Left out: not due to speed.');
  });

  it('two clicks never paint a bee-killing setting safe', () => {
    const limit = ownLimit({ rows: countedJobs([{ id: 'a' }, { id: 'b', speed: 12 }]), fieldLimits: FIELD_LIMITS });
    expect([limit.limit, limit.moved, LIMIT_WORDS[limit.reason]]).toEqual([
      FIELD_LIMITS.usual,
      false,
      'Fewer than 8 jobs count: the usual limit stays.',
    ]);
    const kind = Array.from({ length: 30 }, (_, n): RigJob => ({ ...JOB, id: `${n}`, speed: 6 + (n % 10), dead: 8 }));
    const bold = ownLimit({ rows: countedJobs(kind), fieldLimits: FIELD_LIMITS });
    expect(bold.limit).toBeLessThanOrEqual(FIELD_LIMITS.harmful);
  });
});
