import { HttpClient } from '@angular/common/http';
import { computed, inject, Injectable } from '@angular/core';
import type { HandDto } from '@yewridge/contract/members';
import type { HangingDto } from '@yewridge/contract/rounds';
import { API_BASE } from '@yewridge/contract/shared';
import { catchError, map, type Observable, of } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { binned, RecordsApi } from '../../../shared/season/records-api';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewFor } from '../../../shared/season/view-store';
import { SessionStore } from '../../../shared/session/session-store';
import { type Errand, giveAct, type Share, sharesOf } from './errand-words';

/** The day's round, shared out among members. Provided by the page that shows it. */
@Injectable()
export class Errands {
  readonly #http = inject(HttpClient);
  readonly #records = inject(RecordsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #session = inject(SessionStore);
  readonly #today = inject(TodayClock).today;

  readonly #view = viewFor(
    this.#today,
    (on): Observable<readonly Errand[]> =>
      on === null
        ? of([])
        : this.#records.list('errands', { on, limit: 500 }).pipe(
            map(({ items }) => items),
            catchError(() => of([])),
          ),
    { of: ['errands'] },
  );
  readonly #hands = viewFor(
    computed(() => this.#session.session()?.access === 'on' && this.#session.keeps()),
    (asked): Observable<readonly HandDto[]> =>
      asked
        ? this.#http.get<{ readonly items: readonly HandDto[] }>(`${API_BASE}/members/names`).pipe(
            map(({ items }) => items),
            catchError(() => of([])),
          )
        : of([]),
    { of: [] },
  );
  /** As kept, and as just tapped. */
  readonly all = computed(() => this.#outbox.asTold('errands', this.#view.data() ?? []));
  /** Who can be given something; nobody where there is nobody else. */
  readonly hands = computed(() => {
    const hands = this.#hands.data() ?? [];
    return hands.length > 1 ? hands : [];
  });

  shares(traps: readonly Pick<HangingDto, 'deploymentId' | 'lastVisitOn'>[]): readonly Share[] {
    const today = this.#today();
    return today === null ? [] : sharesOf(this.all(), traps, { today, me: this.#session.who()?.id ?? null });
  }

  give(stays: readonly string[], hand: HandDto, note: string): void {
    const today = this.#today();
    if (today !== null) this.#outbox.do(giveAct(stays, hand, { today, note, known: this.all() }));
  }

  takeBack({ name, memberId }: Share): void {
    const today = this.#today();
    const theirs = this.all().filter((errand) => errand.on === today && errand.memberId === memberId);
    if (theirs.length === 0) return;
    this.#outbox.do({
      says: `Taken back from ${name}: ${theirs.length === 1 ? '1 trap' : `${theirs.length} traps`}`,
      changes: theirs.map((errand) => binned('errands', errand)),
    });
  }
}
