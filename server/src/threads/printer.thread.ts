/** Prints a page as PDF, with the product's own two typefaces. */
import pdfmake from 'pdfmake'
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces'
import { fontFile } from '../paper/fontFiles'
import type { FontPart } from '../paper/fontFiles'
import { MM, SIDE_MARGIN } from '../paper/onPaper'
import type { PrintJob } from '../paper/pdf'
import { fontName, Typesetter } from '../paper/setType'
import { serve } from './serve'

const GREY = '#625C66'

/** Files the document is set with: all that it may read of this machine. */
const readable = new Set<string>()
pdfmake.setLocalAccessPolicy((path) => readable.has(path))
pdfmake.setUrlAccessPolicy(() => false)
pdfmake.addTableLayouts({
  thinLines: {
    hLineWidth: () => 0.5,
    vLineWidth: () => 0.5,
    hLineColor: () => GREY,
    vLineColor: () => GREY,
  },
})

function fourStyles(part: FontPart) {
  const file = (weight: 400 | 600, italic: boolean) => {
    const path = fontFile(part, weight, italic)
    readable.add(path)
    return path
  }
  return {
    normal: file(400, false),
    bold: file(600, false),
    italics: file(400, true),
    bolditalics: file(600, true),
  }
}

const USUAL: readonly FontPart[] = [
  { family: 'Hanken', subset: 'latin' },
  { family: 'Literata', subset: 'latin' },
]

serve(async ({ title, content }: PrintJob): Promise<Uint8Array> => {
  const setter = new Typesetter()
  const set = setter.set(content)
  const parts = [...USUAL, ...setter.used.values()]
  pdfmake.setFonts(Object.fromEntries(parts.map((part) => [fontName(part), fourStyles(part)])))
  // Said on the page: whoever reads it would else take the dot for the letter.
  const missing: Content[] =
    setter.missing.size === 0
      ? []
      : [
          {
            text: `A dot stands for a letter this page could not be set with (${setter.missing.size} of them).`,
            style: 'quiet',
          },
        ]
  const definition: TDocumentDefinitions = {
    info: { title },
    pageSize: 'A4',
    pageMargins: [SIDE_MARGIN, 16 * MM, SIDE_MARGIN, 16 * MM],
    defaultStyle: { font: 'Hanken', fontSize: 10.5, lineHeight: 1.25, color: '#23202A' },
    styles: {
      title: { font: 'Literata', fontSize: 20, bold: true },
      heading: { font: 'Literata', fontSize: 13, bold: true, margin: [0, 10, 0, 3] },
      quiet: { color: GREY },
      cue: { font: 'Literata', fontSize: 13, italics: true },
    },
    content: [set, ...missing],
  }
  return pdfmake.createPdf(definition).getBuffer()
})
