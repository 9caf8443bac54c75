import { batchParts, type BatchWork, planBatch, startingPoint, type WhatFits } from '@yewridge/core/bench';
import { goods, nuc, ply } from '../testing/workshop-data';
import { linesText, readLines, withCount } from './batch-lines';
import { billOf, billText, boughtName } from './bill';
import { sheetSections, bothUnits } from './build-sheet';
import { catchCostSaid, pricesOf, seasonSoFar, spentSoFar } from './catch-spent';
import { cut } from './cutting-run';
import { planText, readPlan, readTicks, sameWork } from './kept-plan';
import { planLayout } from './plan-layout';
import { offcutGoods, stockRows } from './stock-rows';
import { stepSaid } from './step-words';
import { drawingsOf, onOneSheet } from './take-along';
import { templatesOf } from './templates';
import {
  boardsAndSheets,
  faultSaid,
  fitSaid,
  leastSaid,
  partName,
  partNote,
  refusedSaid,
  wasteSaid,
} from './workshop-words';

const GOODS = [goods('fir'), ply({ count: 1 })];
const ROWS = stockRows(GOODS);
const WORK = batchParts([{ id: 'nuc', design: nuc.document, count: 2 }]);
const SAWING = { stock: ROWS, kerf: 0.003, trimStart: 0.01, trimEnd: 0 };
const PLAN = planBatch({ ...SAWING, parts: WORK.sawn });
const NAMES = new Map(WORK.sawn.map((part) => [part.id, partName(part.part, 'Nuc')]));
const DESIGNS = new Map([['nuc', nuc.document]]);
const bill = (rows = GOODS) =>
  billOf(PLAN, WORK.bought, { stock: stockRows(rows), goods: rows, designs: DESIGNS, cut: false }, 'metric');

describe('what a batch is made of', () => {
  it('its lines are read as they are written, and what is no line is left out', () => {
    const lines = readLines('fence-box:8,tall-nuc:4');
    expect(lines).toEqual([
      { id: 'fence-box', count: 8 },
      { id: 'tall-nuc', count: 4 },
    ]);
    expect(linesText(lines)).toBe('fence-box:8,tall-nuc:4');
    expect(readLines('a:x,:3,b')).toEqual([]);
    expect(linesText(withCount(lines, 'tall-nuc', 0))).toBe('fence-box:8');
    expect(linesText(withCount(lines, 'new', 2))).toBe('fence-box:8,tall-nuc:4,new:2');
  });

  it('only boards and sheets whose three sizes are known can be sawn', () => {
    const rows = [
      ...GOODS,
      goods('open', { thicknessM: null }),
      goods('strap', { kind: 'strap' }),
      goods('nought', { lengthM: 0 }),
    ];
    expect(stockRows(rows).map(({ id }) => id)).toEqual(['fir', 'ply']);
  });

  it('an offcut goes to Stores with its share of the price, its place, and the name of what it is of, once', () => {
    const row = { ...ROWS[0]!, name: 'Fir, offcut 900 × 250 × 19' };
    const left = { kind: 'board', row: 'fir', length: 0.48, width: 0.125, thickness: 0.019 } as const;
    expect(offcutGoods(row, left, 'shed', 'metric')).toEqual(
      jasmine.objectContaining({
        name: 'Fir, offcut 480 × 125 × 19',
        count: 1,
        priceEach: 1.2,
        offcut: true,
        place: 'shed',
      }),
    );
    expect(offcutGoods({ ...row, price: null }, left, null, 'metric').priceEach).toBeNull();
  });
});

describe('a plan that is kept', () => {
  const text = planText(WORK.sawn, PLAN, ROWS);
  it('is read as it was written', () => {
    expect(readPlan(text)).toEqual(JSON.parse(text) as ReturnType<typeof readPlan>);
    expect(readPlan(text)?.plan.boards).toEqual(JSON.parse(JSON.stringify(PLAN.boards)) as typeof PLAN.boards);
  });
  it('a text that is none is none, whatever it is', () => {
    for (const bad of [
      null,
      '',
      '{',
      '[]',
      'null',
      '{"version":2}',
      '{"version":1,"plan":{}}',
      '{"version":1,"parts":[1],"plan":{"boards":[],"sheets":[],"use":[],"faults":[]}}',
    ])
      expect(readPlan(bad)).withContext(String(bad)).toBeNull();
  });
  it('still holds while pieces, sizes and numbers are the same, to a micrometre', () => {
    const other = (change: Partial<BatchWork>): readonly BatchWork[] =>
      WORK.sawn.map((part, n) => (n === 0 ? { ...part, ...change } : part));
    expect(sameWork(WORK.sawn, [...WORK.sawn].reverse())).toBeTrue();
    expect(sameWork(WORK.sawn, other({ length: WORK.sawn[0]!.length + 1e-6 }))).toBeFalse();
    expect(sameWork(WORK.sawn, other({ length: WORK.sawn[0]!.length + 1e-7 }))).toBeTrue();
    expect(sameWork(WORK.sawn, other({ qty: 9 }))).toBeFalse();
    expect(sameWork(WORK.sawn, WORK.sawn.slice(1))).toBeFalse();
  });
  it('ticks that cannot be read are none', () => {
    expect([...readTicks('["a","b",3]')]).toEqual(['a', 'b']);
    expect([readTicks('{'), readTicks(null), readTicks('{"a":1}')].map(({ size }) => size)).toEqual([0, 0, 0]);
  });
});

describe('what is bought', () => {
  it('boards by the piece with where they go, what Stores has, and each thing once whatever asks for it', () => {
    const { boards, others, fromStores, total } = bill();
    expect(boards.map(({ count, name, note }) => [count, name, note])).toEqual([
      [2, 'fir', 'A1, A2'],
      [1, 'Ply 12, 2500 × 1250', 'Stores has 1'],
    ]);
    expect(others.map(({ name }) => name)).toContain('Langstroth deep frame');
    expect([fromStores, total]).toEqual([38, 62]);
  });
  it('a price that is missing is counted, asked for, and no nought in disguise', () => {
    expect(bill().unpriced).toBe(bill().others.length);
    const priced = bill([...GOODS, goods('p', { kind: 'hardware', name: 'Langstroth deep frame', priceEach: 1.5 })]);
    const frame = priced.others.find(({ name }) => name === 'Langstroth deep frame');
    expect([frame?.cost, priced.unpriced]).toEqual([1.5 * frame!.count, bill().unpriced - 1]);
  });
  it('of a batch that was cut it says where boards came from, not what Stores has now', () => {
    const from = { stock: ROWS, goods: GOODS, designs: DESIGNS, cut: true };
    const { boards } = billOf(PLAN, WORK.bought, from, 'metric');
    expect(boards.map(({ own, note }) => [own, note])).toEqual([
      [false, 'A1, A2'],
      [true, 'from Stores'],
    ]);
  });
  it('own comb is not bought, a section is bought by its own name, and the list to take along leaves out what is there', () => {
    expect(bill().others.some(({ name }) => name.includes('comb'))).toBeFalse();
    const part = { id: 'x', what: 'section', qty: 1, section: 'nuc' } as const;
    expect(boughtName(part, nuc.document)).toBe(nuc.document.sections[0]!.label);
    expect(boughtName(part, undefined)).toBe('Section without a name');
    expect(billText(bill())).toContain('2 × fir');
    expect(billText(bill())).not.toContain('Ply');
  });
});

describe('the workshop in words', () => {
  it('a part is called by its section and itself, and says its joints in the reader’s unit', () => {
    const end = { ...WORK.sawn[1]!.part, joint: 'rabbet', rabbet: 0.0095 } as const;
    expect([
      partName(end, '5-frame deep'),
      partName(end, 'Base, empty'),
      partName({ ...end, section: null }, ''),
    ]).toEqual(['5-frame deep end', 'Base, empty: end', 'End']);
    expect(partNote(end, 'metric')).toMatch(
      /^rabbet 9\.5 deep at both ends, lug rest 16 by 9\.5, in one of them a [\d.]+ hole, [\d.]+ from the lower edge and [\d.]+ from the left$/,
    );
    expect(partNote({ ...end, name: 'side' }, 'imperial')).toContain('sits 3/8 into the ends');
  });

  it('what cannot be cut names the piece, its size and the most there is', () => {
    const say = (reason: Parameters<typeof faultSaid>[0]['reason'], most: number | null = 0.14): string =>
      faultSaid(
        { reason, part: WORK.sawn[0]!.id, size: 0.26, most, says: null },
        WORK.sawn,
        () => 'Nuc side',
        'metric',
      );
    expect(say('too-wide')).toBe('Nuc side: 260 mm wide, and no board here is wide enough (140 mm at most).');
    expect(say('too-long', 2.39)).toBe('Nuc side: 260 mm long; the longest board leaves 2390 mm after its trim.');
    expect(say('no-stock')).toBe('Nuc side: no board in Stores or the price list is 19.1 mm thick and pine.');
    expect(
      [say('too-large'), say('too-little'), say('input')].every((words) => words.startsWith('Nuc side: ')),
    ).toBeTrue();
  });

  it('a move that is refused says what is wrong and that nothing moved', () => {
    const what = { piece: 'side', board: 'A2' };
    const say = (reason: string, short = 0): string => refusedSaid({ reason, short }, what, 'metric');
    expect(say('over-length', 0.0123)).toBe('A2 is 12.3 mm too short for the side. It stays where it was.');
    for (const reason of ['stock-limit', 'outside', 'overlap-or-not-guillotine', 'other-width', 'demand'])
      expect(say(reason)).withContext(reason).toContain('stays where it was');
  });

  it('waste is metres first; proof is said only where it was proved', () => {
    expect(wasteSaid(PLAN.boards, 'metric')).toMatch(
      /^\d+\.\d\d m of 4\.80 m is lost to saw, trim and scraps, \d+\.\d\d m is kept\.$/,
    );
    expect([wasteSaid([], 'metric'), leastSaid([])]).toEqual(['', '']);
    const [group] = PLAN.boards;
    expect(leastSaid([group!])).toBe('No plan of these boards costs less, proved.');
    expect(leastSaid([group!, group!])).toContain('proved for each width');
    const open = { ...group!, plan: { ...group!.plan, lowerBound: group!.plan.cost / 1.083 } };
    expect(leastSaid([group!, open])).toContain('Within 8.3 % of the least possible');
  });

  it('counts agree with their words', () => {
    expect([boardsAndSheets(1, 0), boardsAndSheets(3, 1), boardsAndSheets(0, 2)]).toEqual([
      '1 board',
      '3 boards and a sheet',
      '2 sheets',
    ]);
    const fit = (change: Partial<WhatFits>): string =>
      fitSaid({ start: 'single-nuc', count: 2, more: false, thickness: 0.022, fault: null, ...change }, 'metric');
    expect([fit({}), fit({ count: 6, more: true }), fit({ count: 0 })]).toEqual([
      '2 of boards 22 mm thick',
      '6 or more of boards 22 mm thick',
      'not from these boards',
    ]);
  });
});

describe('a plan as it is drawn', () => {
  const layout = planLayout(PLAN, 566);
  it('to one scale, with marks from the raw end, the offcut as the plan leaves it less one saw cut', () => {
    const [first] = layout.boards;
    expect(first!.pieces[0]!.x).toBeCloseTo(24 + 0.01 * layout.scale, 6);
    const all = layout.boards.map(({ pieces }) => pieces.map(({ width }) => width));
    expect(Math.max(...all.flat()) / Math.min(...all.flat())).toBeCloseTo(0.504825 / 0.1905, 3);
    const [board] = PLAN.boards[0]!.plan.plan;
    const drawn = layout.boards.find(({ number }) => number === 1)!;
    expect(drawn.offcut?.length).toBeCloseTo(Math.max(0, board!.waste - 0.003), 6);
  });
  it('boards of two widths with the same cuts share one row of marks', () => {
    const { sawn } = batchParts([{ id: 'd', design: startingPoint('deep-over-base'), count: 1 }]);
    const plan = planBatch({ ...SAWING, parts: sawn });
    const drawn = planLayout(plan, 566);
    expect(drawn.shared).toEqual(['A', 'B']);
    expect(drawn.boards.map(({ letter, marks }) => [letter, marks.length > 0])).toEqual([
      ['A', false],
      ['B', true],
    ]);
  });
  it('figures that would touch are written a line lower, and no two of a line touch', () => {
    for (const { marks } of planLayout(PLAN, 300).boards) {
      for (const level of new Set(marks.map((mark) => mark.level))) {
        const xs = marks.filter((mark) => mark.level === level).map(({ x }) => x);
        for (const [n, x] of xs.slice(1).entries()) expect(x - xs[n]!).toBeGreaterThanOrEqual(34);
      }
    }
  });
});

describe('papers to take along', () => {
  const asked = {
    name: 'Winter',
    version: 'version 2',
    day: '14 May 2026',
    designs: [{ design: nuc.document, count: 2 }],
    plan: PLAN,
    parts: WORK.sawn,
    names: NAMES,
    stock: ROWS,
    bill: bill(),
    system: 'metric',
  } as const;

  it('the build sheet says sizes in the keeper’s units with the other in brackets, cautions first', () => {
    expect(bothUnits([0.487, 0.246], 'metric')).toBe('487 × 246 mm (19-3/16 × 9-11/16 in)');
    expect(bothUnits([0.487], 'imperial')).toBe('19-3/16 in (487 mm)');
    const sections = sheetSections(asked);
    expect(sections.map(({ head }) => head)).toEqual([
      'Take care',
      'Parts',
      'Marks from the raw end, mm',
      'Sheets, full cuts in order, mm from the corner',
      'Order of work',
      'Tools',
      'To buy and to bring',
    ]);
    const marks = sections[2]!.lines.join(' ');
    const [first] = PLAN.boards[0]!.plan.plan[0]!.cuts;
    expect(marks).toContain(`A1, fir: marks ${(1000 * (first!.at + first!.length)).toFixed(1)} nuc side`);
  });

  it('a step names its setting once for all it is for', () => {
    const part = WORK.sawn[0]!;
    const say = (step: Parameters<typeof stepSaid>[0]): string => stepSaid(step, WORK.sawn, NAMES, 'metric');
    expect(say({ id: 'r', kind: 'rip', letter: 'A', width: 0.246, boards: 3 })).toBe(
      'Fence at 246 mm: rip the 3 boards of A.',
    );
    expect(say({ id: 'c', kind: 'crosscut', letter: 'A', length: 0.487, count: 10, pieces: [part.id] })).toBe(
      'Stop at 487 mm: 10 from A, nuc side.',
    );
    const wet = [{ ...part, width: 0.246, dry: 0.2445 }];
    expect(
      stepSaid(
        { id: 'c', kind: 'crosscut', letter: 'A', length: 0.487, count: 1, pieces: [part.id] },
        wet,
        NAMES,
        'metric',
      ),
    ).toContain('cut 246 to be 244.5 when dry');
    expect(say({ id: 'g', kind: 'glue', letter: 'A', boards: 2, width: 0.123 })).toContain('2 of 123 mm to a piece');
  });

  it('every door, hole and row of fingers has a template of its true size', () => {
    const design = {
      ...nuc.document,
      hanging: { style: 'board' } as const,
      sections: nuc.document.sections.map((one) => ({ ...one, joint: 'box-joint' as const })),
    };
    const { sawn } = batchParts([{ id: 'nuc', design, count: 1 }]);
    const made = templatesOf(design, sawn, NAMES, 'metric');
    expect(made.map(({ id }) => id.split('-')[0])).toEqual(['door', 'hole', 'fingers', 'fingers']);
    const [door] = made;
    const circle = door!.drawing.entities.find(({ type }) => type === 'circle');
    const { opening } = design.entrances[0]!;
    expect(circle).toEqual(jasmine.objectContaining({ r: opening.kind === 'hole' ? opening.diameter / 2 : -1 }));
    const fingers = made[2]!.drawing.entities.filter(
      (one) => one.type === 'line' && one.layer === 'OUTLINE' && one.x1 === one.x2,
    );
    expect(fingers.length).toBe(sawn[0]!.part.fingers!);
  });

  it('the same parts stand on the sheet of parts, and all boards and sheets on that of cuts', () => {
    const { parts, cuts, views } = drawingsOf(asked);
    const said = parts[0]!.entities.flatMap((one) => (one.type === 'text' ? [one.text] : []));
    for (const part of WORK.sawn) expect(said).toContain(`${part.qty} x ${NAMES.get(part.id)!}`);
    expect([cuts.length, views.length]).toEqual([PLAN.boards.length + PLAN.sheets[0]!.sheets.length, 2]);
    const one = onOneSheet(cuts, 'all');
    expect(one.entities.length).toBe(cuts.reduce((sum, { entities }) => sum + entities.length + 1, 0));
  });
});

describe('long runs of the workshop', () => {
  it('cost by the size of the batch: the plan of each, alone', () => {
    const lines = [{ id: 'nuc', design: nuc.document, count: 1 }];
    const told: number[] = [];
    const sizes = cut({ kind: 'sizes', ask: { lines, wet: false, most: 3, sawing: SAWING } }, (done) =>
      told.push(done),
    ) as readonly {
      count: number;
      asBought: number | null;
    }[];
    expect(sizes.map(({ count, asBought }) => [count, asBought])).toEqual([
      [1, 50],
      [2, 62],
      [3, jasmine.any(Number)],
    ]);
    expect(told).toEqual([0, 1, 2]);
  });
  it('a size that cannot be cut has no cost', () => {
    const none = cut(
      {
        kind: 'sizes',
        ask: {
          lines: [{ id: 'nuc', design: nuc.document, count: 1 }],
          wet: false,
          most: 1,
          sawing: { ...SAWING, stock: [] },
        },
      },
      () => undefined,
    );
    expect(none).toEqual([{ count: 1, asBought: null, boards: 0, sheets: 0 }]);
    expect(cut({ kind: 'sizes', ask: { lines: [], wet: false, most: 2, sawing: SAWING } }, () => undefined)).toEqual(
      [],
    );
  });
});

describe('what a catch costs', () => {
  it('is told of the season that runs, or of the last one when none does', () => {
    const of = (season: number) => ({
      season,
      start: `${season}-04-01`,
      end: `${season}-07-31`,
      traps: 3,
      trapDays: 0,
      catches: 1,
      massKg: 0,
      daysOut: 9,
      sites: [],
    });
    const summary = { seasons: [of(2025), of(2026)], arrivals: [] };
    const told = (today: string) => seasonSoFar(summary, today)?.season;
    expect([told('2026-05-14'), told('2026-11-30'), told('2026-03-31'), told('2025-03-31')]).toEqual([
      2026,
      2026,
      2025,
      undefined,
    ]);
    expect(seasonSoFar(summary, '2026-05-14')).toEqual({ season: 2026, traps: 3, catches: 1, trips: 9 });
  });
  const season = { season: 2026, traps: 10, catches: 4, trips: 20 };
  const prices = { trap: 50, lure: 2, trip: 5, colony: 160 };
  it('is not said before the prices are', () => {
    expect(spentSoFar(season, { ...prices, trip: null })).toBeNull();
    expect(catchCostSaid(season, { ...prices, lure: null }, '€')).toContain('Type the prices');
    expect(pricesOf([goods('a', { name: 'A trip', kind: 'hardware', priceEach: 6 })])).toEqual({
      trap: null,
      lure: null,
      trip: 6,
      colony: null,
    });
  });
  it('traps over five seasons, lures and trips; with the range that few catches allow, against a bought colony', () => {
    expect(spentSoFar(season, prices)).toBe(10 * (50 / 5 + 2) + 100);
    expect(catchCostSaid(season, prices, '€')).toBe(
      '€ 55 a catch so far; with 4 catches anything between € 24 and € 161 (9 times in 10). That is not to be told from a bought colony at € 160.',
    );
    expect(catchCostSaid(season, { ...prices, colony: 162 }, '€')).toContain('less than a bought colony');
    expect(catchCostSaid(season, { ...prices, colony: 20 }, '€')).toContain('more than a bought colony');
    expect(catchCostSaid({ ...season, catches: 0 }, prices, '€')).toContain('no catch yet');
    expect(catchCostSaid({ ...season, catches: 1 }, prices, '€')).toContain('with 1 catch anything');
  });
});
