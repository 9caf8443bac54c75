import { computed, inject, Injectable, signal } from '@angular/core';
import { flowsTo } from '@yewridge/core/ground';
import { LANDMARK_NAMES } from '../../../shared/season/season-words';
import { NextStore } from './next-store';
import {
  askRows,
  boundSaid,
  costSaid,
  hangSaid,
  hoursText,
  keptSaid,
  moreSaid,
  needsSaid,
  nextAnswer,
  placeLine,
  placeSaid,
  planWorking,
  refusedSaid,
  seasonSaid,
  shortSaid,
  swarmsText,
  TOO_MANY,
  unownedSaid,
} from './next-words';
import { planMarks } from './plan-marks';

/** Fewer swarms are not drawn. */
const LEAST_SHOWN = 0.005;

/** The plan in words and marks. Provided with the store. */
@Injectable()
export class NextSaid {
  readonly #store = inject(NextStore);
  /** The place that is open. */
  readonly place = signal<string | null>(null);
  /** Owners who are to get a letter. */
  readonly ticked = signal<ReadonlySet<string>>(new Set());
  readonly #from = computed(() => this.#store.season()?.from ?? '');
  readonly crumb = computed(() => {
    const [season, placing] = [this.#store.season(), this.#store.placing()];
    return season ? `${seasonSaid(season)}${placing ? `; ${keptSaid(placing.keptOn)}` : ''}` : 'next season';
  });
  readonly answer = computed(() => nextAnswer(this.#store.plan(), this.#store.places(), this.#store.colonies()));
  readonly marks = computed(() =>
    planMarks(this.#store.places(), this.#store.plan(), this.#store.stances(), this.#from()),
  );
  readonly open = computed(() => {
    const place = this.#store.places().find(({ id }) => id === this.place());
    if (!place) return null;
    const stance = this.#store.stances().get(place.id) ?? null;
    const plan = this.#store.plan();
    const said = placeSaid(place, plan, stance, this.#from());
    const swarms = plan
      ? flowsTo(
          place.id,
          plan.chosen.map(({ id }) => id),
          this.#store.places(),
          this.#store.colonies(),
        )
      : [];
    const flows = this.#store
      .colonies()
      .map(({ id, name, lat, lon }, n) => ({ id, name: name ?? 'bees', lat, lon, swarms: swarms[n] ?? 0 }))
      .filter((flow) => flow.swarms >= LEAST_SHOWN)
      .sort((a, b) => b.swarms - a.swarms);
    return { place, stance, ...said, flows };
  });
  readonly flows = computed(() => {
    const open = this.open();
    if (!open) return [];
    const { lat, lon } = open.place;
    return open.flows.map(({ id, swarms, ...from }) => ({
      id,
      from,
      to: { lat, lon },
      swarms,
      says: swarmsText(swarms),
    }));
  });
  /** What is wrong, in a sentence. */
  readonly fault = computed(() => {
    const refused = this.#store.refused();
    return this.#store.tooMany() ? TOO_MANY : refused ? refusedSaid(refused) : null;
  });
  /** Those chosen first, then what the others would add. */
  readonly lines = computed(() =>
    this.#store
      .places()
      .map((place) => {
        const said = placeSaid(place, this.#store.plan(), this.#store.stances().get(place.id) ?? null, this.#from());
        return { place, ...said };
      })
      .sort((a, b) => Number(b.chosen) - Number(a.chosen) || (b.figure ?? -1) - (a.figure ?? -1))
      .map(({ place, ...said }) => ({ id: place.id, name: place.name, says: placeLine(place, said) })),
  );
  readonly told = computed(() => {
    const [plan, ground, season] = [this.#store.plan(), this.#store.ground(), this.#store.season()];
    const limits = this.#store.limits();
    if (!plan || !ground || !season || !limits) return null;
    const name = (id: string): string => this.#store.name(id);
    return {
      plan,
      bound: boundSaid(plan),
      more: moreSaid(plan, name),
      short: shortSaid(plan, limits),
      stances: [
        ...plan.pins.map((one) => ({ ...one, says: `${name(one.id)}, pinned, ${costSaid(one)}`, act: 'Let go' })),
        ...plan.bars.map((one) => ({ ...one, says: `${name(one.id)}, barred, ${costSaid(one)}`, act: 'Allow' })),
      ],
      asks: askRows(plan, ground, name),
      unowned: unownedSaid(plan, name),
      needs: needsSaid(season, plan.chosen.length, this.#store.stock()),
      basis: this.#store.factors().length > 0 ? 'by rules of thumb and what your log corrects' : 'by rules of thumb',
      round: hoursText(plan.effortS),
      working: planWorking(
        plan,
        ground.colonies,
        this.#store.factors().map(({ landmark }) => LANDMARK_NAMES[landmark as keyof typeof LANDMARK_NAMES]),
      ),
    };
  });
  /** Owners whose letters are printed: those ticked, or all. */
  readonly letters = computed(() => {
    const all = this.told()?.asks.map(({ id }) => id) ?? [];
    const ticked = all.filter((id) => this.ticked().has(id));
    return (ticked.length > 0 ? ticked : all).join(',');
  });
  readonly letterPlaces = computed(() => (this.#store.plan()?.chosen ?? []).map(({ id }) => id).join(','));

  /** Sites of the plan that was kept, with what each waits for. */
  readonly hangs = computed(() => {
    const [ground, from] = [this.#store.ground(), this.#from()];
    const sites = new Map((ground?.sites ?? []).map((one) => [one.site.id, one]));
    return this.#store.picks().flatMap(({ id, siteId }) => {
      const one = sites.get(siteId);
      return one
        ? [{ id, siteId, site: one.site.name, says: hangSaid(one, from, this.#store.season()?.asThisYear === true) }]
        : [];
    });
  });
}
