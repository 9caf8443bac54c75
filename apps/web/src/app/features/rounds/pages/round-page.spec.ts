import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { provideRouter } from '@angular/router';
import type { ActDto } from '@yewridge/contract/season';
import { of, Subject } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { GEOLOCATION } from '../../../shared/season/where-i-stand';
import { DAY_PROVIDERS } from '../../../shared/fields/day-adapter';
import { roundAnswer, type RoundTask } from '../data/round-run';
import { RoundRunner } from '../data/round-runner';
import { bees, closing, DAY, HIGH, kept, said, SITES, trapAt, visit, way } from '../testing/round-records';
import { RoundPage } from './round-page';

const WORKSPACE = {
  kind: 'own',
  name: 'Ours',
  now: `${DAY}T16:20:00.000Z`,
  timeZone: 'Europe/Vienna',
  hemisphere: 'N',
};
const COLONIES = [{ id: 'west', name: 'West apiary', kind: 'apiary', lat: 47.39, lon: 13.19, swarms: 3 }];
const TRAPS = [trapAt('a', HIGH), trapAt('b'), bees('c')];
const REST_MS = 100;
interface Shown {
  readonly traps: readonly object[];
  readonly sites: readonly object[];
  readonly colonies: readonly object[];
  readonly records: Readonly<Record<string, readonly object[]>>;
  readonly inputs: Readonly<Record<string, string>>;
  readonly plans: readonly object[];
  readonly stands: Geolocation['getCurrentPosition'];
}
const USUAL: Shown = {
  traps: TRAPS,
  sites: SITES,
  colonies: COLONIES,
  records: {},
  inputs: {},
  plans: [closing('c')],
  stands: () => undefined,
};

describe('the page of the day’s round', () => {
  let fixture: ComponentFixture<RoundPage>;
  let element: HTMLElement;
  const acts: ActDto[] = [];

  async function settled(): Promise<void> {
    fixture.detectChanges();
    await new Promise((rested) => setTimeout(rested, REST_MS));
    fixture.detectChanges();
    await fixture.whenStable();
    fixture.detectChanges();
  }
  async function shown(asked: Partial<Shown> = {}): Promise<void> {
    const { traps, sites, colonies, records, inputs, plans, stands }: Shown = { ...USUAL, ...asked };
    acts.length = 0;
    localStorage.clear();
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([{ path: '**', component: RoundPage }]),
        ...DAY_PROVIDERS,
        { provide: GEOLOCATION, useValue: { getCurrentPosition: stands } },
        {
          provide: RoundRunner,
          useValue: { run: (task: RoundTask) => of({ kind: 'answer' as const, answer: roundAnswer(task) }) },
        },
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
    fixture = TestBed.createComponent(RoundPage);
    element = fixture.nativeElement as HTMLElement;
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    const told: Readonly<Record<string, object>> = {
      workspace: WORKSPACE,
      today: { today: DAY, now: `${DAY}T18:20`, traps, plans },
      ground: { today: DAY, sites, colonies },
      'ground/layers': { items: [] },
    };
    for (const asked of TestBed.inject(HttpTestingController).match(() => true)) {
      const path = asked.request.url.replace('/api/v1/', '');
      const items = records[path.replace('records/', '')] ?? [];
      asked.flush(told[path] ?? { items, total: items.length, limit: 500, offset: 0 });
    }
    await settled();
  }
  const text = (selector: string): string =>
    element.querySelector(selector)?.textContent.replace(/\s+/g, ' ').trim() ?? '';
  const rows = (): readonly string[] =>
    [...element.querySelectorAll('yw-round-rows li')].map((row) => row.textContent.replace(/\s+/g, ' ').trim());
  async function press(words: string | RegExp): Promise<void> {
    const buttons = [...element.querySelectorAll('button')];
    const name = (button: HTMLElement): string => button.getAttribute('aria-label') ?? button.textContent.trim();
    const one = buttons.find((button) =>
      typeof words === 'string' ? name(button) === words : words.test(name(button)),
    );
    if (!one) throw new Error(`no button "${words}" among ${buttons.map(name).join(' | ')}`);
    one.click();
    await settled();
  }
  const fields = (n = 0): Record<string, unknown> =>
    (acts.at(-1)?.changes[n] as unknown as { fields: Record<string, unknown> }).fields;
  const loader = () => TestbedHarnessEnvironment.loader(fixture);

  it('plans what is due with the bees last, and keeps nothing until somebody says so', async () => {
    await shown();
    expect(text('h1')).toMatch(/^3 stops, over at 21:\d\d$/);
    expect(text('.bees')).toBe('Bees first: V-c closes at 21:06, all else fits before it');
    expect(rows().length).toBe(3);
    expect(rows()[2]).toMatch(/^21:06 ?3 ?At c ?V-c/);
    expect(text('yw-round-next')).toContain('I am there');
    expect(acts).toEqual([]);
    await press('Keep this round');
    expect(fields()).toEqual(
      jasmine.objectContaining({ on: DAY, leaveAt: '18:30', fromName: 'West apiary', leftAt: null, backBy: null }),
    );
  });

  it('a stop is dropped, kept in its place, put later and earlier; what it costs is said before', async () => {
    await shown({ inputs: { stop: 'stay-b' } });
    await press(/^Drop At b: [+−]\d+ min of light$/);
    expect(acts.at(-1)?.changes.map(({ table }) => table)).toEqual(['rounds', 'stops']);
    expect(fields(1)).toEqual(jasmine.objectContaining({ deploymentId: 'stay-b', state: 'dropped', place: null }));
    await press('Keep it here');
    expect(fields(1)['state']).toBe('locked');
    const place = fields(1)['place'] as number;
    await press('Later');
    expect(fields(1)['place']).toBe(place + 1);
  });

  it('what was dropped stands beside the plan and can be put back; a trap that is not due can be gone to', async () => {
    const records = { rounds: [kept()], stops: [said('b', 'dropped')] };
    await shown({ records, traps: [...TRAPS, trapAt('b', { deploymentId: 'idle', number: 'V-i', lastVisitOn: DAY })] });
    expect(rows().length).toBe(2);
    expect(text('[aria-label="Traps not on this round"]')).toContain('At b V-b: you dropped it');
    await press('Put back');
    expect(acts.at(-1)?.changes[0]).toEqual(jasmine.objectContaining({ op: 'delete', table: 'stops', id: 'said-b' }));
    await press('Go there too');
    expect(fields()).toEqual(jasmine.objectContaining({ deploymentId: 'idle', state: 'added', roundId: 'round' }));
  });

  it('out on the round the next is big, the rest below, what is behind last; bees are done by one tap', async () => {
    await shown({
      records: {
        rounds: [kept({ leftAt: '18:00' })],
        visits: [visit('a', `${DAY}T18:10`), visit('b', `${DAY}T18:15`)],
      },
    });
    expect(text('[aria-label="Stops behind you"]')).toBe('18:10 At a V-a18:15 At b V-b');
    expect(text('yw-round-next h2')).toBe('At c V-c');
    expect(rows()).toEqual([]);
    await press('The entrance is closed');
    expect(fields()).toEqual(
      jasmine.objectContaining({ catchId: 'catch-c', code: 'closeAtDusk', state: 'done', at: `${DAY}T18:20` }),
    );
  });

  it('sets out at the minute it is', async () => {
    await shown();
    await press('Set out');
    expect(fields()['leftAt']).toBe('18:20');
  });

  it('rain leaves only the bees', async () => {
    await shown({ records: { rounds: [kept()] } });
    await press('Rain: only the bees');
    expect(acts.at(-1)?.changes.map((_, n) => fields(n)['deploymentId'])).toEqual(
      jasmine.arrayWithExactContents(['stay-a', 'stay-b']),
    );
  });

  it('keeps to what it is asked: two cars have two rounds, no ladder leaves the high trap out', async () => {
    await shown();
    await press(/What it keeps to/);
    const pick = async (label: string, option: string): Promise<void> => {
      const select = await loader().getHarness(MatSelectHarness.with({ selector: `[aria-label="${label}"]` }));
      await select.open();
      await select.clickOptions({ text: option });
      await settled();
    };
    await pick('Ladder in the car', 'no ladder');
    expect(acts).toEqual([]);
    expect(text('[aria-label="Traps not on this round"]')).toContain('At a V-a: your ladder is too short');
    await pick('Who drives', 'two cars, two rounds');
    expect(text('.hands')).toContain('Second car');
    expect(rows().length).toBe(1);
  });

  it('sets out from where the telephone is, or says why it cannot tell', async () => {
    const here = { coords: { latitude: 47.5, longitude: 13.3, accuracy: 5, altitude: null } };
    await shown({
      stands: (found) => {
        found(here as GeolocationPosition);
      },
    });
    await press(/What it keeps to/);
    await press('Set out from where I am now');
    expect(text('yw-page-header')).toContain('today from where I was');
    await press('Keep this round');
    expect(fields()).toEqual(jasmine.objectContaining({ fromName: 'where I was', fromLat: 47.5, fromLon: 13.3 }));
    await shown({
      stands: (_, failed) => {
        failed?.({ code: 1 } as GeolocationPositionError);
      },
    });
    await press(/What it keeps to/);
    await press('Set out from where I am now');
    expect(text('aside [role="alert"]')).toContain('This page may not ask where the phone is.');
  });

  it('what goes into the car stays ticked on this device', async () => {
    await shown();
    await press(/^Load/);
    const lamp = await loader().getHarness(MatCheckboxHarness.with({ label: 'red lamp' }));
    await lamp.check();
    await settled();
    expect(text('yw-round-load')).toContain('1 of');
    expect(localStorage.getItem(`yewridge.loaded.${DAY}`)).toBe('red lamp');
  });

  it('ways that were timed count, and it is said that they do', async () => {
    await shown({ records: { ways: [way(null, 'a', 60, 'West apiary')] } });
    expect(text('aside')).toContain('How long the way takeswith times of your own');
  });

  it('from an empty workspace it says what comes first', async () => {
    await shown({ sites: [], colonies: [], traps: [] });
    expect(text('yw-empty')).toContain('New site');
    await shown({ traps: [], plans: [] });
    expect(text('yw-empty')).toContain('No trap hangs yet');
    await shown({ traps: [trapAt('a', { lastVisitOn: DAY })], plans: [] });
    expect(text('h1')).toBe('Nothing is due on this round');
  });

  it('a way is typed in minutes; what is no number is said and stays', async () => {
    await shown();
    await press(/How long the way takes/);
    const pick = async (label: string, option: string): Promise<void> => {
      const select = await loader().getHarness(MatSelectHarness.with({ selector: `[aria-label="${label}"]` }));
      await select.open();
      await select.clickOptions({ text: option });
    };
    const box = element.querySelector<HTMLInputElement>(
      'yw-ways-form input[matinput], yw-ways-form input[aria-label]',
    )!;
    await press('Keep both ways');
    expect(text('yw-ways-form [role="alert"]')).toBe('Say from where to where.');
    await pick('From', 'West apiary');
    await pick('To', 'At a');
    box.value = 'soon';
    await press('Keep both ways');
    expect(text('yw-ways-form [role="alert"]')).toBe('Minutes the way takes: soon. Type 0 to 1440.');
    expect(box.value).toBe('soon');
    box.value = '6,5';
    await press('Keep both ways');
    expect(
      acts
        .at(-1)
        ?.changes.map((_, n) => [
          fields(n)['fromSiteId'],
          fields(n)['toSiteId'],
          fields(n)['start'],
          fields(n)['durationS'],
        ]),
    ).toEqual([
      [null, 'a', 'West apiary', 390],
      ['a', null, 'West apiary', 390],
    ]);
  });
});
