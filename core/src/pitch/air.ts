import { OutOfRange } from '../errors/index.ts'
/** Temperature and moisture of the air in a tube. */
export interface Air {
  temperatureC: number
  /** Relative humidity, 0 to 1. */
  humidity: number
}

/** Air in a room at the reference that instruments are usually tuned for (common practice, no source). */
export const ROOM_AIR: Air = { temperatureC: 20, humidity: 0.5 }

const PRESSURE_PA = 101325
/** Mole fraction of carbon dioxide in room air (breath has more; its effect is under 10 cents). */
const CO2 = 0.0004

/**
 * Speed of sound in moist air, m/s, at 101 325 Pa.
 * Source: O. Cramer, J. Acoust. Soc. Am. 93 (1993), equation 15 and its coefficients (from memory), good to about
 * 0.03 % from 0 to 30 °C.
 * @throws OutOfRange outside −10 to 45 °C or for a humidity outside 0 to 1
 */
export function speedOfSound({ temperatureC: t, humidity }: Air): number {
  if (!(t >= -10 && t <= 45)) throw new OutOfRange(`The temperature is ${t} °C; allowed: −10 to 45 °C.`)
  if (!(humidity >= 0 && humidity <= 1)) throw new OutOfRange(`The humidity is ${humidity}; allowed: 0 to 1.`)
  const kelvin = t + 273.15
  const enhancement = 1.00062 + 3.14e-8 * PRESSURE_PA + 5.6e-7 * t * t
  const saturation = Math.exp(
    1.2811805e-5 * kelvin ** 2 - 1.9509874e-2 * kelvin + 34.04926034 - 6.3536311e3 / kelvin,
  )
  const w = (humidity * enhancement * saturation) / PRESSURE_PA
  const p = PRESSURE_PA
  return (
    331.5024 +
    0.603055 * t -
    0.000528 * t * t +
    (51.471935 + 0.1495874 * t - 0.000782 * t * t) * w +
    (-1.82e-7 + 3.73e-8 * t - 2.93e-10 * t * t) * p +
    (-85.20931 - 0.228525 * t + 5.91e-5 * t * t) * CO2 -
    2.835149 * w * w -
    2.15e-13 * p * p +
    29.179762 * CO2 * CO2 +
    0.000486 * w * p * CO2
  )
}

/** How much sharper a tube sounds in `air` than in `reference`, cents: its length stays, the speed of sound changes. */
export function airCents(air: Air, reference: Air = ROOM_AIR): number {
  return 1200 * Math.log2(speedOfSound(air) / speedOfSound(reference))
}
