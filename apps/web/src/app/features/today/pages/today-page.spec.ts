import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { BreakpointObserver } from '@angular/cdk/layout';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatExpansionPanelHarness } from '@angular/material/expansion/testing';
import { provideRouter } from '@angular/router';
import type { TodayDto } from '@yewridge/contract/today';
import { of } from 'rxjs';
import { day, plan, trap } from '../testing/days';
import { TodayPage } from './today-page';

describe('the page of the day', () => {
  let fixture: ComponentFixture<TodayPage>;
  let element: HTMLElement;

  async function shown(dto: TodayDto, telephone = false): Promise<void> {
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
    expect(await panels[0]!.getTextContent()).toContain('Look at V-09');
  });

  it('an empty workspace is told what to do first', async () => {
    await shown(day({ inUse: 0 }));
    expect(element.textContent).toContain('Nothing is built yet');
    expect(element.querySelector('a.filled')!.getAttribute('href')).toBe('/bench');
  });
});
