/**
 * Why something is refused: input that can’t be taken, told apart from faults of ours.
 *
 * @example
 * new Refusal('range', 'The humidity is 2; allowed: 0 to 1.').code // 'range'
 */
export { OutOfRange, Refusal, type RefusalCode } from './refusal.ts'
