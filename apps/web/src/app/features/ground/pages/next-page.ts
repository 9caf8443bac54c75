import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { figureAt } from '@yewridge/core/ground';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { WorkingButton } from '../../../shared/layout/working-button';
import { WorkingPanel } from '../../../shared/layout/working-panel';
import { bookLink, groundLink, hangLink, lettersLink, newSiteLink } from '../../../shared/routes/paths';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import {
  dropAct,
  keepAct,
  letGoAct,
  newSpotAct,
  reasonAct,
  spotAct,
  spotGoneAct,
  type SpotSaid,
  stanceAct,
} from '../data/next-acts';
import { type Limits, limitsOf, type NextPlace, saidLimits, type Stance } from '../data/next-asked';
import { NextStore } from '../data/next-store';
import { NextSaid } from '../data/next-said';
import { swarmsText } from '../data/next-words';
import { AskList } from '../ui/ask-list';
import { CatchCurve } from '../ui/catch-curve';
import { GroundMap, type MapPlace } from '../ui/ground-map';
import { PlaceCard } from '../ui/place-card';
import { PlaceList } from '../ui/place-list';
import { PlanLimits } from '../ui/plan-limits';

const SHOWS = { sites: true, colonies: true, catches: false } as const;
/** Where to hang next season: the places that catch most together, and what each word of an owner is worth. */
@Component({
  selector: 'yw-next-page',
  imports: [
    AskList,
    CatchCurve,
    Empty,
    Failed,
    GroundMap,
    PageHeader,
    PlaceCard,
    PlaceList,
    PlanLimits,
    RouterLink,
    Waiting,
    WorkingButton,
    WorkingPanel,
  ],
  providers: [NextStore, NextSaid],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './next-page.html',
  styleUrl: './next-page.scss',
})
export class NextPage {
  readonly #router = inject(Router);
  readonly #outbox = inject(ActOutbox);
  protected readonly store = inject(NextStore);
  protected readonly said = inject(NextSaid);
  readonly #workspace = inject(WorkspaceStore).workspace;
  readonly traps = input<string>();
  readonly apart = input<string>();
  readonly stop = input<string>();
  readonly round = input<string>();
  readonly may = input<string>();
  readonly edges = input<string>();
  /** The place that is open. */
  readonly place = input<string>();
  readonly view = input<string>();

  protected readonly links = {
    map: groundLink(),
    newSite: newSiteLink(),
    letters: lettersLink(),
    hang: hangLink(),
    colonies: bookLink('colonies'),
  };
  protected readonly shows = SHOWS;
  protected readonly tiles = computed(() => this.#workspace()?.tiles ?? null);
  protected readonly asList = computed(() => this.view() === 'list');
  protected readonly placing = signal(false);
  protected readonly working = signal(false);
  readonly #dragged = signal<(MapPlace & { readonly id: string }) | null>(null);

  protected readonly limits = computed(() =>
    limitsOf(
      {
        traps: this.traps(),
        apart: this.apart(),
        stop: this.stop(),
        round: this.round(),
        may: this.may(),
        edges: this.edges(),
      },
      this.store.placing(),
      this.store.stock().traps,
    ),
  );
  protected readonly dragSays = computed(() => {
    const [at, plan] = [this.#dragged(), this.store.plan()];
    const place = this.store.places().find(({ id }) => id === at?.id);
    if (!at || !plan || !place) return '';
    const chosen = plan.chosen.map(({ id }) => id);
    const figure = figureAt(place, at, chosen, this.store.places(), this.store.colonies());
    return figure === null ? '' : swarmsText(figure);
  });

  constructor() {
    effect(() => {
      this.store.limits.set(this.limits());
      this.said.place.set(this.place() ?? null);
    });
  }

  protected limit(change: Partial<Limits>): void {
    this.turn(saidLimits(change));
  }
  protected tick(id: string): void {
    this.said.ticked.update((ticked) => new Set([...ticked, id].filter((one) => one !== id || !ticked.has(id))));
  }
  protected stand(place: NextPlace, stance: Stance['stance']): void {
    const season = this.store.season();
    if (!season) return;
    const { act, place: id } = stanceAct(place, stance, season.season, this.store.stances().get(place.id) ?? null);
    this.#outbox.do(act);
    if (id !== place.id) this.turn({ place: id });
  }
  protected letGo(id: string): void {
    const stance = this.store.stances().get(id);
    if (stance) this.#outbox.do(letGoAct(this.store.name(id), stance));
  }
  protected because(id: string, reason: string): void {
    const stance = this.store.stances().get(id);
    if (stance && reason !== (stance.reason ?? '')) this.#outbox.do(reasonAct(this.store.name(id), stance, reason));
  }
  protected spotAt(at: MapPlace): void {
    this.placing.set(false);
    const { act, id } = newSpotAct(at, `Thought of ${this.store.spots().length + 1}`);
    this.#outbox.do(act);
    this.turn({ place: id });
  }
  protected drag(at: MapPlace & { readonly id: string }): void {
    this.#dragged.set(at);
  }
  protected drop({ id, lat, lon }: MapPlace & { readonly id: string }): void {
    this.#dragged.set(null);
    const place = this.store.places().find((one) => one.id === id);
    if (!place) return;
    const spot = this.store.spots().find((one) => one.id === id) ?? null;
    const dropped = dropAct(place, { lat, lon }, spot);
    this.#outbox.do(dropped.act);
    this.turn({ place: dropped.id });
  }
  protected forget(id: string): void {
    const spot = this.store.spots().find((one) => one.id === id);
    if (spot) this.#outbox.do(spotGoneAct(spot, this.store.stances().get(id) ?? null));
    this.turn({ place: null });
  }
  protected describe(id: string, change: SpotSaid): void {
    const spot = this.store.spots().find((one) => one.id === id);
    if (spot) this.#outbox.do(spotAct(spot, change));
  }
  protected keep(): void {
    const { plan, places, spots, stances, placing, picks } = this.store;
    const [made, season, ground] = [plan(), this.store.season(), this.store.ground()];
    if (!made || !season || !ground || !this.store.current()) return;
    const known = { places: places(), spots: spots(), stances: stances(), placing: placing(), picks: picks() };
    this.#outbox.do(keepAct(made, { ...known, season: season.season, today: ground.today, limits: this.limits() }));
  }

  /** What is open stays in the address. */
  protected turn(queryParams: Readonly<Record<string, string | null>>): void {
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
}
