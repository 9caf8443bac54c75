import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { hangLink, roundsLink, siteLink } from '../../../shared/routes/paths';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { RoundsApi } from '../data/rounds-api';
import { cornerWords, seasonRows, siteRows } from '../data/summary-words';

/** Season by season: traps hung, days at risk and catches, in all and by site. */
@Component({
  selector: 'yw-seasons-page',
  imports: [PageHeader, Waiting, Empty, Failed, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './seasons-page.html',
  styleUrl: './seasons-page.scss',
})
export class SeasonsPage {
  readonly #api = inject(RoundsApi);
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
  protected readonly answer = computed(() => {
    const summary = this.view.data();
    return summary ? (cornerWords(summary, this.#system())[0] ?? '') : 'Seasons';
  });
}
