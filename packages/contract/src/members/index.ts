import type { GuestView } from '@yewridge/core/field';

/** From the one who may do everything to the one who may look at little; a device has a key and no role. */
export const ROLES = ['owner', 'keeper', 'helper', 'guest'] as const;
export type Role = (typeof ROLES)[number];
/** What somebody may be invited as. */
export const INVITED_ROLES = ['keeper', 'helper', 'guest'] as const;
export type InvitedRole = (typeof INVITED_ROLES)[number];

export const MEMBER_LIMITS = {
  name: 60,
  /** Characters of a passphrase. */
  passphrase: { min: 12, max: 128 },
  members: 200,
  invitations: 100,
  /** Hours an invitation waits for its one use. */
  invitationHours: 48,
  /** Days a guest link opens, unless it is revoked before. */
  guestDays: 90,
  /** Days a session lasts that nobody uses, and at most. */
  sessionIdleDays: 30,
  sessionDays: 180,
  /** A helper writes what happened within so many days, and takes back what is not older than so many hours. */
  helperDays: 7,
  helperHours: 24,
  /** Passkeys of one member. */
  passkeys: 10,
  /** Minutes a passkey waits to be made or shown once it was asked for. */
  passkeyMinutes: 5,
  /** Who has no passphrase has signed in within so many minutes before another passkey is made. */
  freshMinutes: 10,
} as const;

export interface WhoDto {
  /** `null` for a guest, and alone on this computer, where nobody signs in. */
  readonly id: string | null;
  readonly name: string | null;
  readonly role: Role;
  /** Whether landowners and callers are told to them. */
  readonly seesPeople: boolean;
}
export interface SessionDto {
  /** Off: whoever sits at this computer is the owner, and nobody else is let in. */
  readonly access: 'off' | 'on';
  /** `null` without a session. */
  readonly who: WhoDto | null;
}

export interface MemberDto {
  readonly id: string;
  /** `null` once the name was erased. */
  readonly name: string | null;
  readonly role: Role;
  readonly seesPeople: boolean;
  readonly createdAt: string;
  readonly removedAt: string | null;
}
/** Somebody who can be given something to do. */
export interface HandDto {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
}
export interface InvitationDto {
  readonly id: string;
  readonly role: Role;
  /** Whom it is for, as the owner noted it. */
  readonly note: string;
  readonly createdAt: string;
  readonly expiresAt: string;
}
export interface MembersDto {
  readonly members: readonly MemberDto[];
  /** Those that still open. */
  readonly invitations: readonly InvitationDto[];
}
export interface DeviceSessionDto {
  readonly id: string;
  readonly memberId: string | null;
  /** Whose it is; `Guest` for a link. */
  readonly name: string;
  readonly role: Role;
  /** Browser and system, as it tells them. */
  readonly device: string;
  readonly createdAt: string;
  readonly lastSeenAt: string;
  /** The one that asks. */
  readonly here: boolean;
}
/** The secret is told once; only its digest is kept. */
export interface NewInvitationDto {
  readonly invitation: InvitationDto;
  readonly secret: string;
}
/** What an invitation says to whoever opens it. */
export interface OpenedInvitationDto {
  readonly role: Role;
  readonly workspace: string;
  readonly expiresAt: string;
  /** Set where it gives a member a new passphrase: their name. */
  readonly renews: string | null;
}

export interface SignInDto {
  readonly name: string;
  readonly passphrase: string;
}
export interface JoinDto extends SignInDto {
  readonly secret: string;
}
export interface ChangePassphraseDto {
  readonly passphrase: string;
  /** `null`: none any more, where a passkey lets them in. */
  readonly next: string | null;
}
/** A passkey of one's own; what it proves with never leaves the device. */
export interface PasskeyDto {
  readonly id: string;
  /** Browser and system it was made with, as they told it. */
  readonly device: string;
  readonly createdAt: string;
  readonly lastUsedAt: string | null;
}
export interface PasskeysDto {
  readonly items: readonly PasskeyDto[];
  /** Whether a passphrase lets them in as well. */
  readonly passphrase: boolean;
  /** Why none can be made at this address; `null` where one can. */
  readonly fault: string | null;
}
export interface NewPasskeyDto {
  /** `null` for who has none. */
  readonly passphrase: string | null;
}
/** What a browser answers when it has made a passkey or shown that it has one (Web Authentication, Level 3, section 5.10). */
export interface PasskeyAnswerDto {
  readonly id: string;
  readonly rawId: string;
  readonly type: 'public-key';
  readonly response: Readonly<Record<string, unknown>>;
  readonly clientExtensionResults: Readonly<Record<string, unknown>>;
  readonly authenticatorAttachment?: string;
}
export interface ShownPasskeyDto extends PasskeyAnswerDto {
  /** Whose things wait on the device: shown by anybody else, it does not sign in there. */
  readonly onlyAs?: string;
}
export interface SaveMemberDto {
  readonly role: Role;
  readonly seesPeople: boolean;
}
export interface InviteDto {
  readonly role: InvitedRole;
  readonly note: string;
}

/** What a guest is shown. */
export type GuestViewDto = GuestView;

/** The certificate a phone is to trust. */
export interface AuthorityDto {
  /** SHA-256, in pairs. */
  readonly fingerprint: string;
  readonly name: string;
  readonly until: string;
}
/** Whether phones in the same network are let in, and where. */
export interface NetworkDto {
  readonly open: boolean;
  /** Whole addresses, the best first. */
  readonly addresses: readonly string[];
  /** The small authority of this computer's own; `null` with certificate files, or behind a proxy. */
  readonly authority: AuthorityDto | null;
  /** Why it could not be opened. */
  readonly fault: string | null;
}
