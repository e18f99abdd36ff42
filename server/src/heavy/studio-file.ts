import {
  check,
  ContractError,
  studioFile as contract,
  upgradeFile,
  type StudioFile,
  type StudioInput,
  type StudioPart,
} from '@halitus/core/contract'
import { inPieces } from '../studio/in-pieces.ts'
import type { Told } from './told.ts'

/**
 * A studio file as it was sent: read, brought up to date, held against the contract. Its lists come back as text in pieces:
 * text crosses between threads at once, where objects are built anew one by one.
 */
export function studioFile({
  bytes,
}: {
  bytes: Uint8Array
}): { studio: StudioInput; pieces: { part: StudioPart; text: string }[] } | Told {
  let body: unknown
  try {
    body = JSON.parse(new TextDecoder().decode(bytes))
  } catch {
    return { refused: 'The body is not valid JSON.', field: 'json' }
  }
  try {
    const { studio, pieces } = inPieces(check<unknown>(contract, upgradeFile(body)) as StudioFile)
    return { studio, pieces: pieces.map(({ part, rows }) => ({ part, text: JSON.stringify(rows()) })) }
  } catch (error) {
    if (error instanceof ContractError)
      return { refused: error.message, ...(error.field && { field: error.field }) }
    throw error
  }
}
