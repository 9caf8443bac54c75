import type { Design } from '@yewridge/core/bench';
import { Check, Column, Entity, Index, PrimaryColumn } from 'typeorm';

/**
 * One design. Its document is one aggregate, read and saved whole, and holds lengths in m and volumes in m3
 * (see docs/decisions/0002).
 */
@Entity({ name: 'design' })
@Check('ck_design_revision', 'revision >= 1')
@Check('ck_design_document', 'json_valid(document)')
@Check('ck_design_name', 'length(name) BETWEEN 1 AND 80')
@Index('ix_design_updated_at', ['updatedAt'])
export class DesignEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  revision!: number;

  /** Copied from the document, for sorting and finding. */
  @Column({ type: 'text' })
  name!: string;

  @Column({ type: 'simple-json' })
  document!: Design;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;

  @Column({ type: 'text', name: 'updated_at_utc' })
  updatedAt!: string;

  @Column({ type: 'text', name: 'deleted_at_utc', nullable: true })
  deletedAt!: string | null;
}
