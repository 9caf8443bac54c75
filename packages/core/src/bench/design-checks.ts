/**
 * What to look at before a design is cut or hung: frames, gaps, lid, comb, boards; each with what mends it.
 *
 * Source: `frame-fit`, `lumber`, `entrance`; the codes that speak of comb, volume and door are those of the trap lore
 * [conventions of the craft].
 */
import {
  type BoxAt,
  changed,
  check,
  type CheckLevel,
  type DesignCheck,
  type DesignFix,
  frameOf,
  framesIn,
} from './check-parts.js';
import { type Design, type DesignSection, frontWall, isRound, type PlacedSection, placeSections } from './design.js';
import type { BoardSide, DesignGap } from './design-setup.js';
import { barChecks, feederChecks, jointChecks, underFrames } from './stack-checks.js';
import { openingArea, PASSAGE } from './entrance.js';
import { beeSpace, frameHeight, framesFit, lugFit, WOOD_BEHIND_LUG } from './frame-fit.js';
import { fewerFrames, hungFrames } from './frame-row.js';
import type { FrameSpec } from './frames.js';
import { actualSize } from './lumber.js';
import type { DesignReadings } from './readings.js';
import { darkCombs } from './suitability/design-suitability.js';
import { driedSize } from './workshop/drying.js';

/** Less than this of shrinking is not worth a word, m. */
const WORTH_SAYING = 0.001;
/** Mesh that keeps workers in, m. */
const RIDE_MESH = 0.003;
/** A wire nail, m. */
const NAIL = 0.003;
/** Less than a tape tells, m. */
const BOARD_SLACK = 0.0005;
const OVERHANG = 0.025;
const ROOF = 0.012;
const LEAST_SLACK = 0.0015875;
/** What most traps that were tried lie within: m3 and m2. */
const USUAL_VOLUME = { low: 0.02, high: 0.08 };
const USUAL_ENTRANCE = { low: 8e-4, high: 4e-3 };

/** A box with another inside width, taped the way it was. */
function widened(design: Design, { section }: PlacedSection, by: number): Design {
  if (section.shape.kind !== 'box') return design;
  return changed(design, section.id, { shape: { ...section.shape, width: section.shape.width + by } });
}

/** Frames side by side, as the box is and once it has dried. */
function sidewaysChecks({ design, placed }: BoxAt): DesignCheck[] {
  const { section, inside } = placed;
  if (inside.kind !== 'box') return [];
  const row = hungFrames(section.contents);
  if (row.length === 0) return [];
  const needed = row.reduce((sum, { pitch }) => sum + pitch, 0);
  const spacing = needed / row.length;
  const minSlack = section.standard ? 0 : LEAST_SLACK;
  const fitIn = (clearWidth: number): ReturnType<typeof framesFit> =>
    framesFit({ clearWidth, frames: row.length, spacing, minSlack });
  const now = fitIn(inside.width);
  const dryTo = section.grain === 'upright' ? driedSize(design, inside.width) : null;
  const dry = dryTo === null ? null : fitIn(dryTo);
  const shrinks = dryTo === null ? 1 : inside.width / dryTo;
  const fixes = (most: number): DesignFix[] => {
    const by = (needed + minSlack) * shrinks - inside.width;
    const fewer = changed(design, section.id, { contents: fewerFrames(section.contents, most) });
    return [
      ...(most > 0 ? [{ code: 'leave-out-frames' as const, amount: row.length - most, design: fewer }] : []),
      { code: 'widen-box', amount: by, design: widened(design, placed, by) },
    ];
  };
  if (!now.fits) {
    return [
      check('frames-too-tight', 'look', [row.length, inside.width, now.maxFrames], section.id, fixes(now.maxFrames)),
    ];
  }
  if (dry && dryTo !== null && !dry.fits) {
    const figures = [row.length, inside.width, dryTo, dry.maxFrames];
    return [check('frames-dry-too-tight', 'look', figures, section.id, fixes(dry.maxFrames))];
  }
  return [slideCheck(design, section, now, spacing)];
}

/** Frames that can slide: held by nails or by blocks, as the keeper likes; room left on purpose is not filled. */
function slideCheck(
  design: Design,
  section: DesignSection,
  fit: ReturnType<typeof framesFit>,
  pitch: number,
): DesignCheck {
  if ((section.secured ?? 'none') !== 'none') return check('frames-held', 'good', [], section.id);
  if (fit.verdict !== 'spacers') return check('frames-fit', 'good', [fit.slack], section.id);
  const by = (secured: 'nails' | 'spacer', code: 'hold-with-nails' | 'hold-with-spacer'): DesignFix => ({
    code,
    amount: code === 'hold-with-spacer' && fit.slack < pitch ? fit.slack : 0,
    design: changed(design, section.id, { secured }),
  });
  const fixes = [by('nails', 'hold-with-nails'), by('spacer', 'hold-with-spacer')];
  // The maker of a hive has settled its width: that frames move in it is then worth knowing, no fault.
  return check('frames-slide', section.standard ? 'know' : 'look', [fit.slack], section.id, fixes);
}

/** Gaps above and below the frames. */
function heightChecks({ design, placed, below, above }: BoxAt): DesignCheck[] {
  const { section, inside } = placed;
  const frames = framesIn(section.contents);
  const first = frames[0];
  if (inside.kind !== 'box' || !first) return [];
  const tallest = frames.map(frameOf).reduce((a, b) => (b.height > a.height ? b : a));
  const rest = section.rest ?? 0;
  const gaps = frameHeight({
    boxDepth: inside.height,
    frameHeight: tallest.height,
    rabbetDepth: tallest.lugThickness + rest,
    lugThickness: tallest.lugThickness,
  });
  const found: DesignCheck[] = [];
  const lower = (amount: number): DesignFix[] => [
    { code: 'lower-bars', amount, design: changed(design, section.id, { rest: amount }) },
  ];
  if (!above) {
    if (gaps.lid === 'flush') found.push(check('bars-flush', 'know', [], section.id, lower(PASSAGE.beeSpaceMin)));
    else if (gaps.lid === 'propolis') {
      found.push(check('lid-gap-glued', 'look', [gaps.lidGap], section.id, lower(PASSAGE.beeSpaceMin)));
    } else if (gaps.lid === 'brace-comb') {
      found.push(check('lid-gap-braced', 'know', [gaps.lidGap], section.id, lower(PASSAGE.beeSpaceMax)));
    } else found.push(check('bee-space', 'good', [gaps.lidGap], section.id));
  }
  // Frames that hang past their box are told by the readings.
  if (gaps.bottom < 0) return found;
  const onFloor = !below || below.section.closedAbove;
  if (onFloor && beeSpace({ gap: gaps.bottom }).verdict === 'propolis') {
    found.push(check('floor-gap-glued', 'look', [gaps.bottom], section.id));
  }
  const under = below && framesIn(below.section.contents)[0];
  if (under && below.inside.kind === 'box') {
    const gap = gaps.bottom + (below.section.rest ?? 0);
    const { verdict } = beeSpace({ gap });
    if (verdict !== 'bee-space' && verdict !== 'loose') found.push(check('stack-gap', 'look', [gap], section.id));
  }
  return found;
}

/** Lugs in the end walls. */
function lugChecks({ design, placed }: BoxAt): DesignCheck[] {
  const { section, inside } = placed;
  const longest = framesIn(section.contents)
    .map(frameOf)
    .reduce<FrameSpec | null>((a, b) => (b.topBarLength > (a?.topBarLength ?? 0) ? b : a), null);
  const endWall = frontWall(section);
  if (inside.kind !== 'box' || !longest || endWall <= 0) return [];
  const { projection, fits } = lugFit({ topBarLength: longest.topBarLength, length: inside.length, endWall });
  if (projection <= 0) return [check('lug-short', 'look', [-2 * projection], section.id)];
  if (fits) return [];
  const thick = projection + WOOD_BEHIND_LUG;
  const outside = section.sizes === 'outside' && section.shape.kind === 'box';
  const shape = outside ? { ...section.shape, length: section.shape.length + 2 * (thick - endWall) } : section.shape;
  const fixed = changed(design, section.id, { endWall: thick, shape });
  return [
    check('lug-outside', 'look', [projection, endWall], section.id, [
      { code: 'thicken-ends', amount: thick, design: fixed },
    ]),
  ];
}

/** Boards round the box get lower as they dry. */
function dryingChecks({ design, placed }: BoxAt): DesignCheck[] {
  const { section, inside } = placed;
  if (inside.kind !== 'box' || section.grain === 'upright') return [];
  const to = driedSize(design, inside.height);
  if (to === null || inside.height - to < WORTH_SAYING || section.shape.kind !== 'box') return [];
  const more = (inside.height * inside.height) / to - inside.height;
  const wider = changed(design, section.id, { shape: { ...section.shape, height: section.shape.height + more } });
  return [
    check('board-dries', 'know', [inside.height, to], section.id, [{ code: 'saw-wider', amount: more, design: wider }]),
  ];
}

/** The board a box is sawn from, against what boards of that name measure; which size it makes is asked, not guessed. */
function soldChecks({ design, placed }: BoxAt): DesignCheck[] {
  const { soldAs, soldSide, shape, id } = placed.section;
  if (!soldAs || placed.inside.kind !== 'box' || shape.kind !== 'box') return [];
  const { actual, low, high } = actualSize(soldAs);
  if (!soldSide) {
    const says = (side: BoardSide): DesignFix => ({
      code: side === 'height' ? 'board-is-height' : 'board-is-width',
      amount: placed.inside.kind === 'box' ? placed.inside[side] : 0,
      design: changed(design, id, { soldSide: side }),
    });
    return [check('board-which-way', 'know', [actual], id, [says('height'), says('width')])];
  }
  const size = placed.inside[soldSide];
  const figures = [size, actual, low, high];
  if (size >= low - BOARD_SLACK && size <= high + BOARD_SLACK) return [check('board-as-sold', 'good', figures, id)];
  const fixed = changed(design, id, { shape: { ...shape, [soldSide]: shape[soldSide] + actual - size } });
  return [check('board-not-as-sold', 'look', figures, id, [{ code: 'set-to-board', amount: actual, design: fixed }])];
}

/** Doors that a bird gets through, with as many nails across as keep it out. */
function birdChecks(design: Design): DesignCheck[] {
  const wide = design.entrances.filter(({ opening, count }) => count > 0 && openingArea(opening).clear > PASSAGE.bird);
  if (wide.length === 0) return [];
  const nailed = design.entrances.map((entrance) => {
    const { opening } = entrance;
    if (!wide.includes(entrance) || opening.kind === 'notch') return entrance;
    const span = isRound(opening) ? opening.diameter : opening.width;
    const count = Math.ceil((span - PASSAGE.bird) / (PASSAGE.bird + NAIL));
    return { ...entrance, opening: { ...opening, guard: { count, diameter: NAIL } } };
  });
  // A nail does not help where the door is a notch: a block does, and the ways to fit offer it.
  const helps = wide.every(({ opening }) => opening.kind !== 'notch');
  const fix: DesignFix = { code: 'nail-across', amount: NAIL, design: { ...design, entrances: nailed } };
  return [check('bird-enters', 'look', [PASSAGE.bird], undefined, helps ? [fix] : [])];
}

function gapChecks(design: Design, gap: DesignGap): DesignCheck[] {
  if (gap.count === 0) return [];
  const { area, clear } = openingArea(gap.opening);
  const change = (next: Partial<DesignGap>): Design => ({
    ...design,
    gaps: (design.gaps ?? []).map((one) => (one.id === gap.id ? { ...one, ...next } : one)),
  });
  const passes = clear >= PASSAGE.excluderMin;
  if (clear <= PASSAGE.workerProof || (!passes && gap.closedForRide)) {
    return [check('gap-tight', 'good', [clear], gap.id)];
  }
  const mesh = change({ opening: { kind: 'mesh', aperture: RIDE_MESH } });
  const fixes: DesignFix[] = [
    { code: 'mesh-over', amount: RIDE_MESH, design: mesh },
    ...(gap.closedForRide
      ? []
      : [{ code: 'tape-for-ride' as const, amount: 0, design: change({ closedForRide: true }) }]),
  ];
  const found: DesignCheck[] = [];
  if (!passes) found.push(check('gap-between', 'look', [clear], gap.id, fixes));
  else found.push(check('gap-is-door', 'know', [area * gap.count], gap.id, [fixes[0] as DesignFix]));
  if (!gap.closedForRide && clear >= PASSAGE.excluderMin)
    found.push(check('gap-leaks', 'look', [clear], gap.id, fixes));
  return found;
}

/** Light and rain from above. */
function lidChecks(design: Design): DesignCheck[] {
  const found: DesignCheck[] = [];
  const top = design.sections.at(-1);
  const covered = design.roof > 0 || (top !== undefined && (top.roofInset > 0 || top.shape.kind === 'measured'));
  if (!covered) {
    const roofed = { ...design, roof: ROOF, roofOverhang: OVERHANG };
    found.push(check('no-roof', 'look', [], undefined, [{ code: 'add-roof', amount: ROOF, design: roofed }]));
  } else if (design.roof > 0 && design.roofOverhang === 0) {
    const over = { ...design, roofOverhang: OVERHANG };
    found.push(check('no-overhang', 'know', [], undefined, [{ code: 'add-overhang', amount: OVERHANG, design: over }]));
  }
  if (design.purpose === 'holding') return found;
  const tight: DesignFix[] = [{ code: 'lid-is-tight', amount: 0, design: { ...design, lidTight: true } }];
  if (design.lidTight === undefined) found.push(check('lid-unknown', 'know', [], undefined, tight));
  else if (design.lidTight) found.push(check('lid-tight', 'good'));
  else found.push(check('lid-lets-light', 'look', [], undefined, tight));
  return found;
}

function combChecks(design: Design): DesignCheck[] {
  const combs = darkCombs(design.sections.flatMap(({ contents }) => contents));
  if (combs === 0) return [];
  const { ownHealthy, stores } = design.comb ?? {};
  const found: DesignCheck[] = [];
  const told = (comb: NonNullable<Design['comb']>): Design => ({ ...design, comb: { ...design.comb, ...comb } });
  if (ownHealthy !== true) {
    found.push(
      check('comb-source', 'look', [combs], undefined, [
        { code: 'comb-is-own', amount: 0, design: told({ ownHealthy: true }) },
      ]),
    );
  }
  if (stores !== undefined && stores !== 'none') {
    found.push(
      check('food-in-comb', 'look', [], undefined, [
        { code: 'comb-is-empty', amount: 0, design: told({ stores: 'none' }) },
      ]),
    );
  }
  return found;
}

function unusualChecks(design: Design, { room, door }: DesignReadings): DesignCheck[] {
  const found: DesignCheck[] = [];
  if (design.material === 'cardboard-tube') found.push(check('card-soaks', 'know'));
  if (design.purpose === 'holding') {
    const air = (design.gaps ?? []).some(({ count, place }) => place === 'vent' && count > 0);
    return air ? found : [...found, check('no-air', 'look')];
  }
  if (room.gross < USUAL_VOLUME.low || room.gross > USUAL_VOLUME.high) {
    found.push(check('volume-unusual', 'know', [room.gross, USUAL_VOLUME.low, USUAL_VOLUME.high]));
  }
  if (door.area > 0 && (door.area < USUAL_ENTRANCE.low || door.area > USUAL_ENTRANCE.high)) {
    found.push(check('entrance-unusual', 'know', [door.area]));
  }
  return found;
}

const LEVELS: readonly CheckLevel[] = ['look', 'know', 'good'];

/** All checks of a design without problems: what to look at first, what to know, what is good. */
export function designChecks(design: Design, readings: DesignReadings): readonly DesignCheck[] {
  const stack = placeSections(design);
  const boxes = stack.flatMap((placed, n): DesignCheck[] => {
    const at: BoxAt = { design, placed, below: stack[n - 1], above: stack[n + 1] };
    return [
      sidewaysChecks,
      feederChecks,
      heightChecks,
      underFrames,
      lugChecks,
      barChecks,
      soldChecks,
      dryingChecks,
    ].flatMap((ask) => ask(at));
  });
  const all = [
    ...birdChecks(design),
    ...boxes,
    ...jointChecks(design),
    ...(design.gaps ?? []).flatMap((gap) => gapChecks(design, gap)),
    ...lidChecks(design),
    ...combChecks(design),
    ...unusualChecks(design, readings),
  ];
  return [...all].sort((a, b) => LEVELS.indexOf(a.level) - LEVELS.indexOf(b.level));
}
