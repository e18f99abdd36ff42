import { describe, expect, it } from 'vitest'
import {
  dayAfter,
  dayOf,
  daysBetween,
  instantOf,
  isBefore,
  isDay,
  isMoment,
  momentOf,
  mondayOf,
  onDayOf,
  plusDays,
  plusMinutes,
  wallClock,
  weekdayOf,
} from '@halitus/core/time'

describe('moments and days have one form (ISO 8601, local)', () => {
  it.each([
    ['2026-03-20', true],
    ['2024-02-29', true],
    ['2026-02-28', true],
    ['2026-02-29', false],
    ['2026-02-30', false],
    ['2026-04-31', false],
    ['2026-12-31', true],
    ['2026-13-01', false],
    ['2026-00-10', false],
    ['2026-01-00', false],
    ['2000-02-29', true],
    ['1900-02-29', false],
    ['1899-12-31', false],
    ['1900-01-01', true],
    ['2199-12-31', true],
    ['2200-01-01', false],
    ['0000-01-01', false],
    ['9999-01-01', false],
    ['2026-3-20', false],
    ['20260320', false],
    ['2026-03-20T18:30:00', false],
    ['', false],
  ])('%s is a day: %s', (text, right) => expect(isDay(text)).toBe(right))
  it.each([
    ['2026-03-20T18:30:00', true],
    ['2026-03-20T00:00:00', true],
    ['2026-03-20T23:59:59', true],
    ['2026-03-20T24:00:00', false],
    ['2026-03-20T18:60:00', false],
    ['2026-03-20T18:30:60', false],
    ['2026-02-30T18:30:00', false],
    ['2026-03-20T18:30', false],
    ['2026-03-20T18:30:00Z', false],
    ['2026-03-20T18:30:00+05:00', false],
    ['2026-03-20 18:30:00', false],
    ['2026-03-20', false],
  ])('%s is a moment: %s', (text, right) => expect(isMoment(text)).toBe(right))
})

describe('moments are compared as instants', () => {
  it('agrees with the platform’s own calendar over two centuries', () => {
    for (let ms = Date.UTC(1900, 0, 1); ms < Date.UTC(2199, 11, 31); ms += 86_400_000 * 97 + 12_345_000) {
      const text = new Date(ms).toISOString().slice(0, 19)
      expect(instantOf(text)).toBe(Math.floor(ms / 1000) * 1000)
      expect(momentOf(instantOf(text))).toBe(text)
    }
  })
  it('counts days, a day from its midnight', () => {
    expect(daysBetween('2026-03-20', '2026-03-21T12:00:00')).toBe(1.5)
    expect(daysBetween('2026-03-21', '2026-03-20')).toBe(-1)
    expect(daysBetween('2026-02-28T06:00:00', '2026-03-01T06:00:00')).toBe(1)
  })
  it('orders a day before its own noon and nothing before itself', () => {
    expect(isBefore('2026-03-20', '2026-03-20T12:00:00')).toBe(true)
    expect(isBefore('2026-03-20T12:00:00', '2026-03-20')).toBe(false)
    expect(isBefore('2026-03-20', '2026-03-20T00:00:00')).toBe(false)
  })
  it('adds days and minutes across months', () => {
    expect(plusDays('2026-02-27T18:00:00', 2)).toBe('2026-03-01T18:00:00')
    expect(plusMinutes('2026-12-31T23:50:00', 20)).toBe('2027-01-01T00:10:00')
    expect(dayOf('2026-03-20T18:30:00')).toBe('2026-03-20')
  })
  it('reads the wall clock of a date, in this machine’s zone', () => {
    expect(wallClock(new Date(2026, 2, 5, 7, 4, 9))).toBe('2026-03-05T07:04:09')
    expect(wallClock(new Date(2026, 10, 25, 17, 40, 59))).toBe('2026-11-25T17:40:59')
  })
})

// Counted off on a calendar; leap years by the Gregorian rule (ISO 8601).
describe('days of a calendar', () => {
  it.each([
    ['2026-11-26', 4, '2026-11-23'],
    ['2026-11-23', 1, '2026-11-23'],
    ['2026-11-29', 7, '2026-11-23'],
    ['2026-11-30', 1, '2026-11-30'],
    ['2027-01-01', 5, '2026-12-28'],
    ['2024-02-29', 4, '2024-02-26'],
  ])('%s is day %i of the week that begins on %s', (day, weekday, monday) => {
    expect(weekdayOf(day)).toBe(weekday)
    expect(mondayOf(day)).toBe(monday)
  })
  it.each([
    ['2026-02-27', 2, '2026-03-01'],
    ['2024-02-28', 1, '2024-02-29'],
    ['2026-12-31', 1, '2027-01-01'],
    ['2026-01-01', -1, '2025-12-31'],
    ['2026-11-26', 0, '2026-11-26'],
    ['2026-03-28', 7, '2026-04-04'],
  ])('%s and %i days is %s', (day, days, then) => expect(dayAfter(day, days)).toBe(then))
})

describe('a moment as it counts in a lesson', () => {
  const lesson = { startsAt: '2026-03-20T18:00:00', minutes: 30 }
  it.each([
    ['2026-03-20T00:00:00', '2026-03-20T00:00:00'],
    ['2026-03-20T23:59:59', '2026-03-20T23:59:59'],
    ['2026-03-19T23:59:59', '2026-03-20T18:00:00'],
    ['2026-03-21T00:00:00', '2026-03-20T18:30:00'],
    ['2027-03-20T18:05:00', '2026-03-20T18:30:00'],
  ])('told as %s counts at %s', (told, at) => expect(onDayOf(lesson, told)).toBe(at))
  it('ends with its day, however late it goes', () =>
    expect(onDayOf({ startsAt: '2026-03-20T23:50:00', minutes: 30 }, '2026-03-22T08:00:00')).toBe(
      '2026-03-20T23:59:59',
    ))
})
