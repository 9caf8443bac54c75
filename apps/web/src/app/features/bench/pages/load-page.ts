import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { hangingsOf, LADDER_RATINGS, type LadderRating } from '@yewridge/core/bench';
import { KeptTexts } from '../../../shared/kept/kept-texts';
import { readChoice, readText, writeChoice } from '../../../shared/kept/kept-choice';
import { Caution } from '../../../shared/layout/caution';
import { VerdictLine } from '../../../shared/layout/verdict-line';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { DesignCommands } from '../data/design-commands';
import { DesignEditorStore } from '../data/design-editor-store';
import { undoKeys } from '../../../shared/documents/undo-keys';
import { downAnswer, hangLines, ladderLines, liftLine, unweighedWords } from '../data/load-view';
import { HANGING_CAUTIONS, LADDER_NAMES } from '../data/setup-words';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { DesignFrame } from '../ui/design-frame';
import { HangingForm } from '../ui/hanging-form';
import { MassBand } from '../ui/mass-band';

const LADDER = 'yewridge.ladder';
const PERSON = 'yewridge.person-kg';
const PERSON_KG = 80;

/** What the trap weighs as the colony grows, what it hangs by, and how it comes down. */
@Component({
  selector: 'yw-load-page',
  imports: [DesignFrame, ChoiceLine, HangingForm, SizeField, MassBand, Caution, VerdictLine],
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

  protected readonly cautions = HANGING_CAUTIONS;
  protected readonly hangingsOf = hangingsOf;
  protected readonly ladders = LADDER_NAMES;

  protected readonly answer = computed(() => {
    const load = this.store.load();
    const shown = this.store.shown();
    return shown && load ? downAnswer(shown.document, load, this.system()) : 'Hang and load';
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

  protected readonly carries = computed(() => {
    const load = this.store.load();
    return load ? ladderLines(load, this.rating(), this.person(), this.system()) : [];
  });
  protected readonly lift = computed(() => {
    const load = this.store.load();
    return load && liftLine(load, this.horizontal(), this.vertical(), this.system());
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
    writeChoice(PERSON, String(kg));
  }
}
