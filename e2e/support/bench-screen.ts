import { expect, type Locator, type Page } from '@playwright/test';

/** The Bench as a keeper uses it: by the words on the screen. */
export class BenchScreen {
  constructor(readonly page: Page) {}

  readonly drawing = (): Locator => this.page.getByRole('img', { name: /^Drawing of/ });
  readonly status = (): Locator => this.page.getByRole('status').filter({ hasText: /saved|saving|kept/ });
  readonly readings = (): Locator => this.page.getByRole('region', { name: 'What it is' });
  readonly field = (label: string): Locator => this.page.getByRole('textbox', { name: label, exact: true });

  async begin(shape: string): Promise<void> {
    await this.page.goto('/bench');
    // The answer of the place grows a line when the designs are there: a finger in between would miss.
    await expect(this.page.getByRole('heading', { level: 1 })).not.toHaveText('Designs');
    await this.page.getByRole('button', { name: 'New design' }).first().click();
    await this.page.getByRole('menuitem', { name: shape, exact: true }).click();
    await expect(this.drawing()).toBeVisible();
  }

  async type(label: string, text: string): Promise<void> {
    await this.field(label).fill(text);
  }

  async name(text: string): Promise<void> {
    await this.page.getByRole('button', { name: /name, aim, note/ }).click();
    await this.field('Name').fill(text);
    await this.field('Name').blur();
  }

  async addDoor(kind: string): Promise<void> {
    await this.page.getByRole('button', { name: 'Add a door' }).click();
    await this.page.getByRole('menuitem', { name: kind, exact: true }).click();
  }

  readonly checks = (): Locator => this.page.getByRole('region', { name: 'Checks' });
  /** Sentences of what is to be looked at, without the ways to mend it. */
  async looks(): Promise<readonly string[]> {
    const lines = this.checks()
      .getByRole('listitem')
      .filter({ hasText: /^\s*Look/ });
    return (await lines.allInnerTexts()).map((text) => text.replace(/\s+/g, ' ').trim());
  }

  async beginWith(name: string): Promise<void> {
    await this.page.goto('/bench/new');
    await this.page.getByRole('button', { name: `Start from this: ${name}` }).click();
    await expect(this.drawing()).toBeVisible();
  }

  async putIn(what: string): Promise<void> {
    await this.page.getByRole('button', { name: 'Put something in' }).click();
    await this.page.getByRole('menuitem', { name: what, exact: true }).click();
  }

  async more(item: string): Promise<void> {
    await this.page.getByRole('button', { name: 'More', exact: true }).click();
    await this.page.getByRole('menuitem', { name: item, exact: true }).click();
  }

  async open(row: RegExp): Promise<void> {
    const head = this.page.getByRole('region', { name: 'Stack and doors' }).getByRole('button', { name: row });
    if ((await head.getAttribute('aria-expanded')) === 'false') await head.click();
  }

  /** Waits until everything typed has been acknowledged. */
  async saved(): Promise<void> {
    await this.page.waitForFunction(() => !Object.keys(localStorage).some((key) => key.startsWith('yewridge.draft.')));
    await expect(this.status()).toHaveText(/^saved/);
  }
}
