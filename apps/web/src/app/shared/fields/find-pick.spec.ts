import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { TestKey } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatAutocompleteHarness } from '@angular/material/autocomplete/testing';
import { FindPick } from './find-pick';

@Component({
  imports: [FindPick],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<yw-find-pick label="site" [options]="options()" [value]="value()" (chosen)="value.set($event)" />`,
})
class Host {
  readonly options = signal([
    { id: 'weir', name: 'Old weir' },
    { id: 'press', name: 'Cider press' },
    { id: 'cafe', name: 'Café garden' },
  ]);
  readonly value = signal<string | null>('weir');
}

describe('one of a long list', () => {
  let fixture: ComponentFixture<Host>;
  let field: MatAutocompleteHarness;
  const offered = async (): Promise<readonly string[]> =>
    Promise.all((await field.getOptions()).map((one) => one.getText()));

  beforeEach(async () => {
    fixture = TestBed.createComponent(Host);
    field = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatAutocompleteHarness);
  });

  it('offers the whole list until something is typed, and then by any part of a name, accents or not', async () => {
    await field.focus();
    expect(await offered()).toEqual(['Old weir', 'Cider press', 'Café garden']);
    await field.clear();
    await field.enterText('PRESS');
    expect(await offered()).toEqual(['Cider press']);
    await field.clear();
    await field.enterText('cafe');
    expect(await offered()).toEqual(['Café garden']);
  });

  it('takes nothing by Enter while nothing was typed: a list that only opened says nothing', async () => {
    await field.focus();
    const box = await field.host();
    await box.sendKeys(TestKey.ENTER);
    expect(fixture.componentInstance.value()).toBe('weir');
  });

  it('takes the first that was found by Enter', async () => {
    await field.focus();
    await field.clear();
    await field.enterText('cider');
    // The list marks its first line once it is drawn.
    await new Promise((drawn) => setTimeout(drawn));
    await (await field.host()).sendKeys(TestKey.ENTER);
    expect(fixture.componentInstance.value()).toBe('press');
  });

  it('shows fifty at the most, and says how many more there are', async () => {
    fixture.componentInstance.options.set(Array.from({ length: 53 }, (_, n) => ({ id: `${n}`, name: `Site ${n}` })));
    await field.focus();
    const names = await offered();
    expect(names.length).toBe(51);
    expect(names.at(-1)).toBe('3 more: type part of the name');
  });

  it('says what was chosen by its id, and shows its name', async () => {
    await field.focus();
    await field.clear();
    await field.enterText('cider');
    await field.selectOption({ text: 'Cider press' });
    expect(fixture.componentInstance.value()).toBe('press');
    expect(await field.getValue()).toBe('Cider press');
  });

  it('puts back what is kept where something else was typed and nothing chosen', async () => {
    await field.focus();
    await field.clear();
    await field.enterText('nowhere');
    expect(await offered()).toEqual(['None of the list: type part of its name']);
    await field.blur();
    document.body.click();
    await fixture.whenStable();
    expect(fixture.componentInstance.value()).toBe('weir');
    expect(await field.getValue()).toBe('Old weir');
  });
});
