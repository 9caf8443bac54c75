import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { BreakpointObserver } from '@angular/cdk/layout';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { MatStepperHarness } from '@angular/material/stepper/testing';
import { provideRouter } from '@angular/router';
import type { TodayDto } from '@yewridge/contract/today';
import { of } from 'rxjs';
import { day, plan, trap } from '../testing/days';
import { TodayPage } from './today-page';

describe('the page of the day', () => {
  let fixture: ComponentFixture<TodayPage>;
  let element: HTMLElement;

  async function shown(dto: TodayDto, telephone = false): Promise<void> {
    localStorage.clear();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([]),
        {
          provide: BreakpointObserver,
          useValue: { observe: () => of({ matches: telephone }), isMatched: () => telephone },
        },
      ],
    });
    fixture = TestBed.createComponent(TodayPage);
    element = fixture.nativeElement as HTMLElement;
    fixture.detectChanges();
    TestBed.inject(HttpTestingController).expectOne('/api/v1/today').flush(dto);
    fixture.detectChanges();
    await fixture.whenStable();
  }
  const regions = (): readonly string[] =>
    [...element.querySelectorAll('.lines section')].map((one) => one.getAttribute('aria-label') ?? '');
  const busy = day({
    plans: [plan('2026-05-13')],
    traps: [trap('V-03', '2026-04-20'), trap('V-05', '2026-04-20'), trap('V-09', '2026-05-10')],
  });

  it('at the table everything is open, each line with its button', async () => {
    await shown(busy);
    expect(regions()).toContain('This week');
    expect(element.querySelector('mat-accordion')).toBeNull();
    expect(element.querySelectorAll('.lines li').length).toBe(element.querySelectorAll('.lines li a.button').length);
    expect(element.textContent).toContain('Look at V-03');
  });

  it('on a telephone only what is now and tonight is; the rest is folded, and says what is first in it', async () => {
    await shown(busy, true);
    expect(regions().every((name) => name === 'Now' || name === 'Tonight')).toBeTrue();
    expect(element.querySelector('.lines')!.textContent).toContain('Look at 2 traps');
    const panels = await TestbedHarnessEnvironment.loader(fixture).getAllHarnesses(MatExpansionPanelHarness);
    const titles = await Promise.all(panels.map((panel) => panel.getTitle()));
    expect(titles).toEqual(['This week', 'Weather', 'Blooms', 'Calendar']);
    expect(await panels[0]!.isExpanded()).toBeFalse();
    expect(await panels[0]!.getDescription()).toMatch(/^.+: .+/);
    await panels[0]!.expand();
    expect(await panels[0]!.getTextContent()).toContain('Feed: V-11');
  });

  const nothing = { design: false, trap: false, site: false, stay: false, look: false, caught: false };
  const stepNow = async (): Promise<readonly (string | number)[]> => {
    const stepper = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatStepperHarness);
    const steps = await stepper.getSteps();
    const [now] = await stepper.getSteps({ selected: true });
    const done = await Promise.all(steps.map((step) => step.isCompleted()));
    return [steps.length, await now!.getLabel(), done.filter((one) => one).length];
  };

  it('an empty workspace is led from a box to the first look, one step open at a time', async () => {
    await shown(day({ inUse: 0, first: nothing }));
    expect(element.querySelector('h1')!.textContent).toContain('Your first season starts with a box');
    expect(await stepNow()).toEqual([5, 'Draw your box, or start from one', 0]);
    expect(element.querySelector('a.filled')!.getAttribute('href')).toBe('/bench/new');
    expect(element.textContent).toContain('Log a swarm you collected');
  });

  it('what is done is ticked, and the next step is the one that is open', async () => {
    await shown(day({ inUse: 1, first: { ...nothing, design: true, trap: true } }));
    expect(await stepNow()).toEqual([5, 'Say where it may hang', 2]);
    expect(element.querySelector('h1')!.textContent).toContain('Your trap is built: say where it may hang');
  });

  it('the list goes once somebody has looked at a trap, or caught a swarm otherwise', async () => {
    for (const change of [{ look: true }, { caught: true }]) {
      await shown(day({ first: { ...nothing, ...change } }));
      expect(element.querySelector('yw-first-season')).toBeNull();
      TestBed.resetTestingModule();
    }
  });
});
