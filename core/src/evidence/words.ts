/** Below and from here on a tenth says too much (chosen by Halitus: half a tenth from nothing and from all). */
const UNDER = 0.05
const NEARLY = 0.95

/**
 * A belief as a teacher says it: in tenths, for more digits would look exact.
 * @param share 0 to 1
 * @example inTenths(0.42) // '4 in ten'
 */
export const inTenths = (share: number): string =>
  share < UNDER ? 'under 1 in ten' : share >= NEARLY ? 'nearly sure' : `${Math.round(10 * share)} in ten`
