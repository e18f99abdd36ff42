import { FILE_VERSION, type StudioFile } from '@halitus/core/contract'
import { wallClock } from '@halitus/core/time'
import { importStudio, inPieces } from '../../studio/index.ts'
import type { Database } from '../open.ts'
import { learners } from '../schema.ts'
import { demoStudio } from './story.ts'

/** Fills an empty database with the demo studio; one that has learners already is left as it is. */
export async function fillWithDemo(db: Database, now: Date): Promise<boolean> {
  const [someone] = await db.read.select({ id: learners.id }).from(learners).limit(1)
  if (someone) return false
  const file: StudioFile = {
    format: 'halitus-studio',
    version: FILE_VERSION,
    exportedAt: wallClock(now),
    ...demoStudio(wallClock(now)),
  }
  await db.write((tx) => importStudio(tx, inPieces(file)))
  return true
}
