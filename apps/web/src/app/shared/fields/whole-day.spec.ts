import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { TestBed } from '@angular/core/testing';
import { dayFault, givenDayFault, WholeDay } from './whole-day';

@Component({
  imports: [WholeDay],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<input
      type="date"
      #day="wholeDay"
      [ywWholeDay]="kept()"
      [value]="kept()"
      (dayGiven)="given.push($event)"
    />
    {{ day.fault() }}`,
})
class Page {
  readonly kept = signal('2026-05-14');
  readonly given: string[] = [];
}

describe('a day that is typed', () => {
  it('is said once, when it is whole and the field is left', async () => {
    const fixture = TestBed.createComponent(Page);
    await fixture.whenStable();
    const box = (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;
    const { given } = fixture.componentInstance;
    box.dispatchEvent(new Event('focus'));
    for (const on_the_way of ['2026-04-01', '2026-04-18']) {
      box.value = on_the_way;
      box.dispatchEvent(new Event('input'));
      box.dispatchEvent(new Event('change'));
    }
    expect(given).toEqual([]);
    box.dispatchEvent(new Event('blur'));
    expect(given).toEqual(['2026-04-18']);
    box.dispatchEvent(new Event('focus'));
    box.dispatchEvent(new Event('blur'));
    expect(given).toEqual(['2026-04-18']);
  });

  it('of no year of records is refused in a sentence, and what is kept stays', async () => {
    const fixture = TestBed.createComponent(Page);
    await fixture.whenStable();
    const page = fixture.nativeElement as HTMLElement;
    const box = page.querySelector('input') as HTMLInputElement;
    box.dispatchEvent(new Event('focus'));
    box.value = '0026-04-20';
    box.dispatchEvent(new Event('blur'));
    await fixture.whenStable();
    expect(fixture.componentInstance.given).toEqual([]);
    expect(page.textContent).toContain('26 is no year of records: type one from 1900 to 2200.');
    expect(
      ['1899-12-31', '1900-01-01', '2200-12-31', '2201-01-01', ''].map((day) => dayFault(day, false) === null),
    ).toEqual([false, true, true, false, true]);
    expect(dayFault('', true)).toContain('not whole');
    expect([givenDayFault(''), givenDayFault('2026-05-14')]).toEqual([jasmine.stringContaining('not whole'), null]);
  });
});
