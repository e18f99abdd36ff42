import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { flushPromises, mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { vi } from 'vitest'
import type { Component } from 'vue'
import { createMemoryHistory, createRouter } from 'vue-router'

/** The interface against the real server and the demo studio, without a browser. */
export interface House {
  mount(component: Component, options?: { props?: object; path?: string }): Promise<VueWrapper>
  /** Waits until the server has answered and the screen has followed. */
  settle(): Promise<void>
  close(): Promise<void>
}

const ROUTES = [
  'today',
  'learners',
  'learner',
  'reeds',
  'settings',
  'plan',
  'setup',
  'breath',
  'sound',
  'tongue',
  'fingers',
  'tune',
  'home',
  'card',
]

export async function openHouse(): Promise<House> {
  const folder = mkdtempSync(join(tmpdir(), 'halitus-web-'))
  const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', '--demo'], {
    env: { ...process.env, PORT: '0', DATABASE_URL: `file:${join(folder, 'web.db')}`, LOG_LEVEL: 'silent' },
  })
  const base = await new Promise<string>((resolve, reject) => {
    server.stdout.on('data', (data: Buffer) => {
      const url = /http:\/\/[\d.]+:\d+/.exec(data.toString())?.[0]
      if (url) resolve(url)
    })
    server.once('exit', (code) => reject(new Error(`The server ended with ${code}.`)))
  })
  // The pretended browser asks only its own origin, as a real one would.
  ;(window as unknown as { happyDOM: { setURL(url: string): void } }).happyDOM.setURL(`${base}/`)
  const ownFetch = globalThis.fetch
  let pending = 0
  vi.stubGlobal('fetch', async (path: string, init?: RequestInit) => {
    pending++
    try {
      const answer = await ownFetch(path.startsWith('/') ? base + path : path, init)
      // An answer counts as come when all of it has: unpacking what was packed may take longer than its head.
      const body = await answer.arrayBuffer()
      return new Response(body.byteLength ? body : null, { status: answer.status, headers: answer.headers })
    } finally {
      pending--
    }
  })
  const settle = async () => {
    for (let quiet = 0; quiet < 3;) {
      // Parts of a page that are fetched when first shown are read from files here, which may take longer than an answer.
      await vi.dynamicImportSettled()
      const asleep = performance.now()
      await new Promise((resolve) => setTimeout(resolve, 15))
      // A sleep that lasts far too long tells of a machine that is busy elsewhere: nothing can be said of such a moment.
      const late = performance.now() - asleep > 60
      await flushPromises()
      quiet = pending === 0 && !late ? quiet + 1 : 0
    }
  }
  const pinia = createPinia()
  setActivePinia(pinia)
  const router = createRouter({
    history: createMemoryHistory(),
    routes: ROUTES.map((name) => ({
      path: name === 'today' ? '/' : `/${name}/:id?`,
      name,
      component: { template: '<p />' },
    })),
  })
  return {
    async mount(component, { props = {}, path = '/' } = {}) {
      await router.push(path)
      for (const id of ['band', 'rail', 'rail-stop']) {
        const place = document.getElementById(id) ?? document.createElement('div')
        place.id = id
        document.body.append(place)
      }
      const wrapper = mount(component, {
        props,
        // The plate lies at the end of the frame, which isn't here: it stays in its place.
        global: { plugins: [pinia, router], stubs: { Plate: { template: '<button><slot /></button>' } } },
        attachTo: document.body,
      })
      await settle()
      return wrapper
    },
    settle,
    async close() {
      document.body.innerHTML = ''
      await new Promise((resolve) => {
        server.removeAllListeners('exit')
        server.once('exit', resolve)
        server.kill('SIGTERM')
      })
      rmSync(folder, { recursive: true })
      vi.unstubAllGlobals()
    },
  }
}

/** The button that reads so, or is labelled so. */
export function button(wrapper: VueWrapper, words: string | RegExp) {
  const found = wrapper.findAll('button').find((b) => {
    const text = b.attributes('aria-label') ?? b.text()
    return typeof words === 'string' ? text === words || text.startsWith(`${words} `) : words.test(text)
  })
  if (!found)
    throw new Error(
      `There is no button “${String(words)}”: ${wrapper
        .findAll('button')
        .map((b) => b.text())
        .join(' | ')}`,
    )
  return found
}
