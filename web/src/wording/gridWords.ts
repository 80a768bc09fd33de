/** The grid of colours of a plucked string, in words. */
import type { GridCell } from '@vein-mend/core/takes'

export const PLACE_WORDS: Readonly<Record<GridCell['place'], string>> = {
  fingerboard: 'by the fingerboard',
  rosette: 'at the rosette',
  bridge: 'by the bridge',
}

export const TOUCH_WORDS: Readonly<Record<GridCell['touch'], string>> = {
  short: 'short',
  connected: 'connected',
}

export function cellWords({ position, place, touch }: GridCell): string {
  return `${position}, ${PLACE_WORDS[place]}, ${TOUCH_WORDS[touch]}`
}
