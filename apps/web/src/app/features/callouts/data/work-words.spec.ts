import {
  ALARM_CODES,
  ALARM_DO,
  CALL_QUEEN_SIGNS,
  cautionCodes,
  closingOrder,
  honeyUse,
  JOB_KINDS,
  jobKit,
  JOINS,
  liveWatch,
  LOSS_REASONS,
  POWERS,
  queenVerdict,
  reunitePlan,
  TAKEN_QUEENS,
  WORK_TASKS,
  workOrder,
} from '@yewridge/core/callouts';
import { LAYOUTS } from '@yewridge/core/suction';
import { REUNITE_NAMES, reuniteReason } from '../../../shared/calls/call-words';
import { KIT_NAMES } from '../../../shared/calls/kit-words';
import { plainReason } from '../../../shared/season/step-words';
import {
  ALARM_NAMES,
  CAUTION_WORDS,
  DO_WORDS,
  HONEY_NOTES,
  KIT_WARNINGS,
  LOAD_NAMES,
  LOSS_WORDS,
  ORDER_WARNINGS,
  PLAN_NOTES,
  QUEEN_LOOKS,
  QUEEN_NOTES,
  SIGN_NAMES,
  stepSaid,
  whySaid,
} from './work-words';

const BEES = { low: 5000, typical: 12_000, high: 40_000 };
const unsaid = (codes: Iterable<string>, words: Readonly<Record<string, string>>): readonly string[] =>
  [...new Set(codes)].filter((code) => words[code] === undefined);

describe('the words of work', () => {
  it('every caution, however the job is', () => {
    const codes = JOB_KINDS.flatMap((kind) =>
      POWERS.flatMap((power) =>
        [true, false].flatMap((vacuum) =>
          cautionCodes({ kind, power, vacuum, heightM: 3, alone: true, poison: 'suspected' }),
        ),
      ),
    );
    expect(unsaid(codes, CAUTION_WORDS)).toEqual([]);
    expect(Object.keys(CAUTION_WORDS).filter((code) => !codes.includes(code))).toEqual([]);
  });

  it('everything that is packed, carried and warned of', () => {
    const kits = JOB_KINDS.flatMap((kind) =>
      (['no', 'suspected', 'unknown'] as const).flatMap((poison) =>
        [null, ...POWERS].map((power) =>
          jobKit({
            kind,
            bees: BEES,
            poison,
            combArea: kind === 'structure' ? (power === null ? 0 : 1.2) : 0,
            vacuum: power === null ? null : true,
            power: power === null ? null : { kind: power, runTime: 900 },
            suction: 3000,
            heightM: 3,
            publicWay: true,
            trapMass: 25,
          }),
        ),
      ),
    );
    expect(
      unsaid(
        kits.flatMap(({ items }) => items.map(({ code }) => code)),
        KIT_NAMES,
      ),
    ).toEqual([]);
    expect(
      unsaid(
        kits.flatMap(({ loads }) => loads.map(({ code }) => code)),
        LOAD_NAMES,
      ),
    ).toEqual([]);
    expect(
      unsaid(
        kits.flatMap(({ warnings }) => warnings),
        KIT_WARNINGS,
      ),
    ).toEqual([]);
  });

  it('every step of an order of hands, with its reason', () => {
    const flags = [true, false];
    const orders = [
      ...WORK_TASKS.flatMap((task) => flags.map((hasPortGate) => workOrder({ task, hasPortGate }))),
      ...LAYOUTS.flatMap((layout) =>
        JOINS.flatMap((join) =>
          flags.flatMap((hasSlide) =>
            flags.flatMap((brood) =>
              [null, 0.001, 0.004].flatMap((slotGap) =>
                flags.map((hasPlunger) =>
                  closingOrder({
                    layout,
                    join,
                    hasSlide,
                    brood,
                    slotGap,
                    hasPlunger,
                    boxes: 2,
                    queenCaged: true,
                    hasPortGate: hasPlunger,
                    cabin: brood,
                  }),
                ),
              ),
            ),
          ),
        ),
      ),
    ];
    const steps = orders.flatMap((order) => order.steps);
    expect([...new Set(steps.map(({ code }) => code))].filter((code) => stepSaid(code) === code)).toEqual([]);
    expect([...new Set(steps.map(({ reason }) => reason))].filter((reason) => whySaid(reason) === reason)).toEqual([]);
    expect(
      unsaid(
        orders.flatMap(({ warnings }) => warnings),
        ORDER_WARNINGS,
      ),
    ).toEqual([]);
  });

  it('every alarm, and every act against it', () => {
    expect(unsaid(ALARM_CODES, ALARM_NAMES)).toEqual([]);
    expect(unsaid(Object.values(ALARM_DO).flat(), DO_WORDS)).toEqual([]);
    const still = liveWatch({
      reading: { running: false, boxTemp: 320, shutFor: 5000, beesIn: 1, capacity: 1, runTimeLeft: 50 },
    });
    const full = liveWatch({
      reading: { running: true, beesIn: 100, capacity: 100, runTimeLeft: 100, beesLeft: 1000 },
    });
    expect(
      unsaid(
        [...still.alarms, ...full.alarms].flatMap(({ do: first, then }) => [first, ...then]),
        DO_WORDS,
      ),
    ).toEqual([]);
  });

  it('every sign of the queen, every look and every note', () => {
    expect(unsaid(CALL_QUEEN_SIGNS, SIGN_NAMES)).toEqual([]);
    const verdicts = CALL_QUEEN_SIGNS.flatMap((sign) =>
      [true, false].flatMap((broodBrought) =>
        [0, 60, 200, 600, 3000, 9000].map((minutes) =>
          queenVerdict({ broodBrought, signs: [{ sign, minutes }], now: minutes, afterSwarm: minutes === 60 }),
        ),
      ),
    );
    const none = queenVerdict({ signs: [], now: 10 });
    expect(
      unsaid(
        verdicts.flatMap(({ look }) => (look ? [look.code] : [])),
        QUEEN_LOOKS,
      ),
    ).toEqual([]);
    expect(
      unsaid(
        [...verdicts, none].flatMap(({ notes }) => notes),
        QUEEN_NOTES,
      ),
    ).toEqual([]);
  });

  it('every step of a plan with its reason, and every note', () => {
    const plans = (['hanging', 'cutOut', 'trap'] as const).flatMap((kind) =>
      TAKEN_QUEENS.flatMap((queen) =>
        ([...LAYOUTS, 'box'] as const).flatMap((layout) =>
          (['none', 'donated'] as const).flatMap((brood) =>
            [5, 10].flatMap((month) =>
              [null, 31].map((tMax) =>
                reunitePlan({
                  collectedOn: `2026-${String(month).padStart(2, '0')}-15`,
                  kind,
                  queen,
                  layout,
                  brood: kind === 'hanging' || brood === 'none' ? brood : 'own',
                  restraint: 'excluder',
                  caged: queen === 'virgin',
                  canUnite: month === 5,
                  repairsBy: tMax === null ? 'keeper' : 'owner',
                  broodLook: tMax === null ? 'notDone' : 'doubtful',
                  movedM: 100,
                  flow: tMax === null ? 'strong' : 'some',
                  heightM: 3,
                  lat: 47.4,
                  lon: 13.2,
                  tzOffsetMin: 120,
                  forecast:
                    tMax === null
                      ? []
                      : ['16', '17', '18'].map((day) => ({
                          date: `2026-${String(month).padStart(2, '0')}-${day}`,
                          tMax,
                          rainMm: 0,
                        })),
                }),
              ),
            ),
          ),
        ),
      ),
    );
    const tasks = plans.flatMap((one) => one.tasks);
    expect(
      unsaid(
        tasks.map(({ code }) => code),
        REUNITE_NAMES,
      ),
    ).toEqual([]);
    const reasons = [...new Set(tasks.map(({ reason }) => reason))].filter(
      (reason) => !/^(frames|whole)-/.test(reason),
    );
    expect(reasons.filter((reason) => reuniteReason(reason) === null && plainReason(reason) === null)).toEqual([]);
    expect(
      unsaid(
        plans.flatMap(({ notes }) => notes),
        PLAN_NOTES,
      ),
    ).toEqual([]);
  });

  it('what honey is good for, and what a job lacks to count', () => {
    const uses = (['no', 'suspected', 'yes', 'unknown'] as const).flatMap((poison) =>
      (['noneSeen', 'notInspected', 'suspected', 'confirmed'] as const).map((disease) =>
        honeyUse({ poison, disease, debris: true, zone: true, treatedLately: true }),
      ),
    );
    expect(
      unsaid(
        uses.flatMap(({ notes }) => notes),
        HONEY_NOTES,
      ),
    ).toEqual([]);
    expect(unsaid(LOSS_REASONS, LOSS_WORDS)).toEqual([]);
  });
});
