import {
  type BatchAsked,
  type BatchFault,
  type BatchPart,
  batchParts,
  type BatchPlan,
  boardsCost,
  catchCost,
  checkBoardPlan,
  checkSheetPlan,
  cutWet,
  driedSize,
  boardGap,
  boardMetres,
  keptOffcuts,
  letterOf,
  markedBoards,
  movePanel,
  movePiece,
  planBatch,
  startingPoint,
  type StockRow,
  usesOf,
  whatFits,
  workSteps,
} from '@yewridge/core/bench';
import fc from 'fast-check';
import { box, design } from './sample-design.js';
import { refusal } from './refusal.js';

fc.configureGlobal({ seed: 20260516 });

const board = (id: string, change: Partial<StockRow> = {}): StockRow => ({
  id,
  kind: 'board',
  name: id,
  length: 2.4,
  width: 0.25,
  thickness: 0.019,
  species: null,
  price: 12,
  have: 0,
  sold: true,
  offcut: false,
  ...change,
});
const ply = (id: string, change: Partial<StockRow> = {}): StockRow =>
  board(id, { kind: 'sheet', length: 2.5, width: 1.25, thickness: 0.012, price: 38, ...change });
const piece = (id: string, length: number, qty = 1, change: Partial<BatchPart> = {}): BatchPart => ({
  id,
  name: id,
  qty,
  stuff: 'pine',
  material: 'board',
  length,
  width: 0.24,
  thickness: 0.019,
  turns: false,
  anyWood: false,
  ...change,
});
const panel = (id: string, length: number, width: number, qty = 1): BatchPart =>
  piece(id, length, qty, { material: 'sheet', stuff: 'softwood-ply', width, thickness: 0.012 });
const ask = (
  parts: readonly BatchPart[],
  stock: readonly StockRow[],
  change: Partial<BatchAsked> = {},
): BatchAsked => ({
  parts,
  stock,
  kerf: 0.003,
  trimStart: 0.01,
  trimEnd: 0,
  ...change,
});
const plan = (...args: Parameters<typeof ask>): BatchPlan => planBatch(ask(...args));
const fault = (...args: Parameters<typeof ask>): BatchFault | undefined => plan(...args).faults[0];
const used = ({ use }: BatchPlan): readonly string[] =>
  use.map(({ row, own, count }) => `${count} ${row}${own ? ' own' : ''}`);

describe('a batch', () => {
  it('what is sawn of one width is one group, the widest first; marks run from the raw end, trim and saw cut in them', () => {
    const made = plan([piece('narrow', 0.5, 1, { width: 0.2 }), piece('side', 0.487, 2)], [board('b')]);
    expect(made.boards.map(({ letter, width }) => [letter, width])).toEqual([
      ['A', 0.24],
      ['B', 0.2],
    ]);
    const [a] = markedBoards(made.boards[0]!);
    expect(a?.marks.map(({ to }) => to.toFixed(3))).toEqual(['0.497', '0.987']);
    expect(a?.offcut).toBeCloseTo(2.4 - 0.987 - 0.003, 6);
  });

  it('every plan it makes passes the checkers, whatever is asked and whatever there is', () => {
    const mm = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max }).map((n) => n / 1000);
    const parts = fc.array(fc.tuple(mm(100, 900), fc.constantFrom(0.1, 0.145, 0.24), fc.integer({ min: 1, max: 6 })), {
      minLength: 1,
      maxLength: 5,
    });
    const panels = fc.array(fc.tuple(mm(150, 700), mm(150, 600), fc.integer({ min: 1, max: 4 })), { maxLength: 3 });
    fc.assert(
      fc.property(parts, panels, fc.integer({ min: 0, max: 4 }), mm(0, 5), (boards, sheets, have, kerf) => {
        const asked = ask(
          [
            ...boards.map(([length, width, qty], n) => piece(`p${n}`, length, qty, { width })),
            ...sheets.map(([length, width, qty], n) => panel(`s${n}`, length, width, qty)),
          ],
          [board('b', { have }), board('long', { length: 3, price: 14.5 }), ply('ply', { have })],
          { kerf },
        );
        const made = planBatch(asked);
        expect(made.faults).toEqual([]);
        for (const group of made.boards) {
          expect(checkBoardPlan({ ...group.job, plan: group.plan.plan })).toEqual({ ok: true, reason: '' });
        }
        for (const { sheets: laid } of made.sheets) {
          for (const { places } of laid) {
            const pieces = places.map(({ length, width }, n) => ({ id: `${n}`, length, width }));
            const on = [places.map((place, n) => ({ ...place, piece: `${n}` }))];
            const check = checkSheetPlan({ sheet: { length: 2.5, width: 1.25 }, pieces, kerf, plan: on });
            expect(check).toEqual({ ok: true, reason: '' });
          }
        }
        const own = made.use.filter((use) => use.own).reduce((sum, { count }) => sum + count, 0);
        expect(own).toBeLessThanOrEqual(2 * have);
      }),
      { numRuns: 60 },
    );
  });

  it('narrow pieces lie side by side on a board: as many strips as its width holds with the saw cut between', () => {
    const strips = (width: number): number | undefined =>
      plan([piece('slat', 0.5, 1, { width })], [board('b')]).boards[0]?.stocks[0]?.strips;
    expect([strips(0.1235), strips(0.1236), strips(0.25)]).toEqual([2, 1, 1]);
    const four = plan([piece('long', 2.2, 4, { width: 0.12 })], [board('b')]);
    expect(used(four)).toEqual(['2 b']);
  });

  it('boards agree in thickness to a millimetre, in wood where it is said, and any wood does for carpentry', () => {
    const thick = (thickness: number): string | undefined =>
      fault([piece('side', 0.5)], [board('b', { thickness })])?.reason;
    expect([thick(0.02), thick(0.0201), thick(0.018), thick(0.0179)]).toEqual([
      undefined,
      'no-stock',
      undefined,
      'no-stock',
    ]);
    const cedar = [board('b', { species: 'cedar' })];
    expect(fault([piece('side', 0.5)], cedar)?.reason).toBe('no-stock');
    expect(fault([piece('board', 0.5, 1, { anyWood: true })], cedar)).toBeUndefined();
    expect(fault([piece('board', 0.5, 1, { anyWood: true })], [board('b', { species: 'osb' })])?.reason).toBe(
      'no-stock',
    );
  });

  it('what cannot be cut names the piece, its size and the most there is', () => {
    expect(fault([piece('wide', 0.5, 1, { width: 0.26 })], [board('b')])).toEqual(
      jasmine.objectContaining({ reason: 'too-wide', part: 'wide', size: 0.26, most: 0.25 }),
    );
    expect(fault([piece('fits', 2.39)], [board('b')])).toBeUndefined();
    expect(fault([piece('long', 2.3901)], [board('b')])).toEqual(
      jasmine.objectContaining({ reason: 'too-long', part: 'long', most: 2.39 }),
    );
    expect(fault([panel('floor', 2.51, 0.3)], [ply('p')])?.reason).toBe('too-large');
    expect(fault([piece('side', 2, 3)], [board('b', { have: 2, sold: false })])?.reason).toBe('too-little');
    expect(fault([panel('floor', 2, 1, 3)], [ply('p', { have: 2, sold: false })])?.reason).toBe('too-little');
    const many = fault([piece('slip', 0.1, 2001)], [board('b')]);
    expect([many?.reason, many?.says]).toEqual(['input', '2001 pieces are more than the 2000 that are planned']);
    expect(fault([piece('side', 0.5)], [])?.reason).toBe('no-stock');
  });

  it('a board that is neither there nor sold is no board', () => {
    expect(fault([piece('side', 0.5)], [board('b', { sold: false })])?.reason).toBe('no-stock');
  });

  it('one thing that cannot be cut keeps nothing else from being planned', () => {
    const made = plan([piece('long', 3), piece('short', 0.5, 1, { width: 0.2 })], [board('b')]);
    expect([made.faults.length, made.boards.length]).toEqual([1, 1]);
  });

  it('wide pieces are made of two boards edge to edge where the keeper says so', () => {
    const wide = [piece('side', 0.5, 2, { width: 0.26 })];
    const made = plan(wide, [board('b')], { edgeJoined: true });
    expect([made.faults.length, made.boards[0]?.width, made.boards[0]?.joined]).toEqual([0, 0.13, 2]);
    expect(made.boards[0]?.job.pieces).toEqual([{ id: 'side', length: 0.5, qty: 4 }]);
  });

  it('an offcut is used before a board, and a board in Stores before one that is bought', () => {
    const offcut = board('rest', { length: 0.6, have: 1, sold: false, offcut: true, price: 3 });
    expect(used(plan([piece('side', 0.5)], [board('b', { have: 1 }), offcut]))).toEqual(['1 rest own']);
    expect(used(plan([piece('side', 1.2)], [board('b', { have: 1 }), board('other')]))).toEqual(['1 b own']);
    const sheets = [
      ply('p', { have: 1 }),
      ply('piece', { length: 0.7, width: 0.5, have: 1, sold: false, offcut: true }),
    ];
    expect(used(plan([panel('floor', 0.6, 0.4, 1)], sheets))).toEqual(['1 piece own']);
    expect(used(plan([panel('floor', 0.6, 0.4, 2)], sheets))).toEqual(['1 piece own', '1 p own']);
  });

  it('what one group takes from Stores is not there for the next', () => {
    const made = plan([piece('a', 2.2), piece('b', 2.2, 1, { width: 0.2 })], [board('b', { have: 1 })]);
    expect(used(made)).toEqual(['1 b own', '1 b']);
  });

  it('an offcut is kept from 200 mm on, its side strip from 40 mm, a sheet’s from 200 mm both ways', () => {
    const left = (length: number): number =>
      keptOffcuts(plan([piece('side', length, 1, { width: 0.25 })], [board('b')])).length;
    expect([left(2.4 - 0.01 - 0.003 - 0.2), left(2.4 - 0.01 - 0.003 - 0.1999)]).toEqual([1, 0]);
    const side = (width: number): readonly number[] =>
      keptOffcuts(plan([piece('s', 2.38, 1, { width })], [board('b')])).map((one) => Math.round(1e4 * one.width));
    expect([side(0.207), side(0.2071)]).toEqual([[400], []]);
    const sheet = (width: number): number => keptOffcuts(plan([panel('f', 2.5, width)], [ply('p')])).length;
    expect([sheet(1.25 - 0.003 - 0.2), sheet(1.25 - 0.003 - 0.1999)]).toEqual([1, 0]);
  });

  it('a strip that no piece needs is kept whole', () => {
    const made = plan([piece('slat', 2.2, 1, { width: 0.12 })], [board('b')]);
    expect(keptOffcuts(made).map(({ length, width }) => [length, width])).toEqual([[2.4, 0.12]]);
  });

  it('metres: what is cut, kept and lost is all there is; a strip beside the pieces is no metre', () => {
    const made = plan([piece('side', 0.5, 3, { width: 0.14 })], [board('b')]);
    const { all, kept, lost } = boardMetres(made.boards);
    expect(keptOffcuts(made).length).toBe(2);
    expect([all, kept]).toEqual([2.4, jasmine.any(Number)]);
    expect(kept).toBeCloseTo(2.4 - 0.01 - 3 * 0.503, 6);
    expect(lost).toBeCloseTo(0.01 + 3 * 0.003, 6);
  });

  it('a plan that leaves a strip of a board over is not proved by its strips', () => {
    const slats = (qty: number): number =>
      boardGap(plan([piece('slat', 2.2, qty, { width: 0.12 })], [board('b')]).boards[0]!);
    expect(slats(2)).toBeCloseTo(0, 9);
    expect(slats(1)).toBeCloseTo(1, 9);
    expect(slats(3)).toBeCloseTo(1 / 3, 9);
  });

  it('letters go on after Z', () => {
    expect([0, 25, 26, 27, 52].map(letterOf)).toEqual(['A', 'Z', 'AA', 'AB', 'BA']);
  });

  it('tells after each group how far it is', () => {
    const told: string[] = [];
    planBatch(ask([piece('a', 0.5), panel('b', 0.5, 0.5)], [board('b'), ply('p')]), (done, of) =>
      told.push(`${done}/${of}`),
    );
    expect(told).toEqual(['1/2', '2/2']);
  });
});

describe('a piece moved by hand', () => {
  const made = plan([piece('side', 0.7, 4), piece('end', 0.3, 3)], [board('b', { length: 1.5 })]);
  const group = made.boards[0]!;

  it('goes where it fits: both boards are sawn anew from the raw end, and the plan passes its checker', () => {
    const from = group.plan.plan.findIndex(({ cuts }) => cuts.some((cut) => cut.piece === 'end'));
    const cut = group.plan.plan[from]!.cuts.findIndex((one) => one.piece === 'end');
    const moved = movePiece(group, { board: from, cut }, group.plan.plan.length);
    if (!moved.ok) throw new Error(moved.reason);
    const after = moved.group.plan;
    expect(checkBoardPlan({ ...group.job, plan: after.plan })).toEqual({ ok: true, reason: '' });
    expect(after.plan.at(-1)?.cuts.map(({ piece: id, at }) => [id, at])).toEqual([['end', 0.01]]);
    expect([after.boards, after.cost]).toEqual([group.plan.boards + 1, group.plan.cost + 12]);
    expect([after.status, after.gap > 0]).toEqual(['heuristic', true]);
  });

  it('is refused where the board is too short, with by how much, and nothing has moved', () => {
    const moved = movePiece(group, { board: 0, cut: 0 }, 1);
    expect(moved.ok).toBeFalse();
    if (moved.ok) return;
    const filled = group.plan.plan[1]!.cuts.reduce((sum, { length }) => sum + length + 0.003, 0) + 0.7 + 0.003;
    expect([moved.reason, Math.round(1e6 * moved.short)]).toEqual([
      'over-length',
      Math.round(1e6 * (filled - 0.003 - (1.5 - 0.01))),
    ]);
  });

  it('one more board comes from Stores while there are any, then from the price list', () => {
    const one = plan([piece('side', 0.7, 2)], [board('b', { length: 1.5, have: 1 })]).boards[0]!;
    const moved = movePiece(one, { board: 0, cut: 1 }, 1);
    expect(moved.ok && moved.group.plan.plan.map(({ stock }) => stock)).toEqual(['b/own', 'b/buy']);
  });

  it('needs no board that there is not', () => {
    const own = plan([piece('side', 0.7, 2)], [board('b', { length: 1.5, have: 1, sold: false })]).boards[0]!;
    expect(movePiece(own, { board: 0, cut: 1 }, 1)).toEqual({ ok: false, reason: 'stock-limit', short: 0 });
  });

  it('a board that was emptied is gone, and moving it where it lies changes nothing', () => {
    const two = plan([piece('a', 0.6), piece('b', 0.6, 1)], [board('b', { length: 1.5 })]).boards[0]!;
    expect(two.plan.boards).toBe(1);
    const apart = movePiece(two, { board: 0, cut: 1 }, 1);
    if (!apart.ok) throw new Error(apart.reason);
    const again = movePiece(apart.group, { board: 1, cut: 0 }, 0);
    expect(again.ok && again.group.plan.boards).toBe(1);
    expect(movePiece(two, { board: 0, cut: 0 }, 0)).toEqual({ ok: true, group: two });
    expect(movePiece(two, { board: 5, cut: 0 }, 0)).toEqual({ ok: false, reason: 'unknown-piece', short: 0 });
  });

  it('a panel may lie wherever full cuts part it from its neighbours, and nowhere else', () => {
    const [sheet] = plan([panel('a', 0.5, 0.5, 2)], [ply('p')]).sheets;
    const at = (x: number, y: number): ReturnType<typeof movePanel> =>
      movePanel(sheet!.sheets, 0.003, { sheet: 0, place: 1 }, { sheet: 0, x, y });
    const free = at(1, 0.6);
    expect(free.ok && free.group[0]?.places.map(({ x, y }) => [x, y])).toEqual([
      [0, 0],
      [1, 0.6],
    ]);
    expect(at(0.502, 0)).toEqual({ ok: false, reason: 'overlap-or-not-guillotine', short: 0 });
    expect(at(0.503, 0).ok).toBeTrue();
    expect([at(2, 0.75).ok, at(2.001, 0)]).toEqual([true, { ok: false, reason: 'outside', short: 0 }]);
  });
});

describe('what a batch costs', () => {
  it('as bought whole, as used without what is kept; a missing price is named, not nought', () => {
    const stock = [board('b'), ply('p', { price: null })];
    const made = plan([piece('side', 1.19, 1, { width: 0.25 }), panel('f', 0.5, 0.5)], stock);
    const cost = boardsCost(made, stock);
    const offcut = 2.4 - 0.01 - 1.19 - 0.003;
    expect([cost.asBought, cost.unpriced]).toEqual([12, ['p']]);
    expect(cost.asUsed).toBeCloseTo(12 * (1 - offcut / 2.4), 9);
    expect(usesOf(made.boards, made.sheets).length).toBe(2);
  });

  it('a catch: spent over catches, its range by the exact limits of a count', () => {
    const four = catchCost({ spent: 400, catches: 4 });
    expect(four.each).toBe(100);
    // Garwood's limits of 4 at nine in ten: 1.366 to 9.154.
    expect([400 / four.low, 400 / four.high!].map((limit) => limit.toFixed(3))).toEqual(['9.154', '1.366']);
    const none = catchCost({ spent: 300, catches: 0 });
    expect([none.each, none.high, (300 / none.low).toFixed(3)]).toEqual([null, null, '2.996']);
    expect(refusal(() => catchCost({ spent: -1, catches: 1 }))).toEqual(['RANGE', 'spent']);
    expect(refusal(() => catchCost({ spent: 1, catches: 1.5 }))).toEqual(['RANGE', 'catches']);
  });
});

describe('wet boards', () => {
  it('are cut wider by what they will shrink, and not where nobody says how wet, nor at 12 %', () => {
    const at = (moisture: number): number => cutWet(design({ boards: { moisture } }), 0.2445);
    expect(at(12)).toBe(0.2445);
    expect(at(15)).toBeGreaterThan(0.2445);
    const wet = design({ boards: { moisture: 15 } });
    expect(driedSize(wet, cutWet(wet, 0.2445))).toBeCloseTo(0.2445, 9);
    expect(driedSize(design(), 0.2445)).toBeNull();
    expect(driedSize(design({ material: 'osb', boards: { moisture: 30 } }), 0.2)).toBeNull();
  });

  it('only boards, only across the grain, and what it will be when dry stands beside it', () => {
    const one = design({ boards: { moisture: 20 } });
    const wet = batchParts([{ id: 'd', design: one, count: 1 }], true).sawn;
    const side = wet.find(({ id }) => id === 'd:box.side');
    expect([side?.dry, side?.length]).toEqual([0.244475, 0.466725 + 0.038]);
    expect(side!.width).toBeGreaterThan(0.244475);
    expect(wet.find(({ name }) => name === 'floor')?.dry).toBeNull();
  });
});

describe('what can be made of the boards I have', () => {
  const asked = (stock: readonly StockRow[]): Parameters<typeof whatFits>[0] => ask([], stock);

  it('ranks the starting points by how many fit, with walls as thick as the boards are', () => {
    const found = whatFits(
      asked([
        board('b', { thickness: 0.022, have: 6, sold: false }),
        ply('p', { have: 2 }),
        ply('q', { have: 2, thickness: 0.018 }),
      ]),
    );
    const nuc = found.find(({ start }) => start === 'single-nuc');
    expect(nuc?.count).toBeGreaterThan(1);
    expect(nuc?.thickness).toBe(0.022);
    expect(found.map(({ count }) => count)).toEqual([...found.map(({ count }) => count)].sort((a, b) => b - a));
  });

  it('with nothing in Stores nothing can be made, whatever is sold', () => {
    expect(whatFits(asked([board('b')])).every(({ count }) => count === 0)).toBeTrue();
  });
});

describe('the order of work', () => {
  it('a board is ripped once before its pieces are crosscut; one setting of the stop for a length, the longest first', () => {
    const lines = [
      { id: 'd', design: design({ sections: [box({ joint: 'rabbet' })], hanging: { style: 'board' } }), count: 2 },
    ];
    const { sawn } = batchParts(lines);
    const rows = [board('b', { width: 0.26 }), ply('p')];
    const made = planBatch(ask(sawn, rows));
    const steps = workSteps(made, sawn);
    const told = steps.map((step) => step.kind);
    expect(told).toEqual(['rip', 'crosscut', 'crosscut', 'rip', 'crosscut', 'sheet', 'rabbet', 'rest', 'door', 'bore']);
    const stops = steps.flatMap((step) => (step.kind === 'crosscut' && step.letter === 'A' ? [step.length] : []));
    expect(stops).toEqual([...stops].sort((a, b) => b - a));
    expect(new Set(steps.map(({ id }) => id)).size).toBe(steps.length);
  });

  it('a board as wide as its pieces is not ripped', () => {
    const one = [piece('side', 0.5, 1, { width: 0.2496 })];
    const kinds = (width: number): readonly string[] => {
      const rows = [board('b', { width })];
      return workSteps(planBatch(ask(one, rows)), []).map(({ kind }) => kind);
    };
    expect([kinds(0.25), kinds(0.2502)]).toEqual([['crosscut'], ['rip', 'crosscut']]);
  });

  it('eight traps of three fence boxes are planned whole', () => {
    const { sawn } = batchParts([{ id: 'd', design: startingPoint('three-fence-boxes'), count: 8 }]);
    const made = planBatch(ask(sawn, [board('b', { width: 0.25 }), ply('p')]));
    expect(made.faults).toEqual([]);
    const cut = made.boards.flatMap((group) => group.plan.plan.flatMap(({ cuts }) => cuts)).length;
    expect(cut).toBe(sawn.filter(({ material }) => material === 'board').reduce((sum, { qty }) => sum + qty, 0));
  });
});
