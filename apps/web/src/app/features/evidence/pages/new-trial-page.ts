import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { MatButtonModule } from '@angular/material/button';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { MatSelectModule } from '@angular/material/select';
import { Router, RouterLink } from '@angular/router';
import { pairCovariates, planTrial, type Power, SEASON_DAYS, tallyOf, trialTraps } from '@yewridge/core/evidence';
import { daysBetween } from '@yewridge/core/season';
import { catchError, debounceTime, map, of, startWith, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { DayField } from '../../../shared/fields/day-field';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { neighboursLink, trialLink, trialsLink } from '../../../shared/routes/paths';
import { made } from '../../../shared/season/records-api';
import { SizeField } from '../../../shared/units/size-field';
import { EvidenceRunner } from '../data/evidence-runner';
import { many } from '../data/evidence-words';
import { TrialStore } from '../data/trial-store';
import {
  powerAsks,
  powerSaid,
  PRESETS,
  PROTOCOL,
  TRIAL_FACTS,
  type TrialFact,
  trialName,
  usualEnd,
} from '../data/trial-words';
import { PairMap } from '../ui/pair-map';

const HOPED = { min: 1.05, max: 20 } as const;
const USUAL_HOPED = 2;
const REST_MS = 150;
const WAYS = [
  { side: 'A', label: 'First way', option: 'optionA', name: 'nameA', example: 'lemongrass in a bag' },
  { side: 'B', label: 'Second way', option: 'optionB', name: 'nameB', example: 'no lure' },
] as const;
const text = (): FormControl<string> => new FormControl('', { nonNullable: true });
const drawSeed = (): number => crypto.getRandomValues(new Uint32Array(1))[0] ?? 0;

/** A trial is set up: two ways, traps in pairs, a coin for each, and what it can be expected to see. */
@Component({
  selector: 'yw-new-trial-page',
  imports: [
    DayField,
    Failed,
    MatButtonModule,
    MatCheckboxModule,
    MatFormFieldModule,
    MatInputModule,
    MatSelectModule,
    PageHeader,
    PairMap,
    ReactiveFormsModule,
    RouterLink,
    SizeField,
    Waiting,
  ],
  providers: [TrialStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './new-trial-page.html',
  styleUrl: './trial-page.scss',
})
export class NewTrialPage {
  readonly #outbox = inject(ActOutbox);
  readonly #runner = inject(EvidenceRunner);
  readonly #router = inject(Router);
  protected readonly store = inject(TrialStore);
  protected readonly links = { trials: trialsLink(), neighbours: neighboursLink() };
  protected readonly view = this.store.view;
  protected readonly protocol = PROTOCOL;
  protected readonly ways = WAYS;
  protected readonly hopedRange = HOPED;
  protected readonly facts = Object.entries(TRIAL_FACTS).map(([id, name]) => ({ id: id as TrialFact, name }));
  protected readonly form = new FormGroup({ optionA: text(), optionB: text(), nameA: text(), nameB: text() });
  readonly #typed = toSignal(this.form.valueChanges, { initialValue: null });
  protected readonly fact = signal<TrialFact>('lure');
  protected readonly presets = computed(() => PRESETS[this.fact()] ?? null);
  protected readonly hoped = signal(USUAL_HOPED);
  protected readonly beginsOn = linkedSignal(() => this.store.today());
  protected readonly endsOn = linkedSignal(() => {
    const evidence = this.store.evidence();
    return evidence ? usualEnd(evidence.today, evidence.seasons, SEASON_DAYS) : '';
  });
  protected readonly seed = signal(drawSeed());
  protected readonly fault = signal<string | null>(null);
  readonly #left = signal<ReadonlySet<string>>(new Set());

  protected readonly traps = computed(() => {
    const evidence = this.store.evidence();
    return evidence ? trialTraps(evidence.spells, this.store.places()) : [];
  });
  protected readonly ticked = computed(() => this.traps().filter(({ id }) => !this.#left().has(id)));
  /** Pairs and their sides; `null` for fewer than two traps. */
  protected readonly plan = computed(() => {
    const traps = this.ticked();
    if (traps.length < 2) return null;
    return planTrial({ traps, options: ['A', 'B'], seed: this.seed(), covariates: pairCovariates(this.fact()) });
  });
  protected readonly pairs = computed(() => {
    const traps = new Map(this.traps().map((trap) => [trap.id, trap]));
    return (this.plan()?.assignments ?? []).flatMap(({ block, trapId, option }) => {
      const trap = traps.get(trapId);
      return trap ? [{ block, side: option as 'A' | 'B', ...trap }] : [];
    });
  });
  protected readonly count = computed(() => this.pairs().length / 2);
  protected readonly unpaired = computed(() => {
    const free = this.plan()?.unpaired ?? [];
    return this.traps()
      .filter(({ id }) => free.includes(id))
      .map(({ number }) => number);
  });
  protected readonly places = computed(() =>
    this.pairs().map(({ block, side, number, lat, lon }) => ({ block, side, number, lat, lon })),
  );
  protected readonly blocks = computed(() =>
    Array.from({ length: this.count() }, (_, n) => ({
      block: n + 1,
      words: this.pairs()
        .filter(({ block }) => block === n + 1)
        .map(({ number, site, side }) => `${number} at ${site}: ${this.#way(side)}`),
    })),
  );
  readonly #asked = computed(() => {
    const days =
      this.beginsOn() !== '' && this.endsOn() > this.beginsOn() ? daysBetween(this.beginsOn(), this.endsOn()) : 0;
    const own = tallyOf((this.store.evidence()?.spells ?? []).filter(({ season }) => season !== null));
    return {
      pairs: this.count(),
      hoped: this.hoped(),
      days,
      events: own.events,
      trapDays: own.days,
      seed: this.seed(),
    };
  });
  readonly #powers = toSignal(
    toObservable(this.#asked).pipe(
      debounceTime(REST_MS),
      switchMap(({ pairs, seed, ...of_ }) =>
        pairs === 0 || of_.days === 0
          ? of(null)
          : this.#runner.run('power', { each: powerAsks(pairs, of_, seed) }).pipe(
              map((said) => (said.kind === 'answer' ? { pairs, hoped: of_.hoped, powers: said.answer } : null)),
              startWith(null),
              catchError(() => of(null)),
            ),
      ),
      takeUntilDestroyed(),
    ),
    { initialValue: null as { pairs: number; hoped: number; powers: readonly Power[] } | null },
  );
  protected readonly power = computed(() => {
    const found = this.#powers();
    return found ? powerSaid(found.pairs, found.hoped, found.powers) : 'Working out what this can see …';
  });
  protected readonly answer = computed(() =>
    this.count() === 0 ? 'Settle a question fairly' : `${many(this.count(), 'pair', 'pairs')}, a coin for each`,
  );

  protected choose(fact: TrialFact): void {
    this.fact.set(fact);
    this.form.reset();
  }
  protected preset(side: 'A' | 'B', id: string): void {
    const name = this.presets()?.find((one) => one.id === id)?.name ?? '';
    this.form.patchValue(side === 'A' ? { optionA: id, nameA: name } : { optionB: id, nameB: name });
  }
  protected tick(id: string, on: boolean): void {
    this.#left.update((left) => new Set(on ? [...left].filter((one) => one !== id) : [...left, id]));
  }
  protected again(): void {
    this.seed.set(drawSeed());
  }

  protected keep(): void {
    const said = this.#said();
    if (typeof said === 'string') {
      this.fault.set(said);
      return;
    }
    const trial = made('trials', said);
    this.#outbox.do({
      says: `Trial kept: ${said.name}`,
      changes: [
        trial,
        ...this.pairs().map(({ block, side, id, siteId }) =>
          made('assignments', { trialId: trial.id, block, trapId: id, siteId, side }),
        ),
      ],
    });
    void this.#router.navigate([...trialLink(trial.id)]);
  }

  #way(side: 'A' | 'B'): string {
    this.#typed();
    const { nameA, nameB } = this.form.getRawValue();
    return (side === 'A' ? nameA : nameB) || (side === 'A' ? 'the first way' : 'the second way');
  }

  #said() {
    const { nameA, nameB, optionA, optionB } = this.form.getRawValue();
    const [a, b] = [nameA.trim(), nameB.trim()];
    if (a === '' || b === '') return 'Name both ways: that is what is done to the traps.';
    if (a === b) return `Both ways are called "${a}": a trial needs two that differ.`;
    if (this.count() === 0) return 'Tick two traps or more that hung at a place on the map.';
    if (this.beginsOn() === '' || this.endsOn() === '') return 'Say the first and the last day: they are fixed now.';
    if (this.endsOn() <= this.beginsOn()) return 'The last day must be after the first.';
    return {
      name: trialName({ nameA: a, nameB: b }),
      fact: this.fact(),
      optionA: optionA === '' ? a : optionA,
      optionB: optionB === '' ? b : optionB,
      nameA: a,
      nameB: b,
      seed: this.seed(),
      beginsOn: this.beginsOn(),
      endsOn: this.endsOn(),
      hopedRatio: this.hoped(),
    };
  }
}
