import type {
  Client,
  InArgs,
  InStatement,
  InValue,
  ResultSet,
  Row,
  Transaction,
  TransactionMode,
  Value,
} from '@libsql/client'
import Sqlite from 'libsql'
import { sqliteCode } from '../http/index.ts'

/** So many statements are kept ready on a connection (chosen by Halitus); the program has about half as many. */
const KEPT = 256
const BEGIN = { write: 'BEGIN IMMEDIATE', read: 'BEGIN', deferred: 'BEGIN' } as const

type Prepared = ReturnType<Sqlite.Database['prepare']>
interface Ready {
  statement: Prepared
  /** Names of what it gives back; none for one that only changes something. */
  columns: readonly string[]
}

/** What may be bound, as SQLite takes it. */
function bound(value: InValue): unknown {
  if (typeof value === 'boolean') return value ? 1 : 0
  if (value instanceof Date) return value.valueOf()
  return value instanceof ArrayBuffer ? Buffer.from(value) : value
}

/** A row’s values are reached by their place and by their names. */
function named(values: Value[], columns: readonly string[]): Row {
  const row = values as unknown as Row
  // Of two columns of one name the first has it; a list's own words (`at`, `keys`) are no values.
  for (let k = 0; k < columns.length; k++) if (!Object.hasOwn(row, columns[k]!)) row[columns[k]!] = values[k]!
  return row
}

const answer = (
  columns: readonly string[],
  rows: Row[],
  rowsAffected = 0,
  lastInsertRowid?: bigint,
): ResultSet => ({
  columns: [...columns],
  columnTypes: columns.map(() => ''),
  rows,
  rowsAffected,
  lastInsertRowid,
  toJSON: () => ({ columns, rows, rowsAffected }),
})

/** A connection that prepares each statement once: preparing takes longer than most of ours run. */
class Connection {
  private readonly sqlite: Sqlite.Database
  private readonly ready = new Map<string, Ready>()
  /** It met a lock: the library holds on to the statement that did, and with it commits nothing any more. */
  private spoilt = false

  constructor(path: string, settings: readonly string[]) {
    this.sqlite = new Sqlite(path)
    try {
      for (const setting of settings) this.execute(setting)
    } catch (error) {
      this.close()
      throw error
    }
  }

  get usable(): boolean {
    return this.sqlite.open && !this.spoilt && !this.inTransaction
  }

  get inTransaction(): boolean {
    return this.sqlite.open && this.sqlite.inTransaction
  }

  execute(asked: InStatement, more?: InArgs): ResultSet {
    const { sql, args = [] } = typeof asked === 'string' ? { sql: asked, args: more } : asked
    if (!Array.isArray(args)) throw new TypeError('Values are bound by their place here, not by name.')
    const { statement, columns } = this.prepared(sql)
    const values = args.map(bound)
    try {
      if (columns.length)
        return answer(
          columns,
          (statement.all(values) as Value[][]).map((v) => named(v, columns)),
        )
      const { changes, lastInsertRowid } = statement.run(values)
      return answer([], [], changes, BigInt(lastInsertRowid))
    } catch (error) {
      // It may be half-way through.
      this.ready.delete(sql)
      this.spoilt ||= sqliteCode(error).startsWith('SQLITE_BUSY')
      throw error
    }
  }

  /** Forgets what is prepared and lets go of the file. */
  close(): void {
    this.ready.clear()
    if (this.sqlite.open) this.sqlite.close()
  }

  private prepared(sql: string): Ready {
    const there = this.ready.get(sql)
    if (there) return there
    const statement = this.sqlite.prepare(sql)
    const columns = statement.reader
      ? statement
          .raw(true)
          .columns()
          .map((c) => c.name)
      : []
    if (this.ready.size >= KEPT) this.ready.delete(this.ready.keys().next().value!)
    const made = { statement, columns }
    this.ready.set(sql, made)
    return made
  }
}

/**
 * A client of a database file that keeps its statements prepared; otherwise like the one for a libSQL server, so that both
 * are spoken to alike. A transaction has a connection of its own until it ends.
 * @param path of the file; made when it isn’t there
 * @param settings `PRAGMA`s that hold for every connection
 * @throws what SQLite says, with its code (`SQLITE_BUSY` …), here and in everything that is asked of it
 */
export function fileClient(path: string, settings: readonly string[] = []): Client {
  let idle: Connection[] = []
  const all = new Set<Connection>()
  let closed = false

  function borrow(): Connection {
    if (closed) throw new Error('The database is closed.')
    const there = idle.pop()
    if (there) return there
    const made = new Connection(path, settings)
    all.add(made)
    return made
  }
  function giveBack(connection: Connection): void {
    if (!closed && connection.usable) return void idle.push(connection)
    all.delete(connection)
    connection.close()
  }
  /** Does something on a connection and lets others have it. */
  async function once<T>(work: (connection: Connection) => T): Promise<T> {
    const connection = borrow()
    try {
      return work(connection)
    } finally {
      giveBack(connection)
    }
  }
  function inOne(
    connection: Connection,
    statements: readonly (InStatement | [string, InArgs?])[],
  ): ResultSet[] {
    connection.execute('BEGIN IMMEDIATE')
    try {
      const results = statements.map((s) =>
        Array.isArray(s) ? connection.execute(s[0], s[1]) : connection.execute(s),
      )
      connection.execute('COMMIT')
      return results
    } catch (error) {
      if (connection.inTransaction) connection.execute('ROLLBACK')
      throw error
    }
  }
  const client: Client = {
    protocol: 'file',
    get closed() {
      return closed
    },
    execute: (statement: InStatement, args?: InArgs) => once((c) => c.execute(statement, args)),
    batch: (statements) => once((c) => inOne(c, statements)),
    migrate: (statements) =>
      once((c) => {
        // Tables may be rebuilt under those that point to them (SQLite: ALTER TABLE, 7).
        c.execute('PRAGMA foreign_keys = OFF')
        try {
          return inOne(c, statements)
        } finally {
          c.execute('PRAGMA foreign_keys = ON')
        }
      }),
    executeMultiple: () => Promise.reject(new Error('One statement at a time.')),
    transaction: async (mode: TransactionMode = 'write') => {
      const connection = borrow()
      try {
        connection.execute(BEGIN[mode])
      } catch (error) {
        giveBack(connection)
        throw error
      }
      return transactionOn(connection, giveBack)
    },
    sync: () => Promise.resolve(undefined),
    reconnect() {
      client.close()
      closed = false
    },
    close() {
      closed = true
      for (const connection of all) connection.close()
      all.clear()
      idle = []
    },
  }
  return client
}

function transactionOn(connection: Connection, over: (connection: Connection) => void): Transaction {
  let ended = false
  function end(statement?: string): void {
    if (ended) return
    try {
      if (statement && connection.inTransaction) connection.execute(statement)
    } finally {
      ended = true
      over(connection)
    }
  }
  const own: Transaction = {
    get closed() {
      return ended || !connection.inTransaction
    },
    async execute(statement: InStatement) {
      if (own.closed) throw new Error('The transaction is over.')
      return connection.execute(statement)
    },
    async batch(statements) {
      const results = []
      for (const statement of statements) results.push(await own.execute(statement))
      return results
    },
    executeMultiple: () => Promise.reject(new Error('One statement at a time.')),
    async commit() {
      if (own.closed) throw new Error('The transaction is over.')
      end('COMMIT')
    },
    async rollback() {
      end('ROLLBACK')
    },
    close: () => end('ROLLBACK'),
  }
  return own
}
