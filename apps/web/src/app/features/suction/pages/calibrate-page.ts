import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { ManometerReadingDto } from '@yewridge/contract/suction';
import { type Calibration, type Reading, RIG_LIMITS } from '@yewridge/core/suction';
import equal from 'fast-deep-equal';
import { catchError, concatMap, of, switchMap, timer } from 'rxjs';
import { undoKeys } from '../../../shared/documents/undo-keys';
import type { PartChange } from '../../../shared/fields/field';
import { Segments } from '../../../shared/fields/segments';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { readText, writeChoice } from '../../../shared/kept/kept-choice';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { Caution } from '../../../shared/layout/caution';
import { FigureTable } from '../../../shared/layout/figure-table';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { estimateRows, fitWords, nextReading, residualWords } from '../data/calibration-words';
import { bare, calibrated } from '../data/rig-edits';
import { RigStore } from '../data/rig-store';
import { CURVE_NAMES } from '../data/rig-words';
import { CAUTIONS } from '../data/safety-notes';
import { WorkerDesk } from '../data/worker-desk';
import { type GateSetting, ManometerPanel } from '../ui/manometer-panel';
import { ReadingCard } from '../ui/reading-card';
import { ReadingChart } from '../ui/reading-chart';
import { ReadingPlan } from '../ui/reading-plan';
import { RigFrame } from '../ui/rig-frame';
import { WaterGauge } from '../ui/water-gauge';

const L = RIG_LIMITS;
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
  imports: [
    FigureTable,
    Segments,
    MatCheckboxModule,
    RigFrame,
    Caution,
    WaterGauge,
    ManometerPanel,
    ReadingPlan,
    ReadingCard,
    ReadingChart,
  ],
  providers: [RigStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './calibrate-page.html',
  styleUrls: ['./side-page.scss', './calibrate-page.scss'],
})
export class CalibratePage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly caution = CAUTIONS.calibrating;
  protected readonly kinds = Object.entries(KINDS).map(([id, name]) => ({ id: id as keyof typeof KINDS, name }));
  protected readonly most = L.readings;

  protected readonly readings = signal<readonly Reading[]>([]);
  protected readonly understood = signal(false);
  protected readonly kind = signal<keyof typeof KINDS>('parabola');
  protected readonly setting = signal<GateSetting>({ opening: 1, portClosed: false });
  protected readonly live = signal<ManometerReadingDto | null>(null);
  protected readonly found = signal<Calibration | null>(null);
  protected readonly fitting = signal(false);
  #simulated = false;
  readonly #desk = inject(WorkerDesk);
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
  protected readonly columns = [
    { id: 'name', name: '' },
    { id: 'value', name: '' },
  ];
  protected readonly rows = computed(() => {
    const found = this.found();
    return (found ? estimateRows(found, this.system()) : []).map(({ name, value, range, says }) => ({
      cells: { name, value: { text: value, strong: true, also: [`most likely between ${range}; ${says}`] } },
    }));
  });
  protected readonly fits = computed(() => {
    const found = this.found();
    return found ? fitWords(found) : '';
  });
  protected readonly next = computed(() => nextReading(this.readings()));
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

  protected change(n: number, { field, value }: PartChange): void {
    this.readings.update((all) =>
      all.map((one, at) => {
        if (at !== n) return one;
        const { [field as keyof Reading]: _, ...rest } = one;
        return (value === undefined ? rest : { ...one, [field]: value }) as Reading;
      }),
    );
  }

  /** A reading to be typed, at the setting that is shown. */
  protected add(): void {
    const { opening, portClosed } = this.setting();
    this.readings.update((all) => [...all, { ...(all.at(-1) ?? FIRST), opening, portClosed }]);
  }

  protected drop(n: number): void {
    const before = this.readings();
    this.readings.set(before.filter((_, at) => at !== n));
    this.#toast.show('Reading removed', () => {
      this.readings.set(before);
    });
  }

  /** What the instrument hears must be kept before it is asked. */
  protected readonly keep = (): ReturnType<RigStore['flush']> => this.store.flush();

  protected take({ simulated, opening, boxUnderPressure, nozzleSpeed, portClosed }: ManometerReadingDto): void {
    this.#simulated = simulated;
    this.readings.update((all) => [...all, { opening, boxUnderPressure, nozzleSpeed, portClosed }]);
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
