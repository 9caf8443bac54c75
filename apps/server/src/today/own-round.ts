import { addDays } from '@yewridge/core/season';
import type { Database } from '../db/database.js';
import type { Who } from '../http/who.js';
import type { SeasonLog } from '../shared/season-log/season-log.js';
import type { CalendarDay } from '@yewridge/core/season';

/** A calendar keeps a week of what was. */
const DAYS_BACK = 7;

interface Stop {
  readonly on: string;
  readonly number: string;
  readonly site: string | null;
  readonly note: string | null;
}

/** The rounds that were given to a member, a day an event. */
export class OwnRound {
  constructor(
    private readonly database: Database,
    private readonly log: SeasonLog,
    /** An answer without the people they are not told. */
    private readonly told: <T>(who: Who, value: T) => Promise<T>,
  ) {}

  async days(who: Who): Promise<readonly CalendarDay[]> {
    const stops = await this.told(
      who,
      await this.database.source.query<readonly Stop[]>(
        `SELECT e."on" AS "on", t.number AS number, s.name AS site, e.note AS note
         FROM errands e JOIN deployments d ON d.id = e.deployment_id JOIN trap t ON t.id = d.trap_id
           LEFT JOIN sites s ON s.id = d.site_id
         WHERE e.member_id = ? AND e."on" >= ? AND e.deleted_at_utc IS NULL AND d.deleted_at_utc IS NULL
         ORDER BY e."on", t.number`,
        [who.memberId ?? '', addDays(this.log.today(), -DAYS_BACK)],
      ),
    );
    const days = [...new Set(stops.map(({ on }) => on))];
    return days.map((on) => {
      const ofDay = stops.filter((stop) => stop.on === on);
      const notes = [...new Set(ofDay.flatMap(({ note }) => (note === null ? [] : [note])))];
      const traps = ofDay.length === 1 ? '1 trap' : `${ofDay.length} traps`;
      return {
        id: `round-${who.memberId ?? ''}-${on}`,
        day: on,
        title: `Your round: ${traps}`,
        description: [
          ...ofDay.map(({ number, site }) => (site === null ? number : `${number}, ${site}`)),
          ...notes,
        ].join('\n'),
      };
    });
  }
}
