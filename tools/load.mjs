// Fifty clients that ask again as soon as they are answered; counts and times what they get. Bounded in time.
import http from 'node:http'
import { parentPort, workerData } from 'node:worker_threads'

const { url, post, everyMs, clients, seconds } = workerData
const agent = new http.Agent({ keepAlive: true, maxSockets: clients })
const target = new URL((post?.path ?? '') ? url + post.path : url)
const until = performance.now() + seconds * 1000
const times = []
let count = 0

const ask = () =>
  new Promise((resolve, reject) => {
    const from = performance.now()
    const body =
      post &&
      JSON.stringify({
        ...post.entries[count % post.entries.length],
        id: `bench-${from}-${count++}`.replace(/\./g, '-'),
      })
    const request = http.request(
      target,
      { agent, method: post ? 'POST' : 'GET', headers: body ? { 'content-type': 'application/json' } : {} },
      (response) => {
        response.on('data', () => {})
        response.on('end', () => {
          if (response.statusCode >= 400)
            return reject(new Error(`${target.href} answered ${response.statusCode}`))
          times.push(performance.now() - from)
          resolve()
        })
      },
    )
    request.on('error', reject)
    request.end(body)
  })

await Promise.all(
  Array.from({ length: clients }, async () => {
    if (everyMs) await new Promise((resolve) => setTimeout(resolve, Math.random() * everyMs))
    while (performance.now() < until) {
      const next = performance.now() + everyMs
      await ask()
      if (everyMs) await new Promise((resolve) => setTimeout(resolve, Math.max(0, next - performance.now())))
    }
  }),
)
times.sort((a, b) => a - b)
parentPort.postMessage({ perSecond: times.length / seconds, p99Ms: times[Math.floor(times.length * 0.99)] })
