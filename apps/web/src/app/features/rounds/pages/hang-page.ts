import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import type { GroundSiteDto } from '@yewridge/contract/ground';
import type { FreeTrapDto } from '@yewridge/contract/rounds';
import { RECORD_TABLES } from '@yewridge/contract/season';
import { haversine } from '@yewridge/core/shared/geometry';
import { catchError, forkJoin, of, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { Caution } from '../../../shared/layout/caution';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { VerdictLine } from '../../../shared/layout/verdict-line';
import { groundLink, roundsLink, storesLink } from '../../../shared/routes/paths';
import {
  CARRIER_NAMES,
  dayLong,
  ENTRANCE_NAMES,
  HUNG_BY_NAMES,
  SUBSTANCE_NAMES,
} from '../../../shared/season/season-words';
import { viewOf } from '../../../shared/season/view-store';
import { distanceText, figureText } from '../../../shared/units/format';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { hangAct, type HangingPlan, loreOf, massUp, pastWords, permissionWords, planFor } from '../data/hanging';
import { RoundsApi } from '../data/rounds-api';
import { Compass } from '../ui/compass';

const COMB_NAMES = { none: 'none', drawn: 'drawn comb', oldBrood: 'old brood comb' } as const;
const PLACED_NAMES = {
  top: 'under the lid',
  back: 'at the back',
  floor: 'on the floor',
  entrance: 'at the entrance',
  outside: 'outside',
} as const;
const NONE = 'none';

/** Hanging a trap: which, where and how, in under a minute. */
@Component({
  selector: 'yw-hang-page',
  imports: [PageHeader, Waiting, Empty, Failed, Caution, VerdictLine, SizeField, ChoiceLine, Compass, RouterLink],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './hang-page.html',
  styleUrl: './hang-page.scss',
})
export class HangPage {
  /** Chosen before: by number in Stores, by mark on the Ground. */
  readonly trap = input<string>();
  readonly site = input<string>();

  readonly #api = inject(RoundsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  readonly #system = inject(UnitChoice).system;
  protected readonly view = viewOf(() => forkJoin({ due: this.#api.due(), ground: this.#api.ground() }));
  protected readonly links = { rounds: roundsLink(), stores: storesLink(), ground: groundLink() };
  protected readonly names = {
    hungBy: HUNG_BY_NAMES,
    entrance: ENTRANCE_NAMES,
    comb: COMB_NAMES,
    carrier: { [NONE]: 'no lure', ...CARRIER_NAMES },
    substance: SUBSTANCE_NAMES,
    placed: PLACED_NAMES,
  };
  protected readonly ranges = {
    height: RECORD_TABLES.deployments.heightM,
    facing: { min: 0, max: 359 },
    lure: RECORD_TABLES.baits.massKg,
  };

  protected readonly traps = computed(() =>
    (this.view.data()?.due.free ?? []).filter(({ condition }) => condition !== 'retired'),
  );
  protected readonly chosenTrap = computed(() => this.traps().find(({ trapId }) => trapId === this.trap()) ?? null);
  protected readonly sites = computed(() => {
    const ground = this.view.data()?.ground;
    if (!ground) return [];
    return ground.sites
      .filter(({ hangs }) => hangs === null)
      .map((one) => ({
        one,
        past: pastWords(one),
        permission: permissionWords(one, ground.today),
        granted: one.site.permission === 'granted',
      }))
      .sort((a, b) => Number(b.granted) - Number(a.granted) || (a.one.site.name < b.one.site.name ? -1 : 1));
  });
  protected readonly chosenSite = computed(
    () => this.sites().find(({ one }) => one.site.id === this.site())?.one ?? null,
  );

  protected readonly plan = linkedSignal<
    { trap: FreeTrapDto | null; site: GroundSiteDto | null; today: string },
    HangingPlan
  >({
    source: () => ({ trap: this.chosenTrap(), site: this.chosenSite(), today: this.view.data()?.ground.today ?? '' }),
    computation: ({ trap, site, today }, before) => {
      const fresh = planFor(today, site, trap);
      // What was said by hand stays said when another trap or site is taken.
      return before
        ? {
            ...before.value,
            hungOn: today,
            heightM: before.source.site === site ? before.value.heightM : fresh.heightM,
            hungBy: before.source.site === site ? before.value.hungBy : fresh.hungBy,
            comb: fresh.comb,
          }
        : fresh;
    },
  });
  readonly #whole = toSignal(
    toObservable(this.chosenTrap).pipe(
      // The trap that is chosen now.
      switchMap((trap) => (trap ? this.#api.trap(trap.trapId).pipe(catchError(() => of(null))) : of(null))),
    ),
    { initialValue: null },
  );
  protected readonly said = computed(() => {
    const today = this.view.data()?.ground.today;
    return today === undefined ? [] : loreOf(this.plan(), this.chosenSite(), this.#whole(), today);
  });
  protected readonly stopped = computed(() => this.said().some(({ stop }) => stop));
  protected readonly mass = computed(() => {
    const whole = this.#whole();
    const mass = whole && massUp(whole);
    return mass ? `${figureText(mass.kg, 'mass', this.#system())}, ${mass.weighed ? 'as weighed' : 'computed'}` : null;
  });
  protected readonly answer = computed(() => {
    const [trap, site] = [this.chosenTrap(), this.chosenSite()];
    if (!this.view.data()) return 'Hang a trap';
    if (!trap) return `${this.traps().length} traps can go out`;
    return site ? `${trap.number} at ${site.site.name}` : `${trap.number}, but where?`;
  });
  /** Traps that hang nearer than a scout flies in a minute share their scouts. */
  protected readonly neighbour = computed(() => {
    const here = this.chosenSite()?.site;
    if (!here) return null;
    const near = (this.view.data()?.ground.sites ?? [])
      .filter(({ hangs, site }) => hangs !== null && site.id !== here.id)
      .map(({ hangs, site }) => ({ words: `${hangs?.number ?? ''} at ${site.name}`, metres: haversine(here, site) }))
      .sort((a, b) => a.metres - b.metres)[0];
    return near ? `${near.words} hangs ${distanceText(near.metres, this.#system())} away` : null;
  });
  protected readonly hungWords = computed(() => (this.plan().hungOn === '' ? '' : dayLong(this.plan().hungOn)));

  protected pick(query: Readonly<Record<string, string | null>>): void {
    void this.#router.navigate([], { queryParams: query, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected say(change: Partial<HangingPlan>): void {
    this.plan.update((plan) => ({ ...plan, ...change }));
  }

  protected sayLine(field: 'hungBy' | 'entrance' | 'comb', value: string): void {
    this.say({ [field]: value });
  }

  protected sayBait(change: Readonly<Record<string, unknown>>): void {
    const bait = this.plan().bait ?? planFor('', null, null).bait;
    if (change['carrier'] === NONE) this.say({ bait: null });
    else this.say({ bait: { ...bait, ...change } as HangingPlan['bait'] });
  }

  protected hang(): void {
    const [trap, site] = [this.chosenTrap(), this.chosenSite()];
    if (!trap || !site) return;
    this.#outbox.do(hangAct(this.plan(), trap, site));
    void this.#router.navigate([...this.links.rounds]);
  }
}
