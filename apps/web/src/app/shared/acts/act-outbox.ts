import { HttpClient } from '@angular/common/http';
import { computed, DestroyRef, inject, Injectable, signal } from '@angular/core';
import { API_BASE } from '@yewridge/contract/shared';
import { type ActDto, ACT_LIMITS, type KeptActDto } from '@yewridge/contract/season';
import { concatMap, defer, EMPTY, type Observable, of, retry, Subject, timer } from 'rxjs';
import { catchError, map, tap } from 'rxjs/operators';
import { type ApiFailure, failuresInWords } from '../http/api-failure';
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
 * What keepers do in the field, on its way to the server. An act is kept on this device before anything else, sent in the
 * order it was done, and sent again until the server has answered; as acts carry their own ids, none is ever kept twice.
 */
@Injectable({ providedIn: 'root' })
export class ActOutbox {
  readonly #http = inject(HttpClient);
  readonly #queue = signal(keptList(STORE) as readonly Waiting[]);
  readonly #aside = signal(keptList(ASIDE) as readonly Aside[]);
  readonly #onlyHere = signal(false);
  readonly #last = signal<LastAct | null>(null);
  readonly #refused = signal<readonly RefusedAct[]>([]);
  readonly #unreachable = signal(false);
  readonly #next = new Subject<void>();
  readonly #answered = new Subject<void>();
  readonly #own = new OwnChanges();

  /** Acts that the server has not got yet. */
  readonly waiting = computed(() => this.#queue().length);
  readonly unreachable = this.#unreachable.asReadonly();
  readonly last = this.#last.asReadonly();
  readonly refused = this.#refused.asReadonly();
  /** What the server could not take, however often it was asked: kept here until the keeper sends it again or lets it go. */
  readonly aside = computed((): readonly RefusedAct[] => this.#aside());
  /** This device keeps nothing: what waits is lost when the page closes. */
  readonly onlyHere = this.#onlyHere.asReadonly();
  /** The records on the server have changed. */
  readonly answered: Observable<void> = this.#answered.asObservable();

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
    for (const _ of this.#queue()) again();
  }

  /** Keeps an act and sends it. @returns its id. */
  do(act: ActDto): string {
    const id = crypto.randomUUID();
    const says = act.says.slice(0, ACT_LIMITS.says);
    this.#add({ id, undoes: null, act: { ...act, says } });
    this.#last.set({ id, says, waiting: true });
    return id;
  }

  /** An act that was kept by another way than this one, such as a file taken in; it can be taken back like any other. */
  took(act: { readonly id: string | null; readonly says: string }): void {
    if (act.id !== null) this.#last.set({ id: act.id, says: act.says, waiting: false });
    this.#answered.next();
  }

  /** Takes an act back: one that was not sent yet is forgotten, one that was is undone on the server. */
  undo(id: string): void {
    const sent = !this.#queue().some((one) => one.id === id) || this.#queue()[0]?.id === id;
    if (this.#last()?.id === id) this.#last.set(null);
    if (!sent) {
      this.#keep(this.#queue().filter((one) => one.id !== id));
      return;
    }
    this.#add({ id: crypto.randomUUID(), undoes: id, act: { says: '', changes: [] } });
  }

  undoLast(): void {
    const last = this.#last();
    if (last) this.undo(last.id);
  }

  /** The keeper has read why. */
  dismiss(id: string): void {
    this.#refused.update((all) => all.filter((one) => one.id !== id));
  }

  /** An act that was set aside goes to the end of the line again. */
  sendAgain(id: string): void {
    const one = this.#aside().find((aside) => aside.id === id);
    this.letGo(id);
    if (one) this.#add(one.waiting);
  }

  /** The keeper lets an act go that was set aside. */
  letGo(id: string): void {
    this.#aside.update((all) => all.filter((one) => one.id !== id));
    this.#store(ASIDE, this.#aside());
  }

  #add(waiting: Waiting): void {
    this.#keep([...this.#queue(), waiting]);
    this.#next.next();
  }

  #keep(queue: readonly Waiting[]): void {
    const before = new Set(this.#queue().map(({ id }) => id));
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
      const [first] = this.#queue();
      return first ? this.#send(first) : EMPTY;
    });
  }

  #send(asked: Waiting): Observable<void> {
    // As it goes out it stays: sent again, it must be the same act.
    const waiting = { ...asked, act: this.#own.upon(asked.act) };
    this.#keep(this.#queue().map((one) => (one.id === asked.id ? waiting : one)));
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
      map(() => null),
      catchError((failure: ApiFailure) => of(failure)),
      map((failure) => {
        this.#done(waiting, failure);
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
      }),
    );
  }

  #done(waiting: Waiting, failure: ApiFailure | null): void {
    this.#unreachable.set(false);
    this.#keep(this.#queue().filter(({ id }) => id !== waiting.id));
    if (failure) {
      const sentence = failure.fields[0]?.message ?? failure.message;
      const says = waiting.undoes === null ? waiting.act.says : 'Taking it back';
      const stopped = { id: waiting.id, says, sentence };
      if (failure.code === 'INTERNAL') {
        this.#aside.update((all) => [...all, { ...stopped, waiting }]);
        this.#store(ASIDE, this.#aside());
      } else {
        this.#refused.update((all) => [...all, stopped]);
      }
      if (this.#last()?.id === waiting.id) this.#last.set(null);
    } else if (this.#last()?.id === waiting.id) {
      this.#last.update((last) => last && { ...last, waiting: false });
    }
    this.#answered.next();
  }
}
