/** A club of 400 traps and ten seasons, 80,000 looks, written straight into a database that the server has made. */
import Database from 'better-sqlite3';

const TRAPS = 400;
const SEASONS = 10;
const LOOKS = 20;
const NOW = '2026-05-14T16:00:00.000Z';
const FIRST = 2017;

const day = (year, number) => new Date(Date.UTC(year, 3, 1 + number)).toISOString().slice(0, 10);
const kept = { revision: 1, created_at_utc: NOW, updated_at_utc: NOW };

function inserter(database, table) {
  const prepared = new Map();
  return (row) => {
    const columns = Object.keys(row);
    const key = columns.join();
    if (!prepared.has(key)) {
      const names = columns.map((name) => `"${name}"`).join(', ');
      prepared.set(
        key,
        database.prepare(`INSERT INTO "${table}" (${names}) VALUES (${columns.map(() => '?').join(', ')})`),
      );
    }
    prepared.get(key).run(Object.values(row));
  };
}

/** One stay a trap and season; every third catches, the last season's still hang. */
function season(write, trap, year, last) {
  const id = `d${trap}-${year}`;
  const catches = (trap + year) % 3 === 0;
  const open = year === last;
  write.deployments({
    ...kept,
    id,
    trap_id: `t${trap}`,
    site_id: `s${trap}`,
    hung_on: day(year, trap % 10),
    taken_down_on: open ? null : day(year, catches ? 64 : 120),
    height_m: 2 + (trap % 3),
  });
  for (const at of [0, 30]) {
    write.baits({
      ...kept,
      id: `b${id}-${at}`,
      deployment_id: id,
      applied_on: day(year, 10 + at),
      carrier: 'swabInBag',
      substance: 'lemongrassOil',
    });
  }
  for (let n = 0; n < LOOKS; n++) {
    const on = day(year, 10 + (open ? n * 1.6 : n * 2.5));
    write.visits({
      ...kept,
      id: `v${id}-${n}`,
      deployment_id: id,
      at: `${on}T17:${String(n).padStart(2, '0')}`,
      at_utc: `${on}T15:${String(n).padStart(2, '0')}:00.000Z`,
      occupied: 0,
      scouts_per_min: (trap * n) % 7 === 0 ? 10 : 0,
    });
  }
  if (catches && !open)
    write.catches({
      ...kept,
      id: `c${id}`,
      deployment_id: id,
      found_on: day(year, 62),
      mass_kg: 1 + (trap % 15) / 10,
      method: 'trap',
    });
}

/** @returns how many looks there are. */
export function writeClub(file, design) {
  const database = new Database(file);
  const names = ['design', 'design_version', 'trap', 'sites', 'deployments', 'baits', 'visits', 'catches'];
  const write = Object.fromEntries(names.map((name) => [name, inserter(database, name)]));
  database.transaction(() => {
    const document = JSON.stringify(design);
    write.design({ ...kept, id: 'club', name: 'Club', document });
    write.design_version({ design_id: 'club', version: 1, document, frozen_at_utc: NOW });
    for (let trap = 0; trap < TRAPS; trap++) {
      write.trap({
        ...kept,
        id: `t${trap}`,
        number: `C-${String(trap).padStart(3, '0')}`,
        design_id: 'club',
        design_version: 1,
        as_built: document,
        dark_combs: 1,
        condition: 'good',
        owner: '',
        note: '',
      });
      write.sites({
        ...kept,
        id: `s${trap}`,
        name: `Site ${trap}`,
        lat: 47 + trap / 1000,
        lon: 13 + (trap % 20) / 100,
        permission: 'granted',
      });
      for (let year = FIRST; year < FIRST + SEASONS; year++) season(write, trap, year, FIRST + SEASONS - 1);
    }
  })();
  const { count } = database.prepare('SELECT count(*) AS count FROM visits').get();
  database.close();
  return count;
}

/** The rows that an answer is made of, read and written as JSON with nothing in between. */
export function plainReads(file) {
  const database = new Database(file, { readonly: true });
  const all = (...queries) => {
    const prepared = queries.map((sql) => database.prepare(sql));
    return () => JSON.stringify(prepared.map((query) => query.all()));
  };
  return {
    list: all('SELECT * FROM visits ORDER BY at LIMIT 500'),
    ribbon: all(
      `SELECT id, number, as_built FROM trap`,
      `SELECT * FROM deployments WHERE hung_on BETWEEN '2025-01-01' AND '2025-12-31'`,
      `SELECT id, deployment_id, at, scouts_per_min, occupied FROM visits WHERE at >= '2025-01-01' AND at < '2025-12-31U' ORDER BY at`,
      `SELECT id, deployment_id, applied_on, carrier FROM baits WHERE applied_on BETWEEN '2025-01-01' AND '2025-12-31'`,
      `SELECT id, deployment_id, found_on, mass_kg FROM catches WHERE found_on BETWEEN '2025-01-01' AND '2025-12-31'`,
    ),
    due: all(
      `SELECT id, number, as_built FROM trap`,
      `SELECT d.*, s.name FROM deployments d JOIN sites s ON s.id = d.site_id WHERE d.taken_down_on IS NULL`,
      `SELECT v.deployment_id, max(v.at), max(v.scouts_per_min) FROM visits v JOIN deployments d ON d.id = v.deployment_id
       WHERE d.taken_down_on IS NULL GROUP BY v.deployment_id`,
    ),
    summary: all(
      'SELECT * FROM deployments',
      'SELECT deployment_id, at, occupied FROM visits',
      'SELECT deployment_id, found_on, mass_kg FROM catches',
    ),
    close: () => database.close(),
  };
}
