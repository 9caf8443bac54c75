import { parallel } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatButtonToggleHarness } from '@angular/material/button-toggle/testing';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import type { CallQueenSign } from '@yewridge/core/callouts';
import { DAY_PROVIDERS } from '../../../shared/fields/day-adapter';
import { callPlan, queenVerdictOf } from '../data/call-plan';
import type { TaskChange } from '../data/call-acts';
import { callOut, callsDto, NOW, piece, rig, sign } from '../testing/calls';
import { type Answered, AskNext } from './ask-next';
import { CallSteps } from './call-steps';
import { CloseForm } from './close-form';
import { CodeTicks } from './code-ticks';
import { GateMark } from './gate-mark';
import { LiveTaps, type Tap } from './live-taps';
import { QueenPanel } from './queen-panel';

const text = (fixture: ComponentFixture<unknown>): string => (fixture.nativeElement as HTMLElement).textContent;
const button = (fixture: ComponentFixture<unknown>, name: RegExp): HTMLButtonElement =>
  [...(fixture.nativeElement as HTMLElement).querySelectorAll('button')].find((one) => name.test(one.textContent))!;
const press = async (fixture: ComponentFixture<unknown>, name: RegExp): Promise<void> => {
  button(fixture, name).click();
  await fixture.whenStable();
};

beforeEach(() => {
  localStorage.clear();
  TestBed.configureTestingModule({ providers: [...DAY_PROVIDERS] });
});

describe('the next question', () => {
  @Component({
    changeDetection: ChangeDetectionStrategy.OnPush,
    imports: [AskNext],
    template: `<yw-ask-next [ask]="ask()" (answered)="said.push($event)" />`,
  })
  class Host {
    readonly ask = signal<readonly string[]>(['poison', 'permission', 'photo']);
    readonly said: Answered[] = [];
  }
  let fixture: ComponentFixture<Host>;
  beforeEach(async () => {
    fixture = TestBed.createComponent(Host);
    await fixture.whenStable();
  });

  it('is the one on top, with its answers to tap', async () => {
    expect(text(fixture)).toContain('Was it sprayed or dusted');
    await press(fixture, /^\s*No\s*$/);
    expect(fixture.componentInstance.said).toEqual([{ change: { poison: 'no' }, says: 'was it sprayed? no' }]);
  });

  it('put off, it comes again after the others', async () => {
    await press(fixture, /Not known/);
    expect(text(fixture)).toContain('does the owner agree');
    await press(fixture, /Not known/);
    expect(text(fixture)).toContain('Can you send a photo');
    await press(fixture, /Asked for it/);
    expect(text(fixture)).toContain('Was it sprayed or dusted');
    expect(fixture.componentInstance.said).toEqual([]);
  });

  it('what was put off and is asked no more is forgotten; with none left that is said', async () => {
    await press(fixture, /Not known/);
    fixture.componentInstance.ask.set(['poison']);
    await fixture.whenStable();
    expect(text(fixture)).toContain('the last question');
    fixture.componentInstance.ask.set([]);
    await fixture.whenStable();
    expect(text(fixture)).toContain('Everything that counts is said.');
  });
});

describe('a list to tick', () => {
  @Component({
    changeDetection: ChangeDetectionStrategy.OnPush,
    imports: [CodeTicks],
    template: `<yw-code-ticks
      label="What to take"
      [lines]="lines"
      [ticked]="ticked()"
      (said)="ticked.update($event)"
    />`,
  })
  class Host {
    readonly lines = ['a', 'b', 'c'].map((code) => ({ code, says: `the ${code}` }));
    readonly ticked = signal<readonly string[]>(['gone', 'c']);
  }

  it('tells all that are ticked in the order of the list, and drops what is not in it', async () => {
    const fixture = TestBed.createComponent(Host);
    const loader = TestbedHarnessEnvironment.loader(fixture);
    const [a, , c] = await loader.getAllHarnesses(MatCheckboxHarness);
    expect(await c!.isChecked()).toBeTrue();
    await a!.check();
    expect(fixture.componentInstance.ticked()).toEqual(['a', 'c']);
    await c!.uncheck();
    expect(fixture.componentInstance.ticked()).toEqual(['a']);
  });

  it('takes two quick ticks for two, though the page was not drawn between them', async () => {
    const fixture = TestBed.createComponent(Host);
    const [a, b] = await TestbedHarnessEnvironment.loader(fixture).getAllHarnesses(MatCheckboxHarness);
    await parallel(() => [a!.check(), b!.check()]);
    expect(fixture.componentInstance.ticked()).toEqual(['a', 'b', 'c']);
  });
});

describe('what is said as the boxes are shut', () => {
  it('is the queen in words and how many stayed, and nothing stands there that nobody said', async () => {
    const fixture = TestBed.createComponent(CloseForm);
    fixture.componentRef.setInput('taken', null);
    const said: object[] = [];
    fixture.componentInstance.said.subscribe((change) => said.push(change));
    const loader = TestbedHarnessEnvironment.loader(fixture);
    const toggles = await loader.getAllHarnesses(MatButtonToggleHarness);
    for (const toggle of toggles) expect(await toggle.isChecked()).toBeFalse();
    await (await loader.getHarness(MatButtonToggleHarness.with({ text: 'not seen' }))).check();
    await (await loader.getHarness(MatButtonToggleHarness.with({ text: 'a cup' }))).check();
    expect(said).toEqual([{ queen: 'notSeen' }, { leftBehind: 'cup' }]);
  });
});

describe('big taps', () => {
  const shown = async (
    inputs: Readonly<Record<string, unknown>>,
  ): Promise<{ fixture: ComponentFixture<LiveTaps>; taps: Tap[] }> => {
    const fixture = TestBed.createComponent(LiveTaps);
    for (const [name, value] of Object.entries({ boxes: 2, vacuum: true, last: null, ...inputs }))
      fixture.componentRef.setInput(name, value);
    const taps: Tap[] = [];
    fixture.componentInstance.tapped.subscribe((tap) => taps.push(tap));
    await fixture.whenStable();
    return { fixture, taps };
  };

  it('count what was tapped, and tell a tap', async () => {
    const one = callOut(
      { state: 'collecting' },
      { taken: { boxesFull: 1, deadSeen: 30 }, pieces: [piece('brood'), piece('brood', 2), piece('honey')] },
    );
    const { fixture, taps } = await shown({ one });
    expect(button(fixture, /Brood comb/).textContent).toContain('2');
    expect(button(fixture, /Dead bees/).textContent).toContain('30');
    expect(button(fixture, /Box full/).textContent).toMatch(/1\s*Box fullof 2/);
    await press(fixture, /Brood comb/);
    await press(fixture, /Dead bees/);
    expect(taps).toEqual(['brood', 'dead']);
  });

  it('a swarm has no combs to cut, a job without a vacuum no battery', async () => {
    const { fixture } = await shown({ one: callOut({ kind: 'hangingSwarm' }, { taken: {} }), vacuum: false });
    expect(text(fixture)).not.toContain('Brood comb');
    expect(text(fixture)).not.toContain('Battery');
  });

  it('a queen is seen once and caged once; with nothing done there is nothing to take back', async () => {
    const { fixture } = await shown({ one: callOut({}, { taken: {}, signs: [sign('seenIn', NOW)] }) });
    expect(button(fixture, /Queen seen/).disabled).toBeTrue();
    expect(button(fixture, /Queen caged/).disabled).toBeFalse();
    expect(button(fixture, /Undo/).disabled).toBeTrue();
    const done = await shown({ one: callOut({}, { taken: {} }), last: 'Mill house: a brood comb framed' });
    expect(button(done.fixture, /Undo/).textContent).toContain('a brood comb framed');
    expect(button(done.fixture, /Undo/).textContent).not.toContain('Mill house');
  });
});

describe('whether the queen is with them', () => {
  const one = callOut(
    { state: 'resting', stoppedAt: '2026-05-14T14:00:00' },
    {
      taken: { leftBehind: 'cup', boxAtRestAt: '2026-05-14T14:30' },
      pieces: [piece('brood')],
      signs: [sign('fanning', '2026-05-14T15:00'), sign('entering', '2026-05-14T15:05')],
    },
  );
  it('is said in words first, the number on request, with the next look and its hour', async () => {
    const fixture = TestBed.createComponent(QueenPanel);
    const set = {
      verdict: queenVerdictOf(one, '2026-05-14T15:30'),
      signs: one.signs,
      since: '2026-05-14T14:30',
      now: '2026-05-14T15:30',
    };
    for (const [name, value] of Object.entries(set)) fixture.componentRef.setInput(name, value);
    const said: CallQueenSign[] = [];
    const unsaid: string[] = [];
    fixture.componentInstance.said.subscribe((code) => said.push(code));
    fixture.componentInstance.unsaid.subscribe((id) => unsaid.push(id));
    await fixture.whenStable();
    expect(text(fixture)).toContain('The queen is likely with them; nobody has seen her.');
    expect(text(fixture)).toContain('Look for eggs, at Mon 18 May');
    expect(text(fixture)).not.toContain('Counted as');
    button(fixture, /^\s*f\s*$/).click();
    await fixture.whenStable();
    expect(text(fixture)).toMatch(/Counted as 0\.\d\d of 1/);
    await press(fixture, /The box roars/);
    await press(fixture, /Not so “They fan/);
    expect([said, unsaid]).toEqual([['roar'], [one.signs[0]!.id]]);
  });
});

describe('the steps of bees that were taken', () => {
  const one = callOut(
    { state: 'resting', stoppedAt: '2026-05-14T14:00:00', repairsBy: 'keeper' },
    { taken: { leftBehind: 'cup', boxAtRestAt: '2026-05-14T14:30', rigId: 'loft' }, pieces: [piece('brood')] },
  );
  let fixture: ComponentFixture<CallSteps>;
  let marks: TaskChange[];
  const line = (name: string): HTMLElement =>
    [...(fixture.nativeElement as HTMLElement).querySelectorAll<HTMLElement>('ol li')].find(
      (li) => li.querySelector('strong')?.textContent === name,
    )!;
  beforeEach(async () => {
    fixture = TestBed.createComponent(CallSteps);
    fixture.componentRef.setInput('plan', callPlan(one, callsDto([one]), NOW));
    fixture.componentRef.setInput('now', NOW);
    marks = [];
    fixture.componentInstance.marked.subscribe((change) => marks.push(change));
    await fixture.whenStable();
  });

  it('stand with their reason, what is late first to be seen', () => {
    expect(line('Join bees and comb').textContent).toContain('Brood chills within hours');
    expect(line('Join bees and comb').className).toBe('late');
    expect(line('Seal the old place').textContent).toContain('You repair');
  });

  it('are done now, with what was planned', async () => {
    line('Join bees and comb').querySelector<HTMLButtonElement>('.acts button')!.click();
    await fixture.whenStable();
    expect(marks).toEqual([
      { code: 'join', state: 'done', at: NOW, reason: null, start: '2026-05-14T14:00', end: '2026-05-14T16:00' },
    ]);
  });

  it('are left out only with a reason', async () => {
    await press(fixture, /Skip “Seal the old place”/);
    const skip = button(fixture, /^\s*Skip it\s*$/);
    expect(skip.disabled).toBeTrue();
    const because = line('Seal the old place').querySelector<HTMLInputElement>('.form input')!;
    because.value = 'the wall comes down';
    because.dispatchEvent(new Event('input'));
    await fixture.whenStable();
    button(fixture, /^\s*Skip it\s*$/).click();
    await fixture.whenStable();
    expect(marks[0]).toEqual(
      jasmine.objectContaining({ code: 'seal', state: 'skipped', at: null, reason: 'the wall comes down' }),
    );
  });
});

describe('the gate’s mark', () => {
  it('says nozzle, mark and the keeper’s limit, and that the screen was not checked', async () => {
    const fixture = TestBed.createComponent(GateMark);
    fixture.componentRef.setInput('rig', rig());
    await fixture.whenStable();
    expect(text(fixture)).toContain('gate at 27 mm, 9.6 m/s in the hose');
    expect(text(fixture)).toContain('Bees may land at 4.5 m/s at most.');
    expect(text(fixture)).toContain('This screen was not checked');
    const [travel, mark] = ['.travel', '.mark'].map((name) =>
      (fixture.nativeElement as HTMLElement).querySelector(name)!,
    );
    // At the 96 pixels an inch that CSS promises.
    expect(Number(travel!.getAttribute('width'))).toBeCloseTo((0.09 * 96) / 0.0254, 3);
    expect(mark!.getAttribute('d')).toContain(`M${8 + (0.027 * 96) / 0.0254} `);
  });

  it('where no mark holds both ends nothing is drawn', async () => {
    const fixture = TestBed.createComponent(GateMark);
    fixture.componentRef.setInput('rig', rig({ gate: { ...rig().gate, mark: null } }));
    await fixture.whenStable();
    expect(text(fixture)).toContain('no mark holds both ends');
    expect((fixture.nativeElement as HTMLElement).querySelector('svg')).toBeNull();
  });
});
