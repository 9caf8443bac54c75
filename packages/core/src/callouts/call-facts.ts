/**
 * What is asked of every call, and what follows from how high it is and how one gets there.
 *
 * Source: conventions on the safe side, each a named figure; local rules come first.
 */
import { LADDER_M } from '../catches/index.js';
import type { ACCESSES, CALL_KINDS, JOB_KINDS, PERMISSIONS, POISONS, REPAIRERS } from './call-words.js';
import { DomainError, type Fields, NON_NEGATIVE } from '../shared/errors/index.js';

export type CallKind = (typeof CALL_KINDS)[number];
export type JobKind = (typeof JOB_KINDS)[number];
export type Access = (typeof ACCESSES)[number];
export type Permission = (typeof PERMISSIONS)[number];
export type Repairer = (typeof REPAIRERS)[number];
export type Poison = (typeof POISONS)[number];

/** m: the highest a person reaches with both feet on the ground; above it there is a ladder. */
export const REACH = LADDER_M;
export const HEIGHT = { min: 0, max: 100 } as const;
export const MONTH = { min: 1, max: 12 } as const;
export const TEMPERATURE = { min: -60, max: 60 } as const;
export const PERSONS = { min: 1, max: 20 } as const;
export const CLUSTERS = { min: 1, max: 20 } as const;
export const BUILT_YEAR = { min: 1000, max: 2200 } as const;
/** Local less UTC, min. */
export const ZONE_OFFSET = { min: -1440, max: 1440 } as const;

/** Over what a person reaches, by a ladder or nobody knows how: then nothing is done outside daylight. */
export const byLadder = (heightM: number, access: Access): boolean =>
  heightM > REACH && (access === 'ladder' || access === 'unknown');

/** A range of a figure that is poorly known. */
export interface Spread {
  readonly low: number;
  readonly typical: number;
  readonly high: number;
}

/** @throws DomainError `CONFLICT` where it does not rise. */
export function spreadOf(fields: Fields, lowest = NON_NEGATIVE): Spread {
  const low = fields.number('low', lowest);
  const typical = fields.number('typical', NON_NEGATIVE);
  const high = fields.number('high', NON_NEGATIVE);
  if (low > typical || typical > high) {
    throw new DomainError('CONFLICT', fields.at('typical'), 'low, typical and high must rise', { value: typical });
  }
  return { low, typical, high };
}

const SLACK = 1e-9;
/** Up and down to the next whole, past the noise of a sum. */
export const ceilOf = (x: number): number => Math.ceil(x - SLACK);
export const floorOf = (x: number): number => Math.floor(x + SLACK);

/** A month as the north knows it. */
const northern = (month: number, south: boolean): number => (south ? ((month + 5) % 12) + 1 : month);
export const isLateSummer = (month: number, south: boolean): boolean => [8, 9].includes(northern(month, south));
/** Colonies and swarms that come so late are united, or declined. */
export const isLateSeason = (month: number, south: boolean): boolean =>
  [10, 11, 12, 1, 2].includes(northern(month, south));

/** A code, and whether it applies. */
export type Said = readonly [code: string, applies: boolean];
/** The codes that apply, in their order. */
export const codesOf = (said: readonly Said[]): readonly string[] =>
  said.filter(([, applies]) => applies).map(([code]) => code);
