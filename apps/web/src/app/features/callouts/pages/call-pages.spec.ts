import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type Type } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { provideRouter, Router } from '@angular/router';
import type { CallDto } from '@yewridge/contract/callouts';
import type { ActDto } from '@yewridge/contract/season';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { CallsWaiting } from '../../../shared/calls/calls-waiting';
import { DAY_PROVIDERS } from '../../../shared/fields/day-adapter';
import { callOut, callsDto, kept, piece, sign, spell } from '../testing/calls';
import { CallPage } from './call-page';
import { CallsPage } from './calls-page';
import { LeavingPage } from './leaving-page';
import { LivePage } from './live-page';
import { NewCallPage } from './new-call-page';

const WORKSPACE = {
  kind: 'own',
  name: 'Ours',
  now: '2026-05-14T16:20:00.000Z',
  timeZone: 'Europe/Vienna',
  hemisphere: 'N',
  version: '1',
};

describe('pages of a call-out', () => {
  let http: HttpTestingController;
  let went: jasmine.Spy<Router['navigate']>;
  let fixture: ComponentFixture<unknown>;
  const done: ActDto[] = [];
  const element = (): HTMLElement => fixture.nativeElement as HTMLElement;
  const text = (): string => element().textContent;
  const button = (name: RegExp): HTMLButtonElement =>
    [...element().querySelectorAll('button')].find((one) => name.test(one.textContent.trim()))!;
  const press = async (name: RegExp): Promise<void> => {
    button(name).click();
    await fixture.whenStable();
  };
  const meant = (n = done.length - 1): Readonly<Record<string, unknown>> => {
    const [change] = done[n]!.changes as unknown as readonly {
      readonly fields: Record<string, unknown>;
      readonly only?: readonly string[];
    }[];
    return Object.fromEntries(
      Object.entries(change!.fields).filter(([name, value]) =>
        change!.only ? change!.only.includes(name) : value !== null,
      ),
    );
  };

  async function open<T>(page: Type<T>, calls: readonly CallDto[], id?: string): Promise<void> {
    fixture = TestBed.createComponent(page);
    if (id !== undefined) fixture.componentRef.setInput('id', id);
    fixture.detectChanges();
    for (const asked of http.match('/api/v1/workspace')) asked.flush(WORKSPACE);
    for (const asked of http.match('/api/v1/callouts')) asked.flush(callsDto(calls));
    await fixture.whenStable();
    fixture.detectChanges();
  }

  beforeEach(() => {
    localStorage.clear();
    done.length = 0;
    TestBed.configureTestingModule({
      providers: [provideHttpClient(), provideHttpClientTesting(), provideRouter([]), ...DAY_PROVIDERS],
    });
    http = TestBed.inject(HttpTestingController);
    spyOn(TestBed.inject(ActOutbox), 'do').and.callFake((act) => {
      done.push(act);
      return 'a1';
    });
    went = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
  });

  it('a call is logged by what they see and where; until both are said it says what is missing', async () => {
    await open(NewCallPage, []);
    await press(/^Log the call/);
    expect(text()).toContain('Still to say: what they see');
    await press(/^A cluster hangs/);
    expect(text()).toContain('Still to say: where it is.');
    const place = element().querySelector<HTMLInputElement>('yw-record-field input')!;
    place.value = 'Cider lane';
    place.dispatchEvent(new Event('input'));
    await press(/^Log the call/);
    expect(meant()).toEqual({
      calledAt: '2026-05-14T18:20',
      place: 'Cider lane',
      kind: 'hangingSwarm',
      poison: 'unknown',
      permission: 'unknown',
      state: 'called',
    });
    expect(went.calls.mostRecent().args[0].slice(0, 3)).toEqual(['/', 'catches', 'calls']);
  });

  it('a call that waits asks on; answered, it writes the answer alone', async () => {
    await open(CallPage, [callOut({ poison: 'unknown', permission: 'unknown' })], 'c1');
    expect(element().querySelector('h1')!.textContent).toContain('Ask on before you say yes');
    expect(button(/^Plan it/).getAttribute('aria-disabled')).toBe('true');
    await press(/^Plan it/);
    expect(done).toEqual([]);
    await press(/^No$/);
    expect(meant()).toEqual({ poison: 'no' });
  });

  it('a call that may be planned is planned, and one declined says why', async () => {
    await open(CallPage, [callOut()], 'c1');
    await press(/^Plan it/);
    expect(meant()).toEqual({ state: 'planned' });
    await press(/^Decline$/);
    expect(button(/^Decline it$/).disabled).toBeTrue();
    const why = element().querySelector<HTMLInputElement>('.asked input')!;
    why.value = 'too far away';
    why.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    await press(/^Decline it$/);
    expect(meant()).toEqual({ state: 'declined', reason: 'too far away' });
  });

  it('put off, it waits until tomorrow morning with its reason', async () => {
    await open(CallPage, [callOut({ state: 'planned' })], 'c1');
    await press(/^Put it off$/);
    const why = element().querySelector<HTMLInputElement>('.asked input')!;
    why.value = 'rain';
    why.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    await press(/^Put it off to tomorrow$/);
    expect(meant()).toEqual({
      state: 'planned',
      reason: 'rain',
      until: '2026-05-15T09:00',
      plannedFor: '2026-05-15T09:00',
    });
  });

  it('a place touched on the map is the call’s once, and the address forgets it', async () => {
    const touched = async (call: CallDto): Promise<void> => {
      fixture = TestBed.createComponent(CallPage);
      for (const [name, value] of Object.entries({ id: 'c1', lat: '47.412345', lon: '13.2' })) {
        fixture.componentRef.setInput(name, value);
      }
      fixture.detectChanges();
      for (const asked of http.match('/api/v1/workspace')) asked.flush(WORKSPACE);
      for (const asked of http.match('/api/v1/callouts')) asked.flush(callsDto([call]));
      await fixture.whenStable();
    };
    await touched(callOut());
    expect(meant()).toEqual({ lat: 47.412345, lon: 13.2 });
    expect(went.calls.mostRecent().args[1]).toEqual({ queryParams: {}, replaceUrl: true });
    const map = [...element().querySelectorAll('a')].find(({ textContent }) => /on the map/.test(textContent))!;
    expect(map.getAttribute('href')).toBe('/ground?call=c1');
  });

  it('the list before leaving says what Stores has of it', async () => {
    fixture = TestBed.createComponent(LeavingPage);
    fixture.componentRef.setInput('id', 'c1');
    fixture.detectChanges();
    for (const asked of http.match('/api/v1/workspace')) asked.flush(WORKSPACE);
    const swarm = callOut({ kind: 'hangingSwarm', state: 'planned', persons: 2 });
    const suits = kept('kit', 'k1', { code: 'suit', count: 2, lent: 1, lentTo: 'Alma' });
    for (const asked of http.match('/api/v1/callouts')) asked.flush(callsDto([swarm], { kit: [suits] }));
    await fixture.whenStable();
    const line = [...element().querySelectorAll('yw-code-ticks li')].find(({ textContent }) =>
      textContent.includes('Veils and suits'),
    )!;
    expect(line.textContent).toContain('1 of 2 here, 1 lent to Alma');
    expect(line.querySelector('.warns')).not.toBeNull();
    expect(text()).toMatch(/Stores counts 1 of these \d+:/);
  });

  it('eggs settle it once the dead are counted', async () => {
    const taken = { queen: 'seen', leftBehind: 'none', boxAtRestAt: '2026-05-14T15:00' } as const;
    const call = { state: 'reunited', stoppedAt: '2026-05-14T14:00:00', joinedAt: '2026-05-14T16:00' } as const;
    await open(CallPage, [callOut(call, { taken, pieces: [piece('brood')] })], 'c1');
    expect(button(/^Settled/).getAttribute('aria-disabled')).toBe('true');
    expect(text()).toContain('how many were dead in the box');
    expect(text()).toContain('This job does not count for your own limit');
  });

  it('united needs what the look for disease said', async () => {
    await open(
      CallPage,
      [callOut({ state: 'reunited', stoppedAt: '2026-05-14T14:00:00' }, { taken: { dead: 3 } })],
      'c1',
    );
    await press(/^United$/);
    const to = element().querySelector<HTMLInputElement>('.asked input')!;
    to.value = 'hive 3';
    to.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    const unite = [...element().querySelectorAll<HTMLButtonElement>('.asked button')].at(-1)!;
    expect(unite.disabled).toBeTrue();
    await press(/^brood looked at, clean$/);
    unite.click();
    await fixture.whenStable();
    expect(meant()).toEqual({ state: 'united', unitedWith: 'hive 3', healthLooked: 'clean' });
  });

  it('nowhere on the Earth it says what is missing for the steps and the hours', async () => {
    const rest = { state: 'resting', stoppedAt: '2026-05-14T14:00:00' } as const;
    await open(CallPage, [callOut(rest, { taken: {}, where: null })], 'c1');
    expect(text()).toContain('Say latitude and longitude on the call');
    const planned = callOut({ state: 'planned', combsSeen: 3, combLengthM: 0.3, combHeightM: 0.4 }, { where: null });
    await open(LeavingPage, [planned], 'c1');
    expect(text()).toContain('then it is known when it gets dark there');
  });

  it('an address that leads to no call says so and leads on', async () => {
    await open(CallPage, [callOut()], 'other');
    expect(text()).toContain('This call is not here');
  });

  it('before leaving stands what is taken, ticked into the record', async () => {
    const one = callOut({
      state: 'planned',
      combsSeen: 3,
      combLengthM: 0.3,
      combHeightM: 0.4,
      packed: 'hose',
      rigId: 'loft',
      power: 'battery',
    });
    await open(LeavingPage, [one], 'c1');
    expect(element().querySelector('#kit')!.textContent).toMatch(/1 of \d+ packed/);
    expect(text()).toContain('Bees may land at 4.5 m/s at most.');
    const loader = TestbedHarnessEnvironment.loader(fixture);
    await (await loader.getHarness(MatCheckboxHarness.with({ label: /Smoker/ }))).check();
    expect(meant()).toEqual({ packed: 'smoker,hose' });
    expect(text()).toMatch(/between [\d ]+ and [\d ]+/);
  });

  it('work starts with every caution ticked, and not before', async () => {
    await open(LivePage, [callOut({ state: 'onSite', arrivedAt: '2026-05-14T18:15', rigId: 'loft' })], 'c1');
    // Its own Undo is among the taps: no bar stands over them, and it is there again on the next page.
    expect(TestBed.inject(ActOutbox).saidOnPage()).toBeTrue();
    await press(/^Start/);
    expect(done).toEqual([]);
    const loader = TestbedHarnessEnvironment.loader(fixture);
    for (const box of await loader.getAllHarnesses(MatCheckboxHarness)) await box.check();
    await press(/^Start/);
    expect(meant()).toEqual(jasmine.objectContaining({ state: 'collecting' }));
    expect(String(meant()['cautions'])).toContain('box-heat');
  });

  it('the bar of what was kept stands again once the work is left', async () => {
    await open(LivePage, [callOut({ state: 'onSite' })], 'c1');
    fixture.destroy();
    expect(TestBed.inject(ActOutbox).saidOnPage()).toBeFalse();
  });

  it('at work a spell that runs is stopped before anything is closed', async () => {
    const one = callOut(
      { state: 'collecting', startedAt: '2026-05-14T18:20:00' },
      { taken: { rigId: 'loft' }, spells: [spell('2026-05-14T18:20:00', null)] },
    );
    await open(LivePage, [one], 'c1');
    expect(button(/^All in, close down/).disabled).toBeTrue();
    await press(/^Stop suction/);
    expect(done[0]!.says).toContain('port shut, suction off');
    expect(done[0]!.changes.map(({ table }) => table)).toEqual(['callouts', 'spells']);
  });

  it('closing goes step by step; with a step open the boxes are not shut', async () => {
    const one = callOut(
      { state: 'closing', startedAt: '2026-05-14T17:20:00', stoppedAt: '2026-05-14T18:10:00' },
      { taken: { rigId: 'loft', queen: 'seen', leftBehind: 'none' }, signs: [sign('caged', '2026-05-14T18:00')] },
    );
    await open(LivePage, [one], 'c1');
    await press(/^A last look/);
    expect(meant()).toEqual({ closingDone: 'last-look' });
    expect(button(/^Boxes are shut/).textContent).toContain('Still open: a last look');
    await press(/^Boxes are shut/);
    expect(done.length).toBe(1);
  });

  it('closed to the last step the boxes are shut, and the call stands open again', async () => {
    const steps = ['last-look', 'shut-entrance', 'open-mesh', 'strap'].join(',');
    const one = callOut(
      { kind: 'hangingSwarm', state: 'closing', stoppedAt: '2026-05-14T18:10:00', closingDone: steps },
      { taken: { queen: 'seen', leftBehind: 'none' } },
    );
    await open(LivePage, [one], 'c1');
    await press(/^Boxes are shut/);
    expect(meant()).toEqual({ state: 'closed', boxesShut: true });
    expect(went.calls.mostRecent().args[0]).toEqual(['/', 'catches', 'calls', 'c1']);
  });

  it('all calls stand by what they wait for, with the numbers of those that are over', async () => {
    const over = callOut(
      { state: 'settled', startedAt: '2025-05-20T10:00:00', stoppedAt: '2025-05-20T12:00:00' },
      { taken: { dead: 12, queen: 'seen' } },
    );
    await open(CallsPage, [
      callOut({ poison: 'unknown' }),
      { ...over, call: { ...over.call, id: 'c2' }, collection: { ...over.collection!, calloutId: 'c2' } },
    ]);
    expect(element().querySelector('h1')!.textContent).toContain('One call waits for an answer');
    expect(text()).toContain('ask next: was it sprayed?');
    expect(element().querySelector('table')!.textContent).toContain('12');
  });

  it('with no call there is a first step', async () => {
    await open(CallsPage, []);
    expect(text()).toContain('Nobody has rung');
  });

  it('beside the track a call is answered by one tap', async () => {
    await open(CallsWaiting, [callOut({ poison: 'unknown', caller: 'Theres Kogler' })]);
    expect(text()).toContain('1 waits');
    expect(text()).toContain('was it sprayed?');
    await press(/^Perhaps$/);
    expect(meant()).toEqual({ poison: 'suspected' });
  });

  it('beside the track nothing stands where no call waits', async () => {
    await open(CallsWaiting, [callOut({ state: 'settled' })]);
    expect(element().querySelector('header')).toBeNull();
  });
});
