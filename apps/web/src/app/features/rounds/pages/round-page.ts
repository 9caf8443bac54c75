import { ChangeDetectionStrategy, Component, computed, effect, inject, input, signal, untracked } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { catchError, of } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { Segments } from '../../../shared/fields/segments';
import { readText, writeText } from '../../../shared/kept/kept-choice';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { saveBlob } from '../../../shared/print/save-blob';
import { catchLink, hangLink, newSiteLink, roundsLink, visitLink } from '../../../shared/routes/paths';
import { SessionStore } from '../../../shared/session/session-store';
import { TodayClock } from '../../../shared/season/today-clock';
import { UnitChoice } from '../../../shared/units/unit-choice';
import {
  askAct,
  effortAct,
  keepAct,
  onlyBeesAct,
  type RoundKnown,
  roundGoneAct,
  stepDoneAct,
  stopAct,
} from '../data/round-acts';
import type { Asked } from '../data/round-asked';
import { roundGpx, roundIcs } from '../data/round-files';
import { RoundSaid } from '../data/round-said';
import { RoundStore } from '../data/round-store';
import { RoundWays } from '../data/round-ways-said';
import { hoursFault } from '../data/round-words';
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
  providers: [RoundStore, RoundSaid, RoundWays],
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
  protected readonly ways = inject(RoundWays);
  readonly #router = inject(Router);
  readonly #outbox = inject(ActOutbox);
  readonly #clock = inject(TodayClock);
  readonly #system = inject(UnitChoice).system;
  /** A helper walks a round that is planned, and plans none. */
  protected readonly keeps = inject(SessionStore).keeps;
  protected readonly links = { rounds: roundsLink(), hang: hangLink(), newSite: newSiteLink() };
  protected readonly fault = signal<string | null>(null);
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
      const text = readText(this.#loadKey(), LONGEST_LOAD);
      untracked(() => {
        this.#loaded.set(new Set(text === null || text === '' ? [] : text.split('\n')));
      });
    });
  }

  protected change(change: Partial<Asked>): void {
    const known = this.#known();
    if (!known) return;
    const fault = hoursFault({ ...known.asked, ...change });
    this.fault.set(fault);
    if (fault !== null) return;
    if (known.kept) this.#outbox.do(askAct(known, change));
    else this.store.thought.update((before) => ({ ...before, ...change }));
  }
  protected keep(): void {
    const known = this.#known();
    if (known) this.#outbox.do(keepAct(known));
  }
  protected setOut(): void {
    const [known, minute] = [this.#known(), this.#clock.minute()];
    if (this.keeps() && known && minute !== null && known.asked.leftAt === null)
      this.#outbox.do(askAct(known, { leftAt: minute.slice(11) }));
  }
  protected notOut(): void {
    const known = this.#known();
    if (known) this.#outbox.do(askAct(known, { leftAt: null }));
  }
  protected takeAway(): void {
    const kept = this.store.kept();
    if (kept) this.#outbox.do(roundGoneAct(kept, this.store.said()));
  }
  protected drop(id: string): void {
    this.#say(id, 'dropped');
  }
  protected place({ id, place }: { readonly id: string; readonly place: number }): void {
    this.#say(id, 'locked', place);
  }
  protected free(id: string): void {
    this.#say(id, null);
  }
  protected time({ id, s }: { readonly id: string; readonly s: number }): void {
    const site = this.store.sites().find((one) => one.site.id === this.said.stopOf(id)?.siteId)?.site;
    if (site) this.#outbox.do(effortAct(site, s));
  }
  /** What was left out is gone to after all. */
  protected add(id: string): void {
    this.#say(id, this.said.stopsSaid().get(id)?.state === 'dropped' ? null : 'added');
  }
  protected onlyBees(): void {
    const [known, told] = [this.#known(), this.said.told()];
    if (!known || !told) return;
    const stops = told.rows.filter(({ must }) => !must).flatMap(({ id }) => this.said.stopOf(id) ?? []);
    this.#outbox.do(onlyBeesAct(known, stops, this.said.stopsSaid()));
  }
  protected done(): void {
    const [stop, minute] = [this.said.told()?.next?.stop, this.#clock.minute()];
    const plan = this.store.plans().find(({ catchId }) => catchId === stop?.catchId);
    if (!stop || !plan || minute === null || stop.work === 'look') return;
    this.setOut();
    this.#outbox.do(stepDoneAct(plan, stop.work, minute));
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

  #known(): RoundKnown | null {
    const [day, asked] = [this.store.day(), this.store.asked()];
    return day === null || !asked ? null : { day, asked, kept: this.store.kept() };
  }
  #saidOf(): Parameters<typeof roundGpx>[2] | null {
    const known = this.#known();
    return known && { day: known.day, asked: known.asked, system: this.#system(), plans: this.store.plans() };
  }
  #say(id: string, state: Parameters<typeof stopAct>[3], place: number | null = null): void {
    const known = this.#known();
    const trap = this.store.traps().find(({ deploymentId }) => deploymentId === id);
    const act =
      known && trap
        ? stopAct(
            known,
            { id, number: trap.number, site: trap.site },
            this.said.stopsSaid().get(id) ?? null,
            state,
            place,
          )
        : null;
    if (act) this.#outbox.do(act);
  }
}
