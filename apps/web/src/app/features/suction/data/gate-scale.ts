import { type GateLane, type Rig, rigSystem, openingForTarget } from '@yewridge/core/suction';
import { convert, DISPLAY, type UnitSystem } from '@yewridge/core/shared/units';
import { decimalText, figureOf } from '../../../shared/units/format';

/** A stretch of a lane, in shares of the plate's travel. */
export interface Zone {
  readonly kind: 'hard' | 'sure' | 'uncertain' | 'stalls';
  readonly from: number;
  readonly to: number;
}

/** Zones of a lane, left shut, right open; empty stretches are left out. */
export function laneZones(lane: GateLane): readonly Zone[] {
  const { fullTravel } = lane;
  const share = (travel: number): number => travel / fullTravel;
  const hard = share(lane.hardUpTo);
  const sure = Math.max(hard, share(lane.sureUpTo));
  const stalls = Math.max(sure, share(lane.stallsFrom));
  const zones: readonly Zone[] = [
    { kind: 'hard', from: 0, to: hard },
    { kind: 'sure', from: hard, to: sure },
    { kind: 'uncertain', from: sure, to: stalls },
    { kind: 'stalls', from: stalls, to: 1 },
  ];
  return zones.filter(({ from, to }) => to - from > 1e-6);
}

export const ZONE_WORDS: Readonly<Record<Zone['kind'], string>> = {
  hard: 'too hard',
  sure: 'carries surely',
  uncertain: 'uncertain',
  stalls: 'stalls',
};

/** What is wrong or right with a lane, in words. */
export function laneWords(lane: GateLane, system: UnitSystem): string {
  const at = (travel: number): string => figureOf(travel, 'length', system).text;
  if (lane.mark === null) {
    if (lane.spot.level === 'none') return 'no band';
    return lane.hardUpTo >= lane.fullTravel ? 'too hard even wide open' : 'stalls even shut';
  }
  const end = lane.spot.level === 'wide' ? lane.sureUpTo : lane.stallsFrom;
  const range = `${at(lane.hardUpTo)} to ${at(end)}`;
  return lane.spot.level === 'wide' ? `safe ${range}` : `try a few bees, ${range}`;
}

/** Which zone an opening lies in. */
export function zoneAt(lane: GateLane, opening: number): Zone['kind'] {
  return laneZones(lane).find(({ from, to }) => opening >= from - 1e-9 && opening <= to + 1e-9)?.kind ?? 'stalls';
}

/** Ticks of the plate's travel, in the reader's units. */
export function travelTicks(
  fullTravel: number,
  system: UnitSystem,
): readonly { readonly share: number; readonly text: string; readonly long: boolean }[] {
  const unit = system === 'metric' ? 0.001 : 0.0254 / 16;
  const every = system === 'metric' ? 10 : 8;
  const steps = Math.floor(fullTravel / unit + 1e-6);
  const thin = steps > 200 ? 5 : steps > 100 ? 2 : 1;
  return Array.from({ length: steps + 1 }, (_, n) => n)
    .filter((n) => n % thin === 0 || n % every === 0)
    .map((n) => ({
      share: (n * unit) / fullTravel,
      long: n % every === 0,
      text: n % every === 0 ? (system === 'metric' ? String(n) : figureOf(n * unit, 'length', system).text) : '',
    }));
}

/** Hose speeds of the fitted nozzle along the travel: round figures, each where the gate gives it. */
export function speedTicks(rig: Rig, system: UnitSystem): readonly { readonly share: number; readonly text: string }[] {
  const solved = rigSystem(rig);
  const { unit } = DISPLAY.speed[system];
  const target = (value: number): ReturnType<typeof openingForTarget> =>
    openingForTarget({ system: solved, target: { quantity: 'hoseSpeed', value } });
  const { shut, open } = target(1e-3);
  const shown = (speed: number): number => convert({ value: speed, from: 'm/s', to: unit });
  const low = shown(open);
  const high = shown(shut);
  if (!(high > low)) return [];
  const raw = (high - low) / 6;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = Math.max(0.5, ([1, 2, 5, 10].find((one) => one * power >= raw) ?? 10) * power);
  const ticks: { share: number; text: string }[] = [];
  for (let value = Math.ceil(low / step) * step; value <= high; value += step) {
    const found = target(convert({ value, from: unit, to: 'm/s' }));
    const near = ticks.some((one) => Math.abs(one.share - (found.opening ?? -1)) < 0.06);
    if (found.opening !== null && !near)
      ticks.push({ share: found.opening, text: decimalText(value, step < 1 ? 1 : 0) });
  }
  return ticks;
}
