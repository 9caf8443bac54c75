import {
  ARRANGEMENTS,
  BOARD_GRAINS,
  BOARD_KINDS,
  BOARD_SIDES,
  COMB_STORES,
  CURVES,
  type Design,
  DESIGN_LIMITS,
  DISC_POSITIONS,
  DISPUTES,
  FACES,
  FILLS,
  FLOWS,
  FRAME_COLUMNS,
  FRAME_IDS,
  GAP_PLACES,
  HANGING_STYLES,
  HEMISPHERES,
  HIVE_STANDARD_IDS,
  JOINTS,
  MATERIALS,
  PASSAGE,
  PURPOSES,
  SECTION_SOURCES,
  SECURED,
  SETUP_LIMITS,
  SITE_FACTORS,
  SIZES_ARE,
} from '@yewridge/core/bench';
import Joi from 'joi';
import { saveSchema } from '../shared/kept-schemas.js';
import { byKind, id, text, whole, within, word } from '../shared/part-schemas.js';

const size = within(DESIGN_LIMITS.size).required();
const wall = within(DESIGN_LIMITS.wall).required();
const notNegative = within({ min: 0, max: DESIGN_LIMITS.size.max });
const plan = Joi.object({ length: size, width: size });

const shape = byKind({
  box: { length: size, width: size, height: size },
  cylinder: { axis: word(['upright', 'lying']), diameter: size, length: size, cut: notNegative },
  cone: { diameterBottom: notNegative.required(), diameterTop: notNegative.required(), height: size },
  frustum: { bottom: plan.required(), top: plan.required(), height: size, cornerRadius: notNegative },
  measured: { volume: within(DESIGN_LIMITS.volume).required(), mass: within(DESIGN_LIMITS.partMass) },
});

const count = whole(DESIGN_LIMITS.count);
const frameSpec = Joi.object(Object.fromEntries(FRAME_COLUMNS.map((column) => [column, size])));
const content = byKind({
  frames: {
    frame: Joi.alternatives()
      .conditional(Joi.string(), { then: word(FRAME_IDS), otherwise: frameSpec })
      .required(),
    count,
    fill: word(FILLS),
    pitch: within(DESIGN_LIMITS.size),
    arrangement: word(ARRANGEMENTS),
  },
  topBars: { length: size, width: size, depth: size, count },
  divider: { length: size, height: size, thickness: size, count },
  insulation: { area: size, thickness: size, count },
  skewers: { length: size, diameter: size, count, combs: whole(DESIGN_LIMITS.count) },
  feeder: { volume: within(DESIGN_LIMITS.volume).required(), count, mass: within(DESIGN_LIMITS.partMass) },
  other: { volume: within(DESIGN_LIMITS.volume).required(), count, mass: within(DESIGN_LIMITS.partMass) },
});

const bore = within(DESIGN_LIMITS.opening).required();
const guard = Joi.object({ count, diameter: bore });
const opening = byKind({
  hole: { diameter: bore, guard },
  slot: { width: bore, height: bore, guard },
  notch: { width: bore, height: bore, top: word(['flat', 'round']) },
  disc: {
    diameter: bore,
    position: word(DISC_POSITIONS).required(),
    slots: whole({ min: 1, max: 200 }),
    slotWidth: within(DESIGN_LIMITS.opening),
    slotLength: within(DESIGN_LIMITS.opening),
    guard,
  },
});

const section = Joi.object({
  id: id.required(),
  label: text(DESIGN_LIMITS.labelLength).allow('').required(),
  shape: shape.required(),
  sizes: word(SIZES_ARE).required(),
  wall,
  endWall: wall,
  floorInset: wall,
  roofInset: wall,
  contents: Joi.array().items(content).max(DESIGN_LIMITS.contents.max).required(),
  closedAbove: Joi.boolean().strict().required(),
  standard: word(HIVE_STANDARD_IDS),
  rest: within(SETUP_LIMITS.rest),
  secured: word(SECURED),
  grain: word(BOARD_GRAINS),
  soldAs: Joi.object({
    kind: word(BOARD_KINDS).required(),
    nominal: within({ min: 0, above: true, max: 300 }).required(),
  }),
  soldSide: word(BOARD_SIDES),
  joint: word(JOINTS),
  rabbet: within(SETUP_LIMITS.rabbet),
  source: word(SECTION_SOURCES),
});

const entrance = Joi.object({
  id: id.required(),
  label: text(DESIGN_LIMITS.labelLength).allow('').required(),
  opening: opening.required(),
  count: count.required(),
  face: word(FACES).required(),
  height: within(DESIGN_LIMITS.height).required(),
  across: within(DESIGN_LIMITS.across).required(),
});

const gap = Joi.object({
  id: id.required(),
  label: text(DESIGN_LIMITS.labelLength).allow('').required(),
  place: word(GAP_PLACES).required(),
  opening: byKind({
    hole: { diameter: bore, guard },
    slot: { width: bore, height: bore, guard },
    mesh: { aperture: within({ min: 0, above: true, max: PASSAGE.workerProof }).required() },
  }).required(),
  count: count.required(),
  meshArea: within(SETUP_LIMITS.meshArea),
  closedForRide: Joi.boolean().strict().required(),
});

const hangingSize = within(SETUP_LIMITS.hangingSize);
const force = within(SETUP_LIMITS.force);
const hanging = Joi.object({
  style: word(HANGING_STYLES).required(),
  above: hangingSize,
  below: hangingSize,
  boardWidth: hangingSize,
  thickness: hangingSize,
  hole: hangingSize,
  plate: hangingSize,
  fasteners: whole(SETUP_LIMITS.fasteners),
  topRow: whole(SETUP_LIMITS.fasteners),
  legs: whole(SETUP_LIMITS.fasteners),
  angleDeg: within(SETUP_LIMITS.angleDeg),
  friction: within(SETUP_LIMITS.friction),
  turns: whole(SETUP_LIMITS.turns),
  tension: force,
  dynamic: within(SETUP_LIMITS.dynamic),
  workingLoad: force,
  workingPullOut: force,
  workingShear: force,
});

/** One school a disputed question, and why. */
const schools = Joi.object(
  Object.fromEntries(
    Object.entries(DISPUTES).map(([dispute, answers]) => [
      dispute,
      Joi.object({
        school: word(answers).required(),
        reason: text(SETUP_LIMITS.reasonLength).allow('').required(),
      }),
    ]),
  ),
);
const site = Joi.object({
  ...Object.fromEntries(SITE_FACTORS.map((factor) => [factor, within(CURVES[factor].domain)])),
  hemisphere: word(HEMISPHERES),
});

/** The document of a design. */
export const designSchema = Joi.object<Design>({
  name: text(DESIGN_LIMITS.nameLength)
    .trim()
    .min(1)
    .required()
    .messages({ 'string.empty': 'a design needs a name', 'string.trim': 'must not begin or end with a space' }),
  note: text(DESIGN_LIMITS.noteLength).allow('').required(),
  material: word(MATERIALS).required(),
  target: within(DESIGN_LIMITS.volume).required(),
  floor: wall,
  roof: wall,
  roofOverhang: wall,
  sections: Joi.array()
    .items(section)
    .min(DESIGN_LIMITS.sections.min)
    .max(DESIGN_LIMITS.sections.max)
    .unique('id')
    .required(),
  entrances: Joi.array().items(entrance).max(DESIGN_LIMITS.entrances.max).unique('id').required(),
  purpose: word(PURPOSES),
  gaps: Joi.array().items(gap).max(SETUP_LIMITS.gaps.max).unique('id'),
  lidTight: Joi.boolean().strict(),
  comb: Joi.object({ ownHealthy: Joi.boolean().strict(), stores: word(COMB_STORES) }),
  boards: Joi.object({ moisture: within(SETUP_LIMITS.moisture).required() }),
  hanging,
  alsoHangs: Joi.array().items(hanging).max(SETUP_LIMITS.alsoHangs.max),
  load: Joi.object({
    swarm: within(SETUP_LIMITS.swarm).required(),
    flow: word(FLOWS).required(),
    limit: within(SETUP_LIMITS.limit).required(),
  }),
  schools,
  site,
});

export const saveDesignSchema = saveSchema(designSchema);
