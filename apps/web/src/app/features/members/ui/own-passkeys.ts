import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MEMBER_LIMITS, type PasskeysDto } from '@yewridge/contract/members';
import { concatMap, endWith, exhaustMap, ignoreElements, type Observable, Subject, tap } from 'rxjs';
import { sayingWhy } from '../../../shared/http/api-failure';
import { SessionStore } from '../../../shared/session/session-store';
import { momentWords } from '../data/member-words';
import { MembersApi } from '../data/members-api';
import { PASSKEY_DEVICE } from '../data/passkey-device';

/** One's own passkeys: what a device keeps, shown by a finger or its PIN, so that no passphrase is typed. */
@Component({
  selector: 'yw-own-passkeys',
  imports: [ReactiveFormsModule, MatFormFieldModule, MatInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <p class="note">
      A passkey stays in your phone or computer and opens by its finger, face or PIN. Nobody can guess it, and a page
      that only looks like this one gets nothing.
    </p>
    @if (lines().length > 0) {
      <ul aria-label="Your passkeys">
        @for (line of lines(); track line.id) {
          <li>
            <span
              ><strong>{{ line.device }}</strong> {{ line.says }}</span
            >
            <button type="button" class="quiet" (click)="does$.next(removed(line.id))">
              Remove<span class="visually-hidden"> the passkey of {{ line.device }}</span>
            </button>
          </li>
        }
      </ul>
    }
    @if (fault(); as fault) {
      <p class="note">{{ fault }}</p>
    } @else if (open()) {
      <form (submit)="$event.preventDefault(); does$.next(made())">
        @if (ways().passphrase) {
          <label class="field">
            <span>Your passphrase</span>
            <mat-form-field appearance="outline" subscriptSizing="dynamic">
              <input
                matInput
                type="password"
                autocomplete="current-password"
                [formControl]="passphrase"
                [attr.maxlength]="most"
              />
            </mat-form-field>
          </label>
        }
        <div class="acts">
          <button type="submit" class="button filled">Make a passkey</button>
          @if (ways().passphrase && ways().items.length > 0) {
            <button type="button" class="button" (click)="does$.next(dropped())">Drop my passphrase</button>
          }
          <button type="button" class="quiet" (click)="shut()">Leave it as it is</button>
        </div>
      </form>
    } @else {
      <button type="button" class="button" (click)="open.set(true)">
        {{ lines().length === 0 ? 'Make a passkey' : 'Make another, or drop the passphrase' }}
      </button>
    }
    @if (said(); as said) {
      <p role="status">{{ said }}</p>
    }
    @if (problem(); as problem) {
      <p class="fault" role="alert">{{ problem }}</p>
    }
  `,
  styleUrls: ['./form-lines.scss', './line-list.scss'],
  styles: `
    :host {
      --field-name: 132px;
    }
    ul {
      margin-bottom: var(--s3);
    }
    :host > .note {
      margin: 0 0 var(--s2);
      color: var(--ink-2);
    }
  `,
})
export class OwnPasskeys {
  readonly ways = input.required<PasskeysDto>();
  /** The ways in are others now. */
  readonly changed = output();

  readonly #api = inject(MembersApi);
  readonly #session = inject(SessionStore);
  readonly #device = inject(PASSKEY_DEVICE);
  protected readonly most = MEMBER_LIMITS.passphrase.max;
  protected readonly open = signal(false);
  protected readonly said = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);
  protected readonly passphrase = new FormControl('', { nonNullable: true });
  protected readonly does$ = new Subject<Observable<unknown>>();
  protected readonly fault = computed(
    () => this.ways().fault ?? (this.#device.there() ? null : 'This browser makes no passkeys.'),
  );
  protected readonly lines = computed(() =>
    this.ways().items.map(({ id, device, createdAt, lastUsedAt }) => ({
      id,
      device,
      says: `made ${momentWords(createdAt)}, ${lastUsedAt === null ? 'not used yet' : `last used ${momentWords(lastUsedAt)}`}`,
    })),
  );

  constructor() {
    this.does$
      .pipe(
        exhaustMap((work) => {
          this.said.set(null);
          return work.pipe(sayingWhy(this.problem), ignoreElements(), endWith(null));
        }),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        this.changed.emit();
      });
  }

  protected made(): Observable<unknown> {
    const passphrase = this.ways().passphrase ? this.passphrase.value : null;
    return this.#api.askedNewPasskey(passphrase).pipe(
      concatMap((options) => this.#device.make(options)),
      concatMap((answer) => this.#api.keepPasskey(answer)),
      tap(() => {
        this.shut();
        this.said.set('Kept. Next time sign in with your passkey.');
      }),
    );
  }

  protected dropped(): Observable<unknown> {
    return this.#api.changePassphrase({ passphrase: this.passphrase.value, next: null }).pipe(
      tap((session) => {
        this.#session.begun(session);
        this.shut();
        this.said.set('Your passphrase is gone: your passkeys let you in. Your other devices are signed out.');
      }),
    );
  }

  protected removed(id: string): Observable<unknown> {
    return this.#api.removePasskey(id).pipe(
      tap(() => {
        this.said.set('Removed: it opens nothing here any more.');
      }),
    );
  }

  protected shut(): void {
    this.open.set(false);
    this.passphrase.reset();
  }
}
