// The made-up clubs around the demo, as files of spells. Their seasons are played by chance from seeds: old comb catches more than
// twice as often there, height and shade do nothing. Written anew: node scripts/make-neighbours.mjs
import { mkdirSync, writeFileSync } from 'node:fs';
import { SHARED_FORMAT, SHARED_VERSION, sharedSpells } from '@yewridge/core/evidence';
import { randomFrom } from '@yewridge/core/shared/stats';

const FOLDER = new URL('../apps/web/public/neighbours/', import.meta.url);
const CLUBS = [
  { file: 'hollin-moor', keeper: 'k-5b1e90c2', seed: 11, rate: 0.006, spells: 120, lat: 48, lon: 13 },
  { file: 'sedge-lake', keeper: 'k-a07d44e1', seed: 23, rate: 0.0045, spells: 140, lat: 47, lon: 12 },
  { file: 'three-mills', keeper: 'k-c93f2b78', seed: 37, rate: 0.008, spells: 90, lat: 47, lon: 14 },
];
const COMB_TIMES = 2.3;
const LANDMARKS = ['hedgerow', 'orchardEdge', 'loneTree', 'building', 'woodEdge', 'openField'];
const SHADES = ['shade', 'partSun', 'fullSun'];
const MOST_DAYS = 90;
const pick = (random, list) => list[Math.floor(random.uniform() * list.length)];
const rounded = (value, parts) => Math.round(value * parts) / parts;

mkdirSync(FOLDER, { recursive: true });
for (const { file, keeper, seed, rate, spells: count, lat, lon } of CLUBS) {
  const random = randomFrom(seed);
  const spells = Array.from({ length: count }, (_, n) => {
    const season = 2022 + (n % 4);
    const comb = random.uniform() < 0.5 ? 'oldBrood' : 'none';
    const hung = Math.floor(30 + random.uniform() * (MOST_DAYS - 30));
    const perDay = rate * (comb === 'oldBrood' ? COMB_TIMES : 1) * Math.exp(0.5 * random.normal() - 0.125);
    const day = -Math.log(1 - random.uniform()) / perDay;
    const caught = day < hung;
    return {
      season,
      month: 4,
      days: caught ? Math.max(0.5, Math.floor(day)) : hung,
      caught: caught ? 1 : 0,
      why: caught ? 'occupied' : 'removed',
      height_m: rounded(1.5 + random.uniform() * 4, 10),
      facing_deg: Math.floor(random.uniform() * 360),
      volume_m3: rounded(0.025 + random.uniform() * 0.025, 1e4),
      entrance_m2: rounded(0.0007 + random.uniform() * 0.001, 1e5),
      comb,
      lure: random.uniform() < 0.7 ? 'lemongrassOil/swabInBag' : 'none',
      landmark: pick(random, LANDMARKS),
      shade: pick(random, SHADES),
      lat_deg: lat,
      lon_deg: lon,
    };
  });
  sharedSpells(spells);
  const text = JSON.stringify({ format: SHARED_FORMAT, version: SHARED_VERSION, keeper, madeOn: '2025-11-01', spells });
  writeFileSync(new URL(`${file}.spells.json`, FOLDER), `${text}\n`);
  const events = spells.reduce((sum, one) => sum + one.caught, 0);
  process.stdout.write(`${file}: ${spells.length} spells, ${events} catches\n`);
}
