/** Letters of Europe on paper; which part of a typeface has which is stated by the packages themselves. */
import { existsSync, readFileSync } from 'node:fs'
import { expect, test } from 'vitest'
import { fontFile, partFor } from './fontFiles'
import { pdfOf } from './pdf'
import { Typesetter } from './setType'

function setFonts(text: string, style?: string): readonly (readonly [string, string])[] {
  const set = new Typesetter().set({ text, ...(style === undefined ? {} : { style }) }) as {
    readonly text: string | readonly { readonly text: string; readonly font: string }[]
  }
  return typeof set.text === 'string'
    ? [[set.text, 'as the page']]
    : set.text.map((run) => [run.text, run.font] as const)
}

test('plain letters are left as they are', () => {
  expect(setFonts('Wren Hale, für zwölf Schläge à 60')).toEqual([
    ['Wren Hale, für zwölf Schläge à 60', 'as the page'],
  ])
})

test('a name is set from the parts that have its letters', () => {
  expect(setFonts('Zdeněk')).toEqual([
    ['Zden', 'Hanken'],
    ['ě', 'Hanken latin-ext'],
    ['k', 'Hanken'],
  ])
  expect(setFonts('Łęcki', 'title').map(([, font]) => font)).toEqual([
    'Literata latin-ext',
    'Literata',
  ])
})

test('what one family has not comes from the other', () => {
  expect(setFonts('Ελένη Орлова').map(([text, font]) => `${text} ${font}`)).toEqual([
    'Ελένη Literata greek',
    '  Hanken',
    'Орлова Literata cyrillic',
  ])
})

test('a letter that nobody has is a dot, and is told', () => {
  const setter = new Typesetter()
  expect(setter.set('Mei 梅')).toBe('Mei ·')
  expect([...setter.missing]).toEqual(['梅'])
})

test('text is set wherever it stands: in lists, columns and tables', () => {
  const setter = new Typesetter()
  setter.set({
    stack: [
      'ř',
      { ul: ['ș'] },
      { columns: [{ text: 'ő' }] },
      { table: { body: [['ğ', { text: 'č' }]] } },
    ],
  })
  expect([...setter.used.keys()]).toEqual(['Hanken latin-ext'])
})

test('the file of a part has the letters it is chosen for', () => {
  for (const letter of 'AŁřČğőțЖЩαΩ') {
    const part = partFor(letter, 'Literata')
    expect(part, letter).not.toBeNull()
    const file = fontFile(part!, 400, false)
    expect(existsSync(file)).toBe(true)
    // TrueType files begin with version 1.0: OpenType specification, table directory (from memory).
    expect(readFileSync(file).readUInt32BE(0)).toBe(0x00010000)
  }
})

test('a page with such names is printed', async () => {
  const pdf = await pdfOf('Brief', [{ text: 'Zdeněk Łęcki, Ελένη, Орлова, 梅', style: 'title' }])
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-')
  const names = pdf.toString('latin1').match(/\/FontName \/\S+/g) ?? []
  // One embedded face for each part that was needed, bold in a title.
  expect(new Set(names).size).toBeGreaterThanOrEqual(4)
})
