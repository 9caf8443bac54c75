import { computed, inject, Injectable, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { EvidenceDto } from '@yewridge/contract/evidence';
import type { RecordDto, TableName } from '@yewridge/contract/season';
import {
  counted,
  type Effects,
  filling,
  fromShared,
  type KeptSpell,
  placeRates,
  readSharedText,
  type SharedSpell,
  sidesOf,
  yearRates,
} from '@yewridge/core/evidence';
import { catchError, debounceTime, EMPTY, forkJoin, map, of, switchMap, tap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { RecordsApi } from '../../../shared/season/records-api';
import { viewOf } from '../../../shared/season/view-store';
import { ViewsApi } from '../../../shared/season/views-api';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { EvidenceRunner } from './evidence-runner';
import { groupAsk, type OfferedAsk, type Question, sidesIn, standardAsks } from './standard-asks';

const ALL = { limit: 500 } as const;
const REST_MS = 60;
/** Tables that answers rest on. */
const OF: readonly TableName[] = [
  'deployments',
  'sites',
  'visits',
  'catches',
  'baits',
  'windows',
  'corrections',
  'weighings',
  'questions',
  'neighbours',
];

/** A neighbour's records with their spells read; `null` where what is kept cannot be read any more. */
export interface Neighbour {
  readonly record: RecordDto<'neighbours'>;
  readonly spells: readonly SharedSpell[] | null;
}

/** What Evidence rests on, and its answers. Provided by the page that shows it. */
@Injectable()
export class EvidenceStore {
  readonly #api = inject(ViewsApi);
  readonly #records = inject(RecordsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #runner = inject(EvidenceRunner);
  readonly #system = inject(UnitChoice).system;

  readonly view = viewOf(
    () =>
      forkJoin({
        evidence: this.#api.evidence(),
        windows: this.#records.list('windows', ALL).pipe(map(({ items }) => items)),
        corrections: this.#records.list('corrections', ALL).pipe(map(({ items }) => items)),
        questions: this.#records.list('questions', { sort: '-askedOn', ...ALL }).pipe(map(({ items }) => items)),
        // They stay at the table: on a telephone without a signal there are none.
        neighbours: this.#records.list('neighbours', { sort: 'keeper', ...ALL }).pipe(
          map(({ items }) => items),
          catchError(() => of([] as readonly RecordDto<'neighbours'>[])),
        ),
      }),
    { of: OF },
  );
  /** Questions that are asked besides those that lead. */
  readonly also = signal<readonly string[]>([]);
  /** Other keepers' records are counted too. */
  readonly pooled = signal(false);
  readonly effects = signal<Effects | null>(null);
  readonly failed = signal<string | null>(null);

  readonly evidence = computed<EvidenceDto | null>(() => this.view.data()?.evidence ?? null);
  readonly questions = computed(() => this.#outbox.asTold('questions', this.view.data()?.questions ?? []));
  readonly windows = computed(() => this.#outbox.asTold('windows', this.view.data()?.windows ?? []));
  readonly corrections = computed(() => this.#outbox.asTold('corrections', this.view.data()?.corrections ?? []));
  /** The keeper's groups of places: the latest question that was made one. */
  readonly group = computed<Question | null>(() => this.questions().find((one) => one.groupsPlaces === true) ?? null);
  readonly neighbours = computed<readonly Neighbour[]>(() =>
    this.#outbox.asTold('neighbours', this.view.data()?.neighbours ?? []).map((record) => ({
      record,
      spells: read(record.spells),
    })),
  );
  readonly own = computed<readonly KeptSpell[]>(() =>
    (this.evidence()?.spells ?? []).map((spell) => ({ ...spell, keeper: '' })),
  );
  readonly spells = computed<readonly KeptSpell[]>(() =>
    this.pooled()
      ? [...this.own(), ...this.neighbours().flatMap(({ record, spells }) => fromShared(spells ?? [], record.keeper))]
      : this.own(),
  );
  /** All questions the page has, the keeper's groups first. */
  readonly offered = computed<readonly OfferedAsk[]>(() => {
    const group = this.group();
    return [...(group ? [groupAsk(group)] : []), ...standardAsks(this.#system())];
  });
  readonly asked = computed(() => this.offered().filter(({ ask, leads }) => leads || this.also().includes(ask.id)));
  readonly more = computed(() => this.offered().filter((one) => !this.asked().includes(one)));
  readonly places = computed(() => {
    const group = this.group();
    return placeRates(this.own(), group ? sidesIn(group) : null);
  });
  readonly years = computed(() => yearRates(this.own()));
  readonly byYear = computed(() => filling(this.own(), ({ season }) => String(season)));
  readonly filling = computed(() => {
    const group = this.group();
    return group ? filling(this.own(), sidesOf(sidesIn(group))) : filling(this.own());
  });
  readonly total = computed(() => this.places().total);

  constructor() {
    const ask = computed(() => ({ spells: counted(this.spells()), asks: this.asked().map((one) => one.ask) }));
    toObservable(ask)
      .pipe(
        debounceTime(REST_MS),
        tap(() => {
          this.failed.set(null);
        }),
        // The latest question wins; the worker of an earlier one is let go.
        switchMap(({ spells, asks }) =>
          spells.length === 0
            ? of(null)
            : this.#runner.run('page', { spells, asks }).pipe(
                map((said) => (said.kind === 'answer' ? said.answer : undefined)),
                catchError((error: unknown) => {
                  this.failed.set(error instanceof Error ? error.message : 'The answer could not be worked out.');
                  return EMPTY;
                }),
              ),
        ),
        takeUntilDestroyed(),
      )
      .subscribe((answer) => {
        if (answer !== undefined) this.effects.set(answer);
      });
  }
}

function read(text: string): readonly SharedSpell[] | null {
  try {
    return readSharedText(text);
  } catch {
    return null;
  }
}
