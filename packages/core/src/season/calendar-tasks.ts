/** Tasks as events of a calendar. Source: RFC 5545. */
import { addDays } from '../shared/calendar/index.js';

/** One event of a calendar: floating local times, as a keeper's telephone shows them wherever it is. */
export interface CalendarTask {
  /** Stays the same, so that an import again moves the event and makes no second one. */
  readonly id: string;
  /** `2026-05-14T21:05`. */
  readonly start: string;
  readonly end: string;
  readonly title: string;
  readonly description?: string;
}

/** The same of a whole day. */
export interface CalendarDay extends Omit<CalendarTask, 'start' | 'end'> {
  /** `2026-05-14`. */
  readonly day: string;
}

const LINE_OCTETS = 75;

/** Bytes of a character in UTF-8. */
function octetsOf(letter: string): number {
  const code = letter.codePointAt(0) ?? 0;
  if (code < 0x80) return 1;
  if (code < 0x800) return 2;
  return code < 0x10000 ? 3 : 4;
}

const escaped = (text: string): string =>
  text.replace(/[\\;,]/g, (letter) => `\\${letter}`).replace(/\r\n|\r|\n/g, '\\n');
const wall = (minute: string): string => `${minute.replace(/[-:]/g, '')}00`;

/** A line folded at 75 octets, never within a character; a continuation begins with a space that counts. */
function folded(line: string): string {
  const lines: string[] = [];
  let now = '';
  let octets = 0;
  for (const letter of line) {
    const size = octetsOf(letter);
    if (octets + size > LINE_OCTETS) {
      lines.push(now);
      now = ' ';
      octets = 1;
    }
    now += letter;
    octets += size;
  }
  return [...lines, now].join('\r\n');
}

const day = (date: string): string => date.replace(/-/g, '');
/** A whole day ends with the next one's beginning (RFC 5545, section 3.6.1). */
const spanOf = (task: CalendarTask | CalendarDay): readonly [string, string] =>
  'day' in task
    ? [`DTSTART;VALUE=DATE:${day(task.day)}`, `DTEND;VALUE=DATE:${day(addDays(task.day, 1))}`]
    : [`DTSTART:${wall(task.start)}`, `DTEND:${wall(task.end)}`];

/** RFC 5545. `stamp` is `20260514T162000Z`. */
export function tasksToIcs(tasks: readonly (CalendarTask | CalendarDay)[], stamp: string): string {
  const lines = [
    'BEGIN:VCALENDAR',
    'VERSION:2.0',
    'PRODID:-//Yewridge//Season//EN',
    ...tasks.flatMap((task) => [
      'BEGIN:VEVENT',
      `UID:${task.id}@yewridge.local`,
      `DTSTAMP:${stamp}`,
      ...spanOf(task),
      `SUMMARY:${escaped(task.title)}`,
      ...(task.description === undefined || task.description === ''
        ? []
        : [`DESCRIPTION:${escaped(task.description)}`]),
      'END:VEVENT',
    ]),
    'END:VCALENDAR',
  ];
  return `${lines.map(folded).join('\r\n')}\r\n`;
}
