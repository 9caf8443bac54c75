import { filling, MOST_SHARED, placeRates, sharedText, toShare, yearRates } from '@yewridge/core/evidence';
import { effect, effectsOf, evidence, spell, stays } from '../testing/evidence-harness';
import { asPng, effectsFigure, fillFigure, type Palette, placesFigure, yearsFigure } from './figures';
import { digestOf, readSpellsFile, spellsCsv, spellsJson } from './spells-file';
import { standardAsks } from './standard-asks';
import { csvOf, effectsTable, placesTable, staysTable, yearsTable } from './tables';

const OWN = [
  spell({ event: 1, facts: { comb: 'oldBrood', lure: 'lemongrassOil/gel' } }),
  spell({ siteId: 'loft', facts: { heightM: null } }),
];
const REGIONS = new Map([['weir', { lat: 47.41, lon: 13.18 }]]);
const ME = { keeper: 'k-1a2b3c4d', madeOn: '2026-05-14' } as const;
const PALETTE: Palette = { ink: 'black', quiet: 'grey', rule: 'silver', sheet: 'white', catch: 'purple' };

describe('a file of spells', () => {
  it('is read as it was written, as JSON and as CSV', async () => {
    const spells = toShare(OWN, REGIONS);
    expect(await readSpellsFile('a.json', spellsJson(OWN, REGIONS, ME))).toEqual({ keeper: ME.keeper, spells });
    expect(await readSpellsFile('a.csv', await spellsCsv(OWN, REGIONS, ME.keeper))).toEqual({
      keeper: ME.keeper,
      spells,
    });
  });
  it('is the same file in both ways: its digest is one', async () => {
    const both = [
      await readSpellsFile('a.json', spellsJson(OWN, REGIONS, ME)),
      await readSpellsFile('a.csv', await spellsCsv(OWN, REGIONS, ME.keeper)),
    ].map((read) => (typeof read === 'string' ? read : sharedText(read.spells)));
    expect(await digestOf(both[0] ?? '')).toBe(await digestOf(both[1] ?? ''));
    expect(await digestOf('a')).toBe('ca978112ca1bbdcafac231b39a23dc4da786eff8147c4e72b9807785afee48bb');
  });
  it('says which row and column is wrong, and that nothing was taken in', async () => {
    const csv = (await spellsCsv(OWN, REGIONS, ME.keeper)).replace(',0.04,', ',40,');
    expect(await readSpellsFile('a.csv', csv)).toBe(
      'a.csv, row 1, volume_m3: must be 0.001 to 0.2; is it in litres? (got 40). Nothing was taken in.',
    );
  });
  it('with a column in another unit is told which is meant', async () => {
    const csv = (await spellsCsv(OWN, REGIONS, ME.keeper)).replace('height_m', 'height_ft');
    expect(await readSpellsFile('a.csv', csv)).toContain(
      'row 1, height_ft: is no column of shared spells; did you mean height_m?',
    );
  });
  it('of 2001 rows is refused whole', async () => {
    const many = stays(MOST_SHARED + 1, 3);
    const json = spellsJson(many, REGIONS, ME);
    expect(await readSpellsFile('a.json', json)).toContain('row 2001');
    expect(typeof (await readSpellsFile('a.json', spellsJson(many.slice(1), REGIONS, ME)))).toBe('object');
  });
  for (const [text, says] of [
    ['{', 'it is no JSON and no CSV of spells'],
    ['{"format":"yewridge-design","version":1}', 'holds no spells of another keeper'],
    ['{"format":"yewridge-spells","version":2,"keeper":"k","spells":[]}', 'version: is 2; this program reads 1'],
    ['{"format":"yewridge-spells","version":1,"keeper":"k","spells":[]}', 'spells: must be one row or more'],
    ['{"format":"yewridge-spells","version":1,"spells":[1]}', 'keeper: must be a code'],
    ['{"format":"yewridge-spells","version":1,"keeper":"k 1!","spells":[1]}', '(got k 1!)'],
    ['keeper,season\nk-1,2024\nk-2,2024\n', 'must be one keeper in a file'],
    ['', 'Nothing was taken in.'],
  ] as const) {
    it(`is refused: ${says}`, async () => {
      expect(await readSpellsFile('a', text)).toContain(says);
    });
  }
  it('larger than any is not read at all', async () => {
    expect(await readSpellsFile('a', 'x'.repeat(1_000_001))).toContain('larger than any file of spells');
  });
  it('of a number that is none is refused as one', async () => {
    const csv = (await spellsCsv(OWN, REGIONS, ME.keeper)).replace(',40,', ',forty,');
    expect(await readSpellsFile('a.csv', csv)).toContain('row 1, days:');
  });
});

describe('tables of Evidence', () => {
  const places = placeRates(OWN, { fact: 'site', optionA: 'weir', optionB: '*' });
  it('name their columns with their units, and hold what the page says', async () => {
    const table = placesTable(places, { nameA: 'an edge', nameB: 'elsewhere' });
    const [head, first] = (await csvOf(table)).split('\r\n');
    expect(head).toBe('group,place,catches,days,per_100_days,lo_per_100_days,hi_per_100_days');
    expect(first?.startsWith('an edge,Site weir,1,40,')).toBeTrue();
    expect(table.rows.length).toBe(2);
  });
  it('of the years, the differences and the stays are as long as what they tell', () => {
    expect(yearsTable(yearRates(OWN)).rows.map(([season, caught]) => [season, caught])).toEqual([[2025, 1]]);
    const asked = standardAsks('metric');
    const table = effectsTable(effectsOf([effect('comb', 2, 0.95)]), asked);
    expect(table.rows[0]?.length).toBe(table.columns.length);
    expect(table.rows[0]?.at(-1)).toContain('lean towards');
    expect(effectsTable(effectsOf([effect('gone', 2, 0.95)]), asked).rows).toEqual([]);
    const stayed = staysTable(evidence(OWN));
    expect(stayed.rows.map((row) => row.length)).toEqual([stayed.columns.length, stayed.columns.length]);
  });
  it('let no cell be taken for a formula', async () => {
    const csv = await csvOf({ name: 'x', columns: ['place'], rows: [['=1+1']] });
    expect(csv).not.toContain('\r\n=1+1');
  });
});

describe('figures of Evidence that leave the page', () => {
  const parsed = (svg: string): Document => new DOMParser().parseFromString(svg, 'image/svg+xml');
  const names = { nameA: 'an edge', nameB: 'elsewhere' };
  const figures = [
    placesFigure(placeRates(OWN, null), names, PALETTE),
    placesFigure(placeRates(OWN, { fact: 'site', optionA: 'weir', optionB: '*' }), names, PALETTE),
    yearsFigure(yearRates(OWN), PALETTE),
    effectsFigure(effectsOf([effect('comb', 2, 0.95), effect('shade', 1.2, 0.6)]), standardAsks('metric'), PALETTE),
    fillFigure(filling(stays(12, 6)), null, PALETTE),
    fillFigure(filling([]), names, PALETTE),
  ];
  it('are drawings that can be read, and say that they are no experiment', () => {
    for (const { svg, name } of figures) {
      const document = parsed(svg);
      expect(document.querySelector('parsererror')).withContext(name).toBeNull();
      expect(document.documentElement.textContent).toContain('not an experiment');
      expect(svg).not.toContain('NaN');
      expect(svg).not.toContain('undefined');
    }
  });
  it('name every place, and keep its name a text', () => {
    const odd = placesFigure(placeRates([spell({ site: '<b>Weir & "gate"</b>' })], null), names, PALETTE);
    expect(parsed(odd.svg).querySelector('b')).toBeNull();
    expect(parsed(odd.svg).documentElement.textContent).toContain('<b>Weir & "gate"</b>');
  });
  it('draw each range where its figures lie: the least left of the rate, the most right of it', () => {
    const [figure] = figures;
    const document = parsed(figure?.svg ?? '');
    const diamonds = [...document.querySelectorAll('path')].length;
    expect(diamonds).toBe(2);
    expect(figure?.height).toBeGreaterThan(100);
  });
  it('are pictures too', async () => {
    const [figure] = figures;
    if (!figure) throw new Error('no figure');
    const blob = await asPng(figure);
    expect(blob.type).toBe('image/png');
    expect(blob.size).toBeGreaterThan(1000);
  });
});
