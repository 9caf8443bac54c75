import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
  viewChild,
} from '@angular/core';
import { MatRadioModule } from '@angular/material/radio';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { ScoutStep } from '@yewridge/core/catches';
import { catchError, of, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { DayField } from '../../../shared/fields/day-field';
import { HourField } from '../../../shared/fields/hour-field';
import { Caution } from '../../../shared/layout/caution';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { catchesLink, roundLink, roundsLink, stayLink, visitLink } from '../../../shared/routes/paths';
import { PhotoStrip } from '../../../shared/season/photo-strip';
import { RecordsApi } from '../../../shared/season/records-api';
import { agoWords, byWords, dayShort, scoutWords } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { figureText } from '../../../shared/units/format';
import { measuredWords } from '../../../shared/devices/sensor-words';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { RoundsApi } from '../data/rounds-api';
import { sightWords, stepSeen } from '../data/sight-words';
import { readingFault, readingsAct } from '../data/reading-acts';
import { lastLures, lureSays, NOTHING_SAID } from '../data/lures-said';
import {
  FRESH_LOOK,
  type Look,
  lookAt,
  missingInLook,
  type Trouble,
  TROUBLE_NAMES,
  visitAct,
} from '../data/visit-acts';
import { RoundWalk } from '../data/round-walk';
import { LureRows } from '../ui/lure-rows';
import { ScoutSteps } from '../ui/scout-steps';

/** Logging a visit at the foot of a tree: one touch for the scouts, one for all well, nothing to type. */
@Component({
  selector: 'yw-visit-page',
  imports: [
    MatRadioModule,
    MatCheckboxModule,
    PhotoStrip,
    LureRows,
    DayField,
    HourField,
    RouterLink,
    ScoutSteps,
    Waiting,
    Empty,
    Failed,
    Caution,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './visit-page.html',
  styleUrl: './visit-page.scss',
})
export class VisitPage {
  /** The stay. */
  readonly id = input.required<string>();
  /** The day of the round it is a stop of: afterwards one goes back to it. */
  readonly round = input<string>();

  protected readonly outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  readonly #workspace = inject(WorkspaceStore).workspace;
  readonly #demo = computed(() => this.#workspace()?.kind === 'demo');
  readonly #records = inject(RecordsApi);
  readonly #api = inject(RoundsApi);
  readonly #walk = inject(RoundWalk);
  protected readonly due = viewOf(() => this.#api.due());
  protected readonly rounds = roundsLink();
  protected readonly catches = catchesLink();

  protected readonly look = linkedSignal<string, Look>({ source: this.id, computation: () => FRESH_LOOK });
  protected readonly more = linkedSignal<string, 'trouble' | 'notes' | null>({
    source: this.id,
    computation: () => null,
  });
  protected readonly reading = signal({ label: '', value: '', unit: '' });
  protected readonly readingProblem = signal<string | null>(null);
  protected readonly troubles = Object.entries(TROUBLE_NAMES) as readonly (readonly [Trouble, string])[];

  protected readonly trap = computed(
    () => this.due.data()?.traps.find(({ deploymentId }) => deploymentId === this.id()) ?? null,
  );
  readonly #baits = toSignal(
    toObservable(this.id).pipe(
      // The bait of the stay that is open now.
      switchMap((deploymentId) =>
        this.#records.list('baits', { deploymentId, sort: '-appliedOn', limit: 20 }).pipe(catchError(() => of(null))),
      ),
    ),
    { initialValue: null },
  );
  protected readonly last = computed(() => lastLures(this.#baits()?.items ?? []));
  protected readonly sameAgain = computed(() => this.last().map(lureSays).join('; '));
  protected readonly dayField = viewChild(DayField);
  protected readonly hourField = viewChild(HourField);
  protected readonly missing = computed(
    () =>
      this.dayField()?.fault() ??
      this.hourField()?.fault() ??
      missingInLook(this.look(), this.last(), this.#clock.minute() ?? ''),
  );
  /** In the demo, what one would see there; elsewhere one looks oneself. */
  readonly #sight = toSignal(
    toObservable(computed(() => ({ id: this.id(), minute: this.#clock.minute(), demo: this.#demo() }))).pipe(
      // Of the trap and the hour that are open now.
      switchMap(({ id, demo }) => (demo ? this.#api.sight(id).pipe(catchError(() => of(null))) : of(null))),
    ),
    { initialValue: null },
  );
  protected readonly sight = computed(() => {
    const seen = this.#sight();
    const hour = Number(this.#clock.minute()?.slice(11, 13) ?? 12);
    return seen && { words: sightWords(seen, hour), step: stepSeen(seen) };
  });
  protected readonly told = computed(() => {
    const sensor = this.trap()?.sensor;
    if (!sensor) return null;
    const { name, simulated, at } = sensor;
    const measured = measuredWords(sensor, this.#system());
    return `${name}${simulated ? ', simulated' : ''}, ${agoWords(at.slice(0, 10), this.#clock.today() ?? at.slice(0, 10))} ${at.slice(11)}: ${measured}`;
  });
  protected readonly head = computed(() => {
    const trap = this.trap();
    const today = this.#clock.today();
    if (!trap || today === null) return null;
    const height = trap.heightM === null ? '' : `${figureText(trap.heightM, 'height', this.#system())} up`;
    const place = [height, trap.landmarkNote ?? ''].filter((text) => text !== '').join(', ');
    const seen = trap.lastScouts === null ? '' : `: ${scoutWords(trap.lastScouts)}`;
    const last =
      trap.lastVisitOn === null
        ? `Hung ${agoWords(trap.hungOn, today)}`
        : `Last look ${agoWords(trap.lastVisitOn, today)}${seen}`;
    return {
      place,
      last,
      hour: this.look().day === null ? (this.#clock.minute()?.slice(11) ?? '') : dayShort(this.look().day ?? ''),
      due: byWords(trap.due.dueBy, today),
      ladder: trap.heightM !== null && trap.heightM > 2,
      stay: stayLink(trap.deploymentId),
      closed: trap.due.nextAccess === today ? null : 'The owner does not let you in today.',
    };
  });

  protected choose(scouts: ScoutStep): void {
    this.look.update((look) => ({ ...look, scouts }));
  }

  protected change(change: Partial<Look>): void {
    this.look.update((look) => ({ ...look, ...change }));
  }

  protected refresh(yes: boolean): void {
    // Where nothing is known to go in again, it has to be named.
    this.change({ baitRefreshed: yes, lures: yes && this.last().length === 0 ? [NOTHING_SAID] : [] });
  }

  protected another(): void {
    this.change({ lures: [NOTHING_SAID] });
  }

  protected open(part: 'trouble' | 'notes'): void {
    this.more.update((before) => (before === part ? null : part));
  }

  /** Keeps the look and goes on to the next trap of the round. */
  protected keep(): void {
    const trap = this.trap();
    const minute = this.#clock.minute();
    if (!trap || minute === null) return;
    const reading = this.reading();
    const fault = readingFault(reading);
    this.readingProblem.set(fault);
    if (fault !== null || this.missing() !== null) return;
    const act = visitAct(trap, this.look(), minute, this.last());
    const at = lookAt(this.look(), minute);
    this.outbox.do({ ...act, changes: [...act.changes, ...readingsAct(trap.deploymentId, at, reading)] });
    this.reading.set({ label: '', value: '', unit: '' });
    if (this.look().scouts === 'movedIn') {
      void this.#router.navigate([...this.catches]);
      return;
    }
    const today = minute.slice(0, 10);
    if (this.round() === today) {
      void this.#router.navigate([...roundLink()]);
      return;
    }
    this.#walk.seen(trap.deploymentId, today);
    const next = this.#walk.nextOf(this.due.data()?.traps ?? [], today);
    void this.#router.navigate(next === null ? [...this.rounds] : [...visitLink(next)]);
  }
}
