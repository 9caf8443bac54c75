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
import { FigureTable } from '../../../shared/layout/figure-table';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { type HeatPoint, rigHeatQuestion } from '@yewridge/core/suction';
import { interval } from 'rxjs';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { withValue } from '../../../shared/documents/value-at';
import type { PartChange } from '../../../shared/fields/field';
import { FieldList } from '../../../shared/fields/field-list';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { Caution } from '../../../shared/layout/caution';
import { temperatureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { boxesLine, coolingLine, heatLine, minutes } from '../data/readings-view';
import { partFields } from '../data/rig-parts';
import { RigStore } from '../data/rig-store';
import { MOOD_NAMES } from '../data/rig-words';
import { CAUTIONS } from '../data/safety-notes';
import { BatteryPanel } from '../ui/battery-panel';
import { HeatCase, HeatChart } from '../ui/heat-panel';
import { ReadingLines } from '../ui/reading-lines';
import { RigFrame } from '../ui/rig-frame';

const MOODS = ['resting', 'disturbed', 'agitated'] as const;

/** How long shut-in bees bear it, and a clock to run beside the job. */
@Component({
  selector: 'yw-heat-page',
  imports: [FigureTable, BatteryPanel, RigFrame, HeatChart, HeatCase, ReadingLines, FieldList, Caution],
  providers: [RigStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './heat-page.html',
  styleUrl: './side-page.scss',
})
export class HeatPage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly caution = CAUTIONS.heat;
  protected readonly transport = CAUTIONS.transport;
  readonly #destroyed = inject(DestroyRef);
  /** s since the box was shut; `null` while the clock stands. */
  protected readonly running = signal<number | null>(null);
  #started = 0;

  protected readonly fields = computed(() => {
    const rig = this.store.document();
    return rig ? [...partFields(rig, 'bees').slice(0, 1), ...partFields(rig, 'weather').slice(0, 1)] : [];
  });
  protected readonly lines = computed(() => {
    const rig = this.store.shown();
    const readings = this.store.readings();
    if (!rig || !readings) return [];
    const question = rigHeatQuestion(rig, readings.state.flow.screen);
    const { value, waiting } = this.store.heat();
    const clock = waiting ? null : value;
    const system = this.system();
    return [heatLine(rig, clock, question, system), coolingLine(clock, question, system), boxesLine(rig)].filter(
      (one) => one !== null,
    );
  });
  protected readonly onBattery = computed(() => {
    const supply = this.store.document()?.source.supply;
    return supply === 'toolBattery' || supply === 'battery12';
  });
  protected readonly columns = [
    { id: 'mood', name: 'bees' },
    { id: 'warning', name: 'to the warning', figure: true },
    { id: 'danger', name: 'to danger', figure: true },
  ];
  protected readonly rows = computed(() => {
    const clock = this.store.heat().value;
    if (!clock) return [];
    const time = (value: number | null): string => (value === null ? 'not in two hours' : `${minutes(value)} min`);
    return MOODS.map((mood) => ({
      on: this.store.shown()?.heat.mood === mood,
      cells: {
        mood: MOOD_NAMES[mood],
        warning: time(clock.byMood[mood].warning),
        danger: time(clock.byMood[mood].danger),
      },
    }));
  });
  protected readonly answer = computed(() => {
    const clock = this.store.heat().value;
    if (!clock) return 'Heat clock';
    // For bees just taken, whatever mood is chosen for the course below.
    const { warning } = clock.byMood.agitated;
    return warning === null
      ? 'Stays under the warning for two hours'
      : `${minutes(warning)} minutes to the warning for bees just taken`;
  });
  /** What the model says for the time on the clock. */
  protected readonly now = computed(() => {
    const time = this.running();
    const clock = this.store.heat().value;
    if (time === null || !clock) return null;
    const point = clock.course.reduce<HeatPoint | null>((last, one) => (one.time <= time ? one : last), null);
    const { timeToWarning, timeToDanger } = clock.run;
    const state =
      timeToDanger !== null && time >= timeToDanger
        ? 'Danger: open the screens and give them air now.'
        : timeToWarning !== null && time >= timeToWarning
          ? 'Warning: stop collecting, shade, fan on.'
          : timeToWarning === null
            ? 'No warning expected.'
            : `${minutes(timeToWarning - time)} min to the warning.`;
    return {
      clock: `${Math.floor(time / 60)}:${String(Math.floor(time % 60)).padStart(2, '0')}`,
      bees: point ? temperatureText(point.bees, this.system()) : '',
      state,
      grave: timeToWarning !== null && time >= timeToWarning,
    };
  });

  constructor() {
    const texts = inject(KeptTexts);
    effect(() => {
      const id = this.id();
      untracked(() => {
        texts.open(`rig-${id}`);
        this.store.open(id);
      });
    });
    undoKeys(this.store);
    interval(1000)
      .pipe(takeUntilDestroyed(this.#destroyed))
      .subscribe(() => {
        if (this.#started > 0) this.running.set((performance.now() - this.#started) / 1000);
      });
  }

  protected start(): void {
    this.#started = performance.now();
    this.running.set(0);
  }

  protected stop(): void {
    this.#started = 0;
    this.running.set(null);
  }

  protected change({ field, value }: PartChange): void {
    this.store.edit((rig) => withValue(rig, field, value), field);
  }

  protected say(field: string, value: unknown): void {
    this.store.edit((rig) => ({ ...rig, heat: { ...rig.heat, [field]: value } }));
  }
}
