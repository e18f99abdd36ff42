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
