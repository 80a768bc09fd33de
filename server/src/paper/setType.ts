/** Sets text in the parts of the typefaces that have its letters, and engraved notes as a page can show them. */
import type { Content } from 'pdfmake/interfaces'
import { partFor } from './fontFiles'
import type { Family, FontPart } from './fontFiles'
import { svgForPaper } from './svgForPaper'

/** Styles set in the serif; all else is in the plain one. */
const IN_SERIF = ['title', 'heading', 'cue']
/** Stands where a letter is that no part has. */
const NO_LETTER = '·'

/** Name of a part in the document. */
export function fontName({ family, subset }: FontPart): string {
  return subset === 'latin' ? family : `${family} ${subset}`
}

interface Run {
  text: string
  readonly part: FontPart
}

/** A document whose letters have all been found a place. */
export class Typesetter {
  /** Parts that are needed, by name. */
  readonly used = new Map<string, FontPart>()
  readonly missing = new Set<string>()

  private runsOf(text: string, family: Family): readonly Run[] {
    const runs: Run[] = []
    for (const letter of text) {
      const found = partFor(letter, family)
      if (!found) this.missing.add(letter)
      const part = found ?? { family, subset: 'latin' }
      const last = runs.at(-1)
      if (last && fontName(last.part) === fontName(part)) last.text += found ? letter : NO_LETTER
      else runs.push({ text: found ? letter : NO_LETTER, part })
    }
    return runs
  }

  private text(text: string, family: Family): unknown {
    const runs = this.runsOf(text, family)
    for (const { part } of runs) this.used.set(fontName(part), part)
    const plain = runs.every(({ part }) => part.family === family && part.subset === 'latin')
    if (plain) return runs.map((run) => run.text).join('')
    return runs.map((run) => ({ text: run.text, font: fontName(run.part) }))
  }

  /** The content with its letters set. */
  set(content: unknown, family: Family = 'Hanken'): Content {
    if (typeof content === 'string') {
      const set = this.text(content, family)
      return (typeof set === 'string' ? set : { text: set }) as Content
    }
    if (Array.isArray(content)) return content.map((c) => this.set(c, family))
    if (typeof content !== 'object' || content === null) return content as Content
    return this.node(content as Readonly<Record<string, unknown>>, family) as Content
  }

  private node(node: Readonly<Record<string, unknown>>, before: Family): object {
    const serif = typeof node.style === 'string' && IN_SERIF.includes(node.style)
    const family = serif ? 'Literata' : before
    const set = Object.entries(node).map(([key, value]) => {
      if (key === 'text') {
        return [key, typeof value === 'string' ? this.text(value, family) : this.set(value, family)]
      }
      if (['stack', 'columns', 'ul', 'ol'].includes(key)) return [key, this.set(value, family)]
      if (key === 'svg' && typeof value === 'string') return [key, svgForPaper(value)]
      return [key, key === 'table' ? this.table(value, family) : value]
    })
    return Object.fromEntries(set) as object
  }

  private table(table: unknown, family: Family): unknown {
    const { body, ...rest } = table as { readonly body: readonly (readonly unknown[])[] }
    return { ...rest, body: body.map((row) => row.map((cell) => this.set(cell, family))) }
  }
}
