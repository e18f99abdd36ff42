export { INK, SOFT, toPdf, withAccidentals } from './paper.ts'
