import type { Outcome } from './judge.ts'

/** How a careful teacher enters a case, and which of the program's causes and steps stand for what was accepted. */
export interface Entered {
  complaint: string
  weeks?: number
  seen?: readonly string[]
  not?: readonly string[]
  tried?: readonly (readonly [check: string, outcome: Outcome])[]
  causes: readonly string[]
  /** Beside the remedies of accepted causes, and of what splits the field while nothing is likely. */
  steps: readonly string[]
}

const leaks = (...fingers: string[]) => fingers.flatMap((f) => [`leak-${f}`, `soft-${f}`])
const LEAKS = leaks(
  'left-thumb',
  'left-index',
  'left-middle',
  'left-ring',
  'right-index',
  'right-middle',
  'right-ring',
  'little',
)
const PRESS = [
  'freeze',
  'press-left-thumb',
  'press-left-index',
  'press-left-middle',
  'press-left-ring',
  'press-right-index',
  'press-right-middle',
  'press-right-ring',
  'press-little',
]
const PRINTS = [
  'off-left-thumb',
  'off-left-index',
  'off-left-middle',
  'off-left-ring',
  'off-right-index',
  'off-right-middle',
  'off-right-ring',
  'off-little',
  'flat-fingers',
]
const APART = ['teacher-plays', 'other-instrument']
const LOOKS = ['joint-gap', 'key-stays', 'knocked', 'loose-part']

export const ENTERED: Readonly<Record<string, Entered>> = {
  'fl-1': {
    complaint: 'silent',
    weeks: 0,
    tried: [['small-part', 'same']],
    causes: ['jet-misses', 'hole-covered', 'opening-wide', 'air-direction'],
    steps: ['roll', 'small-part', 'mist-off', 'hole-under', 'lips-wide', 'off-centre', ...APART],
  },
  'fl-2': {
    complaint: 'silent',
    seen: ['low'],
    causes: ['too-fast', 'opening-tight', 'pad-leaks', ...LEAKS],
    steps: ['less-air', 'press-pads', ...PRESS, ...APART, 'lips-same', 'small-part'],
  },
  'fl-3': {
    complaint: 'jumps-up',
    seen: ['low', 'lips-tight'],
    causes: ['too-fast', 'opening-tight', 'lips-spread', 'air-direction'],
    steps: ['less-air', 'small-part', ...APART],
  },
  'fl-4': {
    complaint: 'airy',
    seen: ['lips-wide', 'out-of-breath'],
    causes: ['opening-wide'],
    steps: ['roll', 'firmer', 'mist-off'],
  },
  'fl-5': {
    complaint: 'jumps-up',
    seen: ['one-note', 'fingers-differ'],
    causes: ['not-learnt', 'vent-late', 'slow-air-upper'],
    steps: ['fingers-differ', 'freeze', 'lift', ...APART],
  },
  'fl-6': {
    complaint: 'sharp',
    seen: ['always', 'cork-mark'],
    causes: ['head-cork', 'head-pulled'],
    steps: ['off-mark', 'cork-mark', ...APART],
  },
  'fl-7': {
    complaint: 'silent',
    seen: ['from-one-down', 'since-today', 'assembled'],
    causes: ['pad-leaks', 'bridge', 'joint-open', 'spring', ...LEAKS],
    steps: ['press-pads', 'align', ...PRESS, ...APART, ...LOOKS],
  },
  'fl-8': {
    complaint: 'stops',
    weeks: 3,
    seen: ['shallow'],
    causes: ['shallow', 'too-fast', 'opening-wide', 'tired', 'little-air'],
    steps: ['rest', 'less-air', 'lips-wide'],
  },
  'fl-9': {
    complaint: 'wobble',
    seen: ['rolls', 'few-down'],
    causes: ['not-carried', 'strap', 'angle', 'hand-position', 'head-turned', 'tight-hands', 'eb-missing'],
    steps: ['support', 'roll', 'small-part'],
  },
  'fl-10': {
    complaint: 'sharp',
    seen: ['high', 'hole-under'],
    causes: ['hole-covered', 'too-fast', 'air-direction'],
    steps: ['roll', 'less-air'],
  },
  'cl-1': {
    complaint: 'shriek',
    seen: ['crossing', 'off-right-ring'],
    causes: ['leak-right-ring', 'leak-right-middle', 'leak-little'],
    steps: [...PRESS, ...PRINTS, 'vent-alone'],
  },
  'cl-2': {
    complaint: 'shriek',
    seen: ['always', 'reed-damaged'],
    tried: [['small-part', 'same']],
    causes: ['reed-damaged'],
    steps: ['swap-reed'],
  },
  'cl-3': {
    complaint: 'hard',
    weeks: 8,
    seen: ['strength-up'],
    tried: [['small-part', 'same']],
    causes: ['reed-hard'],
    steps: ['swap-reed', 'teacher-plays'],
  },
  'cl-4': {
    complaint: 'flat',
    seen: ['loud', 'old-reed'],
    causes: ['reed-soft', 'reed-worn', 'biting'],
    steps: ['swap-reed', 'reed-limp'],
  },
  'cl-5': {
    complaint: 'shriek',
    seen: ['low', 'joint-gap', 'knocked'],
    causes: ['bridge', 'joint-open'],
    steps: ['align', ...LOOKS],
  },
  'cl-6': {
    complaint: 'silent',
    seen: ['from-one-down', 'hand-on-key'],
    causes: ['brush-side', 'brushed-key', 'brush-little-keys'],
    steps: ['freeze', 'wrist-bent', 'hand-on-key'],
  },
  'cl-7': {
    complaint: 'drops-down',
    seen: ['crossing', 'thumb-off'],
    causes: ['leak-left-thumb', 'vent-late', 'hand-position'],
    steps: ['press-left-thumb', 'freeze', 'vent-alone', 'off-left-thumb'],
  },
  'cl-8': {
    complaint: 'gurgle',
    seen: ['water', 'long-played'],
    tried: [['dry-out', 'better']],
    causes: ['water-hole'],
    steps: ['dry-out'],
  },
  'cl-9': {
    complaint: 'flat',
    seen: ['high', 'lip-marks'],
    causes: ['slack', 'biting', 'lip-rolled', 'jaw'],
    steps: ['firmer', 'small-part', 'jaw-down', 'corners'],
  },
  'cl-10': {
    complaint: 'shriek',
    seen: ['tongued', 'hard-stroke'],
    causes: ['heavy-tongue', 'tongue-back'],
    steps: ['slurred-check', 'jaw-moves'],
  },
  'cl-11': {
    complaint: 'airy',
    seen: ['little-in'],
    causes: ['too-little', 'biting'],
    steps: ['place', 'jaw-down'],
  },
  'cl-12': { complaint: 'shriek', seen: ['much-in', 'loud'], causes: ['too-much'], steps: ['place'] },
  'sa-1': {
    complaint: 'jumps-up',
    seen: ['low', 'knocked'],
    tried: [['teacher-plays', 'same']],
    causes: ['pad-leaks', 'vent-blocked', 'neck-bent', 'bridge'],
    steps: ['press-pads', 'other-instrument', ...LOOKS],
  },
  'sa-2': {
    complaint: 'silent',
    seen: ['low', 'soft'],
    tried: [['teacher-plays', 'better']],
    causes: ['biting', 'jaw', 'lip-rolled', 'too-little'],
    steps: ['jaw-down', 'small-part', 'lip-marks', 'place'],
  },
  'sa-3': {
    complaint: 'shriek',
    seen: ['hand-on-key'],
    causes: ['brush-palm', 'brushed-key', 'brush-side'],
    steps: ['freeze', 'lift', 'wrist-bent'],
  },
  'sa-4': {
    complaint: 'gurgle',
    seen: ['one-note', 'knocked'],
    causes: ['neck-bent', 'vent-touched', 'vent-blocked', 'pad-leaks'],
    steps: ['press-pads', ...APART, ...LOOKS, 'align'],
  },
  'sa-5': {
    complaint: 'stuck',
    seen: ['high', 'thumb-off'],
    causes: ['vent-late', 'vent-blocked', 'not-learnt'],
    steps: ['vent-alone', 'fingers-differ'],
  },
  'sa-6': {
    complaint: 'sharp',
    seen: ['off-mark', 'lip-marks'],
    causes: ['biting', 'head-pulled'],
    steps: ['jaw-down', 'small-part', 'off-mark'],
  },
  'sa-7': {
    complaint: 'shriek',
    seen: ['start', 'first-minutes', 'reed-dry'],
    causes: ['reed-dry'],
    steps: ['wet-reed'],
  },
  'sa-8': {
    complaint: 'wrong-note',
    seen: ['one-note', 'key-stays'],
    causes: ['spring', 'pad-leaks'],
    steps: ['press-pads', ...LOOKS],
  },
  'sa-9': {
    complaint: 'airy',
    seen: ['corners', 'cheeks'],
    causes: ['slack', 'puffed'],
    steps: ['firmer', 'corners'],
  },
  'sa-10': {
    complaint: 'late',
    seen: ['start', 'low'],
    causes: ['little-air', 'air-after', 'shallow', 'tongue-stays', 'throat-starts'],
    steps: ['air', 'slurred-check', 'shallow'],
  },
  'ob-1': {
    complaint: 'silent',
    seen: ['reed-dry', 'crow-off'],
    causes: ['reed-dry', 'crow-wrong', 'reed-opening'],
    steps: ['wet-reed', 'swap-reed', 'small-part'],
  },
  'ob-2': {
    complaint: 'flat',
    seen: ['tip-gaping', 'much-in'],
    causes: ['too-much', 'reed-opening', 'slack'],
    steps: ['place', 'swap-reed', 'firmer'],
  },
  'ob-3': {
    complaint: 'stops',
    seen: ['shallow', 'held', 'breath-held'],
    causes: ['stale-air', 'shallow'],
    steps: ['rest', 'breathe-out', 'shallow'],
  },
  'ob-4': {
    complaint: 'silent',
    seen: ['low'],
    tried: [['swap-reed', 'same']],
    causes: ['pad-leaks', 'half-closed', ...LEAKS],
    steps: ['press-pads', ...PRESS, ...PRINTS, ...APART, 'half-hole', ...LOOKS],
  },
  'ob-5': {
    complaint: 'drops-down',
    seen: ['one-note', 'fingers-differ'],
    causes: ['half-closed', 'not-learnt'],
    steps: ['half-hole', 'fingers-differ'],
  },
  'ob-6': {
    complaint: 'stops',
    seen: ['lip-marks', 'tired'],
    causes: ['biting', 'reed-opening', 'reed-hard', 'tired', 'reed-soft'],
    steps: ['jaw-down', 'swap-reed', 'rest', 'tip-gaping'],
  },
  'ob-7': {
    complaint: 'gurgle',
    seen: ['cold', 'tired', 'water'],
    causes: ['water-hole', 'cold'],
    steps: ['dry-out', 'warm', 'water'],
  },
  'ob-8': {
    complaint: 'silent',
    seen: ['one-note', 'fingers-differ'],
    causes: ['not-learnt'],
    steps: ['fingers-differ', 'freeze'],
  },
  'ob-9': {
    complaint: 'late',
    seen: ['start', 'hard-stroke'],
    causes: ['heavy-tongue', 'air-after', 'tongue-stays', 'little-air', 'tongue-back'],
    steps: ['air', 'slurred-check'],
  },
  'ob-10': {
    complaint: 'jumps-up',
    seen: ['high', 'both-octaves'],
    causes: ['octave-keys-swapped'],
    steps: ['both-octaves', 'freeze'],
  },
  'ba-1': {
    complaint: 'gurgle',
    seen: ['start', 'crossing'],
    causes: ['no-flick', 'whisper-off', 'vent-late'],
    steps: ['vent-alone', 'half-hole'],
  },
  'ba-2': {
    complaint: 'silent',
    seen: ['low', 'thumb-off'],
    causes: ['whisper-off', 'crook-vent', ...LEAKS],
    steps: ['press-left-thumb', 'freeze', 'crook-pad', 'off-left-thumb'],
  },
  'ba-3': {
    complaint: 'drops-down',
    seen: ['one-note'],
    causes: ['half-closed', 'not-learnt'],
    steps: ['half-hole', 'fingers-differ', 'freeze'],
  },
  'ba-4': {
    complaint: 'silent',
    seen: ['always', 'crook-pad'],
    tried: [['small-part', 'same']],
    causes: ['water-bore', 'crook-vent', 'swab-inside'],
    steps: ['dry-out', 'swap-reed', 'crook-pad'],
  },
  'ba-5': {
    complaint: 'flat',
    seen: ['reed-limp', 'corners'],
    causes: ['reed-soft', 'slack', 'crow-wrong'],
    steps: ['swap-reed', 'firmer', 'crow-off'],
  },
  'ba-6': {
    complaint: 'silent',
    seen: ['from-one-down', 'off-left-ring'],
    causes: ['leak-left-ring', 'strap', 'hand-position'],
    steps: [...PRESS, ...PRINTS, 'support'],
  },
  'ba-7': {
    complaint: 'sharp',
    seen: ['jaw-out', 'lip-marks'],
    causes: ['biting', 'jaw'],
    steps: ['jaw-down'],
  },
  'ba-8': {
    complaint: 'gurgle',
    seen: ['long-played', 'water', 'low'],
    causes: ['water-bore', 'water-hole'],
    steps: ['dry-out'],
  },
  'ba-9': {
    complaint: 'wobble',
    seen: ['reaches'],
    causes: ['not-carried', 'strap', 'angle'],
    steps: ['support'],
  },
  'ba-10': {
    complaint: 'silent',
    seen: ['low', 'crook-pad', 'off-mark'],
    causes: ['crook-vent', 'whisper-off', 'head-turned'],
    steps: ['crook-pad', 'align', ...LOOKS],
  },
  're-1': {
    complaint: 'shriek',
    seen: ['low', 'off-little'],
    causes: ['leak-little', 'too-fast', 'leak-right-ring'],
    steps: [...PRESS, ...PRINTS, 'less-air'],
  },
  're-2': {
    complaint: 'shriek',
    seen: ['off-left-thumb'],
    causes: ['leak-left-thumb', 'half-closed'],
    steps: ['press-left-thumb', 'freeze', 'half-hole'],
  },
  're-3': {
    complaint: 'airy',
    seen: ['tired', 'water'],
    causes: ['windway-blocked', 'water-bore'],
    steps: ['windway', 'warm', 'dry-out'],
  },
  're-4': {
    complaint: 'stuck',
    seen: ['high'],
    causes: ['half-closed', 'slow-air-upper', 'not-learnt'],
    steps: ['half-hole', 'air', 'fingers-differ', 'off-left-thumb'],
  },
  're-5': {
    complaint: 'shriek',
    seen: ['high'],
    causes: ['half-closed', 'too-fast', 'leak-left-thumb'],
    steps: ['half-hole', 'less-air', 'press-left-thumb', 'off-left-thumb'],
  },
  're-6': {
    complaint: 'flat',
    seen: ['always'],
    causes: ['little-air', 'cold', 'shallow', 'slow-air-upper', 'head-pulled'],
    steps: ['air', 'warm', 'off-mark'],
  },
  're-7': { complaint: 'sharp', causes: ['too-fast', 'head-pulled'], steps: ['less-air', 'off-mark'] },
  're-8': {
    complaint: 'wrong-note',
    seen: ['one-note', 'fingers-differ'],
    causes: ['half-closed', 'not-learnt'],
    steps: ['half-hole', 'fingers-differ', 'freeze'],
  },
  're-9': {
    complaint: 'shriek',
    seen: ['start', 'hard-stroke'],
    causes: ['heavy-tongue', 'too-fast'],
    steps: ['slurred-check', 'less-air'],
  },
  'ch-1': { complaint: 'shriek', seen: ['low', 'flat-fingers'], causes: LEAKS, steps: [...PRESS, ...PRINTS] },
  'ch-2': {
    complaint: 'silent',
    seen: ['reed-rocks'],
    causes: ['reed-seat', 'chanter-seat'],
    steps: ['small-part', 'reed-rocks', 'swap-reed'],
  },
  'ch-3': {
    complaint: 'stops',
    seen: ['long-played', 'water'],
    causes: ['reed-soaked', 'wet-reed', 'water-bore', 'reed-wet'],
    steps: ['dry-out', 'swap-reed', 'rest'],
  },
  'ch-4': {
    complaint: 'between',
    seen: ['one-move'],
    causes: ['crossing-noise', 'late-finger'],
    steps: ['slowly', 'finger-lags'],
  },
  'ch-5': {
    complaint: 'hard',
    seen: ['new-reed'],
    causes: ['reed-hard', 'choked', 'reed-opening'],
    steps: ['swap-reed', 'strength-up', 'teacher-plays'],
  },
  'ch-6': {
    complaint: 'jumps-up',
    seen: ['high', 'blow-sags'],
    causes: ['pressure', 'choked', 'air-stops'],
    steps: ['air', 'swap-reed'],
  },
  'ch-7': {
    complaint: 'stops',
    seen: ['reed-limp'],
    causes: ['reed-soft', 'overpressed', 'reed-worn', 'reed-opening'],
    steps: ['swap-reed', 'less-air'],
  },
  'ch-8': {
    complaint: 'silent',
    seen: ['one-note', 'off-little', 'low'],
    causes: leaks('little'),
    steps: ['press-little', 'freeze', 'off-little'],
  },
  'ch-9': {
    complaint: 'gurgle',
    seen: ['water', 'long-played'],
    causes: ['water-bore', 'reed-soaked', 'wet-reed', 'reed-wet'],
    steps: ['dry-out', 'swap-reed'],
  },
}
