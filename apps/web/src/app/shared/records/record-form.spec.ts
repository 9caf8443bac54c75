import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { ChangeDetectionStrategy, Component, inputBinding } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import type { FormControl } from '@angular/forms';
import { type Column, columnFault, columnsOf, TABLE_NAMES, type TableName } from '@yewridge/contract/season';
import { valueOfForm } from './form-state';
import { RecordField } from './record-field';
import { RecordFieldHarness } from './record-field-harness';
import { columnOf, recordForm, stillNeeded } from './record-form';
import type { LinkNames } from './record-words';

describe('a form over a record', () => {
  it('has a control for every column of every table, and nothing is said in it', () => {
    for (const table of TABLE_NAMES) {
      const form = recordForm(table);
      expect(Object.keys(form.controls))
        .withContext(table)
        .toEqual(columnsOf(table).map(([field]) => field));
      expect(Object.values(form.getRawValue()).every((value) => value === null))
        .withContext(table)
        .toBeTrue();
    }
  });

  it('asks for what the table needs, and for nothing else', () => {
    for (const table of TABLE_NAMES) {
      const needed = columnsOf(table).filter(([, { required }]) => required).length;
      expect(stillNeeded(recordForm(table)).length)
        .withContext(table)
        .toBe(needed);
    }
    const form = recordForm('phenology', { species: 'Apple', stage: 'fullBloom', on: '2026-04-27' });
    expect([stillNeeded(form), form.valid]).toEqual([[], true]);
  });

  it('every number of every table: just under, at and over its bounds', () => {
    for (const table of TABLE_NAMES) {
      for (const [field, column] of columnsOf(table)) {
        if (column.kind !== 'number' && column.kind !== 'whole') continue;
        const step = column.kind === 'whole' ? 1 : Math.max(1e-9, Math.abs(column.max) * 1e-6);
        const faults = [column.min - step, column.min, column.max, column.max + step].map(
          (value) => columnFault(field, column, value) !== null,
        );
        expect(faults).withContext(`${table}.${field}`).toEqual([true, false, false, true]);
        if (column.kind === 'whole')
          expect(columnFault(field, column, column.min + 0.5))
            .withContext(field)
            .not.toBeNull();
      }
    }
  });

  it('texts by their length, and by their pattern where they have one', () => {
    const name = columnOf('sites', 'name');
    const most = name.kind === 'text' ? name.most : 0;
    expect([most, most + 1].map((n) => columnFault('name', name, 'x'.repeat(n)))).toEqual([
      null,
      `name: ${most + 1} characters; at most ${most} are kept.`,
    ]);
    const days = columnOf('sites', 'accessWeekdays');
    expect(['6,0', '7', '0,'].map((text) => columnFault('weekdays', days, text) === null)).toEqual([
      true,
      false,
      false,
    ]);
  });

  it('days and hours that are none are refused, and words that are no choice', () => {
    const fault = (column: Column, value: string): boolean => columnFault('x', column, value) !== null;
    const day = columnOf('catches', 'foundOn');
    expect(['2026-02-28', '2026-02-29', '1899-12-31', '2201-01-01', '13 May'].map((one) => fault(day, one))).toEqual([
      false,
      true,
      true,
      true,
      true,
    ]);
    const at = columnOf('visits', 'at');
    expect(
      ['2026-05-14T23:59', '2026-05-14T24:00', '2026-05-14', '2026-13-01T10:00'].map((one) => fault(at, one)),
    ).toEqual([false, true, true, true]);
    expect(['laying', 'cross'].map((word) => fault(columnOf('catches', 'queen'), word))).toEqual([false, true]);
  });

  it('a column that no table has is a mistake of ours, and says so', () => {
    expect(() => columnOf('catches', 'colour')).toThrowError('catches has no column colour');
  });
});

describe('a field of a record', () => {
  let fixture: ComponentFixture<RecordField>;
  const names: LinkNames = new Map([['sites, in full', new Map([['s1', 'Old weir']])]]);

  async function field(
    table: TableName,
    column: string,
    said: unknown = null,
  ): Promise<[RecordFieldHarness, FormControl]> {
    localStorage.clear();
    const control = recordForm(table, { [column]: said }).get(column) as FormControl;
    fixture = TestBed.createComponent(RecordField, {
      bindings: [
        inputBinding('table', () => table),
        inputBinding('field', () => column),
        inputBinding('control', () => control),
        inputBinding('names', () => names),
      ],
    });
    fixture.detectChanges();
    return [await TestbedHarnessEnvironment.harnessForFixture(fixture, RecordFieldHarness), control];
  }

  it('a mass in the reader’s units is kept in kilograms, and outside its range it is not kept', async () => {
    const [mass, control] = await field('catches', 'massKg');
    await mass.type('1.9');
    expect(control.value).toBe(1.9);
    await mass.type('13');
    expect(control.value).toBe(1.9);
    expect(await mass.getFault()).toContain('12');
    // A form with a box that cannot be used is not whole: nothing is logged without what was typed.
    expect(control.valid).toBeFalse();
    await mass.type('');
    expect(control.value).toBeNull();
  });

  it('a day is kept when it is whole; half a day makes the form unfit and keeps nothing new', async () => {
    const [day, control] = await field('catches', 'foundOn', '2026-05-13');
    await day.type('14 May 2026');
    expect([control.value, control.valid]).toEqual(['2026-05-14', true]);
    await day.type('31 February');
    await fixture.whenStable();
    expect([control.value, control.valid]).toEqual(['2026-05-14', false]);
    await day.type('12.5.2026');
    await fixture.whenStable();
    expect([control.value, control.valid]).toEqual(['2026-05-12', true]);
  });

  it('words, flags and links are chosen from a list that begins with nothing said', async () => {
    const [queen, said] = await field('catches', 'queen', 'virgin');
    expect((await queen.getChoices())[0]).toBe('not said');
    await queen.choose('laying');
    expect(said.value).toBe('laying');
    await queen.choose('not said');
    expect(said.value).toBeNull();
    const [occupied, flag] = await field('visits', 'occupied');
    await occupied.choose('no');
    expect(flag.value).toBeFalse();
    const [site, link] = await field('catches', 'siteId');
    expect(await site.getChoices()).toEqual(['none', 'Old weir']);
    await site.choose('Old weir');
    expect(link.value).toBe('s1');
  });

  it('degrees are kept as they are typed, and what is no number is said to be none', async () => {
    const [lat, control] = await field('colonies', 'lat');
    await lat.type('47.12345');
    expect([control.value, control.valid]).toEqual([47.12345, true]);
    await lat.type('north');
    expect([control.valid, await lat.getFault()]).toEqual([false, 'latitude: “north” is not a number.']);
    await lat.type('91');
    expect(await lat.getFault()).toBe('latitude: 91 is not within -90 and 90.');
  });

  it('a text that is not of the form the column wants says so in its field', async () => {
    const [weekdays, control] = await field('sites', 'accessWeekdays');
    await weekdays.type('Sunday');
    expect(control.valid).toBeFalse();
    expect(await weekdays.getFault()).toContain('“Sunday” is not weekdays like');
    await weekdays.type('6,0');
    expect([control.value, control.valid, await weekdays.getFault()]).toEqual(['6,0', true, null]);
  });

  it('an emptied text is nothing said', async () => {
    const [went, control] = await field('catches', 'wentTo', 'West apiary');
    await went.type('');
    expect(control.value).toBeNull();
    expect(control.dirty).toBeTrue();
  });
});

@Component({
  selector: 'yw-form-of-test',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '{{ draft().wentTo }}',
})
class FormOfTest {
  readonly form = recordForm('catches');
  readonly draft = valueOfForm<{ wentTo: string | null }>(this.form);
}

describe('the state of a form', () => {
  it('is a signal: what is shown follows what is said', async () => {
    const fixture = TestBed.createComponent(FormOfTest);
    fixture.detectChanges();
    fixture.componentInstance.form.patchValue({ wentTo: 'West apiary' });
    await fixture.whenStable();
    expect((fixture.nativeElement as HTMLElement).textContent).toBe('West apiary');
  });
});
