import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import type { ManometerReadingDto } from '@yewridge/contract/suction';
import { type Calibration, type Reading, RIG_LIMITS } from '@yewridge/core/suction';
import equal from 'fast-deep-equal';
import { catchError, concat, concatMap, EMPTY, ignoreElements, of, type Subscription, switchMap, timer } from 'rxjs';
import { undoKeys } from '../../../shared/documents/undo-keys';
import type { Field, PartChange } from '../../../shared/fields/field';
import { FieldList } from '../../../shared/fields/field-list';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { readText, writeChoice } from '../../../shared/kept/kept-choice';
import { Caution } from '../../../shared/layout/caution';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { decimalText, figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import {
  columnText,
  estimateRows,
  fitWords,
  gaugeText,
  nextReading,
  residualWords,
  stopWords,
  unsafe,
} from '../data/calibration-words';
import { bare, calibrated } from '../data/rig-edits';
import { RigStore } from '../data/rig-store';
import { RigsApi } from '../data/rigs-api';
import { CURVE_NAMES } from '../data/rig-words';
import { CAUTIONS } from '../data/safety-notes';
import { WorkerDesk } from '../data/worker-desk';
import { RigFrame } from '../ui/rig-frame';
import { WaterGauge } from '../ui/water-gauge';
import { Segments } from '../../../shared/fields/segments';

const L = RIG_LIMITS;
const FIELDS: readonly Field[] = [
  { path: 'opening', label: 'Gate open', kind: 'percent', range: L.share },
  { path: 'boxUnderPressure', label: 'In the box', kind: 'pressure', range: L.reading },
  { path: 'nozzleSpeed', label: 'At the mouth, mean', kind: 'speed', range: L.speed, otherwise: null },
];
const PAUSE_MS = 150;
/** Pa: about 30 mm of water. */
const EXAMPLE = 300;
const FIRST: Reading = { opening: 1, boxUnderPressure: 100 };
/** The curves a calibration can find. */
const KINDS = { parabola: CURVE_NAMES.parabola, linear: CURVE_NAMES.linear } as const;

function keptReadings(id: string): readonly Reading[] {
  try {
    const found: unknown = JSON.parse(readText(`yewridge.readings.${id}`, 20_000) ?? '[]');
    return Array.isArray(found) ? (found as Reading[]) : [];
  } catch {
    return [];
  }
}

/** Readings of the empty, running rig, typed or taken live, and what they say about source and leak. */
@Component({
  selector: 'yw-calibrate-page',
  imports: [Segments, MatCheckboxModule, RigFrame, FieldList, Caution, WaterGauge],
  providers: [RigStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './calibrate-page.html',
  styleUrl: './side-page.scss',
})
export class CalibratePage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly caution = CAUTIONS.calibrating;
  protected readonly fields = FIELDS;
  protected readonly kinds = Object.entries(KINDS).map(([id, name]) => ({ id: id as keyof typeof KINDS, name }));
  protected readonly most = L.readings;

  protected readonly readings = signal<readonly Reading[]>([]);
  protected readonly understood = signal(false);
  protected readonly kind = signal<keyof typeof KINDS>('parabola');
  protected readonly opening = signal(1);
  protected readonly portClosed = signal(false);
  protected readonly listening = signal(false);
  protected readonly live = signal<ManometerReadingDto | null>(null);
  protected readonly liveFails = signal<string | null>(null);
  protected readonly found = signal<Calibration | null>(null);
  protected readonly fitting = signal(false);
  #stream: Subscription | null = null;
  #simulated = false;
  readonly #api = inject(RigsApi);
  readonly #desk = inject(WorkerDesk);
  readonly #destroyed = inject(DestroyRef);
  readonly #toast = inject(UndoToast);
  readonly #workspace = inject(WorkspaceStore).workspace;

  readonly #question = computed(
    () => {
      const rig = this.store.shown();
      const readings = this.readings();
      return rig && readings.length > 0 ? { rig: bare(rig), readings, curveKind: this.kind() } : null;
    },
    { equal },
  );
  protected readonly rows = computed(() => {
    const found = this.found();
    return found ? estimateRows(found, this.system()) : [];
  });
  protected readonly fits = computed(() => {
    const found = this.found();
    return found ? fitWords(found) : '';
  });
  protected readonly next = computed(() => nextReading(this.readings()));
  protected readonly unsafe = computed(() => unsafe(this.opening(), this.portClosed()));
  protected readonly stop = computed(() => {
    const live = this.live();
    return live ? stopWords(live.boxUnderPressure, this.system()) : null;
  });
  protected readonly liveText = computed(() => {
    const live = this.live();
    if (!live) return null;
    const speed =
      live.nozzleSpeed === null ? 'port shut' : `${figureText(live.nozzleSpeed, 'speed', this.system())} at the mouth`;
    return `${gaugeText(live.boxUnderPressure, this.system())}, ${speed}`;
  });
  protected readonly answer = computed(() => {
    const found = this.found();
    if (this.readings().length === 0) return 'Calibrate: no reading yet';
    return found
      ? `${figureText(found.freeFlow.value, 'flow', this.system())} free flow from ${this.readings().length} readings`
      : 'Calibrate';
  });
  /** What the picture of the gauge shows: what is heard now, or the last reading. */
  protected readonly shownPressure = computed(
    () => this.live()?.boxUnderPressure ?? this.readings().at(-1)?.boxUnderPressure ?? EXAMPLE,
  );
  protected readonly openingText = computed(() => decimalText(this.opening(), 2));

  constructor() {
    const texts = inject(KeptTexts);
    effect(() => {
      const id = this.id();
      untracked(() => {
        texts.open(`rig-${id}`);
        this.store.open(id);
        this.readings.set(keptReadings(id));
      });
    });
    undoKeys(this.store);
    effect(() => {
      writeChoice(`yewridge.readings.${this.id()}`, JSON.stringify(this.readings()));
    });
    toObservable(this.#question)
      .pipe(
        switchMap((question) => {
          this.fitting.set(question !== null);
          if (question === null) return of(null);
          return timer(PAUSE_MS).pipe(
            switchMap(() => this.#desk.run('calibrate', question)),
            catchError(() => of(null)),
          );
        }),
        takeUntilDestroyed(),
      )
      .subscribe((found) => {
        this.found.set(found);
        this.fitting.set(false);
      });
  }

  protected residual(n: number): string {
    const found = this.found();
    return found ? residualWords(found, this.readings(), n) : '';
  }

  protected gauge(pascal: number): string {
    return columnText(pascal, this.system());
  }

  protected change(n: number, { field, value }: PartChange): void {
    this.readings.update((all) =>
      all.map((one, at) => {
        if (at !== n) return one;
        const { [field as keyof Reading]: _, ...rest } = one;
        return (value === undefined ? rest : { ...one, [field]: value }) as Reading;
      }),
    );
  }

  protected shut(n: number, portClosed: boolean): void {
    this.readings.update((all) => all.map((one, at) => (at === n ? { ...one, portClosed } : one)));
  }

  protected faultOf(reading: Reading): string | null {
    return unsafe(reading.opening, reading.portClosed === true);
  }

  protected add(): void {
    this.readings.update((all) => [...all, all.at(-1) ?? FIRST]);
  }

  protected drop(n: number): void {
    const before = this.readings();
    this.readings.set(before.filter((_, at) => at !== n));
    this.#toast.show('Reading removed', () => {
      this.readings.set(before);
    });
  }

  /** Listens to the instrument at the setting chosen. */
  protected listen(): void {
    this.hush();
    this.listening.set(true);
    this.liveFails.set(null);
    // One subscription for both, so that ending it always ends the stream too, and no other setting is heard beside this one.
    this.#stream = concat(
      this.store.flush().pipe(
        ignoreElements(),
        catchError(() => EMPTY),
      ),
      this.#api.manometer(this.id(), { opening: this.opening(), portClosed: this.portClosed() }),
    )
      .pipe(takeUntilDestroyed(this.#destroyed))
      .subscribe({
        next: (reading) => {
          this.live.set(reading);
          // What was read stays on the screen, so that it is seen why listening stopped.
          if (reading.stop) this.hush(reading);
        },
        error: (error: Error) => {
          this.hush();
          this.liveFails.set(error.message);
        },
      });
  }

  protected hush(last: ManometerReadingDto | null = null): void {
    this.#stream?.unsubscribe();
    this.#stream = null;
    this.listening.set(false);
    this.live.set(last);
  }

  protected set(opening: string): void {
    this.opening.set(Number(opening));
    this.#again();
  }

  protected setPort(closed: boolean): void {
    this.portClosed.set(closed);
    this.#again();
  }

  /** A setting that must not be read ends the listening. */
  #again(): void {
    if (!this.listening()) return;
    if (this.unsafe() === null) this.listen();
    else this.hush();
  }

  protected take(): void {
    const live = this.live();
    if (!live) return;
    this.#simulated = live.simulated;
    const reading: Reading = {
      opening: live.opening,
      boxUnderPressure: live.boxUnderPressure,
      nozzleSpeed: live.nozzleSpeed,
      portClosed: live.portClosed,
    };
    this.readings.update((all) => [...all, reading]);
  }

  /** The old rig is kept as a version, the found curve and leak put in, and that is kept as the next one. */
  protected accept(): void {
    const found = this.found();
    if (!found) return;
    const readings = this.readings();
    const day = this.#workspace()?.now.slice(0, 10) ?? '';
    this.store
      .freeze('before-calibration')
      .pipe(
        concatMap(() => {
          this.store.edit((rig) =>
            calibrated(rig, found, {
              curveKind: this.kind(),
              readings,
              day,
              instrument: this.#simulated ? 'simulated' : 'typed',
            }),
          );
          return this.store.freeze('calibrated');
        }),
      )
      .subscribe({
        next: ({ version }) => {
          this.#toast.tell(`Calibrated; kept as version ${version}`);
        },
        error: (failure: ApiFailure) => {
          this.#toast.tell(failure.message);
        },
      });
  }
}
