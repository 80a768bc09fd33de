/** The parts of the engraver that are used here; the package brings no types. */
declare module 'verovio/wasm' {
  const create: () => Promise<object>
  export default create
}

declare module 'verovio/esm' {
  export class VerovioToolkit {
    constructor(module: object)
    setOptions(options: object): void
    /** 1 when the data could be read, else 0. */
    loadData(data: string): number
    renderToSVG(page: number): string
    /** Base64. */
    renderToMIDI(): string
    getPageCount(): number
    getLog(): string
  }
}
