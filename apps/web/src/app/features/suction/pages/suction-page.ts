import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  type ElementRef,
  inject,
  input,
  viewChild,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { type Rig, STARTING_RIGS } from '@yewridge/core/suction';
import { KeyMap } from '../../../shared/keys/key-map';
import { Caution } from '../../../shared/layout/caution';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { compareRigsLink, rigLink } from '../../../shared/routes/paths';
import { figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { RigActions } from '../data/rig-actions';
import { partLine } from '../data/rig-parts';
import { RigListStore } from '../data/rig-list-store';
import { LAYOUT_NAMES, LAYOUT_SAYS } from '../data/rig-words';
import { CAUTIONS } from '../data/safety-notes';
import { RigPicture } from '../ui/rig-picture';

/** All rigs, and the four ways to begin one. */
@Component({
  selector: 'yw-suction-page',
  imports: [RouterLink, PageHeader, Waiting, Failed, Caution, RigPicture],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './suction-page.html',
  styleUrl: './suction-page.scss',
})
export class SuctionPage {
  /** From the address, so that a search can be reloaded and shared. */
  readonly find = input<string>();

  protected readonly list = inject(RigListStore);
  protected readonly actions = inject(RigActions);
  protected readonly system = inject(UnitChoice).system;
  protected readonly compare = compareRigsLink();
  protected readonly caution = CAUTIONS.stings;
  readonly #router = inject(Router);
  protected readonly search = viewChild<ElementRef<HTMLInputElement>>('searchBox');
  protected readonly first = viewChild<ElementRef<HTMLButtonElement>>('firstLayout');

  protected readonly layouts = STARTING_RIGS.map(({ layout, rig }) => ({
    layout,
    rig,
    name: LAYOUT_NAMES[layout],
    says: LAYOUT_SAYS[layout],
  }));
  protected readonly rows = computed(() => {
    const wanted = (this.find() ?? '').toLocaleLowerCase();
    const system = this.system();
    return this.list
      .rows()
      .filter(({ rig }) => rig.document.name.toLocaleLowerCase().includes(wanted))
      .map(({ rig, readings }) => ({
        rig,
        readings,
        link: rigLink(rig.id),
        hose: partLine(rig.document, 'hose', system),
        source: partLine(rig.document, 'source', system),
        says: readings
          ? readings.bee.landing
            ? `${figureText(readings.state.speed.hose, 'speed', system)} in the hose, bees land at ${figureText(readings.bee.landing.worst, 'speed', system)}: ${readings.bee.landing.level}`
            : `${figureText(readings.state.speed.hose, 'speed', system)} in the hose: bees stall`
          : 'Its parts do not go together yet.',
        bad: readings === null || readings.bee.landing === null || readings.bee.landing.worst > rig.document.bees.limit,
      }));
  });
  protected readonly answer = computed(() => {
    const rows = this.list.rows();
    if (rows.length === 0) return 'No rig yet';
    const soft = rows.filter(
      ({ rig, readings }) => readings?.bee.landing && readings.bee.landing.worst <= rig.document.bees.limit,
    ).length;
    const many = rows.length === 1 ? '1 rig' : `${rows.length} rigs`;
    return `${many}; ${soft === rows.length ? 'all land' : soft === 1 ? '1 lands' : `${soft} land`} bees softly as set`;
  });

  constructor() {
    this.list.load();
    inject(KeyMap).add(
      [
        { sequence: 'n', says: 'New rig', run: () => this.first()?.nativeElement.focus() },
        { sequence: '/', says: 'Find a rig', run: () => this.search()?.nativeElement.focus() },
      ],
      inject(DestroyRef),
    );
  }

  protected seek(text: string): void {
    void this.#router.navigate([], { queryParams: { find: text === '' ? null : text }, replaceUrl: true });
  }

  protected begin(rig: Rig): void {
    this.actions.create(rig);
  }
}
