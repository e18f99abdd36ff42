/// <reference types="vite/client" />
declare module '*.vue' {
  import type { DefineComponent } from 'vue'
  const component: DefineComponent<object, object, unknown>
  export default component
}

declare module 'verovio/wasm' {
  /** Loads the engraving library. */
  export default function createVerovioModule(): Promise<object>
}
declare module 'verovio/esm' {
  export class VerovioToolkit {
    constructor(module: object)
    setOptions(options: Record<string, string | number | boolean>): void
    loadData(data: string): boolean
    renderToSVG(page: number): string
  }
}
