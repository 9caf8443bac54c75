import type { Design } from '@yewridge/core/bench';
import { Check, Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { DesignEntity } from './design-entity.js';

/** A design as it was when a trap was first built to it. Rows are written once. */
@Entity({ name: 'design_version' })
@Check('ck_design_version_version', 'version >= 1')
@Check('ck_design_version_document', 'json_valid(document)')
export class DesignVersionEntity {
  @PrimaryColumn({ type: 'text', name: 'design_id' })
  designId!: string;

  @PrimaryColumn({ type: 'integer' })
  version!: number;

  @Column({ type: 'simple-json' })
  document!: Design;

  @Column({ type: 'text', name: 'frozen_at_utc' })
  frozenAt!: string;

  @ManyToOne(() => DesignEntity, { onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'design_id', foreignKeyConstraintName: 'fk_design_version_design' })
  design?: Relation<DesignEntity>;
}
