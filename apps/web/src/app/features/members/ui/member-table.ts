import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatTableModule } from '@angular/material/table';
import type { MemberDto, Role } from '@yewridge/contract/members';
import { PickList } from '../../../shared/fields/pick';

export interface MemberChange {
  readonly id: string;
  readonly role: Role;
  readonly seesPeople: boolean;
}
export interface MemberGoes {
  readonly id: string;
  readonly name: 'stays' | 'erased';
}

/** Members: what each may do, and ways to change it. */
@Component({
  selector: 'yw-member-table',
  imports: [MatTableModule, MatCheckboxModule, PickList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <table mat-table class="folds" aria-label="Members" [dataSource]="members()" [trackBy]="byId">
      <ng-container matColumnDef="name">
        <th *matHeaderCellDef mat-header-cell>name</th>
        <td *matCellDef="let one" mat-cell class="lead">
          <strong [class.gone]="one.removedAt">{{ one.name ?? 'a former helper' }}</strong>
          @if (one.id === me()) {
            <em>you</em>
          }
        </td>
      </ng-container>
      <ng-container matColumnDef="role">
        <th *matHeaderCellDef mat-header-cell>as</th>
        <td *matCellDef="let one" mat-cell>
          @if (one.removedAt) {
            removed
          } @else {
            <yw-pick
              [label]="'What ' + one.name + ' may do'"
              [options]="roles"
              [value]="one.role"
              (chosen)="become(one, $event)"
            />
          }
        </td>
      </ng-container>
      <ng-container matColumnDef="people">
        <th *matHeaderCellDef mat-header-cell>owners’ and callers’ numbers</th>
        <td *matCellDef="let one" mat-cell>
          @if (!one.removedAt) {
            @if (one.role === 'helper') {
              <mat-checkbox
                [checked]="one.seesPeople"
                [aria-label]="'Show ' + one.name + ' owners’ and callers’ numbers'"
                (change)="change(one, { seesPeople: $event.checked })"
                >shown</mat-checkbox
              >
            } @else {
              shown
            }
          }
        </td>
      </ng-container>
      <ng-container matColumnDef="act">
        <th *matHeaderCellDef mat-header-cell><span class="visually-hidden">what can be done</span></th>
        <td *matCellDef="let one" mat-cell class="acts">
          @if (going() === one.id) {
            <span class="doing">
              <span>What they wrote stays.</span>
              <button type="button" class="button" (click)="go(one, 'stays')">Remove, keep the name</button>
              <button type="button" class="button" (click)="go(one, 'erased')">Remove the name too</button>
              <button type="button" class="quiet" (click)="going.set(null)">Keep them</button>
            </span>
          } @else if (!one.removedAt) {
            <button type="button" class="quiet" (click)="renew.emit(one.id)">
              New passphrase<span class="visually-hidden"> for {{ one.name }}</span>
            </button>
            <button type="button" class="quiet" (click)="going.set(one.id)">
              Remove<span class="visually-hidden"> {{ one.name }}</span>
            </button>
          } @else if (one.name !== null) {
            <button type="button" class="quiet" (click)="go(one, 'erased')">
              Erase the name<span class="visually-hidden"> {{ one.name }}</span>
            </button>
          }
        </td>
      </ng-container>
      <tr *matHeaderRowDef="columns" mat-header-row></tr>
      <tr *matRowDef="let one; columns: columns" mat-row></tr>
    </table>
  `,
  styles: `
    :host {
      --folds-head: 112px;
    }
    em {
      padding-left: 6px;
      color: var(--ink-2);
    }
    .lead {
      overflow: visible;
      text-overflow: clip;
    }
    .doing {
      display: flex;
      flex-wrap: wrap;
      gap: 6px var(--s3);
      align-items: center;
    }
    @media (max-width: 720px) {
      em {
        display: block;
        padding-left: 0;
      }
    }
    .gone {
      color: var(--ink-2);
      font-weight: 400;
    }
    .acts > button + button {
      margin-left: var(--s3);
    }
    .mat-column-role {
      width: 150px;
    }
  `,
})
export class MemberTable {
  readonly members = input.required<readonly MemberDto[]>();
  /** Who looks at it. */
  readonly me = input.required<string | null>();
  readonly changed = output<MemberChange>();
  readonly removed = output<MemberGoes>();
  readonly renew = output<string>();

  protected readonly columns = ['name', 'role', 'people', 'act'];
  protected readonly roles = (['owner', 'keeper', 'helper'] as const).map((id) => ({ id, name: id }));
  protected readonly going = signal<string | null>(null);
  protected readonly byId = (_: number, { id }: MemberDto): string => id;

  /** Whoever becomes a helper is told landowners only once the owner says so. */
  protected become(member: MemberDto, role: string): void {
    this.change(member, { role: role as Role, seesPeople: role !== 'helper' });
  }

  protected change({ id, role, seesPeople }: MemberDto, change: Partial<MemberChange>): void {
    this.changed.emit({ id, role, seesPeople, ...change });
  }
  protected go({ id }: MemberDto, name: 'stays' | 'erased'): void {
    this.going.set(null);
    this.removed.emit({ id, name });
  }
}
