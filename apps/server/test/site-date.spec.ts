import { DateTime } from 'luxon';
import { instantIn, instantOf } from '../src/shared/season-log/site-date.js';

/** As the library tells it alone: nothing remembered. */
function plainly(minute: string, zone: string): string | null {
  const at = DateTime.fromISO(minute, { zone });
  if (!at.isValid || at.toFormat("yyyy-MM-dd'T'HH:mm") !== minute) return null;
  const [first = at] = at.getPossibleOffsets().sort((a, b) => a.toMillis() - b.toMillis());
  return first.toUTC().toISO();
}

const ZONES = ['Europe/Vienna', 'America/St_Johns', 'Australia/Lord_Howe', 'Asia/Kathmandu', 'Pacific/Apia', 'UTC'];

describe('the instant of a wall time', () => {
  it('is the one of the table of zones at every half hour of a year, the days of a changed clock included', () => {
    const wrong: string[] = [];
    for (const zone of ZONES) {
      let at = DateTime.fromISO('2026-01-01T00:10', { zone: 'UTC' });
      // Seven hours and a half: every hour of the day comes, in every week.
      for (let n = 0; n < 1170; n++, at = at.plus({ minutes: 450 })) {
        const minute = at.toFormat("yyyy-MM-dd'T'HH:mm");
        if (instantIn(minute, zone) !== plainly(minute, zone)) wrong.push(`${minute} ${zone}`);
      }
    }
    expect(wrong).toEqual([]);
  });

  it('is none in the hour that is left out, and the first of the two where an hour comes twice', () => {
    expect(instantIn('2026-03-29T01:59', 'Europe/Vienna')).toBe('2026-03-29T00:59:00.000Z');
    expect(instantIn('2026-03-29T02:00', 'Europe/Vienna')).toBeNull();
    expect(instantIn('2026-03-29T02:59', 'Europe/Vienna')).toBeNull();
    expect(instantIn('2026-03-29T03:00', 'Europe/Vienna')).toBe('2026-03-29T01:00:00.000Z');
    expect(instantIn('2026-10-25T02:30', 'Europe/Vienna')).toBe('2026-10-25T00:30:00.000Z');
    expect(instantIn('2026-10-25T03:00', 'Europe/Vienna')).toBe('2026-10-25T02:00:00.000Z');
  });

  it('is none for what is no minute of a day that is there', () => {
    for (const minute of [
      '2026-02-30T10:00',
      '2026-13-01T10:00',
      '2026-05-13T24:00',
      '2026-05-13',
      '2026-05-13T10:00:30',
    ])
      expect(instantIn(minute, 'Europe/Vienna')).withContext(minute).toBeNull();
  });

  it('is refused with the zone where nobody knows it, and with the minute where the clock jumps over it', () => {
    const faults = (minute: string, zone: string): unknown => {
      try {
        return instantOf(minute, zone, 'at');
      } catch (error) {
        return (error as { extra: { fields: { message: string }[] } }).extra.fields[0]?.message;
      }
    };
    expect(faults('2026-05-13T10:00', 'Europe/Vellmark')).toBe('"Europe/Vellmark" is not a time zone that is known');
    expect(faults('2026-03-29T02:30', 'Europe/Vienna')).toContain('the clock was put forward then');
    expect(faults('2026-05-13T10:00', 'Europe/Vienna')).toBe('2026-05-13T08:00:00.000Z');
  });
});
