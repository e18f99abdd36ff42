import { singleReedSteps } from '../steps.ts'
import type { SetupStep, Teaching } from '../types.ts'

/** Single reed and clarinet, in the order of work. Common practice of the trade; sentences are our own. */
export const CLARINET_SETUP: SetupStep[] = [
  {
    id: 'list',
    phase: 'materials',
    sequences: ['first', 'full'],
    title: 'Everything at hand',
    look: 'Reeds in a guard, cork grease, swab, stand, mirror, pencil, the week’s card.',
    faults: [
      { id: 'no-spare-reed', what: 'No second reed', effect: 'A chipped reed ends the lesson.' },
      { id: 'no-card', what: 'Card forgotten', effect: 'Nobody knows what was practised.' },
    ],
    source: 'common practice',
  },
  {
    id: 'case',
    phase: 'materials',
    sequences: ['first', 'full'],
    title: 'Case flat, label up',
    look: 'On the floor or a table, latches towards the player. Take out only what today needs, then close it.',
    faults: [
      { id: 'case-on-lap', what: 'Case on the lap or upside down', effect: 'Joints roll out; rods bend.' },
    ],
    caution:
      'Reeds, ligature screws and grease lids are small enough to swallow: out of little children’s reach.',
    source: 'common practice',
  },
  ...singleReedSteps,
  {
    id: 'joints',
    phase: 'assembly',
    sequences: ['full'],
    title: 'Bell, lower and upper joint',
    look: 'Gentle twists. Hold the ring key of the upper joint down so that the bridge lifts.',
    faults: [
      {
        id: 'bridge-bent',
        what: 'Bridge pushed against its partner',
        effect: 'Low notes and B♭5 one-and-one fail.',
      },
      { id: 'cork-dry', what: 'Cork resists', effect: 'Forcing bends rods; grease it.' },
    ],
    caution: 'Never twist by rods or keys. Bent keys and cracks go to a technician.',
    source: 'common practice',
  },
  {
    id: 'bridge',
    phase: 'assembly',
    sequences: ['full'],
    title: 'Bridge halves and rods in line',
    look: 'The two bridge halves meet; both rods make one line; the tone holes too.',
    tolerance: 'one straight line by eye',
    faults: [
      { id: 'rotated', what: 'Upper joint turned', effect: 'Right hand won’t reach; low notes squeak.' },
      { id: 'gap', what: 'Gap at a joint', effect: 'Flat, mostly near that joint.' },
    ],
    source: 'common practice',
  },
  {
    id: 'barrel',
    phase: 'assembly',
    sequences: ['first', 'full'],
    title: 'Barrel and mouthpiece',
    look: 'The barrel’s narrow end takes the mouthpiece; reed in line with the register key.',
    faults: [{ id: 'turned', what: 'Reed not in line', effect: 'Crooked hold; one corner leaks.' }],
    source: 'common practice',
  },
  {
    id: 'seat',
    phase: 'hold',
    sequences: ['first', 'full'],
    title: 'Front half of the chair',
    look: 'Both feet flat, back long, shoulders low.',
    faults: [
      { id: 'slumped', what: 'Slumped or leaning back', effect: 'Short breath, tone sinks at the end.' },
      { id: 'shoulders', what: 'Shoulders raised', effect: 'Tight throat, strangled tone.' },
    ],
    source: 'common practice',
  },
  {
    id: 'angle',
    phase: 'hold',
    sequences: ['first', 'full'],
    title: 'Steep angle, head up',
    look: 'Clarinet comes down steeply towards the knees; the mouthpiece comes to the mouth.',
    faults: [
      {
        id: 'head-down',
        what: 'Chin dropped to the chest',
        effect: 'Flat, unfocused, clicks in the throat.',
      },
      { id: 'too-far-out', what: 'Held out like a trumpet', effect: 'Wild and hard to keep low notes.' },
    ],
    caution: 'Pain in thumb, wrist or neck: stop and rest. If it lasts, see a doctor or hand therapist.',
    source: 'common practice',
  },
  {
    id: 'thumb',
    phase: 'hold',
    sequences: ['full'],
    title: 'Right thumb under its rest',
    look: 'Rest on the side of the thumb near the nail joint; fingers curve over rings, pads centred.',
    faults: [
      {
        id: 'finger-edges',
        what: 'Finger pads off centre',
        effect: 'Squeak or no sound: ring fingers above all.',
      },
      { id: 'side-key', what: 'Knuckle on a side key', effect: 'Low notes jump up.' },
      { id: 'throat-key', what: 'Left index on the A key', effect: 'Every left-hand note squeaks.' },
    ],
    source: 'common practice',
  },
  {
    id: 'swab',
    phase: 'after',
    sequences: ['first', 'full'],
    title: 'Swab, reed dry and flat',
    look: 'Swab through from the bell; water away from pads; reed in the guard; wipe keys.',
    faults: [
      { id: 'reed-left-on', what: 'Reed left on the mouthpiece', effect: 'Warps; tomorrow it won’t speak.' },
    ],
    source: 'common practice',
  },
]

export const CLARINET_TEACHING: Teaching = {
  firstNotes: ['G4', 'F4', 'E4', 'D4', 'C4'],
  smallParts: [
    { part: 'mouthpiece alone', concert: 'C6', source: 'common practice' },
    { part: 'mouthpiece with barrel', concert: 'F#5', source: 'common practice' },
  ],
  embouchure: [
    { point: 'Reed in the mouth to about halfway down its cut', listen: 'Less is thin, more is wild' },
    {
      point: 'Top teeth on the mouthpiece; double lip is the other school',
      listen: 'A gentle wiggle moves nothing',
    },
    { point: 'Chin flat, corners in, cheeks firm', listen: 'A bunched chin sounds weak and flat' },
  ],
  loudTendency: 'flat',
  listenFor: 'Does the pitch stay up when the tone gets louder',
}
