import { z } from 'zod';
import { id } from '../record/ids';
import { ROLES } from './people';

// Who may come in: people as an administrator sees them, one-time links, passwords, second factors and the devices somebody is signed
// in on.

/** Invited: has a link and no password yet. Disabled: cannot sign in. Erased: the name is gone, what they did is kept. */
export const PERSON_STATES = ['active', 'invited', 'disabled', 'erased'] as const;

/** Letters, digits, dot, hyphen, underscore and @: what can be typed on any keyboard and looks like nothing else. */
export const loginName = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[a-z0-9][a-z0-9._@+-]{1,59}$/, {
    message: 'a sign-in name has 2 to 60 letters a to z, digits, or . _ - @ +, and begins with a letter or digit',
  });
export const personName = z.string().trim().min(1).max(120);

/** A person, as an administrator sees them. */
export const personView = z.object({
  id,
  name: z.string(),
  login: z.string(),
  role: z.enum(ROLES),
  state: z.enum(PERSON_STATES),
  districts: z.array(id),
  secondFactor: z.boolean(),
  signsInElsewhere: z.boolean(),
  /** Devices they are signed in on. */
  devices: z.number().int().nonnegative(),
  /** ISO time of the last contact of any of them. */
  lastSeen: z.string().nullable(),
});
export type PersonView = z.infer<typeof personView>;

export const invitation = z.strictObject({
  name: personName,
  login: loginName,
  role: z.enum(ROLES),
  districts: z.array(id).max(200).default([]),
});
export type Invitation = z.output<typeof invitation>;

/** What an administrator changes of a person; what is not named stays. */
export const personChange = z.strictObject({
  name: personName.optional(),
  role: z.enum(ROLES).optional(),
  districts: z.array(id).max(200).optional(),
  state: z.enum(['active', 'disabled']).optional(),
});
export type PersonChange = z.output<typeof personChange>;

/** A link that lets somebody set a password, once. It is shown once and kept nowhere. */
export const oneTimeLink = z.object({ path: z.string(), expiresAt: z.string() });
export type OneTimeLink = z.infer<typeof oneTimeLink>;
export const invited = z.object({ person: personView, link: oneTimeLink });

/** What whoever opens a link is shown before they set a password. */
export const linkView = z.object({ name: z.string(), login: z.string(), kind: z.enum(['invite', 'reset']), town: z.string() });
export type LinkView = z.infer<typeof linkView>;

export const password = z.string().min(1).max(200);
export const newPassword = z.strictObject({ password });
export const passwordChange = z.strictObject({ old: password, password });

/** A device somebody is signed in on. */
export const deviceView = z.object({
  id,
  /** In words, such as "Chrome on Android". */
  device: z.string(),
  beganAt: z.string().nullable(),
  lastSeen: z.string().nullable(),
  isThis: z.boolean(),
  /** Whether it was told to forget all it holds, and has not been in contact since. */
  toForget: z.boolean(),
});
export type DeviceView = z.infer<typeof deviceView>;

/** A second factor that is not switched on before its first code is given. */
export const factorOffer = z.object({ secret: z.string(), uri: z.string() });
/** A second factor is put on and taken off with the password; whoever signs in elsewhere may have none. */
export const factorAsk = z.strictObject({ password: z.string().max(200).default('') });
export const factorCode = z.strictObject({ code: z.string().trim().min(6).max(40) });
export const factorOff = factorAsk.extend({ code: z.string().trim().min(6).max(40) });
export const recoveryCodes = z.object({ codes: z.array(z.string()) });

/** What anybody may know before they sign in. */
export const about = z.object({
  kind: z.enum(['demonstration', 'town']),
  name: z.string(),
  /** Whom to write to about security or access; empty where nobody said. */
  contact: z.string(),
  /** Days that a device without contact may show what it holds. */
  unattendedDays: z.number().int().default(14),
  /** What people call the place where the organisation signs in; null where it does so here. */
  provider: z.string().nullable().default(null),
});
export type About = z.infer<typeof about>;

export const PASSWORDS_FOR = ['everybody', 'administrators'] as const;
export const FACTOR_FOR = ['nobody', 'administrators', 'everybody'] as const;
/** How access is kept. */
export const accessRules = z.strictObject({
  /** Who must have a second factor. */
  factorFor: z.enum(FACTOR_FOR).default('nobody'),
  /** A device that had no contact for so many days shows nothing of what it holds before it has; what waits to be sent stays. */
  unattendedDays: z.number().int().min(1).max(60).default(14),
  contact: z.string().trim().max(200).default(''),
  /** Who may sign in with a password where the organisation signs in elsewhere too. */
  passwordsFor: z.enum(PASSWORDS_FOR).default('everybody'),
  /** The name of somebody who does not work here any more is replaced after so many months; null: it is kept. */
  eraseAfterMonths: z.number().int().min(1).max(120).nullable().default(null),
});
export type AccessRules = z.output<typeof accessRules>;
