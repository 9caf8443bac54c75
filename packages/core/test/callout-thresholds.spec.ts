import {
  ARRIVAL_LIMITS,
  type CountedJob,
  type LossFacts,
  lossRow,
  type OwnLimit,
  ownLimit,
} from '@yewridge/core/callouts';
import { refusal } from './refusal.js';

/** A job told in full, which counts. */
const TOLD: LossFacts = {
  speedKind: 'arrival',
  speed: 4,
  speedBasis: 'measured',
  bees: 10_000,
  beesBasis: 'weighed',
  dead: 60,
};
const job = (change: Partial<LossFacts>): ReturnType<typeof lossRow> => lossRow({ ...TOLD, ...change });
const whyNot = (change: Partial<LossFacts>): readonly string[] => job(change).reasons;

describe('a job counts for speed', () => {
  it('when speed, bees and dead were told and nothing else killed: less those of age, one in a thousand', () => {
    expect(job({})).toEqual({
      counts: true,
      row: { speed: 4, dead: 50, total: 10_000 },
      share: 0.005,
      reasons: [],
      speedKind: 'arrival',
    });
  });

  it('without those that hands crushed and honey drowned, in the dead and in the bees', () => {
    const { row, share } = job({ crushed: 20, drowned: 10, natural: 0 });
    expect(row).toEqual({ speed: 4, dead: 30, total: 9970 });
    expect(share).toBeCloseTo(30 / 9970, 12);
    expect(job({ crushed: 20, drowned: 10 }).row?.dead).toBeCloseTo(30 - 9.97, 12);
  });

  it('never with fewer than none dead, where more died of age than lay there', () => {
    expect(job({ dead: 3, natural: 5 }).row?.dead).toBe(0);
  });

  it('not with a speed nobody told or somebody guessed', () => {
    expect(whyNot({ speed: null })).toEqual(['speed-unknown']);
    expect(whyNot({ speedBasis: 'guess' })).toEqual(['speed-unknown']);
    expect(whyNot({ speedBasis: null })).toEqual(['speed-unknown']);
    expect(whyNot({ speedBasis: 'model' })).toEqual([]);
    expect(job({ speed: null }).row).toBeNull();
  });

  it('not with bees nobody counted, weighed or saw on frames', () => {
    expect(whyNot({ bees: null })).toEqual(['bees-unknown']);
    expect(whyNot({ beesBasis: 'guess' })).toEqual(['bees-unknown']);
    expect(whyNot({ beesBasis: null })).toEqual(['bees-unknown']);
    expect(whyNot({ beesBasis: 'frames' })).toEqual([]);
  });

  it('not where the dead were never counted; none dead is a count', () => {
    expect(whyNot({ dead: null })).toEqual(['dead-not-counted']);
    expect(whyNot({ dead: 0, natural: 0 })).toEqual([]);
    expect([job({ dead: null }).row, job({ dead: null }).share]).toEqual([null, null]);
    expect(job({ bees: null }).share).toBeNull();
  });

  it('not with fewer than 500 bees, the crushed and drowned taken off', () => {
    expect(whyNot({ bees: 500, dead: 5 })).toEqual([]);
    expect(whyNot({ bees: 499, dead: 5 })).toEqual(['too-few']);
    expect(whyNot({ bees: 501, dead: 5, crushed: 1, drowned: 1 })).toEqual(['too-few']);
    expect(job({ bees: 499, dead: 5 }).counts).toBeFalse();
  });

  it('not where the box came to 42 °C', () => {
    expect(whyNot({ peakTemp: 315.14 })).toEqual([]);
    expect(whyNot({ peakTemp: 315.15 })).toEqual(['heat']);
    expect(whyNot({ peakTemp: 320 })).toEqual(['heat']);
  });

  it('not from a clogged hose, or where poison is known or suspected', () => {
    expect(whyNot({ clogged: true })).toEqual(['clogged']);
    expect(whyNot({ poison: 'yes' })).toEqual(['poison']);
    expect(whyNot({ poison: 'suspected' })).toEqual(['poison']);
    expect([...whyNot({ poison: 'no' }), ...whyNot({ poison: 'unknown' })]).toEqual([]);
  });

  it('tells every reason at once, in their order, and still the share', () => {
    const { reasons, share } = job({ speed: null, bees: 400, beesBasis: 'guess', dead: 40, clogged: true });
    expect(reasons).toEqual(['speed-unknown', 'bees-unknown', 'too-few', 'clogged']);
    expect(share).toBeCloseTo((40 - 0.4) / 400, 12);
  });

  it('has no share where nobody is left to share in', () => {
    expect(job({ bees: 10, dead: 10, crushed: 10, natural: 0 }).share).toBeNull();
  });

  it('is refused where the numbers contradict each other, and only then', () => {
    expect(job({ dead: 30, crushed: 20, drowned: 10 }).counts).toBeTrue();
    expect(refusal(() => job({ dead: 30, crushed: 20, drowned: 11 }))).toEqual(['CONFLICT', 'dead']);
    expect(job({ dead: null, crushed: 20 }).counts).toBeFalse();
    expect(job({ bees: 600, dead: 600 }).counts).toBeTrue();
    expect(refusal(() => job({ bees: 600, dead: 601 }))).toEqual(['CONFLICT', 'dead']);
    expect(job({ bees: null, dead: 60 }).counts).toBeFalse();
    expect(refusal(() => job({ bees: 0.5 }))).toEqual(['RANGE', 'bees']);
    expect(job({ bees: 1, dead: 0 }).counts).toBeFalse();
  });
});

describe('the keeper’s own limit', () => {
  type Told = readonly [speed: number, dead: number, total: number];
  const jobs = (...told: readonly Told[]): readonly CountedJob[] =>
    told.map(([speed, dead, total]) => ({ speedKind: 'arrival', speed, dead, total }));
  const along = (speeds: readonly number[], share: (speed: number) => number, bees: number): readonly CountedJob[] =>
    jobs(...speeds.map((speed): Told => [speed, Math.round(bees * share(speed)), bees]));
  const limitOf = (rows: readonly CountedJob[], more: object = {}): OwnLimit =>
    ownLimit({ rows, fieldLimits: ARRIVAL_LIMITS, ...more });
  const EIGHT = [3, 3.5, 4, 4.5, 5, 5.5, 6, 6.5];

  it('stays with fewer than eight jobs, and says that it is the number', () => {
    const few = limitOf(along(EIGHT.slice(1), () => 0.01, 20_000));
    expect([few.limit, few.moved, few.reason, few.jobs, few.slope, few.fitted]).toEqual([
      4.5,
      false,
      'few-jobs',
      7,
      null,
      null,
    ]);
    expect(limitOf(along(EIGHT, () => 0.01, 20_000)).reason).not.toBe('few-jobs');
    expect(limitOf(jobs([4, 1, 900]), { minJobs: 3 }).reason).toBe('few-jobs');
  });

  it('stays where all jobs were alike: a metre a second apart is the least', () => {
    const alike = [4, 4, 4, 4, 4, 4, 4];
    expect(limitOf(along([...alike, 4.99], () => 0.01, 2000)).reason).toBe('same-speed');
    expect(limitOf(along([...alike, 5], () => 0.01, 2000)).reason).not.toBe('same-speed');
  });

  it('goes down to the gentle speed where slow jobs already kill more than is accepted, whatever else is known', () => {
    const at = limitOf(jobs([4.5, 20, 1000]));
    expect([at.limit, at.moved, at.reason]).toEqual([4.5, false, 'few-jobs']);
    const over = limitOf(jobs([4.5, 21, 1000]));
    expect([over.limit, over.moved, over.reason]).toEqual([3, true, 'losses-high']);
    // Added up over the slow jobs, not job by job; fast ones are another matter.
    expect(limitOf(jobs([4, 30, 1000], [4.5, 9, 1000])).reason).toBe('few-jobs');
    expect(limitOf(jobs([4, 31, 1000], [4.5, 10, 1000])).reason).toBe('losses-high');
    expect(limitOf(jobs([4.6, 999, 1000])).reason).toBe('few-jobs');
    expect(limitOf(along(EIGHT, () => 0.05, 20_000)).reason).toBe('losses-high');
  });

  it('goes down to where the curve passes the share that is accepted, within what was tried', () => {
    const own = limitOf(along(EIGHT, (v) => 0.002 * Math.exp(v - 2), 20_000));
    expect([own.moved, own.reason, own.limit]).toEqual([true, 'own-jobs', own.fitted!]);
    expect(own.limit).toBeGreaterThan(3);
    expect(own.limit).toBeLessThan(4.5);
    expect(own.slope).toBeGreaterThan(0);
  });

  it('goes no further down than half a metre below what was tried, nor below the gentle speed', () => {
    const tried = limitOf(along([4.2, 4.3, 4.4, 4.5, 4.6, 5, 5.5, 6], (v) => 0.02 * Math.exp(1.2 * (v - 3.4)), 60_000));
    expect([tried.limit, tried.reason]).toEqual([3.7, 'not-tried']);
    const wider = limitOf(
      along([4.2, 4.3, 4.4, 4.5, 4.6, 5, 5.5, 6], (v) => 0.02 * Math.exp(1.2 * (v - 3.4)), 60_000),
      { margin: 1 },
    );
    expect([wider.limit, wider.reason]).toEqual([3.2, 'not-tried']);
    const floor = limitOf(along([2, 2.5, 3, 3.5, 4, 4.5, 5, 6], (v) => 0.01 * Math.exp(0.9 * (v - 2)), 60_000));
    expect([floor.limit, floor.reason]).toEqual([3, 'field-floor']);
  });

  it('stays where the jobs show no slope', () => {
    const flat = limitOf(along(EIGHT, () => 0.01, 20_000));
    expect([flat.limit, flat.moved, flat.reason, flat.fitted]).toEqual([4.5, false, 'no-slope', null]);
    expect(flat.slope).not.toBeNull();
  });

  it('is refused for limits that do not rise, another kind of speed, and shares nobody could mean', () => {
    const limits =
      (change: object): (() => unknown) =>
      () =>
        ownLimit({ rows: [], fieldLimits: { ...ARRIVAL_LIMITS, ...change } });
    expect(refusal(limits({ gentle: 4.5 }))).toEqual(['CONFLICT', 'fieldLimits']);
    expect(refusal(limits({ harmful: 4.5 }))).toEqual(['CONFLICT', 'fieldLimits']);
    expect(refusal(limits({ speedKind: 'screen', usual: 4.5 }))[0]).toBe('ENUM');
    const other = [...jobs([4, 1, 900]), { speedKind: 'hose', speed: 4, dead: 1, total: 900 } as unknown as CountedJob];
    expect(refusal(() => limitOf(other))[1]).toBe('rows[1].speedKind');
    const first = [{ speedKind: 'nozzle', speed: 4, dead: 1, total: 900 } as unknown as CountedJob];
    expect(refusal(() => limitOf(first))[1]).toBe('rows[0].speedKind');
    expect(refusal(() => limitOf([], { share: 0 }))).toEqual(['RANGE', 'share']);
    expect(limitOf([], { share: 0.2 }).reason).toBe('few-jobs');
    expect(refusal(() => limitOf([], { share: 0.21 }))).toEqual(['RANGE', 'share']);
    expect(refusal(() => limitOf([], { minJobs: 2 }))).toEqual(['RANGE', 'minJobs']);
    expect(limitOf(jobs([4, 900, 900])).jobs).toBe(1);
    expect(refusal(() => limitOf(jobs([4, 901, 900])))).toEqual(['RANGE', 'rows[0].dead']);
    expect(refusal(() => limitOf(jobs([4, 0, 0.5])))).toEqual(['RANGE', 'rows[0].total']);
  });
});
