import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { type ComponentFixture, TestBed } from '@angular/core/testing';
import { MatButtonToggleHarness } from '@angular/material/button-toggle/testing';
import { MatSelectHarness } from '@angular/material/select/testing';
import { ChoiceLine } from './choice-line';
import { choose, offered } from './testing/choose';

describe('a choice of a part', () => {
  const NAMES = { pine: 'Pine', cedar: 'Cedar', ply: 'Softwood ply' };

  function line(inputs: Readonly<Record<string, unknown>> = {}): {
    fixture: ComponentFixture<ChoiceLine>;
    said: string[];
  } {
    const fixture = TestBed.createComponent(ChoiceLine);
    for (const [name, value] of Object.entries({ label: 'Made of', names: NAMES, value: 'pine', ...inputs })) {
      fixture.componentRef.setInput(name, value);
    }
    const said: string[] = [];
    fixture.componentInstance.chosen.subscribe((id) => said.push(id));
    fixture.detectChanges();
    return { fixture, said };
  }
  const select = (fixture: ComponentFixture<ChoiceLine>): Promise<MatSelectHarness> =>
    TestbedHarnessEnvironment.loader(fixture).getHarness(MatSelectHarness);

  it('is a list by its name, which offers every word and says the id of the one that is touched', async () => {
    const { fixture, said } = line();
    expect(await (await select(fixture)).getValueText()).toBe('Pine');
    expect(await offered(fixture, 'Made of')).toEqual(['Pine', 'Cedar', 'Softwood ply']);
    await choose(fixture, 'Made of', 'Cedar');
    expect(said).toEqual(['cedar']);
  });

  it('what nobody has said stands as not said, and no word of the list as if it were', async () => {
    const { fixture, said } = line({ value: null });
    const list = await select(fixture);
    expect([await list.isEmpty(), said.length]).toEqual([true, 0]);
    expect((fixture.nativeElement as HTMLElement).textContent).toContain('not said');
  });

  it('two or three words stand side by side, one pressed', async () => {
    const { fixture, said } = line({
      sideBySide: true,
      names: { inside: 'inside', outside: 'outside' },
      value: 'inside',
    });
    const loader = TestbedHarnessEnvironment.loader(fixture);
    const [inside, outside] = await loader.getAllHarnesses(MatButtonToggleHarness);
    expect([await inside!.isChecked(), await outside!.isChecked()]).toEqual([true, false]);
    await outside!.check();
    expect(said).toEqual(['outside']);
    expect((fixture.nativeElement as HTMLElement).querySelector('[role=radiogroup]')?.ariaLabel).toBe('Made of');
  });
});
