import { computed, inject, Injectable, signal } from '@angular/core';
import { readTimes } from '@yewridge/core/rounds';
import { DomainError } from '@yewridge/core/shared/errors';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { capital } from '../../../shared/units/format';
import type { TypedWay } from '../ui/ways-form';
import { ROAD_TIMES, SimulatedRoads } from './road-times';
import { namedWays, wayGoneAct, type WayEnds, waysAct } from './round-acts';
import { RoundStore } from './round-store';

const START = 'start';
/** Ways one act holds. */
const MOST_AT_ONCE = 400;

/** Times of one's own for the way, as they are typed, loaded or asked for. */
@Injectable()
export class RoundWays {
  readonly #store = inject(RoundStore);
  readonly #outbox = inject(ActOutbox);
  readonly #own = inject(ROAD_TIMES);
  /** Whoever built one in is asked; the demo has a stand-in. */
  readonly #service = computed(() => this.#own ?? (this.#store.demo() ? new SimulatedRoads() : null));
  readonly serviceName = computed(() => this.#service()?.name ?? null);

  readonly fault = signal<string | null>(null);
  readonly #startName = computed(() => this.#store.asked()?.fromName ?? '');
  readonly places = computed(() => [
    { id: START, name: this.#startName() },
    ...this.#store
      .sites()
      .filter(({ site }) => site.name !== this.#startName())
      .map(({ site: { id, name } }) => ({ id, name })),
  ]);
  readonly known = computed(() => this.#ways().length);
  readonly #ways = computed(() =>
    this.#store.ways().filter(({ start }) => start === null || start === this.#startName()),
  );

  typed({ from, to, minutes }: TypedWay): void {
    this.#keep([this.#ends(from, to), this.#ends(to, from)].map((ends) => ({ ...ends, durationS: minutes * 60 })));
  }

  /** A table of a file: all of it, or nothing and why. */
  async load(text: string): Promise<void> {
    this.fault.set(null);
    const { parse } = await import('csv-parse/browser/esm/sync');
    try {
      const rows: string[][] = parse(text, {
        bom: true,
        relaxColumnCount: true,
        skipEmptyLines: true,
        delimiter: [',', ';', '\t'],
      });
      const sites = this.#store.sites().map(({ site }) => site);
      const { times, unknown } = namedWays(readTimes(rows), sites, this.#startName());
      if (unknown.length > 0) {
        const names = unknown.slice(0, 3).join(', ');
        this.fault.set(
          `No site is called ${names}${unknown.length > 3 ? ' …' : ''}: name it as on the map. Nothing of the table is kept.`,
        );
        return;
      }
      this.#keep(times);
    } catch (error) {
      this.fault.set(
        error instanceof DomainError
          ? `The table ${tableFault(error)} Nothing of it is kept.`
          : 'The file is no table: its first row names places, the rows below hold minutes. Nothing of it is kept.',
      );
    }
  }

  /** A road service is asked for all ways between what is to do; what it says is kept like times of one's own. */
  ask(): void {
    const service = this.#service();
    const [now, asked] = [this.#store.now(), this.#store.asked()];
    if (!service || !now || !asked) return;
    const sites = [...new Map([...now.candidates.values()].map(({ siteId, place }) => [siteId, place]))];
    const ids = [START, ...sites.map(([id]) => id)];
    const places = [{ lat: asked.fromLat, lon: asked.fromLon }, ...sites.map(([, place]) => place)];
    service.times(places).subscribe({
      next: (table) => {
        this.#keep(
          ids.flatMap((from, a) =>
            ids.flatMap((to, b) => (a === b ? [] : [{ ...this.#ends(from, to), durationS: table[a]?.[b] ?? 0 }])),
          ),
        );
      },
      error: () => {
        this.fault.set(`${capital(service.name)} cannot be reached. Your own times stay as they are.`);
      },
    });
  }

  forget(): void {
    this.#outbox.do(wayGoneAct(this.#ways()));
  }

  #ends(from: string, to: string): WayEnds {
    const id = (one: string): string | null => (one === START ? null : one);
    return { fromSiteId: id(from), toSiteId: id(to), start: from === START || to === START ? this.#startName() : null };
  }
  #keep(times: readonly (WayEnds & { readonly durationS: number })[]): void {
    this.fault.set(null);
    for (let from = 0; from < times.length; from += MOST_AT_ONCE) {
      const act = waysAct(times.slice(from, from + MOST_AT_ONCE), this.#store.ways());
      if (act) this.#outbox.do(act);
    }
  }
}

function tableFault({ code, path, message }: DomainError): string {
  if (code === 'LENGTH')
    return path === 'table' ? `${message.replace(/^table:? /, '')}.` : `is not square: ${path} ${message}.`;
  return `cannot be read at ${path}: ${message}.`;
}
