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
import { type GateLane, isInBand, type Rig, type RigReadings, STARTING_RIGS } from '@yewridge/core/suction';
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
import { placeWords } from '../data/readings-view';
import { LAYOUT_NAMES, LAYOUT_SAYS } from '../data/rig-words';
import { CAUTIONS } from '../data/safety-notes';
import { RigPicture } from '../ui/rig-picture';

/** Whether a rig as it is set lies inside its band: by 19 bees in 20, as on its own page. */
function isSafe({ state }: RigReadings, lane: GateLane | null | undefined): boolean {
  return lane ? isInBand(state.speed.hose, lane.spot) : false;
}

function judgedWords({ state }: RigReadings, lane: GateLane | null | undefined): string {
  if (lane === undefined) return ', being judged …';
  return lane ? `: ${placeWords(state.speed.hose, lane.spot)}` : ': its port is shut';
}

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
      .map(({ rig, readings, lane }) => ({
        rig,
        readings,
        link: rigLink(rig.id),
        hose: partLine(rig.document, 'hose', system),
        source: partLine(rig.document, 'source', system),
        says: readings
          ? `${figureText(readings.state.speed.hose, 'speed', system)} in the hose${judgedWords(readings, lane)}`
          : 'Its parts do not go together yet.',
        bad: readings === null || (lane !== undefined && !isSafe(readings, lane)),
      }));
  });
  protected readonly answer = computed(() => {
    const rows = this.list.rows();
    if (rows.length === 0) return 'No rig yet';
    const many = rows.length === 1 ? '1 rig' : `${rows.length} rigs`;
    if (rows.some(({ readings, lane }) => readings !== null && lane === undefined)) return `${many}, being judged …`;
    const safe = rows.filter(({ readings, lane }) => readings !== null && isSafe(readings, lane)).length;
    const set = safe === rows.length ? 'all are' : safe === 0 ? 'none is' : safe === 1 ? '1 is' : `${safe} are`;
    return `${many}; ${set} set inside the safe band`;
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
