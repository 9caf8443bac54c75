import { ChangeDetectionStrategy, Component, computed, effect, inject, input, untracked } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { Fields } from '@yewridge/contract/season';
import { beesOf } from '@yewridge/core/callouts';
import { PickList } from '../../../shared/fields/pick';
import { KeptFields, type KeptLine } from '../../../shared/records/kept-fields';
import { callLinks, rigLinks, shelfLink } from '../../../shared/routes/paths';
import { beesText, capital, figureText } from '../../../shared/units/format';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { startBy } from '../data/call-answer';
import { heatSaid } from '../data/heat-words';
import { countedSaid, kitLines } from '../data/kit-lines';
import { paceSaid } from '../data/log-words';
import { OpenCall } from '../data/open-call';
import { CAUTION_WORDS, KIT_WARNINGS, LOAD_NAMES, OVERNIGHT_WORDS, PHASE_NAMES } from '../data/work-words';
import { CallFrame } from '../ui/call-frame';
import { CodeTicks } from '../ui/code-ticks';
import { GateMark } from '../ui/gate-mark';

const BATTERY_UNKNOWN = 'Choose a rig that runs on a battery: then the list says how many batteries.';
const AHEAD: readonly string[] = ['called', 'planned', 'onSite'];
const PLAN_LINES: readonly KeptLine<'callouts'>[] = [
  { field: 'plannedFor', says: 'day and hour' },
  { field: 'persons', says: 'people' },
  { field: 'travelMin', says: 'the way takes' },
  { field: 'power', says: 'power for the vacuum' },
  {
    field: 'finish',
    says: 'it ends',
    choices: [
      { id: 'closeAtDusk', name: 'closed at dusk, there' },
      { id: 'homeBeforeDark', name: 'home before dark' },
    ],
  },
];

/** Before leaving: when to start, what to take, what it weighs, how the gate stands, what to mind. One page on paper. */
@Component({
  selector: 'yw-leaving-page',
  imports: [CallFrame, CodeTicks, GateMark, KeptFields, PickList, RouterLink],
  providers: [OpenCall],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './leaving-page.html',
  styleUrl: './leaving-page.scss',
})
export class LeavingPage {
  readonly id = input.required<string>();
  protected readonly open = inject(OpenCall);
  protected readonly system = inject(UnitChoice).system;
  protected readonly planLines = PLAN_LINES;
  protected readonly shelf = shelfLink();
  protected readonly call = computed(() => callLinks(this.id()).live.slice(0, -1));
  protected readonly trim = (rig: string): readonly string[] => rigLinks(rig).trim;

  protected readonly answer = computed(() => {
    const time = this.open.time();
    // Only what is still to come is planned.
    if (!AHEAD.includes(this.open.one()?.call.state ?? '')) return 'What the tables say of such a job';
    return time ? startBy(time, this.open.day(), this.open.now()) : 'What to take, and when to start';
  });
  protected readonly phases = computed(() => {
    const time = this.open.time();
    if (!time) return [];
    const minutes = (seconds: number): string => String(Math.round(seconds / 60));
    const row = (name: string, spread: { low: number; typical: number; high: number }) => ({
      name,
      typical: `${minutes(spread.typical)} min`,
      range: `${minutes(spread.low)} to ${minutes(spread.high)}`,
    });
    return [
      ...time.phases.map((phase) => row(PHASE_NAMES[phase.code] ?? phase.code, phase)),
      row('Together', time.total),
    ];
  });
  protected readonly pace = computed(() => {
    const log = this.open.pace();
    return log && paceSaid(log);
  });
  protected readonly heat = computed(() => {
    const heat = this.open.time()?.heat;
    return heat ? heatSaid(heat) : [];
  });
  protected readonly overnight = computed(() =>
    (this.open.time()?.overnight ?? []).map((code) => OVERNIGHT_WORDS[code] ?? code),
  );
  protected readonly rigOptions = computed(() => [
    { id: '', name: 'no vacuum' },
    ...this.open.rigs().map(({ id, name }) => ({ id, name })),
  ]);
  protected readonly size = computed(() => {
    const one = this.open.one();
    if (!one) return '';
    const nest = this.open.nest();
    const { bees, by } = beesOf(one.call, nest);
    const range = `about ${beesText(bees.typical)} bees, between ${beesText(bees.low)} and ${beesText(bees.high)}`;
    if (by === 'usual') return `Nobody has sized them: a usual swarm is ${range}.`;
    if (by === 'told' || !nest) return `By eye: ${range}.`;
    const kg = (mass: number): string => figureText(mass, 'mass', this.system());
    return `${capital(range)}; ${nest.pieces} pieces of comb, ${nest.broodPieces} of them brood; honey about ${kg(nest.honeyMass.typical)}, up to ${kg(nest.honeyMass.high)}. Bring for the high end, promise nothing.`;
  });
  protected readonly kit = computed(() => kitLines(this.open.kit()?.items ?? [], this.open.stands()));
  protected readonly counted = computed(() => countedSaid(this.open.stands().length, this.kit().length));
  protected readonly warnings = computed(() => {
    // Said to be a battery, of which nobody knows how long it lasts.
    const battery = this.open.one()?.call.power === 'battery';
    return (this.open.kit()?.warnings ?? []).map((code) =>
      code === 'no-power' && battery ? BATTERY_UNKNOWN : (KIT_WARNINGS[code] ?? code),
    );
  });
  protected readonly cord = computed(() => figureText(this.open.kit()?.cordLength ?? 0, 'height', this.system()));
  protected readonly trips = computed(() => {
    const kit = this.open.kit();
    if (!kit) return '';
    const trips = kit.trips === 1 ? 'One trip' : `${kit.trips} trips`;
    return `${trips} to the car on the way back: ${figureText(kit.carried, 'mass', this.system())} in all`;
  });
  protected readonly loads = computed(() =>
    (this.open.kit()?.loads ?? []).map(({ code, mass, over }) => ({
      over,
      says: `${LOAD_NAMES[code] ?? code}, ${figureText(mass, 'mass', this.system())}${over ? ': two people' : ''}`,
    })),
  );
  protected readonly cautions = computed(() => this.open.cautions().map((code) => CAUTION_WORDS[code] ?? code));

  constructor() {
    effect(() => {
      const id = this.id();
      untracked(() => {
        this.open.open(id);
      });
    });
  }

  protected say(change: Partial<Fields<'callouts'>>, says: string): void {
    this.open.say(says, change);
  }

  protected sayRig(id: string): void {
    this.say({ rigId: id === '' ? null : id }, id === '' ? 'no vacuum' : 'the rig chosen');
  }

  protected print(): void {
    window.print();
  }
}
