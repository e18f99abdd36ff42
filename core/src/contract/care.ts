import { array, boolean, string } from 'yup'
import { day, id, moment, strict } from '../fields/index.ts'

export const ROLES = ['teacher', 'helper'] as const
const password = () => string().required().max(400)
export const sessionAnswer = strict({
  /** Whether anybody must sign in here. */
  guarded: boolean().required(),
  role: string()
    .nullable()
    .defined()
    .oneOf([...ROLES, null]),
  /** False until the teacher's password was chosen. */
  setUp: boolean().required(),
})
export const signInInput = strict({
  password: password(),
  role: string().oneOf(ROLES).optional(),
  /** Six digits, where a second factor was set up. */
  code: string().max(20).optional(),
})
/** The teacher's password again: who finds an open page changes nothing here. */
export const currentInput = strict({ current: password() })
export const secondAnswer = strict({ address: string().required() })
export const codeInput = strict({ code: string().required().max(20) })
/** The code stands where the server was started. */
export const setUpInput = strict({ code: string().required().max(40), password: password() })
export const accountInput = strict({
  /** Null takes the helper's away. */
  password: string().nullable().defined().max(400),
  /** The teacher's own, once there is one: who finds an open page lets nobody in. */
  current: string().max(400).optional(),
})
export const accountsAnswer = strict({
  teacher: boolean().required(),
  helper: boolean().required(),
  /** Whether the teacher's sign-in asks for a second factor. */
  second: boolean().required(),
})
export const linkList = strict({
  links: array()
    .of(strict({ id: id(), createdAt: moment(), revokedAt: moment().nullable().defined() }))
    .required(),
  /** The address by which a phone reaches the studio; null where it listens on its own machine only. */
  phones: string().nullable().defined(),
})
/** The path is shown this once: what opens it isn't kept. */
export const linkAnswer = strict({ id: id(), path: string().required() })
export const revokedAnswer = strict({ revoked: boolean().required() })

/** The name as it stands: that the deletion is meant. */
export const leaveInput = strict({ name: string().required().max(200) })
export const leaveAnswer = strict({ until: day() })
export const leavingList = strict({
  learners: array()
    .of(strict({ id: id(), name: string().required() }))
    .required(),
})
