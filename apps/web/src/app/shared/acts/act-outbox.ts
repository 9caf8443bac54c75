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
/** No judgement of the act: it waits and is sent again. */
const NOT_YET: readonly ApiFailure['code'][] = ['UNREACHABLE', 'INTERNAL', 'DISK_FULL'];
const RETRY_MS = 3000;

function kept(): readonly Waiting[] {
  try {
    const list: unknown = JSON.parse(localStorage.getItem(STORE) ?? '[]');
    return Array.isArray(list) ? (list as Waiting[]) : [];
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
  readonly #queue = signal(kept());
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

  #add(waiting: Waiting): void {
    this.#keep([...this.#queue(), waiting]);
    this.#next.next();
  }

  #keep(queue: readonly Waiting[]): void {
    this.#queue.set(queue);
    localStorage.setItem(STORE, JSON.stringify(queue));
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
    return defer(() => this.#request(waiting)).pipe(
      failuresInWords(),
      retry({
        delay: (failure: ApiFailure) => {
          const lost = NOT_YET.includes(failure.code);
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
      this.#refused.update((all) => [...all, { id: waiting.id, says, sentence }]);
      if (this.#last()?.id === waiting.id) this.#last.set(null);
    } else if (this.#last()?.id === waiting.id) {
      this.#last.update((last) => last && { ...last, waiting: false });
    }
    this.#answered.next();
  }
}
