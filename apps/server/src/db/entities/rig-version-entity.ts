import type { FreezeReason } from '@yewridge/contract/suction';
import type { Rig } from '@yewridge/core/suction';
import { Check, Column, Entity, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { RigEntity } from './rig-entity.js';

/** A rig as it was when it was kept or calibrated. Rows are written once. */
@Entity({ name: 'rig_version' })
@Check('ck_rig_version_version', 'version >= 1')
@Check('ck_rig_version_document', 'json_valid(document)')
export class RigVersionEntity {
  @PrimaryColumn({ type: 'text', name: 'rig_id' })
  rigId!: string;

  @PrimaryColumn({ type: 'integer' })
  version!: number;

  @Column({ type: 'simple-json' })
  document!: Rig;

  @Column({ type: 'text', name: 'frozen_at_utc' })
  frozenAt!: string;

  @Column({ type: 'text' })
  reason!: FreezeReason;

  @ManyToOne(() => RigEntity, { onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'rig_id', foreignKeyConstraintName: 'fk_rig_version_rig' })
  rig?: Relation<RigEntity>;
}
