import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { CatchPlanDto } from '@yewridge/contract/catches';
import { type CatchSchool, LADDER_M, type PlanCode, type TrackStep } from '@yewridge/core/catches';
import { hangLink } from '../../../shared/routes/paths';
import {
  NOTE_WORDS,
  reasonWords,
  SCHOOL_NAMES,
  SCHOOL_WHY,
  STEP_NAMES,
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
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './plan-track.html',
  styleUrl: './plan-track.scss',
})
export class PlanTrack {
  readonly plan = input.required<CatchPlanDto>();
  readonly now = input.required<string | null>();
  readonly broodFrame = input(false);
  readonly schoolChosen = output<CatchSchool>();
  readonly broodFrameSet = output<boolean>();
  readonly marked = output<StepChange>();

  protected readonly hang = hangLink();
  /** The step that is being put on another time or skipped. */
  protected readonly open = signal<{ readonly code: PlanCode; readonly how: 'moved' | 'skipped' } | null>(null);
  protected readonly reason = signal('');
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
      name: STEP_NAMES[step.code],
      when: stepSpan(step, today),
      why: reasonWords(step, this.high()),
      says: stateWords(step),
      marked: step.state === 'done' || step.state === 'skipped',
    }));
  });
  protected readonly doubts = computed(() => {
    const { sizeAssumed, unknownDays } = this.plan();
    return [
      sizeAssumed ? 'Nobody has sized it: medium is assumed.' : '',
      unknownDays > 0 ? `${unknownDays} days have no forecast yet: they count as neither hot, cold nor wet.` : '',
    ].filter((part) => part !== '');
  });

  protected done(code: PlanCode): void {
    this.marked.emit({ code, state: 'done', at: this.now(), reason: null });
  }

  protected move(code: PlanCode, at: string): void {
    const reason = this.reason().trim();
    if (at === '') return;
    this.marked.emit({ code, state: 'moved', at, reason: reason === '' ? null : reason });
    this.open.set(null);
  }

  protected skip(code: PlanCode): void {
    this.marked.emit({ code, state: 'skipped', at: null, reason: this.reason().trim() });
    this.open.set(null);
  }

  protected undo(code: PlanCode): void {
    this.marked.emit({ code, state: null, at: null, reason: null });
  }

  protected toggle(code: PlanCode, how: 'moved' | 'skipped'): void {
    const now = this.open();
    this.reason.set('');
    this.open.set(now?.code === code && now.how === how ? null : { code, how });
  }
}
