import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatInputHarness } from '@angular/material/input/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { type KeptSpell, sharedText, toShare } from '@yewridge/core/evidence';
import { choose, tick } from '../../../shared/fields/testing/choose';
import { digestOf, spellsJson } from '../data/spells-file';
import { evidence, question, stays } from '../testing/evidence-harness';
import { EvidenceScreen, SPELLS } from '../testing/evidence-screen-harness';
import { NeighboursPage } from './neighbours-page';
import { QuestionsPage } from './questions-page';
import { RawPage } from './raw-page';
import { SheetPage } from './sheet-page';

describe('what a keeper asks and takes in', () => {
  const screen = new EvidenceScreen();
  afterEach(() => {
    screen.shut();
  });

  describe('the stays behind an answer', () => {
    it('are told side by side, and say when nothing asks', async () => {
      await screen.shown(RawPage, evidence(SPELLS), { inputs: { ask: 'comb' } });
      expect(screen.text('h1')).toBe('Old comb or no old comb: 40 stretches count');
      await shown2({});
      expect(screen.text('h1')).toBe('All answers: 40 stretches count');
      async function shown2(inputs: Readonly<Record<string, string>>): Promise<void> {
        await screen.shown(RawPage, evidence(SPELLS), { inputs });
      }
    });
    it('of a question of one’s own are those within its bounds', async () => {
      const own = question({
        id: 'q9',
        fact: 'comb',
        optionA: 'oldBrood',
        optionB: '*',
        nameA: 'comb',
        nameB: 'none',
        heightToM: 4,
      });
      await screen.shown(RawPage, evidence(SPELLS), { tables: { questions: [own] }, inputs: { question: 'q9' } });
      expect(screen.text('h1')).toBe('Comb or none: 30 stretches count');
    });
  });

  describe('questions of one’s own', () => {
    async function put(): Promise<void> {
      const loader = TestbedHarnessEnvironment.loader(screen.fixture);
      await choose(screen.fixture, 'Ask about', 'comb inside');
      const first = await loader.getHarness(MatSelectHarness.with({ selector: '[aria-label="First option"]' }));
      await first.open();
      await first.clickOptions({ text: /old brood comb/ });
      await first.close();
      await tick(screen.fixture, 'all others');
      for (const [label, words] of [
        ['First option is called', 'old comb'],
        ['Second option is called', 'anything else'],
      ] as const) {
        const box = await loader.getHarness(MatInputHarness.with({ selector: `[aria-label="${label}"]` }));
        await box.setValue(words);
      }
    }
    it('are asked once they are whole, and kept with their answer', async () => {
      await screen.shown(QuestionsPage, evidence(SPELLS));
      await put();
      await screen.press('Ask the records');
      expect(screen.text('[role="alert"]')).toBe('Say whether you had this question before you saw the records.');
      expect(screen.acts).toEqual([]);
      await screen.press('before I saw the records');
      await screen.press('Ask the records');
      const [act] = screen.acts;
      expect(act?.says).toBe('Asked: old comb or anything else');
      const [change] = act?.changes ?? [];
      const fields = change?.op === 'put' ? change.fields : {};
      expect(fields).toEqual(
        jasmine.objectContaining({
          fact: 'comb',
          optionA: 'oldBrood',
          optionB: '*',
          nameA: 'old comb',
          nameB: 'anything else',
          askedOn: '2026-05-14',
          afterSeeing: false,
          groupsPlaces: null,
          comparisons: 1,
          catchesA: 12,
          catchesB: 4,
          heightFromM: null,
        }),
      );
    });
    it('count each other that day', async () => {
      const asked = [
        question({ id: 'a', askedOn: '2026-05-14', groupsPlaces: null }),
        question({ id: 'b', askedOn: '2026-05-14', groupsPlaces: null }),
      ];
      await screen.shown(QuestionsPage, evidence(SPELLS), { tables: { questions: asked } });
      expect(screen.text('h1')).toBe('Asked 2 questions today: each counts');
      await put();
      await screen.press('after I saw them');
      await screen.press('Ask the records');
      const [change] = screen.acts[0]?.changes ?? [];
      expect(change?.op === 'put' ? [change.fields['comparisons'], change.fields['afterSeeing']] : []).toEqual([
        3,
        true,
      ]);
    });
    it('group the places one at a time, and go into the bin', async () => {
      const asked = [question({ id: 'a' }), question({ id: 'b', nameA: 'hedges', groupsPlaces: null })];
      await screen.shown(QuestionsPage, evidence(SPELLS), { tables: { questions: asked } });
      await screen.press('Group the places by it');
      expect(
        screen.acts[0]?.changes.map((one) => [one.id, one.op === 'put' ? one.fields['groupsPlaces'] : null]),
      ).toEqual([
        ['a', null],
        ['b', true],
      ]);
      await screen.press('Group the places no more');
      expect(screen.acts[1]?.says).toBe('Places are not grouped any more');
      await screen.press('Put into the bin');
      expect(screen.acts[2]?.changes[0]?.op).toBe('delete');
    });
    it('begin with what the page they came from was about', async () => {
      await screen.shown(QuestionsPage, evidence(SPELLS), { inputs: { fact: 'site' } });
      expect(screen.all()).toContain('group the places by it');
      expect(screen.text('h1')).toBe('Ask your own records');
    });
  });

  describe('other keepers', () => {
    const ME = { keeper: 'k-9f9f9f9f', madeOn: '2026-05-01' } as const;
    const file = (rows: readonly KeptSpell[] = stays(12, 6)): string => spellsJson(rows, new Map(), ME);
    it('are taken in whole, once, with the day', async () => {
      const page = await screen.shown(NeighboursPage, evidence(SPELLS));
      await page.takeIn('club.json', file());
      await screen.settled();
      const [change] = screen.acts[0]?.changes ?? [];
      const spells = sharedText(toShare(stays(12, 6), new Map()));
      expect(change?.op === 'put' ? change.fields : {}).toEqual(
        jasmine.objectContaining({
          keeper: ME.keeper,
          takenOn: '2026-05-14',
          rows: 12,
          spells,
          digest: await digestOf(`${ME.keeper}\n${spells}`),
        }),
      );
      expect(screen.text('[role="status"]')).toBe('12 stretches of k-9f9f9f9f taken in.');
    });
    it('are refused with the row, and nothing is half taken', async () => {
      const page = await screen.shown(NeighboursPage, evidence(SPELLS));
      await page.takeIn('club.json', file().replace('"height_m": 3', '"height_m": 300'));
      await screen.settled();
      expect(screen.acts).toEqual([]);
      expect(screen.text('[role="alert"]')).toContain(
        'club.json, row 1, height_m: must be 0 to 40; is it in centimetres?',
      );
    });
    it('are not taken in twice, and one’s own not at all', async () => {
      const spells = sharedText(toShare(stays(12, 6), new Map()));
      const kept = {
        id: 'n',
        revision: 1,
        keeper: ME.keeper,
        takenOn: '2026-05-01',
        digest: await digestOf(`${ME.keeper}\n${spells}`),
        rows: 12,
        spells,
      };
      const page = await screen.shown(NeighboursPage, evidence(SPELLS), { tables: { neighbours: [kept] } });
      await page.takeIn('again.json', file());
      await screen.settled();
      expect(screen.text('[role="alert"]')).toBe('again.json is taken in already: a file counts once.');
      await page.takeIn('mine.json', spellsJson(stays(3, 1), new Map(), { ...ME, keeper: 'k-00000001' }));
      await screen.settled();
      expect(screen.text('[role="alert"]')).toBe('mine.json holds your own records: they count already.');
      expect(screen.acts).toEqual([]);
      // A newer file of the same keeper takes the place of the older.
      await page.takeIn('newer.json', file(stays(14, 6)));
      await screen.settled();
      expect(screen.acts[0]?.changes.map(({ op }) => op)).toEqual(['delete', 'put']);
      await screen.press('Take back');
      expect(screen.acts[1]?.says).toBe('Records of k-9f9f9f9f taken back');
    });
    it('say whose records move an answer', async () => {
      const spells = sharedText(toShare(stays(20, 16, { facts: { comb: 'oldBrood' } }), new Map()));
      const kept = { id: 'n', revision: 1, keeper: 'k-1', takenOn: '2026-05-01', digest: 'x', rows: 20, spells };
      await screen.shown(NeighboursPage, evidence(SPELLS), { tables: { neighbours: [kept] } });
      expect(screen.text('h1')).toBe('Records of 1 other keeper');
      await screen.press('Old comb or none');
      const lines = [...screen.element.querySelectorAll('ul[aria-label="Without each keeper"] li')].map(
        (one) => one.textContent,
      );
      expect(lines.map((line) => line.split(':')[0])).toEqual(['All together', 'Without yours', 'Without k-1']);
      expect(lines[1]).toContain('what is left cannot say');
    });
    it('say so when what is kept cannot be read any more', async () => {
      const kept = {
        id: 'n',
        revision: 1,
        keeper: 'k-1',
        takenOn: '2026-05-01',
        digest: 'x',
        rows: 1,
        spells: 'rubbish',
      };
      await screen.shown(NeighboursPage, evidence(SPELLS), { tables: { neighbours: [kept] } });
      expect(screen.all()).toContain('what is kept cannot be read any more: take the file in again');
    });
    it('get a file only where the keeper’s code is known', async () => {
      await screen.shown(NeighboursPage, evidence(SPELLS, { keeper: null }));
      await screen.press('Save my spells as JSON');
      expect(screen.text('[role="alert"]')).toContain('Your keeper code is not known without the server');
    });
  });

  it('one page for a club evening says every answer, and draws the places', async () => {
    await screen.shown(SheetPage, evidence(SPELLS), { tables: { questions: [question()] } });
    expect(screen.text('article')).toContain('What our traps say');
    expect(screen.element.querySelectorAll('dl div').length).toBe(8);
    expect(screen.element.querySelector('.figure svg')?.textContent).toContain('Site orchard');
    const print = spyOn(window, 'print');
    await screen.press('Print');
    expect(print).toHaveBeenCalledTimes(1);
  });
});
