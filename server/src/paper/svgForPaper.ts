/**
 * Engraved notes as a PDF can set them: every line has its ink with it, and the note of the metronome mark is drawn,
 * not set in a typeface the PDF has not.
 */
import XMLBuilder from 'fast-xml-builder'
import { XMLParser } from 'fast-xml-parser'

/** One element or one run of text, in the order of the file; attributes stand under `:@`. */
interface Node {
  readonly ':@'?: Readonly<Record<string, string>>
  readonly [tag: string]: unknown
}

const AS_WRITTEN = {
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: '',
  suppressEmptyNode: true,
  parseTagValue: false,
  trimValues: false,
} as const

const parser = new XMLParser(AS_WRITTEN)
const builder = new XMLBuilder(AS_WRITTEN)

function inside(node: Node): readonly Node[] {
  return Object.values(node).find((value): value is Node[] => Array.isArray(value)) ?? []
}

function attributes(node: Node): Readonly<Record<string, string>> {
  return node[':@'] ?? {}
}

/** All text under the node, run together. */
function textOf(node: Node): string {
  return typeof node['#text'] === 'string' ? node['#text'] : inside(node).map(textOf).join('')
}

function element(tag: string, given: Record<string, string | number>, text?: string): Node {
  const held = Object.fromEntries(Object.entries(given).map(([name, v]) => [name, String(v)]))
  return { [tag]: text === undefined ? [] : [{ '#text': text }], ':@': held }
}

/** A quarter note and its number, in the engraver's units: 100 to half a staff space. */
function drawn(x: number, y: number, perMinute: string): Node[] {
  const [head, stem] = [x + 84, x + 152]
  const turned = `rotate(-24 ${head} ${y - 62})`
  return [
    element('ellipse', { cx: head, cy: y - 62, rx: 84, ry: 58, transform: turned }),
    element('path', {
      d: `M${stem} ${y - 90} L${stem} ${y - 420}`,
      stroke: 'black',
      'stroke-width': 24,
      fill: 'none',
    }),
    element('text', { x: x + 240, y, 'font-size': '405px' }, `= ${perMinute}`),
  ]
}

/** The engraver's metronome mark ends in the beats a minute; none is drawn where it does not. */
function tempoMark(node: Node): Node {
  const at = attributes(inside(node).find((child) => 'text' in child) ?? {})
  const perMinute = /(\d+)\s*$/.exec(textOf(node))?.[1]
  const marks = perMinute === undefined ? [] : drawn(Number(at.x), Number(at.y), perMinute)
  return { g: marks, ':@': { class: 'tempo' } }
}

/** Lines, stems, bars and slurs: on a page they get their colour from a style sheet, which paper does not read. */
const DRAWN = ['path', 'ellipse', 'polygon', 'polyline', 'rect']

function inked(node: Node, tag: string): Node {
  const given = attributes(node)
  if (!DRAWN.includes(tag) || given['stroke-width'] === undefined) return node
  return { ...node, ':@': { stroke: 'black', ...given } }
}

function forPaper(node: Node): Node[] {
  // The music typeface in the picture is for pages that can read it.
  if ('style' in node && textOf(node).includes('@font-face')) return []
  if ('g' in node && attributes(node).class === 'tempo') return [tempoMark(node)]
  const [tag] = Object.keys(node).filter((key) => key !== ':@' && key !== '#text')
  if (tag === undefined) return [node]
  return [inked({ ...node, [tag]: inside(node).flatMap(forPaper) }, tag)]
}

export function svgForPaper(svg: string): string {
  return builder.build((parser.parse(svg) as Node[]).flatMap(forPaper))
}
