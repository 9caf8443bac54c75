import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import {
  type AmountKind,
  batteriesFor,
  checkSource,
  following,
  follows,
  GAP_LIMITS,
  gapCheck,
  type GateKind,
  LINKS,
  onItsOwn,
  PLUNGER_GAP,
  type Rig,
  RIG_LIMITS,
  type RigProblem,
  type SourceCurve,
  type SourceId,
  SOURCES,
  type Supply,
} from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import type { Fault, PartChange } from '../../../shared/fields/field';
import { FieldList } from '../../../shared/fields/field-list';
import { NameLine } from '../../../shared/fields/name-line';
import { Caution } from '../../../shared/layout/caution';
import { figureText } from '../../../shared/units/format';
import {
  addNozzle,
  addPoint,
  addSeam,
  addSlide,
  removeNozzle,
  removePoint,
  withAmount,
  withCurveKind,
  withGateKind,
  withMachine,
  without,
  withOwnHose,
  withSupply,
} from '../data/rig-edits';
import {
  NOZZLE_FIELDS,
  PART_NAMES,
  partFields,
  type PartId,
  POINT_FIELDS,
  SEAM_FIELDS,
  SLIDE_FIELDS,
} from '../data/rig-parts';
import * as words from '../data/rig-words';
import { partCautions } from '../data/safety-notes';

/** A change to the rig as a whole. */
export type RigEdit = (rig: Rig) => Rig;

/** What can be said about one part of a rig. */
@Component({
  selector: 'yw-part-form',
  imports: [MatCheckboxModule, ChoiceLine, FieldList, NameLine, Caution],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './part-form.html',
  styleUrl: './part-form.scss',
})
export class PartForm {
  readonly rig = input.required<Rig>();
  readonly part = input.required<PartId>();
  readonly problems = input.required<readonly RigProblem[]>();
  readonly system = input.required<UnitSystem>();
  /** A field of the rig, by its path. */
  readonly changed = output<PartChange>();
  readonly edited = output<RigEdit>();
  readonly left = output();
  readonly closed = output();

  protected readonly words = words;
  protected readonly limits = RIG_LIMITS;
  protected readonly nozzleFields = NOZZLE_FIELDS;
  protected readonly seamFields = SEAM_FIELDS;
  protected readonly slideFields = SLIDE_FIELDS;
  protected readonly pointFields = POINT_FIELDS;
  /** Whether this part follows another, and how that is said. */
  protected readonly link = computed(() => {
    const link = LINKS.find((one) => one === this.part());
    if (!link) return null;
    const linked = follows(this.rig(), link);
    return { says: words.LINK_WORDS[link][linked ? 'follows' : 'own'], linked };
  });
  protected readonly batteries = computed(() =>
    Object.fromEntries(batteriesFor(this.rig().source.supply).map((id) => [id, words.BATTERY_NAMES[id]])),
  );
  /** What a bee can do at the plunger's edge. */
  protected readonly plungerSays = computed(() => {
    const gap = this.rig().plunger?.clearance ?? 0;
    const text = figureText(gap, 'part', this.system());
    const tight = figureText(GAP_LIMITS.slot.worker[0], 'part', this.system());
    return gapCheck({ width: gap }).worker === 'held'
      ? { good: true, sentence: `No bee gets past ${text}; it must still slide when the wood is damp.` }
      : { good: false, sentence: `Bees climb past ${text} or are caught at its edge: ${tight} at most.` };
  });
  protected readonly edits = { addNozzle, addPoint, addSeam, addSlide };
  protected readonly title = computed(() => PART_NAMES[this.part()]);
  protected readonly fields = computed(() => partFields(this.rig(), this.part()));
  protected readonly cautions = computed(() => partCautions(this.rig(), this.part()));
  /** All faults that some field of this part answers for, or that have no field. */
  protected readonly faults = computed((): readonly Fault[] => {
    const paths = new Set(this.fields().map(({ path }) => path));
    const home = this.part() === 'weather' ? 'air' : this.part();
    return this.problems()
      .filter(({ path }) => paths.has(path) || path.startsWith(home))
      .map((problem) => ({ field: problem.path, sentence: words.problemSentence(problem) }));
  });
  protected readonly fittedNames = computed(() => ({
    '': 'open hose',
    ...Object.fromEntries(this.rig().nozzles.map(({ id, name }) => [id, name])),
  }));
  protected readonly curvePoints = computed(() => {
    const { curve } = this.rig().source;
    return curve.kind === 'table' ? curve.points : [];
  });
  protected readonly machineRange = computed(() => {
    const { machine } = this.rig().source;
    if (machine === 'own') return '';
    const { sealedSuction, freeFlow } = SOURCES[machine];
    const system = this.system();
    const between = (range: { low: number; high: number }, kind: 'pressure' | 'flow'): string =>
      `${figureText(range.low, kind, system)} to ${figureText(range.high, kind, system)}`;
    return `Rule of thumb. One meets ${between(sealedSuction, 'pressure')} sealed and ${between(freeFlow, 'flow')} free.`;
  });

  /** What cannot be right about the label's figures. */
  protected readonly labelSays = computed(() => {
    const { curve, ratedPower } = this.rig().source;
    if (curve.kind === 'table') return [];
    const { sealedSuction, freeFlow } = curve;
    return words.labelSentences(
      checkSource({ claim: { sealedSuction, freeFlow, inputPower: ratedPower ?? null } }).warnings,
    );
  });

  protected say(field: string, value: unknown): void {
    this.changed.emit({ field, value });
  }

  protected remove(id: string): RigEdit {
    return (rig) => removeNozzle(rig, id);
  }

  protected gone(list: 'seams' | 'slides', id: string): RigEdit {
    return (rig) => without(rig, list, id);
  }

  protected pointRemoved(n: number): RigEdit {
    return (rig) => removePoint(rig, n);
  }

  protected ownHose(has: boolean): RigEdit {
    return (rig) => withOwnHose(rig, has);
  }

  protected gateChosen(kind: string): void {
    this.edited.emit((rig) => withGateKind(rig, kind as GateKind));
  }

  protected machineChosen(machine: string): void {
    this.edited.emit((rig) => withMachine(rig, machine as SourceId | 'own'));
  }

  protected supplyChosen(supply: string): void {
    this.edited.emit((rig) => withSupply(rig, supply as Supply));
  }

  /** Breaks the link, or ties it again. */
  protected linked(follow: boolean): void {
    const link = LINKS.find((one) => one === this.part());
    if (link) this.edited.emit((rig) => (follow ? following(rig, link) : onItsOwn(rig, link)));
  }

  protected plunger(has: boolean): void {
    this.edited.emit(({ plunger: _, ...rig }) => (has ? { ...rig, plunger: { clearance: PLUNGER_GAP } } : rig));
  }

  protected curveChosen(kind: string): void {
    this.edited.emit((rig) => withCurveKind(rig, kind as SourceCurve['kind']));
  }

  protected amountChosen(by: string): void {
    this.edited.emit((rig) => withAmount(rig, by as AmountKind));
  }

  protected mm2(value: string): number {
    return Number(value) / 1e6;
  }

  protected readonly conductors = {
    '0.75': '0.75 mm²',
    '1': '1 mm²',
    '1.5': '1.5 mm²',
    '2.5': '2.5 mm²',
    '4': '4 mm²',
  };
  protected readonly conductor = computed(() => String(Math.round(this.rig().power.cord.conductorArea * 1e8) / 100));
}
