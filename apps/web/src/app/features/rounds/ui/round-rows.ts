import { CdkDrag, type CdkDragDrop, CdkDragHandle, CdkDropList } from '@angular/cdk/drag-drop';
import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Icon } from '../../../shared/icons/icon';
import { stayLink } from '../../../shared/routes/paths';
import type { StopRow } from '../data/round-words';

/** The stops in their order: drawn to another place, kept there, dropped, each with what it costs. */
@Component({
  selector: 'yw-round-rows',
  imports: [CdkDrag, CdkDragHandle, CdkDropList, Icon, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol cdkDropList aria-label="Stops of the round" (cdkDropListDropped)="drawn($event)">
      @for (row of rows(); track row.id; let n = $index) {
        <li
          cdkDrag
          cdkDragLockAxis="y"
          [cdkDragDisabled]="row.must || !mayChange()"
          [class.bees]="row.bees"
          [class.late]="row.late"
        >
          <span class="when">
            <b>{{ row.at }}</b>
            <span>{{ row.place }}</span>
          </span>
          <button
            type="button"
            class="what"
            [attr.aria-expanded]="open() === row.id"
            (click)="opened.emit(open() === row.id ? null : row.id)"
          >
            <b>{{ row.site }}</b> <span class="number">{{ row.number }}</span>
            @if (row.locked) {
              <yw-icon name="lock" />
              <span class="visually-hidden">locked</span>
            }
            <span class="says">{{ row.says }}</span>
            @if (row.caution; as caution) {
              <strong>{{ caution }}</strong>
            }
          </button>
          @if (row.dropping === null) {
            <span class="must">bees in,<br />must</span>
          } @else if (mayChange()) {
            <button type="button" class="drop" [attr.aria-label]="row.dropSays" (click)="dropped.emit(row.id)">
              <u>Drop</u>
              <b>{{ row.dropping }}</b>
            </button>
          }
          @if (!row.must && mayChange()) {
            <span class="grip" cdkDragHandle aria-hidden="true"><yw-icon name="grip" /></span>
          }
          @if (open() === row.id) {
            <div class="more">
              @if (row.minutes; as minutes) {
                <p>
                  {{ minutes.says }}
                  @if (minutes.take !== null) {
                    <button type="button" class="link" (click)="timed.emit({ id: row.id, s: minutes.take })">
                      {{ minutes.takeSays }}
                    </button>
                  }
                </p>
              }
              @if (row.lockSays; as says) {
                <p>Locked: {{ says }}</p>
              }
              @if (mayChange() && !row.must) {
                <button
                  type="button"
                  class="button"
                  [disabled]="n === 0"
                  (click)="placed.emit({ id: row.id, place: row.place - 1 })"
                >
                  Earlier
                </button>
                <button
                  type="button"
                  class="button"
                  [disabled]="n === rows().length - 1"
                  (click)="placed.emit({ id: row.id, place: row.place + 1 })"
                >
                  Later
                </button>
                @if (row.locked) {
                  <button type="button" class="button" (click)="freed.emit(row.id)">Let it go</button>
                } @else {
                  <button type="button" class="button" (click)="placed.emit({ id: row.id, place: row.place })">
                    Keep it here
                  </button>
                }
              }
              <a class="button" [routerLink]="stay(row.id)">The trap’s stay</a>
            </div>
          }
        </li>
      }
    </ol>
  `,
  styleUrl: './round-rows.scss',
})
export class RoundRows {
  readonly rows = input.required<readonly StopRow[]>();
  readonly open = input.required<string | null>();
  /** Whoever may not plan it reads it. */
  readonly mayChange = input(true);
  readonly opened = output<string | null>();
  readonly dropped = output<string>();
  readonly placed = output<{ readonly id: string; readonly place: number }>();
  readonly freed = output<string>();
  /** s a stop at that site takes. */
  readonly timed = output<{ readonly id: string; readonly s: number }>();

  protected readonly stay = stayLink;

  protected drawn({ previousIndex, currentIndex }: CdkDragDrop<unknown>): void {
    const [row, there] = [this.rows()[previousIndex], this.rows()[currentIndex]];
    if (row && there && previousIndex !== currentIndex) this.placed.emit({ id: row.id, place: there.place });
  }
}
