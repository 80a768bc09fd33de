/** What can be set on a printed page, and how wide it is. */

/** Signs the typefaces do not have, in letters. */
const IN_LETTERS: readonly (readonly [RegExp, string])[] = [
  [/♭/g, ' flat'],
  [/♯/g, ' sharp'],
  [/♮/g, ' natural'],
  [/[→⊓∨←]/g, ''],
]

/** Text as it can be set. */
export function settable(text: string): string {
  return IN_LETTERS.reduce((t, [sign, letters]) => t.replace(sign, letters), text)
}

/** A millimetre, points. */
export const MM = 72 / 25.4

/** Left and right margin, points. */
export const SIDE_MARGIN = 18 * MM

/** Width of the printed page inside its margins, points. A4 is 595.28 wide: ISO 216. */
export const PRINT_WIDTH = 595.28 - 2 * SIDE_MARGIN
