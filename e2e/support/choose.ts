import { expect, type Locator } from '@playwright/test';

/** Opens a list, touches one of it, and waits until that stands there. */
export async function choose(list: Locator, name: string): Promise<void> {
  await list.click();
  await list.page().getByRole('option', { name, exact: true }).click();
  await expect(list).toContainText(name);
}
