import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { FormControl, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { Router, RouterLink } from '@angular/router';
import { trialAnswer, yearLater } from '@yewridge/core/evidence';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { hangLink, stayLink, trialLink, trialsLink } from '../../../shared/routes/paths';
import { changed, made } from '../../../shared/season/records-api';
import { dayLong } from '../../../shared/season/season-words';
import { capital } from '../../../shared/units/format';
import { many } from '../data/evidence-words';
import { TrialStore } from '../data/trial-store';
import { DEVIATION_SAID, type Deviating, pairRows, stateOf, stateSaid, trialSaid } from '../data/trial-words';
import { PairMap } from '../ui/pair-map';

const OPENABLE = ['otherSide', 'notHung', 'lost', 'moved', 'stoppedEarly', 'other'] as const;

/** One trial: what is to be hung and looked at, what went otherwise, and its answer when it is over. */
@Component({
  selector: 'yw-trial-page',
  imports: [
    Empty,
    Failed,
    MatButtonModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    PageHeader,
    PairMap,
    ReactiveFormsModule,
    RouterLink,
    Waiting,
  ],
  providers: [TrialStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './trial-page.html',
  styleUrl: './trial-page.scss',
})
export class TrialPage {
  readonly #outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  protected readonly store = inject(TrialStore);
  readonly id = input.required<string>();
  protected readonly view = this.store.view;
  protected readonly links = { trials: trialsLink(), hang: hangLink() };
  protected readonly stayLink = stayLink;
  protected readonly kinds = OPENABLE.map((id) => ({ id, name: DEVIATION_SAID[id] }));
  protected readonly asksToPeek = signal(false);
  protected readonly peeked = signal(false);
  protected readonly what = signal<Deviating['what'] | null>(null);
  protected readonly whichTrap = signal<string | null>(null);
  protected readonly note = new FormControl('', { nonNullable: true });
  protected readonly fault = signal<string | null>(null);

  protected readonly trial = computed(() => this.store.trials().find(({ id }) => id === this.id()) ?? null);
  protected readonly assigned = computed(() => this.store.assignments().filter(({ trialId }) => trialId === this.id()));
  protected readonly lastDay = computed(() => dayLong(this.trial()?.endsOn ?? '2000-01-01'));
  protected readonly state = computed(() => {
    const trial = this.trial();
    return trial ? stateOf(trial, this.store.today()) : null;
  });
  /** The stay of each trap in the trial's days, the latest. */
  readonly #hung = computed(() => {
    const trial = this.trial();
    if (!trial) return new Map<string, never>();
    const stays = this.store
      .stays()
      .filter(
        ({ hungOn, takenDownOn }) => hungOn <= trial.endsOn && (takenDownOn === null || takenDownOn >= trial.beginsOn),
      );
    return new Map(
      [...stays]
        .sort((a, b) => (a.hungOn < b.hungOn ? -1 : 1))
        .map(({ id, trapId, siteId, hungOn, comb }) => [trapId, { deploymentId: id, siteId, hungOn, comb }] as const),
    );
  });
  protected readonly pairs = computed(() => {
    const trial = this.trial();
    return trial
      ? pairRows(trial, this.assigned(), {
          numbers: this.store.numbers(),
          sites: this.store.sites(),
          hung: this.#hung(),
          visits: this.store.visits(),
        })
      : [];
  });
  protected readonly places = computed(() => {
    const places = this.store.places();
    return this.assigned().flatMap(({ block, side, trapId, siteId }) => {
      const at = siteId === null ? undefined : places.get(siteId);
      return at ? [{ block, side, number: this.store.numbers().get(trapId) ?? '', ...at }] : [];
    });
  });
  protected readonly answer = computed(() => {
    const trial = this.trial();
    if (!trial) return 'Trial';
    const hung = this.assigned().filter(({ trapId }) => this.#hung().has(trapId)).length;
    return `${capital(stateSaid(trial, this.store.today()))}; ${hung} of ${many(this.assigned().length, 'trap', 'traps')} ${this.state() === 'opened' ? 'hung' : 'hang'}`;
  });
  protected readonly result = computed(() => {
    const trial = this.trial();
    const evidence = this.store.evidence();
    if (!trial || !evidence) return null;
    const days = { beginsOn: trial.beginsOn, endsOn: trial.endsOn };
    const found = trialAnswer(evidence.spells, days, this.assigned());
    return { found, says: trialSaid(found, trial) };
  });
  protected readonly otherwise = computed(() =>
    this.store
      .deviations()
      .filter(({ trialId }) => trialId === this.id())
      .map(({ id, on, what, trapId, notes }) => {
        const trap = trapId === null ? '' : `${this.store.numbers().get(trapId) ?? ''}: `;
        return { id, says: `${dayLong(on)}, ${trap}${DEVIATION_SAID[what]}${notes === null ? '' : `, ${notes}`}` };
      }),
  );
  protected readonly traps = computed(() =>
    this.assigned().map(({ trapId }) => ({ id: trapId, number: this.store.numbers().get(trapId) ?? '' })),
  );

  /** To look before the end is possible, and is written down before anything is shown. */
  protected peek(): void {
    this.#outbox.do({
      says: 'The trial was looked at before its end',
      changes: [made('deviations', { trialId: this.id(), on: this.store.today(), what: 'peeked' })],
    });
    this.asksToPeek.set(false);
    this.peeked.set(true);
  }
  protected open(): void {
    const trial = this.trial();
    if (trial) {
      this.#outbox.do({
        says: `Answer opened: ${trial.name}`,
        changes: [changed('trials', trial, { openedOn: this.store.today() })],
      });
    }
  }
  protected tell(): void {
    const what = this.what();
    if (what === null) {
      this.fault.set('Say what went otherwise.');
      return;
    }
    this.fault.set(null);
    const notes = this.note.value.trim();
    this.#outbox.do({
      says: `Otherwise than the trial: ${DEVIATION_SAID[what]}`,
      changes: [
        made('deviations', {
          trialId: this.id(),
          on: this.store.today(),
          what,
          trapId: this.whichTrap(),
          notes: notes === '' ? null : notes,
        }),
      ],
    });
    this.note.reset();
    this.what.set(null);
    this.whichTrap.set(null);
  }

  /** The same pairs next season, each trap the other way. */
  protected swap(): void {
    const trial = this.trial();
    if (!trial) return;
    const { fact, optionA, optionB, nameA, nameB, seed, hopedRatio, name } = trial;
    const next = made('trials', {
      ...{ fact, optionA, optionB, nameA, nameB, seed, hopedRatio, name },
      ...yearLater(trial),
      afterTrial: trial.id,
    });
    this.#outbox.do({
      says: `Swapped for next season: ${name}`,
      changes: [
        next,
        ...this.assigned().map(({ block, trapId, siteId, side }) =>
          made('assignments', { trialId: next.id, block, trapId, siteId, side: side === 'A' ? 'B' : 'A' }),
        ),
      ],
    });
    void this.#router.navigate([...trialLink(next.id)]);
  }
}
