import 'reflect-metadata';
import * as x509 from '@peculiar/x509';
import { webcrypto, X509Certificate } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { get as httpGet, type IncomingMessage } from 'node:http';
import { createServer, get as httpsGet } from 'node:https';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { NetworkDto } from '@yewridge/contract/members';
import { LocalAuthority } from '../src/network/local-authority.js';
import { inAddress, isOwnNetwork, ownNames } from '../src/network/own-names.js';
import { type DoorConfig, PhoneDoor } from '../src/network/phone-door.js';
import { API, joined, switchOn } from './access-support.js';
import { errorIn, openBench } from './support.js';

const DAY_MS = 24 * 3600 * 1000;
/** An address of this computer that stands for one in its network. */
const HERE = '127.0.0.2';
const folder = (): string => mkdtempSync(join(tmpdir(), 'yewridge-door-'));

interface Answer {
  readonly status: number;
  readonly headers: IncomingMessage['headers'];
  readonly body: string;
}
function answered(
  get: (done: (response: IncomingMessage) => void) => { on: (event: 'error', done: (e: Error) => void) => unknown },
): Promise<Answer> {
  return new Promise((resolve, reject) => {
    get((response) => {
      let body = '';
      response.setEncoding('utf8').on('data', (part: string) => (body += part));
      response.on('end', () => {
        resolve({ status: response.statusCode ?? 0, headers: response.headers, body });
      });
    }).on('error', reject);
  });
}

describe('the certificate authority of a computer’s own', () => {
  let dataFolder: string;
  let now: Date;
  let authority: LocalAuthority;
  beforeEach(() => {
    dataFolder = folder();
    now = new Date('2026-05-14T16:20:00Z');
    authority = new LocalAuthority(dataFolder, () => now);
  });
  const leaf = ({ cert }: { readonly cert: string }): X509Certificate => new X509Certificate(cert);

  it('keeps its key for its owner alone, and tells the fingerprint of its certificate', async () => {
    await authority.served(['laptop'], [HERE]);
    const kept = join(dataFolder, 'authority');
    expect((statSync(kept).mode & 0o777).toString(8)).toBe('700');
    for (const name of readdirSync(kept))
      expect((statSync(join(kept, name)).mode & 0o777).toString(8))
        .withContext(name)
        .toBe('600');
    const { fingerprint, name, until } = authority.card();
    const root = new X509Certificate(authority.certificate());
    expect([fingerprint, name, until.slice(0, 10)]).toEqual([root.fingerprint256, 'Yewridge on laptop', '2036-05-14']);
    expect(root.ca).toBeTrue();
  });

  it('signs for 90 days, for the names and addresses the computer has', async () => {
    const served = leaf(await authority.served(['laptop', 'laptop.local'], ['192.168.1.20', 'fd00::20']));
    expect(served.verify(new X509Certificate(authority.certificate()).publicKey)).toBeTrue();
    for (const host of ['laptop', 'laptop.local', 'localhost'])
      expect(served.checkHost(host)).withContext(host).toBe(host);
    for (const address of ['192.168.1.20', 'fd00::20', '127.0.0.1'])
      expect(served.checkIP(address)).withContext(address).toBe(address);
    expect(served.checkHost('elsewhere')).toBeUndefined();
    expect((Date.parse(served.validTo) - now.getTime()) / DAY_MS).toBe(90);
    expect([served.ca, served.keyUsage]).toEqual([false, ['1.3.6.1.5.5.7.3.1']]);
  });

  it('signs anew with less than 30 days left or at another address; phones that trust it need nothing', async () => {
    const first = leaf(await authority.served(['laptop'], ['192.168.1.20']));
    const root = authority.card().fingerprint;
    now = new Date(now.getTime() + 60 * DAY_MS);
    expect(leaf(await authority.served(['laptop'], ['192.168.1.20'])).serialNumber).toBe(first.serialNumber);
    now = new Date(now.getTime() + 1000);
    const second = leaf(await authority.served(['laptop'], ['192.168.1.20']));
    expect(second.serialNumber).not.toBe(first.serialNumber);
    const third = leaf(await authority.served(['laptop'], ['10.1.2.3']));
    expect([third.checkIP('10.1.2.3'), third.checkIP('192.168.1.20')]).toEqual(['10.1.2.3', undefined]);
    expect(authority.card().fingerprint).toBe(root);
  });

  it('is taken by nobody for anything but this computer, even with its key stolen', async () => {
    await authority.served(['laptop'], [HERE]);
    const root = new x509.X509Certificate(authority.certificate());
    const pem = readFileSync(join(dataFolder, 'authority', 'authority.key'), 'utf8');
    const algorithm = { name: 'ECDSA', namedCurve: 'P-256' };
    const signingKey = await webcrypto.subtle.importKey('pkcs8', x509.PemConverter.decodeFirst(pem), algorithm, false, [
      'sign',
    ]);
    const passesFor = async (name: string): Promise<string> => {
      const keys = await webcrypto.subtle.generateKey(algorithm, true, ['sign', 'verify']);
      const forged = await x509.X509CertificateGenerator.create(
        {
          subject: `CN=${name}`,
          issuer: root.subject,
          notBefore: new Date(Date.now() - DAY_MS),
          notAfter: new Date(Date.now() + DAY_MS),
          signingAlgorithm: { name: 'ECDSA', hash: 'SHA-256' },
          publicKey: keys.publicKey,
          signingKey,
          extensions: [new x509.SubjectAlternativeNameExtension([{ type: 'dns', value: name }])],
        },
        webcrypto,
      );
      const key = x509.PemConverter.encode(await webcrypto.subtle.exportKey('pkcs8', keys.privateKey), 'PRIVATE KEY');
      const server = createServer({ key, cert: forged.toString('pem') }, (_request, response) => response.end('in'));
      await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
      const { port } = server.address() as AddressInfo;
      const options = { host: '127.0.0.1', port, servername: name, ca: root.toString('pem'), agent: false as const };
      const answer = await answered((done) => httpsGet(options, done)).then(
        ({ body }) => body,
        (error: unknown) => (error as Error).message,
      );
      server.close();
      return answer;
    };
    expect(await passesFor('laptop')).toBe('in');
    expect(await passesFor('bank.example')).toBe('permitted subtree violation');
  });
});

describe('the door for phones', () => {
  let door: PhoneDoor;
  let config: DoorConfig;
  const clock = { now: () => new Date() };
  const opened = async (change: Partial<DoorConfig> = {}): Promise<NetworkDto> => {
    config = {
      dataFolder: folder(),
      port: 18_147,
      securePort: 18_148,
      listen: [HERE],
      files: null,
      names: ['bees.test'],
      publicAddress: null,
      ...change,
    };
    door = new PhoneDoor(config, clock);
    door.serve((request, response) => response.end(`in ${request.url}`));
    await door.set(true);
    return door.state();
  };
  afterEach(() => door.close());
  const secure = (path = '/', ca: Buffer | null = door.certificate()): Promise<Answer> =>
    answered((done) =>
      httpsGet(
        { host: HERE, port: config.securePort, path, ca: new X509Certificate(ca!).toString(), agent: false },
        done,
      ),
    );
  const plain = (host: string, path = '/'): Promise<Answer> =>
    answered((done) => httpGet({ host: HERE, port: config.port, path, headers: { Host: host }, agent: false }, done));

  it('answers over HTTPS to whoever trusts the authority, and says where', async () => {
    const state = await opened();
    expect(state).toEqual(
      jasmine.objectContaining({
        open: true,
        fault: null,
        addresses: [`https://${HERE}:18148`, 'https://bees.test:18148'],
      }),
    );
    expect(await secure('/today')).toEqual(jasmine.objectContaining({ status: 200, body: 'in /today' }));
    const other = folder();
    const stranger = new LocalAuthority(other, clock.now);
    await stranger.served(['x'], []);
    await expectAsync(secure('/', stranger.certificate())).toBeRejectedWithError(/self-signed|unable to/);
  });

  it('answers plain HTTP with the way to HTTPS and nothing else, and other names not at all', async () => {
    await opened();
    const { status, headers, body } = await plain(`${HERE}:18147`, '/today?x=1');
    expect([status, headers.location, body]).toEqual([308, `https://${HERE}:18148/today?x=1`, '']);
    expect((await plain('evil.example')).status).toBe(403);
    expect((await plain(HERE, '//evil.example/x')).headers.location).toBe(`https://${HERE}:18148//evil.example/x`);
    for (const host of [HERE, 'bees.test', ...ownNames()]) expect(door.hosts().has(host)).withContext(host).toBeTrue();
    expect(door.hosts().has('evil.example')).toBeFalse();
  });

  it('is shut until it is opened, and shut again nobody comes in', async () => {
    await opened();
    const trusted = door.certificate();
    await door.set(false);
    expect([door.state().open, door.state().addresses, door.card(), door.hosts().size]).toEqual([false, [], null, 0]);
    await expectAsync(secure('/', trusted)).toBeRejected();
    await expectAsync(plain(HERE)).toBeRejected();
  });

  it('serves certificate files of the keeper’s own, and says where they are missing', async () => {
    const other = folder();
    const authority = new LocalAuthority(other, clock.now);
    const { key, cert } = await authority.served(['bees.test'], [HERE]);
    const files = { cert: join(other, 'own.crt'), key: join(other, 'own.key') };
    writeFileSync(files.cert, cert);
    writeFileSync(files.key, key);
    const state = await opened({ files });
    expect(state.authority).toBeNull();
    expect((await secure('/x', authority.certificate())).body).toBe('in /x');
    // Gone while it is open: it is said, and what is served goes on.
    rmSync(files.key);
    await door.look();
    expect(door.state().fault).toContain('not where YEWRIDGE_CERT and YEWRIDGE_KEY say');
    expect((await secure('/x', authority.certificate())).body).toBe('in /x');
    writeFileSync(files.key, key);
    await door.look();
    expect(door.state().fault).toBeNull();
    await door.close();
    const missing = await opened({ files: { ...files, key: join(other, 'no.key') } });
    expect([missing.open, missing.fault]).toEqual([
      false,
      'The certificate or its key is not where YEWRIDGE_CERT and YEWRIDGE_KEY say.',
    ]);
  });

  it('says why it does not open: a port that is taken, an address that is none of ours', async () => {
    const taken = createServer();
    await new Promise<void>((listening) => taken.listen(18_148, HERE, listening));
    expect((await opened()).fault).toBe(
      'Port 18148 is taken by another program. Set YEWRIDGE_HTTPS_PORT to a free one.',
    );
    taken.close();
    await door.close();
    expect((await opened({ listen: ['192.0.2.1'] })).fault).toContain('is none of this computer’s');
    await door.close();
    expect((await opened({ listen: [] })).fault).toContain('in no network just now');
  });

  it('is opened by the owner, once members are on', async () => {
    await opened();
    const bench = await openBench();
    const open = (cookie: string): PromiseLike<{ status: number; body: unknown }> =>
      bench.http.put(`${API}/network`).set('Cookie', cookie).send({ open: true });
    expect(errorIn(await open('')).fields?.[0]?.message).toBe(
      'switch members on first: else everybody in the network could do everything here',
    );
    const owner = await switchOn(bench);
    const { cookie } = await joined(bench, owner, 'keeper', 'Keeper');
    expect((await open(cookie)).status).toBe(403);
    expect((await open(owner)).status).toBe(200);
    await bench.database.close();
  });

  it('knows the networks that are somebody’s own, each just inside and outside', async () => {
    await opened();
    for (const own of ['10.0.0.0', '172.16.0.1', '172.31.255.255', '192.168.0.1', '169.254.1.1', 'fc00::1', 'fdff::1'])
      expect(isOwnNetwork(own)).withContext(own).toBeTrue();
    for (const other of [
      '9.255.255.255',
      '11.0.0.0',
      '172.15.255.255',
      '172.32.0.0',
      '192.169.0.0',
      '8.8.8.8',
      'fe00::1',
      '2001:db8::1',
    ])
      expect(isOwnNetwork(other)).withContext(other).toBeFalse();
    expect([inAddress('fd00::1'), inAddress('10.0.0.1')]).toEqual(['[fd00::1]', '10.0.0.1']);
  });
});
