/**
 * A stop holds back everything that loads what hurts, on every instrument, whoever told of it, for as long as
 * nobody has answered it. That pain stops the playing and is for licensed practice: common practice, no source.
 */
import { diagnose } from '@vein-mend/core/diagnosis'
import { addDays } from '@vein-mend/core/kit'
import type { IsoDate, IsoInstant, ActId, CaseId, LessonId } from '@vein-mend/core/kit'
import { BODY_PARTS } from '@vein-mend/core/packs'
import { hearPhrase } from '@vein-mend/core/phrases'
import type { BodyPart, Knowledge } from '@vein-mend/core/packs'
import { practiceItems } from '@vein-mend/core/practice'
import {
  addAct,
  completeAct,
  EMPTY_CARD,
  factsOf,
  lessonQuestion,
  stoppedParts,
  stopsHolding,
} from '@vein-mend/core/record'
import { agenda, toPractise } from '@vein-mend/core/standing'
import type { ActRequest, StudentCard, StudentRecord } from '@vein-mend/core/record'
import { buildLadder } from '@vein-mend/core/remedy'
import { describe, expect, test } from 'vitest'
import { shippedPacks } from '../test/studio'

const packs = await shippedPacks()
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')
const START = '2026-03-02' as IsoDate
const CASES = ['case-000a', 'case-000b'] as const
/** Days after the stop on which everything is asked once more. */
const LATER = [0, 1, 7, 30, 200]

/** Acts one after the other, as a studio would take them. */
class Life {
  record: StudentRecord | null = null
  private n = 0
  constructor(readonly k: Knowledge) {}
  do(request: ActRequest, day: IsoDate = START): ActId {
    const id = `act-${String(this.n++).padStart(6, '0')}` as ActId
    const stamp = { id, at: `${day}T10:00:00.000Z` as IsoInstant, by: 'teacher' }
    const added = addAct(this.record, request, { knowledge: this.k, stamp, today: day })
    if (!added.ok) throw new Error(`${request.kind}: ${JSON.stringify(added.refusal)}`)
    this.record = added.value.record
    return id
  }
  get now(): StudentRecord {
    return this.record!
  }
}

function cardOf(k: Knowledge): StudentCard {
  return { ...EMPTY_CARD, name: 'Isla Marrow', instrument: k.pack.id, stage: 'elementary' }
}

const lesson = (n: number) => `lesson-${String(n).padStart(4, '0')}` as LessonId

/** A student with two ladders running, a mended fault still watched, and a gate got ready for. */
function running(k: Knowledge): Life {
  const life = new Life(k)
  life.do({ kind: 'student-added', card: cardOf(k) })
  life.do({ kind: 'lesson-opened', lesson: lesson(1), date: START })
  const withLadder = k.faults.filter((f) => f.remedies.length > 0)
  CASES.forEach((id, i) => {
    const fault = withLadder[i]!
    const inCase = { lesson: lesson(1), case: id as CaseId }
    life.do({
      kind: 'fault-settled',
      ...inCase,
      fault: fault.id,
      drivenBy: [],
      overruled: 'seen',
    } as ActRequest)
    life.do({ kind: 'remedy-started', ...inCase, remedy: fault.remedies[0]!, weeks: 5 })
  })
  life.do({ kind: 'gate-prepared', date: START, gate: k.gates[0]!.id, on: true })
  life.do({ kind: 'lesson-closed', lesson: lesson(1), note: '', family: '', next: null })
  return life
}

type Source = 'sign' | 'card' | 'home' | 'home-placed'
const SOURCES: readonly Source[] = ['sign', 'card', 'home', 'home-placed']

/** The stop told in its way; null where the instrument has no sign for the part. */
function raise(life: Life, source: Source, part: BodyPart): ActId | null {
  const { k } = life
  switch (source) {
    case 'sign': {
      const finding = k.findings.find((f) => f.stop?.part === part)
      if (!finding) return null
      const opened = { lesson: lesson(2), date: addDays(START, 7) }
      life.do({ kind: 'lesson-opened', ...opened }, addDays(START, 7))
      const sign = { finding: finding.id, strength: 'slight', prompted: false, condition: null }
      const act = life.do(
        { kind: 'sign-noted', lesson: lesson(2), ...sign } as ActRequest,
        opened.date,
      )
      life.do(
        { kind: 'lesson-closed', lesson: lesson(2), note: '', family: '', next: null },
        opened.date,
      )
      return act
    }
    case 'card':
      return life.do({ kind: 'card-changed', card: { ...cardOf(k), flags: ['pain'] } })
    case 'home':
      return life.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Pieces' })
    case 'home-placed':
      return life.do({ kind: 'hurt-at-home', date: START, item: 'music', name: 'Pieces', part })
  }
}

/** Everything a screen, a sheet or the home page would offer on that day, with what it loads. */
function offered(life: Life, day: IsoDate, open: LessonId) {
  const { k, now } = life
  const ladderLoads = (id: CaseId | null) => now.cases.find((c) => c.id === id)?.ladder?.loads
  const facts = factsOf(now.card, k)
  const stopped = stoppedParts(now)
  const steps = agenda(now, open, k).filter((s) =>
    ['look', 'rung', 'recheck', 'music'].includes(s.kind),
  )
  return [
    ...diagnose(lessonQuestion(now, open, k)).checks.ranked.map((r) => r.check.loads),
    ...k.remedies.filter((r) => buildLadder(r, facts, stopped).ok).map((r) => r.loads),
    ...practiceItems(now, k).map((item) => ladderLoads(item.case) ?? k.playing),
    ...toPractise(now).items.map((item) => ladderLoads(item.case)!),
    ...steps.map((s) => s.about?.ladder?.loads ?? k.playing),
  ].map((loads) => ({ day, loads }))
}

/** What would be accepted of all that can be asked for. */
function accepted(life: Life, open: LessonId) {
  const { k, now } = life
  const inCase = { lesson: open, case: CASES[0] as CaseId }
  const block = { item: 'music', name: 'Pieces', case: null, day: 0, minutes: 5 }
  const asked: readonly (readonly [ActRequest, readonly BodyPart[]])[] = [
    ...k.checks.map(
      (c) =>
        [
          { kind: 'check-answered', lesson: open, check: c.id, outcome: c.outcomes[0]!.id },
          c.loads,
        ] as const,
    ),
    ...k.remedies.map(
      (r) => [{ kind: 'remedy-started', ...inCase, remedy: r.id, weeks: 5 }, r.loads] as const,
    ),
    ...k.gates.map(
      (g) => [{ kind: 'gate-prepared', date: START, gate: g.id, on: true }, k.playing] as const,
    ),
    [{ kind: 'week-given', week: START, blocks: [block] }, k.playing],
    [
      { kind: 'rung-tried', ...inCase, rung: 'any', clean: 1, tries: 1 },
      now.cases[0]!.ladder!.loads,
    ],
  ]
  return asked.filter(([request]) => completeAct(request, now, k).ok).map(([, loads]) => loads)
}

describe.each(instruments.map((k) => [k.name, k] as const))('%s', (_name, k) => {
  test('has a sign that stops for every part that playing it loads, found by the words in which it is told', () => {
    const stopping = new Set(k.findings.flatMap((f) => (f.stop ? [f.stop.part] : [])))
    expect(k.playing.filter((part) => !stopping.has(part))).toEqual([])
    const told = [
      'sore',
      'it aches again',
      'cramp',
      'swollen',
      'burning',
      'pins and needles',
      'numb thumb',
      'my back hurts',
    ]
    // To paint the string is a way of bowing, and a number is none of pain.
    for (const words of ['painting', 'numbers']) {
      expect(hearPhrase(k.findings, words).signs[0]?.stop, words).toBeUndefined()
    }
    for (const words of told) {
      expect(hearPhrase(k.findings, words).sure?.stop, words).toBeDefined()
    }
  })

  test.each(SOURCES)(
    '%s: nothing that loads what is stopped is let through, and it does not end by itself',
    (source) => {
      for (const part of BODY_PARTS) {
        const life = running(k)
        const before = accepted(life, lesson(1))
        const act = raise(life, source, part)
        if (act === null) continue
        // It is the stop that holds them back: all of them were taken before.
        expect(before.length).toBeGreaterThan(k.checks.length)
        LATER.forEach((days, i) => {
          const day = addDays(START, 14 + days)
          const open = lesson(10 + i)
          life.do({ kind: 'lesson-opened', lesson: open, date: day }, day)
          expect(stopsHolding(life.now).map((s) => s.act)).toEqual([act])
          const stopped = stoppedParts(life.now)
          const where = `${part} told by ${source}, day ${days}`
          const through = [...offered(life, day, open).map((o) => o.loads), ...accepted(life, open)]
          expect(
            through.filter((loads) => loads.some((p) => stopped.includes(p))),
            where,
          ).toEqual([])
          life.do({ kind: 'lesson-closed', lesson: open, note: '', family: '', next: null }, day)
        })
        const last = addDays(START, 300)
        life.do({ kind: 'stop-ended', date: last, stop: act, how: 'gone', words: '' }, last)
        expect(practiceItems(life.now, k).map((item) => item.kind)).toContain('rung')
      }
    },
  )
})

// Nobody is at home with the student: what a rung asks of a second person has its way of being done alone.
test('no rung is sent home that needs a second person', () => {
  const needs = /\b(teacher|somebody|side by side|partner)\b/i
  const left = instruments.flatMap((k) => [
    ...k.gates.filter((g) => needs.test(g.prepare ?? '')).map((g) => `${k.name}: ${g.name}`),
    ...k.remedies.flatMap((r) =>
      r.rungs
        .filter((g) => needs.test(g.alone ?? g.instruction))
        .map((g) => `${k.name}: ${g.name}`),
    ),
  ])
  // Waving is done alone, and a mirror may be somebody.
  expect(left.filter((x) => !/: (Wave|See-saw on the table)$/.test(x))).toEqual([])
})
