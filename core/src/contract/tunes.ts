import { array, boolean, lazy, number, string, type InferType } from 'yup'
import { printedLine } from '../records/index.ts'
import {
  finite,
  id,
  instrumentId,
  moment,
  name,
  noteText,
  strict,
  text,
  words,
  whole,
} from '../fields/index.ts'

/** A number in a query. */
const digits = () =>
  string().matches(
    /^-?\d{0,9}$/,
    ({ path, value }) => `${path} is “${String(value)}”; a whole number is written in digits.`,
  )

export const tuneFileQuery = strict({ name: text(200).optional().default(''), tune: digits().optional() })

/** A part as a choice. */
const partSummary = strict({
  id: words(100),
  name: text(200),
  instrument: instrumentId().optional().default(undefined),
  measures: whole(0, 1e6),
  /** Joined ties; no graces, cues or unpitched notes. */
  notes: whole(0, 1e7),
  percussion: boolean().optional().default(undefined),
})
export type PartSummary = InferType<typeof partSummary>

/** A tune that the studio keeps, with the file as it came. */
export const tuneRecord = strict({
  id: id(),
  title: name(200),
  /** Whose it is and what may be done with it, in the studio’s own words. */
  rights: text(500),
  format: string()
    .required()
    .oneOf(['musicxml', 'mxl', 'abc', 'midi'] as const),
  /** Which of an ABC file. */
  tune: whole(0, 1e9).nullable().defined(),
  addedAt: moment(),
  parts: array().of(partSummary).required().max(500),
  warnings: array().of(text(400)).required().max(50),
  /** The file, base64. */
  content: string()
    .required()
    .max(8_000_000)
    .matches(/^[A-Za-z0-9+/]*={0,2}$/, ({ path }) => `${path} isn’t base64.`),
})
export type TuneRecord = InferType<typeof tuneRecord>

const wish = strict({ onset: finite().min(0).max(1e6), wanted: boolean().required() })
const overruling = strict({
  written: noteText(),
  touches: array().of(string().required().max(20)).required().max(31),
  beside: noteText().optional().default(undefined),
  takes: boolean().required(),
})
/** How somebody plays a tune. */
export const tunePlayerInput = strict({
  part: words(100),
  as: string()
    .required()
    .oneOf(['written', 'sounding'] as const),
  octave: whole(-2, 2),
  /** Quarters a minute. */
  tempo: whole(10, 400),
  /** Breaths set and taken away by hand. */
  wishes: array().of(wish).required().max(500),
  overrulings: array().of(overruling).required().max(200),
})
export type TunePlayerInput = InferType<typeof tunePlayerInput>
export const tunePlayer = tunePlayerInput
  .shape({ tuneId: id(), learnerId: id(), instrument: instrumentId() })
  .noUnknown()
export type TunePlayer = InferType<typeof tunePlayer>
export const tunePlayerBody = tunePlayerInput.shape({ instrument: instrumentId() }).noUnknown()

/** A tune without its file. */
export const tuneAnswer = tuneRecord
  .omit(['content'])
  .shape({ players: array().of(tunePlayer).required() })
  .noUnknown()
export type TuneAnswer = InferType<typeof tuneAnswer>
export const tuneList = strict({ tunes: array().of(tuneAnswer).required() })
export const tunePatch = strict({ title: name(200), rights: text(500) })

const at = { measure: whole(0, 1e6), onset: finite().min(0) }
/** Bars are numbered as written: a number where it is one, else the words that stand there. */
const barNumber = () => lazy((v) => (typeof v === 'number' ? number().required() : text(40)))
export const partAnswer = strict({
  measures: array()
    .of(
      strict({
        number: barNumber(),
        /** How long it is, quarters. */
        beats: finite().min(0),
        notes: array()
          .of(
            strict({
              onset: finite().min(0),
              duration: finite().min(0),
              written: words(6),
              sounding: whole(-40, 200),
              tied: boolean().required(),
              grace: boolean().required(),
            }),
          )
          .required(),
      }),
    )
    .required(),
  order: array().of(whole(0, 1e6)).required(),
  keys: array()
    .of(strict({ measure: whole(0, 1e6), fifths: whole(-12, 12) }))
    .required(),
  tempos: array()
    .of(strict({ onset: finite().min(0), bpm: finite().min(0) }))
    .required(),
})

const readAs = {
  as: string().oneOf(['written', 'sounding'] as const),
  octave: digits().optional(),
}
export const readingQuery = strict({
  /** The part’s own, where it names one that is charted. */
  instrument: instrumentId().optional(),
  learner: text(64).optional(),
  /** Notes the learner has: `C4,D4`. */
  known: text(2000).optional(),
  tempo: digits().optional(),
  system: text(40).optional(),
  ...readAs,
})
const ends = strict({ written: words(6), sounding: whole(-40, 200) })
const longest = strict({ ...at, quarters: finite().min(0), seconds: finite().min(0) })
export const readingAnswer = strict({
  key: text(300),
  changedNotes: array()
    .of(strict({ step: words(1), alter: whole(-2, 2), measures: array().of(whole(0, 1e6)).required() }))
    .required(),
  newNotes: array()
    .of(strict({ written: words(6), measure: whole(0, 1e6) }))
    .required(),
  equalBars: array()
    .of(
      strict({
        kind: string()
          .required()
          .oneOf(['exact', 'transposed', 'rhythm'] as const),
        measures: array().of(whole(0, 1e6)).required(),
      }),
    )
    .required(),
  hardMoves: array()
    .of(
      strict({
        from: words(6),
        to: words(6),
        ...at,
        measures: array().of(whole(0, 1e6)).required(),
        difficulty: finite().min(0),
        why: text(300),
      }),
    )
    .required(),
  longest: strict({
    slur: longest.nullable().default(null),
    held: longest.nullable().default(null),
  }).required(),
  range: strict({ lowest: ends.required(), highest: ends.required() }).required(),
  crossings: array().of(strict(at)).required(),
  sections: array()
    .of(
      strict({
        from: whole(0, 1e6),
        to: whole(0, 1e6),
        label: text(100).optional().default(undefined),
        pace: string()
          .oneOf(['slow', 'fast'] as const)
          .optional()
          .default(undefined),
      }),
    )
    .required(),
  rests: array()
    .of(strict({ measure: whole(0, 1e6), bars: whole(1, 1e6) }))
    .required(),
  collisions: array()
    .of(strict({ ...at, words: text(300) }))
    .required(),
  tempo: strict({
    bpm: finite().min(0),
    from: string()
      .required()
      .oneOf(['asked', 'written', 'usual'] as const),
  }).required(),
  several: boolean().required(),
})
export type ReadingAnswer = InferType<typeof readingAnswer>

/** The part as somebody reads it; the file’s own pitches when left out. */
const reader = {
  instrument: instrumentId().optional().default(undefined),
  as: string()
    .oneOf(['written', 'sounding'] as const)
    .optional()
    .default(undefined),
  octave: whole(-2, 2).optional().default(undefined),
}
export const breathsQuestion = strict({
  /** Quarters a minute; out of range is told by who plans. */
  tempo: finite(),
  capacityS: finite(),
  wishes: array().of(wish).optional().default(undefined).max(500),
})
export const breathsAnswer = strict({
  plans: array()
    .of(strict({ breaths: array().of(strict(at)).required(), cost: finite().min(0) }))
    .required(),
})
/** A note as it was heard. */
const heard = {
  onsetS: finite().min(0).max(36_000),
  durationS: finite().min(0).max(3600),
  midi: finite().min(-40).max(200),
}
const MOST_HEARD = 20_000
export const judgeQuestion = strict({
  notes: array().of(strict(heard)).required().max(MOST_HEARD),
  tempo: finite(),
  ...reader,
})
const judged = strict({
  measure: whole(0, 1e6),
  index: whole(0, 1e6),
  verdict: string()
    .required()
    .oneOf(['right', 'wrong', 'missing', 'repeated'] as const),
  /** Which of what was heard, from 0. */
  played: whole(0, 1e6).optional().default(undefined),
  lateS: finite().optional().default(undefined),
})
const judgedTake = {
  notes: array().of(judged).required(),
  /** What was heard and is nowhere written. */
  extra: array().of(whole(0, 1e6)).required(),
  /** The player’s own tempo, quarters a minute. */
  bpm: finite().min(0),
}
export const judgeAnswer = strict(judgedTake)

export type JudgeAnswer = InferType<typeof judgeAnswer>

/** A take as it was heard, for the one verdict of it. */
export const playedQuestion = strict({
  notes: array()
    .of(
      strict({
        ...heard,
        begins: string<'tongue' | 'slur'>().oneOf(['tongue', 'slur']).optional().default(undefined),
      }),
    )
    .required()
    .max(MOST_HEARD),
  tempo: finite(),
  learner: id().optional().default(undefined),
  ...reader,
  /** Other strokes than are written, in bars by index. */
  strokes: strict({ scheme: words(20), from: whole(0, 1e6), to: whole(0, 1e6) })
    .optional()
    .default(undefined),
})
export const playedAnswer = strict({
  ...judgedTake,
  line: array().of(whole(0, 1e6)).required(),
  /** One mark a bar: c clean, w another note, m missing, l late or early, b a note between, r played again, - not reached. */
  bars: string().defined(),
  faults: array()
    .of(
      strict({
        kind: string()
          .required()
          .oneOf(['wrong', 'missing', 'between', 'late', 'early', 'tongued', 'slurred'] as const),
        measure: whole(0, 1e6),
        note: whole(0, 1e6),
        words: text(300),
        todo: text(300),
      }),
    )
    .required(),
  breaths: array()
    .of(strict({ ...at, planned: boolean().required() }))
    .required(),
  tuning: array()
    .of(strict({ written: words(6), cents: whole(-1200, 1200), times: whole(1, 1e6) }))
    .required(),
})
export type PlayedAnswer = InferType<typeof playedAnswer>

/** Other strokes than are written, in some bars by index; in all when left out. */
const strokes = {
  scheme: text(20).optional(),
  schemeFrom: digits().optional(),
  schemeTo: digits().optional(),
}

/** What a screen needs of a part at once. */
export const sheetQuery = strict({
  instrument: instrumentId().optional(),
  learner: text(64).optional(),
  tempo: digits().optional(),
  minutes: digits().optional(),
  /** Under the notes: one of the syllables, `count` for numbers. */
  under: text(20).optional(),
  ...strokes,
  ...readAs,
})
const plan = strict({
  /** “as it is now”, “with a breath of 12 s”. */
  label: text(80),
  breaths: array().of(strict(at)).required(),
  cost: finite().min(0),
  stretches: array()
    .of(
      strict({
        from: whole(0, 1e6),
        to: whole(0, 1e6),
        seconds: finite().min(0),
        reached: finite().min(0).max(1),
      }),
    )
    .required(),
})
export const sheetAnswer = strict({
  title: text(200),
  /** Drawn by the engraver; notes carry the id `n` and their index. */
  musicXml: string().required(),
  bars: array()
    .of(
      strict({
        number: text(40),
        start: finite().min(0),
        quarters: finite().min(0),
        /** The first bar that it equals. */
        as: whole(0, 1e6).optional().default(undefined),
      }),
    )
    .required(),
  order: array().of(whole(0, 1e6)).required(),
  notes: array()
    .of(
      strict({
        ...at,
        index: whole(0, 1e6),
        duration: finite().min(0),
        written: words(6),
        midi: whole(-40, 200),
        slurred: boolean().required(),
        rest: finite().min(0),
        touches: array().of(string().required()).required(),
        why: text(200).optional().default(undefined),
      }),
    )
    .required(),
  reading: readingAnswer.required(),
  toLearn: whole(0, 1e6),
  capacity: strict({
    seconds: finite(),
    low: finite(),
    high: finite(),
    from: whole(0, 1e6),
  }).required(),
  plans: array().of(plan).required(),
  /** The tempo at which the longest stretch would fit; null where it does already. */
  fits: finite().nullable().default(null),
  steps: array()
    .of(
      strict({
        kind: string()
          .required()
          .oneOf(['move', 'bar', 'before', 'section', 'joined'] as const),
        from: whole(0, 1e6),
        to: whole(0, 1e6),
        title: text(120),
        minutes: whole(1, 600),
        ladder: strict({ from: finite(), to: finite(), by: finite(), clean: whole(1, 20) }).required(),
        why: text(300),
        /** Written notes whose fingering a card shows, and the bars as it prints them. */
        notes: array().of(words(6)).required(),
        ...printedLine(64),
      }),
    )
    .required(),
  tempo: finite(),
})
export type SheetAnswer = InferType<typeof sheetAnswer>

/** On paper, or as a picture. */
export const tunePaperQuery = strict({
  instrument: instrumentId().optional(),
  learner: text(64).optional(),
  paper: string().oneOf(['A4', 'Letter'] as const),
  large: string().oneOf(['1'] as const),
  from: digits().optional(),
  to: digits().optional(),
  ...readAs,
})
export const tuneXmlQuery = strict({ learner: text(64).optional() })
