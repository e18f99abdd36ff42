export { OutOfRange, Refusal, type RefusalCode } from './refusal.ts'
