import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatTableModule } from '@angular/material/table';
import { ActivatedRoute } from '@angular/router';
import { GUEST_CELL_M } from '@yewridge/core/field';
import { catchError, combineLatest, map, type Observable, of, startWith, Subject, switchMap, tap } from 'rxjs';
import type { GuestViewDto } from '@yewridge/contract/members';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { Failed, Waiting } from '../../../shared/layout/states';
import { SessionStore } from '../../../shared/session/session-store';
import { guestAnswer, guestMap } from '../data/guest-map';
import { secretIn } from '../data/member-words';
import { MembersApi } from '../data/members-api';
import { dayShort } from '../../../shared/season/season-words';

type Seen = { readonly view: GuestViewDto } | { readonly failure: ApiFailure };
/** m on the map's edge that are written out. */
const SCALE_M = 1000;

/** The season for somebody who only looks: numbers, and a map that shows no place closer than its cells. */
@Component({
  selector: 'yw-look-page',
  imports: [MatTableModule, Failed, Waiting],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './look-page.html',
  styleUrls: ['../ui/door-page.scss', './look-page.scss'],
})
export class LookPage {
  readonly #api = inject(MembersApi);
  readonly #session = inject(SessionStore);
  protected readonly retry$ = new Subject<void>();
  readonly #seen = toSignal(
    combineLatest([inject(ActivatedRoute).fragment.pipe(map(secretIn)), this.retry$.pipe(startWith(undefined))]).pipe(
      switchMap(([secret]) =>
        this.#letIn(secret).pipe(
          switchMap(() => this.#api.guest()),
          map((view): Seen => ({ view })),
          catchError((failure: ApiFailure) => of<Seen>({ failure })),
        ),
      ),
    ),
    { initialValue: null },
  );
  protected readonly view = computed(() => {
    const seen = this.#seen();
    return seen && 'view' in seen ? seen.view : null;
  });
  protected readonly failure = computed(() => {
    const seen = this.#seen();
    return seen && 'failure' in seen ? seen.failure : null;
  });
  protected readonly answer = computed(() => {
    const view = this.view();
    return view ? guestAnswer(view) : 'The season';
  });
  protected readonly map = computed(() => {
    const view = this.view();
    return view && guestMap(view);
  });
  protected readonly box = computed(() => `0 0 ${this.map()?.width ?? 0} ${this.map()?.height ?? 0}`);
  protected readonly arrivals = computed(() =>
    (this.view()?.arrivals ?? []).map(({ on, count }) => ({ on: dayShort(on), count })),
  );
  protected readonly columns = ['on', 'count'];
  protected readonly cell = GUEST_CELL_M;
  protected readonly scale = SCALE_M;

  /** Once, by the link; afterwards this device is let in as it is. */
  #letIn(secret: string | null): Observable<unknown> {
    if (this.#session.who() !== null || secret === null) return of(null);
    return this.#api.visit(secret).pipe(
      tap((session) => {
        this.#session.begun(session);
      }),
    );
  }
}
