import { ComponentHarness, TestKey } from '@angular/cdk/testing';

/** Drives the five pictures of scouts as a keeper does: by their words, a touch or the arrows. */
export class ScoutStepsHarness extends ComponentHarness {
  static readonly hostSelector = 'yw-scout-steps';

  readonly #steps = this.locatorForAll('[role=radio]');

  async names(): Promise<readonly string[]> {
    return Promise.all((await this.#steps()).map((step) => step.text()));
  }

  async touch(name: RegExp): Promise<void> {
    const names = await this.names();
    const steps = await this.#steps();
    await steps[names.findIndex((one) => name.test(one))]?.click();
  }

  /** The one that is chosen; `null` where nobody has said. */
  async chosen(): Promise<string | null> {
    for (const step of await this.#steps()) {
      if ((await step.getAttribute('aria-checked')) === 'true') return step.text();
    }
    return null;
  }

  /** Where the tab key comes in. */
  async enteredAt(): Promise<string | null> {
    for (const step of await this.#steps()) if ((await step.getAttribute('tabindex')) === '0') return step.text();
    return null;
  }

  async walk(way: 'on' | 'back'): Promise<void> {
    const at = await this.enteredAt();
    const names = await this.names();
    const steps = await this.#steps();
    await steps[at === null ? 0 : names.indexOf(at)]?.sendKeys(way === 'on' ? TestKey.DOWN_ARROW : TestKey.UP_ARROW);
  }
}
