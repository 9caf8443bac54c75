import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { type Fields, RECORD_TABLES } from '@yewridge/contract/season';
import { catchError, of } from 'rxjs';
import { map } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { DayField } from '../../../shared/fields/day-field';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { Caution } from '../../../shared/layout/caution';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { catchesLink, catchLink, groundLink } from '../../../shared/routes/paths';
import { made, RecordsApi } from '../../../shared/season/records-api';
import { METHOD_NAMES, QUEEN_NAMES } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { SizeField } from '../../../shared/units/size-field';
import { askAboutSeason, missingInCatch, sizeByMass } from '../data/catch-acts';
import { CatchesApi } from '../data/catches-api';
import { SwarmPlace } from '../ui/swarm-place';
import { PickList } from '../../../shared/fields/pick';

type Draft = Partial<Fields<'catches'>>;
const NOWHERE = '';

/** Logging a catch: bees found in a trap, or a swarm fetched from a branch or a building. */
@Component({
  selector: 'yw-new-catch-page',
  imports: [PickList, PageHeader, Waiting, Failed, Caution, ChoiceLine, SizeField, SwarmPlace, DayField, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './new-catch-page.html',
  styleUrl: './new-catch-page.scss',
})
export class NewCatchPage {
  /** A stay whose trap has bees, or the swarm this one came after. */
  readonly stay = input<string>();
  readonly after = input<string>();
  /** Tapped on the map. */
  readonly lat = input<string>();
  readonly lon = input<string>();

  readonly #api = inject(CatchesApi);
  readonly #outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  protected readonly clock = inject(TodayClock);
  protected readonly view = viewOf(() => this.#api.hanging());
  protected readonly board = catchesLink();
  protected readonly ground = groundLink();
  protected readonly names = { method: METHOD_NAMES, queen: QUEEN_NAMES };
  protected readonly range = RECORD_TABLES.catches.massKg;

  protected readonly traps = computed(() => (this.view.data()?.traps ?? []).filter(({ catchId }) => catchId === null));
  protected readonly trapOptions = computed(() =>
    this.traps().map(({ deploymentId, number, site }) => ({ id: deploymentId, name: `${number}, ${site}` })),
  );
  protected readonly sites = toSignal(
    inject(RecordsApi)
      .list('sites', { sort: 'name', limit: 500 })
      .pipe(
        map(({ items }) => items),
        catchError(() => of([])),
      ),
    { initialValue: [] },
  );
  /** What the way here says: the stay, the swarm before, the place tapped. The keeper says the rest. */
  protected readonly draft = linkedSignal<
    { stay: string | undefined; after: string | undefined; lat: string | undefined; lon: string | undefined },
    Draft
  >({
    source: () => ({ stay: this.stay(), after: this.after(), lat: this.lat(), lon: this.lon() }),
    computation: ({ stay, after, lat, lon }, before) => ({
      ...before?.value,
      ...(stay === undefined ? {} : { method: 'trap', deploymentId: stay }),
      ...(after === undefined ? {} : { afterSwarmOf: after, size: 'secondary' }),
      ...(lat === undefined || lon === undefined ? {} : { placeLat: Number(lat), placeLon: Number(lon) }),
    }),
  });
  protected readonly method = computed(() => this.draft().method ?? null);
  /** Today, until another day is said. */
  protected readonly foundOn = computed(() => this.draft().foundOn ?? this.clock.today() ?? '');
  protected readonly missing = computed(() =>
    missingInCatch({ ...this.draft(), foundOn: this.foundOn() }, this.clock.today() ?? this.foundOn()),
  );
  protected readonly far = computed(() => askAboutSeason(this.foundOn(), this.view.data()?.season ?? null));
  protected readonly asked = signal(false);

  protected say(change: Draft): void {
    this.draft.update((draft) => ({ ...draft, ...change }));
  }

  protected sayMethod(method: string): void {
    const trap = method === 'trap';
    this.say({
      method: method as NonNullable<Draft['method']>,
      ...(trap ? { siteId: null, place: null, placeLat: null, placeLon: null } : { deploymentId: null }),
    });
  }

  protected pickTrap(id: string): void {
    this.say({ deploymentId: id === NOWHERE ? null : id });
  }

  protected weigh(massKg: number | null): void {
    this.say({
      massKg,
      size: sizeByMass(massKg, this.draft().size ?? null),
    });
  }

  protected keep(): void {
    if (this.missing() !== null) return;
    // Asked about once, never refused.
    if (this.far() !== null && !this.asked()) {
      this.asked.set(true);
      return;
    }
    const record = made('catches', { ...this.draft(), foundOn: this.foundOn() });
    const trap = this.traps().find(({ deploymentId }) => deploymentId === this.draft().deploymentId);
    const where = trap?.number ?? this.draft().place ?? 'a swarm';
    this.#outbox.do({ says: `Catch at ${where} logged`, changes: [record] });
    void this.#router.navigate([...catchLink(record.id)]);
  }
}
