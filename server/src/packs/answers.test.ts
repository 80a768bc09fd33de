/** What the answers of every check mean, and what the teacher's turn says of the instrument. */
import { buildNetwork, diagnose, posterior, REPORTS } from '@vein-mend/core/diagnosis'
import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, test } from 'vitest'
import { PACKS_FOLDER, PLAIN_FACTS, shippedPacks } from '../test/studio'
import { buildLibrary, sayTrouble } from './library'
import { readPackFile } from './readPackFile'

const packs = await shippedPacks()
const instruments = [...packs].filter(([, k]) => k.kind === 'instrument')
const texts = new Map(
  readdirSync(PACKS_FOLDER)
    .filter((n) => n.endsWith('.yaml'))
    .map((n) => [n, readFileSync(join(PACKS_FOLDER, n), 'utf8')]),
)

/** No fault of the player, and not met by the teacher: a size, and a reed where the teacher plays on one of their own. */
const WITH_THE_STUDENT = ['instrument-too-big', 'reed-at-fault']

test('no shipped answer sets its signs by hand', () => {
  for (const [name, text] of texts) expect(text, name).not.toMatch(/\bsays:/)
})

describe.each(instruments)('%s', (_, knowledge) => {
  test('every check can come out for what it asks, and against it', () => {
    for (const { id, asks, outcomes } of knowledge.checks) {
      for (const sign of asks) {
        const said = outcomes.map((o) => o.says[sign])
        expect(said, id).toContain('marked')
        expect(said, id).toContain('absent')
      }
    }
  })

  test('who plays loads all that playing loads, and under any stop of it nobody is asked to play', () => {
    const rungs = knowledge.remedies.flatMap((r) => r.rungs)
    for (const { name, does, condition, loads } of rungs.filter((r) => r.does === undefined)) {
      const away = knowledge.playing.filter((part) => part !== 'hearing' && part !== 'skin')
      const least = condition === 'away' ? away : knowledge.playing
      expect(loads, `${name} ${does}`).toEqual(expect.arrayContaining([...least]))
    }
    for (const { id, does, loads } of knowledge.checks) {
      if (does === 'plays') expect(loads, id).toEqual(knowledge.playing)
      if (does === 'teacher' || does === 'looks') expect(loads, id).toEqual([])
    }
    const signs = knowledge.findings
      .slice(0, 3)
      .map((f) => ({ finding: f.id, strength: 'marked' as const }))
    for (const part of knowledge.playing) {
      const { checks } = diagnose({
        knowledge,
        facts: PLAIN_FACTS,
        signs,
        answered: [],
        known: new Map(),
        stopped: [part],
      })
      expect(checks.ranked.filter(({ check }) => check.does === 'plays')).toEqual([])
    }
  })

  test('who does what is said of hardly any entry: at most two in a hundred', () => {
    const entries = [...knowledge.checks, ...knowledge.remedies.flatMap((r) => r.rungs)]
    const said = entries.filter((e) => e.does !== undefined && e.does !== 'plays')
    expect(said.length / entries.length).toBeLessThanOrEqual(0.02)
  })

  test('an answer says something, or leaves open what was asked', () => {
    const silent = knowledge.checks.flatMap((c) =>
      c.outcomes.filter((o) => Object.keys(o.says).length === 0).map((o) => `${c.id}: ${o.label}`),
    )
    expect(silent).toEqual([])
  })

  test.each(['same-for-teacher', 'better-on-another'])(
    '%s raises every cause in the instrument and no fault of the player',
    (sign) => {
      const network = buildNetwork(knowledge, PLAIN_FACTS)
      const finding = network.findingIndex.get(sign)!
      const before = posterior(network, []).probability
      const same = posterior(network, [{ finding, ...REPORTS.marked }]).probability
      const alone = posterior(network, [{ finding, ...REPORTS.absent }]).probability
      knowledge.faults.forEach((fault, i) => {
        const moved = [same[i]! - before[i]!, alone[i]! - before[i]!]
        const inInstrument = fault.notThePlayer === true && !WITH_THE_STUDENT.includes(fault.id)
        if (inInstrument) {
          expect(moved[0], fault.id).toBeGreaterThan(0)
          expect(moved[1], fault.id).toBeLessThan(0)
        } else if (fault.notThePlayer !== true) {
          expect(moved[0], fault.id).toBeLessThanOrEqual(1e-9)
        }
      })
    },
  )
})

test('a fault of the player that is the same for the teacher is refused', () => {
  const wrong = new Map(texts)
  const clarinet = texts.get('clarinet.yaml')!
  wrong.set('clarinet.yaml', clarinet.replace('left-thumb-off: 0.88', 'same-for-teacher: 0.88'))
  const built = buildLibrary(wrong)
  expect(built.ok ? [] : built.troubles.map(sayTrouble).join()).toContain('players fault')
})

test('answers of an earlier form are read, and one that acquitted beside a second sign says nothing', () => {
  const earlier = `
pack: own
version: 1.0.0
kind: instrument
name: Own
source: Ours.
checks:
  rest:
    name: The rest
    do: Raise the rest.
    minutes: 1
    outcomes:
      - { label: It lets go, says: { lets-go: marked } }
      - { label: "It lets go, the wrist caves", says: { lets-go: absent, caves: marked } }
`
  const read = readPackFile('own.yaml', earlier)
  expect(read.ok && read.pack.file.checks?.rest).toMatchObject({
    asks: 'lets-go',
    outcomes: [{ came: 'clearly' }, { came: 'open' }],
  })
  const misspelt = readPackFile('own.yaml', earlier.replace('lets-go: marked', 'lets-go: markd'))
  expect(misspelt.ok ? [] : misspelt.troubles.map((t) => t.line)).toContain(13)
})

test('an answer that says what came of a sign nobody asked for is refused by its line', () => {
  const own = `
pack: own
version: 1.0.0
kind: instrument
name: Own
source: Ours.
checks:
  lips:
    name: Ease or firm
    do: Ease, then firm.
    minutes: 1
    asks: [eased, firmed]
    outcomes:
      - { label: Eased, came: { eased: clearly, firmd: not } }
      - { label: Neither, came: { eased: not, firmed: not } }
`
  const read = readPackFile('own.yaml', own)
  expect(read.ok ? [] : read.troubles).toMatchObject([
    { line: 14, code: 'came_of_unasked', detail: 'firmd' },
  ])
})
