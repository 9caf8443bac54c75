import {
  AMOUNT_KINDS,
  JOB_BEES_BY,
  BATTERY_IDS,
  BLEED_EDGE_IDS,
  CLIMBS,
  ENTRANCES,
  FRAME_TYPES,
  HOSE_WALL_IDS,
  LANDINGS,
  LAYOUTS,
  LINKS,
  LIDS,
  MESH_KEYS,
  MOODS,
  MOTORS,
  type Rig,
  RIG_LIMITS,
  SEAMS,
  SOURCE_IDS,
  SUPPLIES,
} from '@yewridge/core/suction';
import Joi from 'joi';
import { saveSchema } from '../shared/kept-schemas.js';
import { byKind, day, id, text, whole, within, word } from '../shared/part-schemas.js';
import { FREEZE_REASONS, type FreezeRigDto, type GateSettingDto } from './rig-dto.js';

const L = RIG_LIMITS;
const must = (range: Parameters<typeof within>[0]): Joi.NumberSchema => within(range).required();
const flag = Joi.boolean().strict().required();
const name = text(L.labelLength).trim().min(1).required();

function listOf(item: Joi.ObjectSchema, most: number): Joi.ArraySchema {
  return Joi.array().items(item).max(most).unique('id').required();
}

const ends = { sealedSuction: must(L.sealedSuction), freeFlow: must(L.freeFlow) };
const point = Joi.object({ flow: must(L.flow), suction: must(L.suction) });
const curve = byKind({
  parabola: ends,
  linear: ends,
  table: { points: Joi.array().items(point).min(2).max(L.points).required() },
});

const source = Joi.object({
  machine: word([...SOURCE_IDS, 'own']).required(),
  curve: curve.required(),
  motor: word(MOTORS).required(),
  supply: word(SUPPLIES).required(),
  ratedPower: within(L.power),
  ownHose: Joi.object({ diameter: must(L.bore), length: must(L.ductLength) }),
});

const gateSize = must(L.gate);
const count = whole(L.gates);
const gate = byKind({
  rectangle: { width: gateSize, height: gateSize, count },
  roundStraight: { diameter: gateSize, count },
  roundDisc: { diameter: gateSize, plateDiameter: gateSize, count },
  roundSwing: { diameter: gateSize, plateDiameter: gateSize, pivotDistance: gateSize, count },
});

const reading = Joi.object({
  opening: must(L.share),
  boxUnderPressure: must(L.reading),
  nozzleSpeed: within(L.speed).allow(null),
  portClosed: Joi.boolean().strict(),
  pressureSigma: within(L.reading),
});

/** The document of a rig. Whether its numbers go together is the core's question. */
export const rigSchema = Joi.object<Rig>({
  name: text(L.nameLength)
    .trim()
    .min(1)
    .required()
    .messages({ 'string.empty': 'a rig needs a name', 'string.trim': 'must not begin or end with a space' }),
  notes: text(L.notesLength).allow(''),
  layout: word(LAYOUTS).required(),
  source: source.required(),
  hose: Joi.object({
    diameter: must(L.bore),
    length: must(L.hoseLength),
    wall: word(HOSE_WALL_IDS).required(),
    bends: whole(L.bends).required(),
    bendRadius: must(L.bendRadius),
    rise: must(L.rise),
    climb: word(CLIMBS).required(),
  }).required(),
  nozzles: listOf(
    Joi.object({
      id: id.required(),
      name,
      diameter: must(L.bore),
      length: must(L.nozzleLength),
      entrance: word(ENTRANCES).required(),
    }),
    L.nozzles,
  ),
  fitted: id.allow(null).required(),
  port: Joi.object({ diameter: must(L.bore), opening: must(L.share) }).required(),
  box: Joi.object({
    length: must(L.size),
    width: must(L.size),
    height: must(L.size),
    boxes: whole(L.boxes).required(),
    frames: Joi.object({ type: word(FRAME_TYPES).required(), count: whole(L.frames).required() }).required(),
    landing: Joi.object({
      on: word(LANDINGS).required(),
      distance: must(L.landing),
      angleDeg: must(L.angleDeg),
    }).required(),
  }).required(),
  screen: Joi.object({
    mesh: word(MESH_KEYS).required(),
    length: must(L.size),
    width: must(L.size),
    coverage: must(L.coverage),
  }).required(),
  bleed: Joi.object({
    gate: gate.required(),
    at: word(['box', 'plenum']).required(),
    edge: word(BLEED_EDGE_IDS).required(),
    opening: must(L.share),
  }).required(),
  seams: listOf(
    Joi.object({
      id: id.required(),
      seam: word(SEAMS).required(),
      length: must(L.seam),
      at: word(['box', 'plenum']).required(),
    }),
    L.seams,
  ),
  slides: listOf(
    Joi.object({ id: id.required(), name, slotHeight: must(L.part), slideThickness: must(L.part), bow: must(L.bow) }),
    L.slides,
  ),
  bees: Joi.object({
    kind: word(['swarmWorker', 'nestWorker']).required(),
    mass: within(L.mass),
    dragArea: within(L.dragArea),
    limit: must(L.speed),
    feedRate: must(L.feedRate),
    amount: byKindOfAmount().required(),
  }).required(),
  air: Joi.object({
    temperature: must(L.temperature),
    altitude: must(L.altitude),
    relativeHumidity: must(L.share),
  }).required(),
  heat: Joi.object({
    lid: word(LIDS).required(),
    sun: flag,
    cabin: flag,
    fan: flag,
    balled: flag,
    mood: word(MOODS).required(),
  }).required(),
  power: Joi.object({
    battery: word(BATTERY_IDS).required(),
    capacity: must(L.capacity),
    health: must(L.health),
    meanTime: must(L.meanTime),
    cord: Joi.object({
      length: must(L.cordLength),
      conductorArea: must(L.conductor),
      supplyVoltage: must(L.supplyVoltage),
    }).required(),
  }).required(),
  jobs: listOf(
    Joi.object({
      id: id.required(),
      speed: within(L.jobSpeed),
      dead: within({ min: 0, max: L.jobBees.max }),
      total: within(L.jobBees),
      day,
      place: Joi.string().max(80).allow(''),
      beesBy: word(JOB_BEES_BY),
      notSpeed: Joi.boolean().strict(),
    }),
    L.jobs,
  ),
  calibration: Joi.object({
    day: day.required(),
    instrument: word(['typed', 'simulated']).required(),
    readings: Joi.array().items(reading).max(L.readings).required(),
    leakArea: must(L.leak),
    sealedBefore: within(L.sealedSuction),
  }),
  plunger: Joi.object({ clearance: must(L.clearance) }),
  own: Joi.array().items(word(LINKS)).unique(),
});

function byKindOfAmount(): Joi.ObjectSchema {
  const value = (range: Parameters<typeof within>[0]): Joi.NumberSchema => within(range);
  return Joi.object({
    by: word(AMOUNT_KINDS).required(),
    value: Joi.when('by', {
      switch: [
        { is: 'count', then: value(L.bees).required() },
        { is: 'mass', then: value(L.swarmMass).required() },
        { is: 'cluster', then: value(L.clusterVolume).required() },
      ],
      otherwise: value(L.framesOfBees).required(),
    }),
  });
}

export const saveRigSchema = saveSchema(rigSchema);

export const freezeRigSchema = Joi.object<FreezeRigDto>({
  revision: whole({ min: 1 }).required(),
  reason: word(FREEZE_REASONS).required(),
});

/** From an address, so these are converted. */
export const gateSettingSchema = Joi.object<GateSettingDto>({
  opening: Joi.number().min(0).max(1).required(),
  portClosed: Joi.boolean().default(false),
});
