import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { provideRouter } from '@angular/router';
import type { PlanMark } from '../data/plan-marks';
import type { Limits } from '../data/next-asked';
import { LIMITS, place, stance } from '../testing/next-plan';
import { CatchCurve } from './catch-curve';
import { escaped, planHtml, siteHtml } from './mark-html';
import { PlaceCard } from './place-card';
import { PlanLimits } from './plan-limits';

const MARK: PlanMark = { kind: 'chosen', fill: 1, pinned: false, waits: false, figure: '0.27', minor: false };
const drawn = (html: string): HTMLElement => {
  const box = document.createElement('div');
  box.innerHTML = html;
  return box;
};
const html = (mark: Partial<PlanMark>, chosen = false): HTMLElement =>
  drawn(planHtml({ ...MARK, ...mark }, 'Old <weir>', chosen, 'left'));
const lines = (mark: HTMLElement): number => mark.querySelector('.full')?.getAttribute('d')?.split('M').length ?? 0;

describe('marks of a plan', () => {
  it('are hatched from below by their share, and never not at all', () => {
    expect(lines(html({ fill: 1 }))).toBe(8);
    expect(lines(html({ fill: 0.5 }))).toBe(5);
    expect(lines(html({ fill: 0 }))).toBe(2);
  });

  it('say by shape what is pinned, barred, refused, left over, and waits for an answer', () => {
    expect(html({ pinned: true }).querySelector('.pin')).not.toBeNull();
    expect(html({}).querySelector('.pin')).toBeNull();
    expect(html({ kind: 'barred' }).querySelector('path.bar')).not.toBeNull();
    expect(html({ kind: 'refused' }).querySelector('path.no')).not.toBeNull();
    expect(html({ kind: 'left' }).querySelector('circle.left')?.getAttribute('r')).toBe('7');
    expect(html({ waits: true }).querySelector('.waits')).not.toBeNull();
  });

  it('along an edge are small and without a name until they are open', () => {
    const minor = html({ kind: 'left', minor: true });
    expect(minor.querySelector('circle.left')?.getAttribute('r')).toBe('3.5');
    expect(minor.querySelector('.name')).toBeNull();
    expect(html({ kind: 'left', minor: true }, true).querySelector('.name')).not.toBeNull();
  });

  it('write names as text, whatever stands in them', () => {
    expect(html({}).querySelector('.name')?.textContent).toContain('Old <weir>');
    expect(escaped('<b>"&')).toBe('&lt;b&gt;&quot;&amp;');
    const mark = { state: 'waits', number: '', due: true, scouts: 7, catches: ['now'], name: '<i>' } as never;
    const site = drawn(siteHtml(mark, { sites: true, colonies: true, catches: true }, true, 'right'));
    expect(site.querySelector('.shape')?.textContent).toBe('?');
    expect(site.querySelectorAll('.pins b').length).toBe(2);
    expect(site.querySelector('.name')?.textContent).toBe('<i>');
  });
});

describe('parts of a plan', () => {
  function shown<T>(component: new () => T, inputs: Readonly<Record<string, unknown>>): ComponentFixture<T> {
    TestBed.configureTestingModule({ providers: [provideRouter([])] });
    const fixture = TestBed.createComponent(component);
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    return fixture;
  }
  const text = (fixture: ComponentFixture<unknown>): string =>
    (fixture.nativeElement as HTMLElement).textContent.replace(/\s+/g, ' ');

  it('a limit that is none of the usual ones is offered among them', async () => {
    const fixture = shown(PlanLimits, {
      limits: { ...LIMITS, apartM: 250, budgetS: 5000, edgesM: 120 } satisfies Limits,
    });
    const said: Partial<Limits>[] = [];
    fixture.componentInstance.changed.subscribe((change) => said.push(change));
    const loader = TestbedHarnessEnvironment.loader(fixture);
    const pick = async (label: string, option: string): Promise<string> => {
      const select = await loader.getHarness(MatSelectHarness.with({ selector: `[aria-label="${label}"]` }));
      const value = await select.getValueText();
      await select.open();
      await select.clickOptions({ text: option });
      return value;
    };
    expect(await pick('How far apart', 'any distance apart')).toBe('250 m apart');
    expect(await pick('Time of one round at the traps', 'as long as it takes')).toBe('at most 1 h 23 min');
    expect(await pick('Places along edges', 'none')).toBe('every 120 m');
    expect(await pick('Minutes added a stop', '10 min a stop')).toBe('nothing a stop');
    expect(await pick('Which permissions', 'only with a yes that holds')).toBe('any without a no');
    expect(said).toEqual([
      { apartM: 0 },
      { budgetS: null },
      { edgesM: null },
      { stopS: 600 },
      { permission: 'granted' },
    ]);
  });

  it('the curve tells its figures to whoever does not see it', () => {
    const curve = [
      { traps: 1, swarms: 0.1, bound: 0.2 },
      { traps: 2, swarms: 0.47, bound: 0.5 },
    ];
    const fixture = shown(CatchCurve, { curve, traps: 2 });
    expect((fixture.nativeElement as HTMLElement).innerHTML).toContain('1: 0.10, 2: 0.47');
  });

  it('the card of a place offers what can be said of it', () => {
    const card = (inputs: object) =>
      text(
        shown(PlaceCard, { place: place('a'), state: 'chosen', figure: 0.27, chosen: true, stance: null, ...inputs }),
      );
    expect(card({})).toMatch(/0\.27 swarms a season, chosen.*Pin it.*Bar it.*The record/);
    TestBed.resetTestingModule();
    expect(card({ chosen: false, figure: 0.06, state: 'left over' })).toContain('would add 0.06, left over');
    TestBed.resetTestingModule();
    expect(card({ place: place('a', { permission: 'refused' }) })).not.toContain('Pin it');
    TestBed.resetTestingModule();
    const barred = card({ stance: stance('1', 'a', { stance: 'barred' }) });
    expect(barred).toMatch(/Allow it again.*Why/);
    TestBed.resetTestingModule();
    expect(card({ place: place('s', { kind: 'spot' }) })).toContain('Think of it no more');
  });
});
