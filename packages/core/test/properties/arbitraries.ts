import fc from 'fast-check';
import type { Section } from '@yewridge/core/bench';

/** Printed with a failure by fast-check; fixed so that a failure comes back. */
export const RUNS = { seed: 20260514, numRuns: 200 } as const;

const size = fc.double({ min: 0.05, max: 1.2, noNaN: true });

export const boxes: fc.Arbitrary<Section> = fc.record({
  kind: fc.constant('box' as const),
  length: size,
  width: size,
  height: size,
});
export const sections: fc.Arbitrary<Section> = fc.oneof(
  boxes,
  fc.record({ kind: fc.constant('cylinder' as const), diameter: size, length: size }),
  fc
    .record({ diameter: size, length: size, share: fc.double({ min: 0, max: 0.9, noNaN: true }) })
    .map(({ diameter, length, share }) => ({
      kind: 'cylinder' as const,
      axis: 'lying' as const,
      diameter,
      length,
      cut: share * diameter,
    })),
  fc.record({ kind: fc.constant('cone' as const), diameterBottom: size, diameterTop: size, height: size }),
  fc.record({
    kind: fc.constant('frustum' as const),
    bottom: fc.record({ length: size, width: size }),
    top: fc.record({ length: size, width: size }),
    height: size,
  }),
  fc.record({ kind: fc.constant('measured' as const), volume: fc.double({ min: 0.001, max: 0.2, noNaN: true }) }),
);
