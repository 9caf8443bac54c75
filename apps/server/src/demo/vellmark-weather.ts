import { blank, type Fields } from '@yewridge/contract/season';
import { addDays, daysBetween, type IsoDate, type SimulatedDay, simWeather } from '@yewridge/core/season';
import type { DailyWeather, WeatherSource } from '../shared/instruments/instruments.js';

/** Warm days before the demo begins, and a cold snap foretold for the week after. */
const WEATHER_SEED = 481902;
const WEATHER_FROM: IsoDate = '2023-01-01';
/** So far a forecast looks ahead. */
export const FORECAST_DAYS = 10;

/** All days from the first season of the story to a day. */
export function vellmarkWeather(to: IsoDate): readonly SimulatedDay[] {
  const days = daysBetween(WEATHER_FROM, to) + 1;
  return simWeather({ seed: WEATHER_SEED, from: WEATHER_FROM, days, meanC: 9 });
}

export function weatherFields({ date, tMin, tMax, rainMm, windMps }: DailyWeather | SimulatedDay): Fields<'weather'> {
  return blank('weather', { date, tMinC: tMin, tMaxC: tMax, rainMm, windMps, source: 'simulated' });
}

/** The weather station on the mill roof: made up, and what it foretells comes true. */
export class SimulatedStation implements WeatherSource {
  readonly kind = 'simulated';

  daily(from: IsoDate, days: number): Promise<readonly DailyWeather[]> {
    const all = vellmarkWeather(addDays(from, days - 1));
    return Promise.resolve(
      all
        .slice(Math.max(0, daysBetween(WEATHER_FROM, from)))
        .map(({ date, tMin, tMax, rainMm, windMps }) => ({ date, tMin, tMax, rainMm, windMps, source: 'simulated' })),
    );
  }
}
