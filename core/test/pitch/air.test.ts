import { describe, expect, it } from 'vitest'
import { airCents, speedOfSound } from '@halitus/core/pitch'

/** The ideal gas as an independent check: c = √(γRT/M), dry air γ = 1.4, M = 28.9647 g/mol (published constants). */
const ideal = (t: number) => Math.sqrt((1.4 * 8.314462618 * (273.15 + t)) / 0.0289647)

describe('speed of sound', () => {
  it.each([0, 5, 10, 15, 20, 25, 30, 35])(
    'in dry air at %i °C lies within 0.1 % of the ideal gas',
    (temperatureC) => {
      const c = speedOfSound({ temperatureC, humidity: 0 })
      expect(Math.abs(c / ideal(temperatureC) - 1)).toBeLessThan(0.001)
    },
  )
  it('is 331.5 m/s at 0 °C and about 343.2 at 20 °C in dry air (published; from memory)', () => {
    expect(speedOfSound({ temperatureC: 0, humidity: 0 })).toBeCloseTo(331.4, 0)
    expect(speedOfSound({ temperatureC: 20, humidity: 0 })).toBeCloseTo(343.2, 0)
  })
  it.each([
    // As the formula gives them: a coefficient that moves was moved on purpose.
    [0, 0, 331.44767],
    [20, 0.5, 343.98673],
    [30, 1, 351.46888],
    [-10, 1, 325.46616],
    [45, 0.9, 362.44936],
    [37, 1, 356.60624],
  ])('at %i °C and humidity %f is %f m/s', (temperatureC, humidity, speed) =>
    expect(speedOfSound({ temperatureC, humidity })).toBeCloseTo(speed, 4),
  )
  it('grows with moisture, more so in warm air', () => {
    const gain = (temperatureC: number) =>
      speedOfSound({ temperatureC, humidity: 1 }) - speedOfSound({ temperatureC, humidity: 0 })
    expect(gain(10)).toBeGreaterThan(0.2)
    expect(gain(30)).toBeGreaterThan(2 * gain(10))
  })
  it('makes a tube about 3 cents sharper a degree (exact: 600·log2 of the absolute temperatures)', () => {
    for (const [from, to] of [
      [15, 20],
      [20, 26],
    ] as const) {
      const cents = airCents({ temperatureC: to, humidity: 0 }, { temperatureC: from, humidity: 0 })
      expect(Math.abs(cents - 600 * Math.log2((273.15 + to) / (273.15 + from)))).toBeLessThan(0.3)
    }
  })
  it.each([
    [{ temperatureC: 60, humidity: 0.5 }, 'The temperature is 60 °C; allowed: −10 to 45 °C.'],
    [{ temperatureC: NaN, humidity: 0.5 }, 'The temperature is NaN'],
    [{ temperatureC: 20, humidity: 1.2 }, 'The humidity is 1.2; allowed: 0 to 1.'],
    [{ temperatureC: 20, humidity: -0.1 }, 'The humidity is -0.1'],
  ])('refuses what can’t be (%#)', (air, message) => expect(() => speedOfSound(air)).toThrow(message))
})
