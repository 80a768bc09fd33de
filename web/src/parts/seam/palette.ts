/** Colours of the seam: the page's own by name, or as plain values for a file that leaves it. */
import { STRANDS } from '@vein-mend/core/packs'
import type { Strand } from '@vein-mend/core/packs'

const NAMES = ['ink', 'line', 'glaze', 'slip', 'kiln', 'gold', 'goldtext'] as const

export type Palette = Readonly<Record<(typeof NAMES)[number] | Strand, string>>

function paletteOf(value: (name: string) => string): Palette {
  return Object.fromEntries([...NAMES, ...STRANDS].map((name) => [name, value(name)])) as Palette
}

export const PAGE_PALETTE = paletteOf((name) => `var(--${name})`)

/** The colours as they are now, light or dark. */
export function plainPalette(): Palette {
  const style = getComputedStyle(document.documentElement)
  return paletteOf((name) => style.getPropertyValue(`--${name}`).trim())
}
