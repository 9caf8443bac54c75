import fc from 'fast-check';
import {
  beesFromCluster,
  beesFromMass,
  contents,
  CURVES,
  desirability,
  dryWidth,
  emptyMass,
  type Factor,
  FACTORS,
  FLOWS,
  framesFit,
  hang,
  massFromBees,
  nestScore,
  schoolCost,
  SCHOOLS,
  SPECIES,
  takeDownBy,
} from '@yewridge/core/bench';
import { RUNS } from './arbitraries.js';

const holds = <T extends [unknown, ...unknown[]]>(property: fc.IProperty<T>): void => {
  fc.assert(property, RUNS);
  expect().nothing();
};
const between = (min: number, max: number): fc.Arbitrary<number> => fc.double({ min, max, noNaN: true });
const factor = fc.constantFrom(...FACTORS);
const valueOf = (of: Factor, share: number): number => (CURVES[of].domain.max ?? 1) * share;
const near = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(b));

describe('bench: laws of suitability', () => {
  it('a curve stays within 0 and 1, climbs to one peak and only falls from there', () => {
    for (const of of FACTORS) {
      if (of === 'facing') continue;
      const values = Array.from({ length: 2001 }, (_, n) =>
        desirability({ factor: of, value: valueOf(of, (n / 2000) ** 3) }),
      );
      const peak = values.indexOf(Math.max(...values));
      const climbs = values.every((d, n) => n === 0 || (n <= peak ? d >= values[n - 1]! : d <= values[n - 1]! + 1e-12));
      expect(climbs && values.every((d) => d >= 0 && d <= 1))
        .withContext(of)
        .toBeTrue();
    }
  });

  it('the score lies between its worst and its best factor, and known factors only', () => {
    holds(
      fc.property(fc.uniqueArray(factor, { minLength: 1, maxLength: 11 }), between(0, 1), (known, share) => {
        const site = Object.fromEntries(known.map((of) => [of, valueOf(of, share)]));
        const { score, factors, coverage } = nestScore({ site });
        const all = factors.map(({ desirability: d }) => Math.max(d, 0.02));
        const inside = score >= Math.min(...all) - 1e-12 && score <= Math.max(...all) + 1e-12;
        return inside && factors.length === known.length && coverage > 0 && coverage <= 1 + 1e-12;
      }),
    );
  });

  it('the sunny side is south of the line in the north and north of it in the south', () => {
    holds(
      fc.property(between(0, 360), (value) =>
        near(
          desirability({ factor: 'facing', value }),
          desirability({ factor: 'facing', value: (value + 180) % 360, hemisphere: 'S' }),
        ),
      ),
    );
  });

  it('a school is at its best at its own target, and costs what the field curve says there', () => {
    for (const school of SCHOOLS) {
      for (const { factor: of, target, fieldDesirability } of schoolCost({ school }).factors) {
        expect(desirability({ factor: of, value: target })).toBeCloseTo(fieldDesirability, 12);
        const counted = nestScore({ site: { [of]: target, shade: 0.6 }, school }).factors.find(
          (row) => row.factor === of,
        );
        expect(counted?.loss).withContext(`${school} ${of}`).toBeCloseTo(0, 12);
      }
    }
  });
});

describe('bench: laws of load', () => {
  const colony = fc.record({ beesMass: between(0.3, 4), room: between(0.01, 0.1), flow: fc.constantFrom(...FLOWS) });

  it('a colony never gets lighter, and honey and brood never exceed what the comb holds', () => {
    holds(
      fc.property(colony, between(0, 300), between(0, 60), (of, day, more) => {
        const early = contents({ ...of, days: day });
        const late = contents({ ...of, days: day + more });
        return late.total >= early.total - 1e-9 && late.honey + late.brood <= 33 * late.combArea + 1e-9;
      }),
    );
  });

  it('on the day it is to come down it weighs the limit, and not the day before', () => {
    holds(
      fc.property(colony, between(2, 12), between(5, 20), (of, empty, added) => {
        const limit = empty + added;
        const { days } = takeDownBy({ ...of, limit, emptyMass: empty });
        if (days === null || days === 0) return true;
        const on = (at: number): number => empty + contents({ ...of, days: Math.max(0, at) }).total;
        return near(on(days), limit) && on(days - 1) < limit;
      }),
    );
  });

  it('twice the mass is twice the force, whatever it hangs by', () => {
    holds(
      fc.property(between(1, 40), fc.constantFrom('board', 'bracket', 'sling', 'lash'), (mass, style) => {
        const force = (kg: number): number => hang({ style, mass: kg, reach: 0.2, lever: 0.4, fasteners: 4 }).force;
        return near(force(2 * mass), 2 * force(mass));
      }),
    );
  });

  it('parts weigh together what they weigh apart, between the lightest and the heaviest', () => {
    const part = fc.record({
      name: fc.constant('part'),
      qty: fc.integer({ min: 0, max: 4 }),
      material: fc.constantFrom('board', 'sheet', 'mesh', 'eps-foam'),
      length: between(0.01, 1),
      width: between(0.01, 1),
      thickness: between(0.001, 0.05),
    });
    holds(
      fc.property(fc.array(part, { maxLength: 5 }), (parts) => {
        const all = emptyMass({ parts });
        const apart = parts.reduce((sum, one) => sum + emptyMass({ parts: [one] }).mass, 0);
        return near(all.mass, apart) && all.low <= all.mass && all.mass <= all.high;
      }),
    );
  });
});

describe('bench: laws of boards, frames and bees', () => {
  it('drying never widens a board, and wetting it back gives its width back', () => {
    holds(
      fc.property(fc.constantFrom(...SPECIES), between(0, 40), between(0, 40), (species, a, b) => {
        const there = dryWidth({ width: 0.14, species, mcFrom: a, mcTo: b }).width;
        const back = dryWidth({ width: there, species, mcFrom: b, mcTo: a }).width;
        return near(back, 0.14) && (b > a ? there >= 0.14 - 1e-12 : there <= 0.14 + 1e-12);
      }),
    );
  });

  it('the greatest number of frames that fits does fit, and one more does not', () => {
    holds(
      fc.property(between(0.04, 0.6), between(0.03, 0.04), (clearWidth, spacing) => {
        const { maxFrames } = framesFit({ clearWidth, frames: 1, spacing });
        const most = maxFrames === 0 || framesFit({ clearWidth, frames: maxFrames, spacing }).fits;
        return most && !framesFit({ clearWidth: clearWidth - 1e-7, frames: maxFrames + 1, spacing }).fits;
      }),
    );
  });

  it('mass and bees give each other back, and a colder cluster of one size holds no fewer', () => {
    holds(
      fc.property(between(0.1, 5), between(-20, 49), (mass, airC) => {
        const sizes = { length: 0.3, width: 0.2, depth: 0.15 };
        const warm = beesFromCluster({ ...sizes, airC: airC + 1 }).bees;
        return (
          near(massFromBees({ bees: beesFromMass({ mass }).bees }).mass, mass) &&
          beesFromCluster({ ...sizes, airC }).bees >= warm
        );
      }),
    );
  });
});
