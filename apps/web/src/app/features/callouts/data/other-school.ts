import type { ReunitePlan } from '@yewridge/core/callouts';

/** What keepers of another school would do, and what they gain by it: neither way is proven. */
export function otherSchool({ tasks, notes }: Pick<ReunitePlan, 'tasks' | 'notes'>): readonly string[] {
  const join = tasks.find(({ code }) => code === 'join');
  const restrained = tasks.some(({ code }) => code === 'restraintIn');
  const said: string[] = [];
  if (join?.reason === 'clustered') {
    said.push('Another school joins them the same evening: one trip less. Neither is proven.');
  }
  if (join?.reason === 'brood-holds') {
    said.push(
      'Another school lets the bees rest a night first: they walk up quieter, and the brood waits in the cold.',
    );
  }
  if (restrained) {
    said.push(
      'Another school gives a frame of brood in place of cage or excluder: nothing to take out, but foreign brood may bring disease.',
    );
  } else if (notes.includes('offer-brood')) {
    said.push(
      'Another school holds them by an excluder in place of a brood frame: no foreign brood, and no disease with it.',
    );
  }
  return said;
}
