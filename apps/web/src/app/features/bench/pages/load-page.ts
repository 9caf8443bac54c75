import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import {
  ladderCheck,
  LADDER_RATINGS,
  type LadderRating,
  LADDERS,
  liftLimit,
  LOAD_DEFAULTS,
  USUAL_LIMITS,
} from '@yewridge/core/bench';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { readChoice, readText, writeChoice, writeText } from '../../../shared/kept/kept-choice';
import { Icon } from '../../../shared/icons/icon';
import { figureText } from '../../../shared/units/format';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { DesignCommands } from '../data/design-commands';
import { DesignEditorStore } from '../data/design-editor-store';
import { undoKeys } from '../data/undo-keys';
import { downAnswer, hangLines, unweighedWords } from '../data/load-view';
import { hangingFields, LOAD_FIELDS } from '../data/setup-fields';
import { FLOW_NAMES, HANGING_CAUTIONS, HANGING_NAMES } from '../data/setup-words';
import { faultsUnder } from '../data/stack-rows';
import { ChoiceLine } from '../ui/choice-line';
import { DesignFrame } from '../ui/design-frame';
import { FieldList } from '../ui/field-list';
import { MassBand } from '../ui/mass-band';

const LADDER = 'yewridge.ladder';
const PERSON = 'yewridge.person-kg';
const PERSON_KG = 80;

/** What the trap weighs as the colony grows, what it hangs by, and how it comes down. */
@Component({
  selector: 'yw-load-page',
  imports: [DesignFrame, Icon, ChoiceLine, FieldList, SizeField, MassBand],
  providers: [DesignEditorStore, DesignCommands, KeptTexts],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './load-page.html',
  styleUrl: './load-page.scss',
})
export class LoadPage {
  readonly id = input.required<string>();
  readonly store = inject(DesignEditorStore);
  protected readonly commands = inject(DesignCommands);
  protected readonly system = inject(UnitChoice).system;

  protected readonly loadFields = LOAD_FIELDS;
  protected readonly flows = FLOW_NAMES;
  protected readonly hangingNames = { none: 'not said yet', ...HANGING_NAMES };
  protected readonly cautions = HANGING_CAUTIONS;
  protected readonly ladders = Object.fromEntries(
    LADDER_RATINGS.map((rating) => [rating, rating.replace('-', ' ').replace('non-', 'non-')]),
  );

  protected readonly plan = computed(() => this.store.document()?.load ?? LOAD_DEFAULTS);
  protected readonly fields = computed(() => {
    const hanging = this.store.document()?.hanging;
    return hanging ? hangingFields(hanging) : [];
  });
  protected readonly loadFaults = computed(() => faultsUnder('load', this.store.problems(), this.system()));
  protected readonly hangingFaults = computed(() => faultsUnder('hanging', this.store.problems(), this.system()));
  protected readonly answer = computed(() => {
    const load = this.store.load();
    return load ? downAnswer(load, this.system()) : 'Hang and load';
  });
  protected readonly lines = computed(() => {
    const shown = this.store.shown();
    const load = this.store.load();
    return shown && load ? hangLines(shown.document, load, this.system()) : [];
  });
  protected readonly missing = computed(() => {
    const shown = this.store.shown();
    const load = this.store.load();
    return shown && load ? unweighedWords(shown.document, load) : null;
  });

  protected readonly rating = signal<LadderRating>(readChoice(LADDER, LADDER_RATINGS) ?? 'EN131-professional');
  protected readonly person = signal(Number(readText(PERSON, 6)) || PERSON_KG);
  protected readonly personRange = { min: 20, max: 250 };
  protected readonly horizontal = signal(0.35);
  protected readonly vertical = signal(0.9);
  protected readonly reachRange = { min: 0, above: true, max: 2 };
  protected readonly heightRange = { min: 0, max: 2.5 };

  /** The trap as it would be carried: empty up, at the limit down. */
  protected readonly carries = computed(() => {
    const load = this.store.load();
    if (!load) return [];
    return [
      { what: 'up, empty', kg: load.empty.high },
      { what: 'down, at your limit', kg: load.plan.limit },
    ].map(({ what, kg }) => {
      const check = ladderCheck({ rating: this.rating(), person: this.person(), load: kg });
      const mass = figureText(kg, 'mass', this.system());
      const total = figureText(check.total, 'mass', this.system());
      const most = figureText(LADDERS[this.rating()], 'mass', this.system());
      const sentence = {
        ok: `Carried ${what}, ${mass}: fine by the ladder and in the hand`,
        'lower-by-rope': `Carried ${what}, ${mass}: more than the ${figureText(USUAL_LIMITS.ladder, 'mass', this.system())} a hand should carry on a ladder; use a rope`,
        'over-rating': `Carried ${what}, ${mass}: ${total} in all is over the ladder’s ${most}`,
      }[check.verdict];
      return { level: check.verdict === 'ok' ? 'good' : 'look', sentence };
    });
  });
  protected readonly lift = computed(() => {
    const load = this.store.load();
    if (!load) return null;
    const { limit, index } = liftLimit({
      horizontal: this.horizontal(),
      vertical: this.vertical(),
      load: load.plan.limit,
    });
    const most = figureText(limit, 'mass', this.system());
    if (index === null || index === undefined)
      return { level: 'look', sentence: 'Nobody should lift anything from there.' };
    return index > 1
      ? { level: 'look', sentence: `From there most people should lift at most ${most}: your limit is over it` }
      : { level: 'good', sentence: `From there most people may lift ${most}: your limit is within it` };
  });

  constructor() {
    const texts = inject(KeptTexts);
    effect(() => {
      const id = this.id();
      untracked(() => {
        texts.open(id);
        this.store.open(id);
      });
    });
    undoKeys(this.store);
  }

  protected chooseLadder(rating: string): void {
    this.rating.set(rating as LadderRating);
    writeChoice(LADDER, rating);
  }

  protected weigh(kg: number): void {
    this.person.set(kg);
    writeText(PERSON, String(kg));
  }

  protected loadChanged(field: string, value: unknown): void {
    this.commands.change({ part: 'whole', field: 'load', value: { ...this.plan(), [field]: value } });
  }

  protected hangingChosen(style: string): void {
    this.commands.hang(style);
  }
}
