import { blank, type RecordDto } from '@yewridge/contract/season';
import { card, META, TODAY } from '../testing/colonies';
import { sizeWords, stageWords, stepsOf } from './catch-words';
import { askAboutSeason, carryAct, catchDaysFault, missingInCatch, sizeByMass } from './catch-acts';

describe('catches: one catch in words', () => {
  it('says how much there was in the reader’s units', () => {
    expect(sizeWords(card({ size: 'secondary', massKg: 0.7 }).caught, 'imperial')).toBe('1.5 lb, after-swarm');
    expect(sizeWords(card({ massKg: null, framesCovered: 5 }).caught, 'metric')).toBe('5 frames covered');
    expect(sizeWords(card({ massKg: null }).caught, 'metric')).toBe('size not said');
  });

  it('eggs seen is not settled yet', () => {
    const eggs = { ...META, id: 'f2', ...blank('followups', { catchId: 'c1', on: '2026-05-16', kind: 'laying' }) };
    const followups = [eggs as RecordDto<'followups'>];
    expect(stageWords(card({}, { stage: 'hived', followups }))).toBe('eggs seen');
    expect(stageWords(card({}, { stage: 'settled', followups }))).toBe('settled');
    expect(stageWords(card({}, { stage: 'hived' }))).toBe('hived');
  });

  it('tells the track oldest first', () => {
    const hived = {
      ...META,
      id: 'f1',
      ...blank('followups', { catchId: 'c1', on: '2026-05-16', kind: 'hived', frames: 6 }),
    } as RecordDto<'followups'>;
    const steps = stepsOf(
      card({ arrivedOn: '2026-05-10', wentTo: 'West apiary' }, { takenDownOn: '2026-05-15', followups: [hived] }),
    );
    expect(steps.map(({ what }) => what)).toEqual([
      'Arrived',
      'Found',
      'Carried away to West apiary',
      'Hived, 6 frames',
    ]);
  });
});

describe('catches: what is done', () => {
  it('a mass says the class, but an after-swarm stays one', () => {
    expect([0.9, 1, 2, 2.1].map((kg) => sizeByMass(kg, null))).toEqual(['small', 'medium', 'medium', 'large']);
    expect(sizeByMass(2.5, 'secondary')).toBe('secondary');
    expect(sizeByMass(null, 'small')).toBe('small');
  });

  it('carrying bees away ends the stay of the trap in one act', () => {
    const stay: RecordDto<'deployments'> = {
      ...META,
      id: 'd1',
      ...blank('deployments', { trapId: 't1', siteId: 's1', hungOn: '2026-04-05' }),
    };
    const { changes } = carryAct(card(), stay, TODAY, ' West apiary ');
    const fields = changes.map((change) => (change.op === 'put' ? change.fields : {}));
    expect(fields[0]).toEqual(
      jasmine.objectContaining({ takenDownOn: TODAY, endReason: 'occupied', hungOn: '2026-04-05' }),
    );
    expect(fields[1]?.['wentTo']).toBe('West apiary');
  });

  it('its two days are judged together: the same day is one, the day before is none', () => {
    const fault = (foundOn: string, arrivedOn: string): string | null => catchDaysFault({ foundOn, arrivedOn }, TODAY);
    expect([fault(TODAY, ''), fault(TODAY, '2026-05-13'), fault(TODAY, TODAY)]).toEqual([null, null, null]);
    expect(fault(TODAY, '2026-05-15')).toContain('Put the other day right too');
    expect(fault('', TODAY)).toContain('Say the day it was found');
    expect(fault('2026-05-15', TODAY)).toContain('15 May 2026 is still to come');
  });

  it('a catch wants to know how, and where: a trap, a site, a name or coordinates', () => {
    const missing = (said: Parameters<typeof missingInCatch>[0]): string | null => missingInCatch(said, TODAY);
    expect(missing({ foundOn: TODAY })).toBe('Still to say: how it was caught.');
    expect(missing({ foundOn: TODAY, method: 'trap' })).toBe('Still to say: in which trap.');
    expect(missing({ foundOn: TODAY, method: 'shaken', place: '  ' })).toContain('where it hung');
    const places = [{ siteId: 's1' }, { place: 'bakery' }, { placeLat: 0, placeLon: 0 }];
    expect(places.map((place) => missing({ foundOn: TODAY, method: 'vacuum', ...place }))).toEqual([null, null, null]);
  });

  it('a day is asked about when it is more than 30 days out of the season, of whatever year', () => {
    const season = { earliest: '2026-05-01', last: '2026-06-20', from: '2026-04-21', until: '2026-07-10' };
    const asked = ['2026-03-21', '2026-03-22', '2026-04-21', '2026-07-10', '2026-08-09', '2026-08-10', '2025-11-29'];
    expect(asked.map((day) => askAboutSeason(day, season) !== null)).toEqual([
      true,
      false,
      false,
      false,
      false,
      true,
      true,
    ]);
    expect(askAboutSeason('2026-12-24', null)).toBeNull();
  });
});
