export { engraved } from './engrave.ts'
export { INK, SOFT, toPdf, withAccidentals } from './paper.ts'
