/** A record that cannot be read on has ways out, and none of them loses a note. */
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import type {
  AsideResponse,
  CopiesResponse,
  StudentRemoved,
  StudentResponse,
  StudentsResponse,
} from '@vein-mend/contract'
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'
import request from 'supertest'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { backUp, clearUnfinished, openStudio, studioCopies } from './store'
import { openPlain } from './store/plainSqlite'
import { openTestStudio } from './test/studio'
import type { TestStudio } from './test/studio'
import { finishCopies, noteCopiesDue } from './usecases/copiesDue'

const ID = 'student-wren' as StudentId
const WORD = 'sandpipers'
let studio: TestStudio
let made = 0

const http = (method: 'get' | 'post' | 'delete', path: string) =>
  request(studio.app)[method](`/api${path}`).set('host', 'localhost')

async function act(body: object, student: string = ID): Promise<string> {
  made += 1
  const id = `act-of-aside-${String(made).padStart(4, '0')}`
  const answer = await http('post', `/students/${student}/acts`).send({ acts: [{ ...body, id }] })
  expect(answer.status, JSON.stringify(answer.body)).toBe(200)
  return id
}

/** Past everything that would refuse it: the body of an act as a damaged disk may have it. */
async function damage(id: string, from: string, to: string): Promise<void> {
  const database = await openPlain(studio.file)
  const triggers = await database.all("SELECT name, sql FROM sqlite_master WHERE type = 'trigger'")
  for (const { name } of triggers) await database.run(`DROP TRIGGER "${String(name)}"`)
  await database.run('UPDATE acts SET body = replace(body, ?, ?) WHERE id = ?', [from, to, id])
  for (const { sql } of triggers) await database.run(String(sql))
  await database.close()
}

/** The same file, read by a server that has just been started. */
async function restarted(): Promise<void> {
  const { file } = studio
  await studio.close()
  studio = await openTestStudio(file)
}

const student = async () => (await http('get', `/students/${ID}`)).body as StudentResponse
const strengths = async () => (await student()).record.strengths.map((s) => s.words)

beforeEach(async () => {
  studio = await openTestStudio()
  const consents = {
    ...EMPTY_CARD.consents,
    'handing-on': { state: 'given', by: 'a parent', on: '2026-03-01' },
  }
  const card = { ...EMPTY_CARD, name: 'Wren Hale', instrument: 'horn', consents }
  await act({ kind: 'student-added', card })
  await act({ kind: 'lesson-opened', lesson: 'lesson-0001', date: '2026-03-02' })
})
afterEach(() => studio.close())

const named = (words: string) => ({ kind: 'strength-named', lesson: 'lesson-0001', words })

/** Three notes, of which the second can no longer be read. */
async function stuck(): Promise<string> {
  await act(named('steady pulse'))
  const second = await act(named('breathes low'))
  await act(named('listens'))
  await damage(second, 'strength-named', 'strength-shouted')
  await restarted()
  return second
}

describe('a record that cannot be read on', () => {
  test('is told on its own page and on Today, and not shown as if it were whole', async () => {
    const second = await stuck()
    const answer = await http('get', `/students/${ID}`)
    expect([answer.status, answer.body]).toMatchObject([
      ...[409, { error: { code: 'record_unplayable', facts: { act: second } } }],
    ])
    const { students, inTrouble } = (await http('get', '/students')).body as StudentsResponse
    expect(students).toEqual([])
    expect(inTrouble).toMatchObject([{ id: ID, name: 'Wren Hale' }])
  })

  test('goes on once what stops it is set aside; that is kept word for word, and taken up when it can be', async () => {
    const second = await stuck()
    expect((await http('post', `/students/${ID}/aside`)).body).toEqual({ moved: 2 })
    expect(await strengths()).toEqual(['steady pulse'])
    expect((await student()).aside).toBe(2)
    const { notes } = (await http('get', `/students/${ID}/aside`)).body as AsideResponse
    expect(notes.map((n) => (JSON.parse(n.body) as { words: string }).words)).toEqual([
      ...['breathes low', 'listens'],
    ])
    // The lesson goes on meanwhile, also after a restart.
    await act(named('curious'))
    await restarted()
    expect(await strengths()).toEqual(['steady pulse', 'curious'])
    const refused = await http('delete', `/students/${ID}/aside`)
    expect(refused.body).toMatchObject({ error: { code: 'still_cannot_be_read' } })
    expect(await strengths()).toEqual(['steady pulse', 'curious'])
    // A version that reads it has come.
    const database = await openPlain(studio.file)
    await database.run(
      "UPDATE acts_aside SET body = replace(body, 'shouted', 'named'), kind = 'strength-named'",
    )
    await database.close()
    expect((await http('delete', `/students/${ID}/aside`)).body).toEqual({ moved: 2 })
    expect(await strengths()).toEqual(['steady pulse', 'breathes low', 'listens', 'curious'])
    expect((await student()).aside).toBe(0)
    await restarted()
    expect(await strengths()).toEqual(['steady pulse', 'breathes low', 'listens', 'curious'])
    expect((await studio.store.rowsOf(ID)).map((r) => r.id)).toContain(second)
  })

  test('sent once more, what stands aside is not taken a second time', async () => {
    await stuck()
    await http('post', `/students/${ID}/aside`)
    const { notes } = (await http('get', `/students/${ID}/aside`)).body as AsideResponse
    const { id } = JSON.parse(notes[1]!.body) as { id: string }
    const again = await http('post', `/students/${ID}/acts`).send({
      acts: [{ ...named('listens'), id }],
    })
    expect(again.body).toMatchObject({ taken: [], onRecord: [id] })
    expect(await strengths()).toEqual(['steady pulse'])
  })

  test('where nothing of it can be read, all of it stands aside and can still be had', async () => {
    const [first] = await studio.store.rowsOf(ID)
    await damage(first!.id, 'student-added', 'student-shouted')
    await restarted()
    expect((await http('post', `/students/${ID}/aside`)).body).toEqual({ moved: 2 })
    expect((await http('get', `/students/${ID}`)).body).toMatchObject({
      error: { code: 'record_unplayable', facts: { why: 'set_aside' } },
    })
    const file = (await http('get', `/students/${ID}/on-file`)).body as { aside: object[] }
    expect(file.aside).toHaveLength(2)
    expect((await http('delete', `/students/${ID}`)).status).toBe(200)
  })

  test('is brought back from a copy of before; what was noted since stands aside', async () => {
    await act(named('steady pulse'))
    const second = await act(named('breathes low'))
    const folder = join(dirname(studio.file), 'backups')
    mkdirSync(folder)
    await backUp(studio.file, join(folder, 'studio-2026-03-01.sqlite'))
    await act(named('listens'))
    await damage(second, '"words"', '"wurds"')
    await restarted()
    const { copies } = (await http('get', `/students/${ID}/copies`)).body as CopiesResponse
    expect(copies).toEqual([{ name: 'studio-2026-03-01.sqlite', notes: 4, plays: true }])
    const back = await http('post', `/students/${ID}/copies/studio-2026-03-01.sqlite`)
    expect(back.body).toEqual({ notes: 4, aside: 2 })
    expect(await strengths()).toEqual(['steady pulse', 'breathes low'])
    // What was noted after the copy goes back in its place; the damaged text stays aside.
    expect((await http('delete', `/students/${ID}/aside`)).body).toEqual({ moved: 1 })
    expect(await strengths()).toEqual(['steady pulse', 'breathes low', 'listens'])
    expect((await student()).aside).toBe(1)
    for (const name of ['nobody.sqlite', '..%2Fstudio.sqlite', '%00']) {
      const { status } = await http('post', `/students/${ID}/copies/${name}`)
      expect([400, 404, 422], name).toContain(status)
    }
  })

  test('is handed on with what stands aside, which stands aside there too', async () => {
    await stuck()
    await http('post', `/students/${ID}/aside`)
    const file = (await http('get', `/students/${ID}/handover`)).body as object
    const other = await openTestStudio()
    try {
      const there = 'student-wren-there'
      const ask = (method: 'get' | 'post', path: string) =>
        request(other.app)[method](`/api${path}`).set('host', 'localhost')
      expect((await ask('post', `/handovers/${there}`).send(file)).status).toBe(200)
      const { notes } = (await ask('get', `/students/${there}/aside`)).body as AsideResponse
      expect(notes.map((n) => (JSON.parse(n.body) as { words: string }).words)).toEqual([
        ...['breathes low', 'listens'],
      ])
      expect(((await ask('get', `/students/${there}`)).body as StudentResponse).aside).toBe(2)
    } finally {
      await other.close()
    }
  })
})

/** Every file of the studio in which the word stands, outside its copies. */
function filesWith(word: string, folder: string, but: readonly string[]): readonly string[] {
  return readdirSync(folder).flatMap((name) => {
    const path = join(folder, name)
    if (but.includes(name)) return []
    if (statSync(path).isDirectory()) return filesWith(word, path, [])
    return readFileSync(path).includes(word) ? [path] : []
  })
}

describe('a student who is removed', () => {
  beforeEach(async () => {
    for (let i = 0; i < 60; i++) await act(named(`${WORD} ${i}`))
    const folder = join(dirname(studio.file), 'backups')
    mkdirSync(folder)
    await backUp(studio.file, join(folder, 'studio-2026-03-01.sqlite'))
  })
  const folder = () => dirname(studio.file)
  const remove = async (query = '') =>
    (await http('delete', `/students/${ID}${query}`)).body as StudentRemoved

  test('is gone word for word from the studio’s folder, and the copies keep them', async () => {
    expect(filesWith(WORD, folder(), ['backups']).length).toBeGreaterThan(0)
    expect(await remove()).toMatchObject({ cleaned: true, copies: null })
    expect(filesWith(WORD, folder(), ['backups'])).toEqual([])
    expect(filesWith('Wren', folder(), ['backups'])).toEqual([])
    expect(filesWith(WORD, join(folder(), 'backups'), [])).toHaveLength(1)
  })

  test('is taken out of the copies where that is asked for; one that cannot be opened is named', async () => {
    await act(
      { kind: 'student-added', card: { ...EMPTY_CARD, name: 'Tern', instrument: 'horn' } },
      'student-tern',
    )
    const copies = join(folder(), 'backups')
    await backUp(studio.file, join(copies, 'studio-2026-03-02.sqlite'))
    writeFileSync(join(copies, 'studio-2026-02-01.sqlite'), 'no studio at all')
    const { copies: done } = await remove('?copies=1')
    expect(done?.rewritten.toSorted()).toEqual([
      ...['studio-2026-03-01.sqlite', 'studio-2026-03-02.sqlite'],
    ])
    expect(done?.left).toEqual(['studio-2026-02-01.sqlite'])
    expect(filesWith(WORD, copies, [])).toEqual([])
    expect(readdirSync(copies).filter((n) => n.endsWith('.part'))).toEqual([])
    // The others are in it still, and it opens.
    const store = await openStudio(join(copies, 'studio-2026-03-02.sqlite'))
    expect((await store.students()).students.map((s) => s.summary.name)).toEqual(['Tern'])
    await store.close()
  })

  test('who was to be taken out of the copies when the server was killed is taken out at the next start', async () => {
    const copies = join(folder(), 'backups')
    const half = join(copies, 'studio-2026-03-02.sqlite.part')
    writeFileSync(half, 'half a copy')
    await studio.store.write(async (w) => {
      await w.remove(ID, '2026-03-02T10:00:00.000Z')
      await noteCopiesDue(studio.store, ID)
    })
    await restarted()
    const deps = { store: studio.store, copies: studioCopies(studio.file, copies) }
    clearUnfinished(copies)
    expect(existsSync(half)).toBe(false)
    expect(await finishCopies(deps)).toEqual({ rewritten: ['studio-2026-03-01.sqlite'], left: [] })
    expect(filesWith(WORD, copies, [])).toEqual([])
    expect(await finishCopies(deps)).toBe(null)
  })

  test('and was brought back since stays in the copies', async () => {
    await noteCopiesDue(studio.store, ID)
    const copiesAsked = () => studio.store.setting('copies-due')
    expect(await copiesAsked()).toEqual([ID])
    const deps = {
      store: studio.store,
      copies: studioCopies(studio.file, join(folder(), 'backups')),
    }
    expect(await finishCopies(deps)).toBe(null)
    // Removed again without that being asked for, they are not taken out either.
    expect(await copiesAsked()).toEqual([])
  })

  test('whose file was not cleaned in time is cleaned at the next start', async () => {
    await studio.store.write((w) => w.remove(ID, '2026-03-02T10:00:00.000Z'))
    expect(filesWith(WORD, folder(), ['backups']).length).toBeGreaterThan(0)
    await restarted()
    expect(filesWith(WORD, folder(), ['backups'])).toEqual([])
    expect(existsSync(studio.file)).toBe(true)
  })
})
