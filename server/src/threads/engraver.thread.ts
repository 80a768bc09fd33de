/** Engraves MusicXML as SVG. The engraver takes seconds to load and most of a gigabyte: so it has a thread. */
import { VerovioToolkit } from 'verovio/esm'
import createVerovioModule from 'verovio/wasm'
import { serve } from './serve'

const OPTIONS = {
  scale: 40,
  pageWidth: 2100,
  adjustPageHeight: true,
  footer: 'none',
  header: 'none',
  svgViewBox: true,
  // A short last line is not stretched over the page.
  minLastJustification: 0.6,
  spacingStaff: 8,
} as const

const toolkit = new VerovioToolkit(await createVerovioModule())
toolkit.setOptions(OPTIONS)

serve((xml: string): string => {
  if (toolkit.loadData(xml) !== 1) throw new Error(`not engraved: ${toolkit.getLog()}`)
  return toolkit.renderToSVG(1)
})
