import { closeSync, createReadStream, openSync, readFileSync, statSync, writeSync } from 'node:fs'
import { JSONParser } from '@streamparser/json'
import {
  check,
  ContractError,
  FILE_VERSION,
  STUDIO_PART_NAMES,
  STUDIO_PARTS,
  studioFile as contract,
  upgradeFile,
  type StudioFile,
  type StudioInput,
  type StudioPart,
} from '@halitus/core/contract'
import { readable, strict } from '@halitus/core/fields'
import { array, type AnySchema } from 'yup'
import { AT_ONCE, inPieces, type Piece } from '../studio/in-pieces.ts'
import { Depth } from '../http/depth.ts'
import type { Told } from './told.ts'

/** Files of an older version are read whole, since their records are put in order first: so large at most, bytes. */
const LARGEST_OLD = 100_000_000
/** Rows wait for each other until there are enough of them, or so many bytes. */
const AT_ONCE_BYTES = 1_000_000

/** What can't be taken, with its field: `json` for what is no JSON. */
class Refused extends Error {
  readonly field: string
  constructor(message: string, field = '') {
    super(message)
    this.field = field
  }
}

const rowsOf = Object.fromEntries(
  STUDIO_PART_NAMES.map((part) => [
    part,
    strict({
      [part]: array()
        .of(STUDIO_PARTS[part] as AnySchema)
        .required(),
    }),
  ]),
) as unknown as Record<StudioPart, AnySchema>

/** Names as they are taken today: files from before may hold signs that aren't seen. */
const withReadableNames = (rows: readonly unknown[]): unknown[] =>
  rows.map((row) => {
    const { name } = row as { name?: unknown }
    return typeof name === 'string' ? { ...(row as object), name: readable(name) } : row
  })

/** Holds some rows against the contract; places are told as they are in the whole list. @returns the piece as it is taken */
function checked(piece: Piece, again = false): Piece {
  const { part, from, rows } = piece
  try {
    check(rowsOf[part], { [part]: rows })
    return piece
  } catch (error) {
    if (!(error instanceof ContractError)) throw error
    if (!again && error.field.endsWith('.name'))
      return checked({ ...piece, rows: withReadableNames(rows) }, true)
    const placed = (text: string) =>
      text.replace(`${part}[`, '\0').replace(/\0(\d+)/, (_, k: string) => `${part}[${Number(k) + from}`)
    throw new Refused(placed(error.message), placed(error.field))
  }
}

/** Rows of one list on their way, and whatever else stands in the file. */
class Taking {
  /** Everything but rows. */
  readonly head: Record<string, unknown> = {}
  /** Its records are of an older version, or the version doesn't stand before them. */
  old = false
  private readonly rows: unknown[] = []
  private part: StudioPart | undefined
  private from = 0
  private readonly taken = new Map<StudioPart, number>()
  private readonly out: number
  constructor(out: number) {
    this.out = out
  }

  value(name: string, value: unknown): void {
    this.head[name] = value
  }

  row(part: StudioPart, row: unknown): void {
    this.old ||= this.head.version !== FILE_VERSION
    if (this.old) return
    if (part !== this.part || this.rows.length >= AT_ONCE) this.flush()
    if (part !== this.part) this.from = this.taken.get(part) ?? 0
    this.part = part
    this.rows.push(row)
  }

  /** Writes what waits. */
  flush(): void {
    if (!this.part || !this.rows.length) return
    const piece = checked({ part: this.part, from: this.from, rows: this.rows })
    writeSync(this.out, `${JSON.stringify(piece)}\n`)
    this.from += this.rows.length
    this.taken.set(this.part, this.from)
    this.rows.length = 0
  }
}

const isPart = (name: unknown): name is StudioPart => (STUDIO_PART_NAMES as readonly unknown[]).includes(name)

/** Reads a file as it lies on the disk, whatever its size; never more of it at once than some records. */
async function through(path: string, taking: Taking): Promise<void> {
  const parser = new JSONParser({
    paths: ['$.*', ...STUDIO_PART_NAMES.map((part) => `$.${part}.*`)],
    keepStack: false,
  })
  let list: unknown
  parser.onValue = ({ value, key, stack }) => {
    const name = stack.at(-1)?.key
    if (stack.length === 1) {
      // Of a list its rows have been taken already; that it was one is told by its being one.
      taking.value(String(key), isPart(key) && Array.isArray(value) ? [] : value)
    } else if (isPart(name)) {
      list = name
      if (typeof key === 'number') taking.row(name, value)
    }
  }
  const depth = new Depth()
  let bytes = 0
  for await (const chunk of createReadStream(path, { highWaterMark: 1 << 18 })) {
    const trouble = depth.trouble(chunk as Buffer)
    if (trouble) throw new Refused(trouble, typeof list === 'string' ? list : '')
    bytes += (chunk as Buffer).length
    try {
      parser.write(chunk as Buffer)
    } catch (error) {
      throw error instanceof Refused || error instanceof RangeError ? error : new Refused(NO_JSON, 'json')
    }
    if (taking.old) return
    if (bytes >= AT_ONCE_BYTES) {
      taking.flush()
      bytes = 0
    }
  }
  if (!parser.isEnded) throw new Refused(NO_JSON, 'json')
  taking.flush()
}
const NO_JSON = 'The body is not valid JSON.'

/** A file of an older version, or one whose version comes last: brought up to date and checked as a whole. */
function whole(path: string, out: number): StudioInput {
  const { size } = statSync(path)
  if (size > LARGEST_OLD)
    throw new Refused(
      `A file of an older version, or one whose version doesn’t stand first, is read up to ${LARGEST_OLD / 1e6} MB; this one has ${Math.ceil(size / 1e6)}.`,
      'version',
    )
  let body: unknown
  try {
    body = JSON.parse(readFileSync(path, 'utf8'))
  } catch {
    throw new Refused(NO_JSON, 'json')
  }
  const { studio, pieces } = inPieces(check<unknown>(contract, upgradeFile(body)) as StudioFile)
  for (const piece of pieces() as Iterable<Piece>) writeSync(out, `${JSON.stringify(piece)}\n`)
  return studio
}

/**
 * A studio's file as it lies on the disk: read record by record, held against the contract, and written as lines of JSON,
 * one piece of a list each. Any size: no more than some records are in memory at once.
 * @param into where the lines are written
 */
export async function studioFile({
  path,
  into,
}: {
  path: string
  into: string
}): Promise<{ studio: StudioInput } | Told> {
  const out = openSync(into, 'wx', 0o600)
  const taking = new Taking(out)
  try {
    await through(path, taking)
    if (taking.old) return { studio: whole(path, out) }
    const { studio } = check<unknown>(contract, upgradeFile(taking.head)) as StudioFile
    return { studio }
  } catch (error) {
    if (error instanceof ContractError || error instanceof Refused)
      return { refused: error.message, ...(error.field && { field: error.field }) }
    throw error
  } finally {
    closeSync(out)
  }
}
