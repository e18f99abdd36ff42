import { EventEmitter } from 'node:events'
import type { Server } from 'node:http'
import { expect, test, vi } from 'vitest'
import { whenQuiet } from '../src/http/index.ts'

test('something is done once nobody has asked for a while, and again after the next who asked', () => {
  vi.useFakeTimers()
  try {
    const server = new EventEmitter()
    let done = 0
    whenQuiet(server as Server, () => done++, 1000)
    vi.advanceTimersByTime(999)
    server.emit('request')
    vi.advanceTimersByTime(999)
    expect(done).toBe(0)
    vi.advanceTimersByTime(1)
    expect(done).toBe(1)
    vi.advanceTimersByTime(10_000)
    expect(done).toBe(1)
    server.emit('request')
    vi.advanceTimersByTime(1000)
    expect(done).toBe(2)
    server.emit('request')
    server.emit('close')
    vi.advanceTimersByTime(1000)
    expect(done).toBe(2)
  } finally {
    vi.useRealTimers()
  }
})
