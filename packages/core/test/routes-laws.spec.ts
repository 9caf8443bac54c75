import { heldKarp, planDay, routeTour, travelMatrix } from '@yewridge/core/rounds';
import fc from 'fast-check';
import { refused } from './evidence-rows.js';

const SEED = 20261202;
const check = <T extends [unknown, ...unknown[]]>(property: fc.IProperty<T>, numRuns = 80): void => {
  fc.assert(property, { seed: SEED, numRuns });
};
/** Times between so many places, uphill another time than down. */
const matrixOf = (nodes: number): fc.Arbitrary<number[][]> =>
  fc
    .array(fc.integer({ min: 1, max: 2000 }), { minLength: nodes * nodes, maxLength: nodes * nodes })
    .map((cells) =>
      Array.from({ length: nodes }, (_, n) =>
        Array.from({ length: nodes }, (_cell, m) => (n === m ? 0 : (cells[n * nodes + m] ?? 0))),
      ),
    );
const anyMatrix = fc.integer({ min: 1, max: 7 }).chain(matrixOf);
const along = (matrix: readonly (readonly number[])[], order: readonly number[], closed: boolean): number =>
  order.reduce((sum, node, n) => {
    const next = order[n + 1] ?? (closed ? order[0] : undefined);
    return next === undefined ? sum : sum + (matrix[node]?.[next] ?? 0);
  }, 0);

/** Fourteen towns of Burma, as degrees and minutes, and their distances in whole kilometres by the book: the best tour is 3323. */
const BURMA = [
  [16.47, 96.1],
  [16.47, 94.44],
  [20.09, 92.54],
  [22.39, 93.37],
  [25.23, 97.24],
  [22.0, 96.05],
  [20.47, 97.02],
  [17.2, 96.29],
  [16.3, 97.38],
  [14.05, 98.12],
  [16.53, 97.38],
  [21.52, 95.59],
  [19.41, 97.13],
  [20.09, 94.55],
] as const;
function burma14(): number[][] {
  const radians = (text: number): number => {
    const whole = Math.trunc(text);
    return (3.141592 * (whole + (5 * (text - whole)) / 3)) / 180;
  };
  return BURMA.map(([latA, lonA], n) =>
    BURMA.map(([latB, lonB], m) => {
      if (n === m) return 0;
      const [q1, q2, q3] = [
        Math.cos(radians(lonA) - radians(lonB)),
        Math.cos(radians(latA) - radians(latB)),
        Math.cos(radians(latA) + radians(latB)),
      ];
      return Math.trunc(6378.388 * Math.acos(0.5 * ((1 + q1) * q2 - (1 - q1) * q3)) + 1);
    }),
  );
}

describe('the quickest way through all places', () => {
  it('through fourteen towns of Burma is 3323 km (ORSA J. Comput. 1991), and the search finds it too', () => {
    const matrix = burma14();
    const best = heldKarp(matrix);
    expect(best.travel).toBe(3323);
    expect(along(matrix, best.order, true)).toBe(3323);
    expect(routeTour({ matrix }).travel).toBe(3323);
  });

  it('visits every place once, takes the time of its order, and no order is quicker', () => {
    check(
      fc.property(anyMatrix, fc.boolean(), fc.nat(), (matrix, closed, seed) => {
        const { order, travel } = heldKarp(matrix, closed);
        expect([...order].sort((a, b) => a - b)).toEqual(matrix.map((_, n) => n));
        expect(order[0]).toBe(0);
        expect(along(matrix, order, closed)).toBe(travel);
        const other = [0, ...order.slice(1).sort((a, b) => ((a * 7 + seed) % 11) - ((b * 7 + seed) % 11))];
        expect(along(matrix, other, closed)).toBeGreaterThanOrEqual(travel);
      }),
    );
  });

  it('is found for fifteen places and refused for sixteen', () => {
    const flat = (nodes: number) =>
      Array.from({ length: nodes }, (_, n) => Array.from({ length: nodes }, (_c, m) => (n === m ? 0 : 1)));
    expect(heldKarp(flat(15)).travel).toBe(15);
    expect(refused(() => heldKarp(flat(16)))).toBe('TOO_LARGE matrix');
    expect(heldKarp([[0]])).toEqual({ order: [0], travel: 0 });
  });
});

describe('a tour by the clock', () => {
  it('costs no less than the quickest way, and without hours it finds that', () => {
    check(
      fc.property(anyMatrix, fc.boolean(), (matrix, closed) => {
        const tour = routeTour({ matrix, closed });
        expect(tour.cost).toBeCloseTo(heldKarp(matrix, closed).travel, 9);
        expect([tour.late, tour.finish]).toEqual([0, tour.cost]);
      }),
    );
  });

  it('waits for a window to open, and counts what it comes too late', () => {
    const matrix = [
      [0, 100],
      [100, 0],
    ];
    const tour = (from: number, to: number) =>
      routeTour({ matrix, service: [0, 60], windows: [null, [from, to]], departS: 1000 });
    expect(tour(1100, 1100)).toEqual({ order: [0, 1], travel: 200, late: 0, finish: 1260, cost: 260 });
    expect(tour(1500, 1600).finish).toBe(1660);
    expect(tour(0, 1099)).toEqual(jasmine.objectContaining({ late: 1, finish: 1260, cost: 270 }));
  });

  it('goes first to the stop whose hours end first, though the other is nearer', () => {
    const matrix = [
      [0, 100, 300],
      [100, 0, 250],
      [300, 250, 0],
    ];
    expect(routeTour({ matrix }).order.length).toBe(3);
    expect(routeTour({ matrix, windows: [null, null, [0, 300]] }).order).toEqual([0, 2, 1]);
    expect(routeTour({ matrix, windows: [null, [0, 100], null] }).order).toEqual([0, 1, 2]);
  });

  it('is refused for a table that is not square, a window that ends before it begins, and lists of another length', () => {
    const matrix = [
      [0, 1],
      [1, 0],
    ];
    expect(refused(() => routeTour({ matrix: [[0, 1], [1]] }))).toBe('LENGTH matrix[1]');
    expect(refused(() => routeTour({ matrix, windows: [null, [10, 9]] }))).toBe('RANGE windows[1]');
    expect(refused(() => routeTour({ matrix, windows: [null] }))).toBe('LENGTH windows');
    expect(refused(() => routeTour({ matrix, service: [0] }))).toBe('LENGTH service');
    expect(refused(() => routeTour({ matrix: [] }))).toBe('EMPTY matrix');
    expect(refused(() => routeTour({ matrix: [[-1]] }))).toBe('RANGE matrix[0][0]');
    expect(routeTour({ matrix, windows: [null, [10, 10]] }).finish).toBe(11);
  });

  it('takes 101 places, and says so of 102', () => {
    const points = (count: number) => Array.from({ length: count }, (_, n) => ({ lat: 47 + n / 1000, lon: 13 }));
    expect(travelMatrix(points(101)).length).toBe(101);
    expect(refused(() => travelMatrix(points(102)))).toBe('TOO_LARGE points');
    expect(refused(() => travelMatrix([]))).toBe('EMPTY points');
    const far = travelMatrix(points(2), { speedMps: 10, detour: 1, stopS: 30 });
    expect(far[0]?.[1]).toBeCloseTo(11.12 + 30, 1);
    expect(far[1]?.[1]).toBe(0);
  });
});

describe('which stops a day has room for', () => {
  const day = fc.integer({ min: 2, max: 7 }).chain((nodes) =>
    fc.record({
      matrix: matrixOf(nodes),
      values: fc.array(fc.integer({ min: 0, max: 100 }), { minLength: nodes, maxLength: nodes }),
      must: fc.array(
        fc.integer({ min: 0, max: 3 }).map((n) => n === 0),
        { minLength: nodes, maxLength: nodes },
      ),
      service: fc.array(fc.integer({ min: 0, max: 600 }), { minLength: nodes, maxLength: nodes }),
      budgetS: fc.integer({ min: 0, max: 9000 }),
      closed: fc.boolean(),
    }),
  );

  it('takes every stop with bees, keeps to the time unless that is impossible, and looking at all is never worse', () => {
    check(
      fc.property(day, (ask) => {
        const [exact, quick] = [planDay(ask), planDay({ ...ask, heuristic: true })];
        const needed = ask.must.flatMap((one, n) => (one && n > 0 ? [n] : []));
        for (const plan of [exact, quick]) {
          expect(needed.every((node) => plan.order.includes(node))).toBeTrue();
          expect(plan.order[0]).toBe(0);
          expect(new Set(plan.order).size).toBe(plan.order.length);
          if (plan.impossible) expect([...plan.order].sort((a, b) => a - b)).toEqual([0, ...needed]);
          else expect(plan.time).toBeLessThanOrEqual(ask.budgetS);
          const worked = plan.order.slice(1).reduce((sum, node) => sum + (ask.service[node] ?? 0), 0);
          expect(plan.time).toBeCloseTo(along(ask.matrix, plan.order, ask.closed) + worked, 9);
          expect(plan.value).toBe(plan.order.slice(1).reduce((sum, node) => sum + (ask.values[node] ?? 0), 0));
        }
        expect(exact.impossible).toBe(quick.impossible);
        expect(exact.value).toBeGreaterThanOrEqual(quick.value);
        expect([exact.exact, quick.exact]).toEqual([true, false]);
      }),
    );
  });

  it('goes nowhere for a stop that is worth nothing, unless bees are in it', () => {
    const matrix = [
      [0, 10],
      [10, 0],
    ];
    const plan = (must: boolean) => planDay({ matrix, values: [0, 0], must: [false, must], budgetS: 20 }).order;
    expect(plan(false)).toEqual([0]);
    expect(plan(true)).toEqual([0, 1]);
  });

  it('has room for a stop that ends just at the end of the day, and not for one a second longer', () => {
    const matrix = [
      [0, 10],
      [10, 0],
    ];
    const order = (budgetS: number) => planDay({ matrix, values: [0, 5], service: [0, 30], budgetS }).order;
    expect(order(50)).toEqual([0, 1]);
    expect(order(49)).toEqual([0]);
  });

  it('looks at every set of twelve stops, and searches among thirteen', () => {
    const flat = (nodes: number) =>
      Array.from({ length: nodes }, (_, n) => Array.from({ length: nodes }, (_c, m) => (n === m ? 0 : 10)));
    const of = (nodes: number) =>
      planDay({ matrix: flat(nodes), values: Array.from({ length: nodes }, () => 1), budgetS: 60 });
    expect(of(13)).toEqual(jasmine.objectContaining({ exact: true, value: 5 }));
    expect(of(14)).toEqual(jasmine.objectContaining({ exact: false, value: 5 }));
  });

  it('is refused where worth is not one a place or below nothing', () => {
    const matrix = [
      [0, 1],
      [1, 0],
    ];
    expect(refused(() => planDay({ matrix, values: [0], budgetS: 1 }))).toBe('LENGTH values');
    expect(refused(() => planDay({ matrix, values: [0, -1], budgetS: 1 }))).toBe('RANGE values[1]');
    expect(refused(() => planDay({ matrix, values: [0, 1], must: [true], budgetS: 1 }))).toBe('LENGTH must');
    expect(refused(() => planDay({ matrix, values: [0, 1], budgetS: -1 }))).toBe('RANGE budgetS');
  });
});
