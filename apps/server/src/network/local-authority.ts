import 'reflect-metadata';
import type { AuthorityDto } from '@yewridge/contract/members';
import { AsnConvert } from '@peculiar/asn1-schema';
import { GeneralName, GeneralSubtree, GeneralSubtrees, NameConstraints } from '@peculiar/asn1-x509';
import * as x509 from '@peculiar/x509';
import { randomBytes, webcrypto, X509Certificate } from 'node:crypto';
import { chmodSync, existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import { isIP } from 'node:net';
import { join } from 'node:path';
import { OWN_NETWORKS } from './own-names.js';

const FOLDER = 'authority';
const YEAR_MS = 365.25 * 24 * 3600 * 1000;
const DAY_MS = 24 * 3600 * 1000;
const AUTHORITY_YEARS = 10;
const SERVER_DAYS = 90;
/** A certificate is made anew when so little of it is left. */
const RENEW_DAYS = 30;
/** Clocks of phones may be a little behind. */
const EARLIER_MS = DAY_MS;
const EC = { name: 'ECDSA', namedCurve: 'P-256' } as const;
const SIGNED = { name: 'ECDSA', hash: 'SHA-256' } as const;
const NAME_CONSTRAINTS = '2.5.29.30';

/** What HTTPS is served with. */
export interface ServedWith {
  readonly key: string;
  /** With the authority's behind it. */
  readonly cert: string;
}

/**
 * A certificate authority of this computer's own. Its key lies beside the records, for their owner alone, in no backup, and never
 * leaves this computer; what it signs is good for this computer's names and for addresses of private networks only, so that one who
 * stole it could not pass for anything else.
 */
export class LocalAuthority {
  readonly #folder: string;

  constructor(
    dataFolder: string,
    private readonly now: () => Date,
  ) {
    this.#folder = join(dataFolder, FOLDER);
  }

  /** Makes what is not there yet, or runs out, or does not name where this computer is reached. */
  async served(names: readonly string[], addresses: readonly string[]): Promise<ServedWith> {
    const authority = await this.authority(names);
    const root = new x509.X509Certificate(authority);
    const hosts = [...['localhost', ...names].filter((name) => this.permits(name)), '127.0.0.1', ...addresses];
    if (!this.serves(hosts, root)) await this.sign(root, hosts);
    return { key: this.read('server.key'), cert: `${this.read('server.crt')}\n${authority}` };
  }

  /** What a phone compares with this computer's screen before it trusts. */
  card(): AuthorityDto {
    const { fingerprint256, subject, validTo } = new X509Certificate(this.read('authority.crt'));
    return { fingerprint: fingerprint256, name: subject.replace(/^CN=/, ''), until: new Date(validTo).toISOString() };
  }

  /** The certificate as phones take it in, and never the key. */
  certificate(): Buffer {
    return new X509Certificate(this.read('authority.crt')).raw;
  }

  /** Names the authority was made for. */
  private permits(name: string): boolean {
    return this.read('names.txt').split('\n').includes(name);
  }

  private async authority(names: readonly string[]): Promise<string> {
    const known = this.has('authority.key') && this.has('authority.crt') ? this.read('authority.crt') : null;
    if (known !== null && new Date(new X509Certificate(known).validTo) > this.now()) return known;
    mkdirSync(this.#folder, { recursive: true, mode: 0o700 });
    chmodSync(this.#folder, 0o700);
    const keys = await webcrypto.subtle.generateKey(EC, true, ['sign', 'verify']);
    const permitted = ['localhost', ...names];
    const made = await x509.X509CertificateGenerator.createSelfSigned(
      {
        serialNumber: serial(),
        name: `CN=Yewridge on ${names[0] ?? 'this computer'}`,
        notBefore: this.from(),
        notAfter: new Date(this.now().getTime() + AUTHORITY_YEARS * YEAR_MS),
        signingAlgorithm: SIGNED,
        keys,
        extensions: [
          new x509.BasicConstraintsExtension(true, 0, true),
          new x509.KeyUsagesExtension(x509.KeyUsageFlags.keyCertSign | x509.KeyUsageFlags.cRLSign, true),
          await x509.SubjectKeyIdentifierExtension.create(keys.publicKey, false, webcrypto),
          constrainedTo(permitted),
        ],
      },
      webcrypto,
    );
    this.write('names.txt', permitted.join('\n'));
    this.write('authority.key', await pemOf(keys.privateKey));
    this.write('authority.crt', made.toString('pem'));
    return this.read('authority.crt');
  }

  private serves(hosts: readonly string[], root: x509.X509Certificate): boolean {
    if (!this.has('server.key') || !this.has('server.crt')) return false;
    const served = new X509Certificate(this.read('server.crt'));
    const left = Date.parse(served.validTo) - this.now().getTime();
    if (left < RENEW_DAYS * DAY_MS || !served.verify(new X509Certificate(root.toString('pem')).publicKey)) return false;
    return hosts.every((host) => (isIP(host) ? served.checkIP(host) : served.checkHost(host)) !== undefined);
  }

  private async sign(root: x509.X509Certificate, hosts: readonly string[]): Promise<void> {
    const pkcs8 = Buffer.from(x509.PemConverter.decodeFirst(this.read('authority.key')));
    const signingKey = await webcrypto.subtle.importKey('pkcs8', pkcs8, EC, false, ['sign']);
    const keys = await webcrypto.subtle.generateKey(EC, true, ['sign', 'verify']);
    const made = await x509.X509CertificateGenerator.create(
      {
        serialNumber: serial(),
        subject: `CN=${hosts[0] ?? 'localhost'}`,
        issuer: root.subject,
        notBefore: this.from(),
        notAfter: new Date(this.now().getTime() + SERVER_DAYS * DAY_MS),
        signingAlgorithm: SIGNED,
        publicKey: keys.publicKey,
        signingKey,
        extensions: [
          new x509.BasicConstraintsExtension(false, undefined, true),
          new x509.KeyUsagesExtension(x509.KeyUsageFlags.digitalSignature, true),
          new x509.ExtendedKeyUsageExtension([x509.ExtendedKeyUsage.serverAuth]),
          new x509.SubjectAlternativeNameExtension(
            hosts.map((host) => ({ type: isIP(host) ? ('ip' as const) : ('dns' as const), value: host })),
          ),
          await x509.AuthorityKeyIdentifierExtension.create(root.publicKey, false, webcrypto),
        ],
      },
      webcrypto,
    );
    this.write('server.key', await pemOf(keys.privateKey));
    this.write('server.crt', made.toString('pem'));
  }

  private from(): Date {
    return new Date(this.now().getTime() - EARLIER_MS);
  }
  private has(name: string): boolean {
    return existsSync(join(this.#folder, name));
  }
  private read(name: string): string {
    return readFileSync(join(this.#folder, name), 'utf8');
  }
  /** Whole or not at all, and for its owner alone. */
  private write(name: string, text: string): void {
    const path = join(this.#folder, name);
    writeFileSync(`${path}.new`, text, { mode: 0o600 });
    renameSync(`${path}.new`, path);
  }
}

const serial = (): string => `00${randomBytes(16).toString('hex')}`;

async function pemOf(key: webcrypto.CryptoKey): Promise<string> {
  return x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', key), 'PRIVATE KEY');
}

function constrainedTo(names: readonly string[]): x509.Extension {
  const subtree = (base: GeneralName): GeneralSubtree => new GeneralSubtree({ base });
  const constraints = new NameConstraints({
    permittedSubtrees: new GeneralSubtrees([
      ...names.map((dNSName) => subtree(new GeneralName({ dNSName }))),
      ...OWN_NETWORKS.map((iPAddress) => subtree(new GeneralName({ iPAddress }))),
    ]),
  });
  return new x509.Extension(NAME_CONSTRAINTS, true, AsnConvert.serialize(constraints));
}
