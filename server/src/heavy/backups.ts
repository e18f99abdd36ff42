import { BadBackup, checkWhole, copyWhole, type Counted } from '../backups/copy.ts'
import type { Told } from './told.ts'

/** What is wrong with a backup is told, what is wrong with us stays an error. */
const told = (work: Promise<Counted>): Promise<Counted | Told> =>
  work.catch((error: unknown) => {
    if (error instanceof BadBackup) return { refused: error.message }
    throw error
  })

/** Copies a database that may be in use. */
export const copyStudio = ({ database, half }: { database: string; half: string }) =>
  told(copyWhole(database, half))

/** Looks whether a backup is whole. */
export const verifyBackup = ({ path }: { path: string }) => told(checkWhole(path))
