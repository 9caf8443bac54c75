import { wallAt } from './wall-clock';

describe('the wall time of an instant', () => {
  const summer = new Date('2026-05-14T22:30:05.900Z');
  it('is of the day there, to the minute or to the second', () => {
    expect(wallAt(summer, 'Europe/Vienna')).toBe('2026-05-15T00:30');
    expect(wallAt(summer, 'Europe/Vienna', 'second')).toBe('2026-05-15T00:30:05');
    expect(wallAt(new Date('2026-01-14T22:30:05Z'), 'Europe/Vienna')).toBe('2026-01-14T23:30');
  });
});
