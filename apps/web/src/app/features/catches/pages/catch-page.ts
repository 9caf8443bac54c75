import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { toSignal } from '@angular/core/rxjs-interop';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import { type Fields, RECORD_TABLES } from '@yewridge/contract/season';
import { FOLLOWUP_KINDS, type FollowupKind } from '@yewridge/core/catches';
import { catchError, map, of } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { DayField, givenDayFault } from '../../../shared/fields/day-field';
import { Caution } from '../../../shared/layout/caution';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import {
  callLink,
  catchesLink,
  catchLink,
  hangLink,
  newCatchLink,
  siteLink,
  stayLink,
  swarmSizeLink,
} from '../../../shared/routes/paths';
import { optionsOf } from '../../../shared/fields/pick';
import { KeptFields, type KeptLine } from '../../../shared/records/kept-fields';
import { PhotoStrip } from '../../../shared/season/photo-strip';
import { binned, RecordsApi } from '../../../shared/season/records-api';
import { FOLLOWUP_NAMES, METHOD_NAMES, QUEEN_NAMES } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewFor, viewOf } from '../../../shared/season/view-store';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { sizeWords, stageWords, stepsOf } from '../data/catch-words';
import {
  type CatchDays,
  catchDaysFault,
  carryAct,
  editAct,
  followupAct,
  sizeByMass,
  stepAct,
  type StepChange,
} from '../data/catch-acts';
import { CatchesApi } from '../data/catches-api';
import { PlanTrack } from '../ui/plan-track';
import { SwarmPlace } from '../ui/swarm-place';
import { QueenSigns } from '../ui/queen-signs';

const SIZED_BY_NAMES = {
  scales: 'scales',
  frames: 'frames covered',
  cluster: 'size of the cluster',
  eye: 'by eye',
} as const;

/** One catch: what it was, where it went, what became of it. */
@Component({
  selector: 'yw-catch-page',
  imports: [
    MatCheckboxModule,
    MatFormFieldModule,
    MatInputModule,
    KeptFields,
    DayField,
    SwarmPlace,
    QueenSigns,
    PlanTrack,
    PhotoStrip,
    PageHeader,
    Waiting,
    Empty,
    Failed,
    RouterLink,
    Caution,
    SizeField,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './catch-page.html',
  styleUrl: './catch-page.scss',
})
export class CatchPage {
  readonly id = input.required<string>();

  readonly #api = inject(CatchesApi);
  readonly #records = inject(RecordsApi);
  readonly #outbox = inject(ActOutbox);
  protected readonly system = inject(UnitChoice).system;
  protected readonly clock = inject(TodayClock);
  protected readonly view = viewOf(() => this.#api.board());
  /** Nothing where nobody knows the place: then there is no sunset to go by. */
  readonly #answer = viewFor(this.id, (id) => this.#api.plan(id).pipe(map((plan) => ({ plan }))));
  protected readonly plan = computed(() => this.#answer.data()?.plan ?? null);
  protected readonly planNone = computed(() => this.#answer.data()?.plan === null);
  readonly #marks = viewFor(this.id, (catchId) => this.#records.list('steps', { catchId }), { of: ['steps'] });
  protected readonly callLink = callLink;
  protected readonly links = {
    board: catchesLink(),
    size: swarmSizeLink(),
    hang: hangLink(),
    newCatch: newCatchLink(),
  };
  protected readonly lines: Readonly<Record<'method' | 'mass' | 'size' | 'after', readonly KeptLine<'catches'>[]>> = {
    method: [{ field: 'method', says: 'how it was caught', choices: optionsOf(METHOD_NAMES) }],
    mass: [{ field: 'massKg', says: 'mass of bees' }],
    size: [
      { field: 'framesCovered', says: 'frames covered' },
      { field: 'sizedBy', says: 'sized by', choices: optionsOf(SIZED_BY_NAMES), act: 'how it was sized' },
      { field: 'queen', says: 'queen', choices: optionsOf(QUEEN_NAMES) },
    ],
    after: [
      { field: 'wentTo', says: 'went to', act: 'where it went' },
      { field: 'notes', says: 'note' },
    ],
  };
  protected readonly kinds = FOLLOWUP_KINDS.map((kind) => ({ kind, name: FOLLOWUP_NAMES[kind] }));
  protected readonly ranges = {
    followup: RECORD_TABLES.followups.frames,
  };
  protected readonly frames = signal<number | null>(null);
  protected readonly catchLink = catchLink;

  protected readonly card = computed(() => {
    const card = this.view.data()?.cards.find(({ caught }) => caught.id === this.id());
    return card ? { ...card, caught: this.#outbox.oneAsTold('catches', card.caught) } : null;
  });
  protected readonly afterSwarms = computed(() =>
    (this.view.data()?.cards ?? [])
      .filter(({ caught }) => caught.afterSwarmOf === this.id())
      .map(({ caught }) => caught.id),
  );
  /** The stay comes with the page: what is done in the field asks nobody first. */
  readonly #stayId = computed(() => this.card()?.caught.deploymentId ?? null);
  readonly #stay = viewFor(this.#stayId, (id) => (id === null ? of(null) : this.#records.one('deployments', id)), {
    of: ['deployments'],
  });
  protected readonly carryMissing = computed(() =>
    this.#stay.data() === null ? 'This hanging is still being fetched: a moment.' : null,
  );
  protected readonly dayProblem = signal<string | null>(null);
  protected readonly sites = toSignal(
    this.#records.list('sites', { sort: 'name', limit: 500 }).pipe(
      map(({ items }) => items),
      catchError(() => of([])),
    ),
    { initialValue: [] },
  );
  readonly #keptDays = computed(
    () => ({ foundOn: this.card()?.caught.foundOn ?? '', arrivedOn: this.card()?.caught.arrivedOn ?? '' }),
    { equal: (a, b) => a.foundOn === b.foundOn && a.arrivedOn === b.arrivedOn },
  );
  /** Both days as typed: they are judged together, so that they may be typed in any order. Only other days take them away. */
  protected readonly days = linkedSignal(() => this.#keptDays());
  protected readonly daysFault = computed(() => catchDaysFault(this.days(), this.clock.today() ?? this.days().foundOn));
  protected readonly steps = computed(() => {
    const card = this.card();
    return card ? stepsOf(card) : [];
  });
  protected readonly answer = computed(() => {
    const card = this.card();
    if (!card) return 'A catch';
    return `${sizeWords(card.caught, this.system())}, ${stageWords(card)}`;
  });
  protected readonly places = computed(() => {
    const card = this.card();
    return (
      card && {
        site: card.siteId === null ? null : siteLink(card.siteId),
        stay: card.caught.deploymentId === null ? null : stayLink(card.caught.deploymentId),
      }
    );
  });

  protected edit(change: Partial<Fields<'catches'>>, what: string): void {
    const card = this.card();
    if (card) this.#outbox.do(editAct(card, change, what));
  }

  protected sayDay(change: Partial<CatchDays>): void {
    const days = { ...this.days(), ...change };
    this.days.set(days);
    const { foundOn, arrivedOn } = days;
    if (catchDaysFault(days, this.clock.today() ?? foundOn) === null)
      this.edit({ foundOn, arrivedOn: arrivedOn === '' ? null : arrivedOn }, 'days put right');
  }

  protected weigh(massKg: number | null): void {
    const card = this.card();
    if (card) this.edit({ massKg, size: sizeByMass(massKg, card.caught.size) }, 'mass');
  }

  protected secondary(yes: boolean): void {
    const card = this.card();
    if (card) this.edit({ size: yes ? 'secondary' : sizeByMass(card.caught.massKg, null) }, 'kind of swarm');
  }

  /** A step is marked, or its mark is taken off: one record a step. */
  protected mark(change: StepChange): void {
    const card = this.card();
    const known = this.#marks.data()?.items.find(({ code }) => code === change.code);
    const act = card && stepAct(card, change, known ?? null);
    if (act) this.#outbox.do(act);
  }

  protected followUp(kind: FollowupKind, on: string): void {
    const card = this.card();
    this.dayProblem.set(givenDayFault(on));
    if (!card || this.dayProblem() !== null) return;
    this.#outbox.do(followupAct(card, kind, on, this.frames()));
    this.frames.set(null);
  }

  protected carry(on: string, wentTo: string): void {
    const card = this.card();
    const stay = this.#stay.data();
    this.dayProblem.set(givenDayFault(on));
    if (card && stay && this.dayProblem() === null) this.#outbox.do(carryAct(card, stay, on, wentTo));
  }

  protected removeStep(id: string): void {
    const followup = this.card()?.followups.find((one) => one.id === id);
    if (followup)
      this.#outbox.do({ says: `${FOLLOWUP_NAMES[followup.kind]}: removed`, changes: [binned('followups', followup)] });
  }
}
