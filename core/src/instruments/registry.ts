import { bassoon } from './bassoon/index.ts'
import { chanter, pipeChanter } from './chanter/index.ts'
import { clarinet } from './clarinet/index.ts'
import { flute } from './flute/index.ts'
import { oboe } from './oboe/index.ts'
import { recorders } from './recorder/index.ts'
import { saxophones } from './saxophone/index.ts'

/** All instruments Halitus knows, in the order teachers list them; adding one is adding its folder and a line here. */
export const INSTRUMENTS = [
  flute,
  clarinet,
  ...saxophones,
  oboe,
  bassoon,
  ...recorders,
  chanter,
  pipeChanter,
] as const
