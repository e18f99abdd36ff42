import { open, type FileHandle } from 'node:fs/promises'

/**
 * Puts what was committed onto the disk itself, beside the program's other work: a commit that waits for the disk would hold up
 * everybody. Several that ask while it is under way share the next one.
 *
 * SQLite with a write-ahead log and `synchronous = NORMAL` keeps the file whole at any moment, and loses the last commits when the
 * power goes; after this they are there (SQLite: Write-Ahead Logging, 3.3).
 * @param log path of the write-ahead log
 */
export function flusher(log: string): { flush(): Promise<void>; close(): Promise<void> } {
  let file: FileHandle | undefined
  let running: Promise<void> | undefined
  let next: Promise<void> | undefined

  async function sync(): Promise<void> {
    try {
      file ??= await open(log, 'r+')
    } catch (error) {
      // Without a log everything is in the file, which SQLite itself has put onto the disk.
      if ((error as NodeJS.ErrnoException).code === 'ENOENT') return
      throw error
    }
    await file.datasync()
  }
  const begin = () => (running = sync().finally(() => (running = undefined)))
  return {
    flush() {
      if (!running) return begin()
      // The one under way may have begun before the commit that asks.
      next ??= running
        .catch(() => undefined)
        .then(() => {
          next = undefined
          return begin()
        })
      return next
    },
    async close() {
      await next?.catch(() => undefined)
      await running?.catch(() => undefined)
      await file?.close()
    },
  }
}
