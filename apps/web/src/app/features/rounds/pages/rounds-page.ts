import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, input, signal } from '@angular/core';
import { type MatChipSelectionChange, MatChipsModule } from '@angular/material/chips';
import { Router, RouterLink } from '@angular/router';
import type { DueListDto } from '@yewridge/contract/rounds';
import type { IsoDate } from '@yewridge/core/season';
import { KeyMap } from '../../../shared/keys/key-map';
import { narrowWindow } from '../../../shared/layout/narrow';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import {
  catchLink,
  groundLink,
  hangLink,
  roundLink,
  scanLink,
  seasonLink,
  stayLink,
  storesLink,
  visitLink,
} from '../../../shared/routes/paths';
import { comingFriday } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { dueGroups } from '../../../shared/season/due-words';
import {
  filterCounts,
  RIBBON_FILTERS,
  type RibbonFilter,
  type RibbonLine,
  ribbonLines,
  siteLines,
} from '../data/ribbon-rows';
import { ZOOM_NAMES, ZOOMS } from '../data/ribbon-scale';
import { RibbonStore } from '../data/ribbon-store';
import { cornerWords } from '../data/summary-words';
import { sharedGroups } from '../data/errand-words';
import { Errands } from '../data/errands';
import { type Given, ShareOut } from '../ui/share-out';
import { DueList } from '../ui/due-list';
import { Ribbon, type RibbonAct } from '../ui/ribbon';
import { TrialDues } from '../ui/trial-dues';
import { arrivalsOf } from '../ui/ribbon-sheet';
import { Segments } from '../../../shared/fields/segments';

const FILTER_NAMES: Readonly<Record<RibbonFilter, string>> = {
  all: 'All',
  friday: 'By Friday',
  scouts: 'Scouts about',
  bees: 'Bees in',
  stores: 'In Stores',
};

/** The season as it happened and what it asks for now. */
@Component({
  selector: 'yw-rounds-page',
  imports: [
    ShareOut,
    MatChipsModule,
    Segments,
    PageHeader,
    Waiting,
    Empty,
    Failed,
    RouterLink,
    Ribbon,
    DueList,
    TrialDues,
  ],
  providers: [RibbonStore, Errands],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './rounds-page.html',
  styleUrl: './rounds-page.scss',
})
export class RoundsPage {
  /** `ribbon` or `list`; the width of the window decides when neither is asked for. */
  readonly view = input<string>();
  readonly zoom = input<string>();
  readonly show = input<string>();
  /** A row a trap, or a row a `site`. */
  readonly by = input<string>();

  protected readonly store = inject(RibbonStore);
  readonly #router = inject(Router);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  protected readonly links = {
    scan: scanLink(),
    hang: hangLink(),
    seasons: seasonLink(),
    round: roundLink(),
    stores: storesLink(),
    ground: groundLink(),
  };
  protected readonly views = [
    { id: 'ribbon', name: 'Ribbon' },
    { id: 'list', name: 'List' },
  ];
  protected readonly rowsBy = [
    { id: 'trap', name: 'A row a trap' },
    { id: 'site', name: 'A row a site' },
  ];
  protected readonly zooms = ZOOMS.map((id) => ({ id, name: ZOOM_NAMES[id] }));

  readonly #narrow = narrowWindow();
  protected readonly asList = computed(() => (this.view() ?? (this.#narrow() ? 'list' : 'ribbon')) === 'list');
  protected readonly zoomed = computed(
    () => ZOOMS.find((one) => one === this.zoom()) ?? (this.#narrow() ? 'month' : 'season'),
  );
  protected readonly bySite = computed(() => this.by() === 'site');
  protected readonly filter = computed(() => RIBBON_FILTERS.find((one) => one === this.show()) ?? 'all');
  protected readonly filters = computed(() => {
    const due = this.store.due();
    const counts = due && filterCounts(due);
    return RIBBON_FILTERS.map((id) => ({ id, name: FILTER_NAMES[id], count: counts?.[id] ?? 0 }));
  });
  protected readonly answer = computed(() => {
    const due = this.store.due();
    if (!due) return 'Rounds';
    if (due.inUse === 0) return 'No trap built yet';
    const { friday } = filterCounts(due);
    if (due.traps.length === 0) return `None of ${due.inUse} traps hangs`;
    if (friday === 0) return 'No trap needs you by Friday';
    return `${friday} of ${due.inUse} traps ${friday === 1 ? 'needs' : 'need'} you by Friday`;
  });
  protected readonly picture = computed(() => {
    const due = this.store.due();
    if (!due) return null;
    const hemisphere = this.#clock.hemisphere();
    const summary = this.store.summary();
    return {
      lines: this.#lines(due),
      today: due.today,
      friday: comingFriday(due.today),
      hemisphere,
      curve: this.store.curve(),
      arrivals: arrivalsOf(summary?.arrivals ?? [], due.today, hemisphere),
      seasonEnd: summary?.seasons.at(-1)?.end ?? null,
    };
  });
  protected readonly groups = computed(() => {
    const due = this.store.due();
    const lines = this.picture()?.lines ?? [];
    const shown = new Set(
      lines.flatMap((line) => (line.kind === 'trap' && line.hanging ? [line.hanging.deploymentId] : [])),
    );
    if (!due) return [];
    const traps = due.traps.filter(({ deploymentId }) => shown.has(deploymentId));
    return sharedGroups(dueGroups(traps, due.today, this.#system()), this.shares());
  });
  protected readonly errands = inject(Errands);
  protected readonly shares = computed(() => this.errands.shares(this.store.due()?.traps ?? []));
  protected readonly choosing = signal(false);
  protected readonly chosen = signal<ReadonlySet<string>>(new Set());
  protected readonly corner = computed(() => {
    const summary = this.store.summary();
    return summary ? cornerWords(summary, this.#system()) : [];
  });

  constructor() {
    inject(KeyMap).add(
      [{ sequence: 'n', says: 'Hang a trap', run: () => void this.#router.navigate([...hangLink()]) }],
      inject(DestroyRef),
    );
  }

  #lines(due: DueListDto): readonly RibbonLine[] {
    const years = this.store.years();
    if (!this.bySite()) return ribbonLines(years, due, this.filter(), this.#system());
    const known = (this.store.summary()?.seasons ?? []).flatMap(({ sites }) => sites);
    return siteLines(years, due, this.filter(), known, this.#system());
  }

  protected chooseTraps(choosing: boolean): void {
    this.choosing.set(choosing);
    this.chosen.set(new Set());
  }
  protected toggle(stay: string): void {
    this.chosen.update((chosen) => new Set([...chosen, stay].filter((one) => one !== stay || !chosen.has(stay))));
  }
  protected give({ hand, note }: Given): void {
    this.errands.give([...this.chosen()], hand, note);
    this.chooseTraps(false);
  }

  /** Of the filters one is always on: the one that is touched again stays. */
  protected hold({ source, selected, isUserInput }: MatChipSelectionChange): void {
    if (isUserInput && !selected) source.select();
  }

  protected choose(query: Readonly<Record<string, string>>): void {
    void this.#router.navigate([], { queryParams: query, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected open({ line, date }: RibbonAct): void {
    const stay = line.stays.findLast(({ hungOn, takenDownOn }) => hungOn <= date && date <= (takenDownOn ?? '9999'));
    if (!stay) {
      const first = line.stays.at(-1);
      if (first) void this.#router.navigate([...stayLink(first.id)]);
      return;
    }
    const arrived = stay.caught && (stay.caught.arrivedOn ?? stay.caught.foundOn);
    const { caught } = stay;
    void this.#router.navigate(
      caught && arrived !== null && date >= arrived ? [...catchLink(caught.id)] : [...stayLink(stay.id)],
    );
  }

  protected log({ line }: RibbonAct): void {
    if (line.hanging) void this.#router.navigate([...visitLink(line.hanging.deploymentId)]);
  }

  protected see({ from, to }: { readonly from: IsoDate; readonly to: IsoDate }): void {
    this.store.see(from, to);
  }
}
