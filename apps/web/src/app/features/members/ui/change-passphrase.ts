import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { type ChangePassphraseDto, MEMBER_LIMITS } from '@yewridge/contract/members';
import { exhaustMap, Subject } from 'rxjs';
import { sayingWhy } from '../../../shared/http/api-failure';
import { SessionStore } from '../../../shared/session/session-store';
import { passphraseFault } from '../data/member-words';
import { MembersApi } from '../data/members-api';

/** One's own passphrase is changed: one's other devices are signed out. */
@Component({
  selector: 'yw-change-passphrase',
  imports: [ReactiveFormsModule, MatFormFieldModule, MatInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (changing()) {
      <form [formGroup]="form" (ngSubmit)="change()">
        @for (field of fields; track field.id) {
          <label class="field">
            <span>{{ field.name }}</span>
            <mat-form-field appearance="outline" subscriptSizing="dynamic">
              <input
                matInput
                type="password"
                [formControlName]="field.id"
                [autocomplete]="field.fills"
                [attr.maxlength]="most"
              />
            </mat-form-field>
          </label>
        }
        <div class="acts">
          <button type="submit" class="button filled">Change it</button>
          <button type="button" class="quiet" (click)="changing.set(false)">Leave it as it is</button>
        </div>
      </form>
    } @else {
      <button type="button" class="button" (click)="changing.set(true)">Change my passphrase</button>
    }
    @if (said(); as said) {
      <p role="status">{{ said }}</p>
    }
    @if (problem(); as problem) {
      <p class="fault" role="alert">{{ problem }}</p>
    }
  `,
  styleUrl: './form-lines.scss',
  styles: `
    :host {
      --field-name: 132px;
      flex: 0 1 420px;
    }
  `,
})
export class ChangePassphrase {
  readonly #api = inject(MembersApi);
  readonly #session = inject(SessionStore);
  protected readonly most = MEMBER_LIMITS.passphrase.max;
  protected readonly changing = signal(false);
  protected readonly said = signal<string | null>(null);
  protected readonly problem = signal<string | null>(null);
  readonly #change$ = new Subject<ChangePassphraseDto>();
  protected readonly fields = [
    { id: 'passphrase', name: 'The one so far', fills: 'current-password' },
    { id: 'next', name: 'A new one', fills: 'new-password' },
    { id: 'again', name: 'The same again', fills: 'new-password' },
  ] as const;
  protected readonly form = new FormGroup({
    passphrase: new FormControl('', { nonNullable: true }),
    next: new FormControl('', { nonNullable: true }),
    again: new FormControl('', { nonNullable: true }),
  });

  constructor() {
    this.#change$
      .pipe(
        exhaustMap((typed) => this.#api.changePassphrase(typed).pipe(sayingWhy(this.problem))),
        takeUntilDestroyed(),
      )
      .subscribe((session) => {
        this.#session.begun(session);
        this.form.reset();
        this.changing.set(false);
        this.said.set('Your passphrase is changed. Your other devices are signed out.');
      });
  }

  protected change(): void {
    const { passphrase, next, again } = this.form.getRawValue();
    const fault = passphrase === '' ? 'Type the passphrase you have so far.' : passphraseFault(next, again);
    this.problem.set(fault);
    if (fault === null) this.#change$.next({ passphrase, next });
  }
}
