import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BrowserContext, chromium, expect, type Page } from '@playwright/test';
import config from '../playwright.config.js';
import { TROUBLE_URL } from './server.js';

const { launchOptions, timezoneId, locale } = config.use ?? {};

/** Trouble that a browser tells of a server that is not there; 504 is the service worker's word for it. */
const NOT_THERE =
  /ERR_INTERNET_DISCONNECTED|ERR_CONNECTION_REFUSED|ERR_CONNECTION_RESET|ERR_EMPTY_RESPONSE|ERR_FAILED|status of 504/;

/** A telephone with a memory of its own, that can be put away and taken out again, with a signal or without. */
export class Phone {
  readonly #folder = mkdtempSync(join(tmpdir(), 'yewridge-phone-'));
  readonly #trouble: string[] = [];
  readonly #expected: RegExp[] = [NOT_THERE];
  #context: BrowserContext | null = null;

  /** `args` are the browser's, beside those of all. */
  constructor(private readonly args: readonly string[] = []) {}

  /** Takes it out: the page that was open last is not. */
  async open({ signal }: { readonly signal: boolean }): Promise<Page> {
    this.#context = await chromium.launchPersistentContext(this.#folder, {
      ...launchOptions,
      args: [...(launchOptions?.args ?? []), ...this.args],
      ...(timezoneId === undefined ? {} : { timezoneId }),
      ...(locale === undefined ? {} : { locale }),
      viewport: { width: 390, height: 844 },
      hasTouch: true,
      isMobile: true,
      offline: !signal,
      serviceWorkers: 'allow',
    });
    this.#context.on('console', (message) => {
      if (message.type() !== 'error' || this.#expected.some((pattern) => pattern.test(message.text()))) return;
      this.#trouble.push(`${message.text()} ${message.location().url}`);
    });
    this.#context.on('weberror', (error) => this.#trouble.push(`uncaught: ${error.error().message}`));
    return this.#context.pages()[0] ?? this.#context.newPage();
  }

  /** One more window of it. */
  another(): Promise<Page> {
    if (!this.#context) throw new Error('The telephone is put away.');
    return this.#context.newPage();
  }

  /** Trouble that a flow brings about on purpose. */
  allow(...expected: readonly RegExp[]): void {
    this.#expected.push(...expected);
  }

  async signal(there: boolean): Promise<void> {
    await this.#context?.setOffline(!there);
  }

  async putAway(): Promise<void> {
    await this.#context?.close();
    this.#context = null;
    expect(this.#trouble).toEqual([]);
  }

  /** Whether everything is here that goes along: the app itself, and the rows. */
  async packed(page: Page): Promise<void> {
    await page.evaluate(() => navigator.serviceWorker.ready);
    await expect.poll(() => page.evaluate(filesMissing), { timeout: 150_000 }).toBe(0);
    await expect
      .poll(
        () =>
          page.evaluate(
            async () =>
              (await indexedDB.databases()).some(({ name }) => name === 'yewridge-field') &&
              new Promise<boolean>((resolve, reject) => {
                const opening = indexedDB.open('yewridge-field');
                opening.onerror = () => {
                  reject(new Error('there is no replica'));
                };
                opening.onsuccess = () => {
                  const database = opening.result;
                  if (!database.objectStoreNames.contains('notes')) {
                    database.close();
                    resolve(false);
                    return;
                  }
                  const note = database.transaction('notes').objectStore('notes').get('asOf');
                  note.onsuccess = () => {
                    database.close();
                    resolve(note.result !== undefined);
                  };
                };
              }),
          ),
        { timeout: 60_000 },
      )
      .toBe(true);
  }
}

/** Files of the app that the device has not got yet. */
async function filesMissing(): Promise<number> {
  const { hashTable } = (await (await fetch('/ngsw.json?ngsw-bypass=true')).json()) as { hashTable: object };
  const names = (await caches.keys()).filter((name) => /:assets:.*:cache$/.test(name));
  const kept = new Set<string>();
  for (const name of names) {
    for (const { url } of await (await caches.open(name)).keys()) kept.add(new URL(url).pathname);
  }
  return Object.keys(hashTable).filter((path) => !kept.has(path)).length;
}

export const at = (path: string): string => `${TROUBLE_URL}${path}`;
