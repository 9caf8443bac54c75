import { Check, Column, Entity, Index, JoinColumn, ManyToOne, PrimaryColumn, type Relation } from 'typeorm';
import { ActEntity } from './act-entity.js';
import type { StoredRecord } from './record-entities.js';

/** What one act did to one record; never changed. */
@Entity({ name: 'record_change' })
@Check('ck_record_change_after', 'json_valid(after)')
@Index('ix_record_change_record', ['tableName', 'recordId'])
export class RecordChangeEntity {
  @PrimaryColumn({ type: 'text', name: 'act_id' })
  actId!: string;

  /** Place within the act, from 0. */
  @PrimaryColumn({ type: 'integer' })
  place!: number;

  @Column({ type: 'text', name: 'table_name' })
  tableName!: string;

  @Column({ type: 'text', name: 'record_id' })
  recordId!: string;

  @Column({ type: 'simple-json', nullable: true })
  before!: StoredRecord | null;

  @Column({ type: 'simple-json' })
  after!: StoredRecord;

  @ManyToOne(() => ActEntity, { onDelete: 'RESTRICT' })
  @JoinColumn({ name: 'act_id', foreignKeyConstraintName: 'fk_record_change_act' })
  act?: Relation<ActEntity>;
}
