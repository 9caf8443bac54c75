import type { IsoDate } from '@yewridge/core/season';
import type { RecordDto } from '../season/record-dto.js';

/** What hangs at a site now. */
export interface HangsHereDto {
  readonly deploymentId: string;
  readonly trapId: string;
  readonly number: string;
  readonly hungOn: IsoDate;
  readonly heightM: number | null;
  readonly facingDeg: number | null;
  readonly hungBy: string | null;
  readonly beesIn: boolean;
  readonly lastScouts: number | null;
  readonly dueBy: IsoDate | null;
}
/** One stay of a trap at a site, and what came of it. */
export interface PastStayDto {
  readonly deploymentId: string;
  readonly number: string;
  readonly hungOn: IsoDate;
  readonly takenDownOn: IsoDate | null;
  readonly caught: {
    readonly id: string;
    readonly foundOn: IsoDate;
    readonly massKg: number | null;
  } | null;
}
export interface GroundSiteDto {
  readonly site: RecordDto<'sites'>;
  readonly owner: RecordDto<'owners'> | null;
  /** Traps that hang there now; more than one where a keeper wants it so. */
  readonly hangs: readonly HangsHereDto[];
  /** Oldest first. */
  readonly stays: readonly PastStayDto[];
}
export interface GroundDto {
  readonly today: IsoDate;
  readonly sites: readonly GroundSiteDto[];
  readonly colonies: readonly RecordDto<'colonies'>[];
}

/** A sheet under the map. */
export interface MapLayerDto {
  readonly id: string;
  readonly name: string;
  readonly shown: boolean;
}
export interface MapLayerWholeDto extends MapLayerDto {
  readonly geojson: unknown;
}

/** Which sheets lie under the map is the keeper's to say. */
export interface SaveMapLayerDto {
  readonly shown: boolean;
}
