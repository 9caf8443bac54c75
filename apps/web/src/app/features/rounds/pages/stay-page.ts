import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { MatFormFieldModule } from '@angular/material/form-field';
import { MatInputModule } from '@angular/material/input';
import { RouterLink } from '@angular/router';
import type { Fields } from '@yewridge/contract/season';
import { daysBetween } from '@yewridge/core/season';
import { catchError, of, switchMap } from 'rxjs';
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
import { KeptFields, type KeptLine } from '../../../shared/records/kept-fields';
import { PhotoStrip } from '../../../shared/season/photo-strip';
import { changed, RecordsApi } from '../../../shared/season/records-api';
import { dayLong, ENTRANCE_NAMES, HUNG_BY_NAMES } from '../../../shared/season/season-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewFor } from '../../../shared/season/view-store';
import { SensorChart } from '../../../shared/devices/sensor-chart';
import { MoveOrStay } from '../ui/move-or-stay';
import { StayNow } from '../data/stay-now';
import { StayReader } from '../data/stay-records';
import { oilFault, recounted, stepOf, storyOf, weighing } from '../data/stay-story';
import { optionsOf, PickList } from '../../../shared/fields/pick';

const STEP_NAMES = { none: 'none', few: 'a few', tens: '6 to 15 a minute', stream: 'a stream' } as const;
type EndReason = NonNullable<Fields<'deployments'>['endReason']>;

/** One stay of a trap at a site: how it hung, what was seen, and its end. */
@Component({
  selector: 'yw-stay-page',
  imports: [
    PickList,
    MatFormFieldModule,
    MatInputModule,
    KeptFields,
    VerdictLine,
    SensorChart,
    PhotoStrip,
    PageHeader,
    MoveOrStay,
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
  readonly #reader = inject(StayReader);
  readonly #outbox = inject(ActOutbox);
  protected readonly clock = inject(TodayClock);
  protected readonly view = viewFor(this.id, (id) => this.#reader.of(id));
  protected readonly now = new StayNow(this.id);
  protected readonly ending = signal(false);
  protected readonly oilProblem = signal<string | null>(null);
  protected readonly showChanges = signal(false);
  /** A day on which it came down is put right, and none is said here: taking down is an act of its own. */
  protected readonly lines = computed((): readonly KeptLine<'deployments'>[] => [
    { field: 'hungOn', says: 'hung on', act: 'day of hanging put right' },
    ...(this.view.data()?.stay.takenDownOn === null
      ? []
      : [{ field: 'takenDownOn', says: 'taken down on', act: 'day it came down put right' } as const]),
    { field: 'heightM', says: 'entrance above ground', act: 'height put right' },
    { field: 'facingDeg', says: 'faces', act: 'facing put right' },
    { field: 'hungBy', says: 'hung by', choices: optionsOf(HUNG_BY_NAMES), act: 'how it hangs put right' },
    { field: 'entrance', says: 'entrance', choices: optionsOf(ENTRANCE_NAMES), act: 'entrance put right' },
    { field: 'notes', says: 'note' },
  ]);
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
  protected readonly changes = toSignal(
    toObservable(computed(() => (this.showChanges() ? this.id() : null))).pipe(
      // Of the stay that is open now.
      switchMap((id) =>
        id === null ? of([]) : this.#records.changes('deployments', id).pipe(catchError(() => of([]))),
      ),
    ),
    { initialValue: [] },
  );

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
}
