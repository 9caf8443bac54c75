import { expect, type Locator, type Page } from '@playwright/test';

const MOST_TABS = 150;

/** A keeper without a mouse: everything is reached by Tab from where they are, and done by a key. */
export class Keys {
  constructor(readonly page: Page) {}

  /** Tab by Tab, until it has the focus. */
  async reach(what: Locator): Promise<void> {
    await expect(what).toBeVisible();
    const has = (): Promise<boolean> =>
      what.evaluate((element) => element === document.activeElement || element.contains(document.activeElement));
    for (let n = 0; n < MOST_TABS; n++) {
      if (await has()) return;
      await this.page.keyboard.press('Tab');
    }
    throw new Error(`${what.toString()} is not reached by Tab`);
  }

  async press(what: Locator, key = 'Enter'): Promise<void> {
    await this.reach(what);
    await this.page.keyboard.press(key);
  }

  /** Types into a field in place of what stands there, and leaves it. */
  async write(what: Locator, text: string): Promise<void> {
    await this.reach(what);
    await this.page.keyboard.press('Control+A');
    await this.page.keyboard.type(text);
    await this.page.keyboard.press('Tab');
  }

  /** Of choices side by side: one Tab leads to them, arrows from one to the next. */
  async pick(group: string, choice: string): Promise<void> {
    const choices = this.page.getByRole('radiogroup', { name: group });
    const wanted = choices.getByRole('radio', { name: choice, exact: true });
    await this.reach(choices);
    for (let n = 0; n < 8 && !(await wanted.isChecked({ timeout: 5000 })); n++)
      await this.page.keyboard.press('ArrowRight');
    await expect(wanted).toBeChecked();
  }

  /** Opens a list and takes the one that begins with a text. */
  async choose(list: Locator, option: string): Promise<void> {
    await this.press(list);
    await expect(this.page.getByRole('option', { name: option })).toBeVisible();
    await this.page.keyboard.type(option);
    // A list waits a moment whether more letters come.
    await expect(this.page.locator('.mat-mdc-option-active')).toContainText(option);
    await this.page.keyboard.press('Enter');
    await expect(this.page.getByRole('listbox')).toBeHidden();
    await expect(list).toContainText(option);
  }
}
