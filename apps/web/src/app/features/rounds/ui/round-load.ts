import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';

/** What goes into the car: one line of words, struck through as it goes in; opened, a row to tick each. */
@Component({
  selector: 'yw-round-load',
  imports: [MatCheckboxModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <button type="button" class="line" [attr.aria-expanded]="open()" (click)="open.set(!open())">
      <b>Load</b>
      <span class="count">{{ count() }} of {{ things().length }} in</span>
      <span class="words">
        @for (thing of things(); track thing; let last = $last) {
          <span [class.in]="loaded().has(thing)">{{ thing }}</span>{{ last ? '' : ', ' }}
        }
      </span>
    </button>
    @if (open()) {
      <ul aria-label="What goes into the car">
        @for (thing of things(); track thing) {
          <li>
            <mat-checkbox [checked]="loaded().has(thing)" (change)="toggled.emit(thing)">{{ thing }}</mat-checkbox>
          </li>
        }
      </ul>
    }
  `,
  styles: `
    .line {
      display: grid;
      grid-template-columns: 78px minmax(0, 1fr);
      gap: 0 8px;
      width: 100%;
      min-height: 58px;
      border: 0;
      padding: 8px 12px;
      background: none;
      color: var(--ink);
      font: 400 var(--t-s) / 1.5 var(--text);
      text-align: left;
      cursor: pointer;
    }
    b {
      font: 600 16px var(--head);
    }
    .count {
      grid-row: 2;
      color: var(--ink-2);
    }
    .words {
      grid-row: 1 / 3;
      grid-column: 2;
    }
    .in {
      color: var(--ink-2);
      text-decoration: line-through;
    }
    ul {
      margin: 0;
      padding: 0 12px 8px;
      list-style: none;
    }
    li {
      min-height: 48px;
      border-top: 1px solid var(--rule-2);
    }
    @media (max-width: 720px) {
      li {
        min-height: 58px;
      }
    }
  `,
})
export class RoundLoad {
  readonly things = input.required<readonly string[]>();
  readonly loaded = input.required<ReadonlySet<string>>();
  readonly toggled = output<string>();
  protected readonly open = signal(false);
  protected readonly count = computed(() => this.things().filter((thing) => this.loaded().has(thing)).length);
}
