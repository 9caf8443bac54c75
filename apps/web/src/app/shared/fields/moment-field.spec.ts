import { type HarnessLoader } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { ChangeDetectionStrategy, Component, signal, viewChild } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatDatepickerInputHarness } from '@angular/material/datepicker/testing';
import { MatTimepickerInputHarness } from '@angular/material/timepicker/testing';
import { WorkspaceStore } from '../workspace/workspace-store';
import { hourOf } from './day-adapter';
import { HourField } from './hour-field';
import { MomentField } from './moment-field';

@Component({
  imports: [HourField, MomentField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-hour label="Hour" [value]="hour()" [needed]="needed()" (given)="hours.push($event)" />
    <yw-moment label="seen" [value]="moment()" (given)="moments.push($event)" />`,
})
class Page {
  readonly hour = signal('16:20');
  readonly needed = signal(false);
  readonly moment = signal('2026-05-13T17:05');
  readonly hours: string[] = [];
  readonly moments: string[] = [];
  readonly field = viewChild.required(MomentField);
}

describe('an hour that is typed', () => {
  let fixture: ComponentFixture<Page>;
  let loader: HarnessLoader;
  beforeEach(() => {
    TestBed.configureTestingModule({
      providers: [{ provide: WorkspaceStore, useValue: { workspace: () => ({ now: '2026-05-14T16:20:00Z' }) } }],
    });
    fixture = TestBed.createComponent(Page);
    loader = TestbedHarnessEnvironment.loader(fixture);
  });
  const words = (): string => (fixture.nativeElement as HTMLElement).textContent;
  const hours = (label: string): Promise<MatTimepickerInputHarness> =>
    loader.getHarness(MatTimepickerInputHarness.with({ selector: `[aria-label="${label}"]` }));
  async function typeHour(label: string, text: string): Promise<void> {
    const box = await hours(label);
    await box.setValue(text);
    await box.blur();
  }
  async function typeDay(text: string): Promise<void> {
    const box = await loader.getHarness(MatDatepickerInputHarness);
    await box.setValue(text);
    await box.blur();
  }

  it('is read in every usual way of writing it, up to the last minute of a day', () => {
    expect(['17:05', '17.05', '1705', '17', '7', ' 7:05 '].map(hourOf)).toEqual([
      '17:05',
      '17:05',
      '17:05',
      '17:00',
      '07:00',
      '07:05',
    ]);
    expect(['23:59', '24:00', '17:59', '17:60', '17:5', '', 'noon', '-1'].map((text) => hourOf(text) !== null)).toEqual(
      [true, false, true, false, false, false, false, false],
    );
  });

  it('stands as it is said, and is said once, when it is left', async () => {
    const box = await hours('Hour');
    expect(await box.getValue()).toBe('16:20');
    await box.setValue('905');
    expect(fixture.componentInstance.hours).toEqual([]);
    await box.blur();
    await box.blur();
    expect(fixture.componentInstance.hours).toEqual(['09:05']);
    expect(await box.getValue()).toBe('09:05');
  });

  it('what is no hour is told and not given', async () => {
    for (const text of ['25:00', '17:6', 'noon']) {
      await typeHour('Hour', text);
      expect(words()).withContext(text).toContain('The hour is not whole: type hour and minute, like 17:05.');
    }
    expect(fixture.componentInstance.hours).toEqual([]);
    await typeHour('Hour', '18:00');
    expect(words()).not.toContain('not whole');
  });

  it('may be taken away, unless it is needed', async () => {
    await typeHour('Hour', '');
    expect(fixture.componentInstance.hours).toEqual(['']);
    fixture.componentInstance.needed.set(true);
    await typeHour('Hour', '7');
    await typeHour('Hour', '');
    expect(fixture.componentInstance.hours).toEqual(['', '07:00']);
    expect(words()).toContain('The hour is not whole');
  });

  it('is taken from a list of half hours', async () => {
    const box = await hours('Hour');
    await (await box.openTimepicker()).selectOption({ text: '18:30' });
    expect(fixture.componentInstance.hours).toEqual(['18:30']);
  });

  it('with a day is a minute: given when both are there, and when both are gone', async () => {
    const { moments, field } = fixture.componentInstance;
    await typeDay('15 May');
    await typeHour('seen, hour', '21.15');
    expect(moments).toEqual(['2026-05-15T17:05', '2026-05-15T21:15']);
    await typeHour('seen, hour', '');
    expect(words()).toContain('Still to say: at what hour.');
    expect(field().whole()).toBeFalse();
    await typeDay('');
    expect(moments.at(-1)).toBe('');
    expect(field().whole()).toBeTrue();
    await typeHour('seen, hour', '7');
    expect(words()).toContain('Still to say: on what day.');
    expect(moments.length).toBe(3);
  });
});
