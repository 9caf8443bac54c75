import { test as base, expect } from '@playwright/test';
import { BenchScreen } from './bench-screen.js';
import { SuctionScreen } from './suction-screen.js';

interface Watched {
  /** Trouble that a test brings about on purpose: the text of a console error or the status and path of an answer. */
  allow: (...expected: readonly RegExp[]) => void;
}

/** The open line ends with the server at the end of a flow, and the browser opens it again by itself. */
const isNews = (url: string): boolean => url.includes('/changes/news');

/** Every flow fails on a console error, an uncaught error or a failed request that it did not announce. */
export const test = base.extend<Watched & { bench: BenchScreen; suction: SuctionScreen }>({
  allow: [
    async ({ context }, use) => {
      const expected: RegExp[] = [];
      const seen: string[] = [];
      context.on('console', (message) => {
        if (message.type() === 'error' && !isNews(message.location().url)) seen.push(`console: ${message.text()}`);
      });
      context.on('weberror', (error) => seen.push(`uncaught: ${error.error().message}`));
      context.on('response', (response) => {
        if (response.status() >= 400) seen.push(`${response.status()} ${response.url()}`);
      });
      context.on('requestfailed', (request) => {
        // Leaving a page breaks off what it was still loading; that is no failure.
        if (request.failure()?.errorText === 'net::ERR_ABORTED' || isNews(request.url())) return;
        seen.push(`failed: ${request.url()}`);
      });
      await use((...more) => expected.push(...more));
      expect(seen.filter((line) => !expected.some((pattern) => pattern.test(line)))).toEqual([]);
    },
    { auto: true },
  ],
  suction: async ({ page }, use) => {
    await use(new SuctionScreen(page));
  },
  bench: async ({ page }, use) => {
    await use(new BenchScreen(page));
  },
});

export { expect };
