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

  /** When it was done, by the server's clock, where the device told; `at` is when it came. */
  @Column({ type: 'text', name: 'done_at_utc', nullable: true })
  doneAt!: string | null;

  /** How far that device's clock was ahead, s, where it was far off. */
  @Column({ type: 'integer', name: 'clock_ahead_s', nullable: true })
  clockAheadS!: number | null;

  /** The member who did it; members are kept in a file of their own, which no backup holds. */
  @Column({ type: 'text', name: 'member_id', nullable: true })
  memberId!: string | null;
}
