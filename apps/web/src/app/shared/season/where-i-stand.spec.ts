import { TestBed } from '@angular/core/testing';
import { GEOLOCATION, NoStanding, type Standing, StandingHere, WhereIStand } from './where-i-stand';

describe('where I stand', () => {
  let found: PositionCallback;
  let failed: PositionErrorCallback;
  let options: PositionOptions | undefined;
  let asked: number;

  function where(there = true): WhereIStand {
    asked = 0;
    const getCurrentPosition = (yes: PositionCallback, no: PositionErrorCallback, how?: PositionOptions): void => {
      [found, failed, options] = [yes, no, how];
      asked++;
    };
    TestBed.resetTestingModule();
    TestBed.configureTestingModule({
      providers: [{ provide: GEOLOCATION, useValue: there ? { getCurrentPosition } : null }],
    });
    return TestBed.inject(WhereIStand);
  }
  function told(place: WhereIStand): { readonly at: Standing[]; readonly why: string[] } {
    const heard = { at: [] as Standing[], why: [] as string[] };
    place.ask().subscribe({
      next: (standing) => heard.at.push(standing),
      error: (error: unknown) => heard.why.push(error instanceof NoStanding ? error.message : 'another error'),
    });
    return heard;
  }

  it('is asked of the phone only when somebody listens, afresh and as exactly as it can', () => {
    const asks = where().ask();
    expect(asked).toBe(0);
    asks.subscribe();
    expect([asked, options?.maximumAge, options?.enableHighAccuracy]).toEqual([1, 0, true]);
  });

  it('is told once, with how far off it may be', () => {
    const heard = told(where());
    const coords = { latitude: 47.4, longitude: 13.2, accuracy: 12, altitude: null };
    found({ coords } as GeolocationPosition);
    expect(heard.at).toEqual([{ lat: 47.4, lon: 13.2, accuracy: 12, altitude: null }]);
  });

  for (const [code, says] of [
    [1, 'may not ask'],
    [2, 'does not know'],
    [3, 'within 20 seconds'],
    [9, 'does not know'],
  ] as const) {
    it(`refused with ${code} it is said what to do`, () => {
      const heard = told(where());
      failed({ code } as GeolocationPositionError);
      expect(heard.why).toEqual([jasmine.stringContaining(says)]);
    });
  }

  it('where a browser has no such thing, the map is there', () => {
    expect(told(where(false)).why).toEqual([jasmine.stringContaining('Touch the map')]);
  });

  it('asked of a page again, the newer answer counts; refused, the one before stays and it is said why', () => {
    where();
    const here = TestBed.runInInjectionContext(() => new StandingHere());
    const coords = (latitude: number): GeolocationPosition =>
      ({ coords: { latitude, longitude: 13.2, accuracy: 12, altitude: null } }) as GeolocationPosition;
    here.ask();
    expect([here.asking(), here.at()]).toEqual([true, null]);
    const first = found;
    here.ask();
    found(coords(47.5));
    first(coords(47.4));
    expect([here.asking(), here.at()?.lat]).toEqual([false, 47.5]);
    here.ask();
    failed({ code: 1 } as GeolocationPositionError);
    expect([here.asking(), here.at()?.lat, here.why()]).toEqual([false, 47.5, jasmine.stringContaining('may not ask')]);
    here.ask();
    expect(here.why()).toBeNull();
  });
});
