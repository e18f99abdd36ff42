import { sql } from 'drizzle-orm'
import { index, integer, primaryKey, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core'
import type {
  AwayRecord,
  ChangedPlan,
  Consent,
  EntryKind,
  EntryRecord,
  GroupRecord,
  NumberUnit,
  PieceRecord,
  Provenance,
  Regular,
  ReedRecord,
  ServiceRecord,
  Signed,
  Stage,
  Trouble,
  TunePlayer,
  TuneRecord,
} from '@halitus/core/contract'
import type { CardRow } from '@halitus/core/records'
import type { InstrumentId } from '@halitus/core/instruments'
import type { Naming } from '@halitus/core/pitch'

export const studio = sqliteTable('studio', {
  id: integer('id').primaryKey(),
  name: text('name').notNull(),
  place: text('place').notNull(),
  a4Hz: real('a4_hz').notNull(),
  schools: text('schools', { mode: 'json' }).$type<Record<string, string>>().notNull().default({}),
  noteNames: text('note_names').$type<Naming>().notNull().default('english'),
  version: integer('version').notNull().default(1),
})

/** A stamp of the last write of each topic, where several servers write to one database. */
export const changes = sqliteTable('changes', {
  topic: text('topic').primaryKey(),
  stamp: text('stamp').notNull(),
})

export const learners = sqliteTable('learners', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  birthYear: integer('birth_year').notNull(),
  instruments: text('instruments', { mode: 'json' }).$type<InstrumentId[]>().notNull(),
  schools: text('schools', { mode: 'json' }).$type<Record<string, string>>().notNull().default({}),
  minutesPerSession: integer('minutes_per_session').notNull(),
  sessionsPerWeek: integer('sessions_per_week').notNull(),
  note: text('note').notNull(),
  regular: text('regular', { mode: 'json' }).$type<Regular>(),
  archived: integer('archived', { mode: 'boolean' }).notNull(),
  createdAt: text('created_at').notNull(),
  consent: text('consent', { mode: 'json' }).$type<Consent>(),
  version: integer('version').notNull().default(1),
})

const learnerId = () =>
  text('learner_id')
    .notNull()
    .references(() => learners.id, { onDelete: 'cascade' })

export const lessons = sqliteTable(
  'lessons',
  {
    id: text('id').primaryKey(),
    learnerId: learnerId(),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    startsAt: text('starts_at').notNull(),
    minutes: integer('minutes').notNull(),
    finishedAt: text('finished_at'),
    cancelled: integer('cancelled', { mode: 'boolean' }).notNull().default(false),
    regularDay: text('regular_day'),
    /** The group that has this lesson together. */
    groupId: text('group_id'),
    /** What the teacher changed in its plan. */
    changedPlan: text('changed_plan', { mode: 'json' }).$type<ChangedPlan>(),
  },
  (t) => [index('lessons_by_learner').on(t.learnerId, t.startsAt), index('lessons_by_day').on(t.startsAt)],
)

const lessonId = () =>
  text('lesson_id')
    .notNull()
    .references(() => lessons.id, { onDelete: 'cascade' })

/** What happened in a lesson, one line each. Lines are added and taken back, never rewritten. */
export const entries = sqliteTable(
  'entries',
  {
    id: text('id').primaryKey(),
    lessonId: lessonId(),
    learnerId: learnerId(),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    stage: text('stage').$type<Stage>().notNull(),
    kind: text('kind').$type<EntryKind>().notNull(),
    provenance: text('provenance').$type<Provenance>().notNull().default('tapped'),
    /** Order of what happened; given by the server, whatever its clock says. */
    seq: integer('seq').notNull().default(0),
    at: text('at').notNull(),
    data: text('data', { mode: 'json' }).$type<EntryRecord['data']>().notNull(),
  },
  (t) => [
    index('entries_by_learner').on(t.learnerId, t.seq),
    index('entries_by_lesson').on(t.lessonId),
    // The next number is the last one's and one.
    index('entries_by_seq').on(t.seq),
  ],
)

export const plans = sqliteTable(
  'plans',
  {
    learnerId: learnerId(),
    stage: text('stage').$type<Stage>().notNull(),
    text: text('text').notNull(),
    version: integer('version').notNull(),
  },
  (t) => [primaryKey({ columns: [t.learnerId, t.stage] })],
)

export const cards = sqliteTable(
  'cards',
  {
    id: text('id').primaryKey(),
    learnerId: learnerId(),
    lessonId: lessonId(),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    from: text('from_day').notNull(),
    version: integer('version').notNull(),
    sessions: integer('sessions').notNull(),
    listenFor: text('listen_for').notNull(),
    rows: text('rows', { mode: 'json' }).$type<CardRow[]>().notNull(),
    left: text('left_out', { mode: 'json' }).$type<CardRow[]>().notNull().default([]),
    signed: text('signed', { mode: 'json' }).$type<Signed>(),
  },
  (t) => [index('cards_by_learner').on(t.learnerId, t.from), uniqueIndex('one_card_a_lesson').on(t.lessonId)],
)

const cardId = () =>
  text('card_id')
    .notNull()
    .references(() => cards.id, { onDelete: 'cascade' })

export const ticks = sqliteTable(
  'ticks',
  {
    cardId: cardId(),
    rowId: text('row_id').notNull(),
    session: integer('session').notNull(),
    at: text('at').notNull(),
  },
  (t) => [primaryKey({ columns: [t.cardId, t.rowId, t.session] })],
)

/** Numbers that came back from home. */
export const numbers = sqliteTable(
  'numbers',
  {
    id: text('id').primaryKey(),
    cardId: cardId(),
    row: text('row_id').notNull(),
    session: integer('session').notNull(),
    value: real('value').notNull(),
    unit: text('unit').$type<NumberUnit>().notNull(),
    measured: integer('measured', { mode: 'boolean' }).notNull(),
    at: text('at').notNull(),
  },
  (t) => [index('numbers_by_card').on(t.cardId)],
)

export const reports = sqliteTable(
  'reports',
  {
    id: text('id').primaryKey(),
    cardId: cardId(),
    at: text('at').notNull(),
    kind: text('kind').$type<Trouble>().notNull(),
    text: text('text').notNull(),
    seenAt: text('seen_at'),
  },
  (t) => [index('reports_by_card').on(t.cardId)],
)

export const reeds = sqliteTable(
  'reeds',
  {
    id: text('id').primaryKey(),
    learnerId: learnerId(),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    name: text('name').notNull(),
    maker: text('maker').notNull(),
    strength: real('strength'),
    strengthWords: text('strength_words').notNull(),
    cut: text('cut').notNull(),
    firstUse: text('first_use'),
    state: text('state').$type<ReedRecord['state']>().notNull(),
    inMouthpiece: integer('in_mouthpiece', { mode: 'boolean' }).notNull(),
    deleted: integer('deleted', { mode: 'boolean' }).notNull(),
  },
  (t) => [
    index('reeds_by_learner').on(t.learnerId),
    // Two reeds can't both be in one mouthpiece.
    uniqueIndex('one_reed_in_a_mouthpiece')
      .on(t.learnerId, t.instrument)
      .where(sql`in_mouthpiece = 1`),
  ],
)

export const reedUses = sqliteTable(
  'reed_uses',
  {
    id: text('id').primaryKey(),
    reedId: text('reed_id')
      .notNull()
      .references(() => reeds.id, { onDelete: 'cascade' }),
    at: text('at').notNull(),
    minutes: real('minutes').notNull(),
    rating: integer('rating'),
    fault: text('fault').notNull(),
  },
  (t) => [index('uses_by_reed').on(t.reedId, t.at)],
)

/**
 * Recordings that were kept; their sound lies in files. They belong to a learner by name only: taking in the same
 * studio's file again must not delete them.
 */
export const takes = sqliteTable(
  'takes',
  {
    id: text('id').primaryKey(),
    learnerId: text('learner_id').notNull(),
    lessonId: text('lesson_id').notNull(),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    label: text('label').notNull(),
    at: text('at').notNull(),
    seconds: real('seconds').notNull(),
    bytes: integer('bytes').notNull(),
    consent: text('consent').$type<'learner' | 'guardian'>().notNull(),
    /** Since when nobody in the studio is its learner, as after a restore: it waits for them to come back. */
    asideAt: text('aside_at'),
  },
  (t) => [index('takes_by_learner').on(t.learnerId, t.at)],
)

/** Instruments that can be touched, with their owner. */
export const pieces = sqliteTable(
  'pieces',
  {
    id: text('id').primaryKey(),
    learnerId: learnerId(),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    name: text('name').notNull(),
    serial: text('serial').notNull(),
    owner: text('owner').$type<PieceRecord['owner']>().notNull(),
    note: text('note').notNull(),
  },
  (t) => [index('pieces_by_learner').on(t.learnerId)],
)

export const services = sqliteTable(
  'services',
  {
    id: text('id').primaryKey(),
    pieceId: text('piece_id')
      .notNull()
      .references(() => pieces.id, { onDelete: 'cascade' }),
    at: text('at').notNull(),
    kind: text('kind').$type<ServiceRecord['kind']>().notNull(),
    text: text('text').notNull(),
  },
  (t) => [index('services_by_piece').on(t.pieceId, t.at)],
)

/** Tunes that the studio keeps, with their files as they came. They stay when a learner goes. */
export const tunes = sqliteTable('tunes', {
  id: text('id').primaryKey(),
  title: text('title').notNull(),
  rights: text('rights').notNull(),
  format: text('format').$type<TuneRecord['format']>().notNull(),
  tune: integer('tune'),
  addedAt: text('added_at').notNull(),
  parts: text('parts', { mode: 'json' }).$type<TuneRecord['parts']>().notNull(),
  warnings: text('warnings', { mode: 'json' }).$type<string[]>().notNull(),
  content: text('content').notNull(),
})

/** Who plays a tune, and how. */
export const tunePlayers = sqliteTable(
  'tune_players',
  {
    tuneId: text('tune_id')
      .notNull()
      .references(() => tunes.id, { onDelete: 'cascade' }),
    learnerId: learnerId(),
    instrument: text('instrument').$type<InstrumentId>().notNull(),
    part: text('part').notNull(),
    as: text('read_as').$type<TunePlayer['as']>().notNull(),
    octave: integer('octave').notNull(),
    tempo: integer('tempo').notNull(),
    wishes: text('wishes', { mode: 'json' }).$type<TunePlayer['wishes']>().notNull(),
    overrulings: text('overrulings', { mode: 'json' }).$type<TunePlayer['overrulings']>().notNull(),
  },
  (t) => [primaryKey({ columns: [t.tuneId, t.learnerId] }), index('tunes_by_learner').on(t.learnerId)],
)

/** Who has lessons together. Their lines and cards are their own. */
export const groups = sqliteTable('groups', {
  id: text('id').primaryKey(),
  name: text('name').notNull(),
  members: text('members', { mode: 'json' }).$type<GroupRecord['members']>().notNull(),
})

/** When there are no lessons: holidays, and what another calendar says. */
export const away = sqliteTable('away', {
  id: text('id').primaryKey(),
  from: text('from_moment').notNull(),
  to: text('to_moment').notNull(),
  words: text('words').notNull(),
  source: text('source').$type<AwayRecord['source']>().notNull(),
})

/** Who may sign in: the teacher, and a helper where there is one. */
export const accounts = sqliteTable('accounts', {
  role: text('role').$type<'teacher' | 'helper'>().primaryKey(),
  /** scrypt, base64url. */
  hash: text('hash').notNull(),
  salt: text('salt').notNull(),
  /** Secret of the second factor, base32; one that isn't confirmed yet; and the last step whose code was used. */
  second: text('second'),
  secondPending: text('second_pending'),
  secondStep: integer('second_step').notNull().default(0),
})

/** Sign-ins that hold; of the secret only a hash is kept. Times in ms. */
export const sessions = sqliteTable('sessions', {
  secret: text('secret').primaryKey(),
  role: text('role')
    .$type<'teacher' | 'helper'>()
    .notNull()
    .references(() => accounts.role, { onDelete: 'cascade' }),
  begunAt: integer('begun_at').notNull(),
  seenAt: integer('seen_at').notNull(),
})

/** Devices on which somebody signed in before; of the secret only a hash is kept. Time in ms. */
export const devices = sqliteTable('devices', {
  secret: text('secret').primaryKey(),
  role: text('role')
    .$type<'teacher' | 'helper'>()
    .notNull()
    .references(() => accounts.role, { onDelete: 'cascade' }),
  seenAt: integer('seen_at').notNull(),
})

/** A learner's own address: opens the newest card and nothing else. Of the secret only a hash is kept. */
export const links = sqliteTable(
  'links',
  {
    id: text('id').primaryKey(),
    learnerId: learnerId(),
    secret: text('secret').notNull(),
    createdAt: text('created_at').notNull(),
    revokedAt: text('revoked_at'),
  },
  (t) => [uniqueIndex('links_by_secret').on(t.secret), index('links_by_learner').on(t.learnerId)],
)

/** Learners who are to be deleted for good tonight, and whether they were laid aside before. */
export const leaving = sqliteTable('leaving', {
  learnerId: learnerId().primaryKey(),
  at: text('at').notNull(),
  archived: integer('archived', { mode: 'boolean' }).notNull(),
})
