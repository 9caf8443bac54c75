import { blank, type Fields, type RecordDto } from '@yewridge/contract/season';
import { combLines, goodsGroups, shelfAnswer } from './shelf-words';

const META = { revision: 1, createdAt: '', updatedAt: '', deletedAt: null };
const comb = (id: string, change: Partial<Fields<'combs'>>): RecordDto<'combs'> => ({
  ...META,
  id,
  ...blank('combs', { name: id, drawnYear: 2024, state: 'spare', ...change }),
});
const goods = (id: string, change: Partial<Fields<'goods'>>): RecordDto<'goods'> => ({
  ...META,
  id,
  ...blank('goods', { name: id, kind: 'lure', count: 1, ...change }),
});

describe('stores: the shelf', () => {
  it('puts what is too old first and what was melted down last', () => {
    const lines = combLines(
      [
        comb('young', {}),
        comb('gone', { drawnYear: 2019, state: 'melted' }),
        comb('old', { drawnYear: 2021, trapId: 't3', state: 'inUse' }),
      ],
      new Map([['t3', 'V-03']]),
      2026,
    );
    expect(lines.map((line) => [line.comb.id, line.colour, line.where, line.due])).toEqual([
      ['old', 'white', 'in V-03', 'too old since 2026'],
      ['young', 'green', 'spare', 'take it out in 2029'],
      ['gone', 'green', 'melted down', ''],
    ]);
    expect(shelfAnswer(lines, [goods('a', { count: 24 }), goods('b', { kind: 'strap', count: 9 })])).toBe(
      '1 comb is too old; 24 lures left',
    );
  });

  it('tells boards in the reader’s units', () => {
    const larch = goods('larch', { kind: 'board', lengthM: 2.4, widthM: 0.24, thicknessM: 0.021, priceEach: 11.2 });
    expect(goodsGroups([larch], 'metric')).toEqual([
      { name: 'Boards', lines: [{ goods: larch, about: '2400 × 240 × 21 mm, 11.20 each' }] },
    ]);
    expect(goodsGroups([larch], 'imperial')[0]?.lines[0]?.about).toContain('94-1/2 × 9-7/16');
  });
});
