import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { seasonDay } from '@yewridge/core/season';
import { Icon } from '../../../shared/icons/icon';
import { KeyMap } from '../../../shared/keys/key-map';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { catchLink, newCatchLink } from '../../../shared/routes/paths';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { boardAnswer, boardColumns, seasonOf } from '../data/board-words';
import { CatchesApi } from '../data/catches-api';
import { PickList } from '../../../shared/fields/pick';

const ALL_YEARS = 'all';

/** Every catch by where it stands, from first sight to a settled colony. */
@Component({
  selector: 'yw-board-page',
  imports: [PickList, PageHeader, Waiting, Empty, Failed, RouterLink, Icon],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './board-page.html',
  styleUrl: './board-page.scss',
})
export class BoardPage {
  /** A season, or `all`. */
  readonly season = input<string>();

  readonly #api = inject(CatchesApi);
  readonly #router = inject(Router);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  protected readonly view = viewOf(() => this.#api.board());
  protected readonly newCatch = newCatchLink();
  protected readonly catchLink = catchLink;
  protected readonly all = ALL_YEARS;

  protected readonly seasons = computed(() => {
    const board = this.view.data();
    if (!board) return [];
    const half = this.#clock.hemisphere();
    const now = seasonDay(board.today, half).season;
    return [...new Set([now, ...board.cards.map((card) => seasonOf(card, half))])].sort((a, b) => b - a).map(String);
  });
  protected readonly seasonOptions = computed(() => [
    ...this.seasons().map((year) => ({ id: year, name: year })),
    { id: ALL_YEARS, name: 'all years' },
  ]);
  protected readonly chosen = computed(() => this.season() ?? this.seasons()[0] ?? ALL_YEARS);
  protected readonly columns = computed(() => {
    const board = this.view.data();
    if (!board) return [];
    const season = this.chosen() === ALL_YEARS ? null : Number(this.chosen());
    return boardColumns(board, season, this.#clock.hemisphere(), this.#system());
  });
  protected readonly answer = computed(() => {
    const board = this.view.data();
    return board ? boardAnswer(board, this.#clock.hemisphere()) : 'Catches';
  });

  constructor() {
    inject(KeyMap).add(
      [{ sequence: 'n', says: 'Log a catch', run: () => void this.#router.navigate([...this.newCatch]) }],
      inject(DestroyRef),
    );
  }

  protected choose(season: string): void {
    void this.#router.navigate([], { queryParams: { season }, replaceUrl: true });
  }
}
