import { dictionary } from '@zxcvbn-ts/language-common';
import { randomBytes, scrypt, timingSafeEqual } from 'node:crypto';

/** Cost of scrypt: N = 2^log2N, with r and p. */
export interface ScryptCost {
  readonly log2N: number;
  readonly r: number;
  readonly p: number;
}
/** What OWASP's Password Storage Cheat Sheet names first: N = 2^17, r = 8, p = 1, so 128 MiB a try. */
export const OWASP_COST: ScryptCost = { log2N: 17, r: 8, p: 1 };

const KEY_BYTES = 32;
const SALT_BYTES = 16;
const KINDS = 'scrypt';

/** One after the other: each takes 128 MiB while it runs. */
let tail: Promise<unknown> = Promise.resolve();

function derived(passphrase: string, salt: Buffer, { log2N, r, p }: ScryptCost): Promise<Buffer> {
  const N = 2 ** log2N;
  const work = (): Promise<Buffer> =>
    new Promise((resolve, reject) => {
      // The same letters typed on two systems are the same passphrase.
      const typed = passphrase.normalize('NFKC');
      scrypt(typed, salt, KEY_BYTES, { N, r, p, maxmem: 256 * N * r }, (error, key) => {
        if (error) reject(error);
        else resolve(key);
      });
    });
  const next = tail.then(work);
  tail = next.catch(() => undefined);
  return next;
}

/** What is kept of a passphrase. */
export async function passphraseKept(passphrase: string, cost: ScryptCost): Promise<string> {
  const salt = randomBytes(SALT_BYTES);
  const key = await derived(passphrase, salt, cost);
  return [KINDS, cost.log2N, cost.r, cost.p, salt.toString('base64url'), key.toString('base64url')].join('$');
}

/** Whether it is that passphrase. Where nothing is kept it takes as long, and is never right. */
export async function isPassphrase(passphrase: string, kept: string | null, cost: ScryptCost): Promise<boolean> {
  const [kind, log2N, r, p, salt, key] = (kept ?? '').split('$');
  if (kind !== KINDS || salt === undefined || key === undefined) {
    await derived(passphrase, Buffer.alloc(SALT_BYTES), cost);
    return false;
  }
  const right = Buffer.from(key, 'base64url');
  const found = await derived(passphrase, Buffer.from(salt, 'base64url'), {
    log2N: Number(log2N),
    r: Number(r),
    p: Number(p),
  });
  return found.length === right.length && timingSafeEqual(found, right);
}

const common = new Set((dictionary['passwords-common'] as readonly string[]).map((one) => one.toLowerCase()));

/** Whether it is among the commonest that are guessed first; also where a common one is only said twice or counted on. */
export function isCommon(passphrase: string): boolean {
  const small = passphrase.toLowerCase();
  if (common.has(small)) return true;
  const half = small.slice(0, small.length / 2);
  const once = small.replace(/[\d\W_]+$/u, '');
  return (half + half === small && common.has(half)) || new Set(small).size < 4 || (once !== '' && common.has(once));
}
