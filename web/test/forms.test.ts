import { afterAll, beforeAll, describe, expect, it, vi } from 'vitest'
import LearnerForm from '@/studio/learners/LearnerForm.vue'
import NewLesson from '@/studio/today/NewLesson.vue'
import { useStudio } from '@/studio/store.ts'
import { openHouse, type House } from './real-server.ts'

let house: House
beforeAll(async () => {
  house = await openHouse()
})
afterAll(() => house.close())

/** Dialogs are drawn at the end of the page, outside their component. */
const dialog = () => document.querySelector('.ant-modal') as HTMLElement
const press = async (text: string) => {
  const buttons = [...dialog().querySelectorAll('button')]
  buttons.find((b) => b.textContent?.trim() === text)!.click()
  await house.settle()
}
async function type(selector: string, value: string) {
  const input = dialog().querySelector(selector) as HTMLInputElement
  input.value = value
  input.dispatchEvent(new Event('input', { bubbles: true }))
  input.dispatchEvent(new Event('change', { bubbles: true }))
  await house.settle()
}

describe('a new learner', () => {
  it('is refused field by field, then added', async () => {
    const form = await house.mount(LearnerForm, { props: { open: true } })
    await press('Add')
    expect(dialog().querySelector('[role="alert"]')?.textContent).toContain('Write a name.')
    await type('#l-name', 'Wim Oster')
    await press('Add')
    expect(dialog().querySelector('[role="alert"]')?.textContent).toContain('Write the year of birth.')
    await type('#l-year', '1492')
    await press('Add')
    expect(dialog().querySelector('[role="alert"]')?.textContent).toContain('least allowed is 1900')
    // A child's lips bear less in the first weeks; it is said, and nobody is kept from it.
    const year = new Date().getFullYear()
    await type('#l-year', String(year - 9))
    expect(dialog().textContent).toContain('15 minutes a day are a lot for a child in the first weeks')
    await type('#l-year', String(year - 20))
    expect(dialog().textContent).not.toContain('minutes a day are a lot')
    await type('#l-year', '2012')
    await press('Add')
    expect(dialog().querySelector('[role="alert"]')?.textContent).toContain('Choose an instrument.')
    const flute = [...dialog().querySelectorAll('label')].find((l) => l.textContent?.trim() === 'Flute')!
    flute.querySelector('input')!.click()
    await house.settle()
    await press('Add')
    await vi.waitFor(
      () => expect(useStudio().learners?.some((l) => l.name === 'Wim Oster')).toBe(true),
      15_000,
    )
    form.unmount()
  })
})

describe('a learner who is there', () => {
  it('is changed in the same form, and comes every week from then on', async () => {
    document.body.innerHTML = ''
    await useStudio().load()
    const learner = useStudio().learners!.find((l) => l.name === 'Wim Oster')!
    const form = await house.mount(LearnerForm, { props: { open: false, learner } })
    await form.setProps({ open: true })
    await house.settle()
    await vi.waitFor(
      () => expect((dialog().querySelector('#l-name') as HTMLInputElement).value).toBe('Wim Oster'),
      15_000,
    )
    await type('#l-name', 'Wim Ostergaard')
    const comes = dialog().querySelector('#l-regular') as HTMLSelectElement
    comes.selectedIndex = 3
    comes.dispatchEvent(new Event('change', { bubbles: true }))
    await house.settle()
    await type('#l-time', '09:10')
    await press('Save')
    const changed = useStudio().learners!.find((l) => l.id === learner.id)!
    expect(changed).toMatchObject({
      name: 'Wim Ostergaard',
      regular: { weekday: 3, time: '09:10', minutes: 30, instrument: 'flute' },
    })
    await useStudio().load()
    const made = (await (await fetch(`/api/learners/${learner.id}`)).json()) as {
      lessons: { startsAt: string }[]
    }
    expect(made.lessons.length).toBeGreaterThanOrEqual(1)
    expect(made.lessons.every((l) => l.startsAt.endsWith('T09:10:00'))).toBe(true)
    form.unmount()
  })
})

/** Changes somebody as if at another machine. */
const elsewhere = (id: string, patch: object) =>
  fetch(`/api/learners/${id}`, {
    method: 'PATCH',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(patch),
  })

describe('a learner whom somebody else changes meanwhile', () => {
  const opened = async () => {
    document.body.innerHTML = ''
    await useStudio().load()
    const learner = useStudio().learners!.find((l) => l.name === 'Wim Ostergaard')!
    const form = await house.mount(LearnerForm, { props: { open: false, learner } })
    await form.setProps({ open: true })
    await house.settle()
    return {
      form,
      learner,
      now: async () => {
        await useStudio().load()
        return useStudio().learners!.find((l) => l.id === learner.id)!
      },
    }
  }
  it('has both changes where they are of other fields, consent among them', async () => {
    const { form, learner, now } = await opened()
    await elsewhere(learner.id, { minutesPerSession: 25 })
    await type('#l-note', 'hears well')
    const agreed = dialog().querySelector('#l-consent') as HTMLSelectElement
    agreed.selectedIndex = 1
    agreed.dispatchEvent(new Event('change', { bubbles: true }))
    await house.settle()
    await type('#l-agreed', '')
    await press('Save')
    expect(dialog().querySelector('[role="alert"]')?.textContent).toBe('Say on which day that was agreed.')
    await type('#l-agreed', '2026-03-02')
    await press('Save')
    expect(await now()).toMatchObject({
      minutesPerSession: 25,
      note: 'hears well',
      consent: { by: 'guardian', on: '2026-03-02' },
    })
    form.unmount()
  })
  it('offers both where they are of the same one', async () => {
    const { form, learner, now } = await opened()
    await elsewhere(learner.id, { note: 'theirs' })
    await type('#l-note', 'mine')
    await press('Save')
    const told = () => dialog().querySelector('[role="alert"]')?.textContent?.replace(/\s+/g, ' ')
    expect(told()).toContain('Changed elsewhere meanwhile')
    expect(told()).toContain('Note, there “theirs”')
    expect((await now()).note).toBe('theirs')
    await press('Keep mine')
    expect((await now()).note).toBe('mine')
    await form.setProps({ open: false })
    await form.setProps({ open: true, learner: await now() })
    await elsewhere(learner.id, { note: 'theirs again' })
    await type('#l-note', 'mine again')
    await press('Save')
    await press('Take that')
    expect((dialog().querySelector('#l-note') as HTMLTextAreaElement).value).toBe('theirs again')
    await press('Save')
    expect((await now()).note).toBe('theirs again')
    form.unmount()
  })
})

describe('a new lesson', () => {
  it('asks who comes, offers their instruments, and is opened', async () => {
    document.body.innerHTML = ''
    await useStudio().load()
    const before = useStudio().today!.lessons.length
    const form = await house.mount(NewLesson, { props: { open: false } })
    await form.setProps({ open: true })
    await house.settle()
    await press('Open it')
    expect(dialog().querySelector('[role="alert"]')?.textContent).toBe('Choose who comes.')
    const who = dialog().querySelector('#lesson-learner') as HTMLSelectElement
    const saskia = [...who.options].find((o) => o.textContent === 'Saskia Vell')!
    who.selectedIndex = saskia.index
    who.dispatchEvent(new Event('change', { bubbles: true }))
    await house.settle()
    const offered = [...(dialog().querySelector('#lesson-instrument') as HTMLSelectElement).options].map(
      (o) => o.textContent,
    )
    expect(offered).toEqual(['Clarinet in B♭', 'Tenor saxophone'])
    await press('Open it')
    expect(useStudio().today!.lessons.length).toBe(before + 1)
    form.unmount()
  })
})
