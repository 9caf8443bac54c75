import Joi from 'joi';
import { day, id, text, whole, within, word } from '../shared/part-schemas.js';
import {
  type BuildDto,
  type SaveTrapDto,
  TRAP_CONDITIONS,
  TRAP_LIMITS,
  TRAP_NUMBER,
  TRAP_PAGE,
  type TrapDocument,
  type TrapQuery,
} from './trap-dto.js';

/** A trap carries a whole design; whoever composes the schemas says what a design is. */
export function trapSchemas(design: Joi.ObjectSchema): {
  readonly save: Joi.ObjectSchema<SaveTrapDto>;
  readonly build: Joi.ObjectSchema<BuildDto>;
} {
  const number = text(TRAP_LIMITS.numberLength)
    .pattern(TRAP_NUMBER, 'letters, digits, spaces and - . /')
    .trim()
    .required();
  const owner = text(TRAP_LIMITS.ownerLength).allow('').required();
  const someDay = day.allow(null).required();
  const document = Joi.object<TrapDocument>({
    number,
    asBuilt: design.required(),
    massKg: within(TRAP_LIMITS.massKg).allow(null).required(),
    paintedOn: someDay,
    darkCombs: whole(TRAP_LIMITS.darkCombs).required(),
    combSince: someDay,
    condition: word(TRAP_CONDITIONS).required(),
    owner,
    note: text(TRAP_LIMITS.noteLength).allow('').required(),
  });
  return {
    save: Joi.object<SaveTrapDto>({ revision: whole({ min: 1 }).required(), document: document.required() }),
    build: Joi.object<BuildDto>({
      designId: id.required(),
      designRevision: whole({ min: 1 }).required(),
      traps: Joi.array()
        .items(Joi.object({ id: id.required(), number }))
        .min(TRAP_LIMITS.traps.min)
        .max(TRAP_LIMITS.traps.max)
        .unique('id')
        .unique('number')
        .required(),
      paintedOn: someDay,
      owner,
    }),
  };
}

export const trapQuerySchema = Joi.object<TrapQuery>({
  search: Joi.string().max(TRAP_LIMITS.numberLength).allow(''),
  design: id,
  limit: Joi.number().integer().min(1).max(TRAP_PAGE.maxLimit).default(TRAP_PAGE.defaultLimit),
  offset: Joi.number().integer().min(0).default(0),
});
