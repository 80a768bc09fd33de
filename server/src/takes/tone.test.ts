/** Recordings brought for a rung: measured, kept with what they measure, and turned into signs by it. */
import encodeWav from '@audio/encode-wav'
import type { StudioTuning, TakeMeasuring, TakeToneResponse } from '@vein-mend/contract'
import { seededRng } from '@vein-mend/core/kit'
import { EMPTY_CARD } from '@vein-mend/core/record'
import { notToldYet, takeSays } from '@vein-mend/core/takes'
import type { StudentId } from '@vein-mend/core/kit'
import type { StudentRecord } from '@vein-mend/core/record'
import { tone as toneAnalyser } from '@vein-mend/core/analysers'
import { soundAsked } from '@vein-mend/core/tone'
import type { SoundedFault } from '@vein-mend/core/tone'
import { rmSync } from 'node:fs'
import { request as plainRequest } from 'node:http'
import type { AddressInfo } from 'node:net'
import { join } from 'node:path'
import request from 'supertest'
import { afterAll, beforeAll, beforeEach, describe, expect, test } from 'vitest'
import { openTestStudio } from '../test/studio'
import type { TestStudio } from '../test/studio'

const CASE = 'case-0001'
const YES = { state: 'given', by: 'Ann Pentreath', on: '2026-03-01' } as const
let studio: TestStudio
/** Each test has a student of its own in the one studio. */
let ID = 'student-lark' as StudentId
let made = 0

const fresh = () => `act-of-tone-${++made}`

async function act(body: object) {
  const answer = await request(studio.app)
    .post(`/api/students/${ID}/acts`)
    .set('host', 'localhost')
    .send({ acts: [{ ...body, id: fresh() }] })
  expect(answer.status, JSON.stringify(answer.body)).toBe(200)
}

async function wav(fault: SoundedFault, { seed = 1, seconds = 6, strength = 1, a4 = 440 } = {}) {
  const note = { midi: 53, hand: null, finger: null, beat: 0, joined: false }
  const playing = { tempo: 240 / seconds, fault, strength, sounding: 'sustained', a4 } as const
  const { samples, rate } = soundAsked([note], { ...playing, rng: seededRng(seed) })
  const encoder = await encodeWav({ sampleRate: rate })
  encoder.encode([samples])
  return Buffer.from(encoder.flush())
}

const RUNG = 'One note - all the air'

async function recordNow(): Promise<StudentRecord> {
  const record = await studio.store.recordOf(ID)
  if (!record) throw new Error('no record')
  return record
}

async function theRung(): Promise<string> {
  const rungs = (await recordNow()).cases[0]?.ladder?.rungs ?? []
  return rungs.find((r) => r.name === RUNG)?.id ?? 'none'
}

async function bring(bytes: Buffer, lesson: string, rung: string | null) {
  const said = `act=${fresh()}&lesson=${lesson}${rung === null ? '' : `&case=${CASE}&rung=${rung}`}`
  return request(studio.app)
    .post(`/api/students/${ID}/takes?${said}`)
    .set('host', 'localhost')
    .set('content-type', 'application/octet-stream')
    .send(bytes)
}

async function open(lesson: string, date: string): Promise<void> {
  await act({ kind: 'lesson-opened', lesson, date })
}

async function close(lesson: string): Promise<void> {
  await act({ kind: 'lesson-closed', lesson, note: '', family: '', next: null })
}

beforeAll(async () => {
  studio = await openTestStudio()
})
beforeEach(async () => {
  ID = `student-lark-${++made}` as StudentId
  const consents = { ...EMPTY_CARD.consents, recordings: YES }
  await act({
    kind: 'student-added',
    card: { ...EMPTY_CARD, name: 'Lark Pentreath', instrument: 'horn', consents },
  })
  await open('lesson-0001', '2026-02-02')
  const inLesson = { lesson: 'lesson-0001', case: CASE }
  await act({ kind: 'fault-settled', ...inLesson, fault: 'too-little-air', overruled: 'heard' })
  await act({ kind: 'remedy-started', ...inLesson, remedy: 'whole-breath', weeks: 5 })
})
afterAll(async () => {
  const folder = join(studio.file, '../takes')
  await studio.close()
  rmSync(folder, { recursive: true, force: true })
})

const knowledgeOf = async () => {
  const knowledge = await studio.knowledge.practised('horn')
  if (!knowledge) throw new Error('no pack')
  return knowledge
}

describe('a recording brought for a rung', () => {
  test('is kept with what it measures, in one write, and drawn tone by tone', async () => {
    expect((await bring(await wav('flat'), 'lesson-0001', await theRung())).status).toBe(200)
    const [take] = (await recordNow()).takes
    expect(take?.readings[0]).toMatchObject({
      analyser: toneAnalyser.id,
      version: toneAnalyser.version,
      a4: 440,
      of: { name: RUNG },
    })
    const pitch = take?.readings[0]?.measures.find((m) => m.name === 'pitch')
    expect(pitch?.value).toBeCloseTo(-40, 0)
    const tone = await request(studio.app)
      .get(`/api/students/${ID}/takes/${take?.hash}/tone`)
      .set('host', 'localhost')
    const { notes, outline, seconds, of, notHeard } = tone.body as TakeToneResponse
    expect(of?.name).toBe(RUNG)
    expect(notHeard).toBeNull()
    expect(notes[0]?.midi).toBe(53)
    expect(outline).toHaveLength(2400)
    expect(seconds).toBeGreaterThan(5)
    const [low] = takeSays(await recordNow(), take!, await knowledgeOf())
    expect(low).toMatchObject({ finding: { id: 'too-low' }, told: true, ratio: 30 })
  })

  test('in the tuning of the studio, which is kept with it', async () => {
    const tune = (a4: unknown) =>
      request(studio.app).put('/api/studio/tuning').set('host', 'localhost').send({ a4 })
    expect((await tune(443)).body).toEqual({ a4: 443 } satisfies StudioTuning)
    expect((await tune(300)).status).toBe(422)
    expect((await tune('high')).status).toBe(422)
    await bring(await wav('none', { a4: 443 }), 'lesson-0001', await theRung())
    const reading = (await recordNow()).takes[0]?.readings[0]
    expect(reading?.a4).toBe(443)
    expect(Math.abs(reading?.measures.find((m) => m.name === 'pitch')?.value ?? 99)).toBeLessThan(1)
    await tune(440)
  })

  test('few tones in which nothing squeaks say little; only air is said and told', async () => {
    await bring(await wav('none'), 'lesson-0001', await theRung())
    await bring(await wav('only-air'), 'lesson-0001', await theRung())
    const record = await recordNow()
    const [well, air] = record.takes
    const knowledge = await knowledgeOf()
    const split = takeSays(record, well!, knowledge).find((s) => s.finding.id === 'attack-split')
    expect(split?.clear).toBe(false)
    expect(split?.ratio).toBeGreaterThanOrEqual(0.25)
    const only = takeSays(record, air!, knowledge).find((s) => s.finding.id === 'only-air')
    expect(only).toMatchObject({ told: true })
  })

  test('one half of a sign never convicts, and its absence clears', async () => {
    const knowledge = await knowledgeOf()
    const says = async (fault: SoundedFault) => {
      expect((await bring(await wav(fault), 'lesson-0001', await theRung())).status).toBe(200)
      const record = await recordNow()
      const all = takeSays(record, record.takes.at(-1)!, knowledge)
      return (id: string) => all.find((s) => s.finding.id === id)
    }
    const sharp = await says('sharp')
    expect(sharp('too-high')).toMatchObject({ told: true, ratio: 30 })
    // Sharp and covered, or sharp and open: which of them the ear says.
    for (const id of ['sharp-all', 'sharp-bright']) {
      expect(sharp(id)).toMatchObject({ told: false, clear: false, ratio: 3 })
    }
    const well = await says('none')
    expect(well('sharp-all')).toMatchObject({ told: false, clear: true })
  })

  test('weak counts against the student’s own usual loudness, once two lessons know it', async () => {
    const rung = await theRung()
    const knowledge = await knowledgeOf()
    const last = async () => {
      const record = await recordNow()
      return { record, take: record.takes.at(-1)! }
    }
    await bring(await wav('weak', { seed: 1 }), 'lesson-0001', rung)
    const first = await last()
    const weakIn = ({ record, take }: typeof first) =>
      takeSays(record, take, knowledge).find((s) => s.finding.id === 'weak')
    expect(weakIn(first)).toBeUndefined()
    expect(notToldYet(first.record, first.take, knowledge).map((f) => f.id)).toContain('weak')
    await close('lesson-0001')
    for (const [i, day] of ['2026-02-09', '2026-02-16'].entries()) {
      await open(`lesson-000${i + 2}`, day)
      await bring(await wav('none', { seed: i + 2 }), `lesson-000${i + 2}`, rung)
      await close(`lesson-000${i + 2}`)
    }
    await open('lesson-0004', '2026-02-23')
    await bring(await wav('weak', { seed: 9 }), 'lesson-0004', rung)
    // Usual is the middle of the lessons before: twice as it should be, once weak.
    const weak = weakIn(await last())
    expect(weak).toMatchObject({ told: true })
    expect(weak?.ratio).toBeGreaterThan(10)
    await act({
      kind: 'sign-measured',
      lesson: 'lesson-0004',
      finding: 'weak',
      hash: (await last()).take.hash,
    })
  })

  test('a cell of the grid of colours goes with it, whole or not at all', async () => {
    const cell = 'position=V&place=bridge&touch=short'
    const said = (more: string) => `act=${fresh()}&lesson=lesson-0001&${more}`
    const keep = async (bytes: Buffer, more: string) =>
      request(studio.app)
        .post(`/api/students/${ID}/takes?${said(more)}`)
        .set('host', 'localhost')
        .set('content-type', 'application/octet-stream')
        .send(bytes)
    expect((await keep(await wav('none', { seed: 31 }), cell)).status).toBe(200)
    expect((await keep(await wav('none', { seed: 32 }), 'position=V')).status).toBe(200)
    expect((await keep(await wav('none', { seed: 33 }), 'position=XX')).status).toBe(422)
    expect((await recordNow()).takes.map((t) => t.grid)).toEqual([
      { position: 'V', place: 'bridge', touch: 'short' },
      undefined,
    ])
  })

  test('without a yes it is refused, and what is no recording too', async () => {
    const card = { ...(await recordNow()).card, consents: EMPTY_CARD.consents }
    await act({ kind: 'card-changed', card })
    const refused = await bring(await wav('none'), 'lesson-0001', await theRung())
    expect(refused.body).toMatchObject({ error: { code: 'no_consent_for_take' } })
    expect((await recordNow()).takes).toEqual([])
    // Nor is it listened to before it is refused: noise that cannot be measured is refused for the same reason.
    const webm = Buffer.concat([Buffer.from('\x1a\x45\xdf\xa3', 'latin1'), Buffer.alloc(200)])
    const unheard = await bring(webm, 'lesson-0001', await theRung())
    expect(unheard.body).toMatchObject({ error: { code: 'no_consent_for_take' } })
  })

  test('sound that cannot be measured is kept all the same, and it is said why there are no figures', async () => {
    const webm = Buffer.concat([Buffer.from('\x1a\x45\xdf\xa3', 'latin1'), Buffer.alloc(200)])
    const forRung = await bring(webm, 'lesson-0001', await theRung())
    expect([forRung.status, forRung.body]).toMatchObject([
      ...[200, { notMeasured: { code: 'not_sound' } }],
    ])
    expect((await recordNow()).takes).toMatchObject([{ kind: 'sound', readings: [] }])
    // Of a rung that is on the ladder no more it is kept too.
    const gone = await bring(await wav('flat'), 'lesson-0001', 'no-such-rung')
    expect(gone.body).toMatchObject({ notMeasured: { code: 'rung_without_notes' } })
    expect((await recordNow()).takes).toHaveLength(2)
  })

  test('kept for nothing it is measured later, with or without a rung', async () => {
    await bring(await wav('flat'), 'lesson-0001', null)
    const hash = (await recordNow()).takes[0]?.hash ?? ''
    const measure = (body: object) =>
      request(studio.app)
        .post(`/api/students/${ID}/takes/${hash}/readings`)
        .set('host', 'localhost')
        .send({ act: fresh(), ...body })
    expect((await measure({})).status).toBe(200)
    const free = (await recordNow()).takes[0]?.readings.at(-1)
    expect(free?.of).toBeUndefined()
    expect(free?.measures.map((m) => m.name)).not.toContain('pitch')
    expect((await measure({ case: CASE, rung: await theRung() })).status).toBe(200)
    const asked = (await recordNow()).takes[0]?.readings.at(-1)
    expect(asked?.measures.find((m) => m.name === 'pitch')?.value).toBeCloseTo(-40, 0)
  })

  test('whoever goes away while it is measured keeps the take without figures; how far it is can be asked', async () => {
    const server = studio.app.listen(0)
    await new Promise((done) => server.once('listening', done))
    const { port } = server.address() as AddressInfo
    const bytes = await wav('none', { seconds: 240 })
    const id = fresh()
    const rung = await theRung()
    const path = `/api/students/${ID}/takes?act=${id}&lesson=lesson-0001&case=${CASE}&rung=${rung}`
    const sending = plainRequest({
      port,
      path,
      method: 'POST',
      headers: { host: 'localhost', 'content-type': 'application/octet-stream' },
    })
    sending.on('error', () => undefined)
    sending.end(bytes)
    const shares: number[] = []
    const far = async () => {
      const answer = await request(studio.app)
        .get(`/api/students/${ID}/measuring/${id}`)
        .set('host', 'localhost')
      return (answer.body as TakeMeasuring).share
    }
    while (shares.length < 2) {
      const share = await far()
      if (share !== null) shares.push(share)
    }
    sending.destroy()
    while ((await recordNow()).takes.length === 0) await new Promise((done) => setTimeout(done, 20))
    expect((await recordNow()).takes[0]?.readings).toEqual([])
    expect(await far()).toBeNull()
    expect(studio.logged).toEqual([])
    server.close()
    server.closeAllConnections()
  })
})
