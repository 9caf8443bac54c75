import { InjectionToken } from '@angular/core';
import { metresBetween, type Place } from '@yewridge/core/shared/geometry';
import { type Observable, of } from 'rxjs';

/**
 * A service that knows roads: how long a car takes between places, s from row to column, in the order they were given. A keeper's own
 * times come before it. Cancellation: whoever no longer listens takes the question back. Error: the service cannot be reached.
 */
export interface RoadTimes {
  readonly name: string;
  /** What it says is made up. */
  readonly simulated: boolean;
  times(places: readonly Place[]): Observable<readonly (readonly number[])[]>;
}
/** None is built in: whoever runs one gives it here. */
export const ROAD_TIMES = new InjectionToken<RoadTimes | null>('road times', {
  providedIn: 'root',
  factory: () => null,
});

const SPEED_MPS = 11;
const WINDING = { least: 1.15, span: 0.5 };

/** A stand-in for the demo: every way winds a little otherwise, by its ends alone, and uphill as downhill. */
export class SimulatedRoads implements RoadTimes {
  readonly name = 'the simulated road service';
  readonly simulated = true;

  times(places: readonly Place[]): Observable<readonly (readonly number[])[]> {
    const winding = (a: Place, b: Place): number => {
      const mixed = Math.sin((a.lat + b.lat) * 12_989.8 + (a.lon + b.lon) * 78_233.1) * 43_758.5;
      return WINDING.least + WINDING.span * (mixed - Math.floor(mixed));
    };
    return of(
      places.map((from) =>
        places.map((to) => (from === to ? 0 : Math.round((metresBetween(from, to) * winding(from, to)) / SPEED_MPS))),
      ),
    );
  }
}
