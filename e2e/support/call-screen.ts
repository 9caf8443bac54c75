import { expect, type Locator, type Page } from '@playwright/test';

const CALLS = '/catches/calls';

/** What is answered of a colony in a wall that may be taken. */
export const WALL: Readonly<Record<string, string>> = {
  'What do they look like?': 'Honeybees',
  'Was it sprayed or dusted, by anybody?': 'No',
  'May we work there: does the owner agree?': 'Yes',
  'Is it yours, or are you passing by?': 'Owner',
  'Since when have they been there?': 'A month or more',
  'How high, from the ground you stand on?': '1 m',
  'How far is the nearest overhead wire?': '20 m or none',
  'Does anybody there react badly to stings?': 'No',
  'Is there a socket?': 'Near',
  'Are there wires where they live?': 'No',
  'Asbestos: boards, roof or pipes of it?': 'No',
  'Who closes the hole for good?': 'We do',
};

/** A call-out through the interface, by what stands on the screen. */
export class CallScreen {
  constructor(
    readonly page: Page,
    readonly base: string,
  ) {}

  /** Logs a call with what can be tapped while somebody talks. */
  async log(kind: string, place: string, caller?: string): Promise<void> {
    await this.page.goto(`${this.base}${CALLS}/new`);
    await this.page.getByRole('button', { name: kind }).tap();
    await this.page.getByRole('textbox', { name: 'place' }).fill(place);
    if (caller !== undefined) await this.page.getByRole('textbox', { name: 'name' }).fill(caller);
    await this.page.getByRole('button', { name: 'Log the call' }).tap();
    await expect(this.page.getByText('Ask next')).toBeVisible();
  }

  /** Answers the question on top, whichever it is, until none is left that has an answer here. @returns what was asked. */
  async answer(answers: Readonly<Record<string, string>>): Promise<readonly string[]> {
    const asked: string[] = [];
    const top = this.page.locator('yw-ask-next .says');
    for (let n = 0; n < 30; n++) {
      const question = await top.innerText();
      const answer = answers[question];
      if (answer === undefined) return asked;
      asked.push(question);
      await this.page
        .getByRole('group', { name: question, exact: true })
        .getByRole('button', { name: answer, exact: true })
        .tap();
      await expect(top).not.toHaveText(question);
    }
    throw new Error('It asks for ever.');
  }

  button(name: string | RegExp): Locator {
    return this.page.getByRole('button', { name, exact: typeof name === 'string' });
  }

  async tap(name: string | RegExp): Promise<void> {
    await this.button(name).first().tap();
  }

  async tickAll(list: string): Promise<void> {
    const boxes = this.page.getByRole('list', { name: list }).getByRole('checkbox');
    for (let n = 0; n < (await boxes.count()); n++) await boxes.nth(n).check();
  }

  /** A line of a kept record: typed, and left. */
  async write(field: string, text: string): Promise<void> {
    const box = this.page.getByRole('textbox', { name: field, exact: true });
    await box.fill(text);
    await box.blur();
  }

  /** Every step of closing, by the one large button, in its order. @returns what was done. */
  async closeDown(): Promise<readonly string[]> {
    const steps: string[] = [];
    const next = this.page.getByRole('region', { name: 'Closing down' }).locator('.count + button.main');
    await expect(next).toBeVisible();
    while ((await next.count()) > 0) {
      const step = await next.innerText();
      steps.push(step.split('\n')[0] ?? '');
      await next.tap();
      await expect(next.filter({ hasText: steps.at(-1) ?? '' })).toHaveCount(0);
    }
    return steps;
  }
}
