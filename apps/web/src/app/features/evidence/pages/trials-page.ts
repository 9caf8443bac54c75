import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { evidenceLink, trialLink, trialsLink } from '../../../shared/routes/paths';
import { capital } from '../../../shared/units/format';
import { many } from '../data/evidence-words';
import { TrialStore } from '../data/trial-store';
import { stateOf, stateSaid } from '../data/trial-words';

/** Trials: those that run, those that are to come, and those that are over. */
@Component({
  selector: 'yw-trials-page',
  imports: [Empty, Failed, PageHeader, RouterLink, Waiting],
  providers: [TrialStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Evidence">
      <a crumb [routerLink]="links.evidence">All answers</a>
      <span answer>{{ answer() }}</span>
      <a act class="button filled" [routerLink]="links.fresh">Plan a trial</a>
    </yw-page-header>
    @if (view.failure() && !view.data()) {
      <yw-failed title="The trials could not be fetched" [failure]="view.failure()!" (retry)="view.reload()" />
    } @else if (!view.data()) {
      <yw-waiting what="the trials" />
    } @else if (rows().length === 0) {
      <yw-empty title="A trial settles what records cannot">
        <p>
          Traps are paired, a coin gives each its way, and the test and the last day are fixed before it begins. Then
          the answer is not what you hoped to see.
        </p>
        <a class="button filled" [routerLink]="links.fresh">Plan a trial</a>
      </yw-empty>
    } @else {
      <section class="sheet" aria-label="Trials">
        <ul class="plain">
          @for (row of rows(); track row.id) {
            <li>
              <a [routerLink]="row.link"
                ><strong>{{ row.name }}</strong></a
              >
              {{ row.says }}
            </li>
          }
        </ul>
      </section>
    }
  `,
  styleUrl: './trial-page.scss',
})
export class TrialsPage {
  protected readonly store = inject(TrialStore);
  protected readonly view = this.store.view;
  protected readonly links = { evidence: evidenceLink(), fresh: [...trialsLink(), 'new'] };
  protected readonly rows = computed(() =>
    this.store.trials().map((trial) => {
      const pairs = this.store.assignments().filter(({ trialId }) => trialId === trial.id).length / 2;
      return {
        id: trial.id,
        name: trial.name,
        link: trialLink(trial.id),
        says: `${capital(stateSaid(trial, this.store.today()))}, ${many(pairs, 'pair', 'pairs')}`,
      };
    }),
  );
  protected readonly answer = computed(() => {
    const runs = this.store.trials().filter((trial) => stateOf(trial, this.store.today()) === 'running').length;
    if (this.store.trials().length === 0) return 'Settle a question fairly';
    return runs === 0 ? 'No trial runs now' : `${many(runs, 'trial runs', 'trials run')} now`;
  });
}
