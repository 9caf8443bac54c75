import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import type { MapLayerWholeDto } from '@yewridge/contract/ground';
import { catchError, forkJoin, of, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { Icon } from '../../../shared/icons/icon';
import { KeyMap } from '../../../shared/keys/key-map';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import {
  callLink,
  catchLink,
  hangLink,
  newCatchLink,
  newSiteLink,
  nextLink,
  siteLink,
  stayLink,
  visitLink,
} from '../../../shared/routes/paths';
import { changed } from '../../../shared/season/records-api';
import { StandingHere } from '../../../shared/season/where-i-stand';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { capital } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { WorkspaceStore } from '../../../shared/workspace/workspace-store';
import { GroundApi } from '../data/ground-api';
import { giveOrTake, groundAnswer, isPlaced, nearRows, sheetWords, siteMark, stayRows } from '../data/ground-words';
import { GroundMap, type MapPlace } from '../ui/ground-map';
import type { MapShows } from '../ui/mark-html';
import { NearHere } from '../ui/near-here';
import { PlaceList } from '../ui/place-list';

const ALL_SHOWN: MapShows = { sites: true, colonies: true, catches: true };

/** The map with its sites, what hangs there, the known bees, and one site's sheet beside it. */
@Component({
  selector: 'yw-ground-page',
  imports: [PageHeader, Waiting, Empty, Failed, RouterLink, GroundMap, Icon, NearHere, PlaceList],
  providers: [StandingHere],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './ground-page.html',
  styleUrl: './ground-page.scss',
})
export class GroundPage {
  readonly site = input<string>();
  readonly view = input<string>();
  readonly find = input<string>();
  /** The place of a swarm is wanted, to log its catch. */
  readonly swarm = input<string>();
  /** The place of a call is wanted: its id. */
  readonly call = input<string>();

  readonly #api = inject(GroundApi);
  readonly #router = inject(Router);
  readonly #outbox = inject(ActOutbox);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  protected readonly ground = viewOf(() => this.#api.overview());
  readonly #workspace = inject(WorkspaceStore).workspace;
  protected readonly tiles = computed(() => this.#workspace()?.tiles ?? null);
  protected readonly layers = signal<readonly MapLayerWholeDto[]>([]);
  protected readonly shows = signal(ALL_SHOWN);
  /** Who asked for a place, and where it goes. */
  readonly #wanted = computed(() => {
    const call = this.call();
    if (call !== undefined) return { says: 'Touch where the call is', link: callLink(call) };
    return this.swarm() === undefined ? null : { says: 'Touch where the swarm hung', link: newCatchLink() };
  });
  protected readonly placing = linkedSignal(() => this.#wanted() !== null);
  protected readonly placeWords = computed(() =>
    this.placing() ? (this.#wanted()?.says ?? 'Touch the place') : 'Place on the map',
  );
  protected readonly links = { newSite: newSiteLink(), hang: hangLink(), next: nextLink() };
  protected readonly visitLink = visitLink;
  protected readonly siteLink = siteLink;
  protected readonly stayLink = stayLink;
  protected readonly catchLink = catchLink;

  /** Where the telephone is, once somebody asked: here alone, and gone with the page. */
  protected readonly standing = inject(StandingHere);

  protected readonly asList = computed(() => this.view() === 'list');
  protected readonly marks = computed(() => {
    const ground = this.ground.data();
    if (!ground) return [];
    const wanted = (this.find() ?? '').toLocaleLowerCase();
    const half = this.#clock.hemisphere();
    return ground.sites
      .map((one) => siteMark(one, ground.today, half))
      .filter(({ says }) => says.toLocaleLowerCase().includes(wanted))
      .sort((a, b) => (a.name < b.name ? -1 : 1));
  });
  protected readonly lines = computed(() =>
    this.marks().map(({ id, name, says }) => ({ id, name, says: says.slice(name.length + 2) })),
  );
  /** Those that the map can show. */
  protected readonly placed = computed(() => this.marks().filter(isPlaced));
  protected readonly pastCatches = computed(() => this.marks().reduce((sum, { catches }) => sum + catches.length, 0));
  protected readonly answer = computed(() => {
    const ground = this.ground.data();
    return ground ? groundAnswer(ground) : 'Ground';
  });
  protected readonly near = computed(() => {
    const standing = this.standing.at();
    if (!standing) return null;
    const hung = new Map(this.ground.data()?.sites.map(({ site, hangs }) => [site.id, hangs]));
    const rows = nearRows(standing, this.marks().filter(isPlaced), this.#system());
    return {
      rows: rows.map((row) => ({ ...row, hangs: hung.get(row.id) ?? [] })),
      worth: capital(giveOrTake(standing.accuracy, this.#system())),
    };
  });
  protected readonly chosen = computed(
    () => this.ground.data()?.sites.find(({ site }) => site.id === this.site()) ?? null,
  );
  protected readonly numbers = computed(() => (this.chosen()?.hangs ?? []).map(({ number }) => number).join(', '));
  protected readonly words = computed(() => {
    const one = this.chosen();
    const ground = this.ground.data();
    return one && ground ? sheetWords(one, ground.colonies, ground.today, this.#system()) : null;
  });
  protected readonly stays = computed(() => {
    const one = this.chosen();
    const ground = this.ground.data();
    return one && ground ? stayRows(one, ground.today, this.#clock.hemisphere(), this.#system()) : [];
  });

  constructor() {
    const fetching = this.#api
      .layers()
      .pipe(
        switchMap((layers) => {
          const shown = layers.filter((layer) => layer.shown);
          return shown.length === 0 ? of([]) : forkJoin(shown.map(({ id }) => this.#api.layer(id)));
        }),
        catchError(() => of([])),
      )
      .subscribe((layers) => {
        this.layers.set(layers);
      });
    const owner = inject(DestroyRef);
    owner.onDestroy(() => {
      fetching.unsubscribe();
    });
    inject(KeyMap).add(
      [{ sequence: 'n', says: 'New site', run: () => void this.#router.navigate([...newSiteLink()]) }],
      owner,
    );
  }

  protected choose(query: Readonly<Record<string, string | null>>): void {
    void this.#router.navigate([], { queryParams: query, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected toggle(part: keyof MapShows): void {
    this.shows.update((shows) => ({ ...shows, [part]: !shows[part] }));
  }

  protected place({ lat, lon }: MapPlace): void {
    this.placing.set(false);
    const to = this.#wanted()?.link ?? newSiteLink();
    void this.#router.navigate([...to], { queryParams: { lat: lat.toFixed(6), lon: lon.toFixed(6) } });
  }

  protected move({ id, lat, lon }: MapPlace & { readonly id: string }): void {
    const one = this.ground.data()?.sites.find(({ site }) => site.id === id);
    if (one) this.#outbox.do({ says: `${one.site.name} moved`, changes: [changed('sites', one.site, { lat, lon })] });
  }
}
