/** Something that can't be done, told as data: errors lose what they are on the way between threads. */
export interface Told {
  refused: string
  field?: string
}
