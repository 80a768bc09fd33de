/** Played notes brought for a rung: measured, kept with what they measure, and turned into signs by it. */
import { existsSync, readdirSync, rmSync } from 'node:fs'
import { join } from 'node:path'
import type { TakeTimingResponse } from '@vein-mend/contract'
import { taps as tapsAnalyser, timing as timingAnalyser } from '@vein-mend/core/analysers'
import { seededRng } from '@vein-mend/core/kit'
import type { IsoDate, CaseId, LessonId, StudentId } from '@vein-mend/core/kit'
import { parsePass } from '@vein-mend/core/packs'
import { EMPTY_CARD } from '@vein-mend/core/record'
import { notTakenOf, takeSays, verdictByRule, verdictOn } from '@vein-mend/core/takes'
import type { StudentRecord } from '@vein-mend/core/record'
import { playAsked, TAP_CHANNEL, TAP_KEYS } from '@vein-mend/core/timing'
import type { PlayedFault, PlayedNote } from '@vein-mend/core/timing'
import { writeMidi } from 'midi-file'
import type { MidiEvent } from 'midi-file'
import request from 'supertest'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { openTestStudio } from '../test/studio'
import type { TestStudio } from '../test/studio'
import { askedRung } from '../usecases/askedRung'

const LESSON = 'lesson-0001'
const CASE = 'case-0001' as CaseId
let studio: TestStudio
/** Each test has a student of its own in the one studio. */
let ID = 'student-wren' as StudentId
let folder: string
let made = 0

function act(body: object) {
  made += 1
  return request(studio.app)
    .post(`/api/students/${ID}/acts`)
    .set('host', 'localhost')
    .send({ acts: [{ ...body, id: `act-of-timing-${made}` }] })
}

function bring(bytes: Uint8Array, rung: string) {
  made += 1
  const said = `act=act-of-timing-${made}&lesson=${LESSON}&case=${CASE}&rung=${rung}`
  return request(studio.app)
    .post(`/api/students/${ID}/takes?${said}`)
    .set('host', 'localhost')
    .set('content-type', 'application/octet-stream')
    .send(Buffer.from(bytes))
}

async function recordNow(): Promise<StudentRecord> {
  const record = await studio.store.recordOf(ID)
  if (!record) throw new Error('no record')
  return record
}

/** A file as a keyboard would send it: a thousand ticks a second. */
function midi(notes: readonly PlayedNote[]): Uint8Array {
  const events = notes
    .flatMap(({ onMs, offMs, midi: note, velocity, channel }) => [
      { at: Math.round(onMs), type: 'noteOn' as const, note, velocity, channel },
      { at: Math.round(offMs), type: 'noteOff' as const, note, velocity: 0, channel },
    ])
    .sort((a, b) => a.at - b.at)
  let at = 0
  const track = events.map(({ at: tick, type, note, velocity, channel }): MidiEvent => {
    const deltaTime = tick - at
    at = tick
    return { deltaTime, type, channel, noteNumber: note, velocity }
  })
  return Uint8Array.from(
    writeMidi({
      header: { format: 0, numTracks: 1, ticksPerBeat: 1000 },
      tracks: [
        [
          { deltaTime: 0, meta: true, type: 'setTempo', microsecondsPerBeat: 1_000_000 },
          ...track,
          { deltaTime: 0, meta: true, type: 'endOfTrack' },
        ],
      ],
    }),
  )
}

const RUNG = 'Even flow'

async function played(fault: PlayedFault, seed: number, pace = 1): Promise<Uint8Array> {
  const knowledge = await studio.knowledge.practised('piano')
  const asked = knowledge && askedRung(await recordNow(), knowledge, CASE, await theRung())
  if (!asked) throw new Error('the rung has no notes')
  const tempo = asked.exercise.tempo * pace
  return midi(playAsked(asked.asked, { tempo, fault, strength: 1, rng: seededRng(seed) }))
}

const files = () => (existsSync(join(folder, ID)) ? readdirSync(join(folder, ID)) : [])

beforeAll(async () => {
  studio = await openTestStudio()
  folder = join(studio.file, '../takes')
})
beforeEach(async () => {
  made += 1
  ID = `student-wren-${made}` as StudentId
  const card = { ...EMPTY_CARD, name: 'Wren Hale', instrument: 'piano' }
  await act({ kind: 'student-added', card })
  await act({ kind: 'lesson-opened', lesson: LESSON, date: '2026-03-02' })
  await act({
    kind: 'fault-settled',
    lesson: LESSON,
    case: CASE,
    fault: 'crossing-thrown',
    overruled: 'heard in the hall',
  })
  const started = await act({
    kind: 'remedy-started',
    lesson: LESSON,
    case: CASE,
    remedy: 'position-blocks',
    weeks: 5,
  })
  expect(started.status).toBe(200)
})
afterAll(async () => {
  await studio.close()
  rmSync(folder, { recursive: true, force: true })
})

/** The rung of the ladder that is played: the first scale at a walking tempo. */
async function theRung(): Promise<string> {
  const rungs = (await recordNow()).cases[0]?.ladder?.rungs ?? []
  const found = rungs.find((r) => r.name === RUNG)
  if (!found) throw new Error('no such rung')
  return found.id
}

describe('played notes brought for a rung', () => {
  test('are kept with what they measure, in one write, and shown note by note', async () => {
    const answer = await bring(await played('rushes-before-crossing', 3), await theRung())
    expect(answer.status).toBe(200)
    const [take] = (await recordNow()).takes
    expect(take).toMatchObject({ kind: 'notes', case: CASE })
    expect(take?.readings[0]).toMatchObject({
      ...{ analyser: timingAnalyser.id, version: timingAnalyser.version },
      of: { case: CASE, name: RUNG, crossing: true },
    })
    const rush = take?.readings[0]?.measures.find((m) => m.name === 'rush-before-crossing')
    expect(rush?.value).toBeLessThan(-0.12)
    const timing = await request(studio.app)
      .get(`/api/students/${ID}/takes/${take?.hash}/timing`)
      .set('host', 'localhost')
    const { of, notes, missing } = timing.body as TakeTimingResponse
    expect(of?.name).toBe(RUNG)
    expect(missing).toEqual([])
    expect(notes.filter((n) => n.asideMs !== null).length).toBeGreaterThan(40)
  })

  test('become a sign by their own weight; the ear may say otherwise afterwards', async () => {
    await bring(await played('rushes-before-crossing', 4), await theRung())
    const hash = (await recordNow()).takes[0]?.hash
    const sign = { kind: 'sign-measured', lesson: LESSON, finding: 'rush-before-crossing', hash }
    expect((await act(sign)).status).toBe(200)
    const noted = (await recordNow()).lessons[0]?.signs[0]
    expect(noted).toMatchObject({ strength: 'marked', measured: { hash, side: 'under' } })
    expect(noted?.measured?.ratio).toBeGreaterThan(10)
    // What the take cannot speak of is refused, and so is a sign of no instrument.
    const mute = await act({ ...sign, finding: 'tips-cave' })
    expect(mute.body).toMatchObject({ error: { code: 'take_says_nothing' } })
    const heard = { finding: 'rush-before-crossing', strength: 'absent', prompted: false }
    await act({ kind: 'sign-noted', lesson: LESSON, ...heard })
    const [after] = (await recordNow()).lessons[0]?.signs ?? []
    expect(after).toMatchObject({ strength: 'absent' })
    expect(after?.measured).toBeUndefined()
  })

  test('a student’s own usual value counts: it is taken from earlier lessons and not from other takes of the day', async () => {
    await bring(await played('none', 5), await theRung())
    await bring(await played('none', 6), await theRung())
    await bring(await played('rushes-before-crossing', 7), await theRung())
    const record = await recordNow()
    const knowledge = await studio.knowledge.practised('piano')
    const last = record.takes.at(-1)
    if (!knowledge || !last) throw new Error('no take')
    expect(takeSays(record, last, knowledge).map((s) => s.own)).toContain(null)
    const earlier = record.takes
      .slice(0, 2)
      .map((t, i) => ({ ...t, lesson: `before-${i}` as LessonId, date: '2026-02-01' as IsoDate }))
    const known = takeSays({ ...record, takes: [...earlier, last] }, last, knowledge)
    const rush = known.find((s) => s.finding.id === 'rush-before-crossing')
    expect(Math.abs(rush?.own ?? 1)).toBeLessThan(0.04)
  })

  test('uneven only when fast needs a slower take of the lesson that is even', async () => {
    const knowledge = await studio.knowledge.practised('piano')
    const onlyFast = async () => {
      const record = await recordNow()
      const take = record.takes.at(-1)
      if (!knowledge || !take) throw new Error('no take')
      return takeSays(record, take, knowledge).find((s) => s.finding.id === 'uneven-fast-only')
    }
    const rung = await theRung()
    await bring(await played('uneven', 41), rung)
    expect(await onlyFast()).toBeUndefined()
    await bring(await played('none', 42, 0.6), rung)
    // The slow take has none slower beside it.
    expect(await onlyFast()).toBeUndefined()
    await bring(await played('uneven', 43), rung)
    expect(await onlyFast()).toMatchObject({ told: true })
    expect((await onlyFast())?.ratio).toBeGreaterThan(3)
    await bring(await played('uneven', 44, 0.5), rung)
    await bring(await played('uneven', 45), rung)
    // Uneven slowly as well: it is not the speed.
    expect(await onlyFast()).toMatchObject({ told: false })
    expect((await onlyFast())?.ratio).toBeLessThan(1)
  })

  test('kept for nothing in particular it is measured when its rung is told; figures of before stay', async () => {
    made += 1
    const said = `act=act-of-timing-${made}&lesson=${LESSON}`
    await request(studio.app)
      .post(`/api/students/${ID}/takes?${said}`)
      .set('host', 'localhost')
      .set('content-type', 'application/octet-stream')
      .send(Buffer.from(await played('rushes-before-crossing', 51)))
    const take = async () => (await recordNow()).takes[0]
    const hash = (await take())?.hash ?? ''
    expect((await take())?.readings).toEqual([])
    const measure = (body: object) => {
      made += 1
      return request(studio.app)
        .post(`/api/students/${ID}/takes/${hash}/readings`)
        .set('host', 'localhost')
        .send({ act: `act-of-timing-${made}`, ...body })
    }
    expect((await measure({})).body).toMatchObject({ error: { code: 'rung_without_notes' } })
    const nowhere = await measure({ case: CASE, rung: 'no-such-rung' })
    expect(nowhere.body).toMatchObject({ error: { code: 'rung_without_notes' } })
    expect((await measure({ case: CASE, rung: await theRung() })).status).toBe(200)
    expect((await take())?.readings).toMatchObject([{ of: { case: CASE, name: RUNG } }])
    expect((await measure({})).status).toBe(200)
    const readings = (await take())?.readings ?? []
    expect(readings).toHaveLength(2)
    expect(readings[1]?.measures).toEqual(readings[0]?.measures)
  })

  test('taps of a rung are measured in time and in nothing of touch', async () => {
    const taps = Array.from({ length: 29 }, (_, i) => ({
      midi: TAP_KEYS.either,
      onMs: 400 * i + (i % 2) * 12,
      offMs: 400 * i + 80,
      velocity: 64,
      channel: TAP_CHANNEL,
    }))
    const answer = await bring(midi(taps), await theRung())
    expect(answer.status).toBe(200)
    const record = await recordNow()
    const [take] = record.takes
    expect(take?.readings[0]).toMatchObject({
      ...{ analyser: tapsAnalyser.id, version: tapsAnalyser.version },
    })
    const names = take?.readings[0]?.measures.map((m) => m.name)
    expect(names).toContain('unevenness-share')
    expect(names).not.toContain('thumb-accent')
    expect(names).not.toContain('overlap')
    // Of signs it speaks for the pulse alone, and no rule about evenness is passed by tapping.
    const knowledge = await studio.knowledge.practised('piano')
    const rule = parsePass('3 in a row, even within 8 %')
    if (!knowledge || !take || !rule) throw new Error('no take')
    const by = takeSays(record, take, knowledge).map((s) => s.measured.by)
    expect(by.filter((name) => !['tempo-drift', 'hands-apart'].includes(name))).toEqual([])
    expect(verdictByRule(take, rule)).toBe('cannot-tell')
  })

  test('a take counts once as a try, and several takes of one lesson are one look', async () => {
    const rung = await theRung()
    const ladder = async () => (await recordNow()).cases[0]?.ladder
    const at = (await ladder())?.rungs.findIndex((r) => r.id === rung) ?? 0
    const up = {
      ...{ kind: 'rung-decided', lesson: LESSON, case: CASE, decision: 'up' },
      reason: 'known from before',
    }
    for (let i = 0; i < at; i++) expect((await act(up)).status).toBe(200)
    await bring(await played('none', 21), rung)
    await bring(await played('none', 22), rung)
    const [first, second] = (await recordNow()).takes.map((t) => t.hash)
    const inCase = { lesson: LESSON, case: CASE, clean: 1, tries: 1 }
    const tried = (take?: string) => act({ kind: 'rung-tried', ...inCase, rung, take })
    expect((await tried(first)).status).toBe(200)
    expect((await tried(first)).body).toMatchObject({ error: { code: 'take_counted_already' } })
    expect((await tried(second)).status).toBe(200)
    expect((await ladder())?.tries.map((t) => t.take)).toEqual([first, second])
    const look = { kind: 'look-taken', ...inCase, condition: 'exercise', prompted: false }
    expect((await act({ ...look, take: first })).status).toBe(200)
    expect((await act({ ...look, take: second })).body).toMatchObject({
      error: { code: 'look_by_take_already' },
    })
    // By ear it may be looked at as often as one likes.
    expect((await act(look)).status).toBe(200)
    expect((await recordNow()).cases[0]?.looks).toHaveLength(2)
  })

  test('played well it is clear of the fault, rushing it shows it', async () => {
    const knowledge = await studio.knowledge.practised('piano')
    const fault = knowledge?.faults.find((f) => f.id === 'crossing-thrown')
    if (!knowledge || !fault) throw new Error('no fault')
    const verdict = async (how: PlayedFault, seed: number) => {
      await bring(await played(how, seed), await theRung())
      const record = await recordNow()
      const take = record.takes.at(-1)
      if (!take) return null
      const says = takeSays(record, take, knowledge)
      return verdictOn(says, fault, notTakenOf(take, says, fault, knowledge))
    }
    expect(await verdict('rushes-before-crossing', 31)).toBe('shows')
    expect(await verdict('none', 32)).toBe('clear')
    const [rushed, well] = (await recordNow()).takes
    const rule = parsePass('3 in a row, crossing within 6 %')
    if (!rushed || !well || !rule) throw new Error('no takes')
    expect([verdictByRule(rushed, rule), verdictByRule(well, rule)]).toEqual(['shows', 'clear'])
    expect(verdictByRule(well, { kind: 'in-a-row', clean: 3 })).toBeNull()
    const hands = parsePass('3 in a row, hands within 20 ms')
    expect(hands && verdictByRule(well, hands)).toBe('cannot-tell')
  })

  test('what cannot be read is refused in words, and leaves no file', async () => {
    const broken = Buffer.concat([Buffer.from('MThd'), Buffer.alloc(80)])
    const rung = await theRung()
    expect((await bring(broken, rung)).body).toMatchObject({ error: { code: 'not_midi' } })
    expect((await bring(midi([]), rung)).body).toMatchObject({ error: { code: 'no_notes' } })
    const many = Array.from({ length: 10_001 }, (_, i) => ({
      midi: 60,
      onMs: i * 20,
      offMs: i * 20 + 10,
      velocity: 60,
      channel: 0,
    }))
    expect((await recordNow()).takes).toEqual([])
    expect(files()).toEqual([])
    // What was played and cannot be measured is a take all the same, and says why it has no figures.
    expect((await bring(midi(many), rung)).body).toMatchObject({
      notMeasured: { code: 'too_many_notes' },
    })
    const nowhere = await bring(await played('none', 8), 'no-such-rung')
    expect(nowhere.body).toMatchObject({ notMeasured: { code: 'rung_without_notes' } })
    expect((await recordNow()).takes.map((t) => t.readings)).toEqual([[], []])
    expect(files()).toHaveLength(2)
    expect(studio.logged).toEqual([])
  })

  const BROKEN = process.env.VEIN_MEND_LONG_TESTS === '1' ? 300 : 60
  test(`${BROKEN} broken files: each is measured or refused in words, none stops the server`, async () => {
    const whole = await played('none', 9)
    const rng = seededRng(12)
    const codes = new Set<string>()
    for (let i = 0; i < BROKEN; i++) {
      const bytes = Uint8Array.from(whole)
      const hits = 1 + Math.floor(rng() * 6)
      for (let h = 0; h < hits; h++) {
        bytes[14 + Math.floor(rng() * (bytes.length - 14))] = Math.floor(rng() * 256)
      }
      const cut = rng() < 0.3 ? bytes.slice(0, 20 + Math.floor(rng() * bytes.length)) : bytes
      const answer = await bring(cut, await theRung())
      expect([200, 422]).toContain(answer.status)
      const { error } = answer.body as { readonly error?: { readonly code: string } }
      codes.add(error?.code ?? 'measured')
    }
    expect(codes.has('measured')).toBe(true)
    expect([...codes].length).toBeGreaterThan(1)
    expect(studio.logged).toEqual([])
  })
})
