import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal } from '@angular/core';
import { takeUntilDestroyed, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { Fields } from '@yewridge/contract/season';
import { catchError, of } from 'rxjs';
import { map } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { Caution } from '../../../shared/layout/caution';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { catchesLink, catchLink, groundLink } from '../../../shared/routes/paths';
import { valueOfForm } from '../../../shared/records/form-state';
import { RecordField } from '../../../shared/records/record-field';
import { recordForm } from '../../../shared/records/record-form';
import { made, RecordsApi } from '../../../shared/season/records-api';
import { METHOD_NAMES, QUEEN_NAMES } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewOf } from '../../../shared/season/view-store';
import { askAboutSeason, missingInCatch, sizeByMass } from '../data/catch-acts';
import { CatchesApi } from '../data/catches-api';
import { SwarmPlace } from '../ui/swarm-place';

/** Logging a catch: bees found in a trap, or a swarm fetched from a branch or a building. */
@Component({
  selector: 'yw-new-catch-page',
  imports: [PageHeader, Waiting, Failed, Caution, ChoiceLine, RecordField, SwarmPlace, RouterLink],
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
  protected readonly form = recordForm('catches');
  protected readonly draft = valueOfForm<Fields<'catches'>>(this.form);
  protected readonly method = computed(() => this.draft().method);
  protected readonly foundOn = computed(() => (this.draft().foundOn as string | null) ?? '');
  protected readonly missing = computed(() =>
    missingInCatch({ ...this.draft(), foundOn: this.foundOn() }, this.clock.today() ?? this.foundOn()),
  );
  protected readonly faulty = computed(() => {
    this.draft();
    const { foundOn, arrivedOn, massKg } = this.form.controls;
    return [foundOn, arrivedOn, massKg].some(({ errors }) => errors?.['fault'] !== undefined);
  });
  protected readonly far = computed(() => askAboutSeason(this.foundOn(), this.view.data()?.season ?? null));
  protected readonly asked = signal(false);

  constructor() {
    const { foundOn, massKg, method } = this.form.controls;
    effect(() => {
      const [stay, after, lat, lon] = [this.stay(), this.after(), this.lat(), this.lon()];
      this.form.patchValue({
        ...(stay === undefined ? {} : { method: 'trap', deploymentId: stay }),
        ...(after === undefined ? {} : { afterSwarmOf: after, size: 'secondary' }),
        ...(lat === undefined || lon === undefined ? {} : { placeLat: Number(lat), placeLon: Number(lon) }),
      });
    });
    // Today, until another day is said.
    effect(() => {
      const today = this.clock.today();
      if (today !== null && foundOn.pristine && foundOn.value === null) foundOn.setValue(today);
    });
    // Another way of catching has another place; a mass says its class; a day that was asked about is asked about anew.
    method.valueChanges.pipe(takeUntilDestroyed()).subscribe((said) => {
      this.form.patchValue(
        said === 'trap' ? { siteId: null, place: null, placeLat: null, placeLon: null } : { deploymentId: null },
      );
    });
    massKg.valueChanges.pipe(takeUntilDestroyed()).subscribe((mass) => {
      this.form.patchValue({ size: sizeByMass(mass, this.form.controls.size.value) });
    });
    foundOn.valueChanges.pipe(takeUntilDestroyed()).subscribe(() => {
      this.asked.set(false);
    });
  }

  protected say(change: Partial<Fields<'catches'>>): void {
    this.form.patchValue(change);
  }

  protected keep(): void {
    if (this.missing() !== null) return;
    // Asked about once, never refused.
    if (this.far() !== null && !this.asked()) {
      this.asked.set(true);
      return;
    }
    const record = made('catches', this.draft());
    const trap = this.traps().find(({ deploymentId }) => deploymentId === this.draft().deploymentId);
    const where = trap?.number ?? this.draft().place ?? 'a swarm';
    this.#outbox.do({ says: `Catch at ${where} logged`, changes: [record] });
    void this.#router.navigate([...catchLink(record.id)]);
  }
}
