import type { PackFile } from '@vein-mend/core/packs'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect, test } from 'vitest'
import { parse } from 'yaml'
import { PACKS_FOLDER, shippedPacks } from '../test/studio'
import { offencesOf } from './offences'
import { readPackFile } from './readPackFile'

const LISTED = parse(readFileSync(join(PACKS_FOLDER, 'offences.yml'), 'utf8')) as string[]

const shipped = readdirSync(PACKS_FOLDER)
  .filter((name) => name.endsWith('.yaml'))
  .flatMap((name) => {
    const read = readPackFile(name, readFileSync(join(PACKS_FOLDER, name), 'utf8'))
    if (!read.ok) throw new Error(name)
    return offencesOf(read.pack.file)
  })

test('the shipped packs hide nothing new, and the list holds nothing that was mended', () => {
  expect(shipped.toSorted()).toEqual(LISTED.toSorted())
  expect(LISTED.length).toBeLessThanOrEqual(336)
})

const file = (more: object) => ({ pack: 'own', findings: {}, remedies: {}, ...more }) as PackFile

test.each([
  ['Flat or sharp', ['joined-sign own x']],
  ['Thin and covered', ['joined-sign own x']],
  ['Fingers hold on', []],
])('a sign that says “%s”', (text, offences) => {
  expect(offencesOf(file({ findings: { x: { text } } }))).toEqual(offences)
})

test('a stop names all that stops', () => {
  const pain = { text: 'Pain or numbness', stop: { part: 'hand' } }
  expect(offencesOf(file({ findings: { pain } }))).toEqual([])
})

test('six words without notes are no rung; notes or a seventh word make it one', () => {
  const rungs = [
    { do: 'Play the bar slowly, three times.' },
    { do: 'Play the bar slowly.', notes: { make: 'figure' } },
    { do: 'Play the bar slowly and listen to it.' },
  ]
  expect(offencesOf(file({ remedies: { r: { rungs } } }))).toEqual(['empty-rung own r 1'])
})

test('every instrument has the teacher’s turn', async () => {
  for (const [id, k] of await shippedPacks()) {
    if (k.kind !== 'instrument') continue
    const turns = k.checks.filter(
      (c) => c.does === 'teacher' && c.asks.includes('same-for-teacher'),
    )
    expect(turns.length, id).toBeGreaterThan(0)
  }
})
