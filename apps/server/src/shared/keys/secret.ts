import { createHash, randomBytes } from 'node:crypto';

const SECRET_BYTES = 32;

/** A secret nobody can guess, told once. */
export const newSecret = (): string => randomBytes(SECRET_BYTES).toString('base64url');

/**
 * What is kept of a secret. It is looked up by this digest, so that comparing takes no longer for a secret that is nearly
 * right; a secret of 256 random bits needs no salt.
 */
export const secretDigest = (secret: string): string => createHash('sha256').update(secret).digest('hex');
