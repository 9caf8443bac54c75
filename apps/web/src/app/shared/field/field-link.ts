import { DestroyRef, inject, Injectable } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import { TABLE_NAMES, type TableName } from '@yewridge/contract/season';
import { EMPTY, type Observable, Subject, timer } from 'rxjs';
import { concatMap, map, switchMap } from 'rxjs/operators';
import { readChoice, writeChoice } from '../kept/kept-choice';
import { Held } from '../streams/held';
import type { NotYetThere } from './field-answers';
import { FieldDesk } from './field-desk';
import type { ReadRow } from './field-run';
import { NEWS } from './news';
import { OtherWindows } from './other-windows';

/** What acts of this device know of the records: told by whoever keeps them. */
export interface Follows {
  readonly notYetThere: () => NotYetThere;
  readonly knows: (row: ReadRow) => boolean;
}
/** Tables whose records changed; `null`: any of them. */
type Touched = ReadonlySet<TableName> | null;

const ASKED = 'yewridge.asked-to-stay';
/** Asked once: a browser that grants it does not clear this device's rows when room gets short. */
function askToStay(): void {
  if (readChoice(ASKED, ['yes']) !== null) return;
  writeChoice(ASKED, 'yes');
  navigator.storage.persist().catch(() => false);
}

/** The first page comes before the replica. */
const FIRST_MS = 1500;
/** So often a server that was lost is looked for. */
const LOOK_MS = 5000;
/** Which pictures are taken along hangs on these. */
const OF_PICTURES: ReadonlySet<string> = new Set(['photos', 'deployments', 'catches']);
const isRecordTable = (table: string): table is TableName => (TABLE_NAMES as readonly string[]).includes(table);

/**
 * Whether the server can be reached, and what this device has while it cannot.
 *
 * Order: rows are read in the order of the feed, one reading after the other; news that come meanwhile lead to one more. Retry:
 * a server that was lost is looked for every 5 s, and at once when the network is back. Cancellation: everything ends with the
 * page. Error: none; a device that keeps nothing says so in `keeps`.
 */
@Injectable({ providedIn: 'root' })
export class FieldLink {
  readonly #desk = inject(FieldDesk);
  readonly #news = inject(NEWS);
  readonly #windows = inject(OtherWindows);
  readonly #destroyed = inject(DestroyRef);
  readonly #away = new Held(false);
  readonly #asOf = new Held<string | null>(null);
  readonly #keeps = new Held<boolean | null>(null);
  readonly #changed = new Subject<Touched>();
  readonly #read = new Subject<void>();
  readonly #signedOut = new Subject<void>();
  readonly #putBack = new Subject<void>();
  readonly #gather = new Subject<void>();
  /** Nothing was read since the app was opened. */
  #first = true;
  readonly #rests = new Held(false);
  /** When any answer came last, by this device's clock. */
  #heardAt: number | null = null;
  #follows: Follows = { notYetThere: () => ({ made: [], waiting: [] }), knows: () => false };

  /** The server cannot be reached: what is shown is as of `asOf`. */
  readonly away$ = this.#away.changes;
  readonly away = this.#away.now;
  /** When the server was last heard, by its clock: a UTC instant; `null` while nothing is here. */
  readonly asOf = this.#asOf.now;
  /** Whether this device keeps what it is told; `null` until it was tried. */
  readonly keeps = this.#keeps.now;
  /** Records changed that nobody here changed, or the server is back. */
  readonly changed: Observable<Touched> = this.#changed.asObservable();

  /** The records were put back to an earlier state. */
  readonly putBack: Observable<void> = this.#putBack.asObservable();
  /** The server no longer knows this device. */
  readonly signedOut: Observable<void> = this.#signedOut.asObservable();

  /** Nothing is taken along while nobody is in, or somebody who only looks. */
  rest(rests: boolean): void {
    this.#rests.set(rests);
  }

  /** Nothing of what the server told stays on this device. */
  wipe(): Observable<unknown> {
    this.#asOf.set(null);
    return this.#desk.ask({ kind: 'wipe' });
  }

  follows(follows: Follows): void {
    this.#follows = follows;
  }

  /** Called once, by the app. */
  begin(): void {
    const ends = [
      this.#read.pipe(concatMap(() => this.#catchUp())).subscribe(),
      // Beside the rest: a picture is fetched whole to be made small. A photo that comes meanwhile has its turn afterwards.
      this.#gather.pipe(concatMap(() => this.#desk.ask({ kind: 'gather' }))).subscribe(),
      this.#windows.told.subscribe((rows) => {
        this.#tell(rows);
      }),
      timer(FIRST_MS)
        .pipe(switchMap(() => this.#rests.changes.pipe(switchMap((rests) => (rests ? EMPTY : this.#news())))))
        .subscribe(() => {
          this.#read.next();
        }),
      this.away$.pipe(switchMap((away) => (away ? timer(LOOK_MS, LOOK_MS) : EMPTY))).subscribe(() => {
        this.#look();
      }),
    ];
    const online = (): void => {
      if (this.away()) this.#look();
    };
    window.addEventListener('online', online);
    this.#destroyed.onDestroy(() => {
      for (const one of ends) one.unsubscribe();
      window.removeEventListener('online', online);
    });
  }

  /** The server answered. */
  heard(): void {
    this.#heardAt = Date.now();
    if (!this.#away.value) return;
    this.#away.set(false);
    this.#changed.next(null);
    this.#read.next();
  }

  /** The server could not be reached. */
  lost(): void {
    this.#away.set(true);
  }

  /** A picture that was taken along, small; `null` where it was not. */
  small(id: string): Observable<Blob | null> {
    return this.#desk
      .ask({ kind: 'small', id })
      .pipe(map((answer) => (answer.kind === 'small' ? answer.picture : null)));
  }

  /** What this device says in the server's place; `undefined` where it cannot. */
  answer(path: string, params: Readonly<Record<string, string>>): Observable<unknown> {
    const question = { path, params, notYet: this.#follows.notYetThere() };
    return this.#desk.ask({ kind: 'answer', question, heardAt: this.#heardAt }).pipe(
      map((answer) => {
        if (answer.kind !== 'answered') return undefined;
        this.#asOf.set(answer.asOf);
        return answer.answer;
      }),
    );
  }

  #look(): void {
    fetch(`${API_BASE}/health`, { headers: { 'ngsw-bypass': 'true' }, cache: 'no-store' }).then(
      ({ ok }) => {
        if (ok) this.heard();
      },
      () => undefined,
    );
  }

  #catchUp(): Observable<void> {
    return this.#desk.ask({ kind: 'catchUp' }).pipe(
      map((answer) => {
        if (answer.kind === 'failed') {
          if (answer.because === 'storage') this.#keeps.set(false);
          if (answer.because === 'signedOut') this.#signedOut.next();
          return;
        }
        if (answer.kind !== 'caughtUp') return;
        const { asOf, rows, anew, putBack } = answer.caughtUp;
        if (putBack) this.#putBack.next();
        this.#keeps.set(true);
        askToStay();
        this.#asOf.set(asOf);
        if (this.#first || anew || rows.some(({ table }) => OF_PICTURES.has(table))) this.#gather.next();
        this.#first = false;
        if (rows.length === 0) return;
        this.#windows.tell(rows);
        // Of a whole replica nobody knows which rows are others than the open pages were told.
        if (anew) this.#changed.next(null);
        else this.#tell(rows);
      }),
    );
  }

  /** What this window did itself it knows already. */
  #tell(rows: readonly ReadRow[]): void {
    const tables = rows
      .filter((row) => !this.#follows.knows(row))
      .flatMap(({ table }) => (isRecordTable(table) ? [table] : []));
    if (tables.length > 0) this.#changed.next(new Set(tables));
  }
}
