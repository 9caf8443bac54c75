import { ChangeDetectionStrategy, Component, computed, input, output, signal } from '@angular/core';
import { type ReuniteCode } from '@yewridge/core/callouts';
import { REUNITE_NAMES, reuniteReason } from '../../../shared/calls/call-words';
import { MomentField } from '../../../shared/fields/moment-field';
import { plainReason, stepSpan } from '../../../shared/season/step-words';
import type { TaskChange } from '../data/call-acts';
import type { CallPlan } from '../data/call-plan';
import { PLAN_NOTES } from '../data/work-words';

const STATES = {
  done: 'done',
  skipped: 'left out',
  over: 'its time is over',
  late: 'late',
  now: 'now',
  ahead: '',
} as const;

/** The steps of a colony that was taken, as they stand: done, put on another time, or left out with a reason. */
@Component({
  selector: 'yw-call-steps',
  imports: [MomentField],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <ol aria-label="Steps">
      @for (line of lines(); track line.code) {
        <li [class]="line.state">
          <span class="when">{{ line.when }}</span>
          <span>
            <strong>{{ line.name }}</strong>
            @if (line.says) {
              <em>{{ line.says }}</em>
            }
            <span class="why">{{ line.why }}</span>
          </span>
          <span class="acts">
            @if (line.marked) {
              <button type="button" class="quiet" (click)="mark(line.code, null)">
                Not so<span class="visually-hidden"> “{{ line.name }}”</span>
              </button>
            } @else {
              <button type="button" class="quiet strong" (click)="mark(line.code, 'done')">
                Done<span class="visually-hidden"> “{{ line.name }}”</span>
              </button>
              <button
                type="button"
                class="quiet"
                [attr.aria-expanded]="isOpen(line.code, 'moved')"
                (click)="toggle(line.code, 'moved')"
              >
                Move<span class="visually-hidden"> “{{ line.name }}”</span>
              </button>
              <button
                type="button"
                class="quiet"
                [attr.aria-expanded]="isOpen(line.code, 'skipped')"
                (click)="toggle(line.code, 'skipped')"
              >
                Skip<span class="visually-hidden"> “{{ line.name }}”</span>
              </button>
            }
          </span>
          @if (open()?.code === line.code) {
            <span class="form">
              @if (open()?.how === 'moved') {
                <yw-moment #moment label="to" [value]="at() ?? line.start" (given)="at.set($event)" />
              }
              <label>because <input #why maxlength="200" [value]="reason()" (input)="reason.set(why.value)" /></label>
              <button
                type="button"
                class="button"
                [disabled]="open()?.how === 'skipped' && reason().trim() === ''"
                (click)="say(line.code, line.start)"
              >
                {{ open()?.how === 'moved' ? 'Move it' : 'Skip it' }}
              </button>
            </span>
          }
        </li>
      }
    </ol>
    <ul aria-label="Mind">
      @for (note of notes(); track note) {
        <li>{{ note }}</li>
      }
    </ul>
  `,
  styleUrl: './call-steps.scss',
})
export class CallSteps {
  readonly plan = input.required<CallPlan>();
  /** Local minute. */
  readonly now = input.required<string>();
  readonly marked = output<TaskChange>();

  protected readonly open = signal<{ readonly code: ReuniteCode; readonly how: 'moved' | 'skipped' } | null>(null);
  protected readonly reason = signal('');
  protected readonly at = signal<string | null>(null);
  protected readonly lines = computed(() =>
    this.plan().steps.map((step) => ({
      ...step,
      name: REUNITE_NAMES[step.code],
      when: stepSpan(step, this.now().slice(0, 10)),
      why: reuniteReason(step.reason) ?? plainReason(step.reason) ?? '',
      says: STATES[step.state],
      marked: step.state === 'done' || step.state === 'skipped',
    })),
  );
  protected readonly notes = computed(() => this.plan().plan.notes.map((note) => PLAN_NOTES[note] ?? note));

  protected isOpen(code: ReuniteCode, how: 'moved' | 'skipped'): boolean {
    const now = this.open();
    return now?.code === code && now.how === how;
  }

  protected toggle(code: ReuniteCode, how: 'moved' | 'skipped'): void {
    this.reason.set('');
    this.at.set(null);
    this.open.set(this.isOpen(code, how) ? null : { code, how });
  }

  protected mark(code: ReuniteCode, state: 'done' | null): void {
    this.#emit({ code, state, at: state === null ? null : this.now(), reason: null });
  }

  protected say(code: ReuniteCode, start: string): void {
    const how = this.open()?.how;
    if (!how) return;
    const reason = this.reason().trim();
    this.#emit({
      code,
      state: how,
      at: how === 'moved' ? (this.at() ?? start) : null,
      reason: reason === '' ? null : reason,
    });
    this.open.set(null);
  }

  #emit(change: Omit<TaskChange, 'start' | 'end'>): void {
    const planned = this.plan().plan.tasks.find(({ code }) => code === change.code);
    this.marked.emit({ ...change, start: planned?.start ?? this.now(), end: planned?.end ?? this.now() });
  }
}
