import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { forkJoin, map } from 'rxjs';
import { trialLink } from '../routes/paths';
import { RecordsApi } from './records-api';
import { dayLong } from './season-words';
import { TodayClock } from './today-clock';
import { viewOf } from './view-store';

const ALL = { limit: 500 } as const;

/** What a trial asks of a trap while it is hung: the way the coin gave it. Nothing where it is in none. */
@Component({
  selector: 'yw-trial-line',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (one of lines(); track one.id) {
    <p>
      In a trial: <strong>{{ one.way }}</strong>. <a [routerLink]="one.link">{{ one.name }}</a>, until {{ one.until }}.
    </p>
  }`,
  styles: `
    p {
      margin: 0;
      padding: 4px 0;
    }
  `,
})
export class TrialLine {
  readonly #records = inject(RecordsApi);
  readonly #today = inject(TodayClock).today;
  readonly trapId = input.required<string | null>();
  readonly #view = viewOf(
    () =>
      forkJoin({
        trials: this.#records.list('trials', ALL).pipe(map(({ items }) => items)),
        assignments: this.#records.list('assignments', ALL).pipe(map(({ items }) => items)),
      }),
    { of: ['trials', 'assignments'] },
  );
  protected readonly lines = computed(() => {
    const [data, today] = [this.#view.data(), this.#today()];
    if (!data || today === null) return [];
    return data.trials.flatMap((trial) => {
      const mine = data.assignments.find(({ trialId, trapId }) => trialId === trial.id && trapId === this.trapId());
      if (!mine || trial.endsOn < today || trial.openedOn !== null) return [];
      const way = mine.side === 'A' ? trial.nameA : trial.nameB;
      return [{ id: trial.id, way, name: trial.name, link: trialLink(trial.id), until: dayLong(trial.endsOn) }];
    });
  });
}
