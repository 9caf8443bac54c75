import type { Rig } from '@yewridge/core/suction';
import { Check, Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** One bee vacuum; its document is read and saved whole, in SI (see docs/decisions/0002). */
@Entity({ name: 'rig' })
@Check('ck_rig_revision', 'revision >= 1')
@Check('ck_rig_document', 'json_valid(document)')
@Check('ck_rig_name', 'length(name) BETWEEN 1 AND 80')
@Index('ix_rig_updated_at', ['updatedAt'])
export class RigEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  revision!: number;

  /** Copied from the document, for sorting and finding. */
  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'simple-json' })
  document!: Rig;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;

  @Column({ type: 'text', name: 'updated_at_utc' })
  updatedAt!: string;

  @Column({ type: 'text', name: 'deleted_at_utc', nullable: true })
  deletedAt!: string | null;
}
