/** This browser among those that write to a studio: its name, and how much was made on it. */
import { freshId } from './freshId'
import { keepText, keptText } from './keep'

const DEVICE = 'vein-mend-device'
const COUNT = 'vein-mend-count'
/** What `freshId` makes, and the record takes. */
const NAME = /^[0-9a-f]{8,64}$/

let made: string | null = null
let counted = 0

/** The name of this browser; where it keeps nothing, of this page. */
export function deviceName(): string {
  const kept = keptText(DEVICE) ?? ''
  if (NAME.test(kept)) return kept
  made ??= freshId()
  keepText(DEVICE, made)
  return made
}

/** The next place among all that is made here: above that many, and above every one given before, in any tab. */
export function nextCount(above: number): number {
  const kept = Number(keptText(COUNT))
  counted = Math.max(counted, above, Number.isSafeInteger(kept) ? kept : 0) + 1
  keepText(COUNT, String(counted))
  return counted
}
