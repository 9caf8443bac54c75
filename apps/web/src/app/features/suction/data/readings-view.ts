import {
  ARRIVAL_LIMIT,
  BEE_DATA,
  fittedNozzle,
  type GateLane,
  type HeatClock,
  type HeatQuestion,
  isInBand,
  meshByKey,
  PIN_LEVELS,
  type Rig,
  rigBoxesNeeded,
  type RigPowerReading,
  type RigReadings,
  type SwarmLanding,
} from '@yewridge/core/suction';
import type { UnitSystem } from '@yewridge/core/shared/units';
import type { Working } from '../../../shared/layout/working-panel';
import {
  capital,
  besideLimits,
  decimalText,
  figureText,
  percentText,
  temperatureText,
} from '../../../shared/units/format';
import { BATTERY_NAMES, LID_NAMES, MESH_NAMES, MOOD_NAMES } from './rig-words';

/** A sentence with its figures set large, and how they came about. */
export interface Line {
  readonly id: string;
  readonly pieces: readonly ({ readonly big: string } | { readonly small: string })[];
  readonly working: Working;
}

const big = (text: string): { readonly big: string } => ({ big: text });
const small = (text: string): { readonly small: string } => ({ small: text });

interface View {
  readonly rig: Rig;
  readonly readings: RigReadings;
  readonly system: UnitSystem;
}

export function minutes(seconds: number): string {
  return decimalText(Math.max(0, seconds) / 60, 0);
}

/** How hard the bees land: the typical one, the fall that is as hard, and the one of twenty. */
export function arrivalLine({ rig, readings, system }: View, swarm: SwarmLanding | null, waiting = false): Line {
  const { landing, drop, flight } = readings.bee;
  const speed = (value: number): string => figureText(value, 'speed', system);
  const working: Working = {
    formula: 'u′ = k (v − u)|v − u| − g · rise/length − (f/2D) u|u| along the hose, then across the jet in the box',
    inputs: [
      ['Air in the hose', speed(readings.state.speed.hose)],
      ['Jet into the box', speed(readings.state.speed.portJet)],
      ['A bee weighs', `${decimalText(1e6 * (rig.bees.mass ?? BEE_DATA[rig.bees.kind].mass.typical), 0)} mg`],
      ['Kept at each bend', '85 % (60–95 %)'],
      ['On her way', flight.transitTime === null ? 'stalls' : `${decimalText(flight.transitTime, 1)} s`],
      ['Sags in the box', flight.sag === null ? '–' : figureText(flight.sag, 'length', system)],
    ],
    source: 'Drag law; free round jet. Bend and wall losses from moving grain by air [rules of thumb].',
    sure: 'About ±25 % on the speed. The histogram is the spread between bees, not that doubt; two digits are all that is known.',
  };
  if (landing === null) {
    const where =
      flight.stage === 'approach' ? 'before the mouth' : flight.stage === 'box' ? 'in the box' : 'in the hose';
    return { id: 'arrival', pieces: [big('Stalls'), small(` ${where}: the air is too slow to carry her.`)], working };
  }
  const fall =
    drop === null ? ', and no fall in air is as hard' : `, as if dropped from ${figureText(drop, 'height', system)}`;
  const spread = waiting
    ? [small('; 19 in 20 are being flown …')]
    : swarm?.p95 === null || swarm === null
      ? []
      : [small('; 19 in 20 below '), big(speed(swarm.p95).replace(/ .*/, ''))];
  return { id: 'arrival', pieces: [big(speed(landing.worst)), small(fall), ...spread], working };
}

const BINDING: Readonly<Record<string, string>> = {
  'hoseSpeed.max': 'the landing',
  'hoseSpeed.min': 'carrying them up the hose',
  'screenUncoveredSpeed.max': 'the pull of the screen',
  'boxUnderPressure.max': 'the load on the box’s largest panel',
};

/** What limits the gate at either end, in words. */
export function bindingWords(lane: GateLane): string {
  const { lowLimit, highLimit, neverHeld, ok } = lane.band;
  const named = (tag: string | null): string | null => (tag === null ? null : (BINDING[tag] ?? tag));
  if (neverHeld.length > 0) {
    return `No setting keeps ${neverHeld.map((tag) => named(tag) ?? tag).join(' and ')} within its limit.`;
  }
  const shut = named(lowLimit);
  const open = named(highLimit);
  if (!ok) return `${capital(shut ?? 'the landing')} and ${open ?? 'carrying them'} cannot both be had.`;
  const ends = [shut && `${shut} sets the tight end`, open && `${open} the open end`].filter((text) => text !== null);
  return ends.length === 0 ? 'Every setting of this gate will do.' : `${capital(ends.join(', '))}.`;
}

export function bandLine({ rig, readings, system }: View, lane: GateLane | null, waiting = false): Line {
  const speed = readings.state.speed.hose;
  const text = (value: number): string => figureText(value, 'speed', system);
  const spot = lane?.spot;
  const working: Working = {
    formula:
      'low: the air that just holds a bee up (her float velocity) × √(slope + μ √(1 − slope²)); high: the hose speed at which 19 bees in 20 land within the limit',
    inputs: [
      ['Surely carried from', spot ? text(spot.lowSure) : '–'],
      ['Stalls below', spot ? text(spot.low) : '–'],
      ['Too hard above', spot?.high ? text(spot.high) : '–'],
      [
        'Landing limit',
        `${text(rig.bees.limit)}${rig.bees.limit === ARRIVAL_LIMIT ? ', the usual convention' : ', yours'}`,
      ],
      ['Margin on carrying', '1.3 (1.2–1.5)'],
    ],
    source: 'Weight and drag of a bee; friction 0.5 (0.3–1) in the hose [rule of thumb]; the limit is a convention.',
    sure: 'The edges are soft: ±25 %. Narrow means try it with a few bees, not impossible.',
  };
  const where = waiting ? '; its band is being worked out …' : spot === undefined ? '' : `: ${placeWords(speed, spot)}`;
  const limits =
    spot === undefined || waiting ? [] : [spot.low, spot.lowSure, ...(spot.high === null ? [] : [spot.high])];
  const shown = besideLimits(speed, limits, 'speed', system);
  return { id: 'band', pieces: [big(`${shown.text} ${shown.unit}`), small(` in the hose${where}`)], working };
}

/** Where a hose speed lies in the band: the one judgement of list and page. */
export function placeWords(speed: number, spot: GateLane['spot']): string {
  if (spot.high !== null && speed > spot.high) return 'they land too hard';
  if (isInBand(speed, spot)) return 'inside the safe band';
  return speed >= spot.low ? 'some may not be carried' : 'bees stall';
}

/** Why the mark of a nozzle stands elsewhere than that of the open hose. */
export function nozzleLine({ rig, readings, system }: View, lanes: readonly (GateLane | null)[] | null): Line | null {
  const nozzle = fittedNozzle(rig);
  const bare = readings.openHose;
  if (!nozzle || !bare) return null;
  const text = (value: number): string => figureText(value, 'speed', system);
  const mark = (id: string | null): string | null => {
    const found = lanes?.find((lane) => lane?.nozzle === id)?.mark;
    return found === null || found === undefined ? null : figureText(found, 'length', system);
  };
  const [own, open] = [mark(nozzle.id), mark(null)];
  const moves = own !== null && open !== null ? `; so its mark is at ${own}, the open hose’s at ${open}` : '';
  const { speed, stations } = readings.state;
  const lost = (stations.find(({ name }) => name === 'hoseStart')?.total ?? 0) - (bare.stations[0]?.total ?? 0);
  return {
    id: 'nozzle',
    pieces: [
      big(text(speed.nozzle)),
      small(
        ` in the ${nozzle.name}: it takes pressure, so the hose gets ${text(speed.hose)} instead of ${text(bare.speed.hose)} at this gate${moves}`,
      ),
    ],
    working: {
      formula:
        'the same flow through both: mouth speed = hose speed × (hose bore / mouth bore)²; its losses go with the square',
      inputs: [
        ['Mouth', text(speed.nozzle)],
        ['Hose', text(speed.hose)],
        ['Open hose, same gate', text(bare.speed.hose)],
        ['Lost before the hose, more', figureText(Math.max(0, lost), 'pressure', system)],
      ],
      source: 'Handbook losses of entrances and changes of bore (±20 %).',
      sure: 'The damage a narrow rim does to bees is not in any figure here.',
    },
  };
}

export function spreadLine({ readings, system }: View): Line | null {
  const { spread } = readings;
  if (!spread) return null;
  const text = (value: number): string => figureText(value, 'speed', system);
  const parabola = spread.parabola.speed.hose;
  const linear = spread.linear.speed.hose;
  return {
    id: 'curve',
    pieces: [
      big(`${text(Math.min(parabola, linear)).replace(/ .*/, '')} to ${text(Math.max(parabola, linear))}`),
      small(' by the shape of a weak source’s curve, which no label tells: calibrate it.'),
    ],
    working: {
      formula: 'the same two ends, once as a parabola, once as a straight line',
      inputs: [
        ['Parabola', text(parabola)],
        ['Straight line', text(linear)],
      ],
      source: 'Below 1.5 kPa sealed the shape of the curve matters [convention].',
      sure: 'A calibration settles it.',
    },
  };
}

export function screenLine({ rig, readings, system }: View): Line {
  const { state, sizing, shut, shutPressure } = readings.screen;
  const mesh = meshByKey({ key: rig.screen.mesh });
  const share = state.pinRatio / PIN_LEVELS.free;
  const holds = sizing.allowedCoverage ?? 0;
  return {
    id: 'screen',
    pieces: [
      big(percentText(share)),
      small(
        holds > 0
          ? ` of the pinning limit; holds until ${percentText(holds)} of it is covered`
          : ' of the pinning limit: the screen is too small for this flow',
      ),
    ],
    working: {
      formula: 'pull = (1.2 + K) ρ v² / 2 × footprint, in body weights; free up to 0.1, pinned above 2',
      inputs: [
        ['Mesh', `${MESH_NAMES[rig.screen.mesh]}, ${percentText(mesh.openFraction)} open`],
        ['Through what is open', figureText(readings.state.speed.screenUncovered, 'speed', system)],
        [
          'Shut by bees',
          `${figureText(shutPressure, 'pressure', system)}, ${decimalText(shut.pinRatio, 0)} body weights`,
        ],
        ['Area needed, half covered', figureText(sizing.neededArea, 'area', system)],
        ['Bees to the limit', sizing.beesToLimit === null ? '–' : String(sizing.beesToLimit)],
      ],
      source: 'J. Fluids Eng. 1993 115 (screens, ±15 %); footprint 45 mm² (35–60); levels are rules of thumb.',
      sure: 'Covered meshes count as airtight, which is pessimistic.',
    },
  };
}

export function feedLine({ rig, readings }: View): Line | null {
  const { crowding } = readings;
  if (!crowding) return null;
  const word = {
    clear: 'the hose stays clear; it clogs above',
    crowded: 'the hose crowds; it clogs above',
    choked: 'the hose clogs: it takes at most',
  }[crowding.level];
  return {
    id: 'feed',
    pieces: [
      small(`At ${decimalText(rig.bees.feedRate, 0)} bees a second ${word} `),
      big(decimalText(crowding.feedLimit, 0)),
    ],
    working: {
      formula: 'least of: 3 % of the mouth full of bees, choking at 97 % free, a quarter of the pressure',
      inputs: [
        ['Bees just inside', `${decimalText(crowding.inletSpeed, 1)} m/s`],
        ['Share of the mouth', percentText(crowding.inletSolids)],
        ['Share of the pressure', crowding.pressureShare === null ? '–' : percentText(crowding.pressureShare)],
      ],
      source: 'Ind. Eng. Chem. Process Des. Dev. 1971 10 (choking); 3 % and 25 % are rules of thumb.',
      sure: 'A scoop of 300 bees in half a second is 600 a second: a clump is faster than any limit.',
    },
  };
}

/** The headline is for bees just taken, which are agitated, whatever mood is chosen for the course below. */
export function heatLine(rig: Rig, clock: HeatClock | null, question: HeatQuestion | null, system: UnitSystem): Line {
  const { lid, mood } = rig.heat;
  const working: Working = {
    formula:
      'bees, inside air and walls, each one temperature; draught by stack, top opening and wind; heat stirs bees up again above 37–40 °C',
    inputs: [
      ['Bees', question ? String(question.bees) : '–'],
      ['Outside', clock ? temperatureText(clock.outsideTemp, system) : '–'],
      ['Settles at', clock ? temperatureText(clock.run.steady.bees, system) : '–'],
      ['Three hours', clock ? (clock.run.steady.survivable ? 'survived' : 'not survived') : '–'],
      ['Resting, disturbed, agitated', clock ? moodTimes(clock) : '–'],
    ],
    source:
      'Energy balance; J. Heat Transfer 1988 110 and BS 5925:1991 (draught); heat per bee J. Exp. Biol. 1981 91 and rules of thumb.',
    sure: 'On the safe side: the bees’ own fanning and evaporation are left out. It does not predict minutes.',
  };
  const how = `${LID_NAMES[lid]}${rig.heat.sun ? ', in sun' : ''}${rig.heat.cabin ? ', in a cabin' : ''}${rig.heat.fan ? ', source running' : ''}`;
  if (!clock) return { id: 'heat', pieces: [small(`${how} …`)], working };
  const taken = clock.byMood.agitated;
  const chosen = mood === 'agitated' ? '' : ` ${capital(MOOD_NAMES[mood])}: ${timeWords(clock.byMood[mood].warning)}.`;
  if (taken.warning === null) {
    return { id: 'heat', pieces: [big('Stays under'), small(` the warning for two hours. ${how}.`)], working };
  }
  const lethal = mood === 'agitated' && clock.run.timeToLethal !== null ? clock.run.timeToLethal : null;
  const dead = lethal === null ? '' : `; lethal at ${minutes(lethal)}`;
  const danger = taken.danger === null ? '' : `, ${minutes(taken.danger)} to danger${dead}`;
  const says = ` min to the warning for bees just taken${danger}. ${how}.${chosen}`;
  return { id: 'heat', pieces: [big(minutes(taken.warning)), small(says)], working };
}

function timeWords(time: number | null): string {
  return time === null ? 'not within two hours' : `${minutes(time)} min`;
}

/** An open screen against a running source, for bees just taken, and why they differ. */
export function coolingLine(clock: HeatClock | null, question: HeatQuestion | null, system: UnitSystem): Line | null {
  const cooling = clock?.cooling;
  if (!cooling || question?.couldRun === undefined || question.couldOpen === undefined) return null;
  return {
    id: 'cooling',
    pieces: [
      small('Lid off, source off: '),
      big(timeWords(cooling.lidOff)),
      small('. Lid shut, source running: '),
      big(timeWords(cooling.running)),
      small(
        '. Through an open screen warm air rises by itself, slowly in a low box; a running source draws air past every bee, but only while its battery lasts, and keeps them on the screen. Never both: with the lid off it draws past the bees.',
      ),
    ],
    working: {
      formula:
        'the same box and bees, once with the screen open and no fan, once shut with the flow of the rig as it stands',
      inputs: [
        ['Free on top with the lid off', figureText(question.couldOpen, 'area', system)],
        ['Drawn through with the source on', figureText(question.couldRun, 'flow', system)],
      ],
      source: 'As the heat clock; agitated bees.',
      sure: 'Which of the two lasts longer is surer than the minutes.',
    },
  };
}

export function moodTimes({ byMood }: HeatClock): string {
  const one = (time: number | null): string => (time === null ? 'never' : `${minutes(time)} min`);
  return `${one(byMood.resting.warning)}, ${one(byMood.disturbed.warning)}, ${one(byMood.agitated.warning)} to the warning`;
}

export function boxesLine(rig: Rig): Line | null {
  const needed = rigBoxesNeeded(rig);
  if (!needed) return null;
  return {
    id: 'boxes',
    pieces: [
      big(needed.boxes === 1 ? 'One box' : `${needed.boxes} boxes`),
      small(` for these bees, ${percentText(needed.fill / needed.boxes)} full; you have ${rig.box.boxes}`),
    ],
    working: {
      formula: 'bees / (2 sides × comb × frames × 0.7 × 12 500 a m²)',
      inputs: [['One box takes', `${decimalText(needed.perBox, 0)} bees`]],
      source: 'J. Apic. Res. 2013 52(1), strength methods: 10 000–15 000 a m² in one full layer.',
      sure: 'A fifth either way.',
    },
  };
}

export function powerLine({ rig, system }: View, power: RigPowerReading | null): Line {
  const working = (inputs: Working['inputs']): Working => ({
    formula: 'battery: Peukert’s law with falling voltage; cord: copper, both ways; the motor slows with the voltage',
    inputs,
    source: 'Motor exponents and battery figures are rules of thumb; Simpson’s rule over the discharge.',
    sure: 'A quarter either way; old and cold batteries give less.',
  });
  if (power === null || power.kind === 'unknown') {
    return {
      id: 'power',
      pieces: [small('Type the power from the source’s label: then its current and charge are shown.')],
      working: working([]),
    };
  }
  const watts = `${decimalText(power.power, 0)} W`;
  if (power.kind === 'cord') {
    return {
      id: 'power',
      pieces: [
        big(watts),
        small(` at this flow; the cord takes ${percentText(1 - power.voltageRatio)} of the voltage`),
      ],
      working: working([
        ['Current', `${decimalText(power.current, 1)} A`],
        ['Hose speed at the end of the cord', figureText(power.hoseSpeed, 'speed', system)],
      ]),
    };
  }
  const { run, collections } = power;
  if (run.runTime === 0) {
    return {
      id: 'power',
      pieces: [big('0 min'), small(': this battery cannot hold the motor up.')],
      working: working([]),
    };
  }
  const many = collections.withReserve === 1 ? 'one collection' : `${collections.withReserve} collections`;
  return {
    id: 'power',
    pieces: [
      big(`${minutes(run.runTime)} min`),
      small(` a charge of the ${BATTERY_NAMES[rig.power.battery]} at ${watts}: ${many}, a fifth kept back`),
    ],
    working: working([
      ['Ended by', run.endedBy === 'usable' ? 'the usable charge' : 'the voltage'],
      ['Hose speed at the end', power.endSpeed === null ? '–' : figureText(power.endSpeed, 'speed', system)],
      ['On average', `${decimalText(collections.average, 1)} collections`],
    ]),
  };
}
