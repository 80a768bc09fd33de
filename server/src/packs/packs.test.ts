import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { diagnose } from '@vein-mend/core/diagnosis'
import { fewestKeys } from '@vein-mend/core/phrases'
import type { Knowledge, StudentFacts } from '@vein-mend/core/packs'
import { beforeAll, describe, expect, test } from 'vitest'
import { PACKS_FOLDER, shippedPacks } from '../test/studio'
import { buildLibrary, sayTrouble } from './library'

let packs: ReadonlyMap<string, Knowledge>
beforeAll(async () => {
  packs = await shippedPacks()
})

function texts(change: (name: string, text: string) => string): Map<string, string> {
  return new Map(
    readdirSync(PACKS_FOLDER)
      .filter((n) => n.endsWith('.yaml'))
      .map((n) => [n, change(n, readFileSync(join(PACKS_FOLDER, n), 'utf8'))]),
  )
}

function troublesOf(file: string, from: string | RegExp, to: string): string[] {
  const result = buildLibrary(
    texts((name, text) => (name === file ? text.replace(from, to) : text)),
  )
  return result.ok ? [] : result.troubles.map(sayTrouble)
}

const facts: StudentFacts = {
  stage: 'beginner',
  ageBand: 'child',
  flags: [],
  equipment: {},
  schools: {},
}

function lineOf(file: string, text: string): number {
  const lines = readFileSync(join(PACKS_FOLDER, file), 'utf8').split('\n')
  return lines.findIndex((l) => l.includes(text)) + 1
}

function firstAfter(instrument: string, ...signs: [string, 'marked' | 'absent'][]): string {
  const { rivals } = diagnose({
    knowledge: packs.get(instrument)!,
    facts,
    known: new Map(),
    signs: signs.map(([finding, strength]) => ({ finding, strength })),
    answered: [],
    stopped: [],
  })
  return rivals[0]!.fault.id
}

// The fault table for brass: common practice, no source.
describe('the brass table', () => {
  test.each([
    ['weak', 'paper-falls', 'too-little-air'],
    ['muted', 'clears-fingers-off', 'valve-half-pressed'],
    ['far-away', 'opens-with-hand', 'bell-closed'],
    ['only-air', 'no-buzz-alone', 'no-buzz'],
    ['too-high', 'drops-when-eased', 'lips-tight'],
    ['too-low', 'rises-when-firmed', 'lips-slack'],
  ])('%s, and the check says %s: %s', (sign, answer, fault) => {
    expect(firstAfter('horn', [sign, 'marked'], [answer, 'marked'])).toBe(fault)
  })

  test('a half-pressed valve outranks a closed bell once the valves are lifted', () => {
    const muted: [string, 'marked'] = ['muted', 'marked']
    expect(firstAfter('horn', muted, ['clears-fingers-off', 'marked'])).toBe('valve-half-pressed')
    expect(
      firstAfter('horn', muted, ['clears-fingers-off', 'absent'], ['opens-with-hand', 'marked']),
    ).toBe('bell-closed')
  })

  test('the first check for a muted horn is to take the fingers off: the cheapest and likeliest', () => {
    const { checks } = diagnose({
      knowledge: packs.get('horn')!,
      facts,
      known: new Map(),
      signs: [{ finding: 'muted', strength: 'marked' }],
      answered: [],
      stopped: [],
    })
    expect(checks.ranked[0]!.check.id).toBe('fingers-off')
  })

  test('a trombone has no valves to press', () => {
    expect(packs.get('trombone')!.faults.map((f) => f.id)).not.toContain('valve-half-pressed')
  })
})

// Sitting, hand and moving: common practice, no source.
describe('keyboard sitting and hand', () => {
  test.each([
    ['elbows-behind', 'freer-reseated', 'sits-too-close'],
    ['forearm-slopes', 'freer-height', 'seat-too-high'],
    ['wrists-splayed', 'freer-apart', 'hands-squeezed'],
    ['tips-cave', 'tip-caves-on-table', 'tips-collapse'],
    ['rush-before-crossing', 'even-in-blocks', 'crossing-thrown'],
  ])('%s, and the check says %s: %s', (sign, answer, fault) => {
    expect(firstAfter('piano', [sign, 'marked'], [answer, 'marked'])).toBe(fault)
  })

  test.each([
    ['works-with-teacher-hand', 'whole-not-in-ear'],
    ['works-away-from-page', 'reading-load'],
    ['cannot-speak-order', 'hands-not-automatic'],
  ])(
    'hands together fails for three reasons, told apart by one check each: %s',
    (answer, fault) => {
      expect(firstAfter('piano', ['together-breaks', 'marked'], [answer, 'marked'])).toBe(fault)
    },
  )

  test('the wrist pulse is never given to a slight child', () => {
    const blocks = packs.get('piano')!.remedies.find((r) => r.id === 'position-blocks')!
    const pulse = blocks.rungs.find((r) => r.id === 'a-small-pulse-per-note')!
    expect(Object.keys(pulse.avoid)).toContain('slight-build')
  })

  test('the legato gate asks for hand, tips, wrist and arm, and for no date', () => {
    const gate = packs.get('piano')!.gates.find((g) => g.id === 'legato')!
    expect(gate.needs.map((n) => n.without)).toEqual([
      'knuckles-flat',
      'tips-cave',
      'wrist-hangs',
      'thin-soft',
    ])
  })
})

describe('a faulty pack is refused with file, line and path', () => {
  test('a reference that leads nowhere', () => {
    expect(troublesOf('horn.yaml', 'far-away: 0.9', 'far-aways: 0.9')).toContain(
      `horn.yaml:${lineOf('horn.yaml', 'far-away: 0.9')} faults.bell-closed.shows.far-aways: unknown finding (far-aways)`,
    )
  })
  test('a word that is not one of those offered', () => {
    const [said] = troublesOf(
      'horn.yaml',
      'strand: tone\n    severity',
      'strand: colour\n    severity',
    )
    expect(said).toContain(
      `horn.yaml:${lineOf('horn.yaml', '    strand: tone')} faults.bell-closed.strand`,
    )
    expect(said).toContain('posture, tension, coordination, tone')
  })
  test('the same id twice, and YAML that is none', () => {
    expect(
      troublesOf(
        'horn.yaml',
        'remedies:\n  open-the-bell',
        'remedies:\n  open-the-bell: 1\n  open-the-bell',
      )[0],
    ).toMatch(/horn\.yaml:\d+: not yaml/)
    expect(troublesOf('horn.yaml', 'findings:', 'findings: [')[0]).toMatch(
      /horn\.yaml:\d+: not yaml/,
    )
  })
  test('a pack that extends nothing there is, or itself', () => {
    expect(troublesOf('horn.yaml', 'extends: brass', 'extends: tin')[0]).toContain(
      'horn.yaml:5 extends: unknown pack (tin)',
    )
    expect(troublesOf('brass.yaml', 'extends: every-instrument', 'extends: horn').join()).toContain(
      'loop in extends',
    )
  })
  test('faults that drive each other in a ring', () => {
    expect(
      troublesOf(
        'brass.yaml',
        'why: Arm pressure',
        'leads_to: { smile-lips: 0.5 }\n    why: Arm pressure',
      ).join(),
    ).toContain('loop in leads to')
  })
  test('a probability of one, and a pass rule that asks for more than there are', () => {
    expect(troublesOf('horn.yaml', 'opens-with-hand: 0.92', 'opens-with-hand: 1').join()).toContain(
      'faults.bell-closed.shows.opens-with-hand',
    )
    expect(troublesOf('horn.yaml', 'pass: 4 of 5', 'pass: most').join()).toContain(
      'remedies.open-the-bell.rungs.0.pass',
    )
  })
})

// The aim of the lesson desk: any sign in at most six keys.
test('every sign of every instrument is noted in at most six keys', () => {
  const slow = [...packs.values()]
    .filter((k) => k.kind === 'instrument')
    .flatMap((k) => {
      const signs = k.findings.filter((f) => !f.byCheckOnly)
      return signs
        .map((f) => ({
          sign: `${k.name}: ${f.text}`,
          keys: fewestKeys(signs, f)?.keys ?? Infinity,
        }))
        .filter((s) => s.keys > 6)
    })
  expect(slow).toEqual([])
})
