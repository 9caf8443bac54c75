import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { jobLog, triageOf } from '@yewridge/core/callouts';
import { askShort, calledWhen, KIND_NAMES, STATE_NAMES } from '../../../shared/calls/call-words';
import { CallStore } from '../../../shared/calls/call-store';
import { cellsOf, FigureTable } from '../../../shared/layout/figure-table';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { callLink, catchesLink, newCallLink } from '../../../shared/routes/paths';
import { placeOf } from '../data/call-plan';
import { kindCells, paceSaid } from '../data/log-words';

const ENDED: readonly string[] = ['settled', 'united', 'lost', 'gone', 'declined', 'referred', 'abandoned'];

/** Every call, those that wait first, and what the jobs of the years came to. */
@Component({
  selector: 'yw-calls-page',
  imports: [Empty, Failed, FigureTable, PageHeader, RouterLink, Waiting],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Catches">
      <a crumb [routerLink]="links.catches">All catches</a>
      <span crumb>Calls</span>
      <span answer>{{ answer() }}</span>
      <a act class="button filled" [routerLink]="links.newCall">Log a call</a>
    </yw-page-header>
    @if (store.view.failure() && !store.calls()) {
      <yw-failed
        title="The calls could not be fetched"
        [failure]="store.view.failure()!"
        (retry)="store.view.reload()"
      />
    } @else if (!store.calls()) {
      <yw-waiting what="the calls" />
    } @else if (store.calls()!.length === 0) {
      <yw-empty title="Nobody has rung">
        <p>
          A swarm on a branch, a colony in a wall, a trap too heavy to lift: log the call while they talk. It says what
          to ask, whether to go, and what to take.
        </p>
        <a class="button filled" [routerLink]="links.newCall">Log a call</a>
      </yw-empty>
    } @else {
      @for (group of groups(); track group.name) {
        <section class="sheet" [attr.aria-label]="group.name">
          <h2>
            {{ group.name }} <span>{{ group.lines.length }}</span>
          </h2>
          <ul>
            @for (line of group.lines; track line.id) {
              <li>
                <span class="when">{{ line.when }}</span>
                <a [routerLink]="line.link"
                  ><strong>{{ line.what }}</strong> {{ line.place }}</a
                >
                <span class="state">{{ line.state }}</span>
              </li>
            }
          </ul>
        </section>
      }
      @if (rows().length > 0) {
        <section class="sheet" aria-labelledby="numbers">
          <h2 id="numbers">Over the years</h2>
          <yw-figure-table label="Jobs by kind" [columns]="columns" [rows]="rows()" />
          @for (line of paces(); track line) {
            <p>{{ line }}</p>
          }
        </section>
      }
    }
  `,
  styles: `
    section {
      display: grid;
      gap: var(--s2);
      margin-bottom: var(--s4);
      padding: var(--s4);
    }
    h2 {
      font-size: 18px;
    }
    h2 span {
      color: var(--ink-2);
      font-weight: 400;
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 130px minmax(0, 1fr) minmax(0, 260px);
      gap: var(--s3);
      align-items: center;
      min-height: 48px;
      border-top: 1px solid var(--rule);
    }
    .when,
    .state {
      color: var(--ink-2);
    }
    p {
      margin: 0;
    }
    @media (max-width: 720px) {
      li {
        grid-template-columns: minmax(0, 1fr);
        gap: 0;
        padding: 8px 0;
      }
    }
  `,
})
export class CallsPage {
  protected readonly store = inject(CallStore);
  protected readonly links = { catches: catchesLink(), newCall: newCallLink() };
  protected readonly columns = [
    { id: 'kind', name: 'kind' },
    { id: 'jobs', name: 'jobs', figure: true },
    { id: 'planned', name: 'min by the table', figure: true },
    { id: 'taken', name: 'min taken', figure: true },
    { id: 'dead', name: 'dead bees', figure: true },
    { id: 'queens', name: 'queens found', figure: true },
    { id: 'settled', name: 'settled', figure: true },
    { id: 'lost', name: 'lost', figure: true },
  ];
  protected readonly groups = computed(() => {
    const today = this.store.view.data()?.today ?? '';
    const lines = (this.store.calls() ?? []).map(({ call }) => {
      const ask = call.state === 'called' ? triageOf(call).ask[0] : undefined;
      return {
        id: call.id,
        ended: ENDED.includes(call.state),
        waits: call.state === 'called',
        when: calledWhen(call.calledAt, today),
        what: KIND_NAMES[call.kind],
        place: call.place,
        state: ask === undefined ? STATE_NAMES[call.state] : `ask next: ${askShort(ask)}`,
        link: callLink(call.id),
      };
    });
    return [
      { name: 'Waiting for an answer', lines: lines.filter(({ waits }) => waits) },
      { name: 'In hand', lines: lines.filter(({ waits, ended }) => !waits && !ended) },
      { name: 'Over', lines: lines.filter(({ ended }) => ended) },
    ].filter((group) => group.lines.length > 0);
  });
  protected readonly answer = computed(() => {
    if (!this.store.calls()) return 'Calls';
    const [first] = this.groups();
    if (!first) return 'Log the first call';
    const n = first.lines.length;
    if (first.name === 'Over') return 'No call waits';
    const many = n === 1 ? 'One call' : `${n} calls`;
    const verb = n === 1 ? 's' : '';
    return first.name === 'In hand' ? `${many} in hand` : `${many} wait${verb} for an answer`;
  });
  readonly #log = computed(() => {
    const [calls, all] = [this.store.calls(), this.store.view.data()];
    return calls && all ? jobLog(calls.map((one) => ({ ...one, place: placeOf(one, all) }))) : [];
  });
  protected readonly rows = computed(() => cellsOf(this.#log().map(kindCells)));
  protected readonly paces = computed(() => this.#log().flatMap((log) => paceSaid(log) ?? []));
}
