import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { MatRadioModule } from '@angular/material/radio';
import { MatCheckboxModule } from '@angular/material/checkbox';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import { type CatchSchool, LADDER_M, type StepCode } from '@yewridge/core/catches';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { figureText } from '../../../shared/units/format';
import { hangLink } from '../../../shared/routes/paths';
import {
  NOTE_WORDS,
  reasonWords,
  SCHOOL_NAMES,
  SCHOOL_WHY,
  stepName,
  stepSpan,
} from '../../../shared/season/step-words';
import { stateWords, type StepLine, StepList } from '../../../shared/season/step-list';
import type { StepChange } from '../data/catch-acts';

/** The steps after a catch as they stand: done, put on another time, or skipped with a reason; the rest follows. */
@Component({
  selector: 'yw-plan-track',
  imports: [MatRadioModule, MatCheckboxModule, StepList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-track.html',
  styleUrl: './plan-track.scss',
})
export class PlanTrack {
  readonly plan = input.required<CatchPlanDto>();
  readonly now = input.required<string | null>();
  readonly broodFrame = input(false);
  readonly system = input.required<UnitSystem>();
  readonly schoolChosen = output<CatchSchool>();
  readonly broodFrameSet = output<boolean>();
  readonly marked = output<StepChange>();

  protected readonly schools = (['anchor', 'sameEvening'] as const).map((id) => ({
    id,
    name: SCHOOL_NAMES[id],
    why: SCHOOL_WHY[id],
  }));
  protected readonly notes = computed(() => this.plan().notes.map((note) => NOTE_WORDS[note]));
  protected readonly high = computed(() => (this.plan().heightM ?? 0) > LADDER_M);
  protected readonly lines = computed((): readonly StepLine<StepCode>[] => {
    const today = this.now()?.slice(0, 10) ?? '';
    const site = this.plan().siteId;
    return this.plan().steps.map((step) => ({
      ...step,
      name: stepName(step),
      when: stepSpan(step, today),
      mind: step.code === 'move' ? this.carry() : null,
      why: reasonWords(step, this.high(), this.plan().frames),
      says: stateWords(step),
      go: step.code === 'rehang' && site !== null ? { name: 'Hang it', link: hangLink(), query: { site } } : null,
    }));
  });
  /** The carrying: its mass by then, and for how many hands. */
  protected readonly carry = computed(() => {
    const carry = this.plan().carry;
    if (!carry) return null;
    const kg = (mass: number): string => figureText(mass, 'mass', this.system());
    const days = carry.days === 0 ? '' : `, with what they bring in ${carry.days} ${carry.days === 1 ? 'day' : 'days'}`;
    const hands = carry.onePerson
      ? `One person may lift it (up to ${kg(carry.limitKg)}).`
      : `Two people: that may be more than the ${kg(carry.limitKg)} one person lifts there.`;
    return `It weighs about ${kg(carry.kg)} by then, between ${kg(carry.lowKg)} and ${kg(carry.highKg)}${days}. ${hands}`;
  });
  protected readonly doubts = computed(() => {
    const { sizeAssumed, unknownDays, placedBy } = this.plan();
    return [
      placedBy === 'middle' ? 'Sunset by the middle of your sites: say where the bees hung and it is theirs.' : '',
      sizeAssumed ? 'Nobody has sized it: medium is assumed.' : '',
      unknownDays > 0 ? `${unknownDays} days have no forecast yet: they count as neither hot, cold nor wet.` : '',
    ].filter((part) => part !== '');
  });
}
