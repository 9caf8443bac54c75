/**
 * How often a trap wants a look.
 * Source: rule of thumb; bees fill the room that few frames leave with wild comb within days.
 */
import { givenAt, wholeAt } from '../errors/index.js';

/** Days between looks that a trap with so many frames allows. @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function checkInterval(frames: number): 4 | 7 | 14 {
  givenAt(frames, 'frames');
  const count = wholeAt(frames, 'frames', { min: 0 });
  if (count <= 3) return 4;
  return count <= 7 ? 7 : 14;
}
