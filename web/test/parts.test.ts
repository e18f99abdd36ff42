import { mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { moveFinder, heldFor } from '@halitus/core/fingering'
import { fingerSystem, instrument, standardFingering } from '@halitus/core/instruments'
import { Fingers } from '@/drawings/index.ts'
import NoteName from '@/parts/NoteName.vue'
import FingerThreads from '@/stages/fingers/FingerThreads.vue'
import { behindAtFirst } from '@/stages/parts.ts'
import NotePicker from '@/stages/fingers/NotePicker.vue'
import { useNotices } from '@/base/notices.ts'
import { newId } from '@/base/ids.ts'
import { isTyping } from '@/base/keys.ts'
import { capital, clock, dayName, endClock, signed } from '@/base/words.ts'

const clarinet = instrument('clarinet')
beforeEach(() => setActivePinia(createPinia()))

describe('the parts of a stop', () => {
  const played = (days: string[]) =>
    days.map((day, i) => ({
      id: `e${i}`,
      kind: 'tries',
      provenance: 'tapped',
      at: `${day}T10:00:00`,
      data: { part: 'mouthpiece', spoke: 3, tries: 4 },
    })) as never
  it('that look for a limit stand behind the others until a year was played', () => {
    expect([...behindAtFirst([])]).toEqual(['tongue-tempo'])
    expect([...behindAtFirst(played(['2026-01-01', '2026-12-24']))]).toEqual(['tongue-tempo'])
    expect([...behindAtFirst(played(['2026-01-01', '2026-12-31']))]).toEqual([])
  })
})

describe('a note’s name', () => {
  it.each([
    ['Bb4', 'B♭4'],
    ['F#5', 'F♯5'],
    ['C4', 'C4'],
  ])('%s reads %s', (note, text) => expect(mount(NoteName, { props: { note } }).text()).toBe(text))
})

describe('the drawing', () => {
  const system = fingerSystem(clarinet)
  const held = standardFingering(clarinet, 'C4').touches
  it('tells states by shape: filled, ring, wedge', () => {
    const drawing = mount(Fingers, {
      props: { system, family: 'clarinet', held, pressing: ['R1'], lifting: ['L3'], label: 'C4' },
    })
    expect(drawing.findAll('.touch')).toHaveLength(system.touches.length)
    expect(drawing.findAll('.touch.held')).toHaveLength(held.length - 1)
    expect(drawing.findAll('.wedge')).toHaveLength(2)
    expect(drawing.find('svg').attributes('aria-label')).toBe('C4')
  })
  it('shows the sounding column up to the first open hole', () => {
    const width = (note: string) =>
      Number(
        mount(Fingers, {
          props: { system, family: 'clarinet', held: standardFingering(clarinet, note).touches, label: note },
        })
          .find('.column')
          .attributes('width'),
      )
    expect(width('E3')).toBeGreaterThan(width('C4'))
    expect(width('C4')).toBeGreaterThan(width('G4'))
  })
})

describe('the note picker', () => {
  const open = (modelValue = 'E4') =>
    mount(NotePicker, { props: { inst: clarinet, label: 'Note', modelValue } })
  it('takes any spelling and gives the chart’s', async () => {
    const picker = open()
    await picker.find('input').setValue('a♯4')
    await picker.find('input').trigger('keydown', { key: 'Enter', keyCode: 13 })
    await picker.find('input').trigger('blur')
    expect(picker.emitted('update:modelValue')!.at(-1)).toEqual(['Bb4'])
  })
  it('refuses what the instrument doesn’t have and says its range', async () => {
    const picker = open()
    await picker.find('input').setValue('C2')
    await picker.find('input').trigger('blur')
    expect(picker.emitted('update:modelValue')).toBeUndefined()
    expect(picker.find('[role="alert"]').text()).toContain('written E3 to C7')
  })
  it('steps by semitones and stops at the end of the range', async () => {
    const picker = open('C7')
    const [down, up] = picker.findAll('button')
    await up!.trigger('click')
    expect(picker.find('[role="alert"]').text()).toContain('outside')
    await down!.trigger('click')
    expect(picker.emitted('update:modelValue')!.at(-1)).toEqual(['B6'])
  })
})

describe('threads', () => {
  const system = fingerSystem(clarinet)
  const move = moveFinder(system).move(heldFor(clarinet, 'G5'), heldFor(clarinet, 'D5'))
  it('has one for each moving finger, pulled by keys within bounds', async () => {
    const threads = mount(FingerThreads, { props: { system, move, modelValue: {} } })
    const knots = threads.findAll('[role="slider"]')
    expect(knots.map((k) => k.attributes('aria-label'))).toEqual([
      'right index',
      'right middle',
      'right ring',
    ])
    await knots[2]!.trigger('keydown', { key: 'ArrowRight' })
    expect(threads.emitted('update:modelValue')!.at(-1)).toEqual([{ R3: 10 }])
    const far = mount(FingerThreads, { props: { system, move, modelValue: { R3: 120 } } })
    await far.findAll('[role="slider"]')[2]!.trigger('keydown', { key: 'ArrowRight' })
    expect(far.emitted('update:modelValue')!.at(-1)).toEqual([{ R3: 120 }])
    expect(far.findAll('[role="slider"]')[2]!.attributes('aria-valuetext')).toBe('120 ms late')
  })
})

describe('notices', () => {
  it('show what went wrong and let a thing be undone', async () => {
    vi.useFakeTimers()
    const notices = useNotices()
    expect(await notices.attempt(() => Promise.reject(new Error('It rained.')))).toBeUndefined()
    expect(notices.list).toMatchObject([{ text: 'It rained.', tone: 'alarm' }])
    const undo = vi.fn()
    notices.show('Taken back.', { undo })
    notices.list.at(-1)!.undo!()
    expect(undo).toHaveBeenCalledOnce()
    vi.advanceTimersByTime(10_000)
    expect(notices.list).toEqual([])
    vi.useRealTimers()
  })
  it('never pile up', () => {
    const notices = useNotices()
    for (let i = 0; i < 9; i++) notices.show(`${i}`)
    expect(notices.list.map((n) => n.text)).toEqual(['6', '7', '8'])
  })
})

describe('words', () => {
  it('read dates and times as written, without shifting them', () => {
    expect(clock('2026-03-20T18:20:05')).toBe('18:20')
    expect(dayName('2026-03-20T23:59')).toBe('Fri 20 Mar')
    expect(endClock('2026-03-20T18:50:00', 30)).toBe('19:20')
  })
  it('sign numbers with a real minus', () => {
    expect([3.6, -3.6, 0.2, -0.2].map(signed)).toEqual(['+4', '−4', '0', '0'])
    expect(capital('abc')).toBe('Abc')
  })
})

describe('ids of our own', () => {
  it('are UUIDs of version 4 (RFC 9562), and made where the page isn’t secure', () => {
    const all = Array.from({ length: 500 }, newId)
    for (const id of all)
      expect(id).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/)
    expect(new Set(all).size).toBe(500)
  })
})

describe('shortcuts', () => {
  const press = (target: HTMLElement, init: KeyboardEventInit = {}) => {
    const event = new KeyboardEvent('keydown', { key: '1', bubbles: true, ...init })
    let typing = false
    document.body.addEventListener('keydown', (e) => (typing = isTyping(e)), { once: true })
    document.body.append(target)
    target.dispatchEvent(event)
    target.remove()
    return typing
  }
  it('leave fields, choices and the system’s own keys alone', () => {
    expect(press(document.createElement('input'))).toBe(true)
    expect(press(document.createElement('select'))).toBe(true)
    const radio = Object.assign(document.createElement('input'), { type: 'radio' })
    expect(press(radio)).toBe(false)
    expect(press(document.createElement('button'))).toBe(false)
    expect(press(document.createElement('p'), { ctrlKey: true })).toBe(true)
  })
})
