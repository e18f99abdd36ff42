import { expect, type APIRequestContext } from '@playwright/test'

let made = 0
const unique = () => `e2e-${Date.now()}-${++made}`

/** A lesson of today that no other test touches, on the learner's first instrument; gives its address. */
export async function ownLesson(request: APIRequestContext, learner: string): Promise<string> {
  const known = await (await request.get(`/api/learners/${learner}`)).json()
  const instrument = (known as { learner: { instruments: string[] } }).learner.instruments[0]!
  const id = unique()
  const day = new Date().toLocaleDateString('sv-SE')
  const two = (n: number) => String(n % 60).padStart(2, '0')
  const answer = await request.post(`/api/learners/${learner}/lessons`, {
    data: { id, instrument, startsAt: `${day}T23:${two(made)}:${two(made * 7)}`, minutes: 30 },
  })
  expect(answer.status()).toBe(201)
  return `/lessons/${id}`
}

/** Something that happened in it before the test begins. */
export async function happened(
  request: APIRequestContext,
  lesson: string,
  entry: { stage: string; kind: string; provenance: string; data: object },
): Promise<void> {
  const answer = await request.post(`/api${lesson}/entries`, { data: { id: unique(), ...entry } })
  expect(answer.status(), await answer.text()).toBe(201)
}

/** A long tone on E4 as the microphone would have left it. */
export const TONE = {
  stage: 'sound',
  kind: 'long-tone',
  provenance: 'microphone',
  data: {
    written: 'E4',
    targetS: 21,
    lengthS: 12,
    cents: 2,
    steadinessCents: 6,
    driftCents: 0,
    sagCents: 0,
    rangeDb: 2,
    hnrDb: 20,
    wobbleCents: null,
    wobbleHz: null,
    centsCurve: [0, 1, 0],
    dbCurve: [-12, -12, -12],
  },
}
