import { Check, Column, Entity, Index, PrimaryColumn } from 'typeorm';

/** One thing a keeper did, kept once however often it is sent. */
@Entity({ name: 'act' })
@Check('ck_act_says', 'length(says) <= 160')
@Index('ix_act_at', ['at'])
export class ActEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text', name: 'at_utc' })
  at!: string;

  @Column({ type: 'text' })
  says!: string;

  /** What was sent, to tell a retry from another act under the same id. */
  @Column({ type: 'text', name: 'sent_sha256' })
  sentSha256!: string;

  @Column({ type: 'text', name: 'undone_by', nullable: true })
  undoneBy!: string | null;
}
