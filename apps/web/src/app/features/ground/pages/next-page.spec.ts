import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { provideRouter, Router } from '@angular/router';
import type { ActDto } from '@yewridge/contract/season';
import type { PlanAsk } from '@yewridge/core/ground';
import { NEVER, of, Subject } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { LandmarkRunner } from '../../../shared/evidence/landmark-runner';
import { planAnswer } from '../data/plan-run';
import { PlanRunner } from '../data/plan-runner';
import { COLONIES, KEPT, site, WINDOW } from '../testing/next-plan';
import { LettersPage } from './letters-page';
import { NextPage } from './next-page';

const OWNER = { ...KEPT, id: 'anna', name: 'Hedwig Aumoser', phone: null, notes: null };
const SITES = [
  { ...site('gate', { lat: 47.404, lon: 13.2, ownerId: 'anna' }), owner: OWNER },
  { ...site('weir', { lat: 47.402, lon: 13.206, ownerId: 'anna', permission: 'asked' }), owner: OWNER },
  site('elm', { lat: 47.399, lon: 13.193 }),
  site('no', { lat: 47.41, lon: 13.19, permission: 'refused' }),
];
const REST_MS = 120;

describe('next season', () => {
  let fixture: ComponentFixture<unknown>;
  let element: HTMLElement;
  const acts: ActDto[] = [];
  /** Whether plans are answered. */
  let works = true;
  beforeEach(() => {
    works = true;
  });
  const asks: PlanAsk[] = [];

  async function settled(): Promise<void> {
    fixture.detectChanges();
    await new Promise((rested) => setTimeout(rested, REST_MS));
    fixture.detectChanges();
    await fixture.whenStable();
    fixture.detectChanges();
  }
  const answers = (tables: Readonly<Record<string, readonly object[]>>, sites: readonly object[]) => ({
    ground: { today: '2026-05-14', sites, colonies: tables['colonies'] ?? COLONIES },
    evidence: { spells: [], window: WINDOW, uses: { scouts: 'log', lures: 'log', places: 'log' } },
    today: { season: null, inUse: 2 },
    'ground/layers': { items: [] },
  });
  async function shown(
    page: typeof NextPage | typeof LettersPage,
    inputs: Readonly<Record<string, string>> = {},
    tables: Readonly<Record<string, readonly object[]>> = {},
    sites: readonly object[] = SITES,
  ): Promise<void> {
    acts.length = 0;
    asks.length = 0;
    localStorage.clear();
    TestBed.resetTestingModule();
    const run = (ask: PlanAsk) => {
      asks.push(ask);
      return works ? of({ kind: 'answer' as const, answer: planAnswer(ask, () => undefined) }) : NEVER;
    };
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([{ path: '**', component: page }]),
        { provide: PlanRunner, useValue: { run } },
        { provide: LandmarkRunner, useValue: { used: () => of([]) } },
        {
          provide: ActOutbox,
          useValue: {
            answered: new Subject<null>(),
            asTold: (_: string, rows: unknown) => rows,
            do: (act: ActDto) => acts.push(act),
          },
        },
      ],
    });
    fixture = TestBed.createComponent<unknown>(page);
    element = fixture.nativeElement as HTMLElement;
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    const told: Readonly<Record<string, object>> = answers(tables, sites);
    for (const asked of TestBed.inject(HttpTestingController).match(() => true)) {
      const path = asked.request.url.replace('/api/v1/', '');
      const items = tables[path.replace('records/', '')] ?? [];
      asked.flush(told[path] ?? { items, total: items.length, limit: 500, offset: 0 });
    }
    await settled();
  }
  const text = (selector: string): string =>
    element.querySelector(selector)?.textContent.replace(/\s+/g, ' ').trim() ?? '';
  async function press(words: string): Promise<void> {
    const buttons = [...element.querySelectorAll('button')];
    const one = buttons.find((button) => button.textContent.trim() === words);
    if (!one)
      throw new Error(`no button "${words}" among ${buttons.map((button) => button.textContent.trim()).join(' | ')}`);
    one.click();
    await settled();
  }
  const loader = () => TestbedHarnessEnvironment.loader(fixture);
  const query = (): unknown => TestBed.inject(Router).parseUrl(TestBed.inject(Router).url).queryParams;

  it('chooses as many places as there are traps, and says what nobody’s no costs', async () => {
    await shown(NextPage, { view: 'list' });
    expect(text('h1')).toMatch(/^2 of 4 sites should catch 0\.\d of 3\.8 swarms$/);
    expect(asks.at(-1)?.from).toBe('2027-04-01');
    expect(text('yw-ask-list')).toContain('Hedwig Aumoser');
    expect(text('[aria-labelledby="needs"]')).toContain('Traps: you have 2 traps.');
    const lines = [...element.querySelectorAll('yw-place-list li')].map((line) => line.textContent);
    expect(lines.filter((line) => line.includes('chosen')).length).toBe(2);
    expect(lines.at(-1)).toContain('the owner said no');
  });

  it('shows how it was worked out', async () => {
    await shown(NextPage, { view: 'list' });
    expect(element.querySelector('yw-working-panel')).toBeNull();
    element.querySelector<HTMLButtonElement>('yw-working-button button')?.click();
    await settled();
    expect(text('yw-working-panel')).toContain('West apiary 3, bees 0.8');
    expect(text('yw-working-panel')).toContain('nothing yet');
  });

  it('keeps what it is made for in the address', async () => {
    await shown(NextPage, { view: 'list' });
    const select = await loader().getHarness(MatSelectHarness.with({ selector: '[aria-label="How far apart"]' }));
    await select.open();
    await select.clickOptions({ text: '500 m apart' });
    await settled();
    expect(query()).toEqual({ apart: '500' });
    await shown(NextPage, { view: 'list', apart: '500', traps: '3', round: '600', stop: '60', may: 'granted' });
    expect(asks.at(-1)).toEqual(
      jasmine.objectContaining({ minSpacingM: 500, traps: 3, budgetS: 600, permission: ['granted'] }),
    );
    expect(asks.at(-1)?.places[0]?.effort).toBe(480);
  });

  it('takes what is no number in the address for nothing said', async () => {
    await shown(NextPage, { view: 'list', traps: 'many', apart: '-3', round: 'x', edges: '0' });
    expect(asks.at(-1)).toEqual(jasmine.objectContaining({ traps: 2, minSpacingM: 200, budgetS: null }));
  });

  it('pins and bars the open place; a reason is kept when it is left', async () => {
    await shown(NextPage, { view: 'list', place: 'elm' });
    await press('Pin it');
    expect(acts[0]?.changes[0]).toEqual(jasmine.objectContaining({ table: 'stances' }));
    const barred = { ...KEPT, id: 's', season: 2027, siteId: 'elm', spotId: null, stance: 'barred', reason: null };
    await shown(NextPage, { view: 'list', place: 'elm' }, { stances: [barred] });
    expect(text('[aria-labelledby="stances"]')).toContain('At elm, barred');
    const why = element.querySelector<HTMLInputElement>('yw-place-card input');
    if (!why) throw new Error('there is room for why');
    why.value = 'two people';
    why.dispatchEvent(new Event('change'));
    expect(acts[0]?.says).toBe('At elm: why it is barred');
    await press('Allow');
    expect(acts[1]?.changes).toEqual([jasmine.objectContaining({ op: 'delete', id: 's' })]);
  });

  it('keeps the plan with what it was made for', async () => {
    await shown(NextPage, { view: 'list', apart: '100' });
    await press('Keep this plan');
    expect(acts[0]?.changes.map(({ table }) => table)).toEqual(['placings', 'picks', 'picks']);
    const [kept] = acts[0]?.changes ?? [];
    expect(kept && 'fields' in kept ? kept.fields : null).toEqual(
      jasmine.objectContaining({ season: 2027, traps: 2, apartM: 100, keptOn: '2026-05-14' }),
    );
  });

  it('keeps no plan while another is worked out: what stands there is marked as of before', async () => {
    await shown(NextPage, { view: 'list' });
    const keep = (): HTMLButtonElement | undefined =>
      [...element.querySelectorAll('button')].find((button) => button.textContent.trim() === 'Keep this plan');
    expect(keep()?.disabled).toBeFalse();
    works = false;
    fixture.componentRef.setInput('traps', '1');
    await settled();
    expect(keep()?.disabled).toBeTrue();
    expect(text('.waits')).toContain('Working out');
    expect(element.querySelector('.stale')).not.toBeNull();
  });

  it('says of a place that is thought of what it is like', async () => {
    const spot = { ...KEPT, id: 's', name: 'Thought of 1', lat: 47.404, lon: 13.21, landmark: null, shade: null };
    await shown(NextPage, { view: 'list', place: 's' }, { spots: [{ ...spot, effort: null, notes: null }] });
    const kind = await loader().getHarness(MatSelectHarness.with({ selector: '[aria-label="Kind of place"]' }));
    await kind.open();
    await kind.clickOptions({ text: 'lone tree' });
    const name = element.querySelector<HTMLInputElement>('yw-place-card input');
    if (!name) throw new Error('it has a name');
    name.value = 'Old pear';
    name.dispatchEvent(new Event('change'));
    const said = acts.flatMap(({ changes }) => changes.map((one) => ('only' in one ? one.only : null)));
    expect(said).toEqual([['landmark'], ['name']]);
  });

  it('writes letters to those ticked, else to all that are to be asked', async () => {
    await shown(NextPage, { view: 'list', traps: '3' });
    const letters = (): string =>
      decodeURIComponent(element.querySelector<HTMLAnchorElement>('a[href*="letters"]')?.href ?? '');
    expect(letters()).toContain('owners=anna');
    const box = await loader().getHarness(MatCheckboxHarness.with({ label: 'Hedwig Aumoser' }));
    await box.check();
    await settled();
    expect(letters()).toMatch(/owners=anna&places=.*gate/);
  });

  it('says in a sentence why there is no plan, and what no colony means', async () => {
    await shown(NextPage, { view: 'list', may: 'granted' }, {}, [SITES[3] ?? {}]);
    expect(text('[role="alert"]')).toBe(
      'No place has a permission that will do. Ask the owners, or take any place without a no.',
    );
    await shown(NextPage, { view: 'list' }, { colonies: [] });
    expect(text('.fault')).toContain('No colony is known: places are judged by kind and spacing alone.');
    expect(text('h1')).toBe('2 of 4 sites, judged by kind and spacing alone');
  });

  it('says to a newcomer what it will do', async () => {
    await shown(NextPage, {}, {}, []);
    expect(text('yw-empty')).toContain('Say first where a trap may hang');
  });

  describe('its letters', () => {
    it('ask one owner for all of their places, in words that stay on the device', async () => {
      await shown(LettersPage, { owners: 'anna,nobody', places: 'gate,weir,elm' });
      expect(text('h1')).toBe('One letter to ask');
      const area = element.querySelector('textarea');
      expect(area?.value).toContain('an empty wooden box each at At gate and At weir');
      expect(element.querySelectorAll('.sign').length).toBe(2);
      if (!area) throw new Error('the words can be written');
      area.value = 'Dear neighbour, may we?';
      area.dispatchEvent(new Event('input'));
      fixture.detectChanges();
      expect(text('.printed')).toBe('Dear neighbour, may we?');
    });

    it('say what is missing where nobody is noted', async () => {
      await shown(LettersPage, { owners: '', places: 'elm' });
      expect(text('yw-empty')).toContain('Note whose the places are');
    });
  });
});
