import { minuteAfter } from '@yewridge/core/shared/calendar';
import { honeyUse, timeOf, triageOf } from '@yewridge/core/callouts';
import { callOut, callsDto, NOW, piece, rig, sign, spell } from '../testing/calls';
import { callAnswer, moveFault, startBy } from './call-answer';
import { aboutLines, lossLines, nestLines } from './call-lines';
import { closingOf } from './closing';
import { heatSaid, restSaid } from './heat-words';
import { otherSchool } from './other-school';
import { kindCells, paceSaid } from './log-words';
import { honeySaid, lossSaid } from './taken-words';
import { callPlan, skyOn } from './call-plan';
import { ownersReport, reportPdf } from './report';

const answer = (one: ReturnType<typeof callOut>, now = NOW): string =>
  callAnswer(one, {
    triage: triageOf(one.call),
    time: null,
    plan: callPlan(one, callsDto([one]), now),
    day: NOW.slice(0, 10),
    now,
  });

describe('the call in one sentence', () => {
  it('in every state there can be', () => {
    expect(answer(callOut({ poison: 'unknown' }))).toBe('Ask on before you say yes');
    expect(answer(callOut({ state: 'planned' }))).toBe('Colony in a structure: planned');
    expect(answer(callOut({ state: 'onSite' }))).toBe('Tick the cautions, then start');
    expect(answer(callOut({ state: 'paused' }))).toBe('Work goes on: open the live screen');
    expect(answer(callOut({ state: 'closed' }))).toBe('Boxes shut: let them rest, or join them here');
    expect(answer(callOut({ state: 'resting', restPlace: 'barn' }))).toBe('At rest, barn');
    expect(answer(callOut({ state: 'settled' }))).toBe('Eggs seen: settled');
    expect(answer(callOut({ state: 'united', unitedWith: 'hive 3' }))).toBe('United with hive 3');
    expect(answer(callOut({ state: 'lost', reason: 'heat' }))).toBe('Lost: heat');
    expect(answer(callOut({ state: 'gone' }))).toBe('They had flown');
    expect(answer(callOut({ state: 'declined', reason: 'too far' }))).toBe('Declined: too far');
    expect(answer(callOut({ state: 'referred', referredTo: 'the firm' }))).toContain('Passed on to the firm');
    expect(answer(callOut({ state: 'abandoned' }))).toBe('Given up: the bees were let go');
  });

  it('at rest its next step with its hour, and a cage that is overdue before all', () => {
    const rest = { state: 'resting', stoppedAt: '2026-05-14T14:20:00' } as const;
    const brood = callOut(rest, {
      taken: { leftBehind: 'cup' },
      pieces: [piece('brood')],
      spells: [spell('2026-05-14T14:00:00', '2026-05-14T14:20:00')],
    });
    expect(answer(brood, '2026-05-14T14:30')).toMatch(/, now$/);
    const caged = callOut({ ...rest, kind: 'hangingSwarm' }, { taken: {}, signs: [sign('caged', '2026-05-14T13:52')] });
    expect(answer(caged, '2026-05-17T18:01')).toBe('Cage or excluder must come OUT now');
    expect(answer(caged, '2026-05-17T18:00')).not.toContain('OUT');
  });

  it('when to start: by the hour, with two people, on two days, or not today', () => {
    const time = timeOf(callOut({ combsSeen: 3, combLengthM: 0.3, combHeightM: 0.4 }).call, {
      date: '2026-05-15',
      place: { lat: 47.4, lon: 13.2, tzOffsetMin: 120, forecast: [] },
      sky: {},
    })!;
    const at = minuteAfter('2026-05-15T00:00', Math.floor(time.latestMin));
    expect(startBy({ ...time, advice: 'fits' }, '2026-05-15', NOW)).toBe(`Start by Fri 15 May, ${at.slice(11)}`);
    expect(startBy({ ...time, advice: 'tight' }, '2026-05-15', NOW)).toContain('it will be tight');
    expect(startBy({ ...time, advice: 'second-person' }, '2026-05-15', NOW)).toContain('two people');
    expect(startBy({ ...time, advice: 'two-days' }, '2026-05-15', NOW)).toContain('two days');
    expect(startBy({ ...time, advice: 'fits' }, '2026-05-15', minuteAfter(at, 1))).toBe(
      'Too late to start today: plan another day',
    );
    expect(startBy({ ...time, advice: 'fits' }, '2026-05-15', at)).toContain('Start by');
  });

  it('what stands against a move is one sentence', () => {
    expect(moveFault(callOut({ poison: 'unknown' }), 'plan')).toBe('Ask first whether it was sprayed.');
    expect(moveFault(callOut({ permission: 'asked' }), 'plan')).toBe('The owner has not agreed yet.');
    expect(moveFault(callOut({ kind: 'unknown' }), 'plan')).toContain('ask for a photo');
    expect(moveFault(callOut(), 'plan')).toBeNull();
    expect(moveFault(callOut({ state: 'closing' }, { taken: {} }), 'close', { boxesShut: true })).toBe(
      'Still to say: whether the queen was seen, how many were left behind.',
    );
  });
});

describe('what the sky and the clock say of a call', () => {
  it('light is left today alone, and a month has its half of the Earth', () => {
    const all = callsDto([]);
    const one = callOut();
    expect(skyOn('2026-05-14', all, one)).toEqual({
      tempC: null,
      windMps: null,
      minutesToSunset: 136,
      month: 5,
      south: false,
    });
    expect(skyOn('2026-05-15', all, one).minutesToSunset).toBeNull();
    const south = callOut({}, { where: { lat: -33, lon: 150, tzOffsetMin: 600, by: 'place' } });
    expect(skyOn('2026-05-14', all, south).south).toBeTrue();
    expect(skyOn('2026-05-14', { ...all, sunsetMin: null }, callOut({}, { where: null })).south).toBeNull();
  });

  it('nowhere on the Earth there are no steps', () => {
    const one = callOut({ state: 'resting', stoppedAt: '2026-05-14T14:20:00' }, { taken: {}, where: null });
    expect(callPlan(one, callsDto([one]), NOW)).toBeNull();
  });
});

describe('the lines of a call', () => {
  const fields = (lines: readonly { readonly field: string }[]): readonly string[] => lines.map(({ field }) => field);
  it('ask of a wall what is asked of walls, and of a swarm what is asked of swarms', () => {
    expect(fields(aboutLines('structure', []))).toContain('wiring');
    expect(fields(aboutLines('hangingSwarm', []))).not.toContain('wiring');
    expect(fields(aboutLines('hangingSwarm', []))).toContain('shakeable');
    expect(fields(aboutLines('trapTooHeavy', []))).toContain('trapMassKg');
    expect(fields(nestLines('groundOrBush'))).toEqual(['beesExpected']);
    expect(fields(nestLines('structure')).length).toBe(7);
  });
  it('offer our sites right after the place, where there are any', () => {
    const sites = [{ id: 's1', name: 'Old weir' }];
    const lines = aboutLines('structure', sites);
    expect(fields(lines).slice(0, 3)).toEqual(['place', 'siteId', 'caller']);
    expect(lines[1]!.choices).toEqual(sites);
    expect(fields(aboutLines('structure', []))).not.toContain('siteId');
  });
  it('speed is asked where anything was sucked', () => {
    expect(fields(lossLines(callOut({}, { taken: {} })))).not.toContain('speedMps');
    expect(fields(lossLines(callOut({}, { taken: {}, spells: [spell('2026-05-14T18:00:00', null)] })))).toContain(
      'speedMps',
    );
    expect(fields(lossLines(null))).not.toContain('speedMps');
  });
});

describe('the words of what finished jobs came to', () => {
  const log = {
    kind: 'structure',
    jobs: 2,
    timed: 2,
    planned: 300,
    taken: 420,
    ratios: [1.3, 1.5],
    dead: 50,
    queens: 1,
    settled: 1,
    lost: 1,
  } as const;
  it('say how the keeper’s jobs stand to the table, and whether plans go by them yet', () => {
    const said = (...ratios: readonly number[]): string | null => paceSaid({ ...log, ratios });
    expect(said(1.3, 1.5)).toBe(
      'Colony in a structure: your 2 jobs took 1.4 times the table; plans go by the table until there are 3.',
    );
    expect(said(1.4)).toContain(': one job took 1.4 times the table;');
    expect(said(1.3, 1.4, 1.5)).toBe(
      'Colony in a structure: your 3 jobs took 1.4 times the table, and plans go by that.',
    );
    expect(said(0.8, 0.8, 0.8)).toContain('until there are 8.');
    expect(said()).toBeNull();
    expect(kindCells(log).taken).toBe('420');
    expect(kindCells({ ...log, timed: 0 }).planned).toBe('not known');
  });
});

describe('how long a box bears its bees', () => {
  const clock = (moveWithin: number | null, outlastsTravel = true) => ({
    timeToWarning: null,
    timeToDanger: null,
    moveWithin,
    outlastsTravel,
  });
  it('is said as when to have moved it, and what the road asks', () => {
    expect(heatSaid({ shut: clock(599), mesh: clock(null) })).toEqual([
      'Box with its mesh open: not warm within two hours; shut: move it within 9 min. Shade and water outside in any case.',
    ]);
    expect(heatSaid({ shut: clock(300, false), mesh: clock(900) }).at(-1)).toContain('does not bear the road');
  });
  it('go on while it rests, with how long it has stood', () => {
    const stood = (since: string | null): string => restSaid({ shut: clock(599), mesh: clock(null) }, since, NOW)[0]!;
    expect(stood('2026-05-14T17:31')).toBe('It has stood 49 min.');
    expect(stood('2026-05-14T16:20')).toBe('It has stood 2 h 0 min.');
    expect(stood('2026-05-14T19:00')).toBe('It has stood 0 min.');
    expect(stood(null)).toContain('Box with its mesh open');
  });
});

describe('the words of the other school', () => {
  const task = (code: string, reason: string) => ({ code, reason }) as never;
  it('say what it gains, by what this plan does', () => {
    const said = (tasks: readonly never[], notes: readonly string[] = []): string =>
      otherSchool({ tasks, notes: notes }).join(' ');
    expect(said([task('join', 'clustered')])).toContain('same evening: one trip less');
    expect(said([task('join', 'brood-holds')])).toContain('rest a night first');
    expect(said([task('restraintIn', 'cage')])).toContain('foreign brood may bring disease');
    expect(said([], ['offer-brood'])).toContain('no foreign brood');
    expect(said([task('restraintIn', 'cage')], ['offer-brood'])).not.toContain('by an excluder');
    expect(said([task('rest', 'cool-dark')])).toBe('');
  });
});

describe('closing down', () => {
  const codes = (one: ReturnType<typeof callOut>, with_: Parameters<typeof closingOf>[1]) =>
    closingOf(one, with_).lines.map(({ code }) => code);
  it('goes by the rig’s layout until the boxes are on the road; what comes at home is in the plan', () => {
    const one = callOut({ state: 'closing' }, { taken: {}, pieces: [piece('brood')] });
    const order = codes(one, rig());
    expect(order.slice(0, 2)).toEqual(['last-look', 'clear-hose']);
    expect(order.indexOf('shut-port')).toBeLessThan(order.indexOf('source-off'));
    expect(order.slice(-3)).toEqual(['strap', 'load-shaded-mesh-free', 'shade-cool-dark']);
    expect(order).not.toContain('count-dead');
    expect(codes(one, rig({ layout: 'splitDeep' }))).toContain('stand-upright-slowly');
  });
  it('looks at the seams where there is more than one box, and warns of a gap nobody measured', () => {
    const boxes = (count: number) => codes(callOut({}, { taken: { boxes: count } }), rig());
    expect(boxes(1)).not.toContain('check-seams');
    expect(boxes(2)).toContain('check-seams');
    expect(closingOf(callOut({}, { taken: {} }), rig({ slotGap: null })).warnings[0]).toContain('Nobody has measured');
  });
  it('without a rig is done by hand', () => {
    expect(codes(callOut({ kind: 'hangingSwarm' }), null)).toEqual([
      'last-look',
      'shut-entrance',
      'open-mesh',
      'strap',
    ]);
  });
});

describe('what was taken, in words', () => {
  it('a job that counts says its share, another what it lacks', () => {
    expect(lossSaid({ counts: true, row: null, share: 0.0057, reasons: [], speedKind: 'arrival' })).toBe(
      'This job counts for your own limit: 0.57 % dead by suction.',
    );
    expect(
      lossSaid({ counts: false, row: null, share: null, reasons: ['heat', 'clogged'], speedKind: 'arrival' }),
    ).toBe('This job does not count for your own limit: heat killed, not speed; the screen was clogged.');
  });
  it('honey has one label, and no date where nothing may leave', () => {
    const use = (poison: 'no' | 'suspected', disease: 'noneSeen' | 'notInspected') =>
      honeySaid(honeyUse({ poison, disease })).label;
    expect(use('no', 'noneSeen')).toBe('The honey: may be eaten; quarantine 42 days.');
    expect(use('no', 'notInspected')).toBe('The honey: only back to these bees; quarantine 42 days.');
    expect(use('suspected', 'noneSeen')).toBe('The honey: not to be used.');
  });
});

describe('the report for the owner', () => {
  it('says the keeper’s words, and where there are none what the record says', () => {
    const one = callOut(
      {
        state: 'settled',
        startedAt: '2026-05-14T10:00:00',
        stoppedAt: '2026-05-14T12:30:00',
        repairsBy: 'owner',
        fee: 80,
      },
      { taken: { leftBehind: 'cup' }, pieces: [piece('brood'), piece('honey')] },
    );
    const text = Object.fromEntries(ownersReport(one).parts.map(({ head, text: words }) => [head, words]));
    expect(text).toEqual({
      'What was found': 'Colony in a structure.',
      'What was done': 'The bees were taken. 1 comb of brood and 1 of honey were cut. Work took 150 minutes.',
      'What is left': 'A cup of bees was left behind; they are fetched on the evenings after.',
      'What is to be repaired': 'The hole is closed by the owner.',
      Cost: 'Fee: 80.',
    });
    const own = ownersReport({ ...one, call: { ...one.call, done: 'Cut and framed.' } });
    expect(own.parts.find(({ head }) => head === 'What was done')!.text).toBe('Cut and framed.');
    expect(ownersReport(callOut({ kind: 'hangingSwarm' })).parts.map(({ head }) => head)).toEqual(['What was found']);
  });

  it('is one page of PDF', async () => {
    const blob = await reportPdf(ownersReport(callOut({ found: 'Combs “behind” the boards' })), 'Ours', []);
    const text = new TextDecoder('latin1').decode(await blob.arrayBuffer());
    expect(text.startsWith('%PDF-')).toBeTrue();
    expect(text.match(/\/Type \/Page\b/g)?.length).toBe(1);
    expect(text).toContain('Combs "behind" the boards');
  });
});
