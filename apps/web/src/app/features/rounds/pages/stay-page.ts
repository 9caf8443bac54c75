import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, signal } from '@angular/core';
import { takeUntilDestroyed, toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import type { Fields } from '@yewridge/contract/season';
import { addDays, daysBetween } from '@yewridge/core/season';
import { catchError, EMPTY, filter, forkJoin, of, switchMap } from 'rxjs';
import { map } from 'rxjs/operators';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { PageHeader } from '../../../shared/layout/page-header';
import { Failed, Waiting } from '../../../shared/layout/states';
import { VerdictLine } from '../../../shared/layout/verdict-line';
import {
  catchLink,
  hangLink,
  newCatchLink,
  roundsLink,
  siteLink,
  trapLink,
  visitLink,
} from '../../../shared/routes/paths';
import { KeptField } from '../../../shared/records/kept-field';
import { PhotoStrip } from '../../../shared/season/photo-strip';
import { chanceWords } from '../../../shared/season/due-words';
import { loreSaid } from '../../../shared/season/lore-words';
import { changed, RecordsApi } from '../../../shared/season/records-api';
import { dayLong, ENTRANCE_NAMES, HUNG_BY_NAMES } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewFor, viewOf } from '../../../shared/season/view-store';
import { ReadingStream } from '../../../shared/devices/reading-stream';
import { ReadingsApi } from '../../../shared/devices/readings-api';
import { SensorChart } from '../../../shared/devices/sensor-chart';
import { signWords } from '../../../shared/devices/sensor-words';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { oilFault, recounted, stepOf, storyOf, weighing } from '../data/stay-story';
import { RoundsApi } from '../data/rounds-api';
import { optionsOf, PickList } from '../../../shared/fields/pick';

const STEP_NAMES = { none: 'none', few: 'a few', tens: '6 to 15 a minute', stream: 'a stream' } as const;
/** Readings of so many days are drawn. */
const SENSOR_DAYS = 10;
const ALL = { limit: 500 } as const;
type EndReason = NonNullable<Fields<'deployments'>['endReason']>;

/** One stay of a trap at a site: how it hung, what was seen, and its end. */
@Component({
  selector: 'yw-stay-page',
  imports: [
    PickList,
    MatFormFieldModule,
    MatInputModule,
    KeptField,
    VerdictLine,
    SensorChart,
    PhotoStrip,
    PageHeader,
    Waiting,
    Failed,
    RouterLink,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './stay-page.html',
  styleUrl: './stay-page.scss',
})
export class StayPage {
  readonly id = input.required<string>();

  readonly #records = inject(RecordsApi);
  readonly #api = inject(RoundsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #readings = inject(ReadingsApi);
  readonly #stream = inject(ReadingStream);
  readonly #system = inject(UnitChoice).system;
  protected readonly clock = inject(TodayClock);
  protected readonly view = viewFor(this.id, (id) => this.#fetch(id));
  protected readonly ending = signal(false);
  protected readonly oilProblem = signal<string | null>(null);
  protected readonly showChanges = signal(false);
  protected readonly lists = { hungBy: optionsOf(HUNG_BY_NAMES), entrance: optionsOf(ENTRANCE_NAMES) };
  protected readonly steps = (['none', 'few', 'tens', 'stream'] as const).map((id) => ({ id, name: STEP_NAMES[id] }));
  protected readonly links = { rounds: roundsLink(), hang: hangLink(), newCatch: newCatchLink() };
  protected readonly catchLink = catchLink;
  protected readonly reasons: readonly { readonly id: EndReason; readonly name: string }[] = [
    { id: 'removed', name: 'Carried home, empty' },
    { id: 'occupied', name: 'Carried away with its bees' },
    { id: 'seasonEnd', name: 'Taken in for the winter' },
    { id: 'lost', name: 'Gone: stolen, flooded, fallen' },
  ];

  protected readonly story = computed(() => {
    const records = this.view.data();
    return records ? storyOf(records) : [];
  });
  protected readonly head = computed(() => {
    const records = this.view.data();
    const today = this.clock.today();
    if (!records || today === null) return null;
    const { stay, number, site } = records;
    const until = stay.takenDownOn ?? today;
    const days = daysBetween(stay.hungOn, until);
    return {
      answer: `${number} at ${site}, ${days} ${days === 1 ? 'day' : 'days'}`,
      span: `${dayLong(stay.hungOn)} to ${stay.takenDownOn === null ? 'now' : dayLong(stay.takenDownOn)}`,
      trap: trapLink(stay.trapId),
      site: siteLink(stay.siteId),
      visit: visitLink(stay.id),
    };
  });
  readonly #due = viewOf(() => this.#api.due());
  /** The sensor in the trap while it hangs there, and since when its readings are shown. */
  protected readonly sensor = computed(() => {
    const trap = this.#trap();
    const today = this.clock.today();
    if (!trap?.sensor || today === null) return null;
    const shown = addDays(today, -SENSOR_DAYS);
    return {
      ...trap.sensor,
      from: trap.hungOn > shown ? trap.hungOn : shown,
      says: signWords(trap.sensor, this.#system()),
    };
  });
  readonly #trap = computed(
    () => this.#due.data()?.traps.find(({ deploymentId }) => deploymentId === this.id()) ?? null,
  );
  protected readonly chance = computed(() => {
    const trap = this.#trap();
    return trap && chanceWords(trap);
  });
  /** What keepers would say of how it hangs. */
  protected readonly lore = computed(() => loreSaid(this.#trap()?.lore ?? []));
  readonly #sensorId = computed(() => this.sensor()?.deviceId ?? null);
  readonly #told = viewFor(
    this.#sensorId,
    (id) => (id === null ? of([]) : this.#readings.of(id, this.sensor()?.from ?? '')),
    { of: [] },
  );
  /** As fetched, and every reading that came in since. */
  readonly #readingsNow = linkedSignal(() => this.#told.data() ?? []);
  protected readonly told = this.#readingsNow.asReadonly();
  protected readonly changes = toSignal(
    toObservable(computed(() => (this.showChanges() ? this.id() : null))).pipe(
      // Of the stay that is open now.
      switchMap((id) =>
        id === null ? of([]) : this.#records.changes('deployments', id).pipe(catchError(() => of([]))),
      ),
    ),
    { initialValue: [] },
  );

  constructor() {
    toObservable(this.#told.data)
      .pipe(
        // From where the latest answer ends.
        switchMap((readings) =>
          readings && readings.length > 0 ? this.#stream.after(Math.max(...readings.map(({ seq }) => seq))) : EMPTY,
        ),
        filter(({ deviceId }) => deviceId === this.#sensorId()),
        takeUntilDestroyed(),
      )
      .subscribe((reading) => {
        this.#readingsNow.update((readings) => [...readings, reading]);
      });
  }

  protected edit(change: Partial<Fields<'deployments'>>, what: string): void {
    const records = this.view.data();
    if (records)
      this.#outbox.do({ says: `${records.number}: ${what}`, changes: [changed('deployments', records.stay, change)] });
  }

  protected recount(id: string, step: string): void {
    const records = this.view.data();
    const visit = records?.visits.find((one) => one.id === id);
    if (records && visit)
      this.#outbox.do({ says: `${records.number}: count put right`, changes: [recounted(visit, step)] });
  }

  protected remove(id: string): void {
    const line = this.story().find((one) => one.id === id);
    if (line) this.#outbox.do({ says: `${line.when}, ${line.what}: removed`, changes: [line.bin] });
  }

  protected takeDown(endReason: EndReason): void {
    const today = this.clock.today();
    if (today === null) return;
    this.ending.set(false);
    this.edit({ takenDownOn: today, endReason }, 'taken down');
  }

  protected weigh(grams: string): void {
    const records = this.view.data();
    const today = this.clock.today();
    const bait = records?.baits.at(-1);
    if (!records || !bait || today === null) return;
    const fault = oilFault(grams);
    this.oilProblem.set(fault);
    if (fault !== null) return;
    this.#outbox.do({ says: `${records.number}: lure weighed`, changes: [weighing(bait.id, today, grams)] });
  }

  protected step(perMin: number): string {
    return stepOf(perMin);
  }

  #fetch(deploymentId: string) {
    return this.#records.one('deployments', deploymentId).pipe(
      switchMap((stay) =>
        forkJoin({
          stay: of(stay),
          visits: this.#records.list('visits', { deploymentId, sort: 'at', ...ALL }),
          baits: this.#records.list('baits', { deploymentId, sort: 'appliedOn', ...ALL }),
          readings: this.#records.list('readings', { deploymentId, sort: 'at', ...ALL }),
          catches: this.#records.list('catches', { deploymentId, limit: 1 }),
          site: this.#records.one('sites', stay.siteId),
          trap: this.#api.trap(stay.trapId),
        }),
      ),
      switchMap((found) =>
        forkJoin({
          found: of(found),
          weighings: forkJoin([
            of({ items: [] }),
            ...found.baits.items.map(({ id }) => this.#records.list('weighings', { baitId: id, ...ALL })),
          ]),
        }),
      ),
      map(({ found, weighings }) => ({
        stay: found.stay,
        visits: found.visits.items,
        baits: found.baits.items,
        readings: found.readings.items,
        weighings: weighings.flatMap(({ items }) => items),
        caught: found.catches.items[0] ?? null,
        site: found.site.name,
        number: found.trap.trap.document.number,
      })),
    );
  }
}
