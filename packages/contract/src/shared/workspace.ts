/** What the keeper has opened: their own records, or the made-up demo. */
export interface WorkspaceDto {
  readonly kind: 'own' | 'demo';
  readonly name: string;
  /** The server's now, as a UTC instant; in the demo it stands still until it is put on. */
  readonly now: string;
  readonly timeZone: string;
  /** Whose year: a season is a calendar year in the north and July to June in the south. */
  readonly hemisphere: 'N' | 'S';
  readonly version: string;
  /** Tiles to lie under the map, where the keeper has set an address; `null` = none, and nothing is fetched from anywhere. */
  readonly tiles: MapTilesDto | null;
}

export interface MapTilesDto {
  /** With `{z}`, `{x}` and `{y}` in it. */
  readonly address: string;
  /** Whose they are, as whoever serves them wants it said. */
  readonly credit: string;
}

/** All API paths start here. */
export const API_BASE = '/api/v1';
/** Bytes a request body may have: a design of the largest allowed size is about 60 kB. */
export const MAX_BODY_BYTES = 256 * 1024;

/** How far the demo's clock is put on: a day or a week at the same hour, to dark, or to the morning. */
export const CLOCK_STEPS = ['day', 'week', 'dusk', 'morning'] as const;
export type ClockStep = (typeof CLOCK_STEPS)[number];
export interface StepClockDto {
  readonly by: ClockStep;
  /** The demo's now that it is put on from: sent twice, it goes on once. */
  readonly from: string;
}
