import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { MatMenuModule } from '@angular/material/menu';
import {
  darkCombs,
  type Design,
  type DesignGap,
  type DesignLoad,
  type DesignProblem,
  type Dispute,
  GAP_PLACES,
  type GapPlace,
  hangingsOf,
  LOAD_DEFAULTS,
  openingArea,
  type SchoolChoice,
} from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { Icon } from '../../../shared/icons/icon';
import { focusAfterMenu } from '../../../shared/layout/menu-focus';
import { figureText } from '../../../shared/units/format';
import { changeGap, type HangingChoice } from '../data/design-edits';
import { hangLines } from '../data/load-view';
import { BOARD_MOISTURE, gapFields } from '../data/setup-fields';
import { FLOW_NAMES, GAP_NAMES, HANGING_CAUTIONS, HANGING_NAMES, STORES_NAMES } from '../data/setup-words';
import { faultsUnder } from '../data/stack-rows';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { Caution } from '../../../shared/layout/caution';
import { VerdictLine } from '../../../shared/layout/verdict-line';
import { FieldList } from '../../../shared/fields/field-list';
import { HangingForm } from './hanging-form';
import type { Fault } from '../../../shared/fields/field';
import { NameLine } from '../../../shared/fields/name-line';
import type { PanelChange } from './panel-change';
import { SchoolList } from './school-list';

/** Under the stack: other openings, comb and boards, how it hangs, and the schools it follows. */
@Component({
  selector: 'yw-setup-panel',
  imports: [
    MatCheckboxModule,
    MatMenuModule,
    Icon,
    ChoiceLine,
    FieldList,
    NameLine,
    SchoolList,
    HangingForm,
    Caution,
    VerdictLine,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './setup-panel.html',
  styleUrls: ['./stack-panel.scss', './part-editor.scss', './setup-panel.scss'],
})
export class SetupPanel {
  readonly design = input.required<Design>();
  readonly load = input<DesignLoad | null>(null);
  readonly problems = input.required<readonly DesignProblem[]>();
  readonly system = input.required<UnitSystem>();
  /** Id of the row that is open. */
  readonly chosen = input<string | null>(null);

  readonly opened = output<string | null>();
  readonly changed = output<PanelChange>();
  readonly gapAdded = output<{ readonly place: GapPlace; readonly label: string }>();
  readonly gapReplaced = output<DesignGap>();
  readonly gapRemoved = output<string>();
  readonly hangingChosen = output<HangingChoice>();
  readonly schoolChosen = output<{ readonly dispute: Dispute; readonly choice: SchoolChoice | undefined }>();
  readonly left = output();

  protected readonly focusAfterMenu = focusAfterMenu;
  protected readonly places = GAP_PLACES;
  protected readonly gapNames = GAP_NAMES;
  protected readonly gapFields = gapFields;
  protected readonly openings = { slot: 'Slot', hole: 'Round hole', mesh: 'Mesh' };
  protected readonly cautions = HANGING_CAUTIONS;
  protected readonly storesNames = STORES_NAMES;
  protected readonly origins = { yes: 'my own, healthy', no: 'not known' };
  protected readonly lids = { unknown: 'not looked', tight: 'dark', light: 'light shows' };
  protected readonly moisture = [BOARD_MOISTURE];

  protected readonly plan = computed(() => this.design().load ?? LOAD_DEFAULTS);
  protected readonly hangings = computed(() => hangingsOf(this.design()));
  protected readonly hangingName = computed(() => {
    const styles = this.hangings().map(({ style }) => HANGING_NAMES[style]);
    return styles.length === 0 ? 'Not said yet' : styles.join(' and ');
  });
  protected readonly hangingLines = computed(() => {
    const load = this.load();
    return load ? hangLines(this.design(), load, this.system()) : [];
  });
  protected readonly hangingWords = computed(() => {
    const { hanging } = this.design();
    const limit = figureText(this.plan().limit, 'mass', this.system());
    return hanging ? `you lift up to ${limit}; ${FLOW_NAMES[this.plan().flow]}` : 'how it hangs, what you lift';
  });
  protected readonly combs = computed(() => darkCombs(this.design().sections.flatMap(({ contents }) => contents)));
  protected readonly lid = computed(() => {
    const { lidTight } = this.design();
    return lidTight === undefined ? 'unknown' : lidTight ? 'tight' : 'light';
  });

  protected toggle(id: string): void {
    this.opened.emit(this.chosen() === id ? null : id);
  }

  protected gapFaults(gap: DesignGap): readonly Fault[] {
    const index = (this.design().gaps ?? []).indexOf(gap);
    return faultsUnder(`gaps[${index}]`, this.problems(), this.system());
  }

  protected gapWords(gap: DesignGap): string {
    try {
      const { area, clear } = openingArea(gap.opening);
      const passes = figureText(clear, 'part', this.system());
      return area > 0 ? `${figureText(area * gap.count, 'area', this.system())}, gap ${passes}` : `mesh of ${passes}`;
    } catch {
      return 'cannot be computed';
    }
  }

  protected kindChosen(gap: DesignGap, kind: string): void {
    this.gapReplaced.emit(changeGap(gap, kind as DesignGap['opening']['kind']));
  }

  protected say(part: string, field: string, value: unknown): void {
    this.changed.emit({ part, field, value });
  }

  protected lidChosen(lid: string): void {
    this.say('whole', 'lidTight', lid === 'unknown' ? undefined : lid === 'tight');
  }

  protected moistureChanged(value: unknown): void {
    this.say('whole', 'boards', value === undefined ? undefined : { moisture: value });
  }
}
