/** The words of the shipped packs as the line of a lesson hears them, and the count of phrases told by somebody else. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { harmToldBy, hearPhrase } from '@vein-mend/core/phrases'
import { afterAll, describe, expect, test } from 'vitest'
import { PACKS_FOLDER, shippedPacks } from '../test/studio'
import { hearAll, lessonLine, phraseFigures, readPhrases, readSignsMeant } from './phraseFigures'
import type { Phrase } from './phraseFigures'

const packs = await shippedPacks()
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')

describe.each(instruments.map((k) => [k.name, k] as const))('%s', (_name, k) => {
  const signs = k.findings.filter((f) => !f.byCheckOnly)
  const hear = (text: string) => hearPhrase(signs, text, { synonyms: k.synonyms ?? {} })

  test('no sign but those that stop goes by words of harm', () => {
    const told = signs.flatMap((f) =>
      f.stop ? [] : [f.text, ...f.aliases].filter((a) => harmToldBy(a).level !== 'none'),
    )
    expect(told).toEqual([])
  })

  test('where Enter notes a sign for the pack’s own words, it is that sign in 99 of a hundred', () => {
    const told = signs.flatMap((f) => (f.stop ? [] : f.aliases.map((a) => [a, f] as const)))
    const heard = told
      .filter(([alias]) => alias.includes(' '))
      .map(([alias, f]) => ({ alias, f, is: hear(alias).sure }))
    const sure = heard.filter(({ is }) => is !== null)
    const right = sure.filter(({ alias, f, is }) => is === f || is?.aliases.includes(alias))
    expect(sure.length).toBeGreaterThan(50)
    expect(right.length / sure.length).toBeGreaterThanOrEqual(0.99)
  })
})

describe('the count', () => {
  const folder = mkdtempSync(join(tmpdir(), 'phrases-'))
  afterAll(() => rmSync(folder, { recursive: true }))
  const at = (name: string, text: string) => {
    writeFileSync(join(folder, name), text)
    return join(folder, name)
  }
  const phrase = (id: string, said: string, kind: Phrase['kind'], stop?: boolean) => ({
    ...{ id, instrument: 'violin', phrase: said, kind },
    harm: stop === undefined ? null : { stop },
  })

  test('says of each kind how the line fares', () => {
    const told: readonly Phrase[] = [
      phrase('a', 'scroll droops', 'sign'),
      phrase('b', 'zigzag yoghurt', 'sign'),
      phrase('c', 'scratchy tone', 'sign'),
      phrase('d', 'no scratching today', 'negated'),
      phrase('e', 'wrist hurts', 'harm', true),
      phrase('f', 'arm a bit achy', 'harm', false),
      { ...phrase('g', 'anything', 'sign'), instrument: 'nobody-plays-it' },
    ]
    const meant = { a: ['scroll-sinks'], b: [], c: ['whistly'], e: ['pain-hand'] }
    const heard = hearAll(packs, told, meant, lessonLine)
    expect(heard).toHaveLength(6)
    expect(phraseFigures(packs, heard)).toEqual({
      known: 2,
      unknown: 1,
      rightWhenSure: { of: 2, share: 0.5 },
      rightWhenSureOfFault: { of: 2, share: 0.5 },
      found: { of: 2, share: 0.5 },
      firstThree: { of: 2, share: 0.5 },
      praiseAsFault: { of: 1, share: 0 },
      rightStop: { of: 1, share: 1 },
      askedInstead: { of: 0, share: 0 },
      askedOnly: { of: 1, share: 1 },
      falseStops: { of: 4, share: 0 },
    })
  })

  test('a file that cannot be read is refused by its field', () => {
    expect(() => readPhrases(at('a.json', '[{"id":"a"}]'))).toThrow(/instrument|phrase|kind|harm/)
    const odd = JSON.stringify([{ ...phrase('a', 'x', 'sign'), kind: 'odd' }])
    expect(() => readPhrases(at('b.json', odd))).toThrow(/kind/)
    expect(() => readSignsMeant(at('c.yml', 'a: pain-hand'))).toThrow(/a has no list/)
  })

  test('the signs that shipped phrases mean are there', () => {
    const meant = readSignsMeant(join(PACKS_FOLDER, 'phrase-signs.yml'))
    const gone = Object.entries(meant).flatMap(([id, signs]) => {
      const known = packs.get(id.replace(/-\d+$/u, ''))?.findings.map((f) => f.id) ?? []
      return signs.filter((s) => !known.includes(s)).map((s) => `${id}: ${s}`)
    })
    expect(gone).toEqual([])
  })
})
