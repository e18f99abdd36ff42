import { string } from 'yup'
import type { RefusalCode } from '../errors/index.ts'
import { strict } from '../fields/index.ts'

/** Every code that an error answer can carry: its HTTP status and what it means. */
export const ERRORS = {
  invalid: { status: 400, means: 'A field breaks the contract; `field` says which.' },
  note: { status: 400, means: 'That is no note, or the instrument doesn’t have it.' },
  range: { status: 400, means: 'A number lies outside what is possible.' },
  sound: { status: 400, means: 'The sound can’t be analysed.' },
  tune: { status: 400, means: 'The music can’t be read or asked that.' },
  malformed: { status: 400, means: 'The body is not valid JSON.' },
  import: { status: 400, means: 'The file contradicts itself; nothing was changed.' },
  instrument: { status: 404, means: 'The instrument, system or chart isn’t there.' },
  'not-found': { status: 404, means: 'Nothing has this id.' },
  'no-such-route': { status: 404, means: 'There is no such address.' },
  'changed-meanwhile': { status: 409, means: 'Somebody saved in between; look at the newer state first.' },
  'other-content': { status: 409, means: 'Something else has this id already.' },
  'cross-site': { status: 403, means: 'Another site asked; only the studio’s own pages may.' },
  'signed-out': { status: 401, means: 'Nobody signed in, or not with this password.' },
  'second-needed': {
    status: 401,
    means: 'The password is right; the second factor’s code is asked for too.',
  },
  'not-allowed': { status: 403, means: 'Who signed in, or this link, may not do that.' },
  locked: { status: 429, means: 'Too many wrong passwords; wait.' },
  'wrong-host': { status: 421, means: 'The server isn’t known by the name it was asked by.' },
  busy: { status: 503, means: 'Another program holds the database; nothing was saved. Try again.' },
  away: {
    status: 503,
    means: 'The server that keeps the database doesn’t answer. Try again; nothing is saved twice.',
  },
  'not-json': { status: 415, means: 'The body isn’t sent as JSON.' },
  'too-large': { status: 413, means: 'The body is larger than allowed.' },
  'not-wave': { status: 415, means: 'The body isn’t sent as a WAVE file.' },
  'disk-full': { status: 507, means: 'There is no room on the disk: what the sentence names wasn’t kept.' },
  unwritable: { status: 503, means: 'The database can’t be written; nothing was saved.' },
  'no-room': {
    status: 409,
    means: 'What a learner may keep (takes, unread reports) needs all its room; make some.',
  },
  'too-many': { status: 429, means: 'Too many heavy requests in a minute.' },
  refused: { status: 400, means: 'The request can’t be read.' },
  internal: { status: 500, means: 'A fault of ours; nothing was saved.' },
} as const satisfies Record<RefusalCode | string, { status: number; means: string }>
export type ErrorCode = keyof typeof ERRORS

export const errorAnswer = strict({
  error: strict({
    code: string()
      .required()
      .oneOf(Object.keys(ERRORS) as ErrorCode[]),
    message: string().required(),
    field: string().optional(),
  }).required(),
})
