import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  type BeeCount,
  beesFromCluster,
  beesFromFrames,
  beesFromMass,
  BEE_STATES,
  type BeeState,
  type Flow,
  FRAME_IDS,
  type FrameId,
  massFromBees,
  SWARM_SEEN,
  swarmAdvice,
} from '@yewridge/core/bench';
import { PageHeader } from '../../../shared/layout/page-header';
import { WorkingPanel } from '../../../shared/layout/working-panel';
import { benchLink } from '../../../shared/routes/paths';
import { decimalText, figureText } from '../../../shared/units/format';
import { SizeField } from '../../../shared/units/size-field';
import { UnitChoice } from '../../../shared/units/unit-choice';
import { FRAME_NAMES } from '../data/names';
import { FLOW_NAMES } from '../data/setup-words';
import { ChoiceLine } from '../../../shared/fields/choice-line';

type Method = 'mass' | 'frames' | 'cluster';

const STATE_NAMES: Readonly<Record<BeeState, string>> = {
  gorged: 'a swarm, full of honey',
  packaged: 'packaged, fed',
  unfed: 'unfed',
};
const BOXES = {
  'five-frame': 'A five-frame box is enough.',
  either: 'Crowded in a five-frame box, and only if it is moved within a week; ten frames give it time.',
  'ten-frame': 'House it in a ten-frame box.',
} as const;

/** How many bees a swarm is, by what can be measured, and what to house it in. */
@Component({
  selector: 'yw-swarm-size-page',
  imports: [PageHeader, RouterLink, ChoiceLine, SizeField, WorkingPanel],
  changeDetection: ChangeDetectionStrategy.OnPush,
  templateUrl: './swarm-size-page.html',
  styleUrl: './swarm-size-page.scss',
})
export class SwarmSizePage {
  protected readonly bench = benchLink();
  protected readonly system = inject(UnitChoice).system;

  protected readonly methods = { mass: 'by weighing', frames: 'by frames covered', cluster: 'by the cluster' };
  protected readonly states = STATE_NAMES;
  protected readonly frameNames = Object.fromEntries(FRAME_IDS.map((id) => [id, FRAME_NAMES[id]]));
  protected readonly flows = FLOW_NAMES;
  protected readonly ranges = {
    mass: { min: 0, above: true, max: 10 },
    frames: { min: 0, above: true, max: 40 },
    share: { min: 0.05, max: 1 },
    size: { min: 0, above: true, max: 2 },
    air: { min: -20, max: 50 },
  };

  protected readonly method = signal<Method>('mass');
  protected readonly mass = signal(1.5);
  protected readonly state = signal<BeeState>('gorged');
  protected readonly frames = signal(3);
  protected readonly cover = signal(1);
  protected readonly frame = signal<FrameId>('langstroth-deep');
  protected readonly length = signal(0.3);
  protected readonly width = signal(0.2);
  protected readonly depth = signal(0.15);
  protected readonly air = signal(18);
  protected readonly flow = signal<Flow>('moderate');

  readonly #count = computed<BeeCount>(() => {
    switch (this.method()) {
      case 'mass':
        return beesFromMass({ mass: this.mass(), state: this.state() });
      case 'frames':
        return beesFromFrames({ frames: this.frames(), cover: this.cover(), frame: this.frame() });
      case 'cluster':
        return beesFromCluster({
          length: this.length(),
          width: this.width(),
          depth: this.depth(),
          airC: this.air(),
        });
    }
  });
  /** kg; what was weighed, or what so many bees weigh full of honey. */
  readonly #kg = computed(() =>
    this.method() === 'mass' ? this.mass() : massFromBees({ bees: this.#count().bees }).mass,
  );
  protected readonly answer = computed(
    () => `About ${this.#bees(this.#count().bees)} bees, ${figureText(this.#kg(), 'mass', this.system())}`,
  );
  protected readonly range = computed(() => {
    const { low, high } = this.#count();
    return `Between ${this.#bees(low)} and ${this.#bees(high)}.`;
  });
  protected readonly remark = computed(() => {
    const kg = this.#kg();
    const [low, high] = [SWARM_SEEN.low, SWARM_SEEN.high].map((mass) => figureText(mass, 'mass', this.system()));
    return kg < SWARM_SEEN.low || kg > SWARM_SEEN.high
      ? `Swarms of ${low} to ${high} have been seen; check the measurement.`
      : null;
  });
  protected readonly advice = computed(() => {
    const { startFrames, framesCovered, box, syrup } = swarmAdvice({
      mass: this.#kg(),
      flow: this.flow(),
      frame: this.frame(),
    });
    return {
      box: BOXES[box],
      frames: `It covers ${decimalText(framesCovered, 1)} ${FRAME_NAMES[this.frame()]} frames; start it on ${startFrames}.`,
      syrup:
        syrup > 0
          ? `Feed ${figureText(syrup, 'volume', this.system())} of 1:1 syrup, by weight.`
          : 'No feeding while the flow lasts.',
    };
  });
  protected readonly working = computed(() => ({
    formula: {
      mass: 'bees = mass × bees a kg (7000 full of honey, 7700 packaged, 9000 unfed)',
      frames: 'bees = 2 faces × comb area × share covered × 12 500 a m²',
      cluster: 'bees = π/6 · length · width · depth · 0.85 × density (3.2 million a m³ at 5 °C, half of it at 30 °C)',
    }[this.method()],
    inputs: [['Between', this.range().replace('Between ', '').replace(/\.$/, '')]] as const,
    source: 'J. Apic. Res. 1982 21:88–92, 1972 11:121–128; J. Exp. Biol. 1981 91:25–55.',
    sure: {
      mass: 'The best of the three: good to a tenth.',
      frames: 'A convention of the craft; good to a fifth by day, worse while bees fly.',
      cluster: 'Rough: 0.6 to 1.5 times, for an edge that is hard to tape (estimate).',
    }[this.method()],
  }));

  protected chooseMethod(method: string): void {
    this.method.set(method as Method);
  }
  protected chooseState(state: string): void {
    this.state.set(BEE_STATES.find((one) => one === state) ?? 'gorged');
  }
  protected chooseFrame(frame: string): void {
    this.frame.set(frame as FrameId);
  }
  protected chooseFlow(flow: string): void {
    this.flow.set(flow as Flow);
  }

  /** Two figures are all that is known. */
  #bees(count: number): string {
    const unit = 10 ** Math.max(0, Math.floor(Math.log10(Math.max(1, count))) - 1);
    return new Intl.NumberFormat('en-GB').format(Math.round(count / unit) * unit);
  }
}
