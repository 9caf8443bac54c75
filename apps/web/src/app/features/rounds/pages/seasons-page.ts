import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { cellsOf, FigureTable } from '../../../shared/layout/figure-table';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { hangLink, roundsLink, siteLink } from '../../../shared/routes/paths';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { SummaryApi } from '../../../shared/season/summary-api';
import { cornerWords, seasonRows, siteRows } from '../data/summary-words';

/** Season by season: traps hung, days at risk and catches, in all and by site. */
@Component({
  selector: 'yw-seasons-page',
  imports: [FigureTable, PageHeader, Waiting, Empty, Failed, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './seasons-page.html',
  styleUrl: './seasons-page.scss',
})
export class SeasonsPage {
  readonly #api = inject(SummaryApi);
  readonly #system = inject(UnitChoice).system;
  protected readonly view = viewOf(() => this.#api.summary());
  protected readonly links = { rounds: roundsLink(), hang: hangLink() };
  protected readonly siteLink = siteLink;
  protected readonly seasons = computed(() => {
    const summary = this.view.data();
    return summary ? seasonRows(summary, this.#system()) : [];
  });
  protected readonly sites = computed(() => {
    const summary = this.view.data();
    return summary ? siteRows(summary) : [];
  });
  protected readonly seasonColumns = [
    { id: 'season', name: 'season' },
    { id: 'span', name: 'counted' },
    { id: 'traps', name: 'traps hung', figure: true },
    { id: 'trapDays', name: 'trap-days', figure: true },
    { id: 'catches', name: 'catches', figure: true },
    { id: 'mass', name: 'bees', figure: true },
    { id: 'per100', name: 'catches in 100 trap-days', figure: true },
  ];
  protected readonly seasonCells = computed(() => cellsOf(this.seasons()));
  protected readonly siteColumns = computed(() => [
    { id: 'site', name: 'site' },
    { id: 'catches', name: 'catches', figure: true },
    { id: 'trapDays', name: 'trap-days', figure: true },
    ...this.seasons().map(({ season }) => ({ id: season, name: season, figure: true })),
  ]);
  protected readonly siteCells = computed(() =>
    this.sites().map(({ siteId, site, catches, trapDays, seasons }) => ({
      cells: {
        site: { text: site, link: siteLink(siteId) },
        catches,
        trapDays,
        ...Object.fromEntries(this.seasons().map(({ season }, n) => [season, seasons[n] ?? ''])),
      },
    })),
  );
  protected readonly answer = computed(() => {
    const summary = this.view.data();
    return summary ? (cornerWords(summary, this.#system())[0] ?? '') : 'Seasons';
  });
}
