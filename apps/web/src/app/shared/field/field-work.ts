import type { ChangesDto, PastLooksDto, RowChangeDto, ToldDto } from '@yewridge/contract/field';
import { API_BASE, type WorkspaceDto } from '@yewridge/contract/shared';
import { FieldAnswers, type Known, type RigsRead } from './field-answers';
import type { CaughtUp, FieldAnswer, FieldAsk, ReadRow } from './field-run';
import type { Replica, ReplicaRows } from './replica';
import { type Gathers, gatherSmall } from './small-pictures';

/** Whoever asks the server. Rejects when it cannot be reached; errors of its own too. */
export type Fetch = (path: string) => Promise<unknown>;

/** The server no longer knows this device. */
export class SignedOut extends Error {}
const UNAUTHORISED = 401;

/** How scouts foretell rests on looks, and on which of them found bees. */
const OF_SCOUTS: readonly string[] = ['visits', 'deployments', 'corrections'];

/** A whole replica in memory, for as long as nothing of it is written. */
interface Opened {
  readonly edition: string;
  readonly seq: number;
  readonly rows: ReplicaRows;
  readonly answers: FieldAnswers;
}

/** The replica at work: reads the feed, and answers from what it has. */
export class FieldWork {
  #replica: Promise<Replica> | null = null;
  #opened: Opened | null = null;
  #pastRead = false;
  /** What work needs of a rig takes its time: worked out once for each state of it. */
  readonly #rigs: RigsRead = new Map();

  constructor(
    private readonly fetch: Fetch,
    private readonly open: () => Promise<Replica>,
    private readonly clock: () => number,
    private readonly gathers: Gathers,
  ) {}

  async do(ask: FieldAsk): Promise<FieldAnswer> {
    let replica: Replica;
    try {
      replica = await this.replica();
    } catch (error) {
      return { kind: 'failed', because: 'storage', says: String(error) };
    }
    if (ask.kind === 'answer') {
      const answers = (await this.opened(replica))?.answers ?? null;
      const answer = answers?.answer(ask.question, this.clock());
      return { kind: 'answered', answer, asOf: answers && (await this.asOf(replica, ask.heardAt)) };
    }
    if (ask.kind === 'wipe') {
      this.#opened = null;
      this.#pastRead = false;
      await replica.wipe();
      return { kind: 'wiped' };
    }
    if (ask.kind === 'small') return { kind: 'small', picture: await replica.small(ask.id) };
    if (ask.kind === 'gather') {
      const opened = await this.opened(replica);
      return { kind: 'gathered', came: opened ? await gatherSmall(replica, opened, this.gathers) : 0 };
    }
    try {
      return { kind: 'caughtUp', caughtUp: await this.catchUp(replica) };
    } catch (error) {
      if (error instanceof SignedOut) return { kind: 'failed', because: 'signedOut', says: error.message };
      const full = error instanceof DOMException && error.name === 'QuotaExceededError';
      return { kind: 'failed', because: full ? 'storage' : 'unreachable', says: String(error) };
    }
  }

  private replica(): Promise<Replica> {
    this.#replica ??= this.open();
    const opening = this.#replica;
    opening.catch(() => {
      if (this.#replica === opening) this.#replica = null;
    });
    return opening;
  }

  /** News come over an open line: as long as the server was heard, nothing was missing. The demo's clock stands still. */
  private async asOf(replica: Replica, heardAt: number | null): Promise<string | null> {
    const [read, told] = [await replica.note('asOf'), await replica.note('workspace')];
    if (heardAt === null || read === null || told === null || told.workspace.kind === 'demo') return read;
    const heard = new Date(heardAt + told.aheadMs).toISOString();
    return heard > read ? heard : read;
  }

  /** Pages until there are no more, and what is told beside them. The next page is on its way while one is written. */
  private async catchUp(replica: Replica): Promise<CaughtUp> {
    const workspace = (await this.fetch('workspace')) as WorkspaceDto;
    const rows: ReadRow[] = [];
    let anew = false;
    let putBack = false;
    const reached = (await replica.note('reached')) ?? { edition: '', seq: 0 };
    // Looks of earlier seasons hardly ever change: they are asked for once for each time the app is opened.
    const past = this.#pastRead ? null : this.past();
    for (let next: Promise<ChangesDto> | null = this.page(reached); next !== null;) {
      const page: ChangesDto = await next;
      next = page.more ? this.page(page) : null;
      if (page.changes.length > 0 || page.anew || page.seq !== reached.seq) await replica.take(page);
      rows.push(...page.changes.map(readRow));
      anew ||= page.anew;
      putBack ||= page.anew && isPutBack(reached.edition, page.edition);
    }
    if (past || anew) await replica.write('past', await (past ?? this.past()));
    if (past || anew || rows.some(({ table }) => OF_SCOUTS.includes(table))) {
      await replica.write('told', (await this.fetch('changes/told')) as ToldDto);
    }
    this.#pastRead = true;
    this.#opened = null;
    const aheadMs = Date.parse(workspace.now) - this.clock();
    await replica.write('workspace', { workspace, aheadMs });
    await replica.write('asOf', workspace.now);
    return { asOf: workspace.now, rows, anew, putBack };
  }

  private page({ edition, seq }: { readonly edition: string; readonly seq: number }): Promise<ChangesDto> {
    return handled(this.fetch(`changes?after=${seq}&edition=${encodeURIComponent(edition)}`) as Promise<ChangesDto>);
  }

  private past(): Promise<PastLooksDto> {
    return handled(this.fetch('changes/past') as Promise<PastLooksDto>);
  }

  /** `null` until a whole replica was read once. */
  private async opened(replica: Replica): Promise<Opened | null> {
    const reached = await replica.note('reached');
    if (!reached?.whole) return null;
    // Another window may have written since.
    if (this.#opened?.seq === reached.seq && this.#opened.edition === reached.edition) return this.#opened;
    const [past, told, workspace] = [
      await replica.note('past'),
      await replica.note('told'),
      await replica.note('workspace'),
    ];
    if (!past || !told || !workspace) return null;
    const known: Known = { past, told, workspace };
    const rows = await replica.rows();
    this.#opened = { ...reached, rows, answers: new FieldAnswers(rows, known, this.#rigs) };
    return this.#opened;
  }
}

/** Asked for ahead: what fails before it is waited for is heard of when it is. */
function handled<T>(promise: Promise<T>): Promise<T> {
  promise.catch(() => undefined);
  return promise;
}

function readRow({ table, id, row }: RowChangeDto): ReadRow {
  return { table, id, revision: row !== null && 'revision' in row ? row.revision : null };
}

/** Asks the server past any cache, and not for ever. */
export function fetchFrom(base: string = API_BASE, waitMs = 20_000): Fetch {
  return async (path) => {
    const response = await fetch(`${base}/${path}`, {
      headers: { 'ngsw-bypass': 'true' },
      signal: AbortSignal.timeout(waitMs),
    });
    if (response.status === UNAUTHORISED) throw new SignedOut(path);
    if (!response.ok) throw new Error(`${path}: ${response.status}`);
    return (await response.json()) as unknown;
  };
}

/** Of one workspace in another making: a backup was put back. Editions begin with workspace and making. */
function isPutBack(before: string, now: string): boolean {
  const [[workspace, making], [there, made]] = [before.split('.'), now.split('.')];
  return before !== '' && workspace === there && making !== made;
}
