/** Engraved notes as a PDF can set them: the note of the metronome mark is drawn, not set in a typeface the PDF has not. */

/** The engraver's metronome mark: where it stands, and the beats a minute at its end. */
const TEMPO =
  /<g id="[^"]*" class="tempo">\s*<text x="(-?\d+)" y="(-?\d+)"[\s\S]*?<\/text>\s*<\/g>/g
const PER_MINUTE = />(\d+)<\/tspan>(?![\s\S]*>\d+<\/tspan>)/
/** The music typeface in the picture, for pages that can read it. */
const TYPEFACE = /<style[^>]*>\s*@font-face[\s\S]*?<\/style>/g

/** A quarter note and its number, in the engraver's units: 100 to half a staff space. */
function drawn(x: number, y: number, perMinute: string): string {
  const stem = x + 152
  return [
    '<g class="tempo">',
    `<ellipse cx="${x + 84}" cy="${y - 62}" rx="84" ry="58" transform="rotate(-24 ${x + 84} ${y - 62})"/>`,
    `<path d="M${stem} ${y - 90} L${stem} ${y - 420}" stroke="black" stroke-width="24" fill="none"/>`,
    `<text x="${x + 240}" y="${y}" font-size="405px">= ${perMinute}</text>`,
    '</g>',
  ].join('')
}

export function svgForPaper(svg: string): string {
  return svg.replace(TYPEFACE, '').replace(TEMPO, (mark: string, x: string, y: string) => {
    const perMinute = PER_MINUTE.exec(mark)?.[1]
    return perMinute === undefined ? '' : drawn(Number(x), Number(y), perMinute)
  })
}
