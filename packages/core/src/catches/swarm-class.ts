/**
 * The class of a swarm by its mass: small below 1 kg, large above 2 kg of bees.
 * Source: convention; about 7000 to 8000 bees a kilogram, engorged ones fewer. An after-swarm is one whatever its mass.
 */
import { givenAt, NON_NEGATIVE, numberAt } from '../shared/errors/index.js';

const MEDIUM_KG = 1;
const LARGE_KG = 2;

/** @throws DomainError `MISSING`, `TYPE`, `RANGE`. */
export function swarmClass(massKg: number): 'small' | 'medium' | 'large' {
  givenAt(massKg, 'massKg');
  const mass = numberAt(massKg, 'massKg', NON_NEGATIVE);
  if (mass < MEDIUM_KG) return 'small';
  return mass <= LARGE_KG ? 'medium' : 'large';
}
