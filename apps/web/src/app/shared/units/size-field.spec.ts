import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { SizeField } from './size-field';
import { SizeFieldHarness } from './size-field-harness';
import { UnitChoice } from './unit-choice';

@Component({
  imports: [SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-size-field
    label="Height"
    [value]="value()"
    [range]="{ min: 0, above: true, max: 3 }"
    (changed)="value.set($event)"
  />`,
})
class Host {
  readonly value = signal(0.244475);
}

@Component({
  imports: [SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-size-field
    label="Height"
    whenLeft
    [optional]="true"
    [value]="kept().height"
    [keptOf]="kept()"
    [range]="{ min: 0, max: 3 }"
    (changed)="said.push($event)"
    (cleared)="said.push(null)"
  />`,
})
class RecordHost {
  readonly kept = signal<{ readonly height: number | null }>({ height: 0.2 });
  readonly said: (number | null)[] = [];
}

describe('a size that is a record', () => {
  let fixture: ComponentFixture<RecordHost>;
  let field: SizeFieldHarness;
  beforeEach(async () => {
    TestBed.inject(UnitChoice).choose('metric');
    fixture = TestBed.createComponent(RecordHost);
    field = await TestbedHarnessEnvironment.loader(fixture).getHarness(SizeFieldHarness);
  });
  const said = (): readonly (number | null)[] => fixture.componentInstance.said;

  it('is said once, when the box is left: strokes on the way are nothing anybody said', async () => {
    for (const text of ['3', '32', '320']) await field.type(text);
    expect(said()).toEqual([]);
    await field.leave();
    expect(said()).toEqual([0.32]);
    expect(await field.text()).toBe('320');
  });

  it('is not said where it is as it was, cannot be used, or was only looked at', async () => {
    await field.type('200');
    await field.leave();
    await field.type('9000');
    await field.leave();
    expect(said()).toEqual([]);
    expect(await field.sentence()).toContain('9000 mm');
  });

  it('Enter says it too, and what is typed after that waits again', async () => {
    await field.type('320');
    await field.press('Enter');
    expect(said()).toEqual([0.32]);
    fixture.componentInstance.kept.set({ height: 0.32 });
    await field.type('40');
    expect(said()).toEqual([0.32]);
  });

  it('emptied and left, it is taken out once', async () => {
    await field.type('');
    expect(said()).toEqual([]);
    await field.leave();
    expect(said()).toEqual([null]);
  });

  it('what is typed and not said yet stays when the record comes anew for another reason, and is said when it is left', async () => {
    await field.type('320');
    fixture.componentInstance.kept.set({ height: 0.2 });
    await fixture.whenStable();
    expect(await field.text()).toBe('320');
    await field.leave();
    expect(said()).toEqual([0.32]);
  });

  it('what cannot be used stays when the record comes anew for another reason', async () => {
    await field.type('9000');
    await field.leave();
    fixture.componentInstance.kept.set({ height: 0.2 });
    await fixture.whenStable();
    expect(await field.text()).toBe('9000');
    expect(await field.sentence()).toContain('9000 mm');
  });

  it('refused, what is kept stands there again', async () => {
    await field.type('320');
    await field.leave();
    fixture.componentInstance.kept.set({ height: 0.2 });
    await fixture.whenStable();
    expect(await field.text()).toBe('200');
  });
});

describe('size field', () => {
  let fixture: ComponentFixture<Host>;
  let field: SizeFieldHarness;
  beforeEach(async () => {
    TestBed.inject(UnitChoice).choose('metric');
    fixture = TestBed.createComponent(Host);
    field = await TestbedHarnessEnvironment.loader(fixture).getHarness(SizeFieldHarness);
  });
  const value = (): number => fixture.componentInstance.value();

  it('says each usable stroke at once and leaves the text alone while it is typed', async () => {
    for (const text of ['9', '9 5', '9 5/8']) await field.type(text);
    expect(value()).toBeCloseTo(0.244475, 9);
    expect(await field.text()).toBe('9 5/8');
    await field.leave();
    expect(await field.text()).toBe('244.5');
  });

  it('keeps what cannot be used, says why, and changes nothing', async () => {
    await field.type('tall');
    await field.leave();
    expect(await field.text()).toBe('tall');
    expect(await field.sentence()).toContain('Height: “tall” is not a length');
    expect(value()).toBe(0.244475);
    await field.press('Escape');
    expect(await field.text()).toBe('244.5');
  });

  it('keeps it too when a usable value was typed on the way there', async () => {
    for (const text of ['900', '9000']) await field.type(text);
    await field.leave();
    expect(await field.text()).toBe('9000');
    expect(await field.sentence()).toContain('Height is 9000 mm');
    expect(value()).toBe(0.9);
  });

  it('does not change a value that was only looked at', async () => {
    await field.type('244.5');
    await field.leave();
    expect(value()).toBe(0.244475);
  });

  it('steps by 1 mm onto whole millimetres, ten with Shift, and by sixteenths in inches', async () => {
    await field.press('ArrowUp');
    expect(value()).toBeCloseTo(0.245, 9);
    await field.press('ArrowDown', true);
    expect(value()).toBeCloseTo(0.235, 9);
    TestBed.inject(UnitChoice).choose('imperial');
    await field.press('ArrowUp');
    expect(await field.text()).toBe('9-5/16');
  });

  it('loses no step of a key that is held down', async () => {
    const box = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    for (let n = 0; n < 5; n++) box.dispatchEvent(new KeyboardEvent('keydown', { key: 'ArrowUp', cancelable: true }));
    await fixture.whenStable();
    expect(await field.text()).toBe('249');
  });

  it('refuses a step out of its range like a typed value', async () => {
    await field.type('3');
    await field.press('ArrowDown', true);
    expect(await field.sentence()).toContain('Height is -7 mm; it can be more than 0 mm and at most 3000 mm.');
    expect(value()).toBeCloseTo(0.003, 9);
  });
});

@Component({
  selector: 'yw-optional-host',
  imports: [SizeField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-size-field
    label="Working load"
    kind="force"
    [range]="{ min: 1, max: 100000 }"
    [optional]="true"
    [value]="value()"
    (changed)="value.set($event)"
    (cleared)="value.set(null)"
  />`,
})
class OptionalHost {
  readonly value = signal<number | null>(null);
}

describe('size field that may be left empty', () => {
  it('says that nobody said it, takes a value, and lets it be unsaid', async () => {
    TestBed.inject(UnitChoice).choose('metric');
    const fixture = TestBed.createComponent(OptionalHost);
    const field = await TestbedHarnessEnvironment.loader(fixture).getHarness(SizeFieldHarness);
    const box = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    expect([await field.text(), box.placeholder, await field.sentence()]).toEqual(['', 'not said', null]);
    await field.type('2 kN');
    expect(fixture.componentInstance.value()).toBe(2000);
    await field.type('');
    expect([fixture.componentInstance.value(), await field.sentence()]).toEqual([null, null]);
    await field.press('ArrowUp');
    expect(fixture.componentInstance.value()).toBe(50);
  });
});
