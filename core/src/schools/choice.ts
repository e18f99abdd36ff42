/**
 * Where practitioners disagree, the ways stand side by side by name. A learner's choice comes first, then the studio's,
 * then the way that is named first here. Each family's folder adds its own.
 *
 * @example choiceOf(ATTITUDE, { attitude: 'observe' }, {}) // 'observe'
 */

export interface Choice {
  id: string
  words: string
  /** What others hold against it; shown with it. */
  objection?: string
}

export interface School {
  id: string
  /** What it is about: “Start of a long tone”. */
  about: string
  /** The first is taken while nobody has chosen. */
  choices: readonly [Choice, ...Choice[]]
}

/** Chosen ways by the id of their school. */
export type Chosen = Readonly<Record<string, string>>

/** The way that is taught: of the first voice that names one, else the school's first. */
export function choiceOf(school: School, ...voices: (Chosen | undefined)[]): string {
  for (const voice of voices) {
    const named = voice?.[school.id]
    if (named !== undefined && school.choices.some((c) => c.id === named)) return named
  }
  return school.choices[0].id
}
