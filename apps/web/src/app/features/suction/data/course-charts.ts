import type { AirPoint, GateLane, Rig, RigReadings } from '@yewridge/core/suction';
import { convert, DISPLAY, type UnitSystem } from '@yewridge/core/shared/units';
import { decimalText, figureOf } from '../../../shared/units/format';
import { type AirScene, beeX, courseX } from './air-scene';

/** A chart under the drawing: its line, its axis, and what is said on it. */
export interface CourseChart {
  readonly top: number;
  readonly bottom: number;
  readonly line: string;
  readonly area: string;
  readonly ticks: readonly { readonly y: number; readonly text: string }[];
  readonly labels: readonly {
    readonly x: number;
    readonly y: number;
    readonly text: string;
    readonly strong: boolean;
  }[];
  readonly bee: string | null;
  readonly band: { readonly x: number; readonly y: number; readonly width: number; readonly height: number } | null;
  readonly end: { readonly x: number; readonly y: number } | null;
}

const STEPS = [1, 2, 5];

/** A round top for an axis, and its ticks. */
function axisOf(most: number, ticks: number): { readonly top: number; readonly step: number } {
  const raw = Math.max(most, 1e-9) / ticks;
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = (STEPS.find((one) => one * power >= raw) ?? 10) * power;
  return { top: Math.ceil(most / step) * step, step };
}

function axisTicks(
  top: number,
  step: number,
  y: (value: number) => number,
): readonly { readonly y: number; readonly text: string }[] {
  const decimals = step < 1 ? 1 : 0;
  return Array.from({ length: Math.round(top / step) + 1 }, (_, n) => ({
    y: y(n * step),
    text: decimalText(n * step, decimals),
  }));
}

function path(points: readonly (readonly [number, number])[]): string {
  return points.map(([x, y], n) => `${n === 0 ? 'M' : 'L'}${x.toFixed(1)} ${y.toFixed(1)}`).join('');
}

interface Sheet {
  readonly scene: AirScene;
  readonly rig: Rig;
  readonly readings: RigReadings;
  readonly course: readonly AirPoint[];
  readonly system: UnitSystem;
}

/** Under-pressure, station by station. */
export function pressureChart(sheet: Sheet, top: number, height: number): CourseChart {
  const { scene, rig, course, system } = sheet;
  const { unit } = DISPLAY.pressure[system];
  const shown = (pa: number): number => convert({ value: pa, from: 'Pa', to: unit });
  const bottom = top + height;
  const { top: most, step } = axisOf(shown(Math.max(...course.map((one) => one.underPressure), 1)), 2);
  const y = (value: number): number => bottom - (value / most) * height;
  const points = course.map((one): [number, number] => [
    courseX(scene, one, rig.fitted !== null),
    y(shown(one.underPressure)),
  ]);
  const box = sheet.readings.state.underPressure.box;
  const mouth = sheet.readings.state.stations[0]?.static ?? 0;
  const at = (pa: number, x: number): CourseChart['labels'][number] => ({
    x,
    y: y(shown(pa)) - 4,
    text: figureOf(pa, 'pressure', system).text,
    strong: true,
  });
  return {
    top,
    bottom,
    line: path(points),
    area: `${path(points)}L${scene.x.source} ${bottom}L${scene.x.start} ${bottom}Z`,
    ticks: axisTicks(most, step, y),
    labels: [at(mouth, scene.x.mouth - 12), at(box, scene.x.port + 22)],
    bee: null,
    band: null,
    end: null,
  };
}

/** Speed of the air and of a typical bee; bees do not go beyond the far wall. */
export function speedChart(sheet: Sheet, lane: GateLane | null, top: number, height: number): CourseChart {
  const { scene, rig, readings, course, system } = sheet;
  const { unit } = DISPLAY.speed[system];
  const shown = (speed: number): number => convert({ value: speed, from: 'm/s', to: unit });
  const bottom = top + height;
  // The jet of the gate stands off the axis: it would flatten what bees meet.
  const met = course.filter(({ part }) => part !== 'gate').map((one) => one.speed);
  const { top: most, step } = axisOf(shown(Math.max(...met, lane?.spot.high ?? 0, 1)), 3);
  const y = (value: number): number => bottom - Math.min(1.06, value / most) * height;
  // Without a hose of its own the machine draws from a still plenum: no speed is told there.
  const told = course.filter(({ part, speed: at }) => part !== 'source' || at > 0);
  const points = told.map((one): [number, number] => [courseX(scene, one, rig.fitted !== null), y(shown(one.speed))]);
  const bees = readings.bee.course.map((one): [number, number] => [beeX(scene, rig, one), y(shown(one.speed))]);
  const last = bees.at(-1);
  const text = (speed: number): string => figureOf(speed, 'speed', system).text;
  const arrival = readings.bee.flight.arrivalSpeed;
  const gate = readings.state.speed.bleed;
  // On a narrow sheet the name of the chart stands there.
  const roomy = scene.width >= 620;
  const spot = lane?.spot;
  const bandHigh = spot?.high ?? 0;
  const bandLow = spot ? (spot.level === 'wide' ? spot.lowSure : spot.low) : 0;
  const x = scene.x.mouth;
  return {
    top,
    bottom,
    line: path(points),
    area: '',
    ticks: axisTicks(most, step, y),
    labels: [
      ...(roomy
        ? [
            {
              x: scene.x.port - 16,
              y: y(shown(readings.state.speed.hose)) - 5,
              text: text(readings.state.speed.hose),
              strong: true,
            },
          ]
        : []),
      ...(arrival !== null && last ? [{ x: last[0] - 18, y: last[1] - 6, text: text(arrival), strong: true }] : []),
      ...(gate > 0 ? [{ x: scene.x.gate, y: y(shown(gate)) - 5, text: text(gate), strong: true }] : []),
    ],
    bee: path(bees),
    band:
      spot && spot.level !== 'none' && bandHigh > bandLow
        ? {
            x,
            y: y(shown(bandHigh)),
            width: scene.x.port - x,
            height: y(shown(bandLow)) - y(shown(bandHigh)),
          }
        : null,
    end: last && arrival !== null ? { x: last[0], y: last[1] } : null,
  };
}
