import { type InvitationDto, MEMBER_LIMITS, type NetworkDto, type Role } from '@yewridge/contract/members';
import { things } from '../../../shared/acts/things';
import { timeOf } from '../../../shared/field/time-of';
import { PATHS } from '../../../shared/routes/paths';

/** What each may do, in a line. */
export const ROLE_SAYS: Readonly<Record<Role, string>> = {
  owner: 'does everything, and lets others in',
  keeper: 'reads and writes all records',
  helper: 'logs looks, hangings, catches and calls; deletes nothing and sees no owners’ numbers',
  guest: 'sees the season in numbers and a map that shows no place closer than 500 m',
};

/** What stands against a new passphrase, before it is sent. */
export function passphraseFault(passphrase: string, again: string): string | null {
  const { min } = MEMBER_LIMITS.passphrase;
  if (passphrase.length < min) {
    return `Passphrase: ${passphrase.length} characters are fewer than ${min}. Four or five words of your own do well.`;
  }
  return passphrase === again ? null : 'The two passphrases differ: type the second one again.';
}
export function nameFault(name: string): string | null {
  return name.trim() === '' ? 'Type a name: it stands under what is written.' : null;
}

/** Where a link leads: phones need the address of the door, this computer alone its own. */
export function linkAddress({ role }: Pick<InvitationDto, 'role'>, secret: string, network: NetworkDto | null): string {
  const base = network?.addresses[0] ?? location.origin;
  return `${base}/${role === 'guest' ? PATHS.look : PATHS.join}#${secret}`;
}

/** A secret as it stands behind the # of an address, which no server and no log is told. */
export const secretIn = (fragment: string | null): string | null =>
  fragment !== null && /^[\w-]{20,100}$/.test(fragment) ? fragment : null;

/** When, by this device's clock: the hour alone where it is today. */
export const momentWords = (instant: string): string =>
  timeOf(instant, new Date().toISOString(), Intl.DateTimeFormat().resolvedOptions().timeZone);

/** What one did on this device is not sent under another's name: what stands against it, `null` where nothing does. */
export function othersWait(waiting: number, last: string | null, name: string): string | null {
  if (last === null || waiting === 0 || last.toLowerCase() === name.trim().toLowerCase()) return null;
  return `${waitsHere(waiting, last)}, and would be sent under your name. Let ${last} sign in once, save it as a file, or let it go.`;
}
/** `2 things done by Ivo wait on this device`. */
export function waitsHere(waiting: number, last: string | null): string {
  const by = last === null ? '' : ` done by ${last}`;
  return `${things(waiting)}${by} ${waiting === 1 ? 'waits' : 'wait'} on this device`;
}
