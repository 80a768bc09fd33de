/** The product's two typefaces as files a PDF can be set with, each with the letters of Europe in several parts. */
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { dirname, join } from 'node:path'
import { inflateSync } from 'node:zlib'
import fonteditor from 'fonteditor-core'

const resolve = createRequire(import.meta.url).resolve

export type Family = 'Hanken' | 'Literata'

const PACKAGES: Readonly<Record<Family, string>> = {
  Hanken: 'hanken-grotesk',
  Literata: 'literata',
}

/** A part of a family: the letters of one script. */
export interface FontPart {
  readonly family: Family
  readonly subset: string
}

/** Where a letter is looked for, in this order; Greek and Cyrillic are in one of the two families only. */
const SUBSETS: Readonly<Record<Family, readonly string[]>> = {
  Hanken: ['latin', 'latin-ext', 'vietnamese', 'cyrillic-ext'],
  Literata: ['latin', 'latin-ext', 'vietnamese', 'cyrillic', 'cyrillic-ext', 'greek', 'greek-ext'],
}

const folderOf = (family: Family) =>
  dirname(resolve(`@fontsource/${PACKAGES[family]}/package.json`))

type Ranges = readonly (readonly [number, number])[]

/** The ranges of a subset, as its package states them: `U+0100-02BA,U+1E00`. */
function rangesOf(text: string): Ranges {
  return text.split(',').map((range) => {
    const [from = '0', to = from] = range.replace('U+', '').split('-')
    return [Number.parseInt(from, 16), Number.parseInt(to, 16)]
  })
}

function partsOf(family: Family): readonly (readonly [FontPart, Ranges])[] {
  const file = readFileSync(join(folderOf(family), 'unicode.json'), 'utf8')
  const stated = JSON.parse(file) as Readonly<Record<string, string>>
  return SUBSETS[family].map((subset) => [{ family, subset }, rangesOf(stated[subset] ?? '')])
}

const PARTS = { Hanken: partsOf('Hanken'), Literata: partsOf('Literata') }

/** The part that has the letter: of the family itself, else of the other; null where neither has it. */
export function partFor(letter: string, family: Family): FontPart | null {
  const code = letter.codePointAt(0) ?? 0
  const other = family === 'Hanken' ? 'Literata' : 'Hanken'
  const found = [...PARTS[family], ...PARTS[other]].find(([, ranges]) =>
    ranges.some(([from, to]) => code >= from && code <= to),
  )
  return found?.[0] ?? null
}

const inflate = (data: readonly number[]) => [...inflateSync(Uint8Array.from(data))]

/**
 * The part as a TrueType file. It is unpacked once for all and kept beside the packages: packed, each glyph would
 * unpack its whole table again.
 */
export function fontFile({ family, subset }: FontPart, weight: 400 | 600, italic: boolean): string {
  const name = `${PACKAGES[family]}-${subset}-${weight}-${italic ? 'italic' : 'normal'}`
  const folder = join(folderOf(family), '../../.cache/vein-mend-fonts')
  const file = join(folder, `${name}.ttf`)
  if (existsSync(file)) return file
  mkdirSync(folder, { recursive: true })
  const packed = new Uint8Array(readFileSync(join(folderOf(family), 'files', `${name}.woff`)))
  const part = `${file}.${process.pid}.part`
  writeFileSync(part, Buffer.from(fonteditor.woff2ttf(packed.buffer, { inflate })))
  renameSync(part, file)
  return file
}
