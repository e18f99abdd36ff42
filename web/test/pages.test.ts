// @vitest-environment happy-dom
import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import { useOutbox } from '@/api/index.ts'
import { useLesson } from '@/lesson/index.ts'
import LessonLine from '@/lesson/LessonLine.vue'
import NeedsNow from '@/lesson/NeedsNow.vue'
import NotedToday from '@/lesson/NotedToday.vue'
import LearnersCard from '@/card/LearnersCard.vue'
import { useNotices } from '@/base/notices.ts'
import BreathStage from '@/stages/breath/BreathStage.vue'
import FingersStage from '@/stages/fingers/FingersStage.vue'
import SoundStage from '@/stages/sound/SoundStage.vue'
import HomeStage from '@/stages/home/HomeStage.vue'
import Checklist from '@/stages/setup/Checklist.vue'
import GaugePanel from '@/stages/setup/GaugePanel.vue'
import PiecePanel from '@/stages/setup/PiecePanel.vue'
import Learners from '@/studio/learners/Learners.vue'
import Reeds from '@/studio/reeds/Reeds.vue'
import ReedShelf from '@/reeds/ReedShelf.vue'
import Settings from '@/studio/settings/Settings.vue'
import Today from '@/studio/today/Today.vue'
import { button, openHouse, type House } from './real-server.ts'

let house: House
beforeAll(async () => {
  house = await openHouse()
})
afterAll(() => house.close())

const openLesson = async (learner: string) => {
  const lesson = useLesson()
  await lesson.open(`${learner}-w13`)
  return lesson
}
const press = (key: string) =>
  document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))

describe('today', () => {
  it('lists who comes in order of time, and marks the next lesson', async () => {
    const today = await house.mount(Today)
    const shown = () => today.findAll('.due .time').map((t) => t.text())
    await vi.waitFor(() => expect(shown().length).toBe(5), { timeout: 15_000 })
    const times = shown()
    expect(times).toEqual([...times].sort())
    expect(today.findAll('.due .lesson.next')).toHaveLength(1)
    expect(today.text()).toContain('The Slipway Wind Room')
    expect(today.find('.due .caution').text()).toContain('Dizzy at home')
    today.unmount()
  })
})

describe('the roster', () => {
  it('lays a learner aside and brings the same one back', async () => {
    const page = await house.mount(Learners, { path: '/learners' })
    expect(page.findAll('.learner')).toHaveLength(8)
    await button(page, 'Lay Juniper Holm aside').trigger('click')
    await house.settle()
    expect(page.text()).toContain('Laid aside')
    await useNotices().list.at(-1)!.undo!()
    await house.settle()
    expect(page.text()).not.toContain('Laid aside')
    page.unmount()
  })
})

describe('the lesson’s frame', () => {
  it('says on the line what was done, and what the learner needs', async () => {
    const lesson = await openLesson('ottoline-brask')
    const line = await house.mount(LessonLine, { props: { current: 'sound' } })
    expect(line.findAll('.stop').map((s) => s.find('b').text())).toEqual([
      'Set-up',
      'Breath',
      'Sound',
      'Tongue',
      'Fingers',
      'Tune',
      'Home',
    ])
    expect(line.find('[aria-current="step"]').text()).toContain('Sound')
    expect(line.findAll('.done')).toHaveLength(0)
    await lesson.add('fingers', 'move', { from: 'A4', to: 'B4', clean: 5, tries: 8, late: null })
    await house.settle()
    expect(line.findAll('.done')).toHaveLength(1)
    expect(line.text()).toContain('5 of 8')
    const needs = await house.mount(NeedsNow, { props: { answer: lesson.answer } })
    expect(needs.text()).toContain('Long tone stuck at')
    expect(needs.text()).toMatch(/Long tone E4: \d+ s/)
    const noted = await house.mount(NotedToday)
    expect(noted.text()).toContain('A4 to B4: 5 of 8 clean')
    await button(noted, 'Take back').trigger('click')
    await house.settle()
    expect(noted.text()).toContain('Nothing yet')
    for (const w of [line, needs, noted]) w.unmount()
  })
  it('shows no number to beat to who observes', async () => {
    const lesson = await openLesson('pim-askerud')
    const needs = await house.mount(NeedsNow, { props: { answer: lesson.answer } })
    expect(needs.text()).toContain('Listen, don’t count')
    expect(needs.text()).not.toMatch(/\d s\b/)
    needs.unmount()
  })
})

describe('the checklist', () => {
  it('marks what came back in its place, and goes on by itself', async () => {
    await openLesson('saskia-vell')
    const list = await house.mount(Checklist)
    expect(list.find('.step').text()).toContain('Everything at hand')
    const often = list.findAll('.step').find((s) => s.find('.often').exists())!
    expect(often.text()).toMatch(/Tip level with the mouthpiece.*[34]×/)
    press(' ')
    await house.settle()
    expect(list.findAll('.steps .ok')).toHaveLength(1)
    press('a')
    await house.settle()
    expect(list.findAll('.steps .wrong')).toHaveLength(1)
    press('ArrowUp')
    await house.settle()
    expect(list.findAll('[aria-current="step"]')).toHaveLength(1)
    expect(list.find('.steps .wrong [aria-current="step"]').exists()).toBe(true)
    expect(list.find('.fault.chosen').exists()).toBe(true)
    list.unmount()
  })
})

describe('the gauge', () => {
  it('judges what is typed and computes each note', async () => {
    await openLesson('leopold-quist')
    const gauge = await house.mount(GaugePanel)
    expect(gauge.find('h2').text()).toBe('Mouthpiece on the neck cork')
    const input = gauge.find('#m-covered')
    await input.setValue('95')
    await input.trigger('blur')
    await house.settle()
    expect(gauge.find('.wrong').text()).toContain('Sharp, the short notes most.')
    expect(gauge.find('.answer').text()).toMatch(/^9\.\d mm shorter than 62 % of the cork covered: B♭3 \+\d+/)
    expect(gauge.findAll('.bar').length).toBeGreaterThan(30)
    await button(gauge, 'Note it').trigger('click')
    await house.settle()
    expect(useLesson().own.at(-1)).toMatchObject({
      kind: 'gauge',
      data: { gaugeId: 'neck', values: [{ measure: 'covered', value: 95 }] },
    })
    gauge.unmount()
  })
})

describe('breath', () => {
  it('shows the plan, changes it, and has the caution before anybody holds the breath', async () => {
    await openLesson('wilhelmina-tarn')
    const stage = await house.mount(BreathStage)
    await button(stage, 'Breath by counts').trigger('click')
    await vi.waitFor(() => expect(stage.text()).toContain('out, wait, in'), { timeout: 15_000 })
    expect(stage.text()).toContain('Planned: stale air out first, then in')
    expect(stage.text()).not.toContain('a doctor first')
    await button(stage, 'out, wait, in').trigger('click')
    expect(stage.find('.caution').text()).toContain('a doctor first')
    expect(button(stage, /^Seated, and well/)).toBeTruthy()
    await stage.find('#plan-breath').setValue('two quiet breaths')
    await button(stage, 'Change plan').trigger('click')
    await house.settle()
    expect(stage.text()).toContain('Planned: two quiet breaths')
    stage.unmount()
  })
})

describe('a stop', () => {
  it('opens where this learner was: what was noted anywhere, or opened here since', async () => {
    localStorage.clear()
    const lesson = await openLesson('leopold-quist')
    const chosen = async () => {
      const stage = await house.mount(SoundStage)
      const name = stage.find('[role=radio][aria-checked=true]').text()
      return { stage, name }
    }
    // Noted on whatever device.
    await lesson.add(
      'sound',
      'tone-by-hand',
      { written: 'E4', targetS: 4, lengthS: 5, level: true },
      'tapped',
    )
    const tries = { part: lesson.inst!.teaching.smallParts[0]!.id, spoke: 3, tries: 4 }
    await lesson.add('sound', 'tries', tries, 'tapped')
    await house.settle()
    const first = await chosen()
    expect(first.name).toBe('First sounds')
    await button(first.stage, 'Long tone').trigger('click')
    await house.settle()
    first.stage.unmount()
    const second = await chosen()
    expect(second.name).toBe('Long tone')
    second.stage.unmount()
  })
  it('leaves its notes for who asks why it squeaked, in this lesson only', async () => {
    const lesson = await openLesson('leopold-quist')
    const stage = await house.mount(FingersStage, { path: '/fingers/leopold-quist-w13' })
    await button(stage, 'Move').trigger('click')
    await vi.waitFor(() => expect(stage.findAll('svg.drawing')).toHaveLength(2), { timeout: 15_000 })
    stage.unmount()
    expect(lesson.workedOn).toMatchObject({ stop: 'fingers' })
    expect(lesson.workedOn!.notes).toHaveLength(2)
    await openLesson('pim-askerud')
    expect(lesson.workedOn).toBeUndefined()
  })
})

describe('fingers', () => {
  it('counts tries by key and keeps them', async () => {
    await openLesson('ottoline-brask')
    const stage = await house.mount(FingersStage)
    await button(stage, 'Move').trigger('click')
    // The part is loaded when it is first opened.
    await vi.waitFor(() => expect(stage.findAll('svg.drawing')).toHaveLength(2), { timeout: 15_000 })
    for (const key of ['c', 'x', 'c']) press(key)
    await house.settle()
    await button(stage, 'Keep 2 of 3').trigger('click')
    await house.settle()
    expect(useLesson().own.at(-1)).toMatchObject({ kind: 'move', data: { clean: 2, tries: 3 } })
    expect(button(stage, 'Keep 0 of 0').attributes('disabled')).toBeDefined()
    stage.unmount()
  })
  it('has the fingers of every instrument, and says how hard a move is', async () => {
    await openLesson('leopold-quist')
    const stage = await house.mount(FingersStage)
    await button(stage, 'Move').trigger('click')
    // The part is loaded when it is first opened.
    await vi.waitFor(() => expect(stage.findAll('svg.drawing')).toHaveLength(2), { timeout: 15_000 })
    expect(stage.find('.hard').text()).toMatch(/^Difficulty \d+\.\d: .*moving fingers/)
    stage.unmount()
  })
})

describe('home and the learner’s card', () => {
  it('composes within the minutes, takes rows off with undo, and is ticked by the learner', async () => {
    const lesson = await openLesson('ottoline-brask')
    const home = await house.mount(HomeStage)
    expect(home.text()).toContain('composed from what was done today')
    await button(home, 'Compose the card').trigger('click')
    await house.settle()
    const rows = () => home.findAll('.row h3').map((h) => h.text())
    await vi.waitFor(() => expect(rows().length).toBeGreaterThan(0), { timeout: 15_000 })
    const all = rows()
    expect(all).toContain('Long tone')
    expect(Number(home.find('.sum .total').text())).toBeLessThanOrEqual(20)
    await button(home, 'Take Tune off').trigger('click')
    expect(rows()).not.toContain('Tune')
    useNotices().list.at(-1)!.undo!()
    await house.settle()
    expect(rows()).toEqual(all)

    const card = await house.mount(LearnersCard, { props: { id: lesson.answer!.card!.id, whole: true } })
    const boxes = card.findAll('button.box')
    const { sessions } = lesson.answer!.card!
    expect(boxes).toHaveLength(all.length * sessions)
    // A session counts when half of its rows are ticked; before that the boxes are counted.
    // Each note can be heard at home.
    const names = card.findAll('.notes figcaption').map((f) => f.text())
    expect(names.length).toBeGreaterThan(0)
    for (const name of names) expect(name).toMatch(/^[A-G][♭♯]?\d Hear it$/)
    await boxes[0]!.trigger('click')
    await house.settle()
    expect(card.find('.practised').text()).toBe(`0 of ${sessions} sessions, 1 of ${boxes.length} boxes`)
    await card.findAll('button.box')[0]!.trigger('click')
    await house.settle()
    expect(card.find('.practised').text()).toBe(`0 of ${sessions} sessions`)
    await button(card, 'Sore').trigger('click')
    await card.find('#words').setValue('lower lip')
    await button(card, 'Tell the teacher').trigger('click')
    await house.settle()
    expect(card.find('.caution').text()).toBe('Sore: lower lip')
    for (const w of [home, card]) w.unmount()
  })
  it('keeps changes over leaving, brings them back after composing anew, and offers both after a conflict', async () => {
    const lesson = await openLesson('casimir-odell')
    let home = await house.mount(HomeStage)
    await button(home, 'Compose the card').trigger('click')
    await house.settle()
    const amount = () => home.findAll('.row .what input')[0]!.element as HTMLInputElement
    await vi.waitFor(() => expect(home.findAll('.row .what input').length).toBeGreaterThan(0), 15_000)
    await home.findAll('.row .what input')[0]!.setValue('changed by hand')
    expect(button(home, 'Save changes').attributes('disabled')).toBeUndefined()
    // Leaving and coming back.
    home.unmount()
    home = await house.mount(HomeStage)
    expect(amount().value).toBe('changed by hand')
    expect(home.text()).toContain('Changed here, not saved yet.')
    // Composing anew overwrites it, and can be undone.
    await button(home, 'Compose anew from today').trigger('click')
    await vi.waitFor(() => expect(amount().value).not.toBe('changed by hand'), { timeout: 15_000 })
    await house.settle()
    await useNotices().list.at(-1)!.undo!()
    await house.settle()
    expect(amount().value).toBe('changed by hand')
    // Somebody saves another card meanwhile.
    const card = lesson.answer!.card!
    await fetch(`/api/cards/${card.id}`, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        version: card.version,
        sessions: 3,
        listenFor: 'theirs',
        rows: card.rows.slice(0, 1),
      }),
    })
    await lesson.refresh()
    await house.settle()
    expect(home.find('[role="alert"]').text()).toContain('changed elsewhere meanwhile')
    expect(amount().value).toBe('changed by hand')
    await button(home, 'Keep mine').trigger('click')
    await house.settle()
    expect(home.find('[role="alert"]').exists()).toBe(false)
    expect(lesson.answer!.card!.rows[0]!.amount).toBe('changed by hand')
    expect(lesson.answer!.card!.listenFor).not.toBe('theirs')
    home.unmount()
  })
  it('is ticked and reported on while the server is away, and sent when it is back', async () => {
    const lesson = await openLesson('ottoline-brask')
    const card = await house.mount(LearnersCard, { props: { id: lesson.answer!.lastCard!.id, whole: true } })
    const outbox = useOutbox()
    const real = globalThis.fetch
    vi.stubGlobal('fetch', () => Promise.reject(new TypeError('no network')))
    const box = () => card.findAll('.box').find((b) => b.text() !== '✓')!
    const label = box().attributes('aria-label')
    const before = card.findAll('.box[aria-pressed="true"]').length
    await box().trigger('click')
    await button(card, 'Dizzy').trigger('click')
    await button(card, 'Tell the teacher').trigger('click')
    await outbox.flush()
    await house.settle()
    expect(label).toBeDefined()
    expect(card.findAll('.box[aria-pressed="true"]')).toHaveLength(before + 1)
    expect(card.findAll('.caution').at(-1)!.text()).toBe('Dizzy')
    expect(outbox.late).toBe(2)
    vi.stubGlobal('fetch', real)
    await outbox.flush()
    await house.settle()
    expect(outbox.late).toBe(0)
    expect(card.findAll('.box[aria-pressed="true"]')).toHaveLength(before + 1)
    card.unmount()
    const again = await house.mount(LearnersCard, { props: { id: lesson.answer!.lastCard!.id, whole: true } })
    expect(again.findAll('.box[aria-pressed="true"]')).toHaveLength(before + 1)
    expect(again.findAll('.caution').at(-1)!.text()).toBe('Dizzy')
    again.unmount()
  })
  it('says when a card isn’t there', async () => {
    const card = await house.mount(LearnersCard, { props: { id: 'nothing' } })
    expect(card.text()).toContain('isn’t here')
    card.unmount()
  })
})

describe('reeds', () => {
  it('lists every shelf and opens one', async () => {
    const page = await house.mount(Reeds)
    expect(page.findAll('.shelf').length).toBe(7)
    // Who has to order soonest comes first, who can’t be told last; dates in words.
    const sentences = page.findAll('.shelf').map((s) => s.text())
    // Who never entered a reed needs to order none.
    const unknown = /Not enough data|No reed entered yet/
    const firstUnknown = sentences.findIndex((t) => unknown.test(t))
    expect(firstUnknown).toBeGreaterThan(0)
    expect(sentences.slice(0, firstUnknown).every((t) => /order (now|by \d+\u00a0[A-Z])/.test(t))).toBe(true)
    expect(sentences.slice(firstUnknown).every((t) => unknown.test(t))).toBe(true)
    await page.findAll('.shelf')[0]!.trigger('click')
    await house.settle()
    expect(page.findAll('.reed').length).toBeGreaterThan(1)
    page.unmount()
  })
  it('logs “played” with one tap and a rating with two, and takes it back', async () => {
    const shelf = await house.mount(ReedShelf, {
      props: { learnerId: 'leopold-quist', instrumentId: 'alto-sax', minutes: 25 },
    })
    const row = () => shelf.findAll('.reed').find((r) => r.find('select').element.value === 'rotation')!
    const minutes = () => Number(/^(\d+) min/.exec(row().findAll('div')[1]!.text())![1])
    const name = row().find('.name').text()
    const before = minutes()
    await button(shelf, `Played: ${name}`).trigger('click')
    await house.settle()
    const named = () => shelf.findAll('.reed').find((r) => r.find('.name').text() === name)!
    expect(named().text()).toContain(`${before + 25} min`)
    await useNotices().list.at(-1)!.undo!()
    await house.settle()
    expect(named().text()).toContain(`${before} min`)
    await button(shelf, `Played and rated: ${name}`).trigger('click')
    await button(shelf, `Rate ${name} 5 of 5`).trigger('click')
    await house.settle()
    expect(named().text()).toContain(`${before + 25} min, rated 5`)
    shelf.unmount()
  })
})

describe('the instrument itself', () => {
  it('is added with its owner and noted on', async () => {
    const panel = await house.mount(PiecePanel, {
      props: { learnerId: 'ruaridh-penhallow', instrumentId: 'chanter' },
    })
    expect(panel.findAll('.piece')).toHaveLength(1)
    await panel.find('[aria-label="Name of the instrument"]').setValue('Spare chanter')
    await panel.find('form.new').trigger('submit')
    await house.settle()
    expect(panel.findAll('.piece')).toHaveLength(2)
    await panel.find('.piece [aria-label="What was found"]').setValue('hemp loose')
    await panel.find('.piece form').trigger('submit')
    await house.settle()
    expect(panel.text()).toContain('hemp loose')
    panel.unmount()
  })
})

describe('settings', () => {
  it('keep name and reference pitch', async () => {
    const page = await house.mount(Settings)
    expect((page.find('#s-name').element as HTMLInputElement).value).toBe('The Slipway Wind Room')
    await page.find('#s-name').setValue('The Upper Slip')
    await button(page, 'Save').trigger('click')
    await house.settle()
    const again = await house.mount(Settings)
    expect((again.find('#s-name').element as HTMLInputElement).value).toBe('The Upper Slip')
    // The first page doesn't know what the second one saved.
    await again.find('#s-place').setValue('Below the loft')
    await button(again, 'Save').trigger('click')
    await house.settle()
    await page.find('#s-name').setValue('The Lower Slip')
    await button(page, 'Save').trigger('click')
    await house.settle()
    expect((page.find('#s-place').element as HTMLInputElement).value).toBe('Below the loft')
    await again.find('#s-name').setValue('The Middle Slip')
    await button(again, 'Save').trigger('click')
    await house.settle()
    expect(again.find('[role="alert"]').text().replace(/\s+/g, ' ')).toContain('Name, there “The Lower Slip”')
    await button(again, 'Take that').trigger('click')
    await button(again, 'Save').trigger('click')
    await house.settle()
    expect(await (await fetch('/api/studio')).json()).toMatchObject({
      name: 'The Lower Slip',
      place: 'Below the loft',
    })
    for (const w of [page, again]) w.unmount()
  })
  it('say how long what is kept', async () => {
    const page = await house.mount(Settings)
    const kept = page.find('.keeping').text()
    // 8 weeks before the last 14 days; a sign-in's rule as ASVS would have it.
    for (const words of [
      'After 10 weeks of use nothing deleted is left',
      'the newest 7 in any case',
      '12 hours without use, 30 days at most',
    ])
      expect(kept).toContain(words)
    page.unmount()
  })
})
