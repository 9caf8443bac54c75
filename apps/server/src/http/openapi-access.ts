import {
  accessOnSchema,
  changePassphraseSchema,
  idSchema,
  inviteSchema,
  joinSchema,
  madePasskeySchema,
  networkSchema,
  newPasskeySchema,
  removeMemberSchema,
  saveMemberSchema,
  secretSchema,
  shownPasskeySchema,
  signInSchema,
} from '@yewridge/contract/schemas';
import type { ObjectSchema } from 'joi';
import { type Json, json, jsonSchema, parameters, refusals } from './openapi-parts.js';

const whole = { type: 'object' };
const nothing = { 204: { description: 'Done' } };
const body = (schema: ObjectSchema): Json => ({ required: true, ...json('', jsonSchema(schema)) });
const session = (what: string): Json => ({ 201: json(`${what}; its cookie holds the session`, whole) });
const id = parameters('path', idSchema);

/** Members, their devices, invitations, guests, and the door for phones. */
export const accessPaths = {
  '/session': {
    get: { summary: 'Whether anybody signs in, and who asks', responses: { 200: json('Who', whole) } },
    post: {
      summary: 'Sign in',
      requestBody: body(signInSchema),
      responses: { ...session('Signed in'), ...refusals('VALIDATION', 'WRONG_SIGN_IN', 'TOO_OFTEN', 'FOREIGN_ORIGIN') },
    },
    delete: { summary: 'Sign out', responses: { ...nothing, ...refusals('SIGN_IN') } },
  },
  '/session/passphrase': {
    put: {
      summary: 'Another passphrase; other devices are signed out',
      requestBody: body(changePassphraseSchema),
      responses: { ...session('Changed'), ...refusals('VALIDATION', 'WRONG_SIGN_IN', 'TOO_OFTEN') },
    },
  },
  '/session/passkey': {
    post: {
      summary: 'Sign in by a passkey: what the browser answered',
      requestBody: body(shownPasskeySchema),
      responses: { ...session('Signed in'), ...refusals('VALIDATION', 'WRONG_PASSKEY', 'TOO_OFTEN') },
    },
  },
  '/session/passkey/asked': {
    post: {
      summary: 'What a browser needs to show a passkey (Web Authentication)',
      responses: { 200: json('Options', whole), ...refusals('RULE', 'TOO_OFTEN') },
    },
  },
  '/session/passkeys': {
    get: { summary: 'Passkeys of one’s own', responses: { 200: json('Passkeys', whole) } },
    post: {
      summary: 'Keep a passkey: what the browser answered',
      requestBody: body(madePasskeySchema),
      responses: { 201: json('Kept', whole), ...refusals('VALIDATION', 'WRONG_PASSKEY') },
    },
  },
  '/session/passkeys/asked': {
    post: {
      summary: 'What a browser needs to make a passkey; asks for the passphrase once more',
      requestBody: body(newPasskeySchema),
      responses: { 200: json('Options', whole), ...refusals('VALIDATION', 'WRONG_SIGN_IN', 'RULE', 'TOO_OFTEN') },
    },
  },
  '/session/passkeys/{id}': {
    parameters: [{ name: 'id', in: 'path', required: true, schema: { type: 'string', maxLength: 1400 } }],
    delete: { summary: 'Remove a passkey', responses: { ...nothing, ...refusals('VALIDATION', 'NOT_FOUND', 'RULE') } },
  },
  '/sessions': {
    get: {
      summary: 'Devices that are signed in: one’s own, an owner’s all',
      responses: { 200: json('Devices', whole) },
    },
  },
  '/sessions/{id}': {
    parameters: id,
    delete: { summary: 'Sign a device out', responses: { ...nothing, ...refusals('VALIDATION', 'NOT_FOUND') } },
  },
  '/access': {
    put: {
      summary: 'Switch members on: the first owner',
      requestBody: body(accessOnSchema),
      responses: { ...session('Switched on'), ...refusals('VALIDATION', 'RULE') },
    },
    delete: { summary: 'Switch members off: everybody is signed out', responses: nothing },
  },
  '/members': { get: { summary: 'Members, and links that still open', responses: { 200: json('Members', whole) } } },
  '/members/names': {
    get: { summary: 'Who can be given something to do', responses: { 200: json('Names', whole) } },
  },
  '/members/{id}': {
    parameters: id,
    put: {
      summary: 'What a member may do',
      requestBody: body(saveMemberSchema),
      responses: { 200: json('Saved', whole), ...refusals('VALIDATION', 'NOT_FOUND', 'RULE') },
    },
    delete: {
      summary: 'Remove a member; what they wrote stays, under the name or without',
      parameters: parameters('query', removeMemberSchema),
      responses: { 200: json('Removed', whole), ...refusals('VALIDATION', 'NOT_FOUND', 'RULE') },
    },
  },
  '/members/{id}/renewal': {
    parameters: id,
    post: {
      summary: 'A link by which a member sets another passphrase, once',
      responses: { 201: json('The link’s secret, told once', whole), ...refusals('VALIDATION', 'NOT_FOUND') },
    },
  },
  '/invitations': {
    post: {
      summary: 'Invite somebody; the secret is told in this answer and never again',
      requestBody: body(inviteSchema),
      responses: { 201: json('Invited', whole), ...refusals('VALIDATION', 'RULE') },
    },
  },
  '/invitations/{id}': {
    parameters: id,
    delete: { summary: 'Take a link back', responses: { ...nothing, ...refusals('VALIDATION', 'NOT_FOUND') } },
  },
  '/invitations/opened': {
    post: {
      summary: 'What a link would let in as',
      requestBody: body(secretSchema),
      responses: { 200: json('The invitation', whole), ...refusals('VALIDATION', 'INVITATION_OVER', 'TOO_OFTEN') },
    },
  },
  '/invitations/joined': {
    post: {
      summary: 'Become a member by a link, once',
      requestBody: body(joinSchema),
      responses: { ...session('Joined'), ...refusals('VALIDATION', 'INVITATION_OVER', 'RULE', 'TOO_OFTEN') },
    },
  },
  '/invitations/visited': {
    post: {
      summary: 'Look by a guest’s link',
      requestBody: body(secretSchema),
      responses: { ...session('Let in'), ...refusals('VALIDATION', 'INVITATION_OVER', 'TOO_OFTEN') },
    },
  },
  '/guest': { get: { summary: 'The season in numbers, places to 500 m', responses: { 200: json('The view', whole) } } },
  '/network': {
    get: { summary: 'Whether phones are let in, and where', responses: { 200: json('The door', whole) } },
    put: {
      summary: 'Let phones in this network in, or no longer',
      requestBody: body(networkSchema),
      responses: { 200: json('The door', whole), ...refusals('VALIDATION', 'RULE') },
    },
  },
  '/network/authority': {
    get: {
      summary: 'Fingerprint of the certificate a phone is to trust',
      responses: { 200: json('The certificate in short', whole), ...refusals('NOT_FOUND') },
    },
  },
  '/network/authority.crt': {
    get: {
      summary: 'The certificate itself',
      responses: {
        200: { description: 'The certificate', content: { 'application/x-x509-ca-cert': {} } },
        ...refusals('NOT_FOUND'),
      },
    },
  },
};
