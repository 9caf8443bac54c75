import type { KitStand } from '@yewridge/core/callouts';
import { countedSaid, kitLines } from './kit-lines';

const stand = (change: Partial<KitStand>): KitStand => ({
  code: 'battery',
  wanted: 2,
  here: 2,
  lent: 0,
  lentTo: [],
  missing: 0,
  charged: null,
  ...change,
});
const line = (change: Partial<KitStand>) => kitLines([{ code: 'battery', count: 2 }], [stand(change)])[0]!;

describe('the list of what is packed, beside Stores', () => {
  it('warns of what is missing or not charged, just under what is wanted and not at it', () => {
    expect(line({}).warns).toBeFalse();
    expect(line({ here: 1, missing: 1 }).warns).toBeTrue();
    expect(line({ charged: 1 }).warns).toBeTrue();
    expect(line({ charged: 2 }).warns).toBeFalse();
  });

  it('says nothing of what Stores does not count', () => {
    expect(kitLines([{ code: 'saw', count: 1 }], [stand({})])).toEqual([{ code: 'saw', says: 'Saw' }]);
    expect(kitLines([{ code: 'suit', count: 3 }], [])[0]!.says).toBe('3 × Veils and suits');
  });

  it('says how much of the list it can speak of', () => {
    expect([countedSaid(0, 5), countedSaid(4, 5), countedSaid(5, 5)]).toEqual([
      'Stores counts none of it yet:',
      'Stores counts 4 of these 5:',
      'What is here, by Stores:',
    ]);
  });
});
