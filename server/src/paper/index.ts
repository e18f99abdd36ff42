export { engraved, engravedPages } from './engrave.ts'
export {
  fingeringDrawing,
  fingeringSvg,
  HANDS,
  handsShapes,
  handsSvg,
  type FingeringDrawing,
} from './fingering.ts'
export { INK, SOFT, TEXT, toPdf, withAccidentals } from './paper.ts'
