import { ChangeDetectionStrategy, Component, computed, input, linkedSignal, output } from '@angular/core';
import type { Fields } from '@yewridge/contract/season';
import { askShort, questionOf } from '../../../shared/calls/call-words';

/** What is said on the telephone: the column it goes into, and the words for the log. */
export interface Answered {
  readonly change: Partial<Fields<'callouts'>>;
  readonly says: string;
}

/** The next best question, and its answers to tap with one thumb. Put off, it comes again after the others. */
@Component({
  selector: 'yw-ask-next',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (question(); as asked) {
      <p class="count">Ask next, {{ ask().length === 1 ? 'the last question' : '1 of ' + ask().length }}</p>
      <p class="says" aria-live="polite">{{ asked.says }}</p>
      <div class="answers" role="group" [attr.aria-label]="asked.says">
        @for (answer of asked.answers; track answer.name) {
          <button
            type="button"
            (click)="answered.emit({ change: answer.change, says: short(asked.code, answer.name) })"
          >
            {{ answer.name }}
          </button>
        }
        <button type="button" class="later" (click)="putOff(asked.code)">
          {{ asked.code === 'photo' ? 'Asked for it' : 'Not known' }}
        </button>
      </div>
    } @else {
      <p class="says">Everything that counts is said.</p>
    }
  `,
  styles: `
    :host {
      display: block;
    }
    p {
      margin: 0;
    }
    .count {
      color: var(--ink-2);
    }
    .says {
      margin: 2px 0 var(--s2);
      font: 600 var(--t-l) / 1.3 var(--head);
    }
    .answers {
      display: grid;
      grid-template-columns: repeat(auto-fill, minmax(128px, 1fr));
      gap: var(--s2);
    }
    button {
      min-height: 52px;
      padding: 4px 10px;
      border: 1px solid var(--edge);
      border-radius: var(--r1);
      background: var(--sheet);
      color: var(--yew);
      font-size: var(--t-m);
      font-weight: 600;
      cursor: pointer;
    }
    .later {
      border-style: dashed;
      color: var(--ink-2);
      font-weight: 500;
    }
  `,
})
export class AskNext {
  readonly ask = input.required<readonly string[]>();
  readonly answered = output<Answered>();

  /** Put off, the oldest first. */
  readonly #later = linkedSignal<readonly string[], readonly string[]>({
    source: this.ask,
    computation: (ask, before) => (before?.value ?? []).filter((code) => ask.includes(code)),
  });
  protected readonly question = computed(() => {
    const later = this.#later();
    const code = this.ask().find((one) => !later.includes(one)) ?? later[0];
    return code === undefined ? null : questionOf(code);
  });

  protected putOff(code: string): void {
    this.#later.update((later) => [...later.filter((one) => one !== code), code]);
  }

  protected short(code: string, name: string): string {
    return `${askShort(code)} ${name.toLowerCase()}`;
  }
}
