import { array, boolean, number, string } from 'yup'
import { moment, strict } from '../fields/index.ts'

/** One backup: its name says when and why it was made. */
const backup = () =>
  strict({
    name: string().required(),
    at: moment(),
    bytes: number().required(),
    /** Whether it was opened and found whole. */
    whole: boolean().required(),
    learners: number().required(),
    entries: number().required(),
    /** Why the second folder has no copy. */
    trouble: string().optional(),
  })
export const backupAnswer = backup()
export const backupList = strict({
  /** Where they lie; null where the database is kept elsewhere. */
  folder: string().nullable().defined(),
  second: string().optional(),
  /** What is odd about their moments: a clock that is wrong. */
  trouble: string().optional(),
  backups: array().of(backup()).required(),
})
export const restoreAnswer = strict({
  restored: strict({
    learners: number().required(),
    lessons: number().required(),
    entries: number().required(),
  }).required(),
})
