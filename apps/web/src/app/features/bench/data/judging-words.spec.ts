import {
  type Design,
  designLoad,
  designSuitability,
  HANGING_STYLES,
  nestScore,
  schoolsOf,
  STARTING_POINTS,
  startingPoint,
} from '@yewridge/core/bench';
import { withValue } from '../../../shared/documents/value-at';
import { readingsOf, SAMPLE } from '../testing/sample-design';
import { type Compared, compareRows, compareWords } from './compare-view';
import { differences } from './differences';
import { judge } from './judged';
import { downAnswer, hangLines, ladderLines, liftLine, massLine } from './load-view';
import { versionNumber, versionSentence } from './page-words';
import { disputeViews } from './school-view';
import { curvePaths, factorViews, gradeText, limitingSentence } from './suitability-view';
import { numberProblem, numbersFrom } from './trap-numbers';
import { trueOutline } from './true-outline';

const judged = (design: Design): ReturnType<typeof designSuitability> => {
  const { room, door } = readingsOf(design);
  return designSuitability(design, room, door.area);
};
const views = (design: Design): ReturnType<typeof factorViews> =>
  factorViews(judged(design), schoolsOf(design.schools), 'metric');
const sentenceOf = (design: Design, factor: string): string | undefined =>
  views(design).find((view) => view.factor === factor)?.sentence;
const load = (design: Design): ReturnType<typeof designLoad> => designLoad(design, readingsOf(design).room.net);

describe('bench: suitability in words', () => {
  it('a door made large by an open joint is not to be narrowed by a block', () => {
    const wide = withValue(SAMPLE, 'entrances[0].opening', { kind: 'slot', width: 0.18, height: 0.03 });
    const said = (openJoint: boolean): string | undefined =>
      factorViews(judged(wide), schoolsOf(wide.schools), 'metric', openJoint).find(
        ({ factor }) => factor === 'entranceArea',
      )?.sentence;
    expect(said(true)).toBe('54.0 cm² with the open joint is hard to defend; close the joint first (strong)');
    expect(said(false)).toContain('reduce it by a block');
  });

  for (const [what, design, factor, says] of [
    [
      'a small box',
      withValue(SAMPLE, 'sections[0].shape.height', 0.02),
      'volume',
      '24.2 L is smaller than most swarms look for; 15.8 L more would bring it to 40.0 L (strong)',
    ],
    [
      'a light nuc by its own school',
      {
        ...withValue(SAMPLE, 'sections[0].shape.height', 0.001),
        schools: { room: { school: 'small-swarm', reason: '' } },
        entrances: [],
      },
      'volume',
      'Volume is in the preferred range (strong)',
    ],
    [
      'a wide slot',
      withValue(SAMPLE, 'entrances[0].opening', { kind: 'slot', width: 0.18, height: 0.03 }),
      'entranceArea',
      '54.0 cm² is hard to defend; reduce it by a block to 16.0 cm² (strong)',
    ],
    [
      'a low site',
      { ...SAMPLE, site: { entranceHeight: 1.5 } },
      'entranceHeight',
      '1.5 m is lower than 5 m; safer for you (moderate)',
    ],
    [
      'a door to the north',
      { ...SAMPLE, site: { facing: 20 } },
      'facing',
      'Turned 160° away from the sunny side (moderate)',
    ],
    [
      'no comb, lure only',
      {
        ...withValue(SAMPLE, 'sections[1].contents', []),
        schools: { comb: { school: 'lure-only', reason: '' } },
      },
      'oldComb',
      'Dark comb: not counted by this school',
    ],
  ] as readonly (readonly [string, Design, string, string])[]) {
    it(`${what}: ${says}`, () => {
      expect(sentenceOf(design, factor)).toBe(says);
    });
  }

  it('names what costs most first, in both systems of units', () => {
    const low = { ...SAMPLE, site: { entranceHeight: 0.5 } };
    expect(limitingSentence(judged(low), views(low))).toMatch(
      /^Height costs most, about \d+ % of the score: .*lower than 5 m/,
    );
    const imperial = factorViews(judged(low), [], 'imperial');
    expect(limitingSentence(judged(low), imperial)).toContain('16.4 ft');
  });

  it('each point stands within its curve, and curves follow the schools and the side of the line only', () => {
    for (const view of views(SAMPLE))
      expect([view.x >= 3, view.x <= 89, view.y >= 3, view.y <= 19]).not.toContain(false);
    const [field, small] = [curvePaths([], 'N'), curvePaths(['small-swarm'], 'N')];
    expect(small.volume).not.toBe(field.volume);
    expect(small.shade).toBe(field.shade);
    // North and south of the line the sunny side is another; nothing else is.
    const south = curvePaths([], 'S');
    expect(Object.keys(field).filter((factor) => south[factor as 'facing'] !== field[factor as 'facing'])).toEqual([
      'facing',
    ]);
  });
});

describe('bench: a grade in words', () => {
  it('of a school never stands without that of the field tests; where no school is followed there is one', () => {
    const field = judged(SAMPLE).score;
    expect(gradeText(field)).toBe(`${field.grade}, ${field.score.toFixed(2)}`);
    const light = nestScore({ site: { volume: 0.022, entranceArea: 0.0012 }, school: 'small-swarm' });
    expect(gradeText(light)).toBe('excellent, 1.00; by field tests fair, 0.80');
  });
});

describe('bench: schools in words', () => {
  it('every school says what it gains and costs; the field tests cost nothing', () => {
    for (const { options } of disputeViews(SAMPLE)) {
      expect(options[0]?.costs).toBe('costs nothing');
      for (const option of options) expect(option.gains.length).toBeGreaterThan(10);
    }
    const room = disputeViews(SAMPLE).find(({ dispute }) => dispute === 'room');
    expect(room?.others).toBe('light nuc costs 6 %');
  });
});

describe('bench: load in words', () => {
  it('the mass says when it reaches the limit, and that it is weakly known', () => {
    const { pieces, working } = massLine(SAMPLE, load(SAMPLE), 'metric');
    expect(pieces.map((piece) => ('small' in piece ? piece.small : piece.big)).join(' ')).toMatch(
      /^[\d.]+ kg empty\. 20.0 kg about day \d+ with a 1.5 kg swarm in a moderate flow$/,
    );
    expect(working.sure).toContain('Weak');
  });

  it('over from the first day, under for ever, and not known are each said', () => {
    const lift = (limit: number): Design => ({ ...SAMPLE, load: { swarm: 1.5, flow: 'dearth', limit } });
    expect(downAnswer(SAMPLE, load(lift(5)), 'metric')).toBe('Over 5.0 kg from the first day');
    expect(downAnswer(SAMPLE, load(lift(90)), 'metric')).toBe('Under 90.0 kg for 120 days');
    const keg = withValue(SAMPLE, 'sections[0].shape', { kind: 'measured', volume: 0.02 });
    expect(downAnswer(keg, load(keg), 'metric')).toMatch(/^Weigh “Base” and type it there: the rest is [\d.]+ kg$/);
    // Weighed by itself it counts, and the answer is one again.
    const weighed = withValue(keg, 'sections[0].shape', { kind: 'measured', volume: 0.02, mass: 2.5 });
    expect(load(weighed).unweighed).toEqual([]);
    expect(load(weighed).empty.mass - load(keg).empty.mass).toBeCloseTo(2.5, 9);
    expect(downAnswer(weighed, load(weighed), 'metric')).not.toContain('Weigh');
  });

  for (const style of HANGING_STYLES) {
    it(`${style}: says what it bears, and asks for the label instead of assuming one`, () => {
      const design: Design = { ...SAMPLE, hanging: { style } };
      const lines = hangLines(design, load(design), 'metric');
      expect(lines.length).toBeGreaterThan(0);
      expect(lines.some(({ level }) => level === 'good')).toBeFalse();
    });
  }

  it('what could not be weighed is not said to be light on the ladder', () => {
    const keg = withValue(SAMPLE, 'sections[0].shape', { kind: 'measured', volume: 0.02 });
    expect(ladderLines(load(keg), 'ANSI-III', 60, 'metric').map(({ sentence }) => sentence.slice(0, 12))).toEqual([
      'Carried down',
    ]);
    expect(ladderLines(load(SAMPLE), 'EN131-professional', 80, 'metric').map(({ level }) => level)).toContain('look');
    expect(liftLine(load(SAMPLE), 0.25, 0.75, 'metric').level).toBe('good');
    expect(liftLine(load(SAMPLE), 0.8, 0.75, 'metric').sentence).toContain('Nobody');
  });

  it('a label gives the verdict', () => {
    const wires: Design = { ...SAMPLE, hanging: { style: 'wire', workingLoad: 1500 } };
    expect(hangLines(wires, load(wires), 'metric').map(({ level }) => level)).toContain('good');
    const thin: Design = { ...SAMPLE, hanging: { style: 'wire', workingLoad: 100 } };
    expect(hangLines(thin, load(thin), 'metric').at(-1)?.sentence).toMatch(/^Unsafe: only 0.\d times/);
  });
});

describe('bench: versions in words', () => {
  const frozen = (
    document: Design,
    version: number,
    ...numbers: string[]
  ): Parameters<typeof versionSentence>[0][number] => ({
    version,
    document,
    frozenAt: '2026-05-14T16:20:00.000Z',
    traps: numbers.map((number) => ({ id: number, number })),
  });
  const taller = withValue(SAMPLE, 'sections[0].shape.height', 0.2);

  it('a design in use is a version; an edit makes the next one', () => {
    expect(versionSentence([], SAMPLE)).toBe('version 1, not built yet');
    const versions = [frozen(SAMPLE, 1, 'V-04', 'V-09')];
    expect(versionSentence(versions, SAMPLE)).toBe('version 1, built as V-04 and V-09');
    expect(versionSentence(versions, taller)).toBe('version 2, not built yet; V-04 and V-09 keep version 1');
    expect([versionNumber([], SAMPLE), versionNumber(versions, taller)]).toEqual([1, 2]);
  });

  for (const [what, after, says] of [
    ['a height', taller, '“Base”: height 150 mm → 200 mm'],
    ['a name', { ...SAMPLE, name: 'New' }, 'Name: Sample nuc → New'],
    ['a section gone', { ...SAMPLE, sections: SAMPLE.sections.slice(1) }, 'Section “Base” taken out'],
    ['the order', { ...SAMPLE, sections: [...SAMPLE.sections].reverse() }, 'The stack is in another order'],
    ['the door', withValue(SAMPLE, 'entrances[0].face', 'back'), '“Door”: in the front → back'],
    [
      'what hangs in it',
      withValue(SAMPLE, 'sections[1].contents', []),
      '“Nuc”: holds 1 dark comb, 4 starter strips → none',
    ],
    ['how it hangs', { ...SAMPLE, hanging: { style: 'deck' } }, 'Hanging: none → On a deck or roof'],
    [
      'a school',
      { ...SAMPLE, schools: { door: { school: 'top-entrance', reason: '' } } },
      'School, door: low in the box → door near the roof',
    ],
  ] as readonly (readonly [string, Design, string])[]) {
    it(`a change of ${what} is told`, () => {
      expect(differences(SAMPLE, after, 'metric')).toEqual([says]);
    });
  }

  it('no change is no words', () => {
    for (const id of STARTING_POINTS) {
      const design = startingPoint(id);
      expect(differences(design, structuredClone(design), 'metric')).toEqual([]);
    }
  });
});

describe('bench: designs compared', () => {
  const compared = (...ids: (typeof STARTING_POINTS)[number][]): readonly Compared[] =>
    ids.map((id) => ({ id, design: startingPoint(id), judged: judge(startingPoint(id)) }));

  it('marks the best and the worst where they differ, and neither where they are alike', () => {
    const all = compared('single-nuc', 'deep-over-base', 'upturned-pot');
    const rows = compareRows(all, 'metric');
    const empty = rows.find(({ name }) => name === 'Empty');
    expect(empty?.cells.map(({ best, worst }) => [best, worst])).toEqual([
      [false, false],
      [false, true],
      [true, false],
    ]);
    expect(compareRows(compared('two-nucs', 'two-nucs'), 'metric').every(({ differs }) => !differs)).toBeTrue();
    expect(compareWords(all, rows).join(' ')).toContain('Upturned pot with top bars: ');
  });

  it('tells nothing apart that is shown alike', () => {
    const heavier = { ...startingPoint('two-nucs'), floor: 0.0121 };
    const all = [...compared('two-nucs'), { id: 'b', design: heavier, judged: judge(heavier) }];
    expect(
      compareRows(all, 'metric')
        .flatMap(({ cells }) => cells)
        .some(({ best, worst }) => best || worst),
    ).toBeFalse();
  });

  it('says nothing is best of a design that cannot be computed, or that is no trap', () => {
    const rows = compareRows(
      [...compared('holding-box', 'single-nuc'), { id: 'x', design: SAMPLE, judged: null }],
      'metric',
    );
    const scouts = rows.find(({ name }) => name === 'A swarm would take it');
    expect(scouts?.cells.map(({ text, best }) => [text.split(',')[0], best])).toEqual([
      ['no trap', false],
      ['excellent', false],
      ['cannot be computed', false],
    ]);
  });
});

describe('bench: trap numbers', () => {
  it('count on from the first, keeping its letters and zeros', () => {
    expect(numbersFrom('V-09', 3)).toEqual(['V-09', 'V-10', 'V-11']);
    expect(numbersFrom('barn', 2)).toEqual(['barn', 'barn-2']);
  });

  it('refuse what cannot be painted, in words', () => {
    expect(numberProblem(['V-1'])).toBeNull();
    expect(numberProblem(['#1'])).toContain('“#1” is not a number to paint on');
    expect(numberProblem(['a very long number'])).toContain('longer than 12');
  });
});

describe('bench: true size', () => {
  it('a 40 mm disc is 40 mm wide at the scale of the screen, and shut when it is turned shut', () => {
    const disc = { kind: 'disc', diameter: 0.04, position: 'closed' } as const;
    const outline = trueOutline(disc, 5000);
    expect([outline.width, outline.closed]).toEqual([200, true]);
    expect(trueOutline({ ...disc, position: 'open' }, 5000).closed).toBeFalse();
  });

  it('a nail leaves two equal gaps', () => {
    const { bars } = trueOutline({ kind: 'hole', diameter: 0.038, guard: { count: 1, diameter: 0.004 } }, 1000);
    expect(bars).toEqual(['M-2 -19h4v38h-4z']);
  });
});
