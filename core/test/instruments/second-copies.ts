/**
 * The charts a second time, written apart from the first copy and in another notation: the tube read from top to
 * bottom, one sign a finger, keys named after the note they give in the upper register. Standard fingerings only.
 */
export const CLARINET_AGAIN = `
  C7  TR-2-/---  Eb
  B6  TR-23/---  G# Eb
  Bb6 TR-23/---  Eb
  A6  TR-23/-2-  Eb
  G#6 TR-23/1--  Eb
  G6  TR-2-/---  Eb side1
  F#6 TR-2-/---  Eb
  F6  TR-23/---  G# Eb
  E6  TR-23/---  Eb
  Eb6 TR-23/-2-  Eb
  D6  TR-23/1--  Eb
  C#6 TR-23/12-
  C6  TR---/---
  B5  TR1--/---
  Bb5 TR12-/---  side1
  A5  TR12-/---
  G#5 TR123/---  G#
  G5  TR123/---
  F#5 TR123/-2-
  F5  TR123/1--
  E5  TR123/12-
  Eb5 TR123/123  Eb
  D5  TR123/123
  C#5 TR123/123  leftC#
  C5  TR123/123  rightC
  B4  TR123/123  leftB
  Bb4 -R---/---  Athroat
  A4  -----/---  Athroat
  G#4 -----/---  G#throat
  G4  -----/---
  F#4 --1--/---
  F4  T----/---
  E4  T-1--/---
  Eb4 T-12-/---  side1
  D4  T-12-/---
  C#4 T-123/---  G#
  C4  T-123/---
  B3  T-123/-2-
  Bb3 T-123/1--
  A3  T-123/12-
  G#3 T-123/123  Eb
  G3  T-123/123
  F#3 T-123/123  leftC#
  F3  T-123/123  rightC
  E3  T-123/123  leftB
`

export const CLARINET_KEYS: Record<string, string> = {
  leftB: 'L4:E',
  rightC: 'R4:F',
  'leftC#': 'L4:F#',
  'G#': 'L4:C#',
  Eb: 'R4:G#',
  side1: 'R1:side1',
  Athroat: 'L1:A',
  'G#throat': 'L1:G#',
}

export const FLUTE_AGAIN = `
  C7  -123/1--  G#
  B6  T1-3/---  trill2
  Bb6 T---/1--  trill1
  A6  T-2-/1--  Eb
  G#6 --23/---  G# Eb
  G6  -123/---  Eb
  F#6 T1-3/--3  Eb
  F6  T1-3/1--  Eb
  E6  T12-/12-  Eb
  Eb6 T123/123  G# Eb
  D6  T-23/---  Eb
  C#6 ----/---  Eb
  C6  -1--/---  Eb
  B5  T1--/---  Eb
  Bb5 T1--/1--  Eb
  A5  T12-/---  Eb
  G#5 T123/---  G# Eb
  G5  T123/---  Eb
  F#5 T123/--3  Eb
  F5  T123/1--  Eb
  E5  T123/12-  Eb
  Eb5 T-23/123  Eb
  D5  T-23/123
  C#5 ----/---  Eb
  C5  -1--/---  Eb
  B4  T1--/---  Eb
  Bb4 T1--/1--  Eb
  A4  T12-/---  Eb
  G#4 T123/---  G# Eb
  G4  T123/---  Eb
  F#4 T123/--3  Eb
  F4  T123/1--  Eb
  E4  T123/12-  Eb
  Eb4 T123/123  Eb
  D4  T123/123
  C#4 T123/123  lowC#
  C4  T123/123  lowC
`

export const FLUTE_KEYS: Record<string, string> = {
  'G#': 'L4:G#',
  Eb: 'R4:Eb',
  'lowC#': 'R4:C#',
  lowC: 'R4:C',
  trill1: 'R2:tr1',
  trill2: 'R3:tr2',
}

/** O: the octave lever. Keys named after the note they give alone, palm keys with p. */
export const SAXOPHONE_AGAIN = `
  F#6 O---/---  pD pEb pF sE sF#
  F6  O---/---  pD pEb pF sE
  E6  O---/---  pD pEb sE
  Eb6 O---/---  pD pEb
  D6  O---/---  pD
  C#6 O---/---
  C6  O-2-/---
  B5  O1--/---
  Bb5 O12-/---  sB
  A5  O12-/---
  G#5 O123/---  G#
  G5  O123/---
  F#5 O123/-2-
  F5  O123/1--
  E5  O123/12-
  Eb5 O123/123  Eb
  D5  O123/123
  C#5 ---/---
  C5  -2-/---
  B4  1--/---
  Bb4 12-/---  sB
  A4  12-/---
  G#4 123/---  G#
  G4  123/---
  F#4 123/-2-
  F4  123/1--
  E4  123/12-
  Eb4 123/123  Eb
  D4  123/123
  C#4 123/123  C# C
  C4  123/123  C
  B3  123/123  B C
  Bb3 123/123  Bb C
`
export const SAXOPHONE_KEYS: Record<string, string> = {
  pD: 'LP:D',
  pEb: 'LP:Eb',
  pF: 'LP:F',
  sE: 'R1:highE',
  'sF#': 'R1:highF#',
  sB: 'R1:sideBb',
  'G#': 'L4:G#',
  'C#': 'L4:C#',
  B: 'L4:B',
  Bb: 'L4:Bb',
  Eb: 'R4:Eb',
  C: 'R4:C',
}

/** O: first octave key, U: second one; h: the index half. */
export const OBOE_AGAIN = `
  F6  -2-/1--  G# Eb
  E6  -23/1--  G# Eb
  Eb6 -23/12-  Eb
  D6  -23/123  C
  C#6 -23/123  B C
  C6  U1--/1--
  B5  U1--/---
  Bb5 U12-/1--
  A5  U12-/---
  G#5 O123/---  G#
  G5  O123/---
  F#5 O123/1--
  F5  O123/12-  F
  E5  O123/12-
  Eb5 h23/123  Eb
  D5  h23/123
  C#5 h23/123  C#
  C5  1--/1--
  B4  1--/---
  Bb4 12-/1--
  A4  12-/---
  G#4 123/---  G#
  G4  123/---
  F#4 123/1--
  F4  123/12-  F
  E4  123/12-
  Eb4 123/123  Eb
  D4  123/123
  C#4 123/123  C#
  C4  123/123  C
  B3  123/123  B C
  Bb3 123/123  Bb C
`
export const OBOE_KEYS: Record<string, string> = {
  'G#': 'L4:G#',
  B: 'L4:B',
  Bb: 'L4:Bb',
  F: 'R3:F',
  C: 'R4:C',
  'C#': 'R4:C#',
  Eb: 'R4:Eb',
}

/** W: whisper key; h: the index half; keys of the right thumb with r, of the left thumb with t. */
export const BASSOON_AGAIN = `
  C5  12-/-23  tD Eb
  B4  12-/-23  tC Eb F
  Bb4 -23/-23  tC F
  A4  -23/-23  tA Eb F
  G#4 -23/1--  Eb
  G4  -23/1--  Eb F
  F#4 -23/12-  Eb F
  F4  1-3/1--  Eb
  E4  1-3/12-  Eb
  Eb4 12-/12-
  D4  12-/---  tD
  C#4 123/---  tC#
  C4  123/---  tC
  B3  123/1--  tC
  Bb3 123/12-  tC rBb
  A3  123/12-  tA
  G#3 Wh23/123  G#
  G3  Wh23/123
  F#3 Wh23/123  rF# F
  F3  W---/---
  E3  W1--/---
  Eb3 W1-3/---
  D3  W12-/---
  C#3 W123/---  tC#
  C3  W123/---
  B2  W123/1--
  Bb2 W123/12-  rBb
  A2  W123/12-
  G#2 W123/123  G#
  G2  W123/123
  F#2 W123/123  rF# F
  F2  W123/123  F
  E2  W123/123  rE F
  Eb2 123/123  lowD Eb rE F
  D2  123/123  lowD rE F
  C#2 123/123  lowD lowC C# rE F
  C2  123/123  lowD lowC rE F
  B1  123/123  lowD lowC lowB rE F
  Bb1 123/123  lowD lowC lowB lowBb rE F
`
export const BASSOON_KEYS: Record<string, string> = {
  tA: 'LT:A',
  tC: 'LT:C',
  tD: 'LT:D',
  'tC#': 'LT:C#',
  lowD: 'LT:lowD',
  lowC: 'LT:lowC',
  lowB: 'LT:lowB',
  lowBb: 'LT:lowBb',
  rBb: 'RT:Bb',
  rE: 'RT:E',
  'rF#': 'RT:F#',
  F: 'R4:F',
  'G#': 'R4:G#',
  'C#': 'L4:C#',
  Eb: 'L4:Eb',
}

/** Recorders in numbers: 0 the thumb, o the thumb pinched, 1 to 7 the holes, a dash for the half of a twin hole after it. */
export const SOPRANO_AGAIN = `
  D6 o13 46     C#6 o13 456-7  C6 o1 45      B5 o12 45     Bb5 o12 456
  A5 o12        G#5 o12 4      G5 o123       F#5 o123 5    F5 o123 46
  E5 o123 45    Eb5 23 456     D5 2          C#5 12        C5 02
  B4 01         Bb4 013 4      A4 012        G#4 012 45    G4 0123
  F#4 0123 56   F4 0123 467    E4 0123 45    Eb4 0123 45-6 D4 0123 456
  C#4 0123 456-7               C4 0123 4567
`
export const ALTO_AGAIN = `
  F4 01234567   F#4 0123456-7  G4 0123456    G#4 012345-6  A4 012345
  Bb4 0123467   B4 012356      C5 0123       C#5 01245     D5 012
  Eb5 0134      E5 01          F5 02         F#5 12        G5 2
  G#5 23456     A5 o12345      Bb5 o12346    B5 o1235      C6 o123
  C#6 o124      D6 o12         Eb6 o12456    E6 o1245      F6 o145
  F#6 o13456-7  G6 o1346
`
/** What German holes take otherwise. */
export const GERMAN_AGAIN = `F4 0123 4   F#4 0123 567   G#4 012 456   F5 o123 4   F#5 o123 57`

/** The chanter from the top down: x closed, o open; thumb, three, four. */
export const CHANTER_AGAIN = `
  A5  o ooo xxxo
  G5  x ooo xxxo
  F#5 x xoo xxxo
  E5  x xxo xxxo
  D5  x xxx ooox
  C#5 x xxx xoox
  B4  x xxx xxoo
  A4  x xxx xxxo
  G4  x xxx xxxx
`
