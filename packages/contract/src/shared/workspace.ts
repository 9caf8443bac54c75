/** What the keeper has opened: their own records, or the made-up demo. */
export interface WorkspaceDto {
  readonly kind: 'own' | 'demo';
  readonly name: string;
  /** The server's now, as a UTC instant; in the demo it stands still. */
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
