import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute } from '@angular/router';
import type { OpenedInvitationDto, SignInDto } from '@yewridge/contract/members';
import { catchError, EMPTY, exhaustMap, finalize, map, of, Subject, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { type ApiFailure, sayingWhy, whyNot } from '../../../shared/http/api-failure';
import { SessionStore } from '../../../shared/session/session-store';
import { LEAVE } from '../data/leave';
import { momentWords, othersWait, ROLE_SAYS, secretIn } from '../data/member-words';
import { MembersApi } from '../data/members-api';
import { NameAndPassphrase } from '../ui/name-and-passphrase';

type Opened = { readonly is: OpenedInvitationDto } | { readonly refused: string };
const NO_SECRET = 'This address holds no invitation. Open the whole link, as it was sent, or scan its code again.';

/** Somebody opens the link they were sent. The secret stands behind the #, so that no log and no server holds it. */
@Component({
  selector: 'yw-join-page',
  imports: [NameAndPassphrase],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="place">Yewridge</p>
    @if (is(); as is) {
      @if (is.renews; as name) {
        <h1>Set a new passphrase, {{ name }}</h1>
        <p>Your other devices are signed out, and the old passphrase opens nothing any more.</p>
      } @else {
        <h1>Join {{ is.workspace }} as a {{ is.role }}</h1>
        <p>A {{ is.role }} {{ says[is.role] }}. The link opens once, until {{ until() }}.</p>
      }
      <section class="sheet">
        <yw-name-and-passphrase
          [act]="is.renews ? 'Set it and sign in' : 'Join'"
          [fresh]="true"
          [fixedName]="is.renews"
          [busy]="busy()"
          [refused]="refused()"
          (typed)="typed$.next($event)"
        />
        <p class="note">
          Your name stands under what you write. What you log stays in the record when you leave, and the owner can take
          your name off it.
        </p>
      </section>
    } @else if (shut(); as shut) {
      <h1>This link opens nothing</h1>
      <section class="sheet">
        <p role="alert">{{ shut }}</p>
      </section>
    } @else {
      <h1>An invitation</h1>
      <p role="status">Asking whether the link still opens …</p>
    }
  `,
  styleUrl: '../ui/door-page.scss',
})
export class JoinPage {
  readonly #api = inject(MembersApi);
  readonly #session = inject(SessionStore);
  readonly #leave = inject(LEAVE);
  readonly #outbox = inject(ActOutbox);
  readonly #secret = toSignal(inject(ActivatedRoute).fragment.pipe(map(secretIn)), { requireSync: true });
  readonly #opened = toSignal(
    inject(ActivatedRoute).fragment.pipe(
      map(secretIn),
      switchMap((secret) =>
        secret === null
          ? of<Opened>({ refused: NO_SECRET })
          : this.#api.opened(secret).pipe(
              map((is): Opened => ({ is })),
              catchError((failure: ApiFailure) => of<Opened>({ refused: whyNot(failure) })),
            ),
      ),
    ),
    { initialValue: null },
  );
  protected readonly says = ROLE_SAYS;
  protected readonly is = computed(() => {
    const opened = this.#opened();
    return opened && 'is' in opened ? opened.is : null;
  });
  protected readonly shut = computed(() => {
    const opened = this.#opened();
    return opened && 'refused' in opened ? opened.refused : null;
  });
  protected readonly until = computed(() => momentWords(this.is()?.expiresAt ?? new Date(0).toISOString()));
  protected readonly refused = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly typed$ = new Subject<SignInDto>();

  constructor() {
    this.typed$
      .pipe(
        exhaustMap((typed) => {
          const secret = this.#secret();
          if (secret === null) return EMPTY;
          const other = othersWait(this.#outbox.waiting(), this.#session.lastName(), typed.name);
          if (other !== null) {
            this.refused.set(other);
            return EMPTY;
          }
          this.busy.set(true);
          return this.#api.join({ ...typed, secret }).pipe(
            sayingWhy(this.refused),
            finalize(() => {
              this.busy.set(false);
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((session) => {
        this.#session.begun(session);
        this.#leave('/');
      });
  }
}
