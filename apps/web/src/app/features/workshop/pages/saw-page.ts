import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import { markedBoards, workSteps } from '@yewridge/core/bench';
import { Caution } from '../../../shared/layout/caution';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { keepAwake } from '../../../shared/layout/wake-lock';
import { batchLink, workshopLink } from '../../../shared/routes/paths';
import { HatchDefs } from '../../../shared/drawing/hatch-defs';
import { stepSaid } from '../data/step-words';
import { WorkshopStore } from '../data/workshop-store';
import { WorkshopView } from '../data/workshop-view';
import { length } from '../data/workshop-words';

const SWIPE_PX = 40;
const BOARD = { width: 340, height: 96 };

/** At the saw, for a telephone: one board at a time with its marks, then the order of work; every cut and step is ticked and kept. */
@Component({
  selector: 'yw-saw-page',
  imports: [PageHeader, Waiting, Failed, Empty, RouterLink, MatCheckboxModule, Caution, HatchDefs],
  providers: [WorkshopStore, WorkshopView],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-hatch-defs />
    <yw-page-header place="Bench">
      <span crumb class="crumb">
        <a [routerLink]="workshop">The workshop</a>
        <a [routerLink]="sheet()">{{ store.name() || 'the plan' }}</a>
        <span>at the saw</span>
      </span>
      <span answer>{{ answer() }}</span>
    </yw-page-header>
    @if (store.view.failure() && !store.view.data()) {
      <yw-failed
        title="The plan could not be fetched"
        [failure]="store.view.failure()!"
        (retry)="store.view.reload()"
      />
    } @else if (!store.view.data() || (store.of().length > 0 && !store.plan() && !store.failed())) {
      <yw-waiting what="the plan" />
    } @else if (boards().length === 0 && steps().length === 0) {
      <yw-empty title="There is no plan to saw by"
        ><p><a [routerLink]="sheet()">Back to the batch</a></p></yw-empty
      >
    } @else {
      <yw-caution
        >Guard on, eyes and ears covered, a push stick at hand. Unplug the saw before you change its blade.</yw-caution
      >
      @if (board(); as board) {
        <section
          class="sheet"
          [attr.aria-label]="'Board ' + board.name"
          (pointerdown)="touch($event)"
          (pointerup)="swipe($event)"
        >
          <div class="head">
            <h2>{{ board.name }}</h2>
            <span>{{ board.says }}</span>
            <span class="turn">
              <button
                type="button"
                class="button"
                aria-label="The board before"
                [disabled]="at() === 0"
                (click)="at.set(at() - 1)"
              >
                ‹
              </button>
              {{ at() + 1 }} of {{ boards().length }}
              <button
                type="button"
                class="button"
                aria-label="The next board"
                [disabled]="at() === boards().length - 1"
                (click)="at.set(at() + 1)"
              >
                ›
              </button>
            </span>
          </div>
          <svg [attr.viewBox]="'0 0 ' + room.width + ' ' + room.height" role="img" [attr.aria-label]="board.says">
            <rect class="raw" x="0" y="6" [attr.width]="room.width" height="44" />
            @for (cut of board.cuts; track cut.id) {
              <rect class="piece" [class.done]="cut.done" [attr.x]="cut.x" y="6" [attr.width]="cut.width" height="44" />
              <path [attr.d]="'M' + (cut.x + cut.width) + ' 50v8'" />
            }
          </svg>
          <ul>
            @for (cut of board.cuts; track cut.id) {
              <li>
                <mat-checkbox [checked]="cut.done" (change)="store.tick(cut.id, cut.says)">
                  <strong>{{ cut.mark }}</strong> {{ cut.says }}
                </mat-checkbox>
              </li>
            }
          </ul>
          @if (board.keep) {
            <p>{{ board.keep }}</p>
          }
        </section>
      }
      <section class="sheet" aria-labelledby="work">
        <h2 id="work">Order of work</h2>
        <ul>
          @for (step of steps(); track step.id) {
            <li>
              <mat-checkbox [checked]="step.done" (change)="store.tick(step.id, step.says)">{{
                step.says
              }}</mat-checkbox>
            </li>
          }
        </ul>
      </section>
    }
  `,
  styles: `
    section {
      max-width: 640px;
      margin-top: var(--s3);
      padding: var(--s3);
      touch-action: pan-y;
    }
    .head {
      display: flex;
      flex-wrap: wrap;
      gap: var(--s2) var(--s3);
      align-items: center;
    }
    h2 {
      font-size: 19px;
    }
    .turn {
      margin-left: auto;
      white-space: nowrap;
    }
    .turn .button {
      min-width: 48px;
      min-height: 48px;
    }
    svg {
      display: block;
      width: 100%;
      height: auto;
    }
    .raw {
      fill: var(--sheet-2);
      stroke: var(--ink-2);
    }
    .piece {
      fill: url(#seen);
      stroke: var(--ink);
      stroke-width: 1.4;
    }
    .done {
      fill: var(--yew-2);
    }
    path {
      stroke: var(--ink);
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      align-items: center;
      min-height: 48px;
      border-top: 1px solid var(--rule);
      font-size: 15px;
    }
    mat-checkbox {
      width: 100%;
    }
    p {
      margin: var(--s2) 0 0;
      color: var(--yew);
      font-weight: 600;
    }
  `,
})
export class SawPage {
  readonly id = input.required<string>();
  protected readonly store = inject(WorkshopStore);
  protected readonly view = inject(WorkshopView);
  protected readonly workshop = workshopLink();
  protected readonly sheet = computed(() => batchLink(this.id()));
  protected readonly room = BOARD;
  protected readonly at = signal(0);
  #touchedAt: number | null = null;

  protected readonly boards = computed(() => {
    const system = this.view.system();
    const ticks = this.store.ticks();
    return (this.store.plan()?.boards ?? []).flatMap((group) =>
      markedBoards(group).map(({ stock, marks, offcut, kept, rip }, n) => {
        const row = this.store.rows().find(({ id }) => id === stock.row);
        const k = BOARD.width / stock.length;
        const name = `${group.letter}${n + 1}`;
        return {
          name,
          says: [row?.name ?? 'board', rip === null ? '' : `rip to ${length(rip, system)}`]
            .filter((part) => part !== '')
            .join(', '),
          keep: kept ? `Keep ${length(offcut, system)}.` : '',
          cuts: marks.map(({ piece, from, to }, index) => {
            const id = `${name}-${index + 1}`;
            const what = (this.view.names().get(piece) ?? 'piece').toLowerCase();
            return {
              id,
              mark: length(to, system),
              says: what,
              x: from * k,
              width: (to - from) * k,
              done: ticks.has(id),
            };
          }),
        };
      }),
    );
  });
  protected readonly board = computed(() => this.boards()[Math.min(this.at(), this.boards().length - 1)] ?? null);
  protected readonly steps = computed(() => {
    const plan = this.store.plan();
    if (!plan) return [];
    const ticks = this.store.ticks();
    return workSteps(plan, this.store.parts()).map((step) => ({
      id: step.id,
      says: stepSaid(step, this.store.parts(), this.view.names(), this.view.system()),
      done: ticks.has(step.id),
    }));
  });
  protected readonly answer = computed(() => {
    const cuts = this.boards().flatMap((board) => board.cuts);
    const done = cuts.filter((cut) => cut.done).length;
    if (cuts.length === 0) return 'At the saw';
    return done === cuts.length ? 'All pieces are cut' : `${cuts.length - done} of ${cuts.length} pieces to cut`;
  });

  constructor() {
    keepAwake();
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.store.open(id, null);
      });
    });
  }

  protected touch(event: PointerEvent): void {
    this.#touchedAt = event.clientX;
  }

  protected swipe(event: PointerEvent): void {
    const by = this.#touchedAt === null ? 0 : event.clientX - this.#touchedAt;
    this.#touchedAt = null;
    if (Math.abs(by) < SWIPE_PX) return;
    this.at.set(Math.min(this.boards().length - 1, Math.max(0, this.at() + (by < 0 ? 1 : -1))));
  }
}
