/** Prints a page as PDF, with the product's own two typefaces. */
import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { inflateSync } from 'node:zlib'
import fonteditor from 'fonteditor-core'
import pdfmake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import { MM, SIDE_MARGIN } from '../paper/onPaper'
import type { PrintJob } from '../paper/pdf'
import { svgForPaper } from '../paper/svgForPaper'
import { serve } from './serve'

const resolve = createRequire(import.meta.url).resolve

function fontFile(
  family: 'literata' | 'hanken-grotesk',
  weight: 400 | 600,
  italic = false,
): string {
  const folder = dirname(resolve(`@fontsource/${family}/package.json`))
  return join(folder, 'files', `${family}-latin-${weight}-${italic ? 'italic' : 'normal'}.woff`)
}

/** The fonts unpacked in memory, by name: read compressed, each glyph would unpack its whole table again. */
const unpacked = (pdfmake as typeof pdfmake & Unpacked).virtualfs

interface Unpacked {
  readonly virtualfs: { writeFileSync(name: string, content: Buffer): void }
}

function unpack(...[family, weight, italic]: Parameters<typeof fontFile>): string {
  const name = `${family}-${weight}${italic ? '-italic' : ''}.ttf`
  const packed = new Uint8Array(readFileSync(fontFile(family, weight, italic))).buffer
  const inflate = (data: readonly number[]) => [...inflateSync(Uint8Array.from(data))]
  unpacked.writeFileSync(name, Buffer.from(fonteditor.woff2ttf(packed, { inflate })))
  return name
}

pdfmake.setFonts({
  Hanken: {
    normal: unpack('hanken-grotesk', 400),
    bold: unpack('hanken-grotesk', 600),
    italics: unpack('hanken-grotesk', 400, true),
    bolditalics: unpack('hanken-grotesk', 600, true),
  },
  Literata: {
    normal: unpack('literata', 400),
    bold: unpack('literata', 600),
    italics: unpack('literata', 400, true),
    bolditalics: unpack('literata', 600, true),
  },
})
const GREY = '#625C66'
pdfmake.addTableLayouts({
  thinLines: {
    hLineWidth: () => 0.5,
    vLineWidth: () => 0.5,
    hLineColor: () => GREY,
    vLineColor: () => GREY,
  },
})
// A document reads nothing, neither from this machine nor from elsewhere.
pdfmake.setLocalAccessPolicy(() => false)
pdfmake.setUrlAccessPolicy(() => false)

/** Engraved notes as the page can set them, wherever they stand. */
function withNotes(content: unknown): unknown {
  if (Array.isArray(content)) return content.map(withNotes)
  if (typeof content !== 'object' || content === null) return content
  return Object.fromEntries(
    Object.entries(content).map(([key, value]: [string, unknown]) => [
      key,
      key === 'svg' && typeof value === 'string' ? svgForPaper(value) : withNotes(value),
    ]),
  )
}

serve(async ({ title, content }: PrintJob): Promise<Uint8Array> => {
  const definition: TDocumentDefinitions = {
    info: { title },
    pageSize: 'A4',
    pageMargins: [SIDE_MARGIN, 16 * MM, SIDE_MARGIN, 16 * MM],
    defaultStyle: { font: 'Hanken', fontSize: 10.5, lineHeight: 1.25, color: '#23202A' },
    styles: {
      title: { font: 'Literata', fontSize: 20, bold: true },
      heading: { font: 'Literata', fontSize: 13, bold: true, margin: [0, 10, 0, 3] },
      quiet: { color: '#625C66' },
      cue: { font: 'Literata', fontSize: 13, italics: true },
    },
    content: withNotes(content) as Content,
  }
  return pdfmake.createPdf(definition).getBuffer()
})
