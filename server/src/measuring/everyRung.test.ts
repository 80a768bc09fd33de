/** Every rung with notes, played with whatever can go wrong in it: it is measured, kept, and read again. */
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { notesRead } from '@vein-mend/core/readers'
import { seededRng } from '@vein-mend/core/kit'
import type { IsoDate, IsoInstant, Rng, ActId, LessonId, StudentId } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { asKept, EMPTY_CARD, keepAct } from '@vein-mend/core/record'
import type { Act, ActBody, StudentRecord } from '@vein-mend/core/record'
import { rungExercise } from '@vein-mend/core/remedy'
import { askedOf, measureTiming, playAsked } from '@vein-mend/core/timing'
import type { AskedNote, PlayedNote } from '@vein-mend/core/timing'
import { afterAll, describe, expect, test } from 'vitest'
import { openStudio } from '../store'
import { readInNewProcess } from '../test/inNewProcess'
import { PLAIN_FACTS, shippedPacks } from '../test/studio'

const packs = await shippedPacks()
const instruments = [...packs.values()].filter((k) => k.kind === 'instrument')
const TAKES = process.env.VEIN_MEND_LONG_TESTS === '1' ? 20 : 2
const ANY_DAY = '2026-03-02' as IsoDate
const AT = '2026-03-02T10:00:00.000Z' as IsoInstant

/** Left out, wrong, struck twice, and struck together with the one before, each now and then. */
function spoiled(notes: readonly PlayedNote[], rng: Rng, share: number): readonly PlayedNote[] {
  const hit = () => rng() < share
  const left = notes.filter(() => !hit())
  const wrong = left.map((n) => (hit() ? { ...n, midi: n.midi + 1 + Math.floor(rng() * 4) } : n))
  const together = wrong.map((n, i) => (hit() ? { ...n, onMs: wrong[i - 1]?.onMs ?? n.onMs } : n))
  return together.flatMap((n) => (hit() ? [n, { ...n }] : [n]))
}

interface Played {
  readonly asked: readonly AskedNote[]
  readonly tempo: number
  readonly rung: string
}

function rungsOf(k: Knowledge): readonly Played[] {
  return k.remedies.flatMap((r) =>
    r.rungs.flatMap((rung) => {
      const exercise = rung.notes && rungExercise(rung, k, PLAIN_FACTS, {})
      return exercise ? [{ asked: askedOf(exercise), tempo: exercise.tempo, rung: rung.id }] : []
    }),
  )
}

const stamp = (id: string) => ({ id: id as ActId, at: AT, by: 'teacher', noted: ANY_DAY })
const hashOf = (n: number) => n.toString(16).padStart(64, '0')

/** A reading of each analyser of such a take, as the server writes them. */
function readingsOf({ asked, tempo }: Played, rng: Rng, hash: string): readonly ActBody[] {
  const share = rng() * 0.2
  const notes = playAsked(asked, { tempo, fault: 'none', strength: 0, rng })
  const played = spoiled(notes, rng, share)
  const timed = measureTiming(played, asked)
  return [
    ...notesRead({ played, roll: false, timed }),
    ...notesRead({ played, roll: true, timed }),
  ].map((reading) => ({ kind: 'take-measured', hash, ...reading }))
}

function numbersIn(value: unknown): readonly number[] {
  if (typeof value === 'number') return [value]
  return typeof value === 'object' && value !== null ? Object.values(value).flatMap(numbersIn) : []
}

describe.each(instruments.map((k) => [k.name, k] as const))('%s', (_name, k) => {
  test(`${TAKES} takes of each rung, spoiled at random: every figure is a number and is kept as it is`, () => {
    const rng = seededRng(k.name.length * 1000 + 7)
    const troubles: unknown[] = []
    let [takes, figures] = [0, 0]
    for (const rung of rungsOf(k)) {
      for (let i = 0; i < TAKES; i++) {
        takes += 1
        for (const body of readingsOf(rung, rng, hashOf(takes))) {
          const act: Act = { ...body, ...stamp(`act-of-rung-${takes}`) }
          const kept = asKept(act)
          const numbers = numbersIn(act)
          figures += numbers.length
          const finite = numbers.every((x) => Number.isFinite(x))
          if (!kept.ok || !finite) troubles.push({ rung: rung.rung, act })
          else expect(kept.value).toEqual(act)
        }
      }
    }
    expect(troubles).toEqual([])
    if (takes > 0) expect(figures).toBeGreaterThan(takes)
  })
})

describe('in a process of its own', () => {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-rungs-'))
  afterAll(() => rmSync(folder, { recursive: true, force: true }))

  test('what was measured of every rung of a piano and a marimba is read as it was written', async () => {
    const student = 'student-marrow' as StudentId
    const lesson = 'lesson-0001' as LessonId
    const file = join(folder, 'studio.sqlite')
    const store = await openStudio(file)
    const rng = seededRng(4)
    const acts: Act[] = []
    let record: StudentRecord | null = null
    const add = (body: ActBody) => {
      const kept = keepAct(
        record,
        { ...body, ...stamp(`act-${String(acts.length).padStart(6, '0')}`) },
        ANY_DAY,
      )
      if (!kept.ok) throw new Error(JSON.stringify(kept.refusal))
      record = kept.value.record
      acts.push(kept.value.act)
    }
    add({
      kind: 'student-added',
      card: { ...EMPTY_CARD, name: 'Isla Marrow', instrument: 'piano' },
    })
    add({
      ...{ kind: 'lesson-opened', lesson, date: ANY_DAY, pack: { id: 'piano', version: '1.0.0' } },
      mending: packs.get('piano')!.mending,
    })
    let n = 0
    for (const rung of ['piano', 'marimba'].flatMap((id) => rungsOf(packs.get(id)!))) {
      const hash = hashOf((n += 1))
      const file_ = { hash, take: 'notes', type: 'audio/midi', bytes: 9, words: '' } as const
      add({ kind: 'take-kept', lesson, case: null, ...file_ })
      for (const body of readingsOf(rung, rng, hash)) add(body)
    }
    await store.write((w) => w.append(student, acts, record!))
    await store.close()
    const back = await readInNewProcess(file, student)
    expect(back.trouble).toBeNull()
    expect(back.acts).toEqual(acts)
    expect(back.record).toEqual(record)
    expect(acts.length).toBeGreaterThan(100)
  })
})
