import { checkBoardPlan, checkSheetPlan, cutBoards, cutSheets, l2Bound, offcutLength } from '@yewridge/core/bench';
import { randomFrom } from '@yewridge/core/shared/stats';
import fc from 'fast-check';
import { refusal as refusedBy } from './refusal.js';

const refusal = (work: () => unknown): string => refusedBy(work).join(' ');
fc.configureGlobal({ seed: 20260515 });

const mm = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max }).map((value) => value / 1000);
const boardJob = fc.record({
  stocks: fc
    .tuple(mm(900, 2400), mm(2401, 4800), fc.integer({ min: 2, max: 20 }), fc.integer({ min: 2, max: 30 }))
    .map(([short, long, a, b]) => [
      { id: 'short', length: short, price: a, trimStart: 0.01 },
      { id: 'long', length: long, price: b, trimEnd: 0.02 },
    ]),
  pieces: fc
    .uniqueArray(mm(40, 800), { minLength: 1, maxLength: 8 })
    .chain((lengths) =>
      fc
        .array(fc.integer({ min: 1, max: 5 }), { minLength: lengths.length, maxLength: lengths.length })
        .map((counts) => lengths.map((length, n) => ({ id: `p${n}`, length, qty: counts[n]! }))),
    ),
  kerf: mm(0, 5),
});
const sheetJob = fc.record({
  sheet: fc.record({ length: mm(1000, 2500), width: mm(700, 1250), price: fc.constant(30), trim: mm(0, 10) }),
  pieces: fc
    .array(
      fc.record({ length: mm(60, 680), width: mm(40, 650), qty: fc.integer({ min: 1, max: 3 }), free: fc.boolean() }),
      {
        minLength: 1,
        maxLength: 7,
      },
    )
    .map((pieces) =>
      pieces.map(({ free, ...piece }, n) => ({
        id: `p${n}`,
        ...piece,
        grain: free ? ('free' as const) : ('locked' as const),
      })),
    ),
  kerf: mm(0, 5),
});

describe('a plan for boards', () => {
  it('can be sawn as it stands, costs no less than its bound, and cuts no more than there is', () => {
    fc.assert(
      fc.property(boardJob, (job) => {
        const plan = cutBoards(job);
        expect(checkBoardPlan({ ...job, plan: plan.plan })).toEqual({ ok: true, reason: '' });
        expect(plan.lowerBound).toBeLessThanOrEqual(plan.cost + 1e-9);
        expect(plan.rootBound).toBeLessThanOrEqual(plan.lowerBound + 1e-9);
        expect(plan.gap).toBeGreaterThanOrEqual(0);
        expect(plan.yieldFraction).toBeLessThanOrEqual(1);
        expect(plan.boards).toBe(plan.plan.length);
      }),
      { numRuns: 120 },
    );
  });

  it('is never dearer than each piece put where it fits best, the longest first', () => {
    const bestFit = (lengths: readonly number[], capacity: number, kerf: number): number => {
      const left: number[] = [];
      for (const length of [...lengths].sort((a, b) => b - a)) {
        const room = left.filter((space) => space >= length).sort((a, b) => a - b)[0];
        if (room === undefined) left.push(capacity - length - kerf);
        else left[left.indexOf(room)] = room - length - kerf;
      }
      return left.length;
    };
    fc.assert(
      fc.property(boardJob, mm(1000, 3000), ({ pieces, kerf }, length) => {
        const plan = cutBoards({ stocks: [{ id: 'b', length, price: 7 }], pieces, kerf });
        const micro = (metres: number): number => Math.round(metres * 1e6);
        const all = pieces.flatMap((piece) => Array.from({ length: piece.qty }, () => micro(piece.length)));
        expect(plan.boards).toBeLessThanOrEqual(bestFit(all, micro(length), micro(kerf)));
      }),
      { numRuns: 120 },
    );
  });

  it('finds the boards that pieces were cut from without waste, and proves that there are none fewer', () => {
    const random = randomFrom(7);
    for (const [boards, each] of [
      [6, 5],
      [12, 3],
    ] as const) {
      for (let n = 0; n < 6; n++) {
        const room = 2_400_000 - 3000 * (each - 1);
        const pieces = Array.from({ length: boards }, () => {
          const marks = Array.from({ length: each - 1 }, (_, k) => (k + 0.6 + 0.8 * random.uniform()) / each);
          const cuts = [0, ...marks.map((mark) => Math.round((mark * room) / 1000) * 1000), room];
          return cuts.slice(1).map((cut, k) => cut - cuts[k]!);
        }).flat();
        const asked = pieces.map((length, k) => ({ id: `p${k}`, length: length / 1e6 }));
        const plan = cutBoards({ stocks: [{ id: 'b', length: 2.4, price: 5 }], pieces: asked });
        expect([plan.boards, plan.status]).withContext(`${boards} of ${each}, ${n}`).toEqual([boards, 'optimal']);
      }
    }
  });

  it('takes what boards there are, and says when they do not suffice', () => {
    const pieces = [{ id: 'x', length: 1.1, qty: 3 }];
    const stocks = (a: number, b: number) => [
      { id: 'a', length: 2, price: 8, available: a },
      { id: 'b', length: 2.4, price: 11, available: b },
    ];
    const plan = cutBoards({ stocks: stocks(1, 1), pieces });
    expect([plan.cost, plan.boards]).toEqual([19, 2]);
    expect(cutBoards({ stocks: stocks(0, 2), pieces }).plan.map(({ stock }) => stock)).toEqual(['b', 'b']);
    expect(refusal(() => cutBoards({ stocks: stocks(2, 0), pieces }))).toBe('NO_SOLUTION stocks');
    expect(refusal(() => cutBoards({ stocks: stocks(9, 0), pieces: [{ id: 'x', length: 2.1 }] }))).toBe(
      'NO_SOLUTION pieces',
    );
  });

  it('the search finds what the quick ways miss; without it nothing is called proved', () => {
    const lengths = [0.5, 0.31, 0.31, 0.21, 0.56, 0.28, 0.52, 0.56, 0.21, 0.26, 0.29, 0.54];
    const job = {
      stocks: [{ id: 'b', length: 1, price: 1 }],
      pieces: lengths.map((length, n) => ({ id: `p${n}`, length })),
      kerf: 0,
    };
    const told = (nodeLimit?: number): readonly unknown[] => {
      const { boards, status, gap } = cutBoards({ ...job, ...(nodeLimit === undefined ? {} : { nodeLimit }) });
      return [boards, status, Number(gap.toFixed(9))];
    };
    expect(told()).toEqual([5, 'optimal', 0]);
    expect(told(0)).toEqual([6, 'heuristic', 0.2]);
  });

  it('what is left over is shorter by the kerf that frees it', () => {
    const [board] = cutBoards({ stocks: [{ id: 'b', length: 1, price: 5 }], pieces: [{ id: 'x', length: 0.4 }] }).plan;
    expect(board!.waste).toBeCloseTo(0.6, 9);
    expect(offcutLength(board!.waste, 0.003)).toBeCloseTo(0.597, 9);
    expect(offcutLength(0.002, 0.003)).toBe(0);
  });

  it('refuses what cannot be a job, and names the field', () => {
    const stocks = [{ id: 'b', length: 2, price: 5 }];
    const pieces = [{ id: 'x', length: 0.5 }];
    const wrong: readonly (readonly [string, object])[] = [
      ['TYPE stocks', { pieces }],
      ['RANGE stocks[0].price', { stocks: [{ id: 'b', length: 2, price: 0 }], pieces }],
      ['RANGE pieces[0].length', { stocks, pieces: [{ id: 'x', length: 0 }] }],
      ['TYPE pieces[0].qty', { stocks, pieces: [{ id: 'x', length: 0.5, qty: 1.5 }] }],
      ['TYPE kerf', { stocks, pieces, kerf: null }],
      ['EMPTY stocks', { stocks: [], pieces }],
      ['EMPTY pieces', { stocks, pieces: [{ id: 'x', length: 0.5, qty: 0 }] }],
      ['CONFLICT pieces[1].id', { stocks, pieces: [...pieces, ...pieces] }],
      [
        'GEOMETRY stocks[0].trimStart',
        { stocks: [{ id: 'b', length: 2, price: 5, trimStart: 1, trimEnd: 1 }], pieces },
      ],
      ['TOO_LARGE pieces', { stocks, pieces: [{ id: 'x', length: 0.1, qty: 2001 }] }],
    ];
    for (const [code, job] of wrong)
      expect(refusal(() => cutBoards(job as never)))
        .withContext(code)
        .toBe(code);
    expect(cutBoards({ stocks, pieces: [{ id: 'x', length: 0.1, qty: 2000 }] }).boards).toBeGreaterThan(100);
  });
});

describe('the checker of boards', () => {
  const job = {
    stocks: [{ id: 'b', length: 2, price: 5, trimStart: 0.01, trimEnd: 0.02, available: 1 }],
    pieces: [{ id: 'x', length: 0.9, qty: 2 }],
    kerf: 0.003,
  };
  const check = (...cuts: readonly { piece: string; at: number; length: number }[]): string =>
    checkBoardPlan({ ...job, plan: [{ stock: 'b', cuts }] }).reason;
  const x = (at: number, length = 0.9, piece = 'x') => ({ piece, at, length });

  it('names the first fault, each just at and just over what is allowed', () => {
    expect(check(x(0.01), x(0.913))).toBe('');
    expect(check(x(0.913), x(0.01))).toBe('');
    expect(check(x(0.009_99), x(0.913))).toBe('outside');
    expect(check(x(0.01), x(0.912_99))).toBe('overlap');
    expect(check(x(0.01), x(1.08))).toBe('');
    expect(check(x(0.01), x(1.080_01))).toBe('over-length');
    expect(check(x(0.01, 0.900_01), x(0.95))).toBe('wrong-length');
    expect(check(x(0.01, 0.9, 'y'))).toBe('unknown-piece');
    expect(check(x(0.01))).toBe('demand');
    const two = [{ stock: 'b', cuts: [x(0.01)] }];
    expect(checkBoardPlan({ ...job, plan: [...two, ...two] }).reason).toBe('stock-limit');
    expect(checkBoardPlan({ ...job, plan: [{ stock: 'c', cuts: [] }] }).reason).toBe('unknown-stock');
    expect(refusal(() => checkBoardPlan({ ...job, plan: [{ stock: 'b' }] as never }))).toBe('TYPE plan[0].cuts');
  });
});

describe('a plan for sheets', () => {
  it('can be sawn by full cuts, on no fewer sheets than its bound, and cuts no more than there is', () => {
    fc.assert(
      fc.property(sheetJob, (job) => {
        const plan = cutSheets({ ...job, iterations: 20 });
        expect(checkSheetPlan({ ...job, plan: plan.plan })).toEqual({ ok: true, reason: '' });
        expect(plan.lowerBound).toBeLessThanOrEqual(plan.sheets);
        expect(plan.status === 'optimal').toBe(plan.sheets === plan.lowerBound);
        expect(plan.yieldFraction).toBeLessThanOrEqual(1);
        expect(plan.cost).toBe(30 * plan.sheets);
      }),
      { numRuns: 60 },
    );
  });

  it('finds eight pieces that two sheets were cut into without waste', () => {
    const random = randomFrom(11);
    interface Rest {
      readonly length: number;
      readonly width: number;
    }
    /** A sheet cut at random, so many times. */
    const cutUp = (sheet: Rest, cuts: number): readonly Rest[] => {
      const pieces = [sheet];
      for (let n = 0; n < cuts; n++) {
        pieces.sort((a, b) => b.length * b.width - a.length * a.width);
        const one = pieces.shift()!;
        const at = 0.3 + 0.4 * random.uniform();
        const along = one.length > one.width;
        const size = along ? one.length : one.width;
        const first = Math.round(at * (size - 3));
        const rest = size - 3 - first;
        pieces.push(along ? { ...one, length: first } : { ...one, width: first });
        pieces.push(along ? { ...one, length: rest } : { ...one, width: rest });
      }
      return pieces;
    };
    for (let n = 0; n < 8; n++) {
      const sheet = { length: 2440, width: 1220 };
      const pieces = [...cutUp(sheet, 3), ...cutUp(sheet, 3)].map(({ length, width }, k) => ({
        id: `p${k}`,
        length: length / 1000,
        width: width / 1000,
        grain: 'locked' as const,
      }));
      const plan = cutSheets({ sheet: { length: 2.44, width: 1.22 }, pieces });
      expect([plan.sheets, plan.status]).withContext(`the ${n}th`).toEqual([2, 'optimal']);
    }
  });

  it('comes out alike from the same seed', () => {
    const pieces = Array.from({ length: 14 }, (_, n) => ({
      id: `p${n}`,
      length: 0.3 + n / 40,
      width: 0.25 + (n % 5) / 9,
    }));
    const ask = { sheet: { length: 1.2, width: 1 }, pieces };
    expect(cutSheets({ ...ask, seed: 5 })).toEqual(cutSheets({ ...ask, seed: 5 }));
  });

  it('turns what may be turned, and nothing else', () => {
    const sheet = { length: 2, width: 1 };
    const tall = { id: 't', length: 0.8, width: 1.5 };
    expect(cutSheets({ sheet, pieces: [tall] }).plan[0]![0]!.rotated).toBeTrue();
    expect(refusal(() => cutSheets({ sheet, pieces: [{ ...tall, grain: 'locked' }] }))).toBe('NO_SOLUTION pieces');
    expect(refusal(() => cutSheets({ sheet: { ...sheet, trim: 0.5 }, pieces: [tall] }))).toBe('GEOMETRY sheet.trim');
    expect(refusal(() => cutSheets({ sheet, pieces: [{ id: 's', length: 0.1, width: 0.1, qty: 501 }] }))).toBe(
      'TOO_LARGE pieces',
    );
  });

  it('the checker names size and grain, the edge, and what no full cut parts', () => {
    const job = {
      sheet: { length: 2, width: 1, trim: 0.01 },
      kerf: 0.003,
      pieces: [
        { id: 'a', length: 0.9, width: 0.3, grain: 'locked' as const, qty: 2 },
        { id: 'b', length: 0.3, width: 0.9, qty: 2 },
      ],
    };
    const at = (piece: string, x: number, y: number, length: number, width: number) => ({ piece, x, y, length, width });
    const check = (...places: readonly ReturnType<typeof at>[]): string =>
      checkSheetPlan({ ...job, plan: [places] }).reason;
    const fine = [at('a', 0.01, 0.01, 0.9, 0.3), at('a', 0.913, 0.01, 0.9, 0.3)] as const;
    const rest = [at('b', 0.01, 0.313, 0.9, 0.3), at('b', 0.913, 0.313, 0.9, 0.3)] as const;
    expect(check(...fine, ...rest)).toBe('');
    expect(check(at('a', 0.01, 0.01, 0.3, 0.9))).toBe('size-or-grain');
    expect(check(at('c', 0.01, 0.01, 0.9, 0.3))).toBe('unknown-piece');
    expect(check(at('a', 0.009_99, 0.01, 0.9, 0.3))).toBe('outside');
    expect(check(fine[0], at('a', 0.912_99, 0.01, 0.9, 0.3))).toBe('overlap-or-not-guillotine');
    expect(check(...fine)).toBe('demand');
    // Four round a hole: nothing overlaps, and no cut goes right through.
    const wheel = {
      sheet: { length: 2, width: 2 },
      kerf: 0,
      pieces: [{ id: 'w', length: 0.6, width: 0.4, qty: 4 }],
      plan: [
        [at('w', 0, 0, 0.6, 0.4), at('w', 0.6, 0, 0.4, 0.6), at('w', 0.4, 0.6, 0.6, 0.4), at('w', 0, 0.4, 0.4, 0.6)],
      ],
    };
    expect(checkSheetPlan(wheel).reason).toBe('overlap-or-not-guillotine');
  });
});

describe('the bound of pairs', () => {
  it('is never above what is needed, and counts what cannot share', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 1, max: 100 }), { maxLength: 24 }), (sizes) => {
        const bound = l2Bound({ sizes, capacity: 100 });
        expect(bound).toBeGreaterThanOrEqual(Math.ceil(sizes.reduce((a, b) => a + b, 0) / 100));
        expect(bound).toBeGreaterThanOrEqual(sizes.filter((size) => size > 50).length);
        expect(bound).toBeLessThanOrEqual(sizes.length);
      }),
    );
    expect(l2Bound({ sizes: [], capacity: 10 })).toBe(0);
    expect(refusal(() => l2Bound({ sizes: [11], capacity: 10 }))).toBe('NO_SOLUTION sizes[0]');
  });
});
