import type { Design } from '@yewridge/core/bench';
import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { DesignVersionEntity } from './design-version-entity.js';

/** One built trap. `as_built` is the design with the sizes of this trap, in m and m3. */
@Entity({ name: 'trap' })
@Check('ck_trap_revision', 'revision >= 1')
@Check('ck_trap_number', 'length(number) BETWEEN 1 AND 12')
@Check('ck_trap_as_built', 'json_valid(as_built)')
@Check('ck_trap_mass_kg', 'mass_kg IS NULL OR mass_kg > 0')
@Check('ck_trap_dark_combs', 'dark_combs >= 0')
@Index('ux_trap_number', ['number'], { unique: true, where: 'deleted_at_utc IS NULL' })
@Index('ix_trap_design_version', ['designId', 'designVersion'])
export class TrapEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'integer' })
  revision!: number;

  @Column({ type: 'text' })
  number!: string;

  @Column({ type: 'text', name: 'design_id' })
  designId!: string;

  @Column({ type: 'integer', name: 'design_version' })
  designVersion!: number;

  @Column({ type: 'simple-json', name: 'as_built' })
  asBuilt!: Design;

  @Column({ type: 'real', name: 'mass_kg', nullable: true })
  massKg!: number | null;

  @Column({ type: 'text', name: 'painted_on', nullable: true })
  paintedOn!: string | null;

  @Column({ type: 'integer', name: 'dark_combs' })
  darkCombs!: number;

  @Column({ type: 'text', name: 'comb_since', nullable: true })
  combSince!: string | null;

  @Column({ type: 'text' })
  condition!: string;

  @Column({ type: 'text' })
  owner!: string;

  @Column({ type: 'text' })
  note!: string;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;

  @Column({ type: 'text', name: 'updated_at_utc' })
  updatedAt!: string;

  @Column({ type: 'text', name: 'deleted_at_utc', nullable: true })
  deletedAt!: string | null;

  @ManyToOne(() => DesignVersionEntity, { onDelete: 'RESTRICT' })
  @JoinColumn([
    { name: 'design_id', referencedColumnName: 'designId', foreignKeyConstraintName: 'fk_trap_design_version' },
    { name: 'design_version', referencedColumnName: 'version', foreignKeyConstraintName: 'fk_trap_design_version' },
  ])
  builtTo?: Relation<DesignVersionEntity>;
}
