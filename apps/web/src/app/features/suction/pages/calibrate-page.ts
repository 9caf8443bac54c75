import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { ManometerReadingDto } from '@yewridge/contract/suction';
import { type Reading, RIG_LIMITS } from '@yewridge/core/suction';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { Segments } from '../../../shared/fields/segments';
import type { ApiFailure } from '../../../shared/http/api-failure';
import { writeChoice } from '../../../shared/kept/kept-choice';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { Caution } from '../../../shared/layout/caution';
import { FigureTable } from '../../../shared/layout/figure-table';
import { UndoToast } from '../../../shared/layout/undo-toast';
import { figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { CalibrationStore, FOUND_KINDS, type FoundKind } from '../data/calibration-store';
import { estimateRows, fitWords, nextReading, residualWords } from '../data/calibration-words';
import { RigStore } from '../data/rig-store';
import { CAUTIONS } from '../data/safety-notes';
import { type GateSetting, ManometerPanel } from '../ui/manometer-panel';
import { ReadingCard } from '../ui/reading-card';
import { ReadingChart } from '../ui/reading-chart';
import { ReadingPlan } from '../ui/reading-plan';
import { RigFrame } from '../ui/rig-frame';
import { WaterGauge } from '../ui/water-gauge';

const L = RIG_LIMITS;
/** Pa: about 30 mm of water. */
const EXAMPLE = 300;
const FIRST: Reading = { opening: 1, boxUnderPressure: 100 };

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
  providers: [RigStore, CalibrationStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './calibrate-page.html',
  styleUrls: ['./side-page.scss', './calibrate-page.scss'],
})
export class CalibratePage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly caution = CAUTIONS.calibrating;
  protected readonly kinds = Object.entries(FOUND_KINDS).map(([id, name]) => ({ id: id as FoundKind, name }));
  protected readonly most = L.readings;

  protected readonly calibration = inject(CalibrationStore);
  protected readonly readings = this.calibration.readings;
  protected readonly kind = this.calibration.kind;
  protected readonly found = this.calibration.found;
  protected readonly fitting = this.calibration.fitting;
  protected readonly understood = signal(false);
  protected readonly setting = signal<GateSetting>({ opening: 1, portClosed: false });
  protected readonly live = signal<ManometerReadingDto | null>(null);
  readonly #toast = inject(UndoToast);
  readonly #workspace = inject(WorkspaceStore).workspace;

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
        this.calibration.open(id);
      });
    });
    undoKeys(this.store);
    effect(() => {
      writeChoice(`yewridge.readings.${this.id()}`, JSON.stringify(this.readings()));
    });
  }

  protected residual(n: number): string {
    const found = this.found();
    return found ? residualWords(found, this.readings(), n) : '';
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

  protected accept(): void {
    const found = this.found();
    if (!found) return;
    this.calibration.accept(found, this.#workspace()?.now.slice(0, 10) ?? '').subscribe({
      next: ({ version }) => {
        this.#toast.tell(`Calibrated; kept as version ${version}`);
      },
      error: (failure: ApiFailure) => {
        this.#toast.tell(failure.message);
      },
    });
  }
}
