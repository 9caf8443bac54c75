import { Check, Column, Entity, PrimaryColumn } from 'typeorm';

/** A GeoJSON sheet under the map: the shipped landscape, or one the keeper added. */
@Entity({ name: 'map_layer' })
@Check('ck_map_layer_name', 'length(name) BETWEEN 1 AND 80')
@Check('ck_map_layer_geojson', 'json_valid(geojson)')
export class MapLayerEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'text' })
  geojson!: string;

  @Column({ type: 'boolean' })
  shown!: boolean;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;
}
