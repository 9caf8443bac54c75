import { type Design, type DesignCheck, designChecks, designReadings, type DesignSection } from '@yewridge/core/bench';
import { box, design } from './sample-design.js';

export const checks = (of: Design): readonly DesignCheck[] => designChecks(of, designReadings(of));
export const levelOf = (of: Design, code: string): string | undefined =>
  checks(of).find((one) => one.code === code)?.level;
export const found = (of: Design, code: string): DesignCheck => {
  const one = checks(of).find((check) => check.code === code);
  if (!one)
    throw new Error(
      `no ${code} among ${checks(of)
        .map(({ code: other }) => other)
        .join(', ')}`,
    );
  return one;
};
export const has = (of: Design, code: string): boolean => levelOf(of, code) !== undefined;
/** Just under, at and over a threshold. */
export const around = (at: number, step = 1e-5): readonly [number, number, number] => [at - step, at, at + step];

/** A box of the usual length. */
export const sized = (width: number, height: number, change: Partial<DesignSection> = {}): DesignSection =>
  box({ shape: { kind: 'box', length: 0.466725, width, height }, ...change });
/** Boxes on each other, without a door. */
export const stack = (...sections: readonly DesignSection[]): Design => design({ sections, entrances: [] });
