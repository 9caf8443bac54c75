import type { KitStand } from '@yewridge/core/callouts';
import { standSaid } from './kit-words';

const stand = (change: Partial<KitStand>): KitStand => ({
  code: 'suit',
  wanted: 2,
  here: 2,
  lent: 0,
  lentTo: [],
  missing: 0,
  charged: null,
  ...change,
});

describe('what Stores has of what is packed', () => {
  it('says what is here, and how many where it is not just what is wanted', () => {
    expect(standSaid(stand({}))).toBe('here');
    expect(standSaid(stand({ here: 3 }))).toBe('3 here');
    expect(standSaid(stand({ here: 1 }))).toBe('1 of 2 here');
    expect(standSaid(stand({ here: 0 }))).toBe('none here');
  });

  it('says with whom the rest is, or that somebody has it', () => {
    expect(standSaid(stand({ here: 1, lent: 2, lentTo: ['Alma'] }))).toBe('1 of 2 here, 2 lent to Alma');
    expect(standSaid(stand({ here: 0, lent: 2, lentTo: ['Alma', 'Jonas'] }))).toBe(
      'none here, 2 lent to Alma and Jonas',
    );
    expect(standSaid(stand({ lent: 1 }))).toBe('here, 1 lent out');
  });

  it('says of batteries how many are charged, up to as many as are wanted', () => {
    expect([0, 1, 2, 3].map((charged) => standSaid(stand({ here: 3, charged })))).toEqual([
      '3 here, not charged',
      '3 here, 1 charged',
      '3 here, charged',
      '3 here, charged',
    ]);
  });
});
