import type { Ground, GroundSite } from '@yewridge/core/field';
import type { RecordDto } from '../season/record-dto.js';

export type { HangsHere as HangsHereDto, PastStay as PastStayDto } from '@yewridge/core/field';
export type GroundSiteDto = GroundSite<RecordDto<'sites'>, RecordDto<'owners'>>;
export type GroundDto = Ground<RecordDto<'sites'>, RecordDto<'owners'>, RecordDto<'colonies'>>;

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

/** Everything that is kept of a landowner, as they may ask to have it. */
export interface PersonDto {
  readonly person: RecordDto<'owners'>;
  readonly sites: readonly {
    readonly name: string;
    readonly permission: string;
    readonly permissionOn: string | null;
    readonly permissionUntil: string | null;
  }[];
  /** What was kept of them over time, oldest first. */
  readonly before: readonly { readonly at: string; readonly says: string; readonly was: RecordDto<'owners'> }[];
}
