import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import type { ReuniteCode } from '@yewridge/core/callouts';
import { REUNITE_NAMES, reuniteReason } from '../../../shared/calls/call-words';
import { stateWords, type StepLine, StepList, type StepMarked } from '../../../shared/season/step-list';
import { plainReason, stepSpan } from '../../../shared/season/step-words';
import type { TaskChange } from '../data/call-acts';
import type { CallPlan } from '../data/call-plan';
import { otherSchool } from '../data/other-school';
import { PLAN_NOTES } from '../data/work-words';

/** The steps of a colony that was taken, each with its reason, and what to mind besides. */
@Component({
  selector: 'yw-call-steps',
  imports: [StepList],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-step-list [lines]="lines()" [now]="now()" (marked)="mark($event)" />
    <ul aria-label="Mind">
      @for (note of notes(); track note) {
        <li>{{ note }}</li>
      }
    </ul>
  `,
  styles: `
    ul {
      margin: 10px 0 0;
      padding: 8px 0 0;
      border-top: 1px solid var(--rule);
      color: var(--ink-2);
      font-size: var(--t-xs);
      list-style: none;
    }
    li {
      padding: 2px 0;
    }
  `,
})
export class CallSteps {
  readonly plan = input.required<CallPlan>();
  /** Local minute. */
  readonly now = input.required<string>();
  readonly marked = output<TaskChange>();

  protected readonly lines = computed((): readonly StepLine<ReuniteCode>[] =>
    this.plan().steps.map((step) => ({
      ...step,
      name: REUNITE_NAMES[step.code],
      when: stepSpan(step, this.now().slice(0, 10)),
      why: reuniteReason(step.reason) ?? plainReason(step.reason) ?? '',
      says: stateWords(step),
    })),
  );
  protected readonly notes = computed(() => [
    ...this.plan().plan.notes.map((note) => PLAN_NOTES[note] ?? note),
    ...otherSchool(this.plan().plan),
  ]);

  /** With what was planned, which a mark keeps. */
  protected mark(change: StepMarked<ReuniteCode>): void {
    const planned = this.plan().plan.tasks.find(({ code }) => code === change.code);
    this.marked.emit({ ...change, start: planned?.start ?? this.now(), end: planned?.end ?? this.now() });
  }
}
