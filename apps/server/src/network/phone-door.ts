import { existsSync, readFileSync } from 'node:fs';
import {
  createServer as createHttp,
  type IncomingMessage,
  type RequestListener,
  type Server,
  type ServerResponse,
} from 'node:http';
import { createServer as createHttps, type Server as SecureServer } from 'node:https';
import type { AuthorityDto, NetworkDto } from '@yewridge/contract/members';
import type { Clock } from '../shared/clock/clock.js';
import { LocalAuthority, type ServedWith } from './local-authority.js';
import { inAddress, ownAddresses, ownNames } from './own-names.js';

/** So often it is looked whether the certificate runs out or this computer has another address. */
const LOOK_EVERY_MS = 10 * 60_000;

export interface DoorConfig {
  readonly dataFolder: string;
  /** Port of the program on this computer; plain HTTP from the network comes to the same. */
  readonly port: number;
  readonly securePort: number;
  /** Addresses to listen at, set by hand; `null`: those of this computer, as found. */
  readonly listen: readonly string[] | null;
  /** Certificate and key of the keeper's own. */
  readonly files: { readonly cert: string; readonly key: string } | null;
  /** Names it is known by beside its own. */
  readonly names: readonly string[];
  /** Where a proxy in front is reached. */
  readonly publicAddress: string | null;
}

/** The door for phones: HTTPS at the addresses of this computer, plain HTTP there only to say so. Shut until it is opened. */
export class PhoneDoor {
  readonly #authority: LocalAuthority;
  #open: {
    readonly at: readonly string[];
    readonly servers: readonly Server[];
    readonly secure: readonly SecureServer[];
  } | null = null;
  #app: RequestListener | null = null;
  #fault: string | null = null;
  #wanted = false;
  #tail: Promise<unknown> = Promise.resolve();
  readonly #timer: NodeJS.Timeout;

  constructor(
    private readonly config: DoorConfig,
    clock: Clock,
  ) {
    this.#authority = new LocalAuthority(config.dataFolder, () => clock.now());
    this.#timer = setInterval(() => void this.look(), LOOK_EVERY_MS);
    this.#timer.unref();
  }

  /** Name under which a proxy in front is reached. */
  get publicHost(): string | null {
    const { publicAddress } = this.config;
    return publicAddress === null ? null : new URL(publicAddress).hostname.toLowerCase();
  }

  /** What answers once it is open. */
  serve(app: RequestListener): void {
    this.#app = app;
  }

  /** Names and addresses it answers to. */
  readonly hosts = (): ReadonlySet<string> => {
    const { names } = this.config;
    const proxied = this.publicHost === null ? [] : [this.publicHost];
    if (!this.#open) return new Set(proxied);
    return new Set([...proxied, ...names, ...ownNames(), ...this.#open.at.map((one) => inAddress(one).toLowerCase())]);
  };

  state(): NetworkDto {
    const { securePort, publicAddress, names } = this.config;
    const own = this.#open ? [...this.#open.at, ...names] : [];
    return {
      open: this.#open !== null,
      addresses: [
        ...(publicAddress === null ? [] : [publicAddress.replace(/\/$/, '')]),
        ...own.map((host) => `https://${inAddress(host)}:${securePort}`),
      ],
      authority: this.card(),
      fault: this.#fault,
    };
  }

  card(): AuthorityDto | null {
    return this.#open && !this.config.files ? this.#authority.card() : null;
  }
  certificate(): Buffer | null {
    return this.#open && !this.config.files ? this.#authority.certificate() : null;
  }

  /** Opens or shuts it, one after the other. */
  set(wanted: boolean): Promise<void> {
    this.#wanted = wanted;
    return this.inTurn(() => (wanted ? this.open() : this.shut()));
  }

  async close(): Promise<void> {
    clearInterval(this.#timer);
    await this.inTurn(() => this.shut());
  }

  /** Another address since, or a certificate that runs out. */
  look(): Promise<void> {
    return this.inTurn(async () => {
      if (!this.#wanted) return;
      const at = this.addresses();
      if (!this.#open || this.#open.at.join() !== at.join()) {
        await this.shut();
        await this.open();
        return;
      }
      try {
        const served = await this.served(at);
        for (const server of this.#open.secure) server.setSecureContext({ ...served });
        this.#fault = null;
      } catch (error) {
        // What is served goes on as long as it lasts.
        this.#fault = faultOf(error, this.config);
      }
    });
  }

  private inTurn(work: () => Promise<void>): Promise<void> {
    const next = this.#tail.then(work);
    this.#tail = next.catch(() => undefined);
    return next;
  }

  private addresses(): readonly string[] {
    return this.config.listen ?? ownAddresses();
  }

  private served(at: readonly string[]): Promise<ServedWith> {
    const { files, names } = this.config;
    if (!files) return this.#authority.served([...ownNames(), ...names], at);
    return Promise.resolve({ cert: readFileSync(files.cert, 'utf8'), key: readFileSync(files.key, 'utf8') });
  }

  private async open(): Promise<void> {
    const app = this.#app;
    if (this.#open || !app) return;
    const at = this.addresses();
    this.#fault = at.length === 0 ? 'This computer is in no network just now. Connect it, and phones find it.' : null;
    if (at.length === 0) return;
    const servers: Server[] = [];
    const secure: SecureServer[] = [];
    try {
      const served = await this.served(at);
      for (const host of at) {
        const https = createHttps({ ...served, minVersion: 'TLSv1.2' }, app);
        await listening(https, this.config.securePort, host);
        secure.push(https);
        const plain = createHttp(this.elsewhere);
        // Where the port is taken, plain HTTP is simply not answered.
        await listening(plain, this.config.port, host).then(
          () => servers.push(plain),
          () => undefined,
        );
      }
    } catch (error) {
      for (const one of [...servers, ...secure]) one.close();
      this.#fault = faultOf(error, this.config);
      return;
    }
    this.#open = { at, servers, secure };
  }

  private async shut(): Promise<void> {
    const { servers = [], secure = [] } = this.#open ?? {};
    this.#open = null;
    await Promise.all(
      [...servers, ...secure].map(
        (one) =>
          new Promise<void>((shut) => {
            one.close(() => {
              shut();
            });
            one.closeAllConnections();
          }),
      ),
    );
  }

  /** Nothing is told without encryption, not even what is here. */
  private readonly elsewhere = (request: IncomingMessage, response: ServerResponse): void => {
    const host = (request.headers.host ?? '').replace(/:\d+$/, '').toLowerCase();
    if (!this.hosts().has(host)) {
      response.writeHead(403).end();
      return;
    }
    const path = (request.url ?? '/').startsWith('/') ? (request.url ?? '/') : '/';
    response.writeHead(308, { Location: `https://${host}:${this.config.securePort}${path}` }).end();
  };
}

function listening(server: Server | SecureServer, port: number, host: string): Promise<void> {
  return new Promise((resolve, reject) => {
    server.once('error', reject);
    server.listen(port, host, () => {
      server.off('error', reject);
      resolve();
    });
  });
}

function faultOf(error: unknown, { securePort, files }: DoorConfig): string {
  const code = error instanceof Error && 'code' in error ? error.code : null;
  if (code === 'EADDRINUSE')
    return `Port ${securePort} is taken by another program. Set YEWRIDGE_HTTPS_PORT to a free one.`;
  if (code === 'EADDRNOTAVAIL') return 'An address set in YEWRIDGE_LISTEN is none of this computer’s.';
  if (files && !(existsSync(files.cert) && existsSync(files.key)))
    return 'The certificate or its key is not where YEWRIDGE_CERT and YEWRIDGE_KEY say.';
  return `Phones cannot be let in: ${error instanceof Error ? error.message : String(error)}`;
}
