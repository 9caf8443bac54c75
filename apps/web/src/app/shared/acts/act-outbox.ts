import { HttpClient } from '@angular/common/http';
import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import { type ActDto, ACT_LIMITS, type KeptActDto, type RecordDto, type TableName } from '@yewridge/contract/season';
import { concatMap, defer, EMPTY, type Observable, of, retry, Subject, timer } from 'rxjs';
import { catchError, map, tap } from 'rxjs/operators';
import { type ApiFailure, failuresInWords } from '../http/api-failure';
import { Held } from '../streams/held';
import { asTold } from './as-told';
import { OwnChanges } from './own-changes';

/** One act on its way to the server. */
interface Waiting {
  readonly id: string;
  /** `undo` takes the act `undoes` back. */
  readonly undoes: string | null;
  readonly act: ActDto;
}
export interface RefusedAct {
  readonly id: string;
  readonly says: string;
  /** Why, in the server's words. */
  readonly sentence: string;
}
/** What was last done here, as long as it can be taken back. */
export interface LastAct {
  readonly id: string;
  readonly says: string;
  readonly waiting: boolean;
}

const STORE = 'yewridge.outbox';
/** What the server answered with an error time and again: it stands aside, and the rest goes on. */
const ASIDE = 'yewridge.outbox.aside';
/** No judgement of the act: it waits and is sent again. */
const NOT_YET: readonly ApiFailure['code'][] = ['UNREACHABLE', 'INTERNAL', 'DISK_FULL', 'DISK_FAILED'];
const RETRY_MS = 3000;
/** An error of the server's own, so often on one act, is taken to be for ever. */
const MOST_ERRORS = 5;

/** Tables whose records an act changed; `null`: any of them. */
export type Touched = ReadonlySet<TableName> | null;

/** An act set aside, as it is to be sent again. */
interface Aside extends RefusedAct {
  readonly waiting: Waiting;
}

function keptList(key: string): readonly unknown[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
    return Array.isArray(list) ? (list as unknown[]) : [];
  } catch {
    return [];
  }
}

/**
 * What keepers do in the field, on its way to the server. An act is kept on this device before anything else; as acts carry their
 * own ids, none is ever kept twice.
 *
 * Order: as they were done, one after the other; the next goes out when the one before was answered. Retry: every 3 s while the
 * server is away or its disk fails, and at once when the network is back; an error of the server's own is tried five times and then
 * set aside, and the rest goes on. Cancellation: an act that was not sent yet is forgotten when it is taken back; one that was is
 * undone on the server. Acts outlive the page: what waits is sent when it is opened again.
 */
@Injectable({ providedIn: 'root' })
export class ActOutbox {
  readonly #http = inject(HttpClient);
  readonly #queue = new Held(keptList(STORE) as readonly Waiting[]);
  readonly #aside = new Held(keptList(ASIDE) as readonly Aside[]);
  readonly #onlyHere = new Held(false);
  readonly #last = new Held<LastAct | null>(null);
  readonly #refused = new Held<readonly RefusedAct[]>([]);
  readonly #unreachable = new Held(false);
  readonly #next = new Subject<void>();
  readonly #answered = new Subject<Touched>();
  readonly #own = new OwnChanges();
  /** Grows with every answer that tells what an act made. */
  readonly #learnt = signal(0);

  /** Acts that the server has not got yet. */
  readonly waiting$: Observable<number> = this.#queue.changes.pipe(map((queue) => queue.length));
  readonly last$ = this.#last.changes;
  readonly refused$ = this.#refused.changes;
  readonly unreachable$ = this.#unreachable.changes;
  /** The same for templates. */
  readonly waiting = computed(() => this.#queue.now().length);
  readonly unreachable = this.#unreachable.now;
  readonly last = this.#last.now;
  /** The page that is open says itself what was kept, and takes it back: nothing need stand over it. */
  readonly saidOnPage = signal(false);
  readonly refused = this.#refused.now;
  /** What the server could not take, however often it was asked: kept here until the keeper sends it again or lets it go. */
  readonly aside = computed((): readonly RefusedAct[] => this.#aside.now());
  /** This device keeps nothing: what waits is lost when the page closes. */
  readonly onlyHere = this.#onlyHere.now;
  /** The records on the server have changed: of these tables, or of any where it is not known. */
  readonly answered: Observable<Touched> = this.#answered.asObservable();

  constructor() {
    // One after the other: a visit must not overtake the hanging of its trap.
    const sending = this.#next.pipe(concatMap(() => this.#sendFirst())).subscribe();
    const again = (): void => {
      this.#next.next();
    };
    window.addEventListener('online', again);
    inject(DestroyRef).onDestroy(() => {
      sending.unsubscribe();
      window.removeEventListener('online', again);
    });
    for (const _ of this.#queue.value) again();
  }

  /** Keeps an act and sends it. @returns its id. */
  do(act: ActDto): string {
    const id = crypto.randomUUID();
    const says = act.says.slice(0, ACT_LIMITS.says);
    this.#add({ id, undoes: null, act: { ...act, says } });
    this.#last.set({ id, says, waiting: true });
    return id;
  }

  /** Records as they will be once what was done here is kept: for pages that go on without a signal. Reactive. */
  asTold<T extends TableName>(table: T, rows: readonly RecordDto<T>[]): readonly RecordDto<T>[] {
    this.#learnt();
    const queue = this.#queue.now();
    const undone = new Set(queue.map(({ undoes }) => undoes));
    const waiting = queue.filter(({ id, undoes }) => undoes === null && !undone.has(id)).map(({ act }) => act);
    return asTold(table, rows, { made: this.#own.made(table), waiting });
  }

  /** An act that was kept by another way than this one, such as a file taken in; it can be taken back like any other. */
  took(act: { readonly id: string | null; readonly says: string }): void {
    if (act.id !== null) this.#last.set({ id: act.id, says: act.says, waiting: false });
    this.#answered.next(null);
  }

  /** Takes an act back: one that was not sent yet is forgotten, one that was is undone on the server. */
  undo(id: string): void {
    const sent = !this.#queue.value.some((one) => one.id === id) || this.#queue.value[0]?.id === id;
    if (this.#last.value?.id === id) this.#last.set(null);
    if (!sent) {
      this.#keep(this.#queue.value.filter((one) => one.id !== id));
      return;
    }
    this.#add({ id: crypto.randomUUID(), undoes: id, act: { says: '', changes: [] } });
  }

  undoLast(): void {
    const last = this.#last.value;
    if (last) this.undo(last.id);
  }

  /** The keeper has read why. */
  dismiss(id: string): void {
    this.#refused.update((all) => all.filter((one) => one.id !== id));
  }

  /** An act that was set aside goes to the end of the line again. */
  sendAgain(id: string): void {
    const one = this.#aside.value.find((aside) => aside.id === id);
    this.letGo(id);
    if (one) this.#add(one.waiting);
  }

  /** The keeper lets an act go that was set aside. */
  letGo(id: string): void {
    this.#aside.update((all) => all.filter((one) => one.id !== id));
    this.#store(ASIDE, this.#aside.value);
  }

  #add(waiting: Waiting): void {
    this.#keep([...this.#queue.value, waiting]);
    this.#next.next();
  }

  #keep(queue: readonly Waiting[]): void {
    const before = new Set(this.#queue.value.map(({ id }) => id));
    const now = new Map(queue.map((one) => [one.id, one]));
    this.#queue.set(queue);
    // What another tab put there stays: both send what they find, and the server keeps each act once.
    const others = (keptList(STORE) as readonly Waiting[]).filter(({ id }) => now.has(id) || !before.has(id));
    const there = new Set(others.map(({ id }) => id));
    this.#store(STORE, [...others.map((one) => now.get(one.id) ?? one), ...queue.filter(({ id }) => !there.has(id))]);
  }

  /** A device that refuses to keep it does not stop it from being sent; that it keeps nothing is said. */
  #store(key: string, list: readonly unknown[]): void {
    try {
      localStorage.setItem(key, JSON.stringify(list));
      this.#onlyHere.set(false);
    } catch {
      this.#onlyHere.set(true);
    }
  }

  #sendFirst(): Observable<void> {
    return defer(() => {
      const [first] = this.#queue.value;
      return first ? this.#send(first) : EMPTY;
    });
  }

  #send(asked: Waiting): Observable<void> {
    // As it goes out it stays: sent again, it must be the same act.
    const waiting = { ...asked, act: this.#own.upon(asked.act) };
    this.#keep(this.#queue.value.map((one) => (one.id === asked.id ? waiting : one)));
    let errors = 0;
    return defer(() => this.#request(waiting)).pipe(
      failuresInWords(),
      retry({
        delay: (failure: ApiFailure) => {
          if (failure.code === 'INTERNAL') errors++;
          const lost = NOT_YET.includes(failure.code) && errors < MOST_ERRORS;
          this.#unreachable.set(lost);
          if (lost) return timer(RETRY_MS);
          throw failure as unknown as Error;
        },
      }),
      map((kept): { readonly kept: KeptActDto | null; readonly failure: ApiFailure | null } => ({
        kept,
        failure: null,
      })),
      catchError((failure: ApiFailure) => of({ kept: null, failure })),
      map(({ kept, failure }) => {
        this.#done(waiting, failure);
        // What was refused may be so because the records are others than they were thought to be.
        this.#answered.next(kept && new Set(kept.changes.map(({ table }) => table)));
      }),
    );
  }

  #request({ id, undoes, act }: Waiting): Observable<KeptActDto> {
    const kept =
      undoes === null
        ? this.#http.put<KeptActDto>(`${API_BASE}/acts/${id}`, act)
        : this.#http.post<KeptActDto>(`${API_BASE}/acts/${undoes}/undo`, { id });
    return kept.pipe(
      tap((answer) => {
        this.#own.learn(answer);
        this.#learnt.update((n) => n + 1);
      }),
    );
  }

  #done(waiting: Waiting, failure: ApiFailure | null): void {
    this.#unreachable.set(false);
    this.#keep(this.#queue.value.filter(({ id }) => id !== waiting.id));
    if (failure) {
      const sentence = failure.fields[0]?.message ?? failure.message;
      const says = waiting.undoes === null ? waiting.act.says : 'Taking it back';
      const stopped = { id: waiting.id, says, sentence };
      if (failure.code === 'INTERNAL') {
        this.#aside.update((all) => [...all, { ...stopped, waiting }]);
        this.#store(ASIDE, this.#aside.value);
      } else {
        this.#refused.update((all) => [...all, stopped]);
      }
      if (this.#last.value?.id === waiting.id) this.#last.set(null);
    } else if (this.#last.value?.id === waiting.id) {
      this.#last.update((last) => last && { ...last, waiting: false });
    }
  }
}
