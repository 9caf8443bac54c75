import type { PasskeyAnswerDto } from '@yewridge/contract/members';
import { createHash, generateKeyPairSync, type KeyObject, randomBytes, sign } from 'node:crypto';

/** Flags of what a holder says of itself (Web Authentication, Level 3, section 6.1): there, proved, and a key follows. */
const [PRESENT, VERIFIED, WITH_KEY] = [0x01, 0x04, 0x40] as const;

const head = (major: number, n: number): Buffer =>
  n < 24
    ? Buffer.from([(major << 5) | n])
    : n < 256
      ? Buffer.from([(major << 5) | 24, n])
      : Buffer.from([(major << 5) | 25, n >> 8, n & 255]);
const whole = (n: number): Buffer => (n >= 0 ? head(0, n) : head(1, -1 - n));
const bytes = (value: Buffer): Buffer => Buffer.concat([head(2, value.length), value]);
const text = (value: string): Buffer => Buffer.concat([head(3, Buffer.byteLength(value)), Buffer.from(value)]);
const map = (...pairs: readonly (readonly [Buffer, Buffer])[]): Buffer =>
  Buffer.concat([head(5, pairs.length), ...pairs.flat()]);

const sha256 = (value: Buffer | string): Buffer => createHash('sha256').update(value).digest();
const base64url = (value: Buffer | string): string => Buffer.from(value).toString('base64url');

export interface Asked {
  readonly challenge: string;
}
/** What may be told otherwise than it is, to see that it is refused. */
interface Otherwise {
  readonly origin?: string;
  readonly rpId?: string;
  readonly challenge?: string;
  readonly flags?: number;
}

/** A device that keeps a passkey, as a telephone does: it makes one, and shows it. Only a test's: its key lies open. */
export class KeyHolder {
  readonly id = randomBytes(32);
  counter = 0;
  readonly #key: KeyObject;
  readonly #public: Buffer;

  constructor(private readonly origin: string) {
    const { privateKey, publicKey } = generateKeyPairSync('ec', { namedCurve: 'P-256' });
    this.#key = privateKey;
    const { x = '', y = '' } = publicKey.export({ format: 'jwk' }) as { x?: string; y?: string };
    // COSE: EC2, ES256, P-256 (RFC 9053).
    this.#public = map(
      [whole(1), whole(2)],
      [whole(3), whole(-7)],
      [whole(-1), whole(1)],
      [whole(-2), bytes(Buffer.from(x, 'base64url'))],
      [whole(-3), bytes(Buffer.from(y, 'base64url'))],
    );
  }

  makes({ challenge }: Asked, otherwise: Otherwise = {}): PasskeyAnswerDto {
    const key = Buffer.concat([Buffer.alloc(16), Buffer.from([0, this.id.length]), this.id, this.#public]);
    const said = Buffer.concat([this.#said(WITH_KEY, otherwise), key]);
    const attestationObject = map(
      [text('fmt'), text('none')],
      [text('attStmt'), map()],
      [text('authData'), bytes(said)],
    );
    return this.#answer({
      clientDataJSON: this.#client('webauthn.create', challenge, otherwise),
      attestationObject: base64url(attestationObject),
      transports: ['internal'],
    });
  }

  shows({ challenge }: Asked, otherwise: Otherwise = {}): PasskeyAnswerDto {
    this.counter++;
    const said = this.#said(0, otherwise);
    const clientDataJSON = this.#client('webauthn.get', challenge, otherwise);
    const signed = Buffer.concat([said, sha256(Buffer.from(clientDataJSON, 'base64url'))]);
    return this.#answer({
      clientDataJSON,
      authenticatorData: base64url(said),
      signature: base64url(sign('sha256', signed, this.#key)),
    });
  }

  #said(more: number, { rpId = new URL(this.origin).hostname, flags = PRESENT | VERIFIED }: Otherwise): Buffer {
    const count = Buffer.alloc(4);
    count.writeUInt32BE(this.counter);
    return Buffer.concat([sha256(rpId), Buffer.from([flags | more]), count]);
  }

  #client(type: string, asked: string, { origin = this.origin, challenge = asked }: Otherwise): string {
    return base64url(JSON.stringify({ type, challenge, origin, crossOrigin: false }));
  }

  #answer(response: Readonly<Record<string, unknown>>): PasskeyAnswerDto {
    const id = base64url(this.id);
    return { id, rawId: id, type: 'public-key', response, clientExtensionResults: {} };
  }
}
