import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import type { SignInDto } from '@yewridge/contract/members';
import { concatMap, defer, EMPTY, exhaustMap, finalize, type Observable, Subject, tap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { sayingWhy } from '../../../shared/http/api-failure';
import { saveBlob } from '../../../shared/print/save-blob';
import { addressWithin } from '../../../shared/session/signed-in';
import { SessionStore } from '../../../shared/session/session-store';
import { handedOver } from '../data/handed-over';
import { LEAVE } from '../data/leave';
import { othersWait, waitsHere } from '../data/member-words';
import { MembersApi } from '../data/members-api';
import { PASSKEY_DEVICE } from '../data/passkey-device';
import { NameAndPassphrase } from '../ui/name-and-passphrase';

/** Signing in, on a device where acts of somebody may still wait. */
@Component({
  selector: 'yw-sign-in-page',
  imports: [NameAndPassphrase],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="place">Yewridge</p>
    <h1>Sign in</h1>
    @if (outbox.waiting() > 0) {
      <section class="sheet waits" aria-label="What waits here">
        <p>
          {{ waits() }}. Nothing is lost: sign in and it is sent. If this device was signed out for good, save it as a
          file and give that to the owner.
        </p>
        <div class="acts">
          <button type="button" class="button" (click)="save()">Save what waits as a file</button>
          @if (sure()) {
            <button type="button" class="button" (click)="letGo()">Let it go for good</button>
            <button type="button" class="quiet" (click)="sure.set(false)">Keep it</button>
          } @else {
            <button type="button" class="quiet" (click)="sure.set(true)">Let it go</button>
          }
        </div>
      </section>
    }
    <section class="sheet">
      <yw-name-and-passphrase act="Sign in" [busy]="busy()" [refused]="refused()" (typed)="in$.next($event)" />
      @if (passkeys) {
        <p class="or">
          <span>or</span>
          <button type="button" class="button" (click)="in$.next(null)">Sign in with a passkey</button>
        </p>
      }
      <p class="note">
        Lost the passphrase? The owner makes you a link to a new one. An owner runs <code>npm run owner</code> on the
        computer that holds the records.
      </p>
    </section>
  `,
  styleUrl: '../ui/door-page.scss',
})
export class SignInPage {
  /** Where to go afterwards. */
  readonly then = input<string>();

  readonly #session = inject(SessionStore);
  readonly #leave = inject(LEAVE);
  readonly #api = inject(MembersApi);
  readonly #device = inject(PASSKEY_DEVICE);
  protected readonly passkeys = this.#device.there();
  protected readonly outbox = inject(ActOutbox);
  protected readonly refused = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly sure = signal(false);
  /** What was typed; `null`: a passkey. */
  protected readonly in$ = new Subject<SignInDto | null>();
  readonly #last = this.#session.lastName();
  protected readonly waits = computed(() => waitsHere(this.outbox.waiting(), this.#last));

  constructor() {
    this.in$
      .pipe(
        // Pressed twice, one session begins.
        exhaustMap((typed) => {
          this.busy.set(true);
          return (typed ? this.#byPassphrase(typed) : this.#byPasskey()).pipe(
            sayingWhy(this.refused),
            finalize(() => {
              this.busy.set(false);
            }),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        this.#leave(addressWithin(this.then()));
      });
  }

  #byPassphrase(typed: SignInDto): Observable<unknown> {
    const other = othersWait(this.outbox.waiting(), this.#last, typed.name);
    if (other === null) return this.#session.signIn(typed);
    return defer(() => {
      this.refused.set(other);
      return EMPTY;
    });
  }

  /** Whose it is is told only by showing it: where things of somebody wait, it has to be theirs. */
  #byPasskey(): Observable<unknown> {
    const onlyAs = this.outbox.waiting() > 0 ? this.#last : null;
    return this.#api.askedPasskey().pipe(
      concatMap((options) => this.#device.show(options)),
      concatMap((answer) => this.#api.showPasskey({ ...answer, ...(onlyAs === null ? {} : { onlyAs }) })),
      tap((session) => {
        this.#session.begun(session);
      }),
    );
  }

  protected save(): void {
    const acts = handedOver(this.#last, this.outbox.handOver());
    saveBlob(new Blob([JSON.stringify(acts, null, 2)], { type: 'application/json' }), 'yewridge-waiting.json');
  }

  protected letGo(): void {
    this.outbox.letAllGo();
    this.sure.set(false);
  }
}
