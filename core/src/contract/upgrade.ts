import { FILE_VERSION } from './studio.ts'
import { noteKey } from '../records/index.ts'
import { wallClock } from '../time/index.ts'

type Loose = Record<string, unknown>
const list = (value: unknown) => (Array.isArray(value) ? (value as Loose[]) : [])

/** Moments of older files: days, minutes without seconds, and zones, which are turned into this machine's wall clock. */
function oneForm(text: unknown): unknown {
  if (typeof text !== 'string') return text
  if (/^\d{4}-\d{2}-\d{2}$/.test(text)) return `${text}T00:00:00`
  if (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}$/.test(text)) return `${text}:00`
  if (/^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2})?(\.\d+)?(Z|[+-]\d{2}:\d{2})$/.test(text)) {
    const date = new Date(text)
    return Number.isNaN(date.getTime()) ? text : wallClock(date)
  }
  return text.replace(/(T\d{2}:\d{2}:\d{2})\.\d+$/, '$1')
}
const at = (row: Loose, ...fields: string[]): Loose => ({
  ...row,
  ...Object.fromEntries(fields.filter((f) => row[f] !== undefined).map((f) => [f, oneForm(row[f])])),
})

const PROVENANCE: Record<string, string> = { microphone: 'microphone', player: 'simulated', file: 'file' }

/** Entries of version 1: where they came from stood in long tones only, and targets weren't about a note. */
function entriesOfVersion1(rows: Loose[]): Loose[] {
  const lastNote = new Map<unknown, string>()
  const ordered = [...rows].sort((a, b) => String(a.at).localeCompare(String(b.at)))
  return ordered.map((row, i) => {
    const { source, ...data } = (row.data ?? {}) as Loose
    const base = { ...at(row, 'at'), seq: i + 1 }
    const key = `${String(row.learnerId)} ${String(row.instrument)}`
    if (row.kind === 'long-tone') {
      if (typeof data.written === 'string') lastNote.set(key, data.written)
      return {
        ...base,
        provenance: PROVENANCE[String(source)] ?? 'microphone',
        data: { ...data, lengthS: Math.max(0.1, Number(data.lengthS)) },
      }
    }
    if (row.kind === 'target') {
      const about = lastNote.get(key)
      return about
        ? {
            ...base,
            provenance: 'tapped',
            data: { goal: 'long-tone', about: noteKey(about), value: data.targetS },
          }
        : {
            ...base,
            kind: 'note',
            provenance: 'tapped',
            data: { text: `Target set to ${String(data.targetS)} s` },
          }
    }
    return { ...base, provenance: row.kind === 'note' ? 'typed' : 'tapped', data }
  })
}

/** Version 2: moments in one form, schools, provenance and order of entries. */
const fromVersion1 = (old: Loose): Loose => ({
  ...old,
  version: 2,
  exportedAt: oneForm(old.exportedAt),
  studio: { schools: {}, ...(old.studio as Loose) },
  learners: list(old.learners).map(({ attitude, ...row }) => ({
    ...at(row, 'createdAt'),
    schools: attitude === undefined ? {} : { attitude: attitude === 'measure' ? 'race' : attitude },
  })),
  lessons: list(old.lessons).map((row) => at(row, 'startsAt', 'finishedAt')),
  entries: entriesOfVersion1(list(old.entries)),
  cards: list(old.cards).map((row) => ({ ...row, from: String(row.from).slice(0, 10) })),
  ticks: list(old.ticks).map((row) => at(row, 'at')),
  reports: list(old.reports).map((row) => at(row, 'at')),
  // Files written before reeds and instruments were kept have none of these.
  reeds: list(old.reeds),
  reedUses: list(old.reedUses).map((row) => at(row, 'at')),
  pieces: list(old.pieces),
  services: list(old.services).map((row) => at(row, 'at')),
})

/** Version 3: regular lessons, cancelled lessons, reports that were seen. */
const fromVersion2 = (old: Loose): Loose => ({
  ...old,
  version: FILE_VERSION,
  learners: list(old.learners).map((row) => ({ regular: null, ...row })),
  lessons: list(old.lessons).map((row) => ({ cancelled: false, regularDay: null, ...row })),
  reports: list(old.reports).map((row) => ({ seenAt: null, ...row })),
})

/** Lists that came without a version of their own. */
const LATER = ['tunes', 'tunePlayers', 'numbers', 'groups', 'away'] as const

/**
 * Brings a studio's file of an older version up to date, step by step; what it can't read it leaves for the check to name.
 * @param file whatever was sent
 */
export function upgradeFile(file: unknown): unknown {
  if (typeof file !== 'object' || file === null) return file
  let now = file as Loose
  if (now.version === 1) now = fromVersion1(now)
  if (now.version === 2) now = fromVersion2(now)
  // Files from before a studio kept these don't speak of them.
  if (now.version !== FILE_VERSION) return now
  return { ...Object.fromEntries(LATER.filter((part) => !now[part]).map((part) => [part, []])), ...now }
}
