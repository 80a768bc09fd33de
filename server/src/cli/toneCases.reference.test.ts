/** Measured against tones and runs with known truth, made and read by programs that have nothing in common with ours (fixtures/README.md). */
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { isTold } from '@vein-mend/core/measure'
import { measureTone } from '@vein-mend/core/tone'
import { beforeAll, describe, expect, test } from 'vitest'
import { readPlayed, readSound } from '../measuring'
import { shippedPacks } from '../test/studio'
import type { Judged } from './judged'
import { judgeRuns, judgeTones } from './toneCases'

const FIXTURES = join(import.meta.dirname, 'fixtures')
const listOf = (kind: string): unknown =>
  JSON.parse(readFileSync(join(FIXTURES, kind, 'cases.json'), 'utf8'))

let judged: readonly Judged[] = []
beforeAll(async () => {
  const [tones, runs] = [
    await judgeTones(join(FIXTURES, 'audio'), listOf('audio')),
    await judgeRuns(join(FIXTURES, 'timing'), listOf('timing')),
  ]
  if (!tones.ok || !runs.ok) throw new Error('a list cannot be read')
  judged = [...tones.value, ...runs.value]
})

/** The margins set for the reference set; of the pitch each tone by itself. */
const MARGINS: Readonly<Record<string, number>> = {
  pitch: 3,
  'pitch: noise as loud, kept up': 50,
  'pitch: change from clean': 1,
  'level: change from clean': 0.1,
  drift: 2,
  'waver: deviation': 3,
  'waver: rate': 0.2,
  'waver: extent': 5,
  'squeak: begins': 0.05,
  'squeak: pitch before': 2,
  'squeak: pitch after': 2,
  'breath: noise put in': 1,
  'breath: below the clean tone': 0,
  'muffled: darker': 0,
}

test.each(Object.entries(MARGINS))('%s within %d', (measure, margin) => {
  const rows = judged.filter((j) => j.measure === measure)
  expect(rows.length).toBeGreaterThan(0)
  for (const { file, error } of rows) {
    expect(error, file).not.toBeNull()
    expect(Math.abs(error ?? 999), file).toBeLessThanOrEqual(margin)
  }
})

test('of clean tones nothing is told that stands by itself', async () => {
  const { cases } = listOf('audio') as {
    cases: { file: string; nominal_midi: number; kind: string; variant: string }[]
  }
  const packs = await shippedPacks()
  const alone = [...packs.values()]
    .flatMap((k) => k.findings)
    .flatMap((f) => (f.measured && !f.measured.against ? [f.measured] : []))
  const clean = cases.filter((c) => c.variant === 'clean' && c.kind === 'sustained')
  expect(clean.length).toBeGreaterThan(3)
  for (const { file, nominal_midi: midi } of clean) {
    const read = await readSound(readFileSync(join(FIXTURES, 'audio', file)))
    if (!read.ok) throw new Error(read.why)
    const notes = [{ midi, hand: null, finger: null, beat: 0, joined: false }]
    const { measures } = measureTone(read.sound, { notes, sounding: 'sustained', a4: 440 })
    const told = alone.filter((m) =>
      measures.some((found) => found.name === m.by && isTold(found, m)),
    )
    expect(told, file).toEqual([])
  }
})

test('nothing jumps that does not squeak', () => {
  expect(judged.filter((j) => j.falseFinds > 0)).toEqual([])
})

test('of a hundred beginnings at most three are missed, the others scatter by less than 2 ms; hands 15 ms apart begin as one', () => {
  const onsets = judged.filter((j) => j.measure === 'onset')
  expect(onsets.length).toBeGreaterThanOrEqual(114)
  const found = onsets.flatMap((j) => (j.error === null ? [] : [j.error]))
  expect(found.length / onsets.length).toBeGreaterThan(0.97)
  const squares = found.reduce((sum, error) => sum + error ** 2, 0)
  expect(Math.sqrt(squares / found.length)).toBeLessThan(2)
})

describe('a marimba with 20 ms of jitter', () => {
  test('is as uneven by its sound as by its keys, and surely uneven', async () => {
    const name = 'b_jitter20_s0_16th80'
    const sound = await readSound(readFileSync(join(FIXTURES, `timing/marimba_${name}.wav`)))
    const played = readPlayed(readFileSync(join(FIXTURES, `timing/${name}.mid`)))
    if (!sound.ok || !played.ok) throw new Error('not read')
    const asked = played.notes.map(({ midi }, beat) => ({
      ...{ midi, beat, hand: null, finger: null, joined: false },
    }))
    const { measures } = measureTone(sound.sound, { notes: asked, sounding: 'struck', a4: 440 })
    const found = measures.find((m) => m.name === 'unevenness')
    const gaps = played.notes.slice(1).map((n, i) => n.onMs - (played.notes[i]?.onMs ?? 0))
    const mean = gaps.reduce((a, b) => a + b, 0) / gaps.length
    const truth = Math.sqrt(gaps.reduce((s, g) => s + (g - mean) ** 2, 0) / (gaps.length - 1))
    expect(Math.abs((found?.value ?? 0) - truth)).toBeLessThan(2)
    expect(found?.low).toBeLessThan(truth)
    expect(measures.find((m) => m.name === 'missing-notes')?.value).toBe(0)
    expect(measures.find((m) => m.name === 'extra-notes')?.value).toBe(0)
  })
})

test('lists that are none are refused in words', async () => {
  expect(await judgeTones(FIXTURES, {})).toEqual({ ok: false, why: 'no list of cases' })
  expect(await judgeRuns(FIXTURES, { cases: [{}] })).toEqual({
    ok: false,
    why: 'case 1 is not one',
  })
})
