import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { TrialDueDto } from '@yewridge/contract/rounds';
import type { IsoDate } from '@yewridge/core/season';
import { hangLink, trialLink, visitLink } from '../../../shared/routes/paths';
import { trialDueLine } from '../../../shared/season/trial-due-words';

/** What trials ask for: pairs to hang, and the other of a pair to look at. Nothing where nothing is asked. */
@Component({
  selector: 'yw-trial-dues',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@if (lines().length > 0) {
    <section class="sheet" aria-labelledby="trials-due">
      <h2 id="trials-due">Trials</h2>
      <ul>
        @for (line of lines(); track line.id) {
          <li>
            <span class="what">
              <a [routerLink]="line.link" [queryParams]="line.query">{{ line.what }}</a>, {{ line.where }}<br />
              <small>{{ line.why }} <a [routerLink]="line.trial">The trial</a></small>
            </span>
            <span class="when">{{ line.when }}</span>
          </li>
        }
      </ul>
    </section>
  }`,
  styles: `
    section {
      margin-bottom: var(--s4);
    }
    h2 {
      padding: 8px var(--s3);
      border-bottom: 1px solid var(--ink);
      font-size: 16px;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 1fr) auto;
      gap: var(--s3);
      padding: 8px var(--s3);
    }
    li + li {
      border-top: 1px solid var(--rule);
    }
    small {
      color: var(--ink-2);
      font-size: var(--t-s);
    }
    .when {
      font-weight: 600;
      white-space: nowrap;
    }
  `,
})
export class TrialDues {
  readonly dues = input.required<readonly TrialDueDto[]>();
  readonly today = input.required<IsoDate>();
  protected readonly lines = computed(() =>
    this.dues().map((due) => {
      const { query, ...line } = trialDueLine(due, this.today());
      const hangs = due.kind === 'hang';
      return {
        ...line,
        id: `${due.trialId}-${due.block}`,
        query: hangs ? query : {},
        link: hangs ? hangLink() : visitLink(due.traps[0]?.stayId ?? ''),
        trial: trialLink(due.trialId),
      };
    }),
  );
}
