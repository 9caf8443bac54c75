import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import { Icon } from '../../../shared/icons/icon';
import { visitLink } from '../../../shared/routes/paths';
import type { DueGroup } from '../../../shared/season/due-words';

/** What needs somebody, and why, in the order to go: bees, now, this week, when passing. */
@Component({
  selector: 'yw-due-list',
  imports: [RouterLink, Icon, MatCheckboxModule],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (group of groups(); track group.name) {
      <section [attr.aria-label]="group.name">
        <h2>
          {{ group.name }} <span>{{ group.lines.length }}</span>
        </h2>
        <ul>
          @for (line of group.lines; track line.stayId) {
            <li [class.choosing]="choosing()">
              @if (choosing()) {
                <mat-checkbox
                  [checked]="chosen().has(line.stayId)"
                  [aria-label]="line.number + ' ' + line.site"
                  (change)="toggled.emit(line.stayId)"
                />
              }
              <a [routerLink]="visit(line.stayId)" [class.bees]="line.bees">
                <span class="mark"><yw-icon [name]="line.bees ? 'catches' : 'rounds'" /></span>
                <span class="what">
                  <strong>{{ line.number }} {{ line.site }}</strong>
                  <span>{{ line.why }}</span>
                  @if (line.also) {
                    <span>{{ line.also }}</span>
                  }
                  @if (line.caution; as caution) {
                    <b>{{ caution }}</b>
                  }
                  @if (line.closed; as closed) {
                    <span class="closed">{{ closed }}</span>
                  }
                </span>
                <span class="when" [class.urgent]="line.urgent">{{ line.when }}</span>
              </a>
            </li>
          }
        </ul>
      </section>
    }
  `,
  styles: `
    section {
      margin-bottom: var(--s4);
      border: 1px solid var(--rule-2);
      background: var(--sheet);
    }
    h2 {
      padding: 8px var(--s3);
      border-bottom: 1px solid var(--ink);
      font-size: 16px;
    }
    h2 span {
      color: var(--ink-2);
      font: 400 var(--t-s) var(--text);
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li + li {
      border-top: 1px solid var(--rule);
    }
    a {
      display: grid;
      grid-template-columns: 28px minmax(0, 1fr) auto;
      gap: var(--s3);
      min-height: 58px;
      box-sizing: border-box;
      padding: 10px var(--s3);
      color: inherit;
      text-decoration: none;
    }
    a:hover {
      background: var(--yew-2);
    }
    .choosing {
      display: grid;
      grid-template-columns: max-content minmax(0, 1fr);
      align-items: center;
      padding-left: var(--s2);
    }
    .bees {
      border-left: 4px solid var(--catch);
    }
    .bees .mark {
      color: var(--catch);
    }
    .what {
      display: grid;
      color: var(--ink-2);
    }
    strong {
      color: var(--ink);
      font-size: var(--t-m);
    }
    b {
      color: var(--ink);
    }
    .when {
      font-weight: 600;
      white-space: nowrap;
    }
    .urgent,
    .closed {
      color: var(--clay);
    }
  `,
})
export class DueList {
  readonly groups = input.required<readonly DueGroup[]>();
  /** Traps are ticked, to be given to somebody. */
  readonly choosing = input(false);
  readonly chosen = input<ReadonlySet<string>>(new Set());
  readonly toggled = output<string>();
  protected readonly visit = visitLink;
}
