import {
  driveOffers,
  gateLane,
  type HeatClock,
  heatClock,
  isInBand,
  rigHeatQuestion,
  rigReadings,
  type Rig,
  STARTING_RIGS,
} from '@yewridge/core/suction';
import { airScene } from './air-scene';
import { driveWords } from './drive-words';
import { bandLine, coolingLine, heatLine, type Line, placeWords } from './readings-view';
import { changedRig } from './rig-edits';
import { partFields, partLine, partsOf } from './rig-parts';

const rigOf = (layout: Rig['layout']): Rig => STARTING_RIGS.find((one) => one.layout === layout)!.rig;
const walkUp = rigOf('walkUp');
const said = (line: Line | null): string =>
  (line?.pieces ?? []).map((piece) => ('big' in piece ? piece.big : piece.small)).join('');

describe('suction: sizes that follow each other', () => {
  it('a new bore takes the port along, a port that is typed does not follow any more', () => {
    expect(changedRig(walkUp, 'hose.diameter', 0.0635).port.diameter).toBe(0.0635);
    const own = changedRig(walkUp, 'port.diameter', 0.045);
    expect([own.hose.diameter, own.own]).toEqual([walkUp.hose.diameter, ['port']]);
    expect(changedRig(own, 'hose.diameter', 0.0635).port.diameter).toBe(0.045);
  });

  it('a wider box takes screen and seams along, until one is typed', () => {
    const wide = changedRig(walkUp, 'box.width', 0.41);
    expect(wide.screen.width).toBeCloseTo(walkUp.screen.width + 0.1, 9);
    expect(wide.seams[0]?.length).toBeGreaterThan(walkUp.seams[0]!.length);
    const own = changedRig(changedRig(walkUp, 'seams[1].length', 2), 'screen.width', 0.2);
    const after = changedRig(own, 'box.width', 0.41);
    expect([after.screen.width, after.seams[1]?.length, after.own]).toEqual([0.2, 2, ['seams', 'screen']]);
  });

  it('what has nothing to do with a link changes nothing else', () => {
    const named = changedRig(walkUp, 'name', 'Lighter');
    expect({ ...named, name: walkUp.name }).toEqual(walkUp);
  });
});

describe('suction: one judgement of list and page', () => {
  const lane = gateLane(walkUp, null)!;
  const { low, lowSure, high } = lane.spot;

  it('words and colour turn at the same speeds', () => {
    const at = (speed: number): readonly [string, boolean] => [
      placeWords(speed, lane.spot),
      isInBand(speed, lane.spot),
    ];
    expect([low - 0.01, low, lowSure - 0.01, lowSure, high!, high! + 0.01].map(at)).toEqual([
      ['bees stall', false],
      ['some may not be carried', false],
      ['some may not be carried', false],
      ['inside the safe band', true],
      ['inside the safe band', true],
      ['they land too hard', false],
    ]);
  });

  it('a band that is being worked out again judges nothing', () => {
    const view = { rig: walkUp, readings: rigReadings(walkUp), system: 'metric' } as const;
    expect(said(bandLine(view, null, true))).toMatch(/m\/s in the hose; its band is being worked out …$/);
    expect(said(bandLine(view, lane))).toContain('inside the safe band');
  });
});

describe('suction: what helps where no setting of the gate does', () => {
  it('each offer names its size and the speed it gives', () => {
    const hard: Rig = {
      ...walkUp,
      bleed: { ...walkUp.bleed, gate: { kind: 'rectangle', width: 0.005, height: 0.05 } },
      box: { ...walkUp.box, landing: { on: 'headOn', distance: 0.3, angleDeg: 90 } },
    };
    const words = driveOffers(hard).offers.map((offer) => driveWords(offer, 'metric'));
    expect(words[0]).toMatch(/^Bleed with a window wide \d+ mm: [\d.]+ m\/s in the hose$/);
    expect(words.at(-1)).toMatch(/^(?:Cordless|12 V|Wet\/dry).*: [\d.]+ m\/s in the hose$/);
    expect(driveWords({ kind: 'shorterHose', size: 1.5, machine: null, rig: hard, hoseSpeed: 9 }, 'metric')).toBe(
      'Hose of 1.5 m: 9.0 m/s in the hose',
    );
    expect(driveWords({ kind: 'otherHose', size: 0.0381, machine: null, rig: hard, hoseSpeed: 9 }, 'imperial')).toBe(
      'Hose and port of 1-1/2 in bore: 29.5 ft/s in the hose',
    );
  });
});

describe('suction: heat of bees just taken', () => {
  const hot: Rig = {
    ...walkUp,
    air: { ...walkUp.air, temperature: 305.15 },
    heat: { ...walkUp.heat, mood: 'resting' },
  };
  const question = rigHeatQuestion(hot, 0.01);
  const clock = heatClock(question)!;

  it('the headline is theirs, the mood that is chosen is said besides', () => {
    const line = said(heatLine(hot, clock, question, 'metric'));
    const minutes = Math.round(clock.byMood.agitated.warning! / 60);
    expect(line).toContain(`${minutes} min to the warning for bees just taken`);
    expect(line).toContain('Resting: ');
    const agitated: Rig = { ...hot, heat: { ...hot.heat, mood: 'agitated' } };
    expect(said(heatLine(agitated, heatClock(rigHeatQuestion(agitated, 0.01)), question, 'metric'))).not.toContain(
      'Resting',
    );
  });

  it('an open lid and a running source stand beside each other, and why they differ', () => {
    const line = said(coolingLine(clock, question, 'metric'));
    expect(line).toMatch(
      /^Lid off, source off: .*\. Lid shut, source running: .*\. Through an open screen warm air rises/,
    );
    expect(coolingLine(null, question, 'metric')).toBeNull();
    const held: HeatClock = { ...clock, cooling: null };
    expect(coolingLine(held, question, 'metric')).toBeNull();
  });
});

describe('suction: plunger and boxes', () => {
  it('a plunger is a part of a top box alone, with its gap', () => {
    expect(partsOf(rigOf('topBox'))).toContain('plunger');
    expect(partsOf(walkUp)).not.toContain('plunger');
    expect(partLine(rigOf('topBox'), 'plunger', 'metric')).toBe('2.5 mm off the walls');
    expect(partLine(walkUp, 'plunger', 'metric')).toBe('none');
    expect(partFields(rigOf('topBox'), 'plunger').map(({ path }) => path)).toEqual(['plunger.clearance']);
    expect(partFields(walkUp, 'plunger')).toEqual([]);
  });

  it('it is drawn where there is one, as are the joints of further boxes', () => {
    const lines = (rig: Rig, kind: string): number =>
      airScene(rig, rigReadings(rig), 900).lines.filter((line) => line.kind === kind).length;
    const top = rigOf('topBox');
    const { plunger: _, ...bare } = top;
    expect([lines(top, 'phantom'), lines(bare, 'phantom')]).toEqual([1, 0]);
    const split = rigOf('splitDeep');
    const boxed = (boxes: number): Rig => ({ ...split, box: { ...split.box, boxes } });
    const joints = (rig: Rig): number => lines(rig, 'seen') + lines(rig, 'thin');
    expect([1, 2, 3].map((boxes) => joints(boxed(boxes)) - joints(split))).toEqual([0, 1, 2]);
  });
});
