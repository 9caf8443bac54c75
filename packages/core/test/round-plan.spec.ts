import { type RoundAsk, roundPlan, type RoundStop, splitRound } from '@yewridge/core/rounds';
import fc from 'fast-check';
import { refused } from './evidence-rows.js';

const SEED = 20261203;
const H = 3600;
const SUNSET = 20.6 * H;
const stop = (id: string, more: Partial<RoundStop> = {}): RoundStop => ({
  id,
  worth: 50,
  must: false,
  serviceS: 600,
  from: null,
  until: null,
  light: false,
  ...more,
});
/** Down the ladder by sunset. */
const ladder = (id: string, more: Partial<RoundStop> = {}): RoundStop =>
  stop(id, { until: SUNSET, light: true, ...more });
const CLOSE = stop('close', { must: true, worth: 100, from: 21.1 * H, until: 22.1 * H, serviceS: 300 });
/** Every way takes as long. */
const even = (stops: number, s = 300): number[][] =>
  Array.from({ length: stops + 1 }, (_, a) => Array.from({ length: stops + 1 }, (_cell, b) => (a === b ? 0 : s)));
const ask = (stops: readonly RoundStop[], more: Partial<RoundAsk> = {}): RoundAsk => ({
  matrix: even(stops.length),
  stops,
  departS: 18.5 * H,
  backByS: null,
  closed: true,
  sunsetS: SUNSET,
  locked: [],
  ...more,
});
const idsOf = (stops: readonly { readonly id: string }[]): readonly string[] => stops.map(({ id }) => id);

describe('a day’s round', () => {
  it('looks by ladder come before the bees, who wait for dusk; what is left of light and of waiting is told apart', () => {
    const plan = roundPlan(ask([CLOSE, ladder('a'), ladder('b')]));
    expect(idsOf(plan.stops)[2]).toBe('close');
    const last = plan.stops[1]!;
    expect(plan.lightS).toBeCloseTo(SUNSET - last.leaveS, 6);
    expect(plan.stops[2]!.beginS).toBe(21.1 * H);
    expect(plan.waitS).toBeCloseTo(21.1 * H - plan.stops[2]!.arriveS, 6);
    expect(plan.impossible).toBeFalse();
    expect(plan.finishS).toBe(21.1 * H + 300 + 300);
  });

  it('a ladder is left by sunset: work that ends just then is in, one second longer finds no time', () => {
    const room = SUNSET - 18.5 * H - 300;
    expect(idsOf(roundPlan(ask([ladder('a', { serviceS: room })])).stops)).toEqual(['a']);
    const over = roundPlan(ask([ladder('a', { serviceS: room + 1 })]));
    expect(over.stops).toEqual([]);
    expect(over.noTime).toEqual(['a']);
    // From the ground one may stay.
    expect(idsOf(roundPlan(ask([stop('a', { serviceS: room + 1 })])).stops)).toEqual(['a']);
  });

  it('where not all fits, what is worth least for its time is left out', () => {
    const plan = roundPlan(
      ask([
        ladder('a', { worth: 90, serviceS: 3000 }),
        ladder('b', { worth: 10, serviceS: 3000 }),
        ladder('c', { worth: 80, serviceS: 2500 }),
      ]),
    );
    expect(new Set(idsOf(plan.stops))).toEqual(new Set(['a', 'c']));
    expect(plan.noTime).toEqual(['b']);
    expect(plan.worth).toBe(170);
  });

  it('bees that do not fit are in all the same, and it is called impossible', () => {
    const plan = roundPlan(ask([CLOSE], { backByS: 21 * H }));
    expect(idsOf(plan.stops)).toEqual(['close']);
    expect(plan.impossible).toBeTrue();
    expect(plan.lateS).toBeCloseTo(plan.finishS - 21 * H, 6);
    expect(roundPlan(ask([CLOSE], { backByS: 21.1 * H + 600 })).impossible).toBeFalse();
    expect(roundPlan(ask([CLOSE], { backByS: 21.1 * H + 599 })).impossible).toBeTrue();
  });

  it('two swarms that want closing an hour’s drive apart: the second is late, and nothing else is in their way', () => {
    const far = { must: true, from: 21 * H, until: 21.5 * H } as const;
    const plan = roundPlan(
      ask([stop('one', far), stop('two', far), stop('look')], { matrix: even(3, 3600), departS: 20 * H }),
    );
    expect(plan.impossible).toBeTrue();
    expect(new Set(idsOf(plan.stops))).toEqual(new Set(['one', 'two']));
    expect(plan.noTime).toEqual(['look']);
  });

  it('a stop that is locked keeps its place, and letting it go says what that buys', () => {
    const matrix = [
      [0, 100, 2000, 4000],
      [100, 0, 1900, 3900],
      [2000, 1900, 0, 2000],
      [4000, 3900, 2000, 0],
    ];
    const three = [stop('near'), stop('middle'), stop('far')];
    const free = roundPlan(ask(three, { matrix, closed: false }));
    expect(idsOf(free.stops)).toEqual(['near', 'middle', 'far']);
    const held = roundPlan(ask(three, { matrix, closed: false, locked: [{ id: 'far', at: 1 }] }));
    expect(idsOf(held.stops)[0]).toBe('far');
    expect(held.locks).toEqual([{ id: 'far', lightS: null, finishS: held.finishS - free.finishS }]);
    expect(roundPlan(ask(three, { matrix, locked: [{ id: 'gone', at: 1 }] })).locks).toEqual([]);
    // With fewer stops than its place it comes last.
    expect(idsOf(roundPlan(ask(three, { matrix, locked: [{ id: 'near', at: 9 }] })).stops)[2]).toBe('near');
  });

  it('what dropping buys is the difference of two plans, in light where light is counted, and bees have none', () => {
    const plan = roundPlan(ask([CLOSE, ladder('a', { serviceS: 1200 }), ladder('b')]));
    expect(new Set(idsOf(plan.without))).toEqual(new Set(['a', 'b']));
    const without = roundPlan(ask([CLOSE, ladder('b')]));
    const gain = plan.without.find(({ id }) => id === 'a')!;
    expect(gain.lightS).toBeCloseTo(without.lightS! - plan.lightS!, 6);
    // Bees set the end of the evening.
    expect(gain.finishS).toBe(0);
    expect(roundPlan(ask([stop('a')])).without).toEqual([{ id: 'a', lightS: null, finishS: 1200 }]);
  });

  it('where the sun does not set no light is counted', () => {
    expect(roundPlan(ask([stop('a', { light: true })], { sunsetS: null })).lightS).toBeNull();
  });

  it('a table that does not fit, and a window that ends before it begins, are refused with what is wrong', () => {
    expect(refused(() => roundPlan(ask([stop('a')], { matrix: even(2) })))).toBe('LENGTH matrix');
    expect(refused(() => roundPlan(ask([stop('a', { from: 10, until: 9 })])))).toBe('RANGE stops[0].until');
    expect(refused(() => roundPlan(ask([stop('a', { from: 10, until: 10, serviceS: -1 })])))).toBe(
      'RANGE stops[0].serviceS',
    );
    const many = Array.from({ length: 101 }, (_, n) => stop(`s${n}`));
    expect(refused(() => roundPlan(ask(many)))).toBe('TOO_LARGE matrix');
  });
});

const anyStop = (n: number): fc.Arbitrary<RoundStop> =>
  fc
    .record({
      worth: fc.integer({ min: 0, max: 120 }),
      serviceS: fc.integer({ min: 0, max: 4000 }),
      kind: fc.constantFrom('ground', 'ladder', 'bees'),
    })
    .map(({ worth, serviceS, kind }) =>
      kind === 'bees'
        ? stop(`s${n}`, { worth, serviceS, must: true, from: 21 * H, until: 23 * H })
        : (kind === 'ladder' ? ladder : stop)(`s${n}`, { worth, serviceS }),
    );
const anyAsk: fc.Arbitrary<RoundAsk> = fc.integer({ min: 1, max: 7 }).chain((count) =>
  fc
    .record({
      stops: fc.tuple(...Array.from({ length: count }, (_, n) => anyStop(n))),
      cells: fc.array(fc.integer({ min: 1, max: 1500 }), { minLength: (count + 1) ** 2, maxLength: (count + 1) ** 2 }),
      backBy: fc.option(fc.integer({ min: 19, max: 24 })),
      closed: fc.boolean(),
      lock: fc.option(fc.integer({ min: 0, max: count - 1 })),
    })
    .map(({ stops, cells, backBy, closed, lock }) =>
      ask(stops, {
        matrix: Array.from({ length: count + 1 }, (_, a) =>
          Array.from({ length: count + 1 }, (_cell, b) => (a === b ? 0 : cells[a * (count + 1) + b]!)),
        ),
        backByS: backBy === null ? null : backBy * H,
        closed,
        locked: lock === null ? [] : [{ id: `s${lock}`, at: 1 }],
      }),
    ),
);

describe('any round', () => {
  it('holds all bees, every stop once, in hours that follow from one another; it is late only where that is said', () => {
    fc.assert(
      fc.property(anyAsk, (asked) => {
        const plan = roundPlan(asked);
        const ids = idsOf(plan.stops);
        expect(new Set(ids).size).toBe(ids.length);
        for (const { id, must } of asked.stops) if (must) expect(ids).toContain(id);
        let now = asked.departS;
        let before = 0;
        for (const { id, setOutS, arriveS, beginS, leaveS } of plan.stops) {
          const node = asked.stops.findIndex((one) => one.id === id) + 1;
          expect(setOutS).toBe(now);
          expect(arriveS).toBe(now + asked.matrix[before]![node]!);
          expect(beginS).toBe(Math.max(arriveS, asked.stops[node - 1]!.from ?? arriveS));
          expect(leaveS).toBe(beginS + asked.stops[node - 1]!.serviceS);
          [now, before] = [leaveS, node];
        }
        expect(plan.finishS).toBe(now + (asked.closed && ids.length > 0 ? asked.matrix[before]![0]! : 0));
        if (!plan.impossible) {
          for (const { id, leaveS } of plan.stops) {
            const until = asked.stops.find((one) => one.id === id)!.until;
            if (until !== null) expect(leaveS).toBeLessThanOrEqual(until + 1e-6);
          }
          if (asked.backByS !== null && ids.length > 0) expect(plan.finishS).toBeLessThanOrEqual(asked.backByS + 1e-6);
        }
        for (const { id } of asked.locked) if (ids.includes(id)) expect(ids[0]).toBe(id);
        const left = asked.stops.filter(({ id, worth }) => !ids.includes(id) && worth > 0).map(({ id }) => id);
        expect(new Set(plan.noTime)).toEqual(new Set(left));
      }),
      { seed: SEED, numRuns: 150 },
    );
  });

  it('what dropping a stop is said to buy is what the round gains when it is dropped', () => {
    fc.assert(
      fc.property(anyAsk, (asked) => {
        const plan = roundPlan({ ...asked, locked: [] });
        for (const { id, lightS, finishS } of plan.without) {
          const kept = [0, ...asked.stops.flatMap((one, n) => (one.id === id ? [] : [n + 1]))];
          const other = roundPlan({
            ...asked,
            locked: [],
            stops: asked.stops.filter((one) => one.id !== id),
            matrix: kept.map((a) => kept.map((b) => asked.matrix[a]![b]!)),
          });
          expect(finishS).toBe(plan.finishS - other.finishS);
          expect(lightS).toBe(plan.lightS === null || other.lightS === null ? null : other.lightS - plan.lightS);
        }
      }),
      { seed: SEED, numRuns: 60 },
    );
  });

  it('of orders that are over with the bees, the one that leaves more light comes first', () => {
    // Twice as far to the ladder first; home is later only by the bees, either way.
    const plan = roundPlan(ask([CLOSE, ladder('high'), stop('low', { serviceS: 1800 })]));
    expect(idsOf(plan.stops)).toEqual(['high', 'low', 'close']);
    // Nothing that can be done by day is put between the bees.
    const twice = roundPlan(
      ask([CLOSE, stop('carry', { ...CLOSE, id: 'carry', from: 21.4 * H }), ladder('high'), stop('low')]),
    );
    expect(idsOf(twice.stops)).toEqual(['high', 'low', 'close', 'carry']);
  });

  it('split for two, every stop is somebody’s, and each has one', () => {
    fc.assert(
      fc.property(
        anyAsk,
        fc.array(fc.integer({ min: 0, max: 359 }), { minLength: 7, maxLength: 7 }),
        (asked, bearings) => {
          const { first, second } = splitRound({ ...asked, locked: [] }, bearings);
          expect([...first, ...second].sort()).toEqual([...idsOf(asked.stops)].sort());
          if (asked.stops.length > 1) expect(Math.min(first.length, second.length)).toBeGreaterThan(0);
        },
      ),
      { seed: SEED, numRuns: 30 },
    );
  });

  it('two swarms to close at one hour far apart, one each, are both in time', () => {
    const far = { must: true, from: 21 * H, until: 21.5 * H } as const;
    const both = ask([stop('east', far), stop('west', far)], { matrix: even(2, 3600) });
    expect(roundPlan(both).impossible).toBeTrue();
    const { first, second } = splitRound(both, [90, 270]);
    expect([first, second].map((ids) => ids.length)).toEqual([1, 1]);
  });
});
