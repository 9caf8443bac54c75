import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { type Shade, SHADES } from '@yewridge/core/season';
import { FigureTable } from '../../../shared/layout/figure-table';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { WorkingPanel } from '../../../shared/layout/working-panel';
import { newSiteLink, seasonLink, todayLink } from '../../../shared/routes/paths';
import { dayShort } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewFor } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { basisWords, seasonAnswer } from '../data/season-words';
import {
  carrierRows,
  dateRows,
  EXPOSURES,
  lureSpan,
  scoutRows,
  scoutWords,
  seasonWorking,
} from '../data/season-tables';
import { TodayApi } from '../data/today-api';
import { SeasonChart } from '../ui/season-chart';
import { Segments } from '../../../shared/fields/segments';

/** The season in full: when swarms come and what says so, what scouts foretell, and what lures cost. */
@Component({
  selector: 'yw-season-page',
  imports: [FigureTable, Segments, PageHeader, Waiting, Empty, Failed, RouterLink, WorkingPanel, SeasonChart],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './season-page.html',
  styleUrl: './season-page.scss',
})
export class SeasonPage {
  /** How the lures hang, kept in the address. */
  readonly lures = input<string>();

  readonly #api = inject(TodayApi);
  readonly #router = inject(Router);
  readonly #system = inject(UnitChoice).system;
  protected readonly clock = inject(TodayClock);
  protected readonly links = { today: todayLink(), seasons: seasonLink(), newSite: newSiteLink() };
  protected readonly exposures = EXPOSURES;
  protected readonly exposure = computed<Shade>(() => SHADES.find((id) => id === this.lures()) ?? 'shade');
  protected readonly view = viewFor(this.exposure, (exposure) => this.#api.season(exposure));
  protected readonly showWorking = signal(false);

  readonly #season = computed(() => this.view.data()?.clock ?? null);
  protected readonly answer = computed(() => {
    const season = this.#season();
    return season ? seasonAnswer(season) : 'The season';
  });
  protected readonly rests = computed(() => {
    const season = this.#season();
    return season
      ? basisWords(season)
          .filter((text) => text !== '')
          .join('; ')
      : '';
  });
  protected readonly snap = computed(() => {
    const season = this.#season();
    const snap = season?.snaps.find(({ to }) => to >= season.today);
    return snap ? `A cold snap until ${dayShort(snap.to)}: expect arrivals on the first warm days after it.` : '';
  });
  protected readonly dateColumns = [
    { id: 'name', name: '' },
    { id: 'date', name: '', figure: true },
    { id: 'range', name: '' },
    { id: 'why', name: '' },
  ];
  protected readonly scoutColumns = computed(() => [
    { id: 'count', name: 'scouts a minute', figure: true },
    { id: 'rule', name: 'rule of thumb', figure: true },
    ...(this.view.data()?.scouts.earned ? [{ id: 'own', name: 'your log', figure: true }] : []),
  ]);
  protected readonly carrierColumns = [
    { id: 'name', name: 'carrier' },
    { id: 'load', name: 'usual load', figure: true },
    { id: 'weak', name: 'first weak after', figure: true },
    { id: 'trips', name: 'trips to renew', figure: true },
    { id: 'range', name: 'may be' },
    { id: 'when', name: 'renewed on' },
  ];
  protected readonly dates = computed(() => {
    const season = this.#season();
    return season
      ? dateRows(season).map(({ date, ...row }) => ({ cells: { ...row, date: { text: date, strong: true } } }))
      : [];
  });
  protected readonly working = computed(() => {
    const sheet = this.view.data();
    return sheet && seasonWorking(sheet, this.#system());
  });
  protected readonly scouts = computed(() => {
    const sheet = this.view.data();
    return sheet
      ? scoutRows(sheet).map(({ own, ...row }) => ({ cells: { ...row, own: { text: own, strong: true } } }))
      : [];
  });
  protected readonly scoutWords = computed(() => {
    const sheet = this.view.data();
    return sheet ? scoutWords(sheet) : '';
  });
  protected readonly carriers = computed(() => {
    const lures = this.view.data()?.lures;
    return (lures ? carrierRows(lures) : []).map(({ trips, when, warns, ...row }) => ({
      cells: { ...row, trips: { text: trips, strong: true }, when: { text: when, also: warns } },
    }));
  });
  protected readonly span = computed(() => {
    const lures = this.view.data()?.lures;
    return lures ? lureSpan(lures) : '';
  });

  protected hang(lures: Shade): void {
    void this.#router.navigate([], { queryParams: { lures }, queryParamsHandling: 'merge' });
  }
}
