import Joi from 'joi';
import { text, word } from '../shared/part-schemas.js';
import {
  type ChangePassphraseDto,
  INVITED_ROLES,
  type InviteDto,
  type JoinDto,
  MEMBER_LIMITS,
  type NewPasskeyDto,
  type PasskeyAnswerDto,
  type SaveMemberDto,
  type ShownPasskeyDto,
  type SignInDto,
} from './index.js';

const name = text(MEMBER_LIMITS.name).trim().min(1).required();
/** One that is tried: whether it is long enough is no question any more. */
const tried = text(MEMBER_LIMITS.passphrase.max).min(1).required();
const fresh = text(MEMBER_LIMITS.passphrase.max).min(MEMBER_LIMITS.passphrase.min).required();
const secret = Joi.string()
  .strict()
  .pattern(/^[\w-]{20,100}$/, 'the secret of a link')
  .required();

export const signInSchema = Joi.object<SignInDto>({ name, passphrase: tried });
export const accessOnSchema = Joi.object<SignInDto>({ name, passphrase: fresh });
export const joinSchema = Joi.object<JoinDto>({ secret, name, passphrase: fresh });
export const secretSchema = Joi.object<{ readonly secret: string }>({ secret });
export const changePassphraseSchema = Joi.object<ChangePassphraseDto>({ passphrase: tried, next: fresh.allow(null) });
export const newPasskeySchema = Joi.object<NewPasskeyDto>({ passphrase: tried.allow(null) });
const base64url = Joi.string()
  .strict()
  .max(20_000)
  .pattern(/^[\w-]+$/, 'base64url');
/** Of what it holds besides, the package that judges it reads what it needs. */
const proof = { clientDataJSON: base64url.required() };
const answer = {
  id: base64url.max(1400).required(),
  rawId: base64url.max(1400).required(),
  type: Joi.string().valid('public-key').required(),
  clientExtensionResults: Joi.object().unknown().required(),
  authenticatorAttachment: Joi.string().max(40),
};
export const madePasskeySchema = Joi.object<PasskeyAnswerDto>({
  ...answer,
  response: Joi.object({
    ...proof,
    attestationObject: base64url.required(),
    transports: Joi.array().items(Joi.string().max(20)).max(10),
  })
    .unknown()
    .required(),
});
export const shownPasskeySchema = Joi.object<ShownPasskeyDto>({
  ...answer,
  onlyAs: text(MEMBER_LIMITS.name).min(1),
  response: Joi.object({
    ...proof,
    authenticatorData: base64url.required(),
    signature: base64url.required(),
    userHandle: base64url.max(200),
  })
    .unknown()
    .required(),
});
/** By the name its maker gave it. */
export const passkeyIdSchema = Joi.object<{ readonly id: string }>({ id: base64url.max(1400).required() });
export const saveMemberSchema = Joi.object<SaveMemberDto>({
  role: word(['owner', 'keeper', 'helper']).required(),
  seesPeople: Joi.boolean().strict().required(),
});
export const inviteSchema = Joi.object<InviteDto>({
  role: word(INVITED_ROLES).required(),
  note: text(MEMBER_LIMITS.name).trim().allow('').required(),
});
export const networkSchema = Joi.object<{ readonly open: boolean }>({ open: Joi.boolean().strict().required() });
/** Whether a member who is removed keeps the name under what they wrote. */
export const removeMemberSchema = Joi.object<{ readonly name: 'stays' | 'erased' }>({
  name: word(['stays', 'erased']).default('stays'),
});
