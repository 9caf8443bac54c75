import type { MembersDto, NewInvitationDto, Role } from '@yewridge/contract/members';
import type { Response } from 'supertest';
import type { Bench } from './support.js';

export const OWNER = { name: 'Rosa Tiller', passphrase: 'a lantern in the pear tree' };
export const API = '/api/v1';

export const cookieIn = (response: Response): string =>
  String((response.headers['set-cookie'] as unknown as readonly string[])[0]).split(';')[0]!;

/** Switches members on. @returns the owner's cookie. */
export async function switchOn(bench: Bench): Promise<string> {
  const answer = await bench.http.put(`${API}/access`).send(OWNER);
  expect(answer.status).toBe(201);
  return cookieIn(answer);
}

/** A link of a role. */
export async function invited(bench: Bench, owner: string, role: Exclude<Role, 'owner'>): Promise<string> {
  const answer = await bench.http.post(`${API}/invitations`).set('Cookie', owner).send({ role, note: role });
  expect(answer.status).toBe(201);
  return (answer.body as NewInvitationDto).secret;
}

export const passphraseOf = (name: string): string => `${name} likes wet boots`;

/** Somebody who came by a link. */
export async function joined(
  bench: Bench,
  owner: string,
  role: 'keeper' | 'helper',
  name: string,
): Promise<{ readonly cookie: string; readonly id: string }> {
  const secret = await invited(bench, owner, role);
  const answer = await bench.http
    .post(`${API}/invitations/joined`)
    .send({ secret, name, passphrase: passphraseOf(name) });
  expect(answer.status).toBe(201);
  const { members } = (await bench.http.get(`${API}/members`).set('Cookie', owner)).body as MembersDto;
  return { cookie: cookieIn(answer), id: members.find((one) => one.name === name)!.id };
}

export async function visiting(bench: Bench, owner: string): Promise<string> {
  const secret = await invited(bench, owner, 'guest');
  return cookieIn(await bench.http.post(`${API}/invitations/visited`).send({ secret }));
}
