import type { CatchBoardDto, CatchCardDto } from '@yewridge/contract/catches';
import { blank, type Fields, type RecordDto } from '@yewridge/contract/season';
import { boardAnswer, boardColumns, cardWords, sizeWords, stepsOf } from './board-words';
import { askAboutSeason, carryAct, catchDaysFault, missingInCatch, sizeByMass } from './catch-acts';

const META = { revision: 1, createdAt: '', updatedAt: '', deletedAt: null };
const TODAY = '2026-05-14';
const card = (change: Partial<Fields<'catches'>> = {}, more: Partial<CatchCardDto> = {}): CatchCardDto => ({
  caught: {
    ...META,
    id: 'c1',
    ...blank('catches', { foundOn: '2026-05-13', deploymentId: 'd1', massKg: 1.9, ...change }),
  },
  stage: 'inTrap',
  trapId: 't1',
  number: 'V-11',
  siteId: 's1',
  place: 'Lower orchard',
  takenDownOn: null,
  followups: [],
  ...more,
});
const board = (...cards: readonly CatchCardDto[]): CatchBoardDto => ({ today: TODAY, cards });

describe('catches: the board', () => {
  it('keeps bees that wait in a trap on it, whatever the season', () => {
    const old = card({ foundOn: '2025-07-30' });
    const settled = card({ foundOn: '2025-05-30' }, { stage: 'settled' });
    const columns = boardColumns(board(old, settled), 2026, 'N', 'metric');
    expect(columns.map(({ stage, cards }) => [stage, cards.length])).toEqual([
      ['inTrap', 1],
      ['held', 0],
      ['hived', 0],
      ['settled', 0],
      ['lost', 0],
    ]);
    expect(boardAnswer(board(old, settled), 'N')).toBe('V-11 holds bees; 0 catches in 2026');
  });

  it('says what a card is in the reader’s units', () => {
    expect(cardWords(card(), TODAY, 'metric')).toEqual(
      jasmine.objectContaining({ title: 'V-11, Lower orchard', size: '1.9 kg' }),
    );
    expect(sizeWords(card({ size: 'secondary', massKg: 0.7 }).caught, 'imperial')).toBe('1.5 lb, after-swarm');
    expect(
      cardWords(card({ method: 'shaken', deploymentId: null }, { number: null, place: 'bakery' }), TODAY, 'metric')
        .title,
    ).toBe('hanging swarm, shaken, bakery');
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
