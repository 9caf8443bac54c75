import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import { RouterLink } from '@angular/router';
import { type LandmarkFactor, USUAL_WINDOW } from '@yewridge/core/evidence';
import { catchError, EMPTY, of, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { CallStore } from '../../../shared/calls/call-store';
import { KeptRigs } from '../../../shared/documents/kept-rigs';
import { LandmarkRunner } from '../../../shared/evidence/landmark-runner';
import { DayField } from '../../../shared/fields/day-field';
import { cellsOf, FigureTable } from '../../../shared/layout/figure-table';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { evidenceLink, rigLinks, suctionLink } from '../../../shared/routes/paths';
import { binned, changed, made } from '../../../shared/season/records-api';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { type Correction, corrections, landingRows, switchedSaid } from '../data/correction-words';
import { EvidenceStore } from '../data/evidence-store';
import { correctionsAnswer, windowFault, windowSaid } from '../data/evidence-words';

const NONE: readonly LandmarkFactor[] = [];
const HEADS = [
  { id: 'rule', name: 'rule' },
  { id: 'yours', name: 'yours' },
  { id: 'used', name: 'used' },
] as const;

/** Rules of thumb beside what the log says, which of both speaks, and which days of the year count. */
@Component({
  selector: 'yw-corrections-page',
  imports: [DayField, Failed, FigureTable, MatSlideToggleModule, PageHeader, RouterLink, Waiting],
  providers: [EvidenceStore],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './corrections-page.html',
  styleUrl: './corrections-page.scss',
})
export class CorrectionsPage {
  readonly #outbox = inject(ActOutbox);
  readonly #landmarks = inject(LandmarkRunner);
  readonly #hemisphere = inject(TodayClock).hemisphere;
  readonly #kept = inject(KeptRigs);
  readonly #system = inject(UnitChoice).system;
  protected readonly store = inject(EvidenceStore);
  protected readonly view = this.store.view;
  protected readonly links = { evidence: evidenceLink(), suction: suctionLink() };

  readonly #factors = toSignal(
    toObservable(this.store.evidence).pipe(
      switchMap((evidence) => (evidence ? this.#landmarks.all(evidence).pipe(catchError(() => EMPTY)) : EMPTY)),
    ),
    { initialValue: NONE },
  );
  protected readonly all = computed(() => {
    const evidence = this.store.evidence();
    return evidence ? corrections(evidence, this.#factors()) : [];
  });
  protected readonly parts = computed(() =>
    this.all().map((one) => ({
      one,
      columns: [{ id: 'what', name: one.first }, ...HEADS],
      rows: cellsOf(one.rows),
      beside: switchedSaid(one),
    })),
  );
  protected readonly answer = computed(() => correctionsAnswer(this.all()));

  readonly #calls = inject(CallStore).calls;
  readonly #rigs = viewOf(() => this.#kept.all().pipe(catchError(() => of([]))));
  protected readonly landingColumns = [{ id: 'what', name: 'bee vacuum' }, ...HEADS];
  protected readonly landing = computed(() => {
    const rigs = (this.#rigs.data() ?? []).map(({ id, document }) => ({
      id,
      name: document.name,
      limit: document.bees.limit,
      jobs: document.jobs,
    }));
    return landingRows(rigs, this.#calls() ?? [], this.#system()).map(({ id, what, ...cells }) => ({
      cells: { ...cells, what: { text: what, link: rigLinks(id).losses } },
    }));
  });

  protected readonly fault = signal<string | null>(null);
  readonly #year = computed(() => this.store.evidence()?.today.slice(0, 4) ?? '2001');
  readonly #said = computed(() => this.store.windows()[0] ?? null);
  /** Days of this year, so that a calendar can be opened on them. */
  protected readonly days = computed(() => {
    const window = this.store.evidence()?.window;
    if (!window) return null;
    const said = this.#said();
    const [from, until] = said ? [said.fromDay, said.untilDay] : [window.from, window.until];
    return { from: `${this.#year()}-${from}`, until: `${this.#year()}-${until}`, said: said !== null };
  });
  protected readonly usual = computed(() => windowSaid(USUAL_WINDOW[this.#hemisphere()]));

  protected turn({ what, title }: Correction, log: boolean): void {
    const known = this.store.corrections().find((row) => row.what === what);
    const use = log ? 'log' : 'rule';
    this.#outbox.do({
      says: `${title} ${log ? 'By the log' : 'By the rule of thumb'}`,
      changes: [known ? changed('corrections', known, { use }) : made('corrections', { what, use })],
    });
  }

  protected setDay(end: 'from' | 'until', day: string): void {
    const days = this.days();
    if (!days || day === days[end]) return;
    const next = { fromDay: days.from.slice(5), untilDay: days.until.slice(5), [`${end}Day`]: day.slice(5) };
    const fault = windowFault(next);
    this.fault.set(fault);
    if (fault !== null) return;
    const said = this.#said();
    this.#outbox.do({
      says: `Days that count: ${windowSaid({ from: next.fromDay, until: next.untilDay })}`,
      changes: [said ? changed('windows', said, next) : made('windows', next)],
    });
  }

  protected usualDays(): void {
    const said = this.#said();
    if (said) this.#outbox.do({ says: 'Days that count: the usual ones', changes: [binned('windows', said)] });
  }
}
