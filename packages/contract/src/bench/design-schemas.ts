import {
  ARRANGEMENTS,
  type Design,
  DESIGN_LIMITS,
  DISC_POSITIONS,
  FACES,
  FILLS,
  FRAME_COLUMNS,
  FRAME_IDS,
  MATERIALS,
  SIZES_ARE,
} from '@yewridge/core/bench';
import type { NumberRange } from '@yewridge/core/shared/errors';
import Joi from 'joi';
import { DESIGN_PAGE, DESIGN_SORTS, type DesignQuery, type SaveDesignDto } from './design-dto.js';

/** A number within a range of the core's table. Whether the numbers go together is the core's question. */
function within(range: NumberRange): Joi.NumberSchema {
  let schema = Joi.number().strict();
  if (range.min !== undefined) schema = range.above === true ? schema.greater(range.min) : schema.min(range.min);
  return range.max === undefined ? schema : schema.max(range.max);
}

const text = (most: number): Joi.StringSchema => Joi.string().strict().max(most);
const id = Joi.string()
  .strict()
  .pattern(/^[A-Za-z0-9-]{1,64}$/, 'letters, digits and hyphens');
const word = (words: readonly string[]): Joi.StringSchema =>
  Joi.string()
    .strict()
    .valid(...words);
const whole = (range: NumberRange): Joi.NumberSchema => within(range).integer();

const size = within(DESIGN_LIMITS.size).required();
const wall = within(DESIGN_LIMITS.wall).required();
const notNegative = within({ min: 0, max: DESIGN_LIMITS.size.max });
const plan = Joi.object({ length: size, width: size });

/** One object per kind, told apart by `kind`, so that an error names the field and not "no alternative". */
function byKind(kinds: Readonly<Record<string, Joi.PartialSchemaMap>>): Joi.AlternativesSchema {
  const cases = Object.entries(kinds).map(([kind, fields]) => ({
    is: Joi.object({ kind: Joi.valid(kind).required() }).unknown(),
    then: Joi.object({ kind: word([kind]).required(), ...fields }),
  }));
  const unknownKind = Joi.object({ kind: word(Object.keys(kinds)).required() });
  return Joi.alternatives().conditional('.', {
    switch: cases,
    otherwise: unknownKind,
  });
}

const shape = byKind({
  box: { length: size, width: size, height: size },
  cylinder: { axis: word(['upright', 'lying']), diameter: size, length: size, cut: notNegative },
  cone: { diameterBottom: notNegative.required(), diameterTop: notNegative.required(), height: size },
  frustum: { bottom: plan.required(), top: plan.required(), height: size, cornerRadius: notNegative },
  measured: { volume: within(DESIGN_LIMITS.volume).required() },
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
  feeder: { volume: within(DESIGN_LIMITS.volume).required(), count },
  other: { volume: within(DESIGN_LIMITS.volume).required(), count },
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
});

export const saveDesignSchema = Joi.object<SaveDesignDto>({
  revision: whole({ min: 0 }).required(),
  document: designSchema.required(),
});

export const designIdSchema = Joi.object<{ readonly id: string }>({ id: id.required() });

/** Query texts arrive as strings, so these may be converted. */
export const designQuerySchema = Joi.object<DesignQuery>({
  search: Joi.string().max(DESIGN_LIMITS.nameLength).allow(''),
  sort: Joi.string()
    .valid(...DESIGN_SORTS)
    .default('-updatedAt'),
  limit: Joi.number().integer().min(1).max(DESIGN_PAGE.maxLimit).default(DESIGN_PAGE.defaultLimit),
  offset: Joi.number().integer().min(0).default(0),
});

export const revisionQuerySchema = Joi.object<{ readonly revision: number }>({
  revision: Joi.number().integer().min(1).required(),
});
