export { engraved } from './engrave.ts'
export { fingeringDrawing, fingeringSvg, HANDS, handsShapes, type FingeringDrawing } from './fingering.ts'
export { INK, SOFT, toPdf, withAccidentals } from './paper.ts'
