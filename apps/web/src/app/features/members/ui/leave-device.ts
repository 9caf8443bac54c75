import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { exhaustMap, Subject, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { thingsWait } from '../../../shared/acts/things';
import { FieldLink } from '../../../shared/field/field-link';
import { sayingWhy } from '../../../shared/http/api-failure';
import { PATHS } from '../../../shared/routes/paths';
import { SessionStore } from '../../../shared/session/session-store';
import { LEAVE } from '../data/leave';

/** Signing out of this device, which then keeps nothing. Where something waits to be sent, it is asked first. */
@Component({
  selector: 'yw-leave-device',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div class="acts">
      @if (sure()) {
        <span>{{ waits() }} to be sent: signed out, it is gone.</span>
        <button type="button" class="button" (click)="out$.next()">Sign out and let it go</button>
        <button type="button" class="quiet" (click)="sure.set(false)">Stay</button>
      } @else {
        <button type="button" class="button" (click)="askOut()">Sign out of this device</button>
      }
    </div>
    @if (problem(); as problem) {
      <p class="fault" role="alert">{{ problem }}</p>
    }
  `,
  styleUrl: './form-lines.scss',
})
export class LeaveDevice {
  readonly #session = inject(SessionStore);
  readonly #outbox = inject(ActOutbox);
  readonly #link = inject(FieldLink);
  readonly #leave = inject(LEAVE);
  protected readonly sure = signal(false);
  protected readonly problem = signal<string | null>(null);
  protected readonly waits = computed(() => thingsWait(this.#outbox.waiting()));
  protected readonly out$ = new Subject<void>();

  constructor() {
    this.out$
      .pipe(
        exhaustMap(() =>
          this.#session.signOut().pipe(
            switchMap(() => this.#link.wipe()),
            sayingWhy(this.problem),
          ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        this.#outbox.letAllGo();
        this.#leave(`/${PATHS.signIn}`);
      });
  }

  protected askOut(): void {
    if (this.#outbox.waiting() > 0) this.sure.set(true);
    else this.out$.next();
  }
}
