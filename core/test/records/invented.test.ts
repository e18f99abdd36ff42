import { describe, expect, it } from 'vitest'
import { PEOPLE, told } from './invented.ts'

/**
 * What the demo studio’s learners are made of: week by week what a teacher would read, from seeded random streams. Read
 * through once: what is hard gets better with the weeks, and nobody plays what the instrument or the way there doesn’t have.
 */
const TOLD: Record<keyof typeof PEOPLE, Record<string, string>> = {
  clarinettist: {
    accident:
      'fingers sound: 4 Too high: the corners are pulled back; well after 125 s | 7 It drops down: the register or octave key comes before or after the fingers; well after 122 s | 10 It drops down: the register or octave key isn’t opened at all; well after 98 s',
    articulation:
      'tongue: 4 Slur two and two: 100 % as asked at 66 | 8 Tongue the off-beats, slur into the beat: 100 % as asked at 66 | 12 Slur two and two: 100 % as asked at 66',
    bend: 'sound: 2 Bend on mouthpiece alone: 43 cents (−32 to +11) | 5 Bend on mouthpiece alone: 57 cents (−43 to +14) | 8 Bend on mouthpiece alone: 76 cents (−57 to +19) | 11 Bend on mouthpiece alone: 99 cents (−74 to +25)',
    'both-ends': 'sound: 3 Mouthpiece in the mouth: the middle chosen of 3',
    'break-step':
      'fingers: 5 G4 to C5, silently: passed, 5 of 5 | 6 G4 to C5, the vent alone: passed, 4 of 5 | 7 G4 to C5, the far hand ready: passed | 8 G4 to C5, one finger at a time: passed | 9 G4 to C5, from above: passed, 4 of 5 | 10 G4 to C5, from below: passed, 4 of 5 | 11 G4 to C5, tongued: passed, 4 of 5 | 12 G4 to C5, in the line: passed',
    'breath-count':
      'breath: 0 E4: 9 clicks at 60 | 0 E4: 6 clicks at 60, loud | 1 E4: 8 clicks at 60 | 2 E4: 10 clicks at 60 | 3 E4: 8 clicks at 60 | 3 E4: 9 clicks at 60 | 4 E4: 9 clicks at 60 | 4 E4: 8 clicks at 60 | 5 E4: 7 clicks at 60, loud | 5 E4: 10 clicks at 60, soft | 6 E4: 9 clicks at 60 | 6 E4: 8 clicks at 60, loud | 7 E4: 10 clicks at 60 | 7 E4: 11 clicks at 60 | 8 E4: 8 clicks at 60, loud | 8 E4: 10 clicks at 60 | 9 E4: 13 clicks at 60, soft | 10 E4: 8 clicks at 60, loud | 10 E4: 13 clicks at 60, soft | 11 E4: 11 clicks at 60 | 11 E4: 12 clicks at 60 | 12 E4: 15 clicks at 60, soft | 12 E4: 10 clicks at 60, loud',
    'breath-cycle':
      'breath: 0 in 4, out 4: 4 rounds, not yet | 1 in 4, out 4: 4 rounds, went well | 2 in 4, out 4: 4 rounds, went well | 3 in 4, out 4: 4 rounds, not yet | 4 in 4, out 4: 4 rounds, went well | 5 in 3, out 5: 4 rounds, went well | 6 in 2, out 6: 4 rounds, went well | 7 in 2, out 6: 4 rounds, not yet | 8 in 3, out 5: 4 rounds, not yet | 9 in 1, out 7: 4 rounds, not yet | 10 in 2, out 6: 4 rounds, went well | 11 in 1, out 7: 4 rounds, went well | 12 in 1, out 7: 4 rounds, went well',
    'breath-watch':
      'breath: 0 Air gone at once, then nothing | 2 Breathes late, in a hurry | 4 Shoulders rise | 6 Shoulders rise | 8 Widens all round, quiet, shoulders low | 10 Widens all round, quiet, shoulders low | 12 Widens all round, quiet, shoulders low',
    daily:
      'tongue: 5 A bar that grows, a note that fades: G4 at 60, held | 7 A bar that grows, a note that fades: G4 at 68, held | 9 A bar that grows, a note that fades: G4 at 76, held | 11 A bar that grows, a note that fades: G4 at 84, tone broke',
    echo: 'tongue: 1 Echo, level 1: 75 % right at 66 | 4 Echo, level 2: 100 % right at 66 | 7 Echo, level 3: 75 % right at 66 | 10 Echo, level 4: 100 % right at 66',
    exhale: 'breath: 1 Steady stream 9.4 s | 5 Steady stream 11.1 s | 9 Steady stream 14.8 s',
    'first-minutes':
      'sound: 6 First minutes: C4 8 cents steady, E4 12 cents steady, G4 12 cents steady | 7 First minutes: C4 9 cents steady, E4 11 cents steady, G4 12 cents steady | 8 First minutes: C4 6 cents steady, E4 8 cents steady, G4 9 cents steady | 9 First minutes: C4 5 cents steady, E4 8 cents steady, G4 8 cents steady | 10 First minutes: C4 6 cents steady, E4 7 cents steady, G4 9 cents steady | 11 First minutes: C4 5 cents steady, E4 8 cents steady, G4 8 cents steady | 12 First minutes: C4 6 cents steady, E4 5 cents steady, G4 7 cents steady',
    gauge:
      'setup: 1 Barrel and upper joint: pulled out by 0 mm | 5 Barrel and upper joint: pulled out by 0 mm | 9 Barrel and upper joint: pulled out by 0 mm',
    interval:
      'sound: 7 E4 over E4, just: 7 cents high | 9 E4 over E4, just: in tune | 11 E4 over E4, just: in tune',
    'long-tone':
      'sound: 0 E4 6.2 s, 14 cents steady, +9 | 0 E4 6.3 s, 14 cents steady, −3 | 1 E4 7.2 s, 10 cents steady, −3 | 2 E4 7.7 s, 11 cents steady, +5 | 3 E4 8.8 s, 10 cents steady, −5 | 4 E4 9.5 s, 9 cents steady, +3 | 4 E4 10.4 s, 11 cents steady, −4 | 5 E4 10.6 s, 9 cents steady, +1 | 5 E4 10.9 s, 10 cents steady, 0 | 6 E4 11.7 s, moves with loudness, −7 | 7 E4 12.7 s, 8 cents steady, +1 | 8 E4 13.5 s, 7 cents steady, +5 | 8 E4 13.5 s, 6 cents steady, +4 | 9 E4 13.5 s, 5 cents steady, +7 | 9 E4 13.5 s, 6 cents steady, +6 | 9 E4 13.5 s, 6 cents steady, +1 | 10 E4 13.5 s, 6 cents steady, −2 | 10 E4 13.5 s, 5 cents steady, −2 | 11 E4 13.5 s, 5 cents steady, −7 | 12 E4 13.5 s, 6 cents steady, −1 | 12 E4 13.5 s, 5 cents steady, +10 | 12 E4 13.5 s, 5 cents steady, −2',
    mouth:
      'sound: 2 Biting: pressure from below; what was tried helped | 7 Biting: pressure from below; what was tried helped | 12 Biting: pressure from below; what was tried helped',
    move: 'fingers: 0 A4 to B4: 1 of 8 clean | 1 A4 to B4: 3 of 8 clean | 2 A4 to B4: 1 of 8 clean | 3 A4 to B4: 2 of 8 clean | 4 A4 to B4: 3 of 8 clean | 5 A4 to B4: 3 of 8 clean | 6 A4 to B4: 4 of 8 clean | 7 A4 to B4: 3 of 8 clean | 8 A4 to B4: 5 of 8 clean | 9 A4 to B4: 4 of 8 clean | 10 A4 to B4: 5 of 8 clean | 11 A4 to B4: 4 of 8 clean | 12 A4 to B4: 6 of 8 clean',
    'new-note':
      'fingers: 0 New note E4, from F4 | 1 New note D4, from E4 | 2 New note C4, from D4 | 3 New note A4, from G4 | 4 New note B3, from C4 | 5 New note A3, from B3 | 6 New note G3, from A3 | 7 New note F3, from G3 | 8 New note E3, from G3 | 9 New note E♭4, from D4 | 10 New note F♯4, from G4 | 11 New note G♯4, from G4',
    note: 'breath tongue: 1 2 1 1 0 0 1 1 1 1 2 0 0 | 0 Jaw still moves a little | 6 Belly moves outwards now',
    overtone:
      'sound: 8 B4 over low E3 (partial 3): 5 of 10 | 9 B4 over low E3 (partial 3): 5 of 10 | 10 B4 over low E3 (partial 3): 6 of 10 | 11 B4 over low E3 (partial 3): 7 of 10 | 12 B4 over low E3 (partial 3): 6 of 10',
    passage: 'fingers: 3 Passage G4 F4 E4',
    phrases:
      'breath: 3 Phrases of 5.2, 5.0, 4.6, 4.2 s | 7 Phrases of 6.0, 6.2, 5.4, 5.1 s | 11 Phrases of 6.4, 7.1, 6.4, 6.6 s',
    recalled: 'fingers: 0 0 3 1 4 5 3 4 4 4 5 6 6 | 6 A3: staff to fingers not yet',
    rhythm: 'tongue: 6 Own pattern “Homework”, 4 beats',
    setup:
      'setup: 13 11 12 13 13 12 11 16 10 11 14 13 11 | 0 Dry tip | 0 Reed stands above | 0 Shoulders raised | 0 Reed left on the mouthpiece | 12 Reed stands above',
    'shaped-tone':
      'sound: 4 E4 soft – loud – soft, 10 counts: mastered | 6 E4 soft – loud – soft, 10 counts: mastered | 8 E4 soft – loud – soft, 10 counts: mastered | 10 E4 soft – loud – soft, 10 counts: mastered | 12 E4 soft – loud – soft, 10 counts: mastered',
    'small-part':
      'sound: 0 mouthpiece alone 4.4 s: at the mark, and steady | 2 mouthpiece alone 4.0 s: 44 cents below the mark | 4 mouthpiece alone 5.2 s: at the mark, and steady | 6 mouthpiece alone 6.2 s: at the mark, and steady | 8 mouthpiece alone 7.8 s: at the mark, and steady | 10 mouthpiece alone 8.0 s: at the mark, and steady | 12 mouthpiece alone 9.9 s: at the mark, and steady',
    strokes:
      'tongue: 2 2.4 strokes a second on G4, uneven | 4 2.5 strokes a second on G4, uneven | 6 2.9 strokes a second on G4, uneven | 8 3.2 strokes a second on G4, uneven | 10 3.4 strokes a second on G4, uneven | 12 3.9 strokes a second on G4, even',
    'tongue-fault':
      'tongue: 3 Too much tongue: the whole of it moves; what was tried helped | 8 Too much tongue: the whole of it moves; what was tried helped',
    'tongue-tempo':
      'tongue: 3 Fastest even: eighths at 69 (64 to 74) on G4 | 7 Fastest even: eighths at 83 (78 to 88) on G4 | 11 Fastest even: eighths at 92 (87 to 97) on G4',
    tries:
      'sound: 0 mouthpiece alone: spoke 7 of 10 | 1 mouthpiece alone: spoke 10 of 10 | 2 mouthpiece with barrel: spoke 9 of 10 | 3 mouthpiece with barrel: spoke 8 of 10',
    'way-in':
      'tongue: 0 Breathe and say it: passed | 1 Breathe and say it: not yet | 2 On the air alone: passed | 3 On the air alone: not yet | 4 On the mouthpiece: passed | 5 On the mouthpiece: passed | 6 One easy note: not yet | 7 One easy note: passed | 8 Three, then four in one breath: passed | 9 Three, then four in one breath: not yet',
  },
  piper: {
    accident:
      'breath setup: 1 It stops in mid-note: the mouth parts the notes where a gracenote belongs; well after 80 s | 4 Too high: the chanter’s reed sits too high or too deep; well after 94 s | 7 It stops in mid-note: the breath is used up before the line is; well after 88 s | 10 It jumps up: the air is too fast for the note; well after 88 s',
    bend: 'sound: 2 Bend on reed in the lips: 35 cents (−26 to +9) | 5 Bend on reed in the lips: 67 cents (−50 to +17) | 8 Bend on reed in the lips: 84 cents (−63 to +21) | 11 Bend on reed in the lips: 108 cents (−81 to +27)',
    'both-ends': 'sound: 3 Pressure: the middle chosen of 3',
    'break-step':
      'fingers: 5 E5 to F♯5, silently: passed, 5 of 5 | 6 E5 to F♯5, from above: passed, 4 of 5 | 7 E5 to F♯5, from below: passed, 5 of 5 | 8 E5 to F♯5, in the line: passed',
    'breath-count':
      'breath: 0 A4: 8 clicks at 60, loud | 1 A4: 7 clicks at 60 | 1 A4: 12 clicks at 60, soft | 2 A4: 8 clicks at 60 | 2 A4: 6 clicks at 60 | 3 A4: 9 clicks at 60 | 3 A4: 6 clicks at 60, loud | 4 A4: 11 clicks at 60, soft | 5 A4: 9 clicks at 60 | 6 A4: 8 clicks at 60 | 7 A4: 10 clicks at 60, loud | 8 A4: 14 clicks at 60, soft | 9 A4: 17 clicks at 60, soft | 10 A4: 8 clicks at 60, loud | 11 A4: 14 clicks at 60 | 12 A4: 11 clicks at 60, loud | 12 A4: 11 clicks at 60',
    'breath-cycle':
      'breath: 0 in 4, out 4: 4 rounds, not yet | 1 in 4, out 4: 4 rounds, not yet | 2 in 4, out 4: 4 rounds, went well | 3 in 4, out 4: 4 rounds, not yet | 4 in 3, out 5: 4 rounds, went well | 5 in 3, out 5: 4 rounds, went well | 6 in 2, out 6: 4 rounds, went well | 7 in 3, out 5: 4 rounds, not yet | 8 in 2, out 6: 4 rounds, not yet | 9 in 1, out 7: 4 rounds, not yet | 10 in 2, out 6: 4 rounds, not yet | 11 in 2, out 6: 4 rounds, went well | 12 in 2, out 6: 4 rounds, went well',
    'breath-watch':
      'breath: 0 Breathes late, in a hurry | 2 Noise on the way in | 4 Air gone at once, then nothing | 6 Jaw or neck tight | 8 Jaw or neck tight | 10 Noise on the way in | 12 Jaw or neck tight',
    dizzy: 'breath: 10 Dizzy: stopped in 1, out 7',
    echo: 'tongue: 1 Echo, level 1: 100 % right at 66 | 4 Echo, level 2: 75 % right at 66 | 7 Echo, level 3: 100 % right at 66 | 10 Echo, level 4: 100 % right at 66',
    exhale: 'breath: 1 Steady stream 8.0 s | 5 Steady stream 11.1 s | 9 Steady stream 15.6 s',
    'first-minutes':
      'sound: 6 First minutes: A4 8 cents steady, C5 9 cents steady, D5 12 cents steady | 7 First minutes: A4 8 cents steady, C5 9 cents steady, D5 10 cents steady | 8 First minutes: A4 8 cents steady, C5 8 cents steady, D5 11 cents steady | 9 First minutes: A4 7 cents steady, C5 7 cents steady, D5 10 cents steady | 10 First minutes: A4 6 cents steady, C5 8 cents steady, D5 8 cents steady | 11 First minutes: A4 7 cents steady, C5 9 cents steady, D5 8 cents steady | 12 First minutes: A4 5 cents steady, C5 7 cents steady, D5 7 cents steady',
    gauge:
      'setup: 1 Reed in its seat: deeper than usual by 0 mm | 5 Reed in its seat: deeper than usual by 0 mm',
    gracenotes:
      'tongue: 1 D gracenote on low G: 103 ms, uneven by 19 ms | 2 E gracenote on low G: 87 ms, 2 crossing noises | 3 high G gracenote on low G: 77 ms, uneven by 18 ms | 4 D gracenote on low G: 85 ms, 2 crossing noises | 5 E gracenote on low G: 68 ms, uneven by 14 ms | 6 high G gracenote on low G: 71 ms, 2 crossing noises | 7 D gracenote on low G: 75 ms, uneven by 16 ms | 8 E gracenote on low G: 62 ms, uneven by 10 ms | 9 high G gracenote on low G: 60 ms, uneven by 12 ms | 10 D gracenote on low G: 52 ms, uneven by 12 ms | 11 E gracenote on low G: 43 ms, 2 crossing noises | 12 high G gracenote on low G: 40 ms, uneven by 8 ms',
    interval:
      'sound: 7 A4 over A4, just: in tune | 9 A4 over A4, just: in tune | 11 A4 over A4, just: 9 cents high',
    'long-tone':
      'sound: 0 A4 6.7 s, 14 cents steady, −7 | 1 A4 7.9 s, 13 cents steady, −5 | 1 A4 8.2 s, 12 cents steady, +8 | 2 A4 9.9 s, 10 cents steady, +8 | 3 A4 9.1 s, 11 cents steady, +3 | 4 A4 10.2 s, 9 cents steady, −3 | 5 A4 12.4 s, 8 cents steady, −8 | 6 A4 11.8 s, 8 cents steady, −1 | 7 A4 12.7 s, 7 cents steady, 0 | 8 A4 13.1 s, 8 cents steady, −2 | 9 A4 13.5 s, 6 cents steady, +5 | 9 A4 13.5 s, 6 cents steady, +4 | 10 A4 13.5 s, 5 cents steady, 0 | 10 A4 13.5 s, 7 cents steady, +5 | 11 A4 13.5 s, 6 cents steady, −1 | 11 A4 13.5 s, 5 cents steady, +11 | 12 A4 13.5 s, 6 cents steady, −1',
    mouth:
      'sound: 2 Pressure comes in waves; what was tried didn’t help | 7 Pressure comes in waves; what was tried helped | 12 Pressure comes in waves; what was tried helped',
    move: 'fingers: 0 D5 to E5: 1 of 8 clean | 1 D5 to E5: 2 of 8 clean | 2 D5 to E5: 2 of 8 clean | 3 D5 to E5: 4 of 8 clean | 4 D5 to E5: 3 of 8 clean | 5 D5 to E5: 4 of 8 clean | 6 D5 to E5: 4 of 8 clean | 7 D5 to E5: 5 of 8 clean | 8 D5 to E5: 5 of 8 clean | 9 D5 to E5: 6 of 8 clean | 10 D5 to E5: 6 of 8 clean | 11 D5 to E5: 6 of 8 clean | 12 D5 to E5: 7 of 8 clean',
    'new-note':
      'fingers: 0 New note C5, from B4 | 1 New note D5, from C5 | 2 New note G4, from A4 | 3 New note E5, from A4 | 4 New note F5, from E5 | 5 New note G5, from F5 | 6 New note A5, from G5',
    note: 'breath: 1 1 1 0 1 0 1 0 1 0 0 1 1 | 0 Gasps before long notes | 6 Shoulders stay low when reminded | 12 Gasps before long notes',
    passage: 'fingers: 3 Passage A4 B4 C5',
    phrases:
      'breath: 3 Phrases of 5.5, 5.2, 4.3, 4.2 s | 7 Phrases of 6.0, 5.9, 5.5, 5.3 s | 11 Phrases of 6.8, 6.5, 6.5, 6.4 s',
    recalled:
      'fingers: 0 0 0 1 1 4 3 4 5 2 4 2 6 | 12 B4: fingers to sound not yet | 12 C5: fingers to sound not yet',
    rhythm: 'tongue: 6 Own pattern “Homework”, 4 beats',
    setup: 'setup: 8 7 9 8 11 9 8 9 11 9 9 9 10 | 0 Crooked | 0 Pitch waves with the breath',
    'shaped-tone':
      'sound: 4 A4 soft – loud – soft, 10 counts: mastered | 6 A4 soft – loud – soft, 10 counts: mastered | 8 A4 soft – loud – soft, 10 counts: mastered | 10 A4 soft – loud – soft, 10 counts: mastered | 12 A4 soft – loud – soft, 10 counts: mastered',
    'small-part':
      'sound: 0 reed in the lips 6.1 s: steady | 2 reed in the lips 4.9 s: steady | 4 reed in the lips 6.8 s: steady | 6 reed in the lips 8.2 s: steady | 8 reed in the lips 8.1 s: steady | 10 reed in the lips 8.8 s: steady | 12 reed in the lips 10.1 s: steady',
    tries: 'sound: 0 reed in the lips: spoke 10 of 10 | 1 reed in the lips: spoke 9 of 10',
  },
  flutist: {
    accident:
      'tongue: 1 Another note sounds in between: tongue and fingers aren’t together; well after 113 s | 4 Another note sounds in between: tongue and fingers aren’t together; well after 125 s | 7 It speaks late: the air isn’t moving yet when the tongue lets go; well after 36 s',
    articulation:
      'tongue: 4 Slur two and two: 100 % as asked at 66 | 8 Tongue the off-beats, slur into the beat: 90 % as asked at 66 | 12 Slur two and two: 100 % as asked at 66',
    bend: 'sound: 2 Bend on head joint, open: 40 cents (−30 to +10) | 5 Bend on head joint, open: 73 cents (−55 to +18) | 8 Bend on head joint, open: 89 cents (−67 to +22) | 11 Bend on head joint, open: 109 cents (−82 to +27)',
    'both-ends': 'sound: 3 Hole covered: the middle chosen of 3',
    'break-step':
      'fingers: 5 C5 to D5, silently: passed, 4 of 5 | 6 C5 to D5, the venting finger alone: passed, 4 of 5 | 7 C5 to D5, one finger at a time: passed | 8 C5 to D5, from above: not yet, 3 of 5 | 9 C5 to D5, from below: not yet, 3 of 5 | 10 C5 to D5, tongued: not yet, 3 of 5 | 11 C5 to D5, in the line: passed',
    'breath-count':
      'breath: 0 B4: 6 clicks at 60, loud | 1 B4: 8 clicks at 60, loud | 2 B4: 8 clicks at 60, loud | 3 B4: 10 clicks at 60, soft | 4 B4: 7 clicks at 60, loud | 5 B4: 7 clicks at 60, loud | 5 B4: 11 clicks at 60, soft | 6 B4: 10 clicks at 60 | 7 B4: 8 clicks at 60, loud | 8 B4: 11 clicks at 60 | 9 B4: 13 clicks at 60 | 10 B4: 12 clicks at 60 | 11 B4: 11 clicks at 60 | 11 B4: 12 clicks at 60 | 12 B4: 11 clicks at 60, loud | 12 B4: 11 clicks at 60, loud',
    'breath-cycle':
      'breath: 0 in 4, out 4: 4 rounds, went well | 1 in 4, out 4: 4 rounds, went well | 2 in 4, out 4: 4 rounds, went well | 3 in 4, out 4: 4 rounds, went well | 4 in 3, out 5: 4 rounds, went well | 5 in 4, out 4: 4 rounds, went well | 6 in 2, out 6: 4 rounds, not yet | 7 in 2, out 6: 4 rounds, went well | 8 in 2, out 6: 4 rounds, went well | 9 in 1, out 7: 4 rounds, went well | 10 in 1, out 7: 4 rounds, went well | 11 in 1, out 7: 4 rounds, not yet | 12 in 2, out 6: 4 rounds, not yet',
    'breath-watch':
      'breath: 0 Breathes late, in a hurry | 2 Breathes late, in a hurry | 4 Jaw or neck tight | 6 Jaw or neck tight | 8 Widens all round, quiet, shoulders low | 10 Widens all round, quiet, shoulders low | 12 Widens all round, quiet, shoulders low',
    daily:
      'tongue: 5 A bar that grows, a note that fades: B4 at 60, held | 7 A bar that grows, a note that fades: B4 at 68, held | 9 A bar that grows, a note that fades: B4 at 76, held | 11 A bar that grows, a note that fades: B4 at 84, uneven',
    echo: 'tongue: 1 Echo, level 1: 100 % right at 66 | 4 Echo, level 2: 100 % right at 66 | 7 Echo, level 3: 100 % right at 66 | 10 Echo, level 4: 100 % right at 66',
    exhale: 'breath: 1 Steady stream 8.3 s | 5 Steady stream 11.5 s | 9 Steady stream 15.6 s',
    'first-minutes':
      'sound: 6 First minutes: D4 8 cents steady, G4 9 cents steady, B4 12 cents steady | 7 First minutes: D4 6 cents steady, G4 10 cents steady, B4 12 cents steady | 8 First minutes: D4 7 cents steady, G4 9 cents steady, B4 10 cents steady | 9 First minutes: D4 6 cents steady, G4 9 cents steady, B4 9 cents steady | 10 First minutes: D4 7 cents steady, G4 7 cents steady, B4 8 cents steady | 11 First minutes: D4 6 cents steady, G4 6 cents steady, B4 10 cents steady | 12 First minutes: D4 5 cents steady, G4 6 cents steady, B4 8 cents steady',
    gauge:
      'setup: 1 Head joint pulled out: pulled out by 5.5 mm | 5 Head joint pulled out: pulled out by 5.5 mm | 9 Head joint pulled out: pulled out by 5.5 mm',
    interval:
      'sound: 7 B4 over B4, just: in tune | 9 B4 over B4, just: 11 cents low | 11 B4 over B4, just: in tune',
    'long-tone':
      'sound: 0 B4 6.1 s, 13 cents steady, −2 | 1 B4 7.2 s, 11 cents steady, −12 | 2 B4 6.7 s, 9 cents steady, −3 | 2 B4 7.7 s, 12 cents steady, −2 | 3 B4 8.6 s, 7 cents steady, +1 | 3 B4 8.0 s, 10 cents steady, −6 | 4 B4 9.6 s, 10 cents steady, +12 | 4 B4 11.3 s, 10 cents steady, +2 | 5 B4 12.7 s, moves with loudness, −8 | 5 B4 11.5 s, 9 cents steady, +7 | 6 B4 11.5 s, 8 cents steady, +2 | 7 B4 12.5 s, 6 cents steady, +12 | 7 B4 13.5 s, 8 cents steady, +3 | 7 B4 13.2 s, 7 cents steady, +4 | 8 B4 12.9 s, 6 cents steady, −1 | 8 B4 13.5 s, 7 cents steady, +2 | 9 B4 13.5 s, 7 cents steady, −4 | 9 B4 13.5 s, 5 cents steady, −5 | 10 B4 13.5 s, unsteady, +11 | 10 B4 13.5 s, unsteady, 0 | 11 B4 13.5 s, unsteady, +5 | 11 B4 13.5 s, 14 cents steady, +8 | 11 B4 13.5 s, unsteady, +8 | 12 B4 13.5 s, unsteady, +2 | 12 B4 13.5 s, 15 cents steady, +7',
    mouth:
      'sound: 2 The stream misses the edge; what was tried helped | 7 The stream misses the edge; what was tried didn’t help | 12 The stream misses the edge; what was tried didn’t help',
    move: 'fingers: 0 C5 to D5: 1 of 8 clean | 1 C5 to D5: 4 of 8 clean | 2 C5 to D5: 3 of 8 clean | 3 C5 to D5: 5 of 8 clean | 4 C5 to D5: 4 of 8 clean | 5 C5 to D5: 4 of 8 clean | 6 C5 to D5: 6 of 8 clean | 7 C5 to D5: 4 of 8 clean | 8 C5 to D5: 6 of 8 clean | 9 C5 to D5: 7 of 8 clean | 10 C5 to D5: 7 of 8 clean | 11 C5 to D5: 6 of 8 clean | 12 C5 to D5: 8 of 8 clean',
    'new-note':
      'fingers: 0 New note G4, from A4 | 1 New note B♭4, from B4 | 2 New note F4, from G4 | 3 New note E♭4, from F4 | 4 New note D4, from E♭4 | 5 New note E4, from F4 | 6 New note C5, from B4 | 7 New note C♯5, from C5 | 8 New note F♯4, from G4 | 9 New note G♯4, from G4 | 10 New note E5, from E4 | 11 New note F5, from E5',
    note: 'breath tongue: 0 0 1 1 0 0 0 0 1 1 0 0 1 | 12 Gasps before long notes',
    overtone:
      'sound: 8 C5 over low C4 (partial 2): 6 of 10 | 9 C5 over low C4 (partial 2): 5 of 10 | 10 C5 over low C4 (partial 2): 5 of 10 | 11 C5 over low C4 (partial 2): 8 of 10 | 12 C5 over low C4 (partial 2): 7 of 10',
    passage: 'fingers: 3 Passage B4 A4 G4',
    phrases:
      'breath: 3 Phrases of 5.4, 4.7, 4.6, 4.1 s | 7 Phrases of 5.7, 5.8, 5.5, 5.4 s | 11 Phrases of 7.2, 6.7, 6.5, 6.5 s',
    recalled: 'fingers: 0 0 3 1 2 1 5 3 7 2 6 4 12 | 12 F♯4: name to fingers not yet',
    rhythm: 'tongue: 6 Own pattern “Homework”, 4 beats',
    setup:
      'setup: 7 6 7 9 8 9 8 7 10 10 9 11 10 | 0 Case on the lap or upside down | 0 Slumped or leaning back | 0 Covers too little | 0 Put away wet',
    'shaped-tone':
      'sound: 4 B4 soft – loud – soft, 10 counts: mastered | 6 B4 soft – loud – soft, 10 counts: mastered | 8 B4 soft – loud – soft, 10 counts: mastered | 10 B4 soft – loud – soft, 10 counts: mastered | 12 B4 soft – loud – soft, 10 counts: mastered',
    'small-part':
      'sound: 0 head joint, open 3.5 s: 60 cents below the mark | 2 head joint, open 5.8 s: at the mark, and steady | 4 head joint, open 5.1 s: 45 cents above the mark | 6 head joint, open 6.5 s: at the mark, and steady | 8 head joint, open 8.1 s: at the mark, and steady | 10 head joint, open 9.7 s: at the mark, and steady | 12 head joint, open 11.3 s: at the mark, and steady',
    strokes:
      'tongue: 2 2.1 strokes a second on B4, uneven | 4 2.5 strokes a second on B4, uneven | 6 3.0 strokes a second on B4, uneven | 8 3.3 strokes a second on B4, uneven | 10 3.3 strokes a second on B4, even | 12 3.9 strokes a second on B4, even',
    'tongue-fault':
      'tongue: 3 Too much tongue: the whole of it moves; what was tried helped | 8 Too much tongue: the whole of it moves; what was tried helped',
    'tongue-tempo':
      'tongue: 3 Fastest even: eighths at 69 (64 to 74) on B4 | 7 Fastest even: eighths at 80 (75 to 85) on B4 | 11 Fastest even: eighths at 88 (83 to 93) on B4',
    tries:
      'sound: 0 head joint, open: spoke 9 of 10 | 1 head joint, open: spoke 8 of 10 | 2 head joint, end closed: spoke 8 of 10 | 3 head joint, end closed: spoke 9 of 10',
    'way-in':
      'tongue: 0 Breathe and say it: passed | 1 Breathe and say it: passed | 2 On the air alone: not yet | 3 On the air alone: passed | 4 On the head joint: passed | 5 On the head joint: passed | 6 One easy note: passed | 7 One easy note: passed | 8 Three, then four in one breath: passed | 9 Three, then four in one breath: passed',
  },
}

describe('an invented learner’s weeks', () => {
  it.each(Object.keys(PEOPLE) as (keyof typeof PEOPLE)[])('of the %s', (who) =>
    expect(told(who)).toEqual(TOLD[who]),
  )
})
