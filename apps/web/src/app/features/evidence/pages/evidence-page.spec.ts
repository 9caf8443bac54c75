import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatSlideToggleHarness } from '@angular/material/slide-toggle/testing';
import { Router } from '@angular/router';
import { sharedText, toShare } from '@yewridge/core/evidence';
import { evidence, question, spell, stays } from '../testing/evidence-harness';
import { EvidenceScreen, SPELLS } from '../testing/evidence-screen-harness';
import { EvidencePage } from './evidence-page';

describe('the page of Evidence', () => {
  const screen = new EvidenceScreen();
  afterEach(() => {
    screen.shut();
  });

  describe('the place', () => {
    it('says what leans, on what it rests, and that it is no experiment', async () => {
      await screen.shown(EvidencePage, evidence(SPELLS));
      expect(screen.text('h1')).toMatch(/16 catches in 1.600 trap-days lean/);
      expect(screen.all()).toContain('40 stays at 3 places, 1 Apr to 15 Jul, 2023 to tonight');
      expect(screen.all().split('not an experiment').length - 1).toBe(2);
    });
    it('asks few things at first, and tells what asking more costs', async () => {
      await screen.shown(EvidencePage, evidence(SPELLS));
      expect(screen.runner.asked.map(({ ask }) => ('asks' in ask ? ask.asks.map(({ id }) => id) : []))).toEqual([
        ['shade', 'comb', 'height'],
      ]);
      expect(screen.all()).toContain('3 questions at once');
      const router = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
      await screen.press('Ten litres more room');
      expect(router.calls.mostRecent().args[1]?.queryParams).toEqual({ also: 'room' });
    });
    it('asks what stands in the address, and lets it be dropped', async () => {
      await screen.shown(EvidencePage, evidence(SPELLS), { inputs: { also: 'door,room' } });
      expect(screen.all()).toContain('Ten cm² more door: all your stays are on one side, so the records cannot say.');
      const router = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
      screen.fixture.componentRef.setInput('also', 'south');
      await screen.settled();
      expect(router.calls.count()).toBe(0);
    });
    it('shows the stays of a place by year, each leading to its record', async () => {
      await screen.shown(EvidencePage, evidence(SPELLS), { inputs: { place: 'orchard' } });
      const links = [...screen.element.querySelectorAll('yw-place-years a')];
      expect(links.length).toBe(20);
      expect(links[0]?.getAttribute('aria-label')).toMatch(/^V-01, 20\d\d: bees came/);
      const row = screen.element.querySelector('button[aria-expanded="true"]');
      expect(row?.getAttribute('aria-label')).toMatch(/^Site orchard: 12 catches in 800 trap-days, 1\.2 in 100/);
    });
    it('opens and shuts a place by its row', async () => {
      await screen.shown(EvidencePage, evidence(SPELLS));
      const router = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
      screen.element.querySelector<HTMLElement>('li button')?.click();
      expect(router.calls.mostRecent().args[1]?.queryParams).toEqual({ place: 'orchard' });
      screen.fixture.componentRef.setInput('place', 'orchard');
      await screen.settled();
      screen.element.querySelector<HTMLElement>('li button')?.click();
      expect(router.calls.mostRecent().args[1]?.queryParams).toEqual({ place: null });
    });
    it('stands in the keeper’s groups, and says when they were made', async () => {
      await screen.shown(EvidencePage, evidence(SPELLS), { tables: { questions: [question()] } });
      const heads = [...screen.element.querySelectorAll('yw-place-table h3')].map(({ textContent }) =>
        textContent.trim(),
      );
      expect(heads).toEqual(['an edge', 'elsewhere']);
      expect(screen.all()).toContain('made after the records were seen: what struck somebody is likelier to be chance');
      expect(screen.all()).toContain('An edge or elsewhere');
    });
    it('shows the working of every answer', async () => {
      await screen.shown(EvidencePage, evidence(SPELLS));
      await screen.press('Show working');
      expect(screen.element.querySelectorAll('yw-effect-list yw-working-panel').length).toBe(3);
    });
    it('names the next thing to do where no trap has hung', async () => {
      await screen.shown(EvidencePage, evidence([]));
      expect(screen.text('h1')).toBe('No trap has hung on a day that counts');
      expect(screen.all()).toContain('Hang a trap');
      expect(screen.runner.asked).toEqual([]);
    });
    it('of four catches ranks nothing', async () => {
      await screen.shown(
        EvidencePage,
        evidence([...stays(6, 3, { siteId: 'zoo' }), ...stays(6, 1, { siteId: 'abbey' })]),
      );
      expect(screen.text('h1')).toContain('too few to say what works');
      const names = [...screen.element.querySelectorAll('yw-place-table .name')].map(({ textContent }) => textContent);
      expect(names).toEqual(['Site abbey', 'Site zoo']);
    });
    it('says in words what the worker could not do, and what the server did not', async () => {
      await screen.shown(EvidencePage, evidence(SPELLS), { fails: true });
      expect(screen.text('[role="alert"]')).toBe('it did not converge');
      await screen.shown(EvidencePage, null);
      expect(screen.all()).toContain('The records could not be fetched');
    });
    it('counts other keepers’ records once it is told to', async () => {
      const spells = sharedText(toShare(stays(30, 20, { facts: { comb: 'oldBrood' } }), new Map()));
      const neighbours = [
        { id: 'n', revision: 1, keeper: 'k-1', takenOn: '2026-05-14', digest: 'x', rows: 30, spells },
      ];
      await screen.shown(EvidencePage, evidence(SPELLS), { tables: { neighbours } });
      const router = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
      const switches = await TestbedHarnessEnvironment.loader(screen.fixture).getHarness(MatSlideToggleHarness);
      expect(await switches.getLabelText()).toContain("1 neighbour's");
      await switches.check();
      expect(router.calls.mostRecent().args[1]?.queryParams).toEqual({ pooled: 'yes' });
      screen.fixture.componentRef.setInput('pooled', 'yes');
      await screen.settled();
      expect(screen.all()).toContain('all 36 catches');
    });
  });

  it('say nothing of a place that hardly hung but that', async () => {
    await screen.shown(EvidencePage, evidence([...SPELLS, spell({ siteId: 'lane', days: 12 })]), {
      inputs: { place: 'lane' },
    });
    expect(screen.all()).toContain('Hung too short to count for much.');
  });
});
