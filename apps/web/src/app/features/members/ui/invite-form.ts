import { ChangeDetectionStrategy, Component, computed, inject, input, output, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import {
  INVITED_ROLES,
  type InvitedRole,
  MEMBER_LIMITS,
  type NetworkDto,
  type NewInvitationDto,
} from '@yewridge/contract/members';
import { exhaustMap, Subject } from 'rxjs';
import { PickList } from '../../../shared/fields/pick';
import { sayingWhy } from '../../../shared/http/api-failure';
import { ROLE_SAYS } from '../data/member-words';
import { MembersApi } from '../data/members-api';
import { NewLink } from './new-link';

/** Somebody is invited: as what, and a link that is shown once. */
@Component({
  selector: 'yw-invite-form',
  imports: [ReactiveFormsModule, MatFormFieldModule, MatInputModule, PickList, NewLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (made(); as one) {
      <yw-new-link [made]="one" [network]="network()" (noted)="made.set(null)" />
    } @else {
      <form [formGroup]="form" (ngSubmit)="invite$.next()">
        <label class="field">
          <span>As a</span>
          <yw-pick label="As a" [options]="roles" [value]="role()" (chosen)="set($event)" />
        </label>
        <p class="says">{{ says() }}.</p>
        <label class="field">
          <span>For whom</span>
          <mat-form-field appearance="outline" subscriptSizing="dynamic">
            <input matInput formControlName="note" [attr.maxlength]="most" placeholder="a note for yourself" />
          </mat-form-field>
        </label>
        @if (problem(); as problem) {
          <p class="fault" role="alert">{{ problem }}</p>
        }
        <button type="submit" class="button filled">Make a link</button>
      </form>
    }
  `,
  styleUrl: './form-lines.scss',
  styles: `
    :host {
      --field-name: 88px;
    }
    .says {
      margin: 0;
      color: var(--ink-2);
    }
    .says::first-letter {
      text-transform: uppercase;
    }
  `,
})
export class InviteForm {
  /** Where phones reach this computer; `null` while that is not known. */
  readonly network = input<NetworkDto | null>(null);
  readonly invited = output();

  readonly #api = inject(MembersApi);
  protected readonly most = MEMBER_LIMITS.name;
  protected readonly roles = INVITED_ROLES.map((id) => ({ id, name: id }));
  protected readonly role = signal<InvitedRole>('helper');
  protected readonly says = computed(() => ROLE_SAYS[this.role()]);
  protected readonly problem = signal<string | null>(null);
  protected readonly made = signal<NewInvitationDto | null>(null);
  protected readonly form = new FormGroup({ note: new FormControl('', { nonNullable: true }) });
  protected readonly invite$ = new Subject<void>();

  constructor() {
    this.invite$
      .pipe(
        // Pressed twice, one link is made.
        exhaustMap(() =>
          this.#api
            .invite({ role: this.role(), note: this.form.getRawValue().note.trim() })
            .pipe(sayingWhy(this.problem)),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((made) => {
        this.form.reset();
        this.made.set(made);
        this.invited.emit();
      });
  }

  protected set(role: string): void {
    this.role.set(role as InvitedRole);
  }
}
