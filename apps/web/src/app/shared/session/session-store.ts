import { HttpClient } from '@angular/common/http';
import { computed, inject, Injectable } from '@angular/core';
import type { SessionDto, SignInDto } from '@yewridge/contract/members';
import { API_BASE } from '@yewridge/contract/shared';
import { firstValueFrom, type Observable, of, Subject } from 'rxjs';
import { catchError, first, map, switchMap, tap, timeout } from 'rxjs/operators';
import { failuresInWords } from '../http/api-failure';
import { readText, writeText } from '../kept/kept-choice';
import { Held } from '../streams/held';
import { beginsSession } from './begins-session';

const KEPT = 'yewridge.session';
const MOST_LETTERS = 2000;
/** The first page does not wait longer to know who asks. */
const FIRST_MS = 4000;
/** Who worked on this device last: what waits here is theirs. */
const LAST = 'yewridge.last-member';
const SESSION = `${API_BASE}/session`;

/** As it was last told, for a start without a signal. */
function kept(): SessionDto | null {
  try {
    const told = JSON.parse(readText(KEPT, MOST_LETTERS) ?? 'null') as SessionDto | null;
    return told?.access === 'on' || told?.access === 'off' ? told : null;
  } catch {
    return null;
  }
}

/**
 * Who works here. Asked once when the app is opened; without a signal it is whoever it was last. Error: of signing in, in words.
 * Cancellation: none, as a session that was begun is there.
 */
@Injectable({ providedIn: 'root' })
export class SessionStore {
  readonly #http = inject(HttpClient);
  readonly #session = new Held<SessionDto | null>(kept());
  readonly #shut = new Subject<void>();
  /** Requests on their way whose answers begin a session. */
  readonly #beginning = new Held(0);

  readonly session$ = this.#session.changes;
  readonly session = this.#session.now;
  readonly who = computed(() => this.session()?.who ?? null);
  /** Members are on, and nobody is signed in on this device. */
  readonly out = computed(() => this.session()?.access === 'on' && this.who() === null);
  readonly isGuest = computed(() => this.who()?.role === 'guest');
  readonly isOwner = computed(() => this.who()?.role === 'owner');
  /** Whether they write more than what is done at traps and calls. */
  readonly keeps = computed(() => this.who() === null || ['owner', 'keeper'].includes(this.who()?.role ?? ''));
  /** The server no longer knows this device. */
  readonly shut: Observable<void> = this.#shut.asObservable();

  /** Who worked on this device last; `null` where nobody ever signed in. */
  lastName(): string | null {
    return readText(LAST, MOST_LETTERS);
  }

  /** Called once, before the first page. */
  async begin(): Promise<void> {
    try {
      this.#tell(await firstValueFrom(this.#asked()));
    } catch {
      // No signal: whoever it was last.
    }
  }

  signIn(typed: SignInDto): Observable<SessionDto> {
    return this.#begun(this.#http.post<SessionDto>(SESSION, typed, beginsSession()));
  }

  /** A request that begins a session is on its way. @returns to be called once it is over. */
  begins(): () => void {
    this.#beginning.update((count) => count + 1);
    return () => {
      this.#beginning.update((count) => count - 1);
    };
  }

  /** A session that another request began: a link that was opened, members that were switched on. */
  begun(session: SessionDto): void {
    this.#tell(session);
  }

  signOut(): Observable<unknown> {
    return this.#http.delete(SESSION).pipe(
      failuresInWords(),
      tap(() => {
        this.#tell({ access: 'on', who: null });
      }),
    );
  }

  /**
   * The server refused a request as of nobody. Asked once no session is being begun, as that may have been too early for one.
   * Completes: told whether this device is known after all. Error: none; out of reach, nothing is known and nothing is lost.
   */
  refused(): Observable<boolean> {
    return this.#beginning.changes.pipe(
      first((count) => count === 0),
      switchMap(() => (this.out() ? of({ access: 'on', who: null } as SessionDto) : this.#asked())),
      map(({ access, who }) => {
        const known = access === 'off' || who !== null;
        if (!known) this.#lost();
        return known;
      }),
      catchError(() => of(false)),
    );
  }

  #asked(): Observable<SessionDto> {
    return this.#http.get<SessionDto>(SESSION).pipe(timeout(FIRST_MS));
  }

  #lost(): void {
    if (this.out()) return;
    this.#tell({ access: 'on', who: null });
    this.#shut.next();
  }

  #begun(request: Observable<SessionDto>): Observable<SessionDto> {
    return request.pipe(
      failuresInWords(),
      tap((session) => {
        this.#tell(session);
      }),
    );
  }

  #tell(session: SessionDto): void {
    this.#session.set(session);
    writeText(KEPT, JSON.stringify(session));
    const name = session.who?.name ?? null;
    if (name !== null) writeText(LAST, name);
  }
}
