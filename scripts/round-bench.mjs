/**
 * How long it takes to plan a round, in a worker thread as on the page. Writes its section of docs/reference/performance.md.
 */
import { heldKarp, planDay, roundPlan, routeTour, travelMatrix } from '@yewridge/core/rounds';
import { randomFrom } from '@yewridge/core/shared/stats';
import { timed } from './timed.mjs';

const HOUR = 3600;
/** So many stops on ten kilometres square, the start first; every third by ladder, one with bees at dusk. */
function day(count, seed) {
  const random = randomFrom(seed);
  const matrix = travelMatrix(
    Array.from({ length: count + 1 }, () => ({
      lat: 47.4 + 0.09 * random.uniform(),
      lon: 13.2 + 0.13 * random.uniform(),
    })),
  );
  const stops = Array.from({ length: count }, (_, n) => ({
    id: `s${n}`,
    worth: 20 + random.int(80),
    must: n === 0,
    serviceS: 180 + random.int(900),
    from: n === 0 ? 21.1 * HOUR : null,
    until: n === 0 ? 22.1 * HOUR : n % 3 === 0 ? 20.6 * HOUR : null,
    light: n % 3 === 0 && n > 0,
  }));
  return { matrix, stops };
}
const asked = (count, seed, departS) => ({
  ...day(count, seed),
  departS,
  backByS: null,
  closed: true,
  sunsetS: 20.6 * HOUR,
  locked: [],
});
const WORK = [
  [
    'the order of 40 stops with hours (aim under 0.5 s)',
    (n) => {
      const { matrix, stops } = day(40, n);
      const windows = [null, ...stops.map(({ from, until }) => (until === null ? null : [from ?? 0, until]))];
      return routeTour({ matrix, service: [0, ...stops.map(({ serviceS }) => serviceS)], windows, departS: 8 * HOUR });
    },
  ],
  ['the quickest way through 12 stops, every order (aim under 0.2 s)', (n) => heldKarp(day(12, n).matrix)],
  [
    'which of 12 stops, every set (aim under 0.2 s)',
    (n) => {
      const { matrix, stops } = day(12, n);
      return planDay({
        matrix,
        values: [0, ...stops.map(({ worth }) => worth)],
        must: [false, ...stops.map(({ must }) => must)],
        service: [0, ...stops.map(({ serviceS }) => serviceS)],
        budgetS: 2 * HOUR,
      });
    },
  ],
  ['a whole evening of 12 stops, with what each costs', (n) => roundPlan(asked(12, n, 17 * HOUR))],
  ['a whole day of 40 stops, with what each costs', (n) => roundPlan(asked(40, n, 8 * HOUR))],
];

timed({ title: '## A day’s round', work: WORK, url: import.meta.url });
