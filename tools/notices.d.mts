export interface Shipped {
  name: string
  version: string
  licence: string
  texts: string[]
}
export function shippedPackages(root: string): Shipped[]
export function noticesText(root: string): string
