import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { TestBed } from '@angular/core/testing';
import { MatButtonHarness } from '@angular/material/button/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { Router } from '@angular/router';
import { choose, tick } from '../../../shared/fields/testing/choose';
import { assignment, evidence, trial } from '../testing/evidence-harness';
import { EvidenceScreen, SPELLS } from '../testing/evidence-screen-harness';
import { NewTrialPage } from './new-trial-page';
import { TrialPage } from './trial-page';
import { TrialsPage } from './trials-page';

describe('pages of trials', () => {
  const screen = new EvidenceScreen();
  afterEach(() => {
    screen.shut();
  });

  describe('trials', () => {
    const SITES = [
      { id: 'orchard', name: 'Orchard', lat: 47.4, lon: 13.2 },
      { id: 'weir', name: 'Weir', lat: 47.401, lon: 13.201 },
      { id: 'gate', name: 'Gate', lat: 47.5, lon: 13.3 },
    ];
    it('are planned with traps in pairs, and what they can see', async () => {
      await screen.shown(NewTrialPage, evidence(SPELLS), { tables: { sites: SITES } });
      expect(screen.text('h1')).toBe('1 pair, a coin for each');
      expect(screen.all()).toContain('has no partner and stays out');
      expect(screen.all()).toMatch(/With 1 pair a difference of 2\.0 times is seen in \d+ % \(\d+ % to \d+ %\)/);
      await screen.press('Keep this trial');
      expect(screen.text('[role="alert"]')).toBe('Name both ways: that is what is done to the traps.');
      expect(screen.acts).toEqual([]);
    });
    it('are kept with their seed, their days and the side of each trap', async () => {
      await screen.shown(NewTrialPage, evidence(SPELLS), { tables: { sites: SITES } });
      await choose(screen.fixture, 'The trial is about', 'comb inside');
      await choose(screen.fixture, 'First way', 'old comb');
      await choose(screen.fixture, 'Second way', 'no comb');
      const router = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
      await screen.press('Keep this trial');
      const [act] = screen.acts;
      const [kept, ...sides] = (act?.changes ?? []).map((one) => (one.op === 'put' ? one.fields : {}));
      expect(kept).toEqual(
        jasmine.objectContaining({
          name: 'Old comb or no comb',
          fact: 'comb',
          optionA: 'oldBrood',
          optionB: 'none',
          beginsOn: '2026-05-14',
          endsOn: '2026-07-15',
          hopedRatio: 2,
          openedOn: null,
        }),
      );
      expect(kept?.['seed']).toBeGreaterThanOrEqual(0);
      expect(sides.map((one) => one['side']).sort()).toEqual(['A', 'B']);
      expect(new Set(sides.map((one) => one['block']))).toEqual(new Set([1]));
      expect(router).toHaveBeenCalledTimes(1);
    });
    it('are drawn again from another seed, and leave out a trap whose tick is taken away', async () => {
      await screen.shown(NewTrialPage, evidence(SPELLS), { tables: { sites: SITES } });
      const seed = (): string => /seed (\d+)/.exec(screen.all())?.[1] ?? '';
      const before = seed();
      await screen.press('Draw again');
      expect(seed()).not.toBe(before);
      await tick(screen.fixture, /V-01/);
      await screen.settled();
      expect(screen.all()).not.toContain('has no partner');
      await tick(screen.fixture, /V-02/);
      await screen.settled();
      expect(screen.text('h1')).toBe('Settle a question fairly');
    });
    it('are listed with where they stand; none says what one is for', async () => {
      await screen.shown(TrialsPage, evidence(SPELLS));
      expect(screen.all()).toContain('A trial settles what records cannot');
      await screen.shown(TrialsPage, evidence(SPELLS), {
        tables: { trials: [trial()], assignments: [assignment(1, 't1', 'A'), assignment(1, 't2', 'B')] },
      });
      expect(screen.text('h1')).toBe('1 trial runs now');
      expect(screen.all()).toContain('Runs until 15 Jul 2026, 62 days more, 1 pair');
    });

    const SIDES = [assignment(1, 't1', 'A', 'orchard'), assignment(1, 't2', 'B', 'weir')];
    const one = (more: Parameters<typeof trial>[0] = {}, told = evidence(SPELLS)) =>
      screen.shown(TrialPage, told, {
        tables: { trials: [trial(more)], assignments: SIDES, sites: SITES },
        inputs: { id: 'tr' },
      });

    it('keep their answer sealed; a look before the end is written down first', async () => {
      await one();
      expect(screen.all()).toContain('Sealed until its last day, 15 Jul 2026');
      expect(screen.all()).not.toContain('trap-days;');
      await screen.press('Look before the end');
      expect(screen.acts).toEqual([]);
      await screen.press('Leave it sealed');
      await screen.press('Look before the end');
      await screen.press('Look, and write it down');
      expect(screen.acts.map(({ says }) => says)).toEqual(['The trial was looked at before its end']);
      expect(screen.all()).toContain('So far, before the end:');
    });
    it('are opened when they are over, and not before', async () => {
      await one({}, evidence(SPELLS, { today: '2026-07-16' }));
      expect(screen.all()).toContain('The last day is past');
      await screen.press('Open the answer');
      const [change] = screen.acts[0]?.changes ?? [];
      expect(change?.op === 'put' ? change.fields['openedOn'] : null).toBe('2026-07-16');
    });
    it('once opened say the answer, and swap their sides for the next season', async () => {
      await one({ openedOn: '2026-07-16' }, evidence(SPELLS, { today: '2026-07-16' }));
      expect(screen.all()).toContain('Sides were given by chance, from seed 7');
      spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
      await screen.press('Swap the ways for next season');
      const [next, ...sides] = (screen.acts[0]?.changes ?? []).map((change) =>
        change.op === 'put' ? change.fields : {},
      );
      expect([next?.['beginsOn'], next?.['endsOn'], next?.['afterTrial'], next?.['openedOn']]).toEqual([
        '2027-05-01',
        '2027-07-15',
        'tr',
        null,
      ]);
      expect(sides.map((side) => [side['trapId'], side['side']])).toEqual([
        ['t1', 'B'],
        ['t2', 'A'],
      ]);
    });
    it('write down what went otherwise, in the keeper’s words', async () => {
      await one();
      await screen.press('Write it down');
      expect(screen.text('[role="alert"]')).toBe('Say what went otherwise.');
      await choose(screen.fixture, 'What went otherwise', 'lost or stolen');
      await choose(screen.fixture, 'Which trap', 'V-02');
      const loader = TestbedHarnessEnvironment.loader(screen.fixture);
      const box = await loader.getHarness(MatInputHarness.with({ selector: '[aria-label="In your words"]' }));
      await box.setValue('gone on Sunday');
      const button = await loader.getHarness(MatButtonHarness.with({ text: 'Write it down' }));
      await button.click();
      const [change] = screen.acts[0]?.changes ?? [];
      expect(change?.op === 'put' ? change.fields : {}).toEqual(
        jasmine.objectContaining({ what: 'lost', trapId: 't2', on: '2026-05-14', notes: 'gone on Sunday' }),
      );
    });
    it('say where to hang what does not hang', async () => {
      await one();
      expect(screen.all()).toContain('V-01 old combnot hung yet: goes to Orchard');
      const links = [...screen.element.querySelectorAll<HTMLAnchorElement>('a.late')].map((link) =>
        link.getAttribute('href'),
      );
      expect(links[0]).toBe('/rounds/hang?trap=t1&site=orchard');
    });
    it('that are not there say so', async () => {
      await screen.shown(TrialPage, evidence(SPELLS), { inputs: { id: 'gone' } });
      expect(screen.all()).toContain('This trial is not here');
    });
  });
});
