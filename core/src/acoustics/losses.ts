/**
 * Air in a tube and what its wall takes from a wave. Source: D. H. Keefe, Acoustical wave propagation in cylindrical ducts:
 * transmission line parameter approximations, J. Acoust. Soc. Am. 75 (1984): constants near 26.85 °C and the series for
 * wide tubes (from memory); good to a thousandth for the ratio of radius to boundary layer above 2.
 */
export interface Gas {
  /** Speed of sound, m/s. */
  c: number
  /** Density, kg/m³. */
  rho: number
  /** Shear viscosity, kg/(m·s). */
  eta: number
}

const AT_C = 26.85
/** Air at a temperature, °C, as the formulas below take it. @example gasAt(26.85).c // 347.23 */
export function gasAt(temperatureC: number): Gas {
  const d = temperatureC - AT_C
  return { c: 347.23 * (1 + 0.00166 * d), rho: 1.1769 * (1 - 0.00335 * d), eta: 1.846e-5 * (1 + 0.0025 * d) }
}

/** Air in an instrument that is played: warm from breath at the upper end, the room's at the lower (common practice). */
export const PLAYED_C = 26

/** Attenuation, 1/m, and wave number, 1/m, at an angular frequency in a cylinder of some radius, m; written into `out`. */
export function propagation(
  gas: Gas,
  omega: number,
  radiusM: number,
  out: { alpha: number; k: number },
): void {
  const rv = radiusM * Math.sqrt((gas.rho * omega) / gas.eta)
  const inv = 1 / rv
  out.alpha = (omega / gas.c) * (1.045 * inv + 1.08 * inv * inv + 0.75 * inv * inv * inv)
  out.k = (omega / gas.c) * (1 + 1.045 * inv)
}
