import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { TrackState } from '@yewridge/core/catches';
import { MomentField } from '../fields/moment-field';

/** A step of a plan as it stands, in words. */
export interface StepLine<C extends string> {
  readonly code: C;
  /** Local minute it is planned for. */
  readonly start: string;
  readonly state: TrackState;
  readonly name: string;
  readonly when: string;
  /** Done, late, moved by so many days. */
  readonly says: string;
  readonly why: string;
  /** What has to be known before it is done. */
  readonly mind?: string | null;
  /** Where it is done. */
  readonly go?: {
    readonly name: string;
    readonly link: readonly string[];
    readonly query: Readonly<Record<string, string>>;
  } | null;
}
/** How a step is marked; `null` takes the mark off. */
export interface StepMarked<C extends string> {
  readonly code: C;
  readonly state: 'done' | 'moved' | 'skipped' | null;
  readonly at: string | null;
  readonly reason: string | null;
}

const STATE_WORDS: Readonly<Record<TrackState, string>> = {
  done: 'done',
  skipped: 'skipped',
  over: 'its time is over',
  late: 'late',
  now: 'now',
  ahead: '',
};

/** The state of a step, and how far it stands from where it was planned. */
export function stateWords({
  state,
  shiftedDays,
}: {
  readonly state: TrackState;
  readonly shiftedDays: number;
}): string {
  const days = Math.abs(shiftedDays);
  const shift = `${days} ${days === 1 ? 'day' : 'days'} ${shiftedDays > 0 ? 'later' : 'earlier'} than planned`;
  return [STATE_WORDS[state], days === 0 || state === 'done' ? '' : shift].filter((part) => part !== '').join(', ');
}

/** Steps in their order, each marked as it happened: done, put on another time, or skipped with a reason. */
@Component({
  selector: 'yw-step-list',
  imports: [MomentField, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './step-list.html',
  styleUrl: './step-list.scss',
})
export class StepList<C extends string> {
  readonly lines = input.required<readonly StepLine<C>[]>();
  /** Local minute, at which what is done is done. */
  readonly now = input.required<string | null>();
  readonly marked = output<StepMarked<C>>();

  /** The step that is being put on another time or skipped. */
  protected readonly open = signal<{ readonly code: C; readonly how: 'moved' | 'skipped' } | null>(null);
  protected readonly reason = signal('');
  /** The minute it is put on, once that was said. */
  protected readonly at = signal<string | null>(null);

  protected isMarked({ state }: StepLine<C>): boolean {
    return state === 'done' || state === 'skipped';
  }

  protected isOpen(code: C, how: 'moved' | 'skipped'): boolean {
    const now = this.open();
    return now?.code === code && now.how === how;
  }

  protected toggle(code: C, how: 'moved' | 'skipped'): void {
    this.reason.set('');
    this.at.set(null);
    this.open.set(this.isOpen(code, how) ? null : { code, how });
  }

  protected done(code: C): void {
    this.marked.emit({ code, state: 'done', at: this.now(), reason: null });
  }

  protected undo(code: C): void {
    this.marked.emit({ code, state: null, at: null, reason: null });
  }

  protected move(code: C, at: string): void {
    const reason = this.reason().trim();
    if (at === '') return;
    this.marked.emit({ code, state: 'moved', at, reason: reason === '' ? null : reason });
    this.open.set(null);
  }

  protected skip(code: C): void {
    this.marked.emit({ code, state: 'skipped', at: null, reason: this.reason().trim() });
    this.open.set(null);
  }
}
