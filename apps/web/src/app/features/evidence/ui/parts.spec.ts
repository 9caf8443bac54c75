import { ChangeDetectionStrategy, Component, type Type } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { provideRouter } from '@angular/router';
import { occupancyRate } from '@yewridge/core/evidence';
import { effect, effectsOf, spell } from '../testing/evidence-harness';
import { standardAsks } from '../data/standard-asks';
import { EffectList } from './effect-list';
import { PairMap, type PairPlace } from './pair-map';
import { RateRange, rateScale } from './rate-range';
import { ratioAt, RatioRange } from './ratio-range';
import { Rod } from './rod';
import { SettleBars } from './settle-bars';

@Component({ selector: 'yw-nowhere', template: '', changeDetection: ChangeDetectionStrategy.OnPush })
class Nowhere {}

describe('parts of Evidence', () => {
  let fixture: ComponentFixture<unknown>;
  let element: HTMLElement;
  function drawn(part: Type<unknown>, inputs: Readonly<Record<string, unknown>>): void {
    TestBed.configureTestingModule({ providers: [provideRouter([{ path: '**', component: Nowhere }])] });
    fixture = TestBed.createComponent(part);
    element = fixture.nativeElement as HTMLElement;
    for (const [name, value] of Object.entries(inputs)) fixture.componentRef.setInput(name, value);
    fixture.detectChanges();
  }
  const numbers = (selector: string, name: string): readonly number[] =>
    [...element.querySelectorAll(selector)].map((one) => Number(one.getAttribute(name)));

  describe('the axis of rates', () => {
    for (const [widest, max, ticks] of [
      [0.3, 0.5, 6],
      [0.5, 0.5, 6],
      [0.51, 0.6, 4],
      [2.2, 2.5, 6],
      [4, 4, 5],
      [9, 10, 6],
      [300, 300, 6],
    ] as const) {
      it(`for a range up to ${widest} ends at ${max} in ${ticks} marks`, () => {
        const scale = rateScale([{ ...occupancyRate(1, 300), hi100: widest }]);
        expect([scale.max, scale.ticks.length]).toEqual([max, ticks]);
        expect(scale.ticks[0]).toBe(0);
        expect(scale.ticks.at(-1)).toBe(max);
      });
    }
    it('of no rate at all is there all the same', () => {
      expect(rateScale([]).max).toBe(0.5);
    });
  });

  it('a rate stands within its bar, on a band where it has a group', () => {
    const rate = occupancyRate(6, 237);
    const scale = rateScale([rate]);
    drawn(RateRange, { rate, scale, band: occupancyRate(20, 1436) });
    const [left, right] =
      /^M([\d.]+) .*H([\d.]+)M/.exec(element.querySelector('.bar')?.getAttribute('d') ?? '')?.slice(1) ?? [];
    const [middle] = /^M([\d.]+)/.exec(element.querySelector('.diamond')?.getAttribute('d') ?? '')?.slice(1) ?? [];
    expect(Number(left)).toBeLessThan(Number(middle));
    expect(Number(middle)).toBeLessThan(Number(right));
    expect(element.querySelector('.band')).not.toBeNull();
    fixture.componentRef.setInput('band', null);
    fixture.detectChanges();
    expect(element.querySelector('.band')).toBeNull();
  });

  it('a ratio of one is on the line, half and twice lie as far from it', () => {
    expect(ratioAt(1) - ratioAt(0.5)).toBeCloseTo(ratioAt(2) - ratioAt(1), 12);
    expect([ratioAt(1e-6), ratioAt(1e6)]).toEqual([0, 1]);
  });

  for (const [p, leans] of [
    [0.999, true],
    [0.95, true],
    [0.7, false],
  ] as const) {
    it(`a diamond is ${leans ? 'filled' : 'hollow'} where the direction is right ${p}`, () => {
      drawn(RatioRange, { row: effect('a', 2, p) });
      expect(element.classList.contains('leans')).toBe(leans);
    });
  }

  it('a rod is as long as its days, with a mark where bees came and a line where a season begins', () => {
    const spells = [
      spell({ season: 2023, days: 30, event: 1 }),
      spell({ season: 2023, days: 20 }),
      spell({ season: 2024, days: 50 }),
    ];
    drawn(Rod, { spells, perDay: 2 });
    expect(numbers('rect', 'width')).toEqual([60, 40, 100]);
    expect(element.querySelectorAll('path').length).toBe(1);
    expect(element.querySelectorAll('line').length).toBe(1);
    const [first = 0, second = 0, third = 0] = numbers('rect', 'x');
    expect([second - first - 60, third - second - 40]).toEqual([1, 4]);
  });

  it('what would settle it shows two questions at most, and none where none is open', () => {
    const asked = standardAsks('metric');
    const settle = { ratio: 2, neededSeasons: 60, hadA: 20, hadB: 30, neededForHalfMore: 190 };
    const rows = ['shade', 'comb', 'height'].map((id) => effect(id, 1.2, 0.6, { settle }));
    drawn(SettleBars, { effects: effectsOf(rows), asked, trapsNow: 16 });
    expect(element.querySelectorAll('svg').length).toBe(2);
    expect(element.textContent).toContain('60 trap-seasons on each side needed.');
    expect(element.textContent).toContain('5 more seasons with 8 traps on each side');
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toBe(
      'full shade 20 trap-seasons, a lighter spot 30; 60 needed on each side if 2.0 times',
    );
    fixture.componentRef.setInput('effects', effectsOf([effect('shade', 3, 0.999)]));
    fixture.detectChanges();
    expect(element.textContent).toContain('Nothing here is open that more traps would settle.');
  });

  it('answers say the catches behind them, what was left out, and let a question be dropped', () => {
    const asked = standardAsks('metric').filter(({ ask }) => ['comb', 'height', 'room'].includes(ask.id));
    const effects = effectsOf([effect('comb', 2, 0.95), effect('room', 1.1, 0.6)], {
      silent: ['height'],
      dropped: 2,
      older: 3,
    });
    drawn(EffectList, { effects, asked, more: [] });
    const dropped: string[] = [];
    (fixture.componentInstance as EffectList).dropped.subscribe((id) => dropped.push(id));
    const text = element.textContent.replace(/\s+/g, ' ');
    expect(text).toContain('10 and 10 catches');
    expect(text).toContain('10 catches at all of them');
    expect(text).toContain('One metre higher: all your stays are on one side');
    expect(text).toContain('2 stretches are left out');
    expect(text).toContain('The oldest 3 stretches are left out: one answer takes 2 000.');
    const drops = [...element.querySelectorAll<HTMLElement>('button')];
    expect(drops.length).toBe(1);
    drops[0]?.click();
    expect(dropped).toEqual(['room']);
  });

  it('a map joins the traps of a pair, north up and east to the right', () => {
    const places: readonly PairPlace[] = [
      { block: 1, number: 'V-01', side: 'A', lat: 47.4, lon: 13.2 },
      { block: 1, number: 'V-02', side: 'B', lat: 47.41, lon: 13.22 },
      { block: 2, number: 'V-03', side: 'A', lat: 47.42, lon: 13.2 },
    ];
    drawn(PairMap, { places });
    expect(element.querySelectorAll('line').length).toBe(1);
    expect(numbers('circle', 'cx')[0]).toBeLessThan((numbers('rect', 'x')[0] ?? 0) + 6);
    const [first = 0, third = 0] = numbers('circle', 'cy');
    expect(third).toBeLessThan(first);
    expect(element.querySelector('svg')?.getAttribute('aria-label')).toBe('Pairs: V-01 with V-02');
  });

  it('a map of one trap, and of none, is drawn all the same', () => {
    drawn(PairMap, { places: [{ block: 1, number: 'V-01', side: 'A', lat: 47.4, lon: 13.2 }] });
    expect(numbers('circle', 'cx').every(Number.isFinite)).toBeTrue();
    fixture.componentRef.setInput('places', []);
    fixture.detectChanges();
    expect(element.querySelectorAll('circle').length).toBe(0);
  });
});
