import type { Role } from '@yewridge/contract/members';

/** `open`: to anybody, signed in or not. `device`: by a key of its own, which the route itself asks for. */
export type Right = readonly Role[] | 'open' | 'device';

const OWNER: Right = ['owner'];
const KEEPERS: Right = ['owner', 'keeper'];
const MEMBERS: Right = ['owner', 'keeper', 'helper'];
const ALL: Right = ['owner', 'keeper', 'helper', 'guest'];

/**
 * Who may ask for what: every route by its method and path, as the description of the API writes them. What stands nowhere here is
 * nobody's. What a role sees of an answer, and what a helper may write, is not told here: `people.ts`, `member-rules.ts`.
 */
export const ACCESS: Readonly<Record<string, Right>> = {
  'GET /health': 'open',
  'GET /openapi.json': 'open',
  'GET /workspace': ALL,
  'POST /workspace/clock': KEEPERS,
  'GET /workspace/sight/{id}': MEMBERS,

  'GET /session': 'open',
  'POST /session': 'open',
  'DELETE /session': ALL,
  'PUT /session/passphrase': MEMBERS,
  'POST /session/passkey/asked': 'open',
  'POST /session/passkey': 'open',
  'GET /session/passkeys': MEMBERS,
  'POST /session/passkeys': MEMBERS,
  'POST /session/passkeys/asked': MEMBERS,
  'DELETE /session/passkeys/{id}': MEMBERS,
  'GET /sessions': MEMBERS,
  'DELETE /sessions/{id}': MEMBERS,
  'PUT /access': OWNER,
  'DELETE /access': OWNER,
  'GET /members': OWNER,
  'GET /members/names': MEMBERS,
  'PUT /members/{id}': OWNER,
  'DELETE /members/{id}': OWNER,
  'POST /members/{id}/renewal': OWNER,
  'POST /invitations': OWNER,
  'DELETE /invitations/{id}': OWNER,
  'POST /invitations/opened': 'open',
  'POST /invitations/joined': 'open',
  'POST /invitations/visited': 'open',
  'GET /guest': ALL,
  'GET /network': OWNER,
  'PUT /network': OWNER,
  'GET /network/authority': 'open',
  'GET /network/authority.crt': 'open',

  'GET /designs': MEMBERS,
  'GET /designs/{id}': MEMBERS,
  'PUT /designs/{id}': KEEPERS,
  'DELETE /designs/{id}': KEEPERS,
  'POST /designs/{id}/restore': KEEPERS,
  'GET /designs/{id}/versions': MEMBERS,
  'GET /rigs': MEMBERS,
  'GET /rigs/{id}': MEMBERS,
  'PUT /rigs/{id}': KEEPERS,
  'DELETE /rigs/{id}': KEEPERS,
  'POST /rigs/{id}/restore': KEEPERS,
  'GET /rigs/{id}/versions': MEMBERS,
  'POST /rigs/{id}/versions': KEEPERS,
  'GET /rigs/{id}/battery': MEMBERS,
  'GET /rigs/{id}/manometer': MEMBERS,
  'GET /traps': MEMBERS,
  'POST /traps': KEEPERS,
  'GET /traps/{id}': MEMBERS,
  'PUT /traps/{id}': KEEPERS,
  'DELETE /traps/{id}': KEEPERS,
  'POST /traps/{id}/restore': KEEPERS,

  'GET /acts': MEMBERS,
  'PUT /acts/{id}': MEMBERS,
  'POST /acts/known': MEMBERS,
  'POST /acts/{id}/undo': MEMBERS,
  'GET /records/{table}': MEMBERS,
  'GET /records/{table}/{id}': MEMBERS,
  'GET /records/{table}/{id}/changes': MEMBERS,
  'GET /rounds/due': MEMBERS,
  'GET /rounds/ribbon': MEMBERS,
  'GET /rounds/summary': MEMBERS,
  'GET /evidence': MEMBERS,
  'GET /ground': MEMBERS,
  'GET /ground/layers': MEMBERS,
  'GET /ground/layers/{id}': MEMBERS,
  'PUT /ground/layers/{id}': KEEPERS,
  'DELETE /ground/layers/{id}': KEEPERS,
  'GET /people/{id}': KEEPERS,
  'DELETE /people/{id}': KEEPERS,
  'GET /catches/{id}/plan': MEMBERS,
  'GET /catches/board': MEMBERS,
  'GET /catches/track': MEMBERS,
  'GET /callouts': MEMBERS,
  'GET /callouts/{id}': MEMBERS,
  'GET /callouts/{id}/probe': MEMBERS,
  'GET /today': MEMBERS,
  'GET /today/season': MEMBERS,
  'GET /today/steps.ics': MEMBERS,
  'GET /today/calendars': MEMBERS,
  'POST /today/calendars': MEMBERS,
  'DELETE /today/calendars/{id}': MEMBERS,
  'GET /calendar/{file}': 'device',

  'GET /devices': MEMBERS,
  'POST /devices': KEEPERS,
  'DELETE /devices/{id}': KEEPERS,
  'POST /devices/{id}/readings': 'device',
  'GET /readings': MEMBERS,
  'GET /readings/stream': MEMBERS,

  'GET /changes': MEMBERS,
  'GET /changes/past': MEMBERS,
  'GET /changes/told': MEMBERS,
  'GET /changes/news': MEMBERS,

  'GET /files/tables': KEEPERS,
  'GET /files/tables/{table}': KEEPERS,
  'GET /files/sites.geojson': KEEPERS,
  'GET /files/sites.gpx': KEEPERS,
  'GET /files/backup.zip': KEEPERS,
  'GET /files/backup.json': KEEPERS,
  'POST /files/plan': KEEPERS,
  'PUT /files/taken/{id}': KEEPERS,
  'GET /files/progress/{id}': KEEPERS,
  'PUT /files/pictures/{id}': MEMBERS,
  'GET /files/pictures/{id}': MEMBERS,
  // A copy is the whole database.
  'GET /files/copies': OWNER,
  'GET /files/copies/{name}': OWNER,
};

interface Row {
  readonly steps: readonly string[];
  readonly right: Right;
}
/** By method and number of steps: a request is held against few of them. */
const rows = new Map<string, readonly Row[]>();
const shape = (method: string, steps: readonly string[]): string => `${method} ${steps.length}`;
for (const [route, right] of Object.entries(ACCESS)) {
  const [method = '', path = ''] = route.split(' ');
  const steps = path.slice(1).split('/');
  rows.set(shape(method, steps), [...(rows.get(shape(method, steps)) ?? []), { steps, right }]);
}

/** Every right that a request needs; none where it stands in no row. A path that fits two rows needs both. */
export function rightsFor(method: string, path: string): readonly Right[] {
  const steps = path
    .replace(/^\/|\/$/g, '')
    .toLowerCase()
    .split('/');
  const fits = (row: Row): boolean =>
    row.steps.every((step, n) => step.startsWith('{') || step.toLowerCase() === steps[n]);
  return (rows.get(shape(method === 'HEAD' ? 'GET' : method, steps)) ?? []).filter(fits).map(({ right }) => right);
}
