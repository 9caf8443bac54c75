import type { Content, Design, DesignCheck, DesignReadings, EntranceFlag, FitOption } from '@yewridge/core/bench';
import { assessDesign, DOOR_BAND, openingArea, PASSAGE, nearAim, pushedAside } from '@yewridge/core/bench';
import type { UnitSystem } from '@yewridge/core/shared/units';
import { besideLimits, figureOf, figureText, percentText } from '../../../shared/units/format';
import type { Working } from '../../../shared/layout/working-panel';
import { checkSentence, fixWords } from './check-words';
import { contentsInWords } from './names';

/** A sentence of a reading: figures set large, words small. */
export type Piece = { readonly big: string } | { readonly small: string };
export interface ReadingLine {
  readonly id: 'volume' | 'clear' | 'room' | 'door';
  readonly pieces: readonly Piece[];
  readonly working: Working;
}
export interface CheckLine {
  readonly level: 'look' | 'know' | 'good';
  readonly sentence: string;
  /** What one click does about it. */
  readonly fixes?: readonly Mend[];
}
export interface Mend {
  readonly act: string;
  readonly design: Design;
}

const LEVEL_ORDER: Readonly<Record<CheckLine['level'], number>> = { look: 0, know: 1, good: 2 };
const SURE = {
  exact: 'Exact for the sizes given; as sure as the tape.',
  tape: 'The true figure lies within the ± nineteen times in twenty (twice the standard deviation): each size read to 1 mm (estimate), the tape itself good to 0.05 %, fillings to 2 %.',
  convention: 'The frames are exact to 5 %; how scouts see the room beside them is a convention of ours.',
  door: 'The area is exact. The band comes from choice tests (strong); who passes which gap is a rule of the craft.',
};

function volumeLine(design: Design, { room, unsure, sections }: DesignReadings, system: UnitSystem): ReadingLine {
  const litres = (value: number): string => figureText(value, 'volume', system);
  const gross = figureOf(room.gross, 'volume', system);
  const net = figureOf(room.net, 'volume', system);
  const spread = figureOf(unsure.expanded, 'volume', system);
  const inside =
    room.displaced > 0 ? `frames and bars take ${litres(room.displaced)} of it` : 'nothing hangs in it yet';
  return {
    id: 'volume',
    pieces: [
      { big: gross.text },
      { small: `± ${spread.text} ${gross.unit} gross,` },
      { big: net.text },
      { small: `${net.unit} net; ${inside}` },
    ],
    working: {
      formula: 'gross = sum of the sections; net = gross − frames, bars and wax. ± is twice the combined tape error.',
      inputs: [
        ...sections.map(({ id, volume }): readonly [string, string] => [
          design.sections.find((section) => section.id === id)?.label ?? id,
          litres(volume),
        ]),
        ['Taken by contents', litres(room.displaced)],
        ['One standard deviation', litres(unsure.standard)],
        ['Nineteen in twenty lie between', `${litres(unsure.low)} and ${litres(unsure.high)}`],
      ],
      source: 'Solid geometry; propagation of independent errors (JCGM 100:2008).',
      sure: SURE.tape,
    },
  };
}

function clearLine(design: Design, { room }: DesignReadings, system: UnitSystem): ReadingLine {
  const clear = figureOf(room.clear, 'volume', system);
  const contents = design.sections.map((section) => contentsInWords(section.contents)).filter((words) => words !== '');
  return {
    id: 'clear',
    pieces: [{ big: clear.text }, { small: `${clear.unit} left beside the combs` }],
    working: {
      formula: 'clear = gross − what a scout cannot cross (bars, and combs at their full thickness)',
      inputs: [
        ['Gross', figureText(room.gross, 'volume', system)],
        ['Contents', contents.length > 0 ? contents.join('; ') : 'none'],
      ],
      source: 'Bars by the frame table (BS 1300:1960, extension drawings); combs 25 mm thick (estimate).',
      sure: SURE.convention,
    },
  };
}

/** Frames or bars in the middle of a section part its room in two. */
const inTheMiddle = (content: Content): boolean => content.kind === 'frames' && content.arrangement === 'centre';

/** The design with every comb that hangs in the middle pushed to one side; `null` where none does. */
export function combsAside(design: Design): Design | null {
  if (!design.sections.some(({ contents }) => contents.some(inTheMiddle))) return null;
  const sections = design.sections.map((section) =>
    section.contents.some(inTheMiddle) ? { ...section, contents: pushedAside(section.contents) } : section,
  );
  return { ...design, sections };
}

/** What pushing the combs to one side gives, as an offer. */
function asideLine(design: Design, { room }: DesignReadings, system: UnitSystem): CheckLine | null {
  const aside = combsAside(design);
  const assessed = aside && assessDesign(aside);
  if (!aside || !assessed?.ok || assessed.readings.room.openRoom <= room.openRoom) return null;
  const { openRoom, openFraction } = assessed.readings.room;
  return {
    level: 'know',
    sentence: 'The comb in the middle parts the room: only its larger side counts as open, though bees pass round it',
    fixes: [
      {
        act: `Push to one side: ${figureText(openRoom, 'volume', system)} open, ${percentText(openFraction)} of the box`,
        design: aside,
      },
    ],
  };
}

function roomLine(design: Design, { room }: DesignReadings, system: UnitSystem): ReadingLine {
  const open = figureOf(room.openRoom, 'volume', system);
  const parted = combsAside(design) === null ? '' : ': the larger side of the comb; they pass round it';
  return {
    id: 'room',
    pieces: [
      { big: open.text },
      { small: `${open.unit} of open room to walk, ${percentText(room.openFraction)} of the box${parted}` },
    ],
    working: {
      formula: 'open room = the largest connected space beside the frames, walking up the stack; share = open ÷ gross',
      inputs: [
        ['Gross', figureText(room.gross, 'volume', system)],
        ['Sections joined', `${design.sections.length}`],
        ['Wall to walk on', figureText(room.walkableArea, 'area', system)],
      ],
      source: 'Scouts judge a cavity by walking and flying it (Behav. Ecol. Sociobiol. 1977).',
      sure: SURE.convention,
    },
  };
}

const BAND_WORDS = {
  below: 'below the band swarms choose',
  within: 'inside the band swarms choose',
  above: 'above the band swarms choose',
} as const;

function doorLine(design: Design, { door, entrances }: DesignReadings, system: UnitSystem): ReadingLine {
  const area = besideLimits(door.area, [DOOR_BAND.low, DOOR_BAND.high], 'area', system);
  const none = door.area === 0;
  const held = design.purpose === 'holding';
  return {
    id: 'door',
    pieces: none
      ? [
          { big: held ? 'Closed' : 'No door' },
          { small: held ? 'while it holds bees' : design.entrances.length === 0 ? 'yet' : 'that bees can pass' },
        ]
      : [{ big: area.text }, { small: `${area.unit} of door, ${BAND_WORDS[door.band]}` }],
    working: {
      formula: 'area = openings that workers can pass, less their nails; the least gap decides who gets in',
      inputs: [
        ...entrances.map(({ id, total, clear }): readonly [string, string] => [
          design.entrances.find((entrance) => entrance.id === id)?.label ?? id,
          `${figureText(total, 'area', system)}, gap ${figureText(clear, 'part', system)}`,
        ]),
        ...(design.gaps ?? []).map(({ label, opening, count }): readonly [string, string] => [
          label,
          `${figureText(openingArea(opening).area * count, 'area', system)} besides the doors`,
        ]),
        ['Band', `${figureText(DOOR_BAND.low, 'area', system)} to ${figureText(DOOR_BAND.high, 'area', system)}`],
        ['Best in test', figureText(DOOR_BAND.best, 'area', system)],
      ],
      source: 'Nest-choice tests (Insectes Soc. 1978).',
      sure: SURE.door,
    },
  };
}

/** The readings of a design as sentences, each with its working. */
export function readingLines(design: Design, readings: DesignReadings, system: UnitSystem): readonly ReadingLine[] {
  return [volumeLine, clearLine, roomLine, doorLine].map((line) => line(design, readings, system));
}

function flagCheck(flag: Exclude<EntranceFlag, 'bird'>, system: UnitSystem): CheckLine {
  const gap = (value: number): string => figureText(value, 'part', system);
  const lines: Readonly<Record<Exclude<EntranceFlag, 'bird'>, CheckLine>> = {
    'bees-cannot-pass': {
      level: 'look',
      sentence: `An opening under ${gap(PASSAGE.excluderMin)} stops workers, so it does not count as a door`,
    },
    closed: { level: 'look', sentence: 'Nothing gets in: give it a door, or open the disc' },
    'excludes-drone-or-queen': {
      level: 'look',
      sentence: `No gap reaches ${gap(PASSAGE.drone)}: drones and most queens cannot pass`,
    },
    mouse: {
      level: 'know',
      sentence: `A mouse passes a gap over ${gap(PASSAGE.mouse)}: fine in swarm season, not for winter`,
    },
    tight: { level: 'know', sentence: `A gap under ${gap(PASSAGE.beeSpaceMin)} is tight for laden bees` },
  };
  return lines[flag];
}

/** A volume somebody chose, without a decimal that says nothing: `40 L`. */
function roundText(volume: number, system: UnitSystem): string {
  return figureText(volume, 'volume', system).replace(/\.0(?= )/, '');
}

/** Flags of the doors in words; birds are told by the checks, and a box that holds bees is closed on purpose. */
function flagLines(design: Design, { door }: DesignReadings, system: UnitSystem): CheckLine[] {
  const closed = design.purpose === 'holding';
  return door.flags.flatMap((flag) =>
    flag === 'bird' || (flag === 'closed' && closed) ? [] : [flagCheck(flag, system)],
  );
}

/** What to look at, what to know, what is good; in that order. */
export function checkLines(
  design: Design,
  readings: DesignReadings,
  checks: readonly DesignCheck[],
  system: UnitSystem,
): readonly CheckLine[] {
  const { door, notices } = readings;
  const lines: CheckLine[] = flagLines(design, readings, system);
  for (const check of checks) {
    const fixes = check.fixes.map((fix) => ({ act: fixWords(fix, system), design: fix.design }));
    lines.push({ level: check.level, sentence: checkSentence(check, design, system), fixes });
  }
  for (const { code, sectionId, by } of notices) {
    const label = design.sections.find((section) => section.id === sectionId)?.label ?? sectionId;
    const length = figureText(by, 'length', system);
    const sentence =
      code === 'bars-past-rim'
        ? `Top bars in “${label}” are ${length} longer than it is outside`
        : `Frames in “${label}” hang ${length} past what is open below them`;
    lines.push({ level: 'look', sentence });
  }
  if (door.passesHornet) {
    lines.push({
      level: 'know',
      sentence: `In late summer hornets pass a gap over ${figureText(PASSAGE.hornet, 'part', system)}`,
    });
  }
  const aside = asideLine(design, readings, system);
  if (aside) lines.push(aside);
  if (door.band === 'within') lines.push({ level: 'good', sentence: 'The door is of the size swarms choose' });
  if (door.area > 0 && !door.flags.includes('bird'))
    lines.push({ level: 'good', sentence: 'The door keeps birds out' });
  if (nearAim(design, readings)) {
    lines.push({ level: 'good', sentence: `Within a tenth of the ${roundText(design.target, system)} aimed at` });
  }
  return lines.sort((a, b) => LEVEL_ORDER[a.level] - LEVEL_ORDER[b.level]);
}

/** Kinds that bring the volume to its target, or nearer. */
const DOOR_KINDS: readonly FitOption['kind'][] = ['reducer-block', 'widen-slot', 'hole-saw', 'drill-holes'];

/** Said under the ways to fit, where they do not reach the target or there is nothing to reach. */
export function fitRemark(
  design: Design,
  readings: DesignReadings,
  options: readonly FitOption[],
  system: UnitSystem,
): string | null {
  const reached = nearAim(design, readings);
  if (reached) return options.length === 0 ? 'It fits: nothing to change.' : null;
  const onWay = options.some(({ kind }) => !DOOR_KINDS.includes(kind));
  return onWay ? null : `No single change brings this stack to ${roundText(design.target, system)}.`;
}

/** What one click would do, and what would come of it. */
export function fitWords(option: FitOption, design: Design, system: UnitSystem): { act: string; result: string } {
  const length = figureText(option.amount, 'length', system);
  const litres = `${figureText(option.result, 'volume', system)} gross`;
  const door = `${figureText(option.result, 'area', system)} door`;
  const target = roundText(design.target, system);
  switch (option.kind) {
    case 'raise-base':
      return { act: `Make it ${target}: raise the base by ${length}`, result: litres };
    case 'lower-base':
      return { act: `Make it ${target}: saw ${length} off the base`, result: litres };
    case 'other-base':
      return { act: `Make it ${target}: take a base ${length} high instead`, result: litres };
    case 'add-shim':
      return { act: `Make it ${target}: put a shim of ${length} under it`, result: litres };
    case 'set-base-under':
      return { act: `Make it ${target}: set a base of ${length} under it`, result: litres };
    case 'add-boxes':
      return {
        act: option.amount === 1 ? 'Add a box like the top one' : `Add ${option.amount} boxes like the top one`,
        result: litres,
      };
    case 'leave-out': {
      const label = design.sections.find(({ id }) => id === option.id)?.label ?? '';
      return { act: `Leave out “${label}”`, result: litres };
    }
    case 'lengthen-tube':
      return { act: `Make it ${target}: lengthen the tube by ${length}`, result: litres };
    case 'shorten-tube':
      return { act: `Make it ${target}: shorten the tube by ${length}`, result: litres };
    case 'reducer-block':
      return { act: `Fit a reducer block of ${length}`, result: door };
    case 'widen-slot':
      return { act: `Widen the slot to ${length}`, result: door };
    case 'hole-saw':
      return { act: `Bore the hole with a ${length} saw`, result: door };
    case 'drill-holes':
      return { act: `Bore ${option.amount} holes of this size`, result: door };
  }
}
