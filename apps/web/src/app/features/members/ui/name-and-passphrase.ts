import { ChangeDetectionStrategy, Component, computed, effect, input, output, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MEMBER_LIMITS, type SignInDto } from '@yewridge/contract/members';
import { nameFault, passphraseFault } from '../data/member-words';

/** A name and a passphrase: to sign in, or, typed twice, for the first time. */
@Component({
  selector: 'yw-name-and-passphrase',
  imports: [ReactiveFormsModule, MatCheckboxModule, MatFormFieldModule, MatInputModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <form [formGroup]="form" (ngSubmit)="send()">
      @if (!fixedName()) {
        <label class="field">
          <span>Name</span>
          <mat-form-field appearance="outline" subscriptSizing="dynamic">
            <input matInput formControlName="name" autocomplete="username" [attr.maxlength]="most.name" />
          </mat-form-field>
        </label>
      }
      <label class="field">
        <span>Passphrase</span>
        <mat-form-field appearance="outline" subscriptSizing="dynamic">
          <input
            matInput
            formControlName="passphrase"
            [type]="type()"
            [autocomplete]="fresh() ? 'new-password' : 'current-password'"
            [attr.maxlength]="most.passphrase.max"
          />
        </mat-form-field>
      </label>
      @if (fresh()) {
        <label class="field">
          <span>The same again</span>
          <mat-form-field appearance="outline" subscriptSizing="dynamic">
            <input
              matInput
              formControlName="again"
              [type]="type()"
              autocomplete="new-password"
              [attr.maxlength]="most.passphrase.max"
            />
          </mat-form-field>
        </label>
      }
      <mat-checkbox [checked]="shown()" (change)="shown.set($event.checked)">Show what I type</mat-checkbox>
      @if (said(); as said) {
        <p class="fault" role="alert">{{ said }}</p>
      }
      <button type="submit" class="button filled" [attr.aria-disabled]="busy()">{{ act() }}</button>
    </form>
  `,
  styleUrl: './form-lines.scss',
})
export class NameAndPassphrase {
  /** What the button does. */
  readonly act = input.required<string>();
  /** A passphrase that is set now, and typed twice. */
  readonly fresh = input(false);
  /** Whose it is, where that is known. */
  readonly fixedName = input<string | null>(null);
  readonly busy = input(false);
  /** Why it was refused. */
  readonly refused = input<string | null>(null);
  readonly typed = output<SignInDto>();

  protected readonly most = MEMBER_LIMITS;
  protected readonly shown = signal(false);
  protected readonly type = computed(() => (this.shown() ? 'text' : 'password'));
  protected readonly fault = signal<string | null>(null);
  protected readonly said = computed(() => this.fault() ?? this.refused());
  protected readonly form = new FormGroup({
    name: new FormControl('', { nonNullable: true }),
    passphrase: new FormControl('', { nonNullable: true }),
    again: new FormControl('', { nonNullable: true }),
  });

  constructor() {
    effect(() => {
      const name = this.fixedName();
      if (name !== null) this.form.controls.name.setValue(name);
    });
  }

  protected send(): void {
    const { name, passphrase, again } = this.form.getRawValue();
    const fault = nameFault(name) ?? (this.fresh() ? passphraseFault(passphrase, again) : tried(passphrase));
    this.fault.set(fault);
    if (fault === null && !this.busy()) this.typed.emit({ name: name.trim(), passphrase });
  }
}
const tried = (passphrase: string): string | null => (passphrase === '' ? 'Type your passphrase.' : null);
