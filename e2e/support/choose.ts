import { expect, type Locator } from '@playwright/test';

/** Opens a list, touches one of it, and waits until that stands there. */
export async function choose(list: Locator, name: string): Promise<void> {
  const page = list.page();
  // The open list goes by the same name as the field it belongs to.
  const field = list.and(page.getByRole('combobox'));
  await field.click();
  await page.getByRole('option', { name, exact: true }).click();
  await expect(
    page.getByRole('listbox', { includeHidden: true }).and(page.locator('.mat-mdc-select-panel')),
  ).toHaveCount(0);
  await expect(field).toContainText(name);
}

/** One of a long list, found by typing its name. */
export async function find(field: Locator, name: string): Promise<void> {
  await field.fill(name);
  await field.page().getByRole('option', { name, exact: true }).click();
  await expect(field).toHaveValue(name);
}
