import type { ComponentFixture } from '@angular/core/testing';
import { TestbedHarnessEnvironment } from '@angular/cdk/testing/testbed';
import { MatCheckboxHarness } from '@angular/material/checkbox/testing';
import { MatSelectHarness } from '@angular/material/select/testing';

/** Opens the list of that name and touches one of its words. */
export async function choose(fixture: ComponentFixture<unknown>, label: string, text: string): Promise<void> {
  const loader = TestbedHarnessEnvironment.loader(fixture);
  const list = await loader.getHarness(MatSelectHarness.with({ selector: `[aria-label="${label}"]` }));
  await list.open();
  await list.clickOptions({ text });
}

/** The words a list offers, in order. */
export async function offered(fixture: ComponentFixture<unknown>, label: string): Promise<readonly string[]> {
  const loader = TestbedHarnessEnvironment.loader(fixture);
  const list = await loader.getHarness(MatSelectHarness.with({ selector: `[aria-label="${label}"]` }));
  await list.open();
  return Promise.all((await list.getOptions()).map((option) => option.getText()));
}

/** Ticks the box of that name, or takes its tick away. */
export async function tick(fixture: ComponentFixture<unknown>, label: string | RegExp): Promise<void> {
  const box = await TestbedHarnessEnvironment.loader(fixture).getHarness(MatCheckboxHarness.with({ label }));
  await box.toggle();
}
