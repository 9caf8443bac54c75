import { BORROWER_HIDDEN, CALLER_HIDDEN } from '@yewridge/contract/files';
import type { Database } from '../db/database.js';
import type { Who } from '../http/who.js';
import { secretDigest } from '../shared/keys/secret.js';

type Json = Readonly<Record<string, unknown>>;

/** Tables that tell of people. */
const TELLING = ['owners', 'callouts', 'kit', 'sites'];
const OWNER_HIDDEN = { name: 'the landowner', phone: null, address: null, notes: null };
/** What stands where a text had somebody's name, number or place in it. */
const MASK = '…';
/** Shorter than this a word is too common to be looked for in texts. */
const SHORTEST = 4;

/** What is left out of a record, told by its fields whatever it is wrapped in. */
function hiddenOf(record: Json): Json {
  if ('phone' in record && 'address' in record) return OWNER_HIDDEN;
  if ('caller' in record && 'callback' in record) return CALLER_HIDDEN;
  if ('lentTo' in record) return BORROWER_HIDDEN;
  return {};
}

/** Fields that are no text of a keeper's: a name that is also a word of ours must not break them. */
const NO_TEXT = /^(id|table|kind|code|state|method|permission|by|at|on|.*(Id|At|On|Is))$/;

/** What somebody is not told: words wherever they stand, and all landowners but these. */
export interface Untold {
  readonly words: RegExp | null;
  /** Owners of stops that are given to them today. */
  readonly but: ReadonlySet<string>;
}

/** An answer as somebody is told it to whom landowners and callers are not. */
export function withoutPeople(value: unknown, untold: Untold, key = ''): unknown {
  const { words, but } = untold;
  if (typeof value === 'string') return words === null || NO_TEXT.test(key) ? value : value.replace(words, MASK);
  if (typeof value !== 'object' || value === null) return value;
  if (Array.isArray(value)) return value.map((one) => withoutPeople(one, untold, key));
  const record = value as Json;
  const hidden = but.has(String(record['id'])) ? {} : hiddenOf(record);
  return Object.fromEntries(
    Object.entries(record).map(([name, one]) => {
      if (name === 'ownerId') return [name, but.has(String(one)) ? one : null];
      return [name, name in hidden ? hidden[name] : withoutPeople(one, untold, name)];
    }),
  );
}

const QUOTED = /[.*+?^${}()|[\]\\]/g;

interface Told {
  readonly id: string | null;
  readonly word: string | null;
}

/** Who landowners and callers are, as it may stand in passing in any text: what was done, a line of today, a note. */
export class People {
  #known: { readonly version: string; readonly told: readonly Told[] } | null = null;

  constructor(
    private readonly database: Database,
    private readonly today: () => string,
  ) {}

  /** What is left out for a member who is not told people. */
  async untold(memberId: string | null): Promise<Untold> {
    const version = this.database.versionOf(TELLING);
    if (this.#known?.version !== version) this.#known = { version, told: await this.read() };
    const but = new Set(await this.given(memberId));
    const words = this.#known.told.flatMap(({ id, word }) =>
      (id !== null && but.has(id)) || word === null || word.trim().length < SHORTEST ? [] : [word.trim()],
    );
    return { but, words: words.length === 0 ? null : patternOf(words) };
  }

  /** Anything as a member is told it, where it is no answer of JSON. */
  async asTold<T>(who: Pick<Who, 'memberId' | 'seesPeople'>, value: T): Promise<T> {
    return who.seesPeople ? value : (withoutPeople(value, await this.untold(who.memberId)) as T);
  }

  /** Which people a member is told, in short: a replica of another is thrown away. */
  async told({ memberId, seesPeople }: Pick<Who, 'memberId' | 'seesPeople'>): Promise<string> {
    if (seesPeople) return 'whole';
    const given = (await this.given(memberId)).sort();
    return given.length === 0 ? 'noPeople' : `some-${secretDigest(given.join(' ')).slice(0, 12)}`;
  }

  /** Owners of the sites whose traps are given to them today. */
  private async given(memberId: string | null): Promise<string[]> {
    if (memberId === null) return [];
    const rows = await this.database.source.query<{ id: string }[]>(
      `SELECT DISTINCT s.owner_id AS id FROM errands e JOIN deployments d ON d.id = e.deployment_id
       JOIN sites s ON s.id = d.site_id
       WHERE e.member_id = ? AND e."on" = ? AND e.deleted_at_utc IS NULL AND s.owner_id IS NOT NULL`,
      [memberId, this.today()],
    );
    return rows.map(({ id }) => id);
  }

  private read(): Promise<readonly Told[]> {
    return this.database.source.query<Told[]>(
      `SELECT id, name AS word FROM owners UNION SELECT id, phone FROM owners UNION SELECT id, address FROM owners
       UNION SELECT NULL, caller FROM callouts UNION SELECT NULL, callback FROM callouts
       UNION SELECT NULL, permission_from FROM callouts UNION SELECT NULL, lent_to FROM kit
       UNION SELECT NULL, place FROM callouts
         WHERE NOT EXISTS (SELECT 1 FROM sites s WHERE instr(s.name, callouts.place) > 0)`,
    );
  }
}

/** Any of these words, whole; the longest first: of two that begin alike the whole one goes. */
function patternOf(words: readonly string[]): RegExp {
  const listed = [...words].sort((a, b) => b.length - a.length).map((one) => one.replace(QUOTED, '\\$&'));
  return new RegExp(`(?<![\\p{L}\\p{N}])(?:${listed.join('|')})(?![\\p{L}\\p{N}])`, 'gu');
}
