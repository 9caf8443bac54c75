import { randomBytes, scryptSync } from 'node:crypto';
import { DoublingWaits } from '../src/access/doubling-waits.js';
import { isCommon, isPassphrase, OWASP_COST, passphraseKept } from '../src/access/passphrases.js';

const CHEAP = { log2N: 4, r: 8, p: 1 };

describe('a passphrase', () => {
  it('is kept by scrypt with the cost that OWASP names first, under a salt of its own', async () => {
    expect(OWASP_COST).toEqual({ log2N: 17, r: 8, p: 1 });
    const kept = await passphraseKept('a lantern in the pear tree', OWASP_COST);
    const [kind, log2N, r, p, salt, key] = kept.split('$');
    expect([kind, log2N, r, p]).toEqual(['scrypt', '17', '8', '1']);
    const again = scryptSync('a lantern in the pear tree', Buffer.from(salt!, 'base64url'), 32, {
      N: 2 ** 17,
      r: 8,
      p: 1,
      maxmem: 256 * 1024 * 1024,
    });
    expect(again.toString('base64url')).toBe(key!);
    expect(await passphraseKept('a lantern in the pear tree', OWASP_COST)).not.toBe(kept);
  });

  it('is known again under the cost it was kept with, and by no other letters', async () => {
    const kept = await passphraseKept('Grüne Wabe im Mai', { ...CHEAP, log2N: 5 });
    expect(await isPassphrase('Grüne Wabe im Mai', kept, CHEAP)).toBeTrue();
    // The same letters, composed otherwise.
    expect(await isPassphrase('Gru\u0308ne Wabe im Mai', kept, CHEAP)).toBeTrue();
    for (const wrong of ['Grüne Wabe im Ma', 'grüne Wabe im Mai', '', 'Grüne Wabe im Mai '])
      expect(await isPassphrase(wrong, kept, CHEAP))
        .withContext(wrong)
        .toBeFalse();
    for (const rubbish of [null, '', 'scrypt', 'plain$x', kept.replace('scrypt', 'bcrypt')])
      expect(await isPassphrase('Grüne Wabe im Mai', rubbish, CHEAP))
        .withContext(String(rubbish))
        .toBeFalse();
  });

  it('that is guessed first is known as such; one of a few odd words is not', () => {
    for (const bad of ['passwordpassword', '123456789012', 'iloveyou1234', 'zzzzzzzzzzzzz', 'PASSWORD!!!!!'])
      expect(isCommon(bad)).withContext(bad).toBeTrue();
    for (const good of ['a lantern in the pear tree', 'Ivo likes wet boots', randomBytes(9).toString('base64url')])
      expect(isCommon(good)).withContext(good).toBeFalse();
  });
});

describe('tries', () => {
  const clock = { at: 0, now: () => new Date(clock.at) };
  const waitOf = (waits: DoublingWaits, key = 'k'): readonly [hits: number, seconds: number] => {
    const { totalHits, resetTime } = waits.increment(key);
    return [totalHits, ((resetTime?.getTime() ?? 0) - clock.at) / 1000];
  };
  beforeEach(() => {
    clock.at = 1_000_000;
  });

  it('beyond the limit wait a window, then two, then four, up to an hour', () => {
    const waits = new DoublingWaits(clock, 2, 60_000);
    const over = (): number => {
      waitOf(waits);
      waitOf(waits);
      const [, seconds] = waitOf(waits);
      clock.at += seconds * 1000;
      return seconds;
    };
    expect([over(), over(), over(), over(), over(), over(), over(), over()]).toEqual([
      60, 120, 240, 480, 960, 1920, 3600, 3600,
    ]);
  });

  it('while the wait lasts make it no longer, and a quiet window ends the doubling', () => {
    const waits = new DoublingWaits(clock, 1, 60_000);
    expect([waitOf(waits)[1], waitOf(waits)[1]]).toEqual([60, 60]);
    clock.at += 59_000;
    expect(waitOf(waits)[1]).toBe(1);
    clock.at += 1000;
    // One that was allowed, then nothing for a while.
    expect(waitOf(waits)).toEqual([1, 60]);
    clock.at += 60_000;
    waitOf(waits);
    expect(waitOf(waits)[1]).toBe(60);
  });

  it('of other keys do not count, those that were right neither, and a flood of keys does not fill the memory', () => {
    const waits = new DoublingWaits(clock, 2, 60_000);
    waitOf(waits);
    waits.decrement('k');
    expect(waitOf(waits)[0]).toBe(1);
    waits.decrement('never tried');
    for (let n = 0; n < 10_001; n++) waitOf(waits, `flood ${n}`);
    expect(waitOf(waits)[0]).withContext('the oldest is forgotten').toBe(1);
    waits.resetKey('k');
    expect(waitOf(waits)[0]).toBe(1);
  });
});
