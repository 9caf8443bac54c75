import { expect, type Locator, type Page } from '@playwright/test';

/** Suction as a keeper uses it: by the words on the screen. */
export class SuctionScreen {
  constructor(readonly page: Page) {}

  readonly gate = (): Locator => this.page.getByRole('slider', { name: 'Bleed gate' });
  readonly answer = (): Locator => this.page.getByRole('heading', { level: 1 });
  readonly readings = (): Locator => this.page.getByRole('region', { name: 'Readings' });
  readonly field = (label: string): Locator => this.page.getByRole('textbox', { name: label, exact: true });

  async begin(layout: string): Promise<void> {
    await this.page.goto('/suction');
    await this.page.getByRole('button', { name: `Begin ${layout}` }).click();
    await expect(this.gate()).toBeVisible();
  }

  /** Opens a part by its line in the list. */
  async part(name: string): Promise<void> {
    const sheet = this.page.getByRole('region', { name: "The air's way" });
    await sheet.getByRole('button', { name: new RegExp(`^${name}\\b`), expanded: false }).click();
    await expect(this.readings().getByRole('heading', { name, exact: true, level: 2 }).first()).toBeVisible();
  }

  async more(item: string): Promise<void> {
    await this.page.getByRole('button', { name: 'More', exact: true }).click();
    await this.page.getByRole('menuitem', { name: item, exact: true }).click();
  }

  /** What the handle says of itself. */
  async says(): Promise<string> {
    return (await this.gate().getAttribute('aria-valuetext')) ?? '';
  }

  /** Drags the handle of the gate to a place along its travel, in pixels from where it stands. */
  async drag(by: number): Promise<void> {
    const box = await this.gate().boundingBox();
    if (!box) throw new Error('the gate has no handle');
    const from = { x: box.x + box.width / 2, y: box.y + 18 };
    await this.page.mouse.move(from.x, from.y);
    await this.page.mouse.down();
    await this.page.mouse.move(from.x + by, from.y, { steps: 12 });
    await this.page.mouse.up();
  }

  /** Waits until everything typed has been acknowledged. */
  async saved(): Promise<void> {
    await this.page.waitForFunction(() => !Object.keys(localStorage).some((key) => key.startsWith('yewridge.draft.')));
    await expect(this.page.getByRole('status').filter({ hasText: /saved|saving|kept/ })).toHaveText(/^saved/);
  }
}
