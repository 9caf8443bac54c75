import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal } from '@angular/core';
import { MatRadioModule } from '@angular/material/radio';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { Router, RouterLink } from '@angular/router';
import { isRecordDate } from '@yewridge/contract/shared';
import { RECORD_TABLES } from '@yewridge/contract/season';
import { haversine } from '@yewridge/core/shared/geometry';
import { catchError, forkJoin, of, switchMap } from 'rxjs';
import { ActOutbox } from '../../../shared/acts/act-outbox';
import { DayField } from '../../../shared/fields/day-field';
import { ChoiceLine } from '../../../shared/fields/choice-line';
import { Caution } from '../../../shared/layout/caution';
import { PageHeader } from '../../../shared/layout/page-header';
import { Empty, Failed, Waiting } from '../../../shared/layout/states';
import { VerdictLine } from '../../../shared/layout/verdict-line';
import { groundLink, roundsLink, storesLink } from '../../../shared/routes/paths';
import { dayLong, ENTRANCE_NAMES, HUNG_BY_NAMES } from '../../../shared/season/season-words';
import { TrialLine } from '../../../shared/season/trial-line';
import { viewOf } from '../../../shared/season/view-store';
import { distanceText, figureText } from '../../../shared/units/format';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import {
  COMB_NAMES,
  hangAct,
  type HangingPlan,
  hangsWords,
  loreOf,
  massUp,
  missingToHang,
  pastWords,
  permissionWords,
  placeOf,
  planFor,
  proposals,
} from '../data/hanging';
import { ViewsApi } from '../../../shared/season/views-api';
import { RoundsApi } from '../data/rounds-api';
import { Compass } from '../ui/compass';
import { LureRows } from '../ui/lure-rows';

const NONE = 'none';

/** Hanging a trap: which, where and how, in under a minute. */
@Component({
  selector: 'yw-hang-page',
  imports: [
    MatRadioModule,
    PageHeader,
    Waiting,
    Empty,
    Failed,
    Caution,
    VerdictLine,
    SizeField,
    ChoiceLine,
    Compass,
    LureRows,
    DayField,
    RouterLink,
    TrialLine,
  ],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './hang-page.html',
  styleUrls: ['../../../shared/fields/part-line.scss', './hang-page.scss'],
})
export class HangPage {
  /** Chosen before: by number in Stores, by mark on the Ground. */
  readonly trap = input<string>();
  readonly site = input<string>();

  readonly #api = inject(RoundsApi);
  readonly #views = inject(ViewsApi);
  readonly #outbox = inject(ActOutbox);
  readonly #router = inject(Router);
  readonly #system = inject(UnitChoice).system;
  protected readonly view = viewOf(() => forkJoin({ due: this.#api.due(), ground: this.#views.ground() }));
  protected readonly links = { rounds: roundsLink(), stores: storesLink(), ground: groundLink() };
  protected readonly names = {
    hungBy: HUNG_BY_NAMES,
    hungAlso: { [NONE]: 'nothing else', ...HUNG_BY_NAMES },
    entrance: ENTRANCE_NAMES,
    comb: COMB_NAMES,
  };
  protected readonly height = RECORD_TABLES.deployments.heightM;

  protected readonly traps = computed(() =>
    (this.view.data()?.due.free ?? []).filter(({ condition }) => condition !== 'retired'),
  );
  protected readonly chosenTrap = computed(() => this.traps().find(({ trapId }) => trapId === this.trap()) ?? null);
  protected readonly sites = computed(() => {
    const ground = this.view.data()?.ground;
    if (!ground) return [];
    return ground.sites
      .map((one) => ({
        one,
        past: hangsWords(one) ?? pastWords(one),
        permission: permissionWords(one, ground.today),
        granted: one.site.permission === 'granted',
      }))
      .sort((a, b) => Number(b.granted) - Number(a.granted) || (a.one.site.name < b.one.site.name ? -1 : 1));
  });
  protected readonly chosenSite = computed(
    () => this.sites().find(({ one }) => one.site.id === this.site())?.one ?? null,
  );

  /** What is said by hand stays said when another trap or site is taken. */
  protected readonly plan = linkedSignal<string, HangingPlan>({
    source: () => this.view.data()?.ground.today ?? '',
    computation: (today, before) =>
      before ? { ...before.value, hungOn: before.value.hungOn || today } : planFor(today),
  });
  protected readonly proposals = computed(() =>
    proposals(this.plan(), this.chosenSite(), this.chosenTrap(), this.#system()),
  );
  protected readonly missing = computed(() =>
    missingToHang(
      this.plan(),
      this.chosenTrap(),
      this.chosenSite(),
      this.view.data()?.ground.today ?? this.plan().hungOn,
    ),
  );
  readonly #whole = toSignal(
    toObservable(this.chosenTrap).pipe(
      // The trap that is chosen now.
      switchMap((trap) => (trap ? this.#api.trap(trap.trapId).pipe(catchError(() => of(null))) : of(null))),
    ),
    { initialValue: null },
  );
  protected readonly said = computed(() => {
    const due = this.view.data()?.due;
    return due ? loreOf(this.plan(), this.chosenSite(), this.#whole(), due) : [];
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
    const free = this.traps().length;
    if (!trap) return free === 1 ? '1 trap can go out' : `${free} traps can go out`;
    return site ? `${trap.number} at ${site.site.name}` : `${trap.number}, but where?`;
  });
  /** Traps that hang nearer than a scout flies in a minute share their scouts. */
  protected readonly neighbour = computed(() => {
    const here = this.chosenSite();
    if (!here) return null;
    const [beside] = here.hangs;
    if (beside) return `${beside.number} hangs at the same site`;
    const place = placeOf(here);
    const near = (this.view.data()?.ground.sites ?? [])
      .flatMap((one) => {
        const there = placeOf(one);
        if (!place || !there || one.site.id === here.site.id) return [];
        return one.hangs.map(({ number }) => ({
          words: `${number} at ${one.site.name}`,
          metres: haversine(place, there),
        }));
      })
      .sort((a, b) => a.metres - b.metres)[0];
    return near ? `${near.words} hangs ${distanceText(near.metres, this.#system())} away` : null;
  });
  protected readonly hungWords = computed(() => (isRecordDate(this.plan().hungOn) ? dayLong(this.plan().hungOn) : ''));

  protected pick(query: Readonly<Record<string, string | null>>): void {
    void this.#router.navigate([], { queryParams: query, queryParamsHandling: 'merge', replaceUrl: true });
  }

  protected say(change: Partial<HangingPlan>): void {
    this.plan.update((plan) => ({ ...plan, ...change }));
  }

  protected sayLine(field: 'hungBy' | 'hungAlso' | 'entrance' | 'comb', value: string): void {
    this.say({ [field]: value === NONE && field === 'hungAlso' ? null : value });
  }

  protected hang(): void {
    const [trap, site] = [this.chosenTrap(), this.chosenSite()];
    if (!trap || !site || this.missing() !== null) return;
    this.#outbox.do(hangAct(this.plan(), trap, site));
    void this.#router.navigate([...this.links.rounds]);
  }
}
