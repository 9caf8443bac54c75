import { ComponentHarness } from '@angular/cdk/testing';

/** Drives a size field by what a keeper sees: its box, its two buttons and the sentence under it. */
export class SizeFieldHarness extends ComponentHarness {
  static readonly hostSelector = 'yw-size-field';

  readonly #box = this.locatorFor('input');
  readonly #sentence = this.locatorForOptional('[role=alert]');

  async text(): Promise<string> {
    return (await this.#box()).getProperty<string>('value');
  }

  async type(text: string): Promise<void> {
    const box = await this.#box();
    await box.focus();
    await box.setInputValue(text);
    await box.dispatchEvent('input');
  }

  async press(key: string, shift = false): Promise<void> {
    await (await this.#box()).dispatchEvent('keydown', { key, shiftKey: shift });
  }

  async leave(): Promise<void> {
    await (await this.#box()).blur();
  }

  async sentence(): Promise<string | null> {
    return (await this.#sentence())?.text() ?? null;
  }
}
