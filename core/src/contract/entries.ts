import { lazy, object, string, type AnyObjectSchema, type ObjectShape } from 'yup'
import { id, instrumentId, moment, PROVENANCES, STAGES, strict, whole } from '../fields/index.ts'
import { ENTRY_KINDS, RECORDS, type EntryKind } from '../records/index.ts'

/** The newest entry of a studio: far beyond what anybody plays in a life. */
/** Lines are numbered without end; a file that numbers them higher isn’t exact any more. */
const MOST = 1e15

const withData = <T extends ObjectShape>(kind: EntryKind | undefined, shape: T) =>
  strict({
    ...shape,
    stage: string().required().oneOf(STAGES),
    kind: string()
      .required()
      .oneOf(kind ? [kind] : ENTRY_KINDS),
    provenance: string().required().oneOf(PROVENANCES),
    data: (kind ? (RECORDS[kind].schema as AnyObjectSchema) : object()).required(),
  })
const byKind = <T extends ObjectShape>(shape: T) => {
  // Made once for each kind: making a schema takes longer than checking by it.
  const made = new Map<EntryKind | undefined, ReturnType<typeof withData<T>>>()
  return lazy((value: { kind?: unknown } | undefined) => {
    const named = value?.kind
    const kind = typeof named === 'string' && Object.hasOwn(RECORDS, named) ? (named as EntryKind) : undefined
    const schema = made.get(kind) ?? withData(kind, shape)
    made.set(kind, schema)
    return schema
  })
}

const RECORD_FIELDS = {
  id: id(),
  lessonId: id(),
  learnerId: id(),
  instrument: instrumentId(),
  seq: whole(1, MOST),
  at: moment(),
}

/** When it was made, by the sender's clock: a line may be sent much later. The lesson's day bounds it. */
const madeAt = () => moment().optional()
/** An entry is sent with an id of the sender's making, so that sending it twice does no harm. */
export const entryInput = byKind({ id: id(), at: madeAt() })
export const entryRecord = byKind(RECORD_FIELDS)

/** The same, kind by kind: what lazy schemas can't say of themselves in a description. */
export const everyEntryInput = () => ENTRY_KINDS.map((kind) => withData(kind, { id: id(), at: madeAt() }))
/** As {@link everyEntryInput}, for entries that are kept. */
export const everyEntryRecord = () => ENTRY_KINDS.map((kind) => withData(kind, RECORD_FIELDS))
export type { EntryData, EntryInput, EntryKind, EntryRecord } from '../records/index.ts'
