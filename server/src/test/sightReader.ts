/**
 * Reads an engraving as a player does, from where the heads lie on the lines, the clef, the key signature and the
 * signs before the notes. It knows nothing of what was meant. Glyphs by the Standard Music Font Layout (W3C);
 * the rule of signs as in E. Gould, Behind Bars (2011), from memory: a sign holds on its own line or space until the
 * bar ends, and over the bar line for a tied note alone.
 */
import { attributeOf, inside, parseXml } from '../notation/xml'
import type { Xml } from '../notation/xml'

const SIGNS: Readonly<Record<string, number>> = {
  E260: -1,
  E261: 0,
  E262: 1,
  E263: 2,
  E264: -2,
}
/** The note on the line that each clef marks, counted in steps of the letters from C0. */
const CLEFS: Readonly<Record<string, number>> = { E050: 4 * 7 + 4, E05C: 4 * 7, E062: 3 * 7 + 3 }
const LETTERS = [0, 2, 4, 5, 7, 9, 11]
const SHARPS = [3, 0, 4, 1, 5, 2, 6]
const STEPS = 7

/** The highest line, and half the space between two. */
interface Lines {
  readonly top: number
  readonly half: number
}

interface Glyph {
  readonly code: string
  readonly y: number
}

function elements(list: readonly Xml[]): readonly { name: string; node: Xml; kind: string }[] {
  return list.flatMap((node) => {
    const name = Object.keys(node).find((k) => k !== ':@' && k !== '#text')
    return name === undefined ? [] : [{ name, node, kind: attributeOf(node, 'class') ?? '' }]
  })
}

/** Every element below, itself first. */
function* below(list: readonly Xml[]): Generator<{ name: string; node: Xml; kind: string }> {
  for (const e of elements(list)) {
    yield e
    yield* below(inside(e.node, e.name))
  }
}

function glyphs(list: readonly Xml[]): readonly Glyph[] {
  return [...below(list)].flatMap(({ name, node }) => {
    if (name !== 'use') return []
    const code = /#(E[0-9A-F]{3})/.exec(attributeOf(node, 'xlink:href') ?? '')?.[1]
    const y = /translate\([^,]+, (-?[\d.]+)\)/.exec(attributeOf(node, 'transform') ?? '')?.[1]
    return code === undefined || y === undefined ? [] : [{ code, y: Number(y) }]
  })
}

function within(list: readonly Xml[], kind: string): readonly Glyph[] {
  return [...below(list)]
    .filter((e) => e.kind === kind)
    .flatMap((e) => glyphs(inside(e.node, e.name)))
}

function linesOf(staff: readonly Xml[]): Lines {
  const ys = elements(staff)
    .filter((e) => e.name === 'path')
    .map((e) => Number(/^M\S+ (\S+) L/.exec(attributeOf(e.node, 'd') ?? '')?.[1]))
    .sort((a, b) => a - b)
  const [top = 0, next = 0] = ys
  return { top, half: (next - top) / 2 }
}

/** One staff as it is read from left to right. */
class StaffReader {
  /** The step that lies on the top line. */
  private top = 0
  private fifths = 0
  /** Signs of the last note struck, by step, for a tie over the bar line. */
  private last = new Map<number, number>()

  /** MIDI numbers of each note or chord of a bar, as written, lowest first. */
  bar(staff: readonly Xml[], tiedInto: boolean): readonly (readonly number[])[] {
    const lines = linesOf(staff)
    const at = (y: number) => this.top - Math.round((y - lines.top) / lines.half)
    this.head(staff, lines)
    const holding = new Map<number, number>()
    let first = true
    const heads = (list: readonly Xml[]) => {
      const [head] = within(list, 'notehead')
      const [sign] = within(list, 'accid')
      const step = at(head?.y ?? 0)
      const said = sign === undefined ? undefined : SIGNS[sign.code]
      if (said !== undefined) holding.set(step, said)
      const carried = first && tiedInto ? this.last.get(step) : undefined
      const alter = carried ?? holding.get(step) ?? this.inKey(step)
      return { step, alter }
    }
    return this.struck(staff).map((notes) => {
      const read = notes.map(heads)
      first = false
      this.last = new Map(read.map((n) => [n.step, n.alter]))
      return read
        .map(({ step, alter }) => {
          const octave = Math.floor(step / STEPS)
          return 12 * (octave + 1) + (LETTERS[step - octave * STEPS] ?? 0) + alter
        })
        .sort((a, b) => a - b)
    })
  }

  /** Clef and key signature before the first note; what stands after the last is a warning of the next line. */
  private head(whole: readonly Xml[], lines: Lines): void {
    const first = whole.findIndex((x) => attributeOf(x, 'class') === 'layer')
    const staff = whole.slice(0, first)
    const [clef] = within(staff, 'clef')
    if (clef) this.top = (CLEFS[clef.code] ?? 0) + Math.round((clef.y - lines.top) / lines.half)
    const key = [...below(staff)].find((e) => e.kind === 'keySig')
    if (!key) return
    this.fifths = glyphs(inside(key.node, key.name)).reduce((n, g) => n + (SIGNS[g.code] ?? 0), 0)
  }

  private inKey(step: number): number {
    const place = SHARPS.indexOf(((step % STEPS) + STEPS) % STEPS)
    if (this.fifths > 0) return place < this.fifths ? 1 : 0
    return SHARPS.length - 1 - place < -this.fifths ? -1 : 0
  }

  /** Notes and chords in their order, each as the notes it is made of. */
  private struck(staff: readonly Xml[]): readonly (readonly (readonly Xml[])[])[] {
    const found: (readonly (readonly Xml[])[])[] = []
    const walk = (list: readonly Xml[]) => {
      for (const { name, node, kind } of elements(list)) {
        const content = inside(node, name)
        if (kind === 'note') found.push([content])
        else if (kind === 'chord') {
          const notes = [...below(content)].filter((e) => e.kind === 'note')
          found.push(notes.map((e) => inside(e.node, e.name)))
        } else walk(content)
      }
    }
    walk(staff)
    return found
  }
}

/** Each staff as its bars, each bar as its notes and chords in order, by their written MIDI numbers. */
export function sightRead(svg: string): readonly (readonly (readonly (readonly number[])[])[])[] {
  const readers: StaffReader[] = []
  const staves: (readonly (readonly number[])[])[][] = []
  let tied = false
  for (const measure of below(parseXml(svg))) {
    if (measure.kind !== 'measure') continue
    const content = inside(measure.node, measure.name)
    elements(content)
      .filter((e) => e.kind === 'staff')
      .forEach((staff, i) => {
        const reader = (readers[i] ??= new StaffReader())
        const bars = (staves[i] ??= [])
        bars.push(reader.bar(inside(staff.node, staff.name), tied))
      })
    tied = elements(content).some((e) => e.kind === 'tie')
  }
  return staves
}
