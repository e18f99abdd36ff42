/** What the product draws by itself: instruments to scale, and what flows onto them. Plain data in, no state. */
export { default as Instrument } from './Instrument.vue'
export { default as Streams } from './Streams.vue'
export { default as ToneRibbon, type EarlierTone } from './ToneRibbon.vue'
export { lying, type Lying } from './lying.ts'
export { flow, type Flow, type Source, type Level } from './flow.ts'
export { default as MouthViews } from './MouthViews.vue'
export { heldOf, pointOf, wrongOf } from './mouth.ts'
