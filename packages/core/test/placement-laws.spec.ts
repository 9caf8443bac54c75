import {
  bestOfAll,
  type Candidate,
  chooseSites,
  type ChooseOptions,
  dispersalWeight,
  expectedCatches,
  haversine,
  type KnownColony,
  LANDMARK_FACTORS,
  siteAttraction,
} from '@yewridge/core/ground';
import fc from 'fast-check';
import { refused } from './evidence-rows.js';

const SEED = 20261201;
const KINDS = Object.keys(LANDMARK_FACTORS) as (keyof typeof LANDMARK_FACTORS)[];
const degrees = (from: number) => fc.integer({ min: 0, max: 300 }).map((n) => from + n / 10_000);
const candidate: fc.Arbitrary<Candidate> = fc.record({
  lat: degrees(47.4),
  lon: degrees(13.2),
  landmark: fc.constantFrom(...KINDS),
  effort: fc.integer({ min: 0, max: 6 }),
  permission: fc.constantFrom('granted', 'granted', 'granted', 'asked', 'refused'),
});
const colony: fc.Arbitrary<KnownColony> = fc.record({
  lat: degrees(47.4),
  lon: degrees(13.2),
  swarms: fc.integer({ min: 1, max: 30 }).map((n) => n / 10),
});
const candidates = fc.array(candidate, { minLength: 1, maxLength: 9 });
const colonies = fc.array(colony, { minLength: 1, maxLength: 4 });
const options: fc.Arbitrary<ChooseOptions> = fc.record({
  minSpacingM: fc.constantFrom(0, 200, 600),
  effortBudget: fc.constantFrom(null, 6, 12),
});
const small = fc.tuple(candidates, colonies, fc.integer({ min: 0, max: 5 }), options);
const holds = (set: readonly number[], all: readonly Candidate[], { minSpacingM, effortBudget }: ChooseOptions) => {
  const places = set.map((one) => all[one] ?? { lat: 0, lon: 0 });
  const effort = set.reduce((sum, one) => sum + (all[one]?.effort ?? 0), 0);
  return (
    effort <= (effortBudget ?? Infinity) + 1e-9 &&
    places.every((one, n) => places.slice(n + 1).every((other) => haversine(one, other) >= (minSpacingM ?? 200))) &&
    set.every((one) => all[one]?.permission === 'granted')
  );
};
const check = <T extends [unknown, ...unknown[]]>(property: fc.IProperty<T>, numRuns = 150): void => {
  fc.assert(property, { seed: SEED, numRuns });
};

describe('where to hang', () => {
  it('a choice is never worse than the greedy one, and never better than all choices or the bound', () => {
    check(
      fc.property(small, ([all, hives, k, limits]) => {
        const found = chooseSites(all, hives, k, limits);
        const best = chooseSites(all, hives, k, limits, true);
        expect(found.value).toBeGreaterThanOrEqual(found.greedyValue - 1e-12);
        expect(best.value).toBeGreaterThanOrEqual(found.value - 1e-12);
        expect(found.upperBound).toBeGreaterThanOrEqual(best.value - 1e-12);
        expect(found.allHung).toBeGreaterThanOrEqual(best.value - 1e-12);
        for (const { chosen } of [found, best]) expect(holds(chosen, all, limits)).toBeTrue();
        expect(new Set(found.chosen).size).toBe(found.chosen.length);
      }),
    );
  });

  it('all choices tried two ways come to the same', () => {
    check(
      fc.property(small, ([all, hives, k, limits]) => {
        const tried = bestOfAll(all, hives, k, limits);
        expect(tried?.value).toBeCloseTo(chooseSites(all, hives, k, limits, true).value, 12);
      }),
    );
  });

  it('what comes to each place adds up to the whole, as it does when it is told for these places alone', () => {
    check(
      fc.property(small, ([all, hives, k, limits]) => {
        const { chosen, value, perSite } = chooseSites(all, hives, k, limits);
        const alone = expectedCatches(
          chosen.map((one) => all[one] ?? { lat: 0, lon: 0 }),
          hives,
        );
        expect(perSite.reduce((sum, one) => sum + one, 0)).toBeCloseTo(value, 12);
        expect(alone.total).toBeCloseTo(value, 12);
        perSite.forEach((one, n) => {
          expect(alone.perSite[n]).toBeCloseTo(one, 12);
        });
        alone.perColony.forEach((row, n) => {
          expect(row.reduce((sum, one) => sum + one, 0)).toBeCloseTo(alone.perSite[n] ?? 0, 12);
        });
      }),
    );
  });

  it('one place more never catches less, and adds less the more hang', () => {
    check(
      fc.property(candidates, colonies, candidate, candidate, (hung, hives, more, other) => {
        const total = (places: readonly Candidate[]): number => expectedCatches(places, hives).total;
        const gain = total([...hung, more]) - total(hung);
        expect(gain).toBeGreaterThanOrEqual(-1e-12);
        expect(total([...hung, other, more]) - total([...hung, other])).toBeLessThanOrEqual(gain + 1e-12);
      }),
    );
  });

  it('no pin and no bar give the same answer as none said', () => {
    check(
      fc.property(small, ([all, hives, k, limits]) => {
        expect(chooseSites(all, hives, k, { ...limits, pinned: [], barred: [] })).toEqual(
          chooseSites(all, hives, k, limits),
        );
      }),
    );
  });

  it('a pin is taken and never gains over the best without it; what is barred is not taken', () => {
    check(
      fc.property(candidates, colonies, fc.integer({ min: 1, max: 4 }), fc.nat(), (all, hives, k, nth) => {
        const granted = all.flatMap(({ permission }, n) => (permission === 'granted' ? [n] : []));
        if (granted.length === 0) return;
        const one = granted[nth % granted.length] ?? 0;
        const best = chooseSites(all, hives, k, { minSpacingM: 0 }, true);
        for (const found of [
          chooseSites(all, hives, k, { minSpacingM: 0, pinned: [one] }),
          chooseSites(all, hives, k, { minSpacingM: 0, pinned: [one] }, true),
        ]) {
          expect(found.chosen).toContain(one);
          expect(found.value).toBeLessThanOrEqual(best.value + 1e-12);
        }
        const without = chooseSites(all, hives, k, { minSpacingM: 0, barred: [one] }, true);
        expect(without.chosen).not.toContain(one);
        expect(without.value).toBeLessThanOrEqual(best.value + 1e-12);
      }),
    );
  });

  it('what the best place left over adds is the difference to a plan with it', () => {
    check(
      fc.property(candidates, colonies, fc.integer({ min: 0, max: 4 }), (all, hives, k) => {
        const { chosen, value, next } = chooseSites(all, hives, k, { minSpacingM: 0 });
        const places = (set: readonly number[]) => set.map((one) => all[one] ?? { lat: 0, lon: 0 });
        if (next)
          expect(expectedCatches(places([...chosen, next.place]), hives).total - value).toBeCloseTo(next.gain, 12);
        else expect(chosen.length).toBe(all.filter(({ permission }) => permission === 'granted').length);
      }),
    );
  });
});

const AT = { lat: 47.4, lon: 13.2, permission: 'granted' } as const;
const BESIDE = { ...AT, lon: 13.21 };
const HIVES = [{ lat: 47.405, lon: 13.205, swarms: 2 }];

describe('limits of where to hang', () => {
  it('two places closer than the spacing are never both taken; at just that distance they are', () => {
    const apart = haversine(AT, BESIDE);
    expect(chooseSites([AT, BESIDE], HIVES, 2, { minSpacingM: apart }).chosen.length).toBe(2);
    expect(chooseSites([AT, BESIDE], HIVES, 2, { minSpacingM: apart + 0.01 }).chosen.length).toBe(1);
  });

  it('a permission of yesterday is none; of today it is one', () => {
    const until = { ...AT, permissionUntil: '2026-05-14' };
    expect(chooseSites([until], HIVES, 1, { today: '2026-05-14' })).toEqual(
      jasmine.objectContaining({ chosen: [0], excluded: 0 }),
    );
    expect(chooseSites([until], HIVES, 1, { today: '2026-05-15' })).toEqual(
      jasmine.objectContaining({ chosen: [], excluded: 1 }),
    );
    expect(chooseSites([until], HIVES, 1, { today: '2026-05-15', permission: ['unknown'] }).chosen).toEqual([0]);
  });

  it('without a colony places are judged by kind and spacing, and the answer says so', () => {
    const tree = { ...BESIDE, landmark: 'loneTree' } as const;
    const found = chooseSites([AT, tree], [], 1);
    expect([found.basis, found.chosen]).toEqual(['background', [1]]);
    expect(chooseSites([AT], HIVES, 1).basis).toBe('colonies');
    expect(chooseSites([], [], 3)).toEqual(jasmine.objectContaining({ chosen: [], value: 0, next: null }));
  });

  it('pins that cannot stand are refused: too many, too near, too dear, barred, without permission', () => {
    const pins = (options_: ChooseOptions, k = 2) => refused(() => chooseSites([AT, BESIDE], HIVES, k, options_));
    expect(pins({ pinned: [0, 1] }, 1)).toBe('CONFLICT pinned');
    expect(pins({ pinned: [0, 1], minSpacingM: 2000 })).toBe('CONFLICT pinned');
    expect(pins({ pinned: [0], barred: [0] })).toBe('CONFLICT pinned');
    expect(pins({ pinned: [2] })).toBe('RANGE pinned');
    expect(refused(() => chooseSites([{ ...AT, effort: 7 }], HIVES, 1, { pinned: [0], effortBudget: 6 }))).toBe(
      'CONFLICT pinned',
    );
    expect(refused(() => chooseSites([{ ...AT, permission: 'refused' }], HIVES, 1, { pinned: [0] }))).toBe(
      'CONFLICT pinned',
    );
  });

  it('5000 places and 1000 colonies are read, one more of either is too many', () => {
    const places = (count: number) => Array.from({ length: count }, () => AT);
    expect(refused(() => chooseSites(places(5001), HIVES, 0))).toBe('TOO_LARGE candidates');
    expect(chooseSites(places(5000), HIVES, 0).chosen).toEqual([]);
    const hives = (count: number) => Array.from({ length: count }, () => HIVES[0] ?? AT);
    expect(refused(() => expectedCatches([AT], hives(1001)))).toBe('TOO_LARGE colonies');
    expect(expectedCatches([AT], hives(1000)).perSite.length).toBe(1);
  });

  it('more than 200 000 sets are not tried', () => {
    const many = Array.from({ length: 40 }, (_, n) => ({ ...AT, lon: 13.2 + n / 100 }));
    expect(refused(() => chooseSites(many, HIVES, 5, null, true))).toBe('TOO_LARGE k');
    expect(bestOfAll(many, HIVES, 5)).toBeNull();
    // 40 x 39 / 2 full sets.
    expect(bestOfAll(many, HIVES, 2)?.tried).toBe(780);
  });

  it('a swarm rarely settles within 100 m, mostly at some 300 to 900 m, and hardly at 4 km', () => {
    const at = [100, 500, 2000, 4000].map((distance) => dispersalWeight(distance));
    expect(at.map((one) => Math.round(100 * one) / 100)).toEqual([0.15, 0.77, 0.14, 0.02]);
    expect(dispersalWeight(0)).toBe(0);
  });

  it('a place in full sun and wind draws less, one by the water more', () => {
    expect(siteAttraction({})).toBe(1);
    expect(siteAttraction({ shade: 'fullSun', windExposed: true })).toBeCloseTo(0.72, 12);
    expect(siteAttraction({ waterM: 0 })).toBeCloseTo(1.15, 12);
    expect(siteAttraction({ landmark: 'loneTree', quality: 0.5 })).toBeCloseTo(0.65, 12);
  });
});
