import { Y2023, Y2024 } from './vellmark-story-2023.js';
import { Y2025, Y2026 } from './vellmark-story-2025.js';
import type { StayStory } from './vellmark-story-words.js';

/** What happened to the traps of the Vellmark Swarm Watch, stay by stay; looks and lures between are drawn from a seed. */
export const VELLMARK_STAYS: readonly StayStory[] = [...Y2023, ...Y2024, ...Y2025, ...Y2026].map(
  ([trap, site, hung, down, caught, more = {}]) => ({ trap, site, hung, down, ...(caught ? { caught } : {}), ...more }),
);

/** Looks at the end of the fourth season so far, that the demo opens with: scouts a minute. */
export const VELLMARK_LATE_LOOKS: readonly (readonly [trap: string, at: string, scouts: number])[] = [
  ['V-07', '2026-05-11T17:40', 10],
  ['V-07', '2026-05-13T17:05', 25],
  ['V-12', '2026-05-12T10:20', 3],
  ['V-16', '2026-05-12T17:10', 3],
  ['V-02', '2026-05-12T16:30', 0],
  ['V-06', '2026-05-11T15:50', 0],
  ['V-09', '2026-05-13T16:15', 3],
  ['V-13', '2026-05-11T17:25', 0],
];

export const VELLMARK_BLOOMS: readonly (readonly [species: string, stage: 'firstBloom' | 'fullBloom', on: string])[] = [
  ['Dandelion', 'firstBloom', '2023-04-09'],
  ['Apple', 'fullBloom', '2023-05-04'],
  ['Dandelion', 'firstBloom', '2024-03-30'],
  ['Apple', 'fullBloom', '2024-04-24'],
  ['Dandelion', 'firstBloom', '2025-04-05'],
  ['Apple', 'fullBloom', '2025-04-30'],
  ['Dandelion', 'firstBloom', '2026-04-02'],
  ['Apple', 'fullBloom', '2026-04-27'],
];
