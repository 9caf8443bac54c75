import { computed, inject, linkedSignal, type Signal } from '@angular/core';
import { takeUntilDestroyed, toObservable } from '@angular/core/rxjs-interop';
import { addDays } from '@yewridge/core/season';
import { EMPTY, filter, forkJoin, last, of, switchMap } from 'rxjs';
import { ReadingStream } from '../../../shared/devices/reading-stream';
import { ReadingsApi } from '../../../shared/devices/readings-api';
import { signWords } from '../../../shared/devices/sensor-words';
import { chanceWords } from '../../../shared/season/due-words';
import { LandmarkRunner } from '../../../shared/evidence/landmark-runner';
import { ViewsApi } from '../../../shared/season/views-api';
import { loreSaid } from '../../../shared/season/lore-words';
import { TodayClock } from '../../../shared/season/today-clock';
import { viewFor, viewOf } from '../../../shared/season/view-store';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { moveSaid, nobodyHome } from './move-words';
import { RoundsApi } from './rounds-api';

/** Readings of so many days are drawn. */
const SENSOR_DAYS = 10;

/** What is due at the trap of a stay, what its sensor says, and what keepers would say. Made where things may be injected. */
export class StayNow {
  readonly #id: Signal<string>;
  readonly #api = inject(RoundsApi);
  readonly #views = inject(ViewsApi);
  readonly #landmarks = inject(LandmarkRunner);
  readonly #readings = inject(ReadingsApi);
  readonly #stream = inject(ReadingStream);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  readonly #due = viewOf(() => this.#api.due());
  /** The sensor in the trap while it hangs there, and since when its readings are shown. */
  readonly sensor = computed(() => {
    const trap = this.#trap();
    const today = this.#clock.today();
    if (!trap?.sensor || today === null) return null;
    const shown = addDays(today, -SENSOR_DAYS);
    return {
      ...trap.sensor,
      from: trap.hungOn > shown ? trap.hungOn : shown,
      says: signWords(trap.sensor, this.#system()),
    };
  });
  readonly #trap = computed(
    () => this.#due.data()?.traps.find(({ deploymentId }) => deploymentId === this.#id()) ?? null,
  );
  readonly chance = computed(() => {
    const trap = this.#trap();
    return trap && chanceWords(trap);
  });
  readonly #nobodyHome = computed(() => {
    const trap = this.#trap();
    return trap !== null && nobodyHome(trap);
  });
  readonly #around = viewFor(this.#nobodyHome, (asked) =>
    asked
      ? forkJoin({
          ground: this.#views.ground(),
          today: this.#views.today(),
          factors: this.#views.evidence().pipe(switchMap((evidence) => this.#landmarks.used(evidence).pipe(last()))),
        })
      : of(null),
  );
  /** Whether to move a trap nobody comes to; `null` where that is not asked. */
  readonly move = computed(() => {
    const [trap, around] = [this.#trap(), this.#around.data()];
    if (!trap || !around || !this.#nobodyHome()) return null;
    const { ground, today, factors } = around;
    const said = moveSaid(trap, ground, { season: today.season, today: today.today, factors });
    return said && { said, trapId: trap.trapId };
  });
  /** What keepers would say of how it hangs. */
  readonly lore = computed(() => loreSaid(this.#trap()?.lore ?? []));
  readonly #sensorId = computed(() => this.sensor()?.deviceId ?? null);
  readonly #told = viewFor(
    this.#sensorId,
    (id) => (id === null ? of([]) : this.#readings.of(id, this.sensor()?.from ?? '')),
    { of: [] },
  );
  /** As fetched, and every reading that came in since. */
  readonly #readingsNow = linkedSignal(() => this.#told.data() ?? []);
  readonly told = this.#readingsNow.asReadonly();

  constructor(id: Signal<string>) {
    this.#id = id;
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
}
