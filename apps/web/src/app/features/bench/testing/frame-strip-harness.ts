import { ComponentHarness, parallel, TestKey } from '@angular/cdk/testing';

/** Drives the strip of frames as a keeper does: by the places from left to right, a click or a key. */
export class FrameStripHarness extends ComponentHarness {
  static readonly hostSelector = 'yw-contents-strip';

  readonly #slots = this.locatorForAll('.slot');
  readonly #words = this.locatorFor('p');

  /** What each place says of itself, left to right. */
  async places(): Promise<readonly string[]> {
    const slots = await this.#slots();
    return Promise.all(slots.map(async (slot) => (await slot.getAttribute('aria-label')) ?? ''));
  }

  async words(): Promise<string> {
    return (await this.#words()).text();
  }

  /** @param place from 0 at the left. */
  async click(place: number): Promise<void> {
    await (await this.#slots())[place]?.click();
  }

  /** Quicker than the page is drawn. */
  async clickTwice(place: number): Promise<void> {
    const slot = (await this.#slots())[place];
    if (slot) await parallel(() => [slot.click(), slot.click()]);
  }

  async take(place: number, way: 'left' | 'right'): Promise<void> {
    const key = way === 'left' ? TestKey.LEFT_ARROW : TestKey.RIGHT_ARROW;
    await (await this.#slots())[place]?.sendKeys({ alt: true }, key);
  }

  async leaveOut(place: number): Promise<void> {
    await (await this.#slots())[place]?.sendKeys(TestKey.DELETE);
  }
}
