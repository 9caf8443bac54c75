import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { coverageSweep, gapCheck, meshByKey, screenSizing, slideCheck } from '@yewridge/core/suction';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { withValue } from '../../../shared/documents/value-at';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import type { PartChange } from '../../../shared/fields/field';
import { FieldList } from '../../../shared/fields/field-list';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { Caution } from '../../../shared/layout/caution';
import { Slide } from '../../../shared/fields/slide';
import { FigureTable } from '../../../shared/layout/figure-table';
import { VerdictLine } from '../../../shared/layout/verdict-line';
import { decimalText, figureText, percentText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { partFields } from '../data/rig-parts';
import { RigStore } from '../data/rig-store';
import { screenLine } from '../data/readings-view';
import { meshVerdict, PIN_WORDS, slideVerdicts } from '../data/screen-words';
import { MESH_NAMES } from '../data/rig-words';
import { CAUTIONS } from '../data/safety-notes';
import { ReadingLines } from '../ui/reading-lines';
import { RigFrame } from '../ui/rig-frame';

const COVERAGES = [0, 0.25, 0.5, 0.75, 0.9, 0.95, 0.98];

/** What the screen does as it clogs, and whether slides and slots hold bees. */
@Component({
  selector: 'yw-screen-page',
  imports: [FigureTable, Slide, RigFrame, ChoiceLine, FieldList, ReadingLines, VerdictLine, Caution],
  providers: [RigStore, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './screen-page.html',
  styleUrl: './side-page.scss',
})
export class ScreenPage {
  readonly id = input.required<string>();
  readonly store = inject(RigStore);
  protected readonly system = inject(UnitChoice).system;
  protected readonly meshNames = MESH_NAMES;
  protected readonly caution = CAUTIONS.suction;

  protected readonly fields = computed(() => {
    const rig = this.store.document();
    return rig ? partFields(rig, 'screen').slice(0, 2) : [];
  });
  protected readonly lines = computed(() => {
    const rig = this.store.shown();
    const readings = this.store.readings();
    return rig && readings ? [screenLine({ rig, readings, system: this.system() })] : [];
  });
  protected readonly mesh = computed(() => {
    const rig = this.store.shown();
    return rig ? meshVerdict(meshByKey({ key: rig.screen.mesh })) : null;
  });
  protected readonly coverage = computed(() => this.store.document()?.screen.coverage ?? 0);
  protected readonly coverageText = computed(() => percentText(this.coverage()));
  protected readonly columns = [
    { id: 'coverage', name: 'covered' },
    { id: 'hose', name: 'in the hose', figure: true },
    { id: 'local', name: 'through what is open', figure: true },
    { id: 'plenum', name: 'behind the screen', figure: true },
    { id: 'bee', name: 'a bee on it' },
  ];
  protected readonly sweep = computed(() => {
    const readings = this.store.readings();
    const rig = this.store.shown();
    if (!readings || !rig) return [];
    const system = this.system();
    const { openFraction } = meshByKey({ key: rig.screen.mesh });
    const { density } = readings.system.air;
    const { speedLimit } = screenSizing({ flow: 0.01, openFraction, airDensity: density });
    const all = coverageSweep({ system: readings.system, opening: rig.bleed.opening, coverages: COVERAGES });
    return all.map((row) => ({
      cells: {
        coverage: percentText(row.coverage),
        hose: figureText(row.hoseSpeed, 'speed', system),
        local: figureText(row.screenUncoveredSpeed, 'speed', system),
        plenum: figureText(row.plenumUnderPressure, 'pressure', system),
        bee: row.screenUncoveredSpeed > speedLimit ? { text: '▲ over the limit', bad: true } : 'free',
      },
    }));
  });
  protected readonly shut = computed(() => {
    const readings = this.store.readings();
    const rig = this.store.shown();
    if (!readings || !rig) return null;
    const { shutPressure, shut, state } = readings.screen;
    const advice =
      rig.bleed.at === 'box'
        ? ' The bleed lets air in before the screen, so it caps nothing: one behind the screen would.'
        : ' The bleed behind the screen caps it; the wider it stands, the less.';
    return {
      level: shut.level === 'pinned' || shut.level === 'held' ? ('look' as const) : ('good' as const),
      sentence: `Fully covered: ${figureText(shutPressure, 'pressure', this.system())}, ${decimalText(shut.pinRatio, 0)} times a bee’s weight: ${PIN_WORDS[shut.level]}.${advice}`,
      now: `As it stands a bee on it is ${PIN_WORDS[state.level]}.`,
    };
  });
  protected readonly slides = computed(() =>
    (this.store.document()?.slides ?? []).map((slide) => ({
      name: slide.name,
      verdicts: slideVerdicts(
        slideCheck({ slotHeight: slide.slotHeight, slideThickness: slide.slideThickness, bow: slide.bow }),
        gapCheck({ width: slide.slotHeight }),
        this.system(),
      ),
    })),
  );
  protected readonly answer = computed(() => {
    const holds = this.store.readings()?.screen.sizing.allowedCoverage;
    if (holds === undefined || holds === null) return 'Screen and slides';
    return holds > 0 ? `Holds until ${percentText(holds)} of it is covered` : 'Too small a screen for this flow';
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
  }

  protected change({ field, value }: PartChange): void {
    this.store.edit((rig) => withValue(rig, field, value), field);
  }

  protected cover(value: number): void {
    this.change({ field: 'screen.coverage', value });
  }
}
