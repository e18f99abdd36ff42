import Papa from 'papaparse'
import type { EntryRecord } from '@halitus/core/contract'
import { instrument } from '@halitus/core/instruments'
import { progressOf } from '@halitus/core/records'

const COLUMNS = ['instrument', 'of what', 'what', 'number', 'unit', 'at', 'value', 'aim', 'reached'] as const

/**
 * Every number over time as a table (RFC 4180): one line a point, oldest first within its series. What a spreadsheet would take for
 * a formula is marked as text.
 * @param entries of one learner, oldest first; simulated ones are left out
 */
export function seriesCsv(entries: readonly EntryRecord[]): string {
  const instruments = [...new Set(entries.map((e) => e.instrument))]
  const rows = instruments.flatMap((on) => {
    const inst = instrument(on)
    const own = entries.filter((e) => e.instrument === on)
    return progressOf(own, inst).flatMap((s) =>
      s.points.map((p) => [
        inst.name,
        s.kind,
        s.title,
        s.name,
        s.unit,
        p.at,
        p.value,
        p.aim ?? '',
        p.reached ? 'yes' : 'no',
      ]),
    )
  })
  return `${Papa.unparse({ fields: [...COLUMNS], data: rows }, { escapeFormulae: true, newline: '\r\n' })}\r\n`
}
