import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { triageOf } from '@yewridge/core/callouts';
import { ActOutbox } from '../acts/act-outbox';
import { callLink, callsLink } from '../routes/paths';
import { changed } from '../season/records-api';
import { stepTime } from '../season/step-words';
import { askShort, KIND_NAMES, type Question, questionOf, reasonSaid, STATE_NAMES } from './call-words';
import { CallStore } from './call-store';

const MOST_ANSWERS = 3;
const ENDED: readonly string[] = ['settled', 'united', 'lost', 'gone', 'declined', 'referred', 'abandoned'];

/** Calls that wait for an answer, each with its next best question to tap, and those in hand as a line. */
@Component({
  selector: 'yw-calls-waiting',
  imports: [RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (waiting().length > 0 || inHand().length > 0) {
      <header>
        <h2><a [routerLink]="calls">Calls</a></h2>
        <small>{{ says() }}</small>
      </header>
      <ul aria-label="Calls">
        @for (line of waiting(); track line.id) {
          <li>
            <span class="when"
              ><b>{{ line.when }}</b></span
            >
            <span class="what">
              <a [routerLink]="line.link"
                ><strong>{{ line.kind }}</strong></a
              >
              {{ line.place }}
              <small
                >{{ line.caller }} <b>{{ line.stops }}</b></small
              >
            </span>
            @if (line.ask; as ask) {
              <span class="ask">
                <small
                  >Ask next: <b>{{ ask.short }}</b></small
                >
                <span role="group" [attr.aria-label]="ask.says">
                  @for (answer of ask.answers; track answer.name) {
                    <button type="button" (click)="say(line.id, ask.code, answer)">{{ answer.name }}</button>
                  }
                  <a [routerLink]="line.link">{{ ask.more ? 'More' : 'Open' }}</a>
                </span>
              </span>
            } @else {
              <a class="button" [routerLink]="line.link">Open the call</a>
            }
          </li>
        }
        @for (line of inHand(); track line.id) {
          <li>
            <span class="when">{{ line.when }}</span>
            <span class="what"
              ><a [routerLink]="line.link"
                ><strong>{{ line.kind }}</strong></a
              >
              {{ line.place }} <small>{{ line.state }}</small></span
            >
          </li>
        }
      </ul>
    }
  `,
  styles: `
    :host {
      display: grid;
      grid-template-columns: 110px minmax(0, 1fr);
      gap: var(--s2) var(--s3);
      margin-bottom: var(--s4);
      border-top: 2px solid var(--rule-2);
    }
    :host:empty {
      display: none;
    }
    header {
      padding-top: 8px;
    }
    h2 {
      font-size: 16px;
    }
    small {
      display: block;
      color: var(--ink-2);
      font-size: var(--t-xs);
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 96px minmax(0, 1fr) auto;
      gap: 4px var(--s3);
      align-items: center;
      padding: 8px 0;
      border-bottom: 1px solid var(--rule);
    }
    .ask > span {
      display: flex;
    }
    .ask button,
    .ask span a {
      display: inline-flex;
      align-items: center;
      min-height: 34px;
      margin-left: -1px;
      padding: 0 12px;
      border: 1px solid var(--edge);
      border-radius: 0;
      background: var(--sheet);
      color: var(--yew);
      font-weight: 600;
      text-decoration: none;
      cursor: pointer;
    }
    @media (max-width: 980px) {
      :host {
        grid-template-columns: minmax(0, 1fr);
      }
      li {
        grid-template-columns: minmax(0, 1fr);
      }
      .ask > span {
        flex-wrap: wrap;
        gap: 6px 0;
      }
      .ask button,
      .ask span a {
        min-height: 48px;
      }
    }
  `,
})
export class CallsWaiting {
  readonly #store = inject(CallStore);
  readonly #outbox = inject(ActOutbox);
  protected readonly calls = callsLink();

  readonly #lines = computed(() => {
    const today = this.#store.view.data()?.today ?? '';
    return (this.#store.calls() ?? [])
      .filter(({ call }) => !ENDED.includes(call.state))
      .map(({ call }) => {
        const triage = call.state === 'called' ? triageOf(call) : null;
        const code = triage?.ask[0];
        const question = code === undefined ? null : questionOf(code);
        const stop = triage?.reasons.find(({ level }) => level !== 'note');
        return {
          id: call.id,
          waits: call.state === 'called',
          when: stepTime(call.calledAt, today),
          kind: KIND_NAMES[call.kind],
          place: call.place,
          caller: call.caller ?? '',
          stops: stop ? reasonSaid(stop.code) : '',
          state: STATE_NAMES[call.state],
          link: callLink(call.id),
          ask: question && {
            ...question,
            short: askShort(question.code),
            answers: question.answers.slice(0, MOST_ANSWERS),
            more: question.answers.length > MOST_ANSWERS,
          },
        };
      });
  });
  protected readonly waiting = computed(() => this.#lines().filter(({ waits }) => waits));
  protected readonly inHand = computed(() => this.#lines().filter(({ waits }) => !waits));
  protected readonly says = computed(() => {
    const n = this.waiting().length;
    return n === 0 ? 'in hand' : n === 1 ? '1 waits' : `${n} wait`;
  });

  protected say(id: string, code: string, answer: Question['answers'][number]): void {
    const one = this.#store.calls()?.find(({ call }) => call.id === id);
    if (!one) return;
    this.#outbox.do({
      says: `${one.call.place}: ${askShort(code)} ${answer.name.toLowerCase()}`,
      changes: [changed('callouts', one.call, answer.change)],
    });
  }
}
