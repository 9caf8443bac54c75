import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { MatRadioModule } from '@angular/material/radio';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { RouterLink } from '@angular/router';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import { type CatchSchool, LADDER_M, type StepCode, type TrackStep } from '@yewridge/core/catches';
import { MomentField } from '../../../shared/fields/moment-field';
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
import type { StepChange } from '../data/catch-acts';

const STATES = {
  done: 'done',
  skipped: 'skipped',
  over: 'its time is over',
  late: 'late',
  now: 'now',
  ahead: '',
} as const;

function stateWords({ state, shiftedDays }: TrackStep): string {
  const days = Math.abs(shiftedDays);
  const shift = `${days} ${days === 1 ? 'day' : 'days'} ${shiftedDays > 0 ? 'later' : 'earlier'} than planned`;
  return [STATES[state], days === 0 || state === 'done' ? '' : shift].filter((part) => part !== '').join(', ');
}

/** The steps after a catch as they stand: done, put on another time, or skipped with a reason; the rest follows. */
@Component({
  selector: 'yw-plan-track',
  imports: [MatRadioModule, MatCheckboxModule, MomentField, RouterLink],
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

  protected readonly hang = hangLink();
  /** The step that is being put on another time or skipped. */
  protected readonly open = signal<{ readonly code: StepCode; readonly how: 'moved' | 'skipped' } | null>(null);
  protected readonly reason = signal('');
  /** The minute it is put on, once that was said. */
  protected readonly at = signal<string | null>(null);
  protected readonly schools = (['anchor', 'sameEvening'] as const).map((id) => ({
    id,
    name: SCHOOL_NAMES[id],
    why: SCHOOL_WHY[id],
  }));
  protected readonly notes = computed(() => this.plan().notes.map((note) => NOTE_WORDS[note]));
  protected readonly high = computed(() => (this.plan().heightM ?? 0) > LADDER_M);
  protected readonly lines = computed(() => {
    const today = this.now()?.slice(0, 10) ?? '';
    return this.plan().steps.map((step) => ({
      ...step,
      name: stepName(step),
      when: stepSpan(step, today),
      carry: step.code === 'move' ? this.carry() : null,
      why: reasonWords(step, this.high(), this.plan().frames),
      says: stateWords(step),
      marked: step.state === 'done' || step.state === 'skipped',
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

  protected done(code: StepCode): void {
    this.marked.emit({ code, state: 'done', at: this.now(), reason: null });
  }

  protected move(code: StepCode, at: string): void {
    const reason = this.reason().trim();
    if (at === '') return;
    this.marked.emit({ code, state: 'moved', at, reason: reason === '' ? null : reason });
    this.open.set(null);
  }

  protected skip(code: StepCode): void {
    this.marked.emit({ code, state: 'skipped', at: null, reason: this.reason().trim() });
    this.open.set(null);
  }

  protected undo(code: StepCode): void {
    this.marked.emit({ code, state: null, at: null, reason: null });
  }

  protected toggle(code: StepCode, how: 'moved' | 'skipped'): void {
    const now = this.open();
    this.reason.set('');
    this.at.set(null);
    this.open.set(now?.code === code && now.how === how ? null : { code, how });
  }
}
