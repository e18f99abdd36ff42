import { describe, expect, it } from 'vitest'
import { OutOfRange, Refusal } from '@halitus/core/errors'

describe('a refusal', () => {
  it('carries its code, its sentence and the field, where there is one', () => {
    const plain = new Refusal('note', 'H9 is no note.')
    expect(plain).toMatchObject({ name: 'Refusal', code: 'note', message: 'H9 is no note.', field: '' })
    expect(plain).toBeInstanceOf(Error)
    expect(new Refusal('invalid', 'No.', 'data.part').field).toBe('data.part')
  })
  it('of a number beyond what is possible has its own name and code', () => {
    const beyond = new OutOfRange('The humidity is 2; allowed: 0 to 1.')
    expect(beyond).toMatchObject({ name: 'OutOfRange', code: 'range', field: '' })
    expect(beyond).toBeInstanceOf(Refusal)
    expect(new OutOfRange('No.', 'humidity').field).toBe('humidity')
  })
})
