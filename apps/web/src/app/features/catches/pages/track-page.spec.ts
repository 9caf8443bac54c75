import { BreakpointObserver } from '@angular/cdk/layout';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatButtonToggleHarness } from '@angular/material/button-toggle/testing';
import { provideRouter, Router } from '@angular/router';
import type { CatchTrackDto } from '@yewridge/contract/catches';
import { of } from 'rxjs';
import { card, plan, row, told, tracked } from '../testing/colonies';
import { TrackPage } from './track-page';

const v11 = card();
const hand = row(v11, { planned: plan(v11) });
const lost = row(
  card(
    { foundOn: '2026-05-02' },
    {
      stage: 'lost',
      number: 'V-05',
      takenDownOn: '2026-05-04',
      followups: told(['2026-05-06', 'absconded', 'Opened in the midday sun']),
    },
  ),
);
const past = row(
  card(
    { foundOn: '2025-05-20', arrivedOn: '2025-05-18' },
    {
      stage: 'settled',
      number: 'V-07',
      takenDownOn: '2025-05-21',
      followups: told(['2025-05-21', 'hived'], ['2025-06-02', 'laying']),
    },
  ),
);

describe('the page of the track', () => {
  let fixture: ComponentFixture<TrackPage>;
  let element: HTMLElement;

  async function shown(
    dto: CatchTrackDto,
    widthPx = 1200,
    inputs: Readonly<Record<string, string>> = {},
  ): Promise<void> {
    localStorage.clear();
    TestBed.configureTestingModule({
      providers: [
        provideHttpClient(),
        provideHttpClientTesting(),
        provideRouter([{ path: '**', component: TrackPage }]),
        {
          provide: BreakpointObserver,
          useValue: { observe: () => of({ matches: widthPx < 980 }), isMatched: () => widthPx < 980 },
        },
      ],
    });
    fixture = TestBed.createComponent(TrackPage);
    element = fixture.nativeElement as HTMLElement;
    element.style.width = `${widthPx}px`;
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
    TestBed.inject(HttpTestingController).expectOne('/api/v1/catches/track').flush(dto);
    fixture.detectChanges();
    // Sizes are told in the frame after: an observer made later is told later.
    await new Promise<void>((told) => {
      const observer = new ResizeObserver(() => {
        observer.disconnect();
        told();
      });
      observer.observe(element);
    });
    fixture.detectChanges();
    await fixture.whenStable();
  }
  const groups = (): readonly string[] =>
    [...element.querySelectorAll('section h2')].map(({ textContent }) => textContent.replace(/\s+/g, ' ').trim());
  const name = (words: string): HTMLElement => {
    const found = [...element.querySelectorAll<HTMLElement>('.who > .name')].find(({ textContent }) =>
      textContent.includes(words),
    );
    if (!found) throw new Error(`no row “${words}”`);
    return found;
  };

  it('names the next thing to do when there is no catch', async () => {
    await shown(tracked());
    expect(element.textContent).toContain('No swarm caught yet');
    expect(element.querySelector('.track')).toBeNull();
  });

  it('opens the first colony in hand on its next two nights, and another season under this one', async () => {
    await shown(tracked(hand, lost, past));
    expect(groups()).toEqual([
      'In hand 1',
      'Lost 1',
      '2025 the same days: 1 of 1 settled; by 14 May none had come, this season 2',
    ]);
    expect(name('V-11').getAttribute('aria-expanded')).toBe('true');
    expect(element.querySelectorAll('yw-two-nights').length).toBe(1);
    // The drawing is tied to its 40 hours on the axis above it.
    const { left, width } = element.querySelector<HTMLElement>('.window')!.style;
    const plot = Number(element.querySelector('.track .axis svg')!.getAttribute('width'));
    expect(parseFloat(width) / plot).toBeCloseTo(40 / 24 / 49, 4);
    expect(parseFloat(left) / plot).toBeCloseTo((24 + 18 / 24) / 49, 4);
    expect(element.querySelector('section[aria-label=Lost]')!.textContent).toContain('Opened in the midday sun');
  });

  it('on a telephone nothing is open and no other season shown until it is asked for; open, its steps are a list', async () => {
    await shown(tracked(hand, lost, past), 360);
    expect(groups()).toEqual(['In hand 1', 'Lost 1']);
    expect(name('V-11').getAttribute('aria-expanded')).toBe('false');
    fixture.componentRef.setInput('row', 'c1');
    fixture.detectChanges();
    expect(element.querySelector('yw-two-nights')).toBeNull();
    expect(element.querySelectorAll('.detail ol li').length).toBeGreaterThan(2);
  });

  it('keeps what is open, compared and zoomed in the address', async () => {
    await shown(tracked(hand, lost, past));
    const navigate = spyOn(TestBed.inject(Router), 'navigate').and.resolveTo(true);
    name('V-11').click();
    const season = await TestbedHarnessEnvironment.loader(fixture).getHarness(
      MatButtonToggleHarness.with({ text: 'Season' }),
    );
    await season.check();
    [...element.querySelectorAll<HTMLButtonElement>('yw-season-rows button')]
      .find(({ textContent }) => textContent.includes('2025'))!
      .click();
    expect(navigate.calls.allArgs().map(([, extras]) => extras?.queryParams)).toEqual([
      { row: 'none' },
      { span: 'season' },
      // It was beside this one: touched again, it is put away.
      { season: 'none' },
    ]);
  });

  it('is walked by arrow keys: up and down from row to row, left and right from mark to mark', async () => {
    await shown(tracked(hand, lost, past));
    document.body.append(element);
    const press = (key: string): void => {
      document.activeElement!.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      fixture.detectChanges();
    };
    const says = (): string => element.querySelector('.says')!.textContent.trim();
    name('V-11').focus();
    press('ArrowDown');
    expect(document.activeElement).toBe(name('V-05'));
    fixture.detectChanges();
    expect(says()).toBe('V-05 Lower orchard: lost, 1.9 kg');
    press('ArrowRight');
    expect(says()).toBe('V-05, Sat 2 May: found');
    press('ArrowRight');
    press('ArrowRight');
    press('ArrowRight');
    expect(says()).toBe('V-05, Wed 6 May: lost');
    press('ArrowLeft');
    expect(says()).toBe('V-05, Mon 4 May: carried home');
    press('ArrowUp');
    expect(document.activeElement).toBe(name('V-11'));
  });

  it('draws only what was said: no mesh where nobody said when it was closed', async () => {
    await shown(tracked(lost));
    const marks = [...element.querySelectorAll('yw-colony-line .mark title')].map(({ textContent }) => textContent);
    expect(marks).toEqual(['Sat 2 May: found', 'Mon 4 May: carried home', 'Wed 6 May: lost']);
    expect(element.querySelector('yw-colony-line rect.shut')).toBeNull();
  });

  it('thirty colonies with long names stay within the sheet', async () => {
    const long = Array.from({ length: 30 }, (_, n) =>
      row(
        card(
          { foundOn: '2026-05-02' },
          { number: `V-${n}`, place: `The old sawmill behind the third weir, number ${n}` },
        ),
      ),
    );
    await shown(tracked(...long), 1000);
    expect(element.querySelectorAll('li.line').length).toBe(30);
    const sheet = element.querySelector<HTMLElement>('.track')!;
    expect(sheet.scrollWidth).toBeLessThanOrEqual(sheet.clientWidth + 1);
  });
});
