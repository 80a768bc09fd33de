/** Recordings and pictures: kept by what is in them, named by acts, and gone when they are to go. */
import {
  existsSync,
  lstatSync,
  mkdirSync,
  readdirSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs'
import { dirname, join } from 'node:path'
import { createHash } from 'node:crypto'
import { seededRng } from '@vein-mend/core/kit'
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { StudentCard } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'
import request from 'supertest'
import yazl from 'yazl'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { openPlain } from '../store/plainSqlite'
import { openTestStudio } from '../test/studio'
import type { TestStudio } from '../test/studio'
import { sweepTakes } from '../usecases/goneTakes'
import { BYTES_MOST, copyTakes, takeStore } from './index'

const ID = 'student-wren' as StudentId
const LESSON = 'lesson-0001'
let studio: TestStudio
let folder: string

/** A wave file of silence: header by the RIFF form (from memory), then so many bytes. */
function wave(bytes: number, first = 0): Buffer {
  const head = Buffer.alloc(44)
  head.write('RIFF', 0)
  head.write('WAVEfmt ', 8)
  head.write('data', 36)
  const body = Buffer.alloc(bytes)
  body.writeUInt8(first, 0)
  return Buffer.concat([head, body])
}
const PNG = Buffer.concat([Buffer.from('\x89PNG\r\n\x1a\n', 'latin1'), Buffer.alloc(60)])
const hashOf = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')

const said = (state: 'given' | 'refused') => ({ state, by: 'a parent', on: '2026-03-01' as const })
function card(recordings: 'given' | 'refused', name = 'Wren Hale'): StudentCard {
  const consents = {
    ...EMPTY_CARD.consents,
    recordings: said(recordings),
  } as StudentCard['consents']
  return { ...EMPTY_CARD, name, instrument: 'horn', consents }
}

let made = 0
function act(body: object, student: string = ID) {
  made += 1
  return request(studio.app)
    .post(`/api/students/${student}/acts`)
    .set('host', 'localhost')
    .send({ acts: [{ ...body, id: `act-of-takes-${made}` }] })
}
function bring(bytes: Buffer, more = '', student: string = ID) {
  made += 1
  return request(studio.app)
    .post(`/api/students/${student}/takes?act=act-of-takes-${made}&lesson=${LESSON}${more}`)
    .set('host', 'localhost')
    .set('content-type', 'application/octet-stream')
    .send(bytes)
}
const take = (hash: string, student: string = ID) =>
  request(studio.app).get(`/api/students/${student}/takes/${hash}`).set('host', 'localhost')
const files = () => (existsSync(join(folder, ID)) ? readdirSync(join(folder, ID)) : [])
const record = async () => (await studio.store.recordOf(ID))!

beforeEach(async () => {
  studio = await openTestStudio()
  folder = join(dirname(studio.file), 'takes')
  await act({ kind: 'student-added', card: card('given') })
  await act({ kind: 'lesson-opened', lesson: LESSON, date: '2026-03-02' })
})
afterEach(() => studio.close())

describe('a take', () => {
  test('is kept by what is in it, named by the record, and served as it was', async () => {
    const bytes = wave(5000)
    const sent = await bring(bytes, '&words=long%20tone')
    expect(sent.status).toBe(200)
    expect((await record()).takes).toMatchObject([
      {
        hash: hashOf(bytes),
        kind: 'sound',
        type: 'audio/wav',
        bytes: bytes.length,
        words: 'long tone',
        date: '2026-03-02',
      },
    ])
    const back = await take(hashOf(bytes)).buffer(true)
    expect(back.headers).toMatchObject({ 'content-type': 'audio/wav', 'cache-control': 'no-store' })
    expect(Buffer.compare(back.body as Buffer, bytes)).toBe(0)
  })

  test('of no kind, of too many bytes, or the same once more is refused, and nothing is left of it', async () => {
    expect((await bring(Buffer.from('<script>alert(1)</script> and more'))).body).toMatchObject({
      error: { code: 'take_not_of_kind' },
    })
    expect((await bring(Buffer.from('RI'))).body).toMatchObject({
      error: { code: 'take_not_of_kind' },
    })
    const midi = Buffer.concat([Buffer.from('MThd'), Buffer.alloc(BYTES_MOST.notes)])
    const large = await bring(midi)
    expect([large.status, large.body]).toMatchObject([413, { error: { code: 'too_large' } }])
    expect(files()).toEqual([])
    await bring(wave(100))
    expect((await bring(wave(100))).body).toMatchObject({ error: { code: 'take_kept_already' } })
    expect(files()).toEqual([hashOf(wave(100))])
    expect(
      existsSync(join(folder, 'incoming')) ? readdirSync(join(folder, 'incoming')) : [],
    ).toEqual([])
  })

  test('goes with a copy of the studio and comes back with it; one that is spoilt is named and left out', async () => {
    await bring(wave(100))
    await bring(wave(100, 7))
    const copy = join(dirname(studio.file), 'stick', 'copy-takes')
    expect(await copyTakes(folder, copy)).toEqual({ copied: 2, spoilt: [] })
    expect(await copyTakes(folder, copy)).toEqual({ copied: 0, spoilt: [] })
    rmSync(folder, { recursive: true })
    const [lost, spoilt] = [hashOf(wave(100)), hashOf(wave(100, 7))]
    writeFileSync(join(copy, ID, spoilt), 'no longer a wave')
    expect(await copyTakes(copy, folder)).toEqual({ copied: 1, spoilt: [join(ID, spoilt)] })
    expect(files()).toEqual([lost])
    const back = await take(lost).buffer(true)
    expect(Buffer.compare(back.body as Buffer, wave(100))).toBe(0)
  })

  test('needs a yes of its kind', async () => {
    expect((await bring(PNG)).body).toMatchObject({ error: { code: 'no_consent_for_take' } })
    expect(files()).toEqual([])
  })

  test('is named by no act without its file', async () => {
    const named = {
      hash: 'a'.repeat(64),
      take: 'sound',
      type: 'audio/wav',
      bytes: 10,
      words: '',
      case: null,
    }
    const sent = await act({ kind: 'take-kept', lesson: LESSON, ...named })
    expect(sent.body).toMatchObject({ error: { code: 'unknown_take', path: ['acts', 0, 'hash'] } })
  })

  test('has what was measured beside it, by version; a value outside its interval is refused', async () => {
    await bring(wave(100))
    const hash = hashOf(wave(100))
    const measure = { name: 'waver', value: 3, low: 2, high: 5, unit: 'cents' }
    const reading = { kind: 'take-measured', hash, analyser: 'tone', version: '1' }
    expect((await act({ ...reading, measures: [measure] })).status).toBe(200)
    await act({ ...reading, version: '2', measures: [{ ...measure, value: 4 }] })
    expect(
      (await record()).takes[0]!.readings.map((r) => [r.version, r.measures[0]!.value]),
    ).toEqual([
      ['1', 3],
      ['2', 4],
    ])
    const outside = await act({ ...reading, measures: [{ ...measure, value: 9 }] })
    expect(outside.body).toMatchObject({ error: { code: 'measure_outside_interval' } })
  })
})

describe('goes for good', () => {
  test('when it is removed; what was measured stays, and the removal cannot be undone', async () => {
    await bring(wave(100))
    const hash = hashOf(wave(100))
    expect((await act({ kind: 'take-removed', hash })).status).toBe(200)
    expect(files()).toEqual([])
    expect((await take(hash)).status).toBe(404)
    const undo = await act({ kind: 'undone', act: `act-of-takes-${made}` })
    expect(undo.body).toMatchObject({ error: { code: 'cannot_undo_removal' } })
  })

  test('when the yes for it is taken back; other kinds stay', async () => {
    await bring(wave(100))
    const midi = Buffer.concat([Buffer.from('MThd'), Buffer.alloc(60)])
    await bring(midi)
    await act({ kind: 'card-changed', card: card('refused') })
    expect(files()).toEqual([hashOf(midi)])
    expect((await record()).takes.map((t) => t.removed)).toEqual([true, false])
  })

  test('with the student, and nobody else’s with it', async () => {
    await bring(wave(100))
    await act({ kind: 'student-added', card: card('given', 'Finch Moor') }, 'student-finch')
    await act({ kind: 'lesson-opened', lesson: LESSON, date: '2026-03-02' }, 'student-finch')
    await bring(wave(100), '', 'student-finch')
    await request(studio.app).delete(`/api/students/${ID}`).set('host', 'localhost')
    expect(readdirSync(folder)).not.toContain(ID)
    expect((await take(hashOf(wave(100)), 'student-finch')).status).toBe(200)
  })

  test('at the next start, where a server was killed between file and act', async () => {
    await bring(wave(100))
    writeFileSync(join(folder, ID, 'b'.repeat(64)), 'left behind')
    mkdirSync(join(folder, 'student-gone'))
    mkdirSync(join(folder, 'incoming'), { recursive: true })
    writeFileSync(join(folder, 'incoming', 'half'), 'a half')
    await sweepTakes({ store: studio.store, takes: takeStore(folder) })
    expect(files()).toEqual([hashOf(wave(100))])
    expect(readdirSync(folder)).toEqual([ID])
  })
})

describe('handed on', () => {
  const given = {
    ...card('given'),
    consents: { ...card('given').consents, 'handing-on': said('given') },
  }
  const archiveOf = (of: string) =>
    request(studio.app)
      .get(`/api/students/${ID}/${of}`)
      .set('host', 'localhost')
      .buffer(true)
      .parse((res, done) => {
        const chunks: Buffer[] = []
        res.on('data', (chunk: Buffer) => chunks.push(chunk))
        res.on('end', () => done(null, Buffer.concat(chunks)))
      })
  const takeIn = (other: TestStudio, bytes: Buffer, id = 'student-handed') =>
    request(other.app)
      .post(`/api/handovers/${id}`)
      .set('host', 'localhost')
      .set('content-type', 'application/zip')
      .send(bytes)

  test('a student’s takes go along in the archive, and in no other file', async () => {
    await act({ kind: 'card-changed', card: given })
    await bring(wave(5000))
    await bring(wave(5000, 1))
    await act({ kind: 'take-removed', hash: hashOf(wave(5000, 1)) })
    const archive = (await archiveOf('handover.zip')).body as Buffer
    const other = await openTestStudio()
    const taken = await takeIn(other, archive)
    expect(taken.body).toMatchObject({ id: 'student-handed', name: 'Wren Hale' })
    const there = (await other.store.recordOf('student-handed' as StudentId))!
    expect(there.takes).toEqual((await record()).takes)
    const path = other.takes.pathOf('student-handed' as StudentId, hashOf(wave(5000)))
    expect(path).not.toBeNull()
    expect(other.takes.pathOf('student-handed' as StudentId, hashOf(wave(5000, 1)))).toBeNull()
    await other.close()
    const plain = (await archiveOf('handover')).body as Buffer
    expect(plain.length).toBeLessThan(archive.length + 2_000_000)
    expect(plain.includes('WAVEfmt')).toBe(false)
  })

  /** An archive with three takes, and a studio it can go to. */
  async function ready() {
    await act({ kind: 'card-changed', card: given })
    const takes = [wave(3000), wave(3000, 1), wave(90, 2)]
    for (const bytes of takes) await bring(bytes)
    const archive = (await archiveOf('handover.zip')).body as Buffer
    const other = await openTestStudio()
    const there = join(dirname(other.file), 'takes')
    const held = (student: string) =>
      existsSync(join(there, student)) ? readdirSync(join(there, student)).sort() : []
    const arriving = () =>
      existsSync(join(there, 'incoming')) ? readdirSync(join(there, 'incoming')) : []
    return { archive, other, held, arriving, hashes: takes.map(hashOf).sort() }
  }

  test('a file of sound in an archive that no act names comes nowhere', async () => {
    await act({ kind: 'card-changed', card: given })
    await bring(wave(3000))
    const handover = (await archiveOf('handover')).body as Buffer
    const zip = new yazl.ZipFile()
    zip.addBuffer(handover, 'handover.json')
    for (const bytes of [wave(3000), wave(400, 7)]) zip.addBuffer(bytes, `takes/${hashOf(bytes)}`)
    zip.end()
    const chunks: Buffer[] = []
    for await (const chunk of zip.outputStream) chunks.push(chunk as Buffer)
    const other = await openTestStudio()
    expect((await takeIn(other, Buffer.concat(chunks))).status).toBe(200)
    const there = join(dirname(other.file), 'takes')
    expect(readdirSync(join(there, 'student-handed'))).toEqual([hashOf(wave(3000))])
    expect(readdirSync(join(there, 'incoming'))).toEqual([])
    await other.close()
  })

  const MUTATED = process.env.VEIN_MEND_LONG_TESTS === '1' ? 2000 : 120
  test(`${MUTATED} damaged archives: all of one is taken in or nothing, and a good one always goes in afterwards`, async () => {
    const { archive, other, held, arriving, hashes } = await ready()
    const rng = seededRng(8)
    const codes = new Map<string, number>()
    for (let i = 0; i < MUTATED; i++) {
      const broken = Buffer.from(archive)
      const hits = 1 + Math.floor(rng() * 3)
      for (let k = 0; k < hits; k++)
        broken[Math.floor(rng() * broken.length)]! ^= 1 + Math.floor(rng() * 255)
      const id = `student-broken-${i}`
      const sent = await takeIn(other, broken, id)
      const code =
        sent.status === 200 ? 'taken in' : (sent.body as { error: { code: string } }).error.code
      codes.set(code, (codes.get(code) ?? 0) + 1)
      if (sent.status === 200) {
        // What was hit said nothing of the student: all of it is there.
        expect(held(id)).toEqual(hashes)
        await request(other.app).delete(`/api/students/${id}`).set('host', 'localhost')
      }
      expect(held(id)).toEqual([])
      expect(arriving()).toEqual([])
      expect((await other.store.students()).students).toEqual([])
    }
    expect(codes.get('archive_damaged')).toBeGreaterThan(MUTATED / 20)
    expect((await takeIn(other, archive)).body).toMatchObject({ takes: 3 })
    expect(held('student-handed')).toEqual(hashes)
    expect(other.logged).toEqual([])
    await other.close()
  })

  test('of a history that is here without its recordings brings them; with them it is here already', async () => {
    const { archive, other, held, hashes } = await ready()
    const plain = (await archiveOf('handover')).body as Buffer
    const first = await request(other.app)
      .post('/api/handovers/student-handed')
      .set('host', 'localhost')
      .set('content-type', 'application/json')
      .send(plain.toString())
    expect(first.body).toMatchObject({ returned: false, takes: 0 })
    expect(held('student-handed')).toEqual([])
    expect((await takeIn(other, archive, 'student-again')).body).toMatchObject({
      ...{ id: 'student-handed', returned: true, acts: 0, takes: 3 },
    })
    expect(held('student-handed')).toEqual(hashes)
    expect((await takeIn(other, archive, 'student-again')).body).toMatchObject({
      error: { code: 'handover_here_already' },
    })
    await other.close()
  })

  test('needs a yes, and an archive that is none is refused with nothing taken in', async () => {
    await bring(wave(100))
    expect((await archiveOf('handover.zip')).status).toBe(422)
    await act({ kind: 'card-changed', card: given })
    const archive = (await archiveOf('handover.zip')).body as Buffer
    const other = await openTestStudio()
    const rng = seededRng(3)
    for (let i = 0; i < 60; i++) {
      const broken = Buffer.from(
        archive.subarray(0, i % 3 === 0 ? Math.floor(rng() * archive.length) : archive.length),
      )
      for (let k = 0; k < 20 && broken.length > 0; k++)
        broken[Math.floor(rng() * broken.length)] = Math.floor(rng() * 256)
      const sent = await takeIn(other, broken, `student-broken-${i}`)
      expect([200, 409, 422]).toContain(sent.status)
    }
    expect(other.logged).toEqual([])
    await other.close()
  })
})

describe('what is not ours among the takes', () => {
  test('a link, a folder and a foreign file are neither followed nor deleted, at a start and when a student goes', async () => {
    await bring(wave(100))
    const elsewhere = join(dirname(studio.file), 'elsewhere')
    mkdirSync(join(elsewhere, 'deeper'), { recursive: true })
    writeFileSync(join(elsewhere, hashOf(wave(5))), 'not ours')
    writeFileSync(join(elsewhere, 'deeper', 'a'), 'not ours')
    const own = join(folder, ID)
    symlinkSync(elsewhere, join(own, 'a-link'))
    symlinkSync(elsewhere, join(folder, 'student-linked'))
    symlinkSync(join(elsewhere, 'deeper', 'a'), join(own, 'b'.repeat(64)))
    mkdirSync(join(own, 'a-folder'))
    writeFileSync(join(own, 'a note.txt'), 'put here by hand')
    writeFileSync(join(folder, 'loose.txt'), 'put here by hand')
    mkdirSync(join(folder, 'nobody'))
    writeFileSync(join(folder, 'nobody', 'photo.png'), 'put here by hand')
    writeFileSync(join(own, hashOf(wave(7))), 'a take nobody names')
    await sweepTakes(studio)
    expect(readdirSync(own).sort()).toEqual(
      ['a note.txt', 'a-folder', 'a-link', 'b'.repeat(64), hashOf(wave(100))].sort(),
    )
    expect(existsSync(join(folder, 'nobody', 'photo.png'))).toBe(true)
    await request(studio.app).delete(`/api/students/${ID}`).set('host', 'localhost')
    expect(existsSync(join(own, hashOf(wave(100))))).toBe(false)
    expect(readdirSync(own)).toContain('a note.txt')
    expect(readdirSync(elsewhere).sort()).toEqual(['deeper', hashOf(wave(5))].sort())
    expect(existsSync(join(elsewhere, 'deeper', 'a'))).toBe(true)
    expect(lstatSync(join(folder, 'student-linked')).isSymbolicLink()).toBe(true)
  })

  test('what a record that cannot be read may name stays at a start, and what stands aside too', async () => {
    await bring(wave(100))
    const database = await openPlain(studio.file)
    const triggers = await database.all(
      "SELECT name, sql FROM sqlite_master WHERE type = 'trigger'",
    )
    for (const { name } of triggers) await database.run(`DROP TRIGGER "${String(name)}"`)
    await database.run(
      "UPDATE acts SET body = replace(body, 'take-kept', 'take-held') WHERE kind = 'take-kept'",
    )
    for (const { sql } of triggers) await database.run(String(sql))
    await database.close()
    await studio.close()
    studio = await openTestStudio(studio.file)
    await sweepTakes(studio)
    expect(files()).toEqual([hashOf(wave(100))])
    await request(studio.app).post(`/api/students/${ID}/aside`).set('host', 'localhost')
    await sweepTakes(studio)
    expect(files()).toEqual([hashOf(wave(100))])
  })
})
