import { timeOf } from './time-of';

const VIENNA = 'Europe/Vienna';

describe('when something was, as of now', () => {
  it('is the hour alone on the same day there, and day and hour on another', () => {
    expect(timeOf('2026-05-14T16:20:00Z', '2026-05-14T21:59:00Z', VIENNA)).toBe('18:20');
    // A minute later it is the next day in Vienna, and in Greenwich not yet.
    expect(timeOf('2026-05-14T16:20:00Z', '2026-05-14T22:00:00Z', VIENNA)).toBe('Thu 14 May, 18:20');
    expect(timeOf('2026-05-14T16:20:00Z', '2026-05-14T22:00:00Z', 'UTC')).toBe('16:20');
  });
});
