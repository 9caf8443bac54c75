import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { MatTableModule } from '@angular/material/table';
import { exhaustMap, Subject } from 'rxjs';
import type { DeviceSessionDto } from '@yewridge/contract/members';
import { sayingWhy } from '../../../shared/http/api-failure';
import { Failed, Waiting } from '../../../shared/layout/states';
import { viewOf } from '../../../shared/season/view-store';
import { momentWords } from '../data/member-words';
import { MembersApi } from '../data/members-api';

/** Devices that are signed in, each with a way to sign it out: a lost phone. */
@Component({
  selector: 'yw-device-list',
  imports: [MatTableModule, Failed, Waiting],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (view.data(); as devices) {
      @if (problem(); as problem) {
        <p class="fault" role="alert">{{ problem }}</p>
      }
      <table mat-table class="folds" aria-label="Devices that are signed in" [dataSource]="devices" [trackBy]="byId">
        <ng-container matColumnDef="device">
          <th *matHeaderCellDef mat-header-cell>device</th>
          <td *matCellDef="let one" mat-cell class="lead">
            <strong>{{ one.device }}</strong>
            @if (one.here) {
              <em>this one</em>
            }
          </td>
        </ng-container>
        <ng-container matColumnDef="whose">
          <th *matHeaderCellDef mat-header-cell>whose</th>
          <td *matCellDef="let one" mat-cell>{{ one.memberId === null ? 'a guest' : one.name + ', ' + one.role }}</td>
        </ng-container>
        <ng-container matColumnDef="seen">
          <th *matHeaderCellDef mat-header-cell>last seen</th>
          <td *matCellDef="let one" mat-cell>{{ when(one.lastSeenAt) }}</td>
        </ng-container>
        <ng-container matColumnDef="act">
          <th *matHeaderCellDef mat-header-cell><span class="visually-hidden">sign it out</span></th>
          <td *matCellDef="let one" mat-cell>
            @if (!one.here) {
              <button type="button" class="quiet" (click)="end$.next(one.id)">
                Sign out<span class="visually-hidden"> {{ one.device }} of {{ one.name }}</span>
              </button>
            }
          </td>
        </ng-container>
        <tr *matHeaderRowDef="columns()" mat-header-row></tr>
        <tr *matRowDef="let one; columns: columns()" mat-row></tr>
      </table>
    } @else if (view.failure(); as failure) {
      <yw-failed title="The devices could not be fetched" [failure]="failure" (retry)="view.reload()" />
    } @else {
      <yw-waiting what="the devices" />
    }
  `,
  styles: `
    :host {
      --folds-head: 150px;
    }
    em {
      padding-left: 6px;
      color: var(--ink-2);
      white-space: nowrap;
    }
    .fault {
      margin: 0 0 var(--s2);
      color: var(--clay);
    }
  `,
})
export class DeviceList {
  /** An owner sees everybody's. */
  readonly ofAll = input(false);

  readonly #api = inject(MembersApi);
  protected readonly view = viewOf(() => this.#api.devices());
  protected readonly columns = computed(() =>
    this.ofAll() ? ['device', 'whose', 'seen', 'act'] : ['device', 'seen', 'act'],
  );
  protected readonly problem = signal<string | null>(null);
  protected readonly end$ = new Subject<string>();
  protected readonly when = momentWords;
  protected readonly byId = (_: number, { id }: DeviceSessionDto): string => id;

  constructor() {
    this.end$
      .pipe(
        exhaustMap((id) => this.#api.endDevice(id).pipe(sayingWhy(this.problem))),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        this.view.reload();
      });
  }
}
