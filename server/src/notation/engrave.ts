/** Engraves an exercise as SVG. */
import type { Exercise } from '@vein-mend/core/music'
import { musicXml } from '@vein-mend/core/music'
import type { VerovioToolkit } from 'verovio/esm'

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

/** Engravings kept; a lesson asks for the same few again and again. */
const KEPT_MOST = 200

let toolkit: Promise<VerovioToolkit> | null = null
const kept = new Map<string, string>()

async function start(): Promise<VerovioToolkit> {
  // Loading it takes seconds and a gigabyte: not before somebody wants notes.
  const [{ VerovioToolkit }, { default: createVerovioModule }] = await Promise.all([
    import('verovio/esm'),
    import('verovio/wasm'),
  ])
  const ready = new VerovioToolkit(await createVerovioModule())
  ready.setOptions(OPTIONS)
  return ready
}

/** All systems of the exercise on one page. The engraver is loaded with the first call, which takes seconds. */
export async function engrave(exercise: Exercise): Promise<string> {
  const xml = musicXml(exercise)
  const known = kept.get(xml)
  if (known !== undefined) return known
  toolkit ??= start()
  const ready = await toolkit
  if (ready.loadData(xml) !== 1) throw new Error(`not engraved: ${ready.getLog()}`)
  const svg = ready.renderToSVG(1)
  kept.set(xml, svg)
  const [oldest] = kept.keys()
  if (kept.size > KEPT_MOST && oldest !== undefined) kept.delete(oldest)
  return svg
}
