import type { EvidenceDto } from '@yewridge/contract/evidence';
import { FACT_NAMES } from '@yewridge/core/evidence';
import { effect, evidence, question, spell } from '../testing/evidence-harness';
import { FACT_SAID, factSaid, optionSaid, valuesOf, valueSaid } from './fact-words';
import { answerFields, askedOn, type QuestionDraft, readDraft } from './question-asked';
import { rawRows } from './raw-rows';
import { groupAsk, sidesIn, standardAsks } from './standard-asks';

const DRAFT: QuestionDraft = {
  fact: 'lure',
  valuesA: ['lemongrassOil/swabInBag'],
  valuesB: ['none'],
  fromA: null,
  toA: null,
  fromB: null,
  toB: null,
  othersB: false,
  nameA: 'in a bag',
  nameB: 'no lure',
  heightFromM: null,
  heightToM: null,
  seasonFrom: null,
  seasonTo: null,
  afterSeeing: false,
  groupsPlaces: false,
};

describe('a question of one’s own', () => {
  it('is kept as it was put, with what nobody said left empty', () => {
    expect(readDraft(DRAFT)).toEqual({
      fact: 'lure',
      optionA: 'lemongrassOil/swabInBag',
      optionB: 'none',
      nameA: 'in a bag',
      nameB: 'no lure',
      heightFromM: null,
      heightToM: null,
      seasonFrom: null,
      seasonTo: null,
      afterSeeing: false,
      groupsPlaces: null,
    });
  });
  it('of a number takes ranges that are open where nothing is typed', () => {
    const said = readDraft({ ...DRAFT, fact: 'heightM', fromA: 2, toA: 4, fromB: null, toB: 2 });
    expect(said).toEqual(jasmine.objectContaining({ optionA: '2..4', optionB: '..2' }));
    expect(readDraft({ ...DRAFT, fact: 'heightM', fromA: 0, othersB: true })).toEqual(
      jasmine.objectContaining({ optionA: '0..', optionB: '*' }),
    );
  });
  for (const [change, says] of [
    [{ valuesA: [] }, 'First option: choose one or more.'],
    [{ valuesB: [] }, 'Second option: choose one or more, or all others.'],
    [{ valuesB: ['none', 'lemongrassOil/swabInBag'] }, 'Second option: something is in both options.'],
    [{ fact: 'heightM' }, 'First option: type from where or up to where.'],
    [{ fact: 'heightM', fromA: 2 }, 'Second option: type from where or up to where, or take all others.'],
    [{ nameA: '  ' }, 'Name both options'],
    [{ nameB: 'in a bag' }, 'Both options are called "in a bag"'],
    [{ afterSeeing: null }, 'Say whether you had this question before you saw the records.'],
    [{ valuesA: ['x'.repeat(501)] }, 'An option names too much'],
  ] as const) {
    it(`is not asked with ${JSON.stringify(change).slice(0, 50)}`, () => {
      expect(readDraft({ ...DRAFT, ...change })).toContain(says);
    });
  }
  it('that groups places says so, and is a question of the page like the others', () => {
    expect(readDraft({ ...DRAFT, groupsPlaces: true })).toEqual(jasmine.objectContaining({ groupsPlaces: true }));
    const asked = groupAsk(question());
    expect([asked.title, asked.leads, asked.ask.id]).toEqual(['An edge or elsewhere', true, 'group']);
    expect(sidesIn(question())).toEqual({ fact: 'site', optionA: 'orchard', optionB: '*' });
  });
  it('counts all that were asked the same day', () => {
    const asked = [
      question(),
      question({ id: 'q2', askedOn: '2026-05-14' }),
      question({ id: 'q3', askedOn: '2026-05-14' }),
    ];
    expect([askedOn(asked, '2026-05-14'), askedOn(asked, '2026-05-15')]).toEqual([2, 0]);
  });
  it('keeps the answer it got, and how many questions there were', () => {
    const row = effect('own', 2, 0.95);
    expect(answerFields(row, 3)).toEqual(
      jasmine.objectContaining({
        code: 'leaning',
        answer: row.verdict.text,
        catchesA: 10,
        daysB: 1000,
        comparisons: 3,
      }),
    );
    expect(answerFields(null, 1)).toEqual({
      comparisons: 1,
      answer: 'The records cannot say: all stays are on one side.',
    });
  });
});

describe('questions the page offers', () => {
  it('have ids of their own, two different names, and lead in few', () => {
    for (const system of ['metric', 'imperial'] as const) {
      const asks = standardAsks(system);
      expect(new Set(asks.map(({ ask }) => ask.id)).size).toBe(asks.length);
      for (const { ask } of asks) expect(ask.nameA).not.toBe(ask.nameB);
      expect(asks.filter(({ leads }) => leads).map(({ ask }) => ask.id)).toEqual(['shade', 'comb', 'height']);
    }
  });
  it('take their steps in the keeper’s units', () => {
    const step = (system: 'metric' | 'imperial', id: string): number => {
      const ask = standardAsks(system).find((one) => one.ask.id === id)?.ask;
      return ask?.kind === 'step' ? ask.step : 0;
    };
    expect([step('metric', 'height'), step('metric', 'room'), step('metric', 'door')]).toEqual([1, 0.01, 0.001]);
    expect(step('imperial', 'height')).toBeCloseTo(0.9144, 9);
    expect(step('imperial', 'room')).toBeCloseTo(0.011356, 6);
    expect(step('imperial', 'door')).toBeCloseTo(0.00129032, 9);
  });
});

describe('what is known of a stay, in words', () => {
  it('has a name for every fact', () => {
    for (const fact of FACT_NAMES) expect(FACT_SAID[fact]).withContext(fact).not.toBe('');
  });
  for (const [fact, value, says] of [
    ['heightM', 3, '3 m'],
    ['volumeM3', 0.04, '40.0 L'],
    ['entranceM2', 0.0012, '12.0 cm²'],
    ['facingDeg', 135, 'south-east (135°)'],
    ['shade', 'fullSun', 'full sun'],
    ['comb', 'oldBrood', 'old brood comb'],
    ['comb', 'none', 'no comb'],
    ['lure', 'none', 'no lure'],
    ['lure', 'lemongrassOil/swabInBag', 'lemongrass oil, swab in a bag'],
    ['lure', 'lemongrassOil/gel+propolis/rubbedOn', 'lemongrass oil, gel and propolis, rubbed on the wood'],
    ['landmark', 'treeLineEnd', 'tree line end'],
    ['heightM', null, 'nobody said'],
  ] as const) {
    it(`${fact} of ${String(value)} is "${says}"`, () => {
      expect(valueSaid(fact, value, 'metric')).toBe(says);
    });
  }
  it('goes by names where it is a place or a trap', () => {
    expect(factSaid(spell({ site: 'Old weir' }), 'site', 'metric')).toBe('Old weir');
    expect(factSaid(spell(), 'trap', 'metric')).toBe('V-01');
  });
  it('lists every value of the records once, by name, with its stays', () => {
    const told = evidence([
      spell({ id: 'a', siteId: 'weir', site: 'Old weir' }),
      spell({ id: 'b', siteId: 'gate', site: 'Allotment gate' }),
      spell({ id: 'c', siteId: 'weir', site: 'Old weir' }),
      spell({ id: 'd', facts: { site: null } }),
    ]);
    expect(valuesOf(told, 'site', 'metric')).toEqual([
      { id: 'gate', name: 'Allotment gate', stays: 1 },
      { id: 'weir', name: 'Old weir', stays: 2 },
    ]);
    expect(valuesOf(told, 'heightM', 'metric')).toEqual([]);
  });
  it('says an option as it was put', () => {
    const values = [{ id: 'weir', name: 'Old weir', stays: 1 }];
    expect(optionSaid('site', 'weir,gone', values, 'metric')).toBe('Old weir, gone');
    expect(optionSaid('site', '*', values, 'metric')).toBe('all others');
    expect(optionSaid('heightM', '2..4', [], 'metric')).toBe('2 m to under 4 m');
    expect(optionSaid('heightM', '..2', [], 'metric')).toBe('under 2 m');
    expect(optionSaid('heightM', '4..', [], 'metric')).toBe('4 m and more');
  });
});

describe('the stays behind an answer', () => {
  const COMB = {
    id: 'comb',
    kind: 'sides',
    fact: 'comb',
    optionA: 'oldBrood',
    optionB: 'none',
    nameA: 'old comb',
    nameB: 'no comb',
  } as const;
  const text = (rows: ReturnType<typeof rawRows>['inside'], cell: string): readonly string[] =>
    rows.map(({ cells }) => {
      const one = cells[cell] ?? '';
      return typeof one === 'string' ? one : one.text;
    });
  const told: EvidenceDto = evidence(
    [
      spell({ start: '2025-05-01', facts: { comb: 'none' } }),
      spell({ start: '2025-04-01', facts: { comb: 'oldBrood' } }),
      spell({ start: '2025-06-01', facts: { comb: 'drawn' } }),
      spell({ start: '2025-06-02', facts: { comb: null } }),
      spell({ start: '2025-06-03', days: 0 }),
      spell({ start: '2025-06-04', season: null, days: 0, reason: 'outOfSeason' }),
    ],
    {
      outside: [
        { deploymentId: 'w', siteId: 's', site: 'Loft', trap: 'V-09', hungOn: '2025-09-01', takenDownOn: '2026-02-01' },
        { deploymentId: 'x', siteId: 's', site: 'Loft', trap: 'V-08', hungOn: '2025-09-01', takenDownOn: null },
      ],
    },
  );

  it('are on one side or the other, the first side first', () => {
    const { inside, sides } = rawRows(told, COMB, 'metric');
    expect(sides).toBeTrue();
    expect(text(inside, 'side')).toEqual(['old comb', 'no comb']);
    expect(text(inside, 'fact')).toEqual(['old brood comb', 'no comb']);
  });
  it('are out of the count for a reason that is said', () => {
    const { out } = rawRows(told, COMB, 'metric');
    expect(text(out, 'why')).toEqual([
      'on neither side',
      'nobody said: comb inside',
      'no day at risk',
      'outside the days that count',
      'hung on no day that counts',
      'hung on no day that counts',
    ]);
    expect(text(out, 'end').slice(-2)).toEqual(['taken down on 1 Feb 2026', 'still hanging']);
    expect(out.every(({ quiet }) => quiet)).toBeTrue();
  });
  it('each lead to their record', () => {
    const { inside, out } = rawRows(told, null, 'metric');
    for (const { cells } of [...inside, ...out]) {
      const stay = cells['stay'] as { readonly link: readonly string[] };
      expect(stay.link.slice(0, 3)).toEqual(['/', 'rounds', 'stays']);
    }
  });
  it('of no question are all that count, whatever is not known of them', () => {
    const { inside, out, sides } = rawRows(told, null, 'metric');
    expect([inside.length, out.length, sides]).toEqual([4, 4, false]);
  });
  it('of a number leave out what nobody measured', () => {
    const HEIGHT = { id: 'h', kind: 'step', fact: 'heightM', step: 1, nameA: 'higher', nameB: 'lower' } as const;
    const rows = rawRows(evidence([spell(), spell({ facts: { heightM: null } })]), HEIGHT, 'metric');
    expect([rows.inside.length, text(rows.out, 'why')]).toEqual([1, ['nobody said: height of the door']]);
  });
});
