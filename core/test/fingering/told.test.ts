import { describe, expect, it } from 'vitest'
import { allInstruments, instrument } from '@halitus/core/instruments'
import { orderOfNotes } from '@halitus/core/fingering'
import { range, slides, wayOver } from './told.ts'

/** The way over each first break, read through once as a teacher would read it aloud. */
const WAYS: Record<string, string[]> = {
  flute: [
    'Silently: Fingers only, C5 to D5 and back, five times: all at one moment, eyes on the hands. [nothing, slur, 5] C5 D5',
    'The venting finger alone: D4 to D5 and back, slurred: only that finger lifts and closes; the air stays fast. [changes, slur, 5] D4 D5',
    'One finger at a time: One long C5: fingers go down one by one from the far end, C5 lasts; with the last one D5 speaks. [line, slur, 1] C5 D5',
    'From above: D5 to C5 slurred, five times: the hand that is ready stays down. [changes, slur, 5, D5 to C5] C5 D5',
    'From below: C5 to D5 slurred, five times, the air as for D5 already. [changes, slur, 5, C5 to D5] C5 D5',
    'Tongued: C5 and D5, tongued lightly, five times: the fingers are there before the tongue. [changes, tongue, 5] C5 D5',
    'In the line: A4 B4 C5 D5 E5 F5 E5 D5 C5 B4 A4, slurred, slowly: nobody should hear where the break is. [line, slur, 1] A4 B4 C5 D5 E5 F5 E5 D5 C5 B4 A4',
  ],
  clarinet: [
    'Silently: Fingers only, G4 to C5 and back, five times: all at one moment, eyes on the hands. [nothing, slur, 5] G4 C5',
    'The vent alone: F3 to C5 and back, slurred: only the vent key moves, a small turn and not a jump; the air stays as it was. [changes, slur, 5] F3 C5',
    'The far hand ready: Hold G4 for 3 seconds and put the right hand down meanwhile: the note goes on. [held, tongue, 1] G4',
    'One finger at a time: One long G4: fingers go down one by one from the far end, G4 lasts; with the last one C5 speaks. [line, slur, 1] G4 C5',
    'From above: C5 to G4 slurred, five times: the hand that is ready stays down. [changes, slur, 5, C5 to G4] G4 C5',
    'From below: G4 to C5 slurred, five times, the air as for C5 already. [changes, slur, 5, G4 to C5] G4 C5',
    'Tongued: G4 and C5, tongued lightly, five times: the fingers are there before the tongue. [changes, tongue, 5] G4 C5',
    'In the line: E4 F4 G4 C5 D5 E5 D5 C5 G4 F4 E4, slurred, slowly: nobody should hear where the break is. [line, slur, 1] E4 F4 G4 C5 D5 E5 D5 C5 G4 F4 E4',
  ],
  'alto-sax': [
    'Silently: Fingers only, C5 to D5 and back, five times: all at one moment, eyes on the hands. [nothing, slur, 5] C5 D5',
    'The vent alone: D4 to D5 and back, slurred: only the vent key moves, a small turn and not a jump; the air stays as it was. [changes, slur, 5] D4 D5',
    'One finger at a time: One long C5: fingers go down one by one from the far end, C5 lasts; with the last one D5 speaks. [line, slur, 1] C5 D5',
    'From above: D5 to C5 slurred, five times: the hand that is ready stays down. [changes, slur, 5, D5 to C5] C5 D5',
    'From below: C5 to D5 slurred, five times, the air as for D5 already. [changes, slur, 5, C5 to D5] C5 D5',
    'Tongued: C5 and D5, tongued lightly, five times: the fingers are there before the tongue. [changes, tongue, 5] C5 D5',
    'In the line: A4 B4 C5 D5 E5 F5 E5 D5 C5 B4 A4, slurred, slowly: nobody should hear where the break is. [line, slur, 1] A4 B4 C5 D5 E5 F5 E5 D5 C5 B4 A4',
  ],
  oboe: [
    'Silently: Fingers only, C5 to D5 and back, five times: all at one moment, eyes on the hands. [nothing, slur, 5] C5 D5',
    'The half-hole alone: D4 to D5 and back, slurred: the finger rolls to its half-hole and back, it doesn’t lift. [changes, slur, 5] D4 D5',
    'One finger at a time: One long C5: fingers go down one by one from the far end, C5 lasts; with the last one D5 speaks. [line, slur, 1] C5 D5',
    'From above: D5 to C5 slurred, five times: the hand that is ready stays down. [changes, slur, 5, D5 to C5] C5 D5',
    'From below: C5 to D5 slurred, five times, the air as for D5 already. [changes, slur, 5, C5 to D5] C5 D5',
    'Tongued: C5 and D5, tongued lightly, five times: the fingers are there before the tongue. [changes, tongue, 5] C5 D5',
    'In the line: A4 B4 C5 D5 E5 F5 E5 D5 C5 B4 A4, slurred, slowly: nobody should hear where the break is. [line, slur, 1] A4 B4 C5 D5 E5 F5 E5 D5 C5 B4 A4',
  ],
  bassoon: [
    'Silently: Fingers only, F3 to F♯3 and back, five times: all at one moment, eyes on the hands. [nothing, slur, 5] F3 F#3',
    'The half-hole alone: F♯2 to F♯3 and back, slurred: the finger rolls to its half-hole and back, it doesn’t lift. [changes, slur, 5] F#2 F#3',
    'One finger at a time: One long F3: fingers go down one by one from the far end, F3 lasts; with the last one F♯3 speaks. [line, slur, 1] F3 F#3',
    'From above: F♯3 to F3 slurred, five times: the hand that is ready stays down. [changes, slur, 5, F#3 to F3] F3 F#3',
    'From below: F3 to F♯3 slurred, five times, the air as for F♯3 already. [changes, slur, 5, F3 to F#3] F3 F#3',
    'Tongued: F3 and F♯3, tongued lightly, five times: the fingers are there before the tongue. [changes, tongue, 5] F3 F#3',
    'In the line: D3 E3 F3 F♯3 G3 A3 G3 F♯3 F3 E3 D3, slurred, slowly: nobody should hear where the break is. [line, slur, 1] D3 E3 F3 F#3 G3 A3 G3 F#3 F3 E3 D3',
  ],
  'soprano-recorder': [
    'Silently: Fingers only, D5 to E5 and back, five times: all at one moment, eyes on the hands. [nothing, slur, 5] D5 E5',
    'The thumb’s pinch alone: E4 to E5 and back, slurred: the thumb bends to a narrow crack and closes again; the breath hardly changes. [changes, slur, 5] E4 E5',
    'One finger at a time: One long D5: fingers go down one by one from the far end, D5 lasts; with the last one E5 speaks. [line, slur, 1] D5 E5',
    'From above: E5 to D5 slurred, five times: the hand that is ready stays down. [changes, slur, 5, E5 to D5] D5 E5',
    'From below: D5 to E5 slurred, five times, the air as for E5 already. [changes, slur, 5, D5 to E5] D5 E5',
    'Tongued: D5 and E5, tongued lightly, five times: the fingers are there before the tongue. [changes, tongue, 5] D5 E5',
    'In the line: B4 C5 D5 E5 F5 G5 F5 E5 D5 C5 B4, slurred, slowly: nobody should hear where the break is. [line, slur, 1] B4 C5 D5 E5 F5 G5 F5 E5 D5 C5 B4',
  ],
  'alto-recorder': [
    'Silently: Fingers only, G5 to A5 and back, five times: all at one moment, eyes on the hands. [nothing, slur, 5] G5 A5',
    'The thumb’s pinch alone: A4 to A5 and back, slurred: the thumb bends to a narrow crack and closes again; the breath hardly changes. [changes, slur, 5] A4 A5',
    'One finger at a time: One long G5: fingers go down one by one from the far end, G5 lasts; with the last one A5 speaks. [line, slur, 1] G5 A5',
    'From above: A5 to G5 slurred, five times: the hand that is ready stays down. [changes, slur, 5, A5 to G5] G5 A5',
    'From below: G5 to A5 slurred, five times, the air as for A5 already. [changes, slur, 5, G5 to A5] G5 A5',
    'Tongued: G5 and A5, tongued lightly, five times: the fingers are there before the tongue. [changes, tongue, 5] G5 A5',
    'In the line: E5 F5 G5 A5 B5 C6 B5 A5 G5 F5 E5, slurred, slowly: nobody should hear where the break is. [line, slur, 1] E5 F5 G5 A5 B5 C6 B5 A5 G5 F5 E5',
  ],
  chanter: [
    'Silently: Fingers only, E5 to F♯5 and back, five times: all at one moment, eyes on the hands. [nothing, slur, 5] E5 F#5',
    'From above: F♯5 to E5 slurred, five times: the hand that is ready stays down. [changes, slur, 5, F#5 to E5] E5 F#5',
    'From below: E5 to F♯5 slurred, five times, the pressure the same all the way. [changes, slur, 5, E5 to F#5] E5 F#5',
    'In the line: C♯5 D5 E5 F♯5 G5 A5 G5 F♯5 E5 D5 C♯5, slurred, slowly: nobody should hear where the break is. [line, slur, 1] C#5 D5 E5 F#5 G5 A5 G5 F#5 E5 D5 C#5',
  ],
}

/** Order of notes; registers with the note and partial that each comes from; what is said of the lowest and the last note. */
const RANGES: Record<string, string[]> = {
  flute: [
    'B4 A4 G4 Bb4 F4 Eb4 D4 E4 C5 C#5 F#4 G#4 E5 F5 G5 A5 B5 C6 Bb5 C#6 F#5 G#5 Eb5 D5 E6 F6 D6 G6 F#6 Eb6',
    'first register: C4 C#4 D4 Eb4 E4 F4 F#4 G4 G#4 A4 Bb4 B4 C5 C#5',
    'second register, an octave above: D5<D4×2 finger Eb5<Eb4×2 finger E5<E4×2 air F5<F4×2 air F#5<F#4×2 air G5<G4×2 air G#5<G#4×2 air A5<A4×2 air Bb5<Bb4×2 air B5<B4×2 air C6<C5×2 air C#6<C#5×2 air',
    'third register, two octaves above: D6<G4×3 finger Eb6<Eb4×4 finger E6<E4×4 finger F6<Bb4×3 finger F#6<F#4×4 finger G6<G4×4 finger G#6<C#5×3 finger A6<A4×4 finger Bb6 B6 C7',
    'Its tube also sounds C5 (0), G5 (+2), C6 (0), E6 (−14): partials, cents from equal temperament.',
    'The tube of E♭4, partial 4, by a finger that vents.',
    'Eb4 (LT L1 L2 L3 R1 R2 R3 R4:Eb) beside F4: Two fingers from F4: right middle and right ring press.',
    'Eb6 (LT L1 L2 L3 L4:G# R1 R2 R3 R4:Eb) beside E6: Three fingers from E6: left ring, left little on the G♯ key and right ring press.',
  ],
  clarinet: [
    'G4 F4 E4 D4 C4 A4 B3 A3 G3 F3 E3 Eb4 F#4 G#4 Bb3 F#3 G#3 C#4 Bb4 D5 E5 F5 G5 A5 B5 C6 C5 B4 Bb5 F#5 C#5 Eb5 G#5',
    'chalumeau: E3 F3 F#3 G3 G#3 A3 Bb3 B3 C4 C#4 D4 Eb4 E4 F4 F#4',
    'throat: G4 G#4 A4 Bb4',
    'clarion, a twelfth above: B4<E3×3 key C5<F3×3 key C#5<F#3×3 key D5<G3×3 key Eb5<G#3×3 key E5<A3×3 key F5<Bb3×3 key F#5<B3×3 key G5<C4×3 key G#5<C#4×3 key A5<D4×3 key Bb5<Eb4×3 key B5<E4×3 key C6<F4×3 key',
    'altissimo, two octaves and a third above: C#6<A3×5 key D6<Bb3×5 key Eb6<B3×5 key E6<C4×5 key F6<C#4×5 key F#6<D4×5 key G6<Eb4×5 key',
    'altissimo, two octaves and a seventh above: G#6<Bb3×7 key A6<B3×7 key Bb6<C4×7 key B6<C#4×7 key C7<D4×7 key',
    'Its tube also sounds B4 (+2), G♯5 (−14): partials, cents from equal temperament.',
    'The tube of C♯4, partial 3, by a vent.',
    'A4 (L1:A) beside G4: One finger from G4: the left index on the A key presses.',
    'G#5 (LT LT:reg L1 L2 L3 L4:C#) beside G5: One finger from G5: the left little on the C♯ key presses.',
  ],
  oboe: [
    'B4 A4 G4 C5 E4 F4 D4 F#4 Bb4 Eb4 G#4 D5 C#5 Eb5 E5 F5 G5 F#5 G#5 A5 B5 C6 Bb5',
    'first register: Bb3 B3 C4 C#4 D4 Eb4 E4 F4 F#4 G4 G#4 A4 Bb4 B4 C5',
    'second register, an octave above: C#5<C#4×2 half D5<D4×2 half Eb5<Eb4×2 half E5<E4×2 key F5<F4×2 key F#5<F#4×2 key G5<G4×2 key G#5<G#4×2 key A5<A4×2 key Bb5<Bb4×2 key B5<B4×2 key C6<C5×2 key',
    'third register, two octaves above: C#6 D6<D4×4 finger Eb6<Eb4×4 finger E6 F6',
    'Its tube also sounds B♭4 (0), F5 (+2), B♭5 (0), D6 (−14): partials, cents from equal temperament.',
    'The tube of B♭4, partial 2, by a vent.',
    'F4 (L1 L2 L3 R1 R2 R3:F) beside E4: One finger from E4: the right ring on the F key presses.',
    'Bb5 (L1 L1:oct2 L2 R1) beside A5: One finger from A5: the right index presses.',
  ],
  chanter: [
    'A4 B4 C5 D5 G4 E5 F5 G5 A5',
    'first register: G4 A4 B4 C#5 D5 E5 F#5 G5 A5',
    'In its scale 7:8 over A4, −31.2 cents from equal temperament.',
    'In its scale 2:1 over A4, 0 cents from equal temperament.',
    'E5 (LT L1 L2 R1 R2 R3) beside A4: One finger from A4: the left ring lifts.',
    'A5 (R1 R2 R3) beside G5: One finger from G5: the left thumb lifts.',
  ],
}

/** Where one finger would have to slide, and what to take instead: each sentence that the charts lead to. */
const SLIDES: Record<string, string[]> = {
  clarinet: [
    'The left little finger would slide from the E/B key to the F♯/C♯ key: take F♯3 another way (right little finger).',
    'The right little finger would slide from the F/C key to the G♯/E♭ key: take F3 another way (left little finger).',
    'The left little finger would slide from the F♯/C♯ key to the E/B key: take E3 another way (right little finger).',
    'The right little finger would slide from the G♯/E♭ key to the F/C key: take F3 another way (left little finger).',
    'The left index finger would slide from the G♯ key to the A key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left index finger would slide from the A key to the G♯ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left little finger would slide from the E/B key to the F♯/C♯ key: take C♯5 another way (right little finger).',
    'The right little finger would slide from the F/C key to the G♯/E♭ key: take C5 another way (left little finger).',
    'The left little finger would slide from the F♯/C♯ key to the E/B key: take B4 another way (right little finger).',
    'The right little finger would slide from the G♯/E♭ key to the F/C key: take C5 another way (left little finger).',
  ],
  oboe: [
    'The left little finger would slide from the low B♭ key to the low B key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the low C key to the low C♯ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left little finger would slide from the low B key to the low B♭ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the low C key to the E♭ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the low C key to the E♭ key: take E♭4 another way (left little finger, next to D♭).',
    'The right little finger would slide from the low C♯ key to the low C key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the low C♯ key to the E♭ key: take E♭4 another way (left little finger, next to D♭).',
    'The right little finger would slide from the E♭ key to the low C key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the E♭ key to the low C key: take E♭4 another way (left little finger, next to D♭).',
    'The right little finger would slide from the E♭ key to the low C♯ key: take E♭4 another way (left little finger, next to D♭).',
    'The right little finger would slide from the low C♯ key to the E♭ key: take E♭5 another way (left little finger, next to D♭).',
    'The right little finger would slide from the E♭ key to the low C♯ key: take E♭5 another way (left little finger, next to D♭).',
    'The left little finger would slide from the low B key to the G♯ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left little finger would slide from the G♯ key to the low B key: no other fingering avoids it; keep the finger low and roll it over.',
  ],
  'alto-sax': [
    'The left little finger would slide from the low B♭ key to the low B key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left little finger would slide from the low B♭ key to the low C♯ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left little finger would slide from the low B key to the low B♭ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left little finger would slide from the low B key to the low C♯ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the low C key to the E♭ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left little finger would slide from the low C♯ key to the low B♭ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left little finger would slide from the low C♯ key to the low B key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the E♭ key to the low C key: no other fingering avoids it; keep the finger low and roll it over.',
  ],
  bassoon: [
    'The left little finger would slide from the low C♯ key to the low E♭ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right thumb would slide from the E key, the pancake to the F♯ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The left little finger would slide from the low E♭ key to the low C♯ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the F key to the G♯ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the F key to the G♯ key: take G♯2 another way (right thumb, next to F or F♯ by the little finger).',
    'The right thumb would slide from the F♯ key to the E key, the pancake: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the F key to the G♯ key: take F♯2 another way (right little finger, next to E by the thumb) and G♯2 another way (right thumb, next to F or F♯ by the little finger).',
    'The right thumb would slide from the F♯ key to the B♭ key: take F♯2 another way (right little finger, next to E by the thumb).',
    'The right little finger would slide from the G♯ key to the F key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the G♯ key to the F key: take G♯2 another way (right thumb, next to F or F♯ by the little finger).',
    'The right little finger would slide from the G♯ key to the F key: take G♯2 another way (right thumb, next to F or F♯ by the little finger) and F♯2 another way (right little finger, next to E by the thumb).',
    'The right thumb would slide from the B♭ key to the F♯ key: take F♯2 another way (right little finger, next to E by the thumb).',
    'The right little finger would slide from the F key to the G♯ key: take F♯3 another way (right little finger) and G♯3 another way (right thumb).',
    'The right thumb would slide from the F♯ key to the B♭ key: take F♯3 another way (right little finger).',
    'The right little finger would slide from the G♯ key to the F key: take G♯3 another way (right thumb) and F♯3 another way (right little finger).',
    'The right thumb would slide from the B♭ key to the F♯ key: take F♯3 another way (right little finger).',
  ],
  flute: [
    'The right little finger would slide from the C roller to the C♯ roller: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the C roller to the E♭ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the C♯ roller to the C roller: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the C♯ roller to the E♭ key: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the E♭ key to the C roller: no other fingering avoids it; keep the finger low and roll it over.',
    'The right little finger would slide from the E♭ key to the C♯ roller: no other fingering avoids it; keep the finger low and roll it over.',
  ],
}

/** What is fingered alike is told alike. */
const LIKE: Record<string, string> = {
  'soprano-sax': 'alto-sax',
  'tenor-sax': 'alto-sax',
  'baritone-sax': 'alto-sax',
  'pipe-chanter': 'chanter',
}

describe('what a teacher reads of fingers', () => {
  it.each(allInstruments().map((i) => i.id))('the way over the break of the %s', (id) =>
    expect(wayOver(id)).toEqual(WAYS[LIKE[id] ?? id]),
  )
  it.each(Object.keys(RANGES))('the range of the %s', (id) => expect(range(id)).toEqual(RANGES[id]))
  it.each(Object.keys(SLIDES))('where a finger would slide on the %s', (id) =>
    expect(slides(id)).toEqual(SLIDES[id]),
  )
  it('a chanter’s notes are met once, however they are spelt', () => {
    for (const id of ['chanter', 'pipe-chanter']) expect(orderOfNotes(instrument(id))).toHaveLength(9)
  })
})
