import { finite, strict, whole } from '../fields/index.ts'
import { asked, kindOf, timed, timesWords } from './kind.ts'

/** Asked for at first, and how much more next time, s (felt at the sides after 10 to 12 s: common practice, no source). */
export const EXHALE = { firstS: 8, moreS: 2, topS: 40, restS: 6 } as const

const tenths = (s: number) => Math.round(s * 10) / 10

/** A steady stream without the instrument, timed. */
export const exhale = kindOf(strict({ seconds: finite().min(0.5).max(180), aimS: whole(1, 180) }))({
  kind: 'exhale',
  title: 'Steady stream',
  stages: ['breath'],
  plan: { minutes: 2, air: true, everyDays: 21 },
  check() {},
  noted: (d) => `Steady stream ${tenths(d.seconds).toFixed(1)} s`,
  line(entries) {
    const last = entries.at(-1)
    return last ? `${tenths(last.seconds).toFixed(0)} s` : null
  },
  goal: {
    unit: 's',
    about: () => 'stream',
    title: () => 'Steady stream',
    checkAbout() {},
    limits: [1, 60],
    ease: (value) => Math.max(4, value - EXHALE.moreS),
    reached: (d) => (tenths(d.seconds) >= d.aimS ? Math.floor(d.seconds) : 0),
    next(history) {
      const last = history.at(-1)
      if (!last) return { value: EXHALE.firstS, why: `Not timed yet: begin with ${EXHALE.firstS} s.` }
      const blown = tenths(last.seconds)
      if (blown < last.aimS) {
        const value = Math.max(Math.ceil(blown), last.aimS - EXHALE.moreS)
        const how = value < last.aimS ? 'one step back' : 'the same again'
        return { value, why: `${blown.toFixed(1)} of ${last.aimS} s: ${how}, thinner.` }
      }
      const value = Math.max(Math.ceil(blown), Math.min(EXHALE.topS, last.aimS + EXHALE.moreS))
      return { value, why: `${blown.toFixed(1)} s, steady: on from there.` }
    },
  },
  series: (entries) =>
    entries.length
      ? [
          {
            about: 'stream',
            title: 'Steady stream',
            name: 'blown',
            unit: 's',
            better: 'more' as const,
            race: true,
            points: entries.map(({ at, data }) => ({
              at,
              value: tenths(data.seconds),
              aim: data.aimS,
              reached: tenths(data.seconds) >= data.aimS,
            })),
          },
        ]
      : [],
  rows({ entries, aim, observes, dizzy }) {
    if (!entries.length) return []
    const next = aim('stream')
    return [
      {
        id: 'exhale',
        kind: 'breath' as const,
        title: 'Steady stream on the hand',
        ...timed(
          { times: dizzy ? 2 : 4, eachS: next.value + EXHALE.restS, least: 2 },
          (n) => `${timesWords(n)}${observes ? '' : `, aim ${next.value} s`}`,
        ),
        ...asked(next, observes),
        weight: 50,
        aim: 'Cool and thin, the same all the way. Seated; dizzy: stop.',
        notes: [],
      },
    ]
  },
  *demo({ week, aim }, random) {
    if (week % 4 !== 1) return
    yield {
      stage: 'breath',
      data: {
        seconds: tenths(Math.max(4, 8 + 0.8 * week + 1.5 * random.normal())),
        aimS: aim('exhale', 'stream'),
      },
    }
  },
})
