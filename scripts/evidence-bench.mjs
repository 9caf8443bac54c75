/**
 * How long questions to the records take, in a worker thread as on the page. Writes its section of docs/reference/performance.md.
 */
import { poissonRegression, trialPower } from '@yewridge/core/evidence';
import { randomFrom } from '@yewridge/core/shared/stats';
import { timed } from './timed.mjs';

/** Records of so many stays at so many places in eight seasons, with so many questions. */
function records(rows, columns, sites, seed) {
  const random = randomFrom(seed);
  return {
    rows: Array.from({ length: rows }, (_, n) => ({
      y: random.uniform() < 0.3 ? 1 : 0,
      exposure: 20 + Math.floor(random.uniform() * 70),
      x: Object.fromEntries(columns.map(({ name }) => [name, random.normal()])),
      groups: { site: `s${n % sites}`, season: `y${n % 8}` },
    })),
    columns,
    groups: ['site', 'season'],
  };
}
const questions = (count) => Array.from({ length: count }, (_, n) => ({ name: `q${n}` }));
const WORK = [
  ['300 stays, 60 parameters (aim under 1 s)', (n) => poissonRegression(records(300, questions(8), 43, n))],
  ['600 stays, 283 parameters (aim under 3 s)', (n) => poissonRegression(records(600, questions(10), 264, n))],
  ['2000 stays, 295 parameters', (n) => poissonRegression(records(2000, questions(8), 278, n))],
  [
    'power of 20 pairs, 2000 games (aim under 0.5 s)',
    (n) => trialPower({ pairs: 20, ratePerDay: 0.004, ratio: 2, seed: n }),
  ],
];

timed({ title: '## Evidence', work: WORK, url: import.meta.url });
