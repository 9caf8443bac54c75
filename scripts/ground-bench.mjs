/**
 * How long it takes to choose places, in a worker thread as on the page. Writes its section of docs/reference/performance.md.
 */
import { chooseSites, seasonPlan } from '@yewridge/core/ground';
import { randomFrom } from '@yewridge/core/shared/stats';
import { timed } from './timed.mjs';

const KINDS = ['woodEdge', 'hedgerow', 'loneTree', 'orchardEdge', 'building', 'fieldCorner', 'other'];

/** So many places and colonies on ten kilometres square. */
function ground(count, hives, seed) {
  const random = randomFrom(seed);
  const at = () => ({ lat: 47.4 + 0.09 * random.uniform(), lon: 13.2 + 0.13 * random.uniform() });
  return {
    places: Array.from({ length: count }, (_, n) => ({
      ...at(),
      id: `p${n}`,
      ownerId: n % 3 === 0 ? `o${n % 12}` : null,
      landmark: KINDS[random.int(KINDS.length)],
      permission: 'granted',
    })),
    colonies: Array.from({ length: hives }, () => ({ ...at(), swarms: 0.3 + 1.2 * random.uniform() })),
  };
}
const whole = (count, hives, traps, n) => {
  const { places, colonies } = ground(count, hives, n);
  const permission = ['granted'];
  return {
    places,
    colonies,
    traps,
    minSpacingM: 200,
    budgetS: null,
    permission,
    from: '2027-04-01',
    pinned: [],
    barred: [],
  };
};
const WORK = [
  [
    'choice of 40 of 2000 places, 300 colonies, 300 m apart (aim under 0.6 s)',
    (n) => {
      const { places, colonies } = ground(2000, 300, n);
      return chooseSites(places, colonies, 40, { minSpacingM: 300 });
    },
  ],
  ['a whole plan: 16 of 200 places, 3 colonies, curve, owners', (n) => seasonPlan(whole(200, 3, 16, n))],
  ['a whole plan: 16 of 200 places, no colony known', (n) => seasonPlan(whole(200, 0, 16, n))],
];

timed({ title: '## Where to hang', work: WORK, url: import.meta.url });
