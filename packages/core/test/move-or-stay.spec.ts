import { stillToCome } from '@yewridge/core/field';
import { expectedCatches, moveOrStay, type MovePlace, TOO_LATE, WORTH_MOVING } from '@yewridge/core/ground';
import { offsetPlace } from '@yewridge/core/shared/geometry';
import { refused } from './evidence-rows.js';

const MIDDLE = { lat: 47.4, lon: 13.2 };
const place = (id: string, eastM: number, more: Partial<MovePlace> = {}): MovePlace => ({
  id,
  ...offsetPlace(MIDDLE, eastM, 0),
  hung: false,
  allowed: true,
  ...more,
});
const COLONIES = [{ ...MIDDLE, swarms: 3 }];
/** It hangs far off, and a free place lies where swarms settle. */
const FAR = place('far', 4000, { hung: true });
const GOOD = place('good', 600);
const ask = (places: readonly MovePlace[], remaining = 1) => moveOrStay(places, COLONIES, 'far', remaining);

describe('move or stay', () => {
  it('moves to the free place where most swarms are still to come', () => {
    const found = ask([FAR, GOOD, place('poor', 2500)], 0.5);
    expect([found.code, found.best?.id]).toEqual(['move', 'good']);
    expect(found.best?.swarms).toBeCloseTo(0.5 * expectedCatches([GOOD], COLONIES).total, 12);
    expect(found.stay).toBeCloseTo(0.5 * expectedCatches([FAR], COLONIES).total, 12);
  });

  it('reckons with the traps that hang elsewhere', () => {
    const beside = place('beside', 650, { hung: true });
    const alone = ask([FAR, GOOD]).best?.swarms ?? 0;
    expect(ask([FAR, GOOD, beside]).best?.swarms).toBeLessThan(alone);
  });

  it('stays where no other place is free, or its owner has not said yes', () => {
    expect(ask([FAR])).toEqual(jasmine.objectContaining({ code: 'stay', best: null }));
    expect(ask([FAR, { ...GOOD, allowed: false }]).code).toBe('stay');
    expect(ask([FAR, { ...GOOD, hung: true }]).code).toBe('stay');
  });

  it('stays where the gain is not worth the way: under a fiftieth of a swarm', () => {
    const gain = ask([FAR, GOOD]);
    const share = (gain.best?.swarms ?? 0) - gain.stay;
    const wide = [{ ...COLONIES[0], swarms: 0.6 }] as typeof COLONIES;
    const needed = WORTH_MOVING / (share / 5);
    expect(moveOrStay([FAR, GOOD], wide, 'far', needed * 1.001).code).toBe('move');
    expect(moveOrStay([FAR, GOOD], wide, 'far', needed * 0.999).code).toBe('stay');
  });

  it('is too late to bother once less than a tenth of the swarms is still to come', () => {
    expect(ask([FAR, GOOD], TOO_LATE).code).toBe('move');
    expect(ask([FAR, GOOD], TOO_LATE - 1e-6).code).toBe('tooLate');
  });

  it('is refused for a trap that hangs nowhere on the map', () => {
    expect(refused(() => moveOrStay([GOOD], COLONIES, 'far', 1))).toBe('ENUM here');
  });
});

describe('what is still to come of a season', () => {
  it('is the share of today and every day after', () => {
    const curve = [0.1, 0.2, 0.3, 0.4];
    expect([4, 5].map((day) => stillToCome({ curve, day }))).toEqual([0.4, 0]);
    expect(stillToCome({ curve, day: 2 })).toBeCloseTo(0.9, 12);
    expect(stillToCome({ curve, day: -3 })).toBeCloseTo(1, 12);
  });
});
