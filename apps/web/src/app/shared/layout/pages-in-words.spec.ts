import { rangeSaid } from './pages-in-words';

describe('where in a long list one is', () => {
  it('is said by its first and last row, of all', () => {
    expect(rangeSaid(0, 50, 634)).toBe('1 to 50 of 634');
    expect(rangeSaid(12, 50, 634)).toBe('601 to 634 of 634');
    expect(rangeSaid(0, 50, 12_000)).toBe('1 to 50 of 12,000');
  });

  it('names one row alone as itself, and an empty list as none', () => {
    expect(rangeSaid(1, 50, 51)).toBe('51 of 51');
    expect(rangeSaid(0, 50, 0)).toBe('none');
  });
});
