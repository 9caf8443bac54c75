import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { visitLink } from '../../../shared/routes/paths';
import type { NearRow } from '../data/ground-words';

export interface NearSite extends NearRow {
  readonly hangs: readonly { readonly number: string; readonly deploymentId: string }[];
}

/** The sites nearest to where the telephone stands; at one of them, its visit at once. */
@Component({
  selector: 'yw-near-here',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <header>
      <h2>Nearest to where you stand</h2>
      <button type="button" class="quiet" (click)="left.emit()">Done</button>
    </header>
    <p>{{ worth() }}; the phone tells this page and nobody else.</p>
    <ul>
      @for (row of rows(); track row.id) {
        <li [class.here]="row.here">
          <button type="button" class="quiet" (click)="picked.emit(row.id)">{{ row.name }}</button>
          <span>{{ row.away }}</span>
          @if (row.here) {
            @for (one of row.hangs; track one.deploymentId) {
              <a class="button filled" [routerLink]="visit(one.deploymentId)">Log a visit to {{ one.number }}</a>
            }
          }
        </li>
      } @empty {
        <li>No site is placed on the map yet.</li>
      }
    </ul>
  `,
  styles: `
    :host {
      display: block;
      margin-bottom: 10px;
      border: 1px solid var(--rule-2);
      padding: 8px 12px;
      background: var(--sheet);
    }
    header {
      display: flex;
      gap: var(--s3);
      align-items: baseline;
      justify-content: space-between;
    }
    h2 {
      margin: 0;
      font-size: 16px;
    }
    p {
      margin: 0 0 4px;
      color: var(--ink-2);
    }
    ul {
      display: flex;
      flex-wrap: wrap;
      gap: 2px var(--s4);
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: flex;
      flex-wrap: wrap;
      gap: 4px 8px;
      align-items: center;
      min-height: 32px;
    }
    li span {
      color: var(--ink-2);
    }
    .here span {
      color: var(--ink);
      font-weight: 600;
    }
    .button {
      min-height: 44px;
    }
    @media (max-width: 720px) {
      li {
        flex: 1 0 100%;
        min-height: 48px;
      }
      .quiet {
        min-height: 44px;
      }
    }
  `,
})
export class NearHere {
  readonly rows = input.required<readonly NearSite[]>();
  /** How far off it may be, in words. */
  readonly worth = input.required<string>();
  readonly picked = output<string>();
  readonly left = output();

  protected readonly visit = visitLink;
}
