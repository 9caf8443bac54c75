import { TestKey } from '@angular/cdk/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { ChangeDetectionStrategy, Component, signal } from '@angular/core';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatInputHarness } from '@angular/material/input/testing';
import { blank, type Fields } from '@yewridge/contract/season';
import { KeptField } from './kept-field';
import { RecordFieldHarness } from './record-field-harness';

type Site = Fields<'sites'>;
const WEIR = blank('sites', { name: 'Old weir', permission: 'granted', waterM: 40, permissionOn: '2026-03-01' });

@Component({
  imports: [KeptField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-kept-field table="sites" field="name" says="name" [kept]="site()" (said)="said.push($event)" />
    <yw-kept-field table="sites" field="notes" says="notes" [kept]="site()" (said)="said.push($event)" />
    <yw-kept-field table="sites" field="waterM" says="to water" [kept]="site()" (said)="said.push($event)" />
    <yw-kept-field table="sites" field="permissionOn" says="said on" [kept]="site()" (said)="said.push($event)" />
    <yw-kept-field
      table="sites"
      field="permission"
      says="permission"
      [choices]="[
        { id: 'granted', name: 'given' },
        { id: 'refused', name: 'no' },
      ]"
      [kept]="site()"
      (said)="said.push($event)"
    />
  `,
})
class Host {
  readonly site = signal<Site>(WEIR);
  readonly said: Partial<Site>[] = [];
}

describe('a column of a record that is kept', () => {
  let fixture: ComponentFixture<Host>;
  let host: Host;
  beforeEach(async () => {
    fixture = TestBed.createComponent(Host);
    host = fixture.componentInstance;
    await fixture.whenStable();
  });
  const field = (label: string): Promise<RecordFieldHarness> =>
    TestbedHarnessEnvironment.loader(fixture).getHarness(RecordFieldHarness.with({ label }));
  const line = async (label: string): Promise<MatInputHarness> => {
    const labels = await TestbedHarnessEnvironment.loader(fixture).getAllHarnesses(RecordFieldHarness);
    const at = await Promise.all(labels.map((one) => one.getLabel()));
    const all = await TestbedHarnessEnvironment.loader(fixture).getAllHarnesses(MatInputHarness);
    return all[at.indexOf(label)]!;
  };

  it('says nothing until something is said, and nothing for a field that was only visited', async () => {
    const name = await line('name');
    expect(await name.getValue()).toBe('Old weir');
    await name.focus();
    await name.blur();
    expect(host.said).toEqual([]);
  });

  it('says a text once, without the blanks around it, when the field is left', async () => {
    const name = await line('name');
    await name.focus();
    await name.setValue('  New weir ');
    expect(host.said).toEqual([]);
    await name.blur();
    expect(host.said).toEqual([{ name: 'New weir' }]);
  });

  it('says a line by Enter too, once, and stays in it', async () => {
    const name = await line('name');
    await name.focus();
    await name.setValue('New weir');
    await (await name.host()).sendKeys(TestKey.ENTER);
    expect(host.said).toEqual([{ name: 'New weir' }]);
    expect(await name.isFocused()).toBeTrue();
    await name.blur();
    expect(host.said.length).toBe(1);
  });

  it('an emptied text, size or day is nothing said; a name that is needed stays', async () => {
    host.site.set({ ...WEIR, notes: 'by the sluice' });
    await (await field('notes')).type('');
    await (await field('to water')).type('');
    await (await field('said on')).type('');
    await (await field('name')).type('');
    expect(host.said).toEqual([{ notes: null }, { waterM: null }, { permissionOn: null }]);
    expect(await (await field('name')).getFault()).toBe('It needs a name.');
  });

  it('says a size in SI and a day whole, and neither while it cannot be used', async () => {
    await (await field('to water')).type('55');
    await (await field('said on')).type('3 Apr 2026');
    await (await field('to water')).type('much');
    await (await field('said on')).type('31.2.');
    expect(host.said).toEqual([{ waterM: 55 }, { permissionOn: '2026-04-03' }]);
  });

  it('what has to be said offers no way to unsay it', async () => {
    expect(await (await field('permission')).getChoices()).toEqual(['given', 'no']);
    await (await field('permission')).choose('no');
    expect(host.said).toEqual([{ permission: 'refused' }]);
  });

  it('a refused change is taken back when the record comes anew, and one that was kept elsewhere is shown', async () => {
    await (await field('name')).type('Mill');
    host.site.set({ ...WEIR });
    await fixture.whenStable();
    expect(await (await line('name')).getValue()).toBe('Old weir');
    host.site.set({ ...WEIR, name: 'Sluice' });
    await fixture.whenStable();
    expect(await (await line('name')).getValue()).toBe('Sluice');
    expect(host.said).toEqual([{ name: 'Mill' }]);
  });

  it('a refused choice is taken back too, though its list still has the focus', async () => {
    const permission = await field('permission');
    await permission.choose('no');
    host.site.set({ ...WEIR });
    await fixture.whenStable();
    expect(await permission.getChosen()).toBe('given');
    await permission.choose('no');
    expect(host.said).toEqual([{ permission: 'refused' }, { permission: 'refused' }]);
  });

  it('a record that comes anew and says nothing new takes no text away that is being typed', async () => {
    const name = await line('name');
    await name.focus();
    const box = (fixture.nativeElement as HTMLElement).querySelector('input')!;
    box.value = 'Old weir, upper';
    // As a browser sends it: the harness's does not bubble.
    box.dispatchEvent(new Event('input', { bubbles: true }));
    host.site.set({ ...WEIR, notes: 'said by somebody else' });
    await fixture.whenStable();
    expect(await name.getValue()).toBe('Old weir, upper');
    await name.blur();
    expect(host.said).toEqual([{ name: 'Old weir, upper' }]);
  });
});
