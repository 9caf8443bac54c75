import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { MatSlideToggleModule } from '@angular/material/slide-toggle';
import { Router, RouterLink } from '@angular/router';
import { cellsOf, FigureTable } from '../../../shared/layout/figure-table';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import {
  clubSheetLink,
  correctionsLink,
  hangLink,
  neighboursLink,
  questionsLink,
  rawLink,
  seasonClockLink,
  trialsLink,
} from '../../../shared/routes/paths';
import { EvidenceStore } from '../data/evidence-store';
import { scoutRows } from '../data/correction-words';
import { EvidenceSaid } from '../data/evidence-said';
import { EffectList } from '../ui/effect-list';
import { FillCurve } from '../ui/fill-curve';
import { PlaceTable } from '../ui/place-table';
import { SaveFigures } from '../ui/save-figures';
import { SettleBars } from '../ui/settle-bars';
import { YearList } from '../ui/year-list';

const NO_SCOUTS = { looks: 0, arrivals: 0, earned: false, tuned: false, table: [] } as const;

/** What the records show, and how sure that is. */
@Component({
  selector: 'yw-evidence-page',
  imports: [
    EffectList,
    Empty,
    Failed,
    FigureTable,
    FillCurve,
    MatSlideToggleModule,
    PageHeader,
    PlaceTable,
    RouterLink,
    SaveFigures,
    SettleBars,
    Waiting,
    YearList,
  ],
  providers: [EvidenceStore, EvidenceSaid],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './evidence-page.html',
  styleUrl: './evidence-page.scss',
})
export class EvidencePage {
  readonly #router = inject(Router);
  protected readonly store = inject(EvidenceStore);
  /** The place that is open. */
  readonly place = input<string>();
  /** Questions asked besides, parted by commas. */
  readonly also = input<string>();
  /** Other keepers' records are counted too: `yes`. */
  readonly pooled = input<string>();

  protected readonly links = {
    hang: hangLink(),
    raw: rawLink(),
    questions: questionsLink(),
    trials: trialsLink(),
    sheet: clubSheetLink(),
    neighbours: neighboursLink(),
    season: seasonClockLink(),
    corrections: correctionsLink(),
  };
  protected readonly working = signal(false);
  protected readonly view = this.store.view;
  protected readonly said = inject(EvidenceSaid);
  protected readonly corrected = computed(() => cellsOf(scoutRows(this.store.evidence()?.scouts ?? NO_SCOUTS)));
  protected readonly correctedColumns = [
    { id: 'what', name: 'scouts a minute', figure: true },
    { id: 'rule', name: 'rule' },
    { id: 'yours', name: 'yours' },
    { id: 'used', name: 'used' },
  ];

  constructor() {
    effect(() => {
      this.store.also.set((this.also() ?? '').split(',').filter((one) => one !== ''));
      this.store.pooled.set(this.pooled() === 'yes');
    });
  }

  protected open(place: string | null): void {
    this.#turn({ place });
  }
  protected ask(id: string): void {
    this.#turn({ also: [...this.store.also(), id].join(',') });
  }
  protected drop(id: string): void {
    const left = this.store.also().filter((one) => one !== id);
    this.#turn({ also: left.length === 0 ? null : left.join(',') });
  }
  protected pool(on: boolean): void {
    this.#turn({ pooled: on ? 'yes' : null });
  }

  /** What is open stays in the address. */
  #turn(queryParams: Readonly<Record<string, string | null>>): void {
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
