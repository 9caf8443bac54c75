import { Check, Column, Entity, ForeignKey, Index, PrimaryColumn } from 'typeorm';

/** Somebody who signs in. Removed, they stay under what they wrote, by name or without. */
@Entity({ name: 'member' })
@Check('ck_member_role', "role IN ('owner', 'keeper', 'helper')")
@Check('ck_member_name', 'length(name) BETWEEN 1 AND 60')
@Index('ux_member_name', ['nameKey'], { unique: true })
export class MemberEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text', nullable: true })
  name!: string | null;

  /** The name as it is compared: small letters, composed; `null` once removed, so that another may have it. */
  @Column({ type: 'text', name: 'name_key', nullable: true })
  nameKey!: string | null;

  @Column({ type: 'text' })
  role!: 'owner' | 'keeper' | 'helper';

  @Column({ type: 'boolean', name: 'sees_people' })
  seesPeople!: boolean;

  /** What is kept of the passphrase; nothing opens once it is `null`. */
  @Column({ type: 'text', nullable: true })
  passphrase!: string | null;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;

  @Column({ type: 'text', name: 'removed_at_utc', nullable: true })
  removedAt!: string | null;
}

/** A link that lets somebody in: once, a guest's until it is revoked. */
@Entity({ name: 'invitation' })
@Check('ck_invitation_role', "role IN ('owner', 'keeper', 'helper', 'guest')")
@Index('ux_invitation_secret', ['secretSha256'], { unique: true })
export class InvitationEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text', name: 'secret_sha256' })
  secretSha256!: string;

  @Column({ type: 'text' })
  role!: 'owner' | 'keeper' | 'helper' | 'guest';

  @Column({ type: 'text' })
  note!: string;

  /** The member it gives a new passphrase. */
  @ForeignKey(() => MemberEntity, { name: 'fk_invitation_member', onDelete: 'RESTRICT' })
  @Column({ type: 'text', name: 'renews', nullable: true })
  renews!: string | null;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;

  @Column({ type: 'text', name: 'expires_at_utc' })
  expiresAt!: string;

  @Column({ type: 'text', name: 'over_at_utc', nullable: true })
  overAt!: string | null;
}

/** A device that is signed in; one that is signed out has no row. */
@Entity({ name: 'session' })
@Check('ck_session_whose', '(member_id IS NULL) <> (invitation_id IS NULL)')
@Index('ux_session_secret', ['secretSha256'], { unique: true })
@Index('ix_session_former', ['formerSha256'])
export class SessionEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'text', name: 'secret_sha256' })
  secretSha256!: string;

  /** The secret before the last change of it: requests that were on their way still come with it. */
  @Column({ type: 'text', name: 'former_sha256', nullable: true })
  formerSha256!: string | null;

  @Column({ type: 'text', name: 'renewed_at_utc' })
  renewedAt!: string;

  /** The secret is to be another one: the role has changed. */
  @Column({ type: 'boolean', name: 'renew' })
  renew!: boolean;

  @ForeignKey(() => MemberEntity, { name: 'fk_session_member', onDelete: 'RESTRICT' })
  @Index('ix_session_member')
  @Column({ type: 'text', name: 'member_id', nullable: true })
  memberId!: string | null;

  /** A guest's link. */
  @ForeignKey(() => InvitationEntity, { name: 'fk_session_invitation', onDelete: 'RESTRICT' })
  @Column({ type: 'text', name: 'invitation_id', nullable: true })
  invitationId!: string | null;

  @Column({ type: 'text' })
  device!: string;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;

  @Column({ type: 'text', name: 'last_seen_at_utc' })
  lastSeenAt!: string;
}

/** A passkey of a member: the public half; the other never leaves their device. */
@Entity({ name: 'passkey' })
export class PasskeyEntity {
  /** As its maker named it, base64url. */
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @ForeignKey(() => MemberEntity, { name: 'fk_passkey_member', onDelete: 'RESTRICT' })
  @Index('ix_passkey_member')
  @Column({ type: 'text', name: 'member_id' })
  memberId!: string;

  /** COSE, base64url. */
  @Column({ type: 'text', name: 'public_key' })
  publicKey!: string;

  /** How often it was used, where its maker counts; one that falls was copied. */
  @Column({ type: 'integer' })
  counter!: number;

  @Column({ type: 'text' })
  device!: string;

  @Column({ type: 'text', name: 'created_at_utc' })
  createdAt!: string;

  @Column({ type: 'text', name: 'last_used_at_utc', nullable: true })
  lastUsedAt!: string | null;
}

/** Whether anybody signs in; one row. */
@Entity({ name: 'access' })
@Check('ck_access_one', "id = 'access'")
export class AccessEntity {
  @PrimaryColumn({ type: 'text' })
  id!: string;

  @Column({ type: 'boolean', name: 'is_on' })
  on!: boolean;

  /** Whether phones in the same network are let in. */
  @Column({ type: 'boolean', name: 'lets_phones_in' })
  letsPhonesIn!: boolean;
}

/** A row as it is read and passed on, which is no instance. */
type Plain<T> = { readonly [K in keyof T]: T[K] };
export type Member = Plain<MemberEntity>;
export type Invitation = Plain<InvitationEntity>;
export type Passkey = Plain<PasskeyEntity>;
