import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { catchError, of } from 'rxjs';
import { Segments } from '../../../shared/fields/segments';
import { readText, writeText } from '../../../shared/kept/kept-choice';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { saveBlob } from '../../../shared/print/save-blob';
import { catchLink, hangLink, newSiteLink, roundsLink, visitLink } from '../../../shared/routes/paths';
import { StandingHere } from '../../../shared/season/where-i-stand';
import { TodayClock } from '../../../shared/season/today-clock';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { RoundDoes } from '../data/round-does';
import { roundGpx, roundIcs } from '../data/round-files';
import { RoundSaid } from '../data/round-said';
import { RoundStore } from '../data/round-store';
import { RoundWays } from '../data/round-ways-said';
import { groundOf } from '../data/road-ground';
import { RoundsApi } from '../data/rounds-api';
import { RoundLimits } from '../ui/round-limits';
import { RoundLoad } from '../ui/round-load';
import { RoundNext } from '../ui/round-next';
import { RoundRoad } from '../ui/round-road';
import { RoundRows } from '../ui/round-rows';
import { RoundStrip } from '../ui/round-strip';
import { WaysForm } from '../ui/ways-form';

const LOADED = 'yewridge.loaded.';
const LONGEST_LOAD = 2000;
/** A start that is no place of the record. */
const STOOD = 'where I was';

/** A day's round: which traps, in which order, bees first and down the ladder before dark; planned again from where one is. */
@Component({
  selector: 'yw-round-page',
  imports: [
    Empty,
    Failed,
    PageHeader,
    RoundLimits,
    RoundLoad,
    RoundNext,
    RoundRoad,
    RoundRows,
    RoundStrip,
    RouterLink,
    Segments,
    Waiting,
    WaysForm,
  ],
  providers: [RoundStore, RoundSaid, RoundDoes, RoundWays, StandingHere],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './round-page.html',
  styleUrl: './round-page.scss',
})
export class RoundPage {
  readonly day = input<string>();
  /** Of two rounds: 1 or 2. */
  readonly of = input<string>();
  /** The stop that is open. */
  readonly stop = input<string>();

  protected readonly store = inject(RoundStore);
  protected readonly said = inject(RoundSaid);
  protected readonly does = inject(RoundDoes);
  protected readonly ways = inject(RoundWays);
  readonly #router = inject(Router);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  protected readonly links = { rounds: roundsLink(), hang: hangLink(), newSite: newSiteLink() };
  protected readonly standing = inject(StandingHere);
  protected readonly planning = signal(false);
  protected readonly timing = signal(false);
  protected readonly isToday = computed(() => this.store.day() === this.#clock.today());
  protected readonly out = computed(() => (this.store.asked()?.leftAt ?? null) !== null);
  protected readonly hands = [
    { id: '1', name: 'First car' },
    { id: '2', name: 'Second car' },
  ];
  readonly #layers = toSignal(
    inject(RoundsApi)
      .layers()
      .pipe(catchError(() => of([]))),
    { initialValue: [] },
  );
  protected readonly ground = computed(() => this.#layers().flatMap(({ geojson }) => groundOf(geojson)));
  protected readonly home = computed(() => {
    const asked = this.store.asked();
    return asked?.homeAgain === true ? { lat: asked.fromLat, lon: asked.fromLon } : null;
  });
  protected readonly road = computed(() =>
    (this.said.told()?.rows ?? []).flatMap(({ id, place, bees, number }) => {
      const stop = this.said.stopOf(id);
      return stop ? [{ id, place, bees, name: number, ...stop.place }] : [];
    }),
  );
  readonly #loadKey = computed(() => LOADED + (this.store.day() ?? ''));
  readonly #loaded = signal<ReadonlySet<string>>(new Set());
  protected readonly loaded = this.#loaded.asReadonly();
  protected readonly visit = computed(() => {
    const stop = this.said.told()?.next?.stop;
    if (!stop) return [];
    return stop.must && stop.catchId !== null ? catchLink(stop.catchId) : visitLink(stop.id);
  });

  constructor() {
    effect(() => {
      this.store.asksDay.set(this.day() ?? null);
      this.said.which.set(this.of() === '2' ? 1 : 0);
    });
    effect(() => {
      const at = this.standing.at();
      if (!at) return;
      untracked(() => {
        this.does.change({ fromName: STOOD, fromLat: at.lat, fromLon: at.lon });
      });
    });
    effect(() => {
      const text = readText(this.#loadKey(), LONGEST_LOAD);
      untracked(() => {
        this.#loaded.set(new Set(text === null || text === '' ? [] : text.split('\n')));
      });
    });
  }

  protected load(thing: string): void {
    this.#loaded.update((loaded) => new Set([...loaded, thing].filter((one) => one !== thing || !loaded.has(thing))));
    writeText(this.#loadKey(), [...this.#loaded()].join('\n'));
  }
  protected gpx(): void {
    const [told, known] = [this.said.told(), this.#saidOf()];
    if (told && known)
      saveBlob(
        new Blob([roundGpx(told.now, told.plan, known)], { type: 'application/gpx+xml' }),
        `round-${known.day}.gpx`,
      );
  }
  protected ics(): void {
    const [told, known, stamp] = [this.said.told(), this.#saidOf(), this.store.stamp()];
    if (!told || !known || stamp === null) return;
    saveBlob(
      new Blob([roundIcs(told.now, told.plan, known, stamp)], { type: 'text/calendar' }),
      `round-${known.day}.ics`,
    );
  }

  /** What is open stays in the address. */
  protected turn(queryParams: Readonly<Record<string, string | null>>): void {
    void this.#router.navigate([], { queryParams, queryParamsHandling: 'merge', replaceUrl: true });
  }
  #saidOf(): Parameters<typeof roundGpx>[2] | null {
    const known = this.does.known();
    return known && { day: known.day, asked: known.asked, system: this.#system(), plans: this.store.plans() };
  }
}
