import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { type Fields, RECORD_TABLES } from '@yewridge/contract/season';
import { catchError, of } from 'rxjs';
import { map } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { Caution } from '../../../shared/layout/caution';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { catchesLink, catchLink } from '../../../shared/routes/paths';
import { made, RecordsApi } from '../../../shared/season/records-api';
import { METHOD_NAMES, QUEEN_NAMES } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { SizeField } from '../../../shared/units/size-field';
import { sizeByMass } from '../data/catch-acts';
import { CatchesApi } from '../data/catches-api';

type Draft = Partial<Fields<'catches'>>;
const NOWHERE = '';

/** Logging a catch: bees found in a trap, or a swarm fetched from a branch or a building. */
@Component({
  selector: 'yw-new-catch-page',
  imports: [PageHeader, Waiting, Failed, Caution, ChoiceLine, SizeField, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './new-catch-page.html',
  styleUrl: './new-catch-page.scss',
})
export class NewCatchPage {
  /** A stay whose trap has bees, or the swarm this one came after. */
  readonly stay = input<string>();
  readonly after = input<string>();

  readonly #api = inject(CatchesApi);
  readonly #outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  protected readonly clock = inject(TodayClock);
  protected readonly view = viewOf(() => this.#api.hanging());
  protected readonly board = catchesLink();
  protected readonly names = { method: METHOD_NAMES, queen: QUEEN_NAMES };
  protected readonly range = RECORD_TABLES.catches.massKg;

  protected readonly traps = computed(() => (this.view.data()?.traps ?? []).filter(({ catchId }) => catchId === null));
  protected readonly sites = toSignal(
    inject(RecordsApi)
      .list('sites', { sort: 'name', limit: 500 })
      .pipe(
        map(({ items }) => items),
        catchError(() => of([])),
      ),
    { initialValue: [] },
  );
  protected readonly draft = linkedSignal<
    { stay: string | undefined; after: string | undefined; today: string | null },
    Draft
  >({
    source: () => ({ stay: this.stay(), after: this.after(), today: this.clock.today() }),
    computation: ({ stay, after, today }, before) => ({
      ...before?.value,
      method: stay === undefined && after === undefined ? 'shaken' : 'trap',
      deploymentId: stay ?? null,
      afterSwarmOf: after ?? null,
      size: after === undefined ? null : 'secondary',
      queen: after === undefined ? 'unknown' : 'virgin',
      ...(today === null ? {} : { foundOn: today }),
    }),
  });
  protected readonly inTrap = computed(() => this.draft().method === 'trap');
  protected readonly ready = computed(() => {
    const { method, deploymentId, siteId, place, foundOn } = this.draft();
    if (!foundOn) return false;
    if (method === 'trap') return typeof deploymentId === 'string';
    return typeof siteId === 'string' || (place ?? '').trim() !== '';
  });

  protected say(change: Draft): void {
    this.draft.update((draft) => ({ ...draft, ...change }));
  }

  protected sayMethod(method: string): void {
    const trap = method === 'trap';
    this.say({
      method: method as NonNullable<Draft['method']>,
      ...(trap ? { siteId: null, place: null } : { deploymentId: null }),
    });
  }

  protected pickTrap(id: string): void {
    this.say({ deploymentId: id === NOWHERE ? null : id });
  }

  protected pickSite(id: string): void {
    this.say({ siteId: id === NOWHERE ? null : id });
  }

  protected weigh(massKg: number | null): void {
    this.say({
      massKg,
      size: sizeByMass(massKg, this.draft().size ?? null),
      sizedBy: massKg === null ? null : 'scales',
    });
  }

  protected keep(): void {
    const record = made('catches', this.draft());
    const trap = this.traps().find(({ deploymentId }) => deploymentId === this.draft().deploymentId);
    const where = trap?.number ?? this.draft().place ?? 'a swarm';
    this.#outbox.do({ says: `Catch at ${where} logged`, changes: [record] });
    void this.#router.navigate([...catchLink(record.id)]);
  }
}
