/**
 * A sign for each thing that can be opened, drawn in lines on 40 × 24: what it sounds or looks like, never a letter. A file
 * that adds a part adds its sign here; without one a plain thread is drawn.
 */
export const SIGNS: Readonly<Record<string, string>> = {
  // Studio
  today: 'M4 14h32M10 14a3 3 0 1 0 0-.1M20 14a3 3 0 1 0 0-.1M30 14a3 3 0 1 0 0-.1',
  learners: 'M14 8a4 4 0 1 0 .1 0M6 22c1-7 15-7 16 0M28 10a3 3 0 1 0 .1 0M24 18c3-4 10-3 11 3',
  reeds: 'M14 22V9q0-7 6-7t6 7v13zM14 14q6 5 12 0',
  squeaks: 'M4 20q4-4 8 0M12 20C15-4 24-4 27 20M27 20q4-4 9 0',
  settings: 'M6 7h28M6 16h28M14 3.500v7M26 12.500v7',
  pencil: 'M8 20l3-8L27 3l5 5-16 9zM25 5l5 5',
  // Set-up
  checklist: 'M5 12h30M9 12a3 3 0 1 0 0-.1M20 12a3 3 0 1 0 0-.1M31 12a3 3 0 1 0 0-.1',
  gauge: 'M5 15h30M12 8v8M20 4v12M28 8v8',
  reed: 'M14 22V9q0-7 6-7t6 7v13zM14 14q6 5 12 0',
  advice: 'M8 22V9q0-6 5-6t5 6v13zM27 8c0-5 7-5 7 0 0 4-4 3-4 7M30 20v.1',
  instrument: 'M4 10l26-2 6-4v16l-6-4-26-2zM14 12h.1M19 12h.1M24 12h.1',
  // Breath
  'breath-cycle': 'M4 14C10 2 14 2 18 14S30 24 36 10',
  'breath-count': 'M4 20L12 8h8l16 12M12 8V4M20 8V4',
  exhale: 'M4 8h30M4 16h30M34 8q4 4 0 8',
  phrases: 'M4 14h9M17 14h9M30 14h6M13 8q2 2 0 5M26 8q2 2 0 5',
  'breath-watch': 'M14 4q-8 8-4 18M26 4q8 8 4 18M20 8v8M16 12l4 4 4-4',
  // Sound
  'first-minutes': 'M5 7h30M5 12q5-4 10 0t10 0 10 0M5 18h30',
  'small-part': 'M6 16l14-9h6v14H14zM26 7h8v14h-8',
  tries: 'M5 12a3 3 0 1 0 0-.1M14 12a3 3 0 1 0 0-.1M23 12a3 3 0 1 0 0-.1M32 12a3 3 0 1 0 0-.1',
  bend: 'M4 6q12 0 15 9t17-9',
  'long-tone': 'M4 9h32M4 15h32M4 12q8-2 16 0t16 0',
  'shaped-tone': 'M4 13q16-20 32 0M4 13q16 18 32 0',
  mouth: 'M4 12q8-8 13-5 3 2 6 0 5-3 13 5-16 12-32 0zM4 12q16 3 32 0',
  'both-ends': 'M4 19q8-3 12-1M24 6q6-3 12 0',
  overtone: 'M4 21q8-4 16 0t16 0M4 13q4-4 8 0t8 0 8 0 8 0M4 6h32',
  copied: 'M6 5v7M14 5v7M26 5v7M4 5h30M6 15v7M14 15v7M26 15v7M4 15h30',
  interval: 'M4 12h32M12 6v12M28 3v9',
  // Tune
  'tune-set': 'M4 5h32M4 12h32M4 19h32M12 15a3 2.500 0 1 0 .1 0M26 8a3 2.500 0 1 0 .1 0',
  'tune-played': 'M4 14q8-8 16 0t16-2M14 22V4M4 22h32',
  // Tongue
  strokes: 'M4 6h32M9 6v9M17 6v9M25 6v9M33 6v9',
  'tongue-tempo': 'M4 20h8v-5h8v-5h8V5h8',
  articulation: 'M4 8q10-8 20 0M26 16h4M33 16h3M4 16h20',
  rhythm: 'M6 18V5M6 5h10v13M25 18V5M34 18V9',
  echo: 'M4 8h13M4 16h6M23 8h13M23 16h6M19 4v16',
  'way-in': 'M4 18h10V8h22M24 3l-10 5 10 5',
  daily: 'M6 18V5h28v13M13 5v13M20 5v13M27 5v13',
  gracenotes: 'M4 15h32M12 15L16 4l2 11M26 15l3-9 2 9',
  'tongue-fault': 'M4 14q10-8 18-2 6 5 14 0M22 12l8-8',
  // Fingers
  'new-note': 'M20 13a6 4.500 0 1 0 .1 0M26 15V3M4 19h32',
  'break-step': 'M4 19h12M24 6h12M16 19q6 0 4-6t4-7',
  move: 'M5 8h12q4 0 4 8h14M5 16h10',
  passage: 'M4 17q4-10 8-4t8-3 8-4 8 2',
  recalled: 'M6 12a4 4 0 1 0 0-.1M18 12a4 4 0 1 0 0-.1M30 12h6M33 9v6',
  'any-fingers': 'M8 18V8M14 16V4M20 16V3M26 16V5M32 18v-7',
}
/** For what has no sign of its own. */
export const THREAD = 'M4 12q8-6 16 0t16 0'
