import type { KitStand } from '@yewridge/core/callouts';
import { KIT_NAMES, standSaid } from '../../../shared/calls/kit-words';
import type { TickLine } from '../ui/code-ticks';

/** What is packed, each with what Stores has of it. */
export function kitLines(
  items: readonly { readonly code: string; readonly count: number }[],
  stands: readonly KitStand[],
): readonly TickLine[] {
  return items.map(({ code, count }): TickLine => {
    const name = KIT_NAMES[code] ?? code;
    const line = { code, says: count === 1 ? name : `${count} × ${name}` };
    const stand = stands.find((one) => one.code === code);
    if (!stand) return line;
    const uncharged = stand.charged !== null && stand.charged < stand.wanted;
    return { ...line, small: standSaid(stand), warns: stand.missing > 0 || uncharged };
  });
}

/** How much of the list Stores can speak of. */
export function countedSaid(known: number, all: number): string {
  if (known === 0) return 'Stores counts none of it yet:';
  return known === all ? 'What is here, by Stores:' : `Stores counts ${known} of these ${all}:`;
}
