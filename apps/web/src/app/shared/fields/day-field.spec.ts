import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatDatepickerInputHarness } from '@angular/material/datepicker/testing';
import { WorkspaceStore } from '../workspace/workspace-store';
import { dayFault, DayField, givenDayFault } from './day-field';

@Component({
  imports: [DayField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-day
    label="hung on"
    [value]="kept()"
    [keptOf]="record()"
    [needed]="needed()"
    (given)="given.push($event)"
  />`,
})
class Page {
  readonly kept = signal('2026-05-14');
  readonly record = signal<object>({});
  readonly needed = signal(false);
  readonly given: string[] = [];
}

describe('a day that is typed', () => {
  let fixture: ComponentFixture<Page>;
  let box: MatDatepickerInputHarness;
  beforeEach(async () => {
    TestBed.configureTestingModule({
      providers: [{ provide: WorkspaceStore, useValue: { workspace: () => ({ now: '2026-05-14T16:20:00Z' }) } }],
    });
    fixture = TestBed.createComponent(Page);
    box = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatDatepickerInputHarness);
  });
  const words = (): string => (fixture.nativeElement as HTMLElement).textContent;
  async function type(text: string): Promise<void> {
    await box.setValue(text);
    await box.blur();
  }

  it('stands as it is said, whatever order it was typed in', async () => {
    expect(await box.getValue()).toBe('14 May 2026');
    const { given } = fixture.componentInstance;
    for (const text of ['2026-04-18', '18.4.', '18/4/2026', '18 April', '18 Apr 2026']) {
      fixture.componentInstance.kept.set('2026-05-14');
      await type(text);
      expect(given.pop()).withContext(text).toBe('2026-04-18');
      expect(await box.getValue())
        .withContext(text)
        .toBe('18 Apr 2026');
    }
    await type('13 Sept 2025');
    expect(given).toEqual(['2025-09-13']);
  });

  it('is said once, when it is left, and not on the way', () => {
    const { given } = fixture.componentInstance;
    const field = (fixture.nativeElement as HTMLElement).querySelector('input') as HTMLInputElement;
    for (const text of ['1', '18', '18 April']) {
      field.value = text;
      field.dispatchEvent(new Event('input'));
    }
    expect(given).toEqual([]);
    field.dispatchEvent(new Event('change'));
    expect(given).toEqual(['2026-04-18']);
  });

  it('what is typed and not left yet stays when the record comes anew, but not when it holds another day', async () => {
    const box = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    const type = (text: string): void => {
      box.value = text;
      box.dispatchEvent(new Event('input'));
    };
    type('4 Ap');
    fixture.componentInstance.record.set({});
    await fixture.whenStable();
    expect(box.value).toBe('4 Ap');
    fixture.componentInstance.kept.set('2026-05-20');
    await fixture.whenStable();
    expect(box.value).toBe('20 May 2026');
    expect(fixture.componentInstance.given).toEqual([]);
  });

  it('what is no day is told, and what is kept stays', async () => {
    const { given } = fixture.componentInstance;
    for (const text of ['31.2.', '13', 'soon', '4 Foo 2026']) {
      await type(text);
      expect(words()).withContext(text).toContain('The day is not whole: type day, month and year');
    }
    await type('20.4.1899');
    expect(words()).toContain('1899 is no year of records: type one from 1900 to 2200.');
    expect(given).toEqual([]);
    fixture.componentInstance.record.set({});
    fixture.detectChanges();
    expect(await box.getValue()).toBe('14 May 2026');
  });

  it('may be taken away, unless it is needed', async () => {
    await type('');
    expect(fixture.componentInstance.given).toEqual(['']);
    fixture.componentInstance.needed.set(true);
    await type('1 May');
    await type('');
    expect(words()).toContain('The day is not whole');
  });

  it('is taken from a calendar that begins on Monday, in the month it stands in', async () => {
    await box.openCalendar();
    const calendar = await box.getCalendar();
    expect((await calendar.getCurrentViewLabel()).toLowerCase()).toBe('may 2026');
    await calendar.selectCell({ text: '20' });
    expect(fixture.componentInstance.given).toEqual(['2026-05-20']);
  });

  it('years of records are 1900 to 2200', () => {
    expect(
      ['1899-12-31', '1900-01-01', '2200-12-31', '2201-01-01', ''].map((day) => dayFault(day, false) === null),
    ).toEqual([false, true, true, false, true]);
    expect([givenDayFault(''), givenDayFault('2026-05-14')]).toEqual([jasmine.stringContaining('not whole'), null]);
  });
});
