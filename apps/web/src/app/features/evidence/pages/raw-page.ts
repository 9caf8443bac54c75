import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { type EffectAsk, narrowed } from '@yewridge/core/evidence';
import { type FigureColumn, FigureTable } from '../../../shared/layout/figure-table';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { evidenceLink } from '../../../shared/routes/paths';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { EvidenceStore } from '../data/evidence-store';
import { many, windowSaid } from '../data/evidence-words';
import { FACT_SAID } from '../data/fact-words';
import { rawRows } from '../data/raw-rows';
import { sidesIn } from '../data/standard-asks';

/** The stays behind an answer, in or out of the count, each leading to its record. */
@Component({
  selector: 'yw-raw-page',
  imports: [Failed, FigureTable, PageHeader, RouterLink, Waiting],
  providers: [EvidenceStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <yw-page-header place="Evidence">
      <a crumb [routerLink]="links.evidence">All answers</a>
      <span answer>{{ answer() }}</span>
    </yw-page-header>
    @if (view.failure() && !view.data()) {
      <yw-failed title="The records could not be fetched" [failure]="view.failure()!" (retry)="view.reload()" />
    } @else if (rows(); as found) {
      <section class="sheet" tabindex="0" aria-labelledby="in">
        <h2 id="in">In the count</h2>
        <p>Days count from {{ window() }}. A trap that came down empty counts for as long as it hung.</p>
        <yw-figure-table label="Stays in the count" [columns]="columns()" [rows]="found.inside" />
      </section>
      @if (found.out.length > 0) {
        <section class="sheet" tabindex="0" aria-labelledby="out">
          <h2 id="out">Not in the count, and why</h2>
          <yw-figure-table label="Stays not in the count" [columns]="outColumns()" [rows]="found.out" />
        </section>
      }
    } @else {
      <yw-waiting what="the stays" />
    }
  `,
  styles: `
    section {
      margin-bottom: 12px;
      padding: var(--s3);
      overflow-x: auto;
    }
    h2 {
      font-size: var(--t-l);
    }
    p {
      color: var(--ink-2);
    }
  `,
})
export class RawPage {
  readonly #system = inject(UnitChoice).system;
  protected readonly store = inject(EvidenceStore);
  /** Which answer of the page. */
  readonly ask = input<string>();
  /** Which question of the keeper's own. */
  readonly question = input<string>();

  protected readonly links = { evidence: evidenceLink() };
  protected readonly view = this.store.view;
  readonly #kept = computed(() => this.store.questions().find(({ id }) => id === this.question()) ?? null);
  readonly #ask = computed<EffectAsk | null>(() => {
    const kept = this.#kept();
    if (kept) return { id: kept.id, kind: 'sides', ...sidesIn(kept), nameA: kept.nameA, nameB: kept.nameB };
    return this.store.offered().find(({ ask }) => ask.id === this.ask())?.ask ?? null;
  });
  protected readonly rows = computed(() => {
    const evidence = this.store.evidence();
    if (!evidence) return null;
    const kept = this.#kept();
    const spells = kept ? narrowed(evidence.spells, kept) : evidence.spells;
    return rawRows({ ...evidence, spells }, this.#ask(), this.#system());
  });
  protected readonly window = computed(() => {
    const evidence = this.store.evidence();
    return evidence ? windowSaid(evidence.window) : '';
  });
  readonly #columns = computed<readonly FigureColumn[]>(() => {
    const ask = this.#ask();
    return [
      { id: 'stay', name: 'trap and place' },
      { id: 'from', name: 'from' },
      { id: 'days', name: 'days', figure: true },
      ...(ask ? [{ id: 'fact', name: FACT_SAID[ask.fact] }] : []),
      ...(this.rows()?.sides === true ? [{ id: 'side', name: 'side' }] : []),
      { id: 'end', name: 'how it ended' },
    ];
  });
  protected readonly columns = this.#columns;
  protected readonly outColumns = computed(() => [...this.#columns(), { id: 'why', name: 'why not' }]);
  protected readonly answer = computed(() => {
    const [ask, rows] = [this.#ask(), this.rows()];
    if (!rows) return 'Behind an answer';
    const what = ask ? `${ask.nameA} or ${ask.nameB}` : 'All answers';
    return `${what.charAt(0).toUpperCase()}${what.slice(1)}: ${many(rows.inside.length, 'stretch counts', 'stretches count')}`;
  });
}
