/** What a broken file, a broken client or a curious person sends: refused with a place, and nobody else is touched. */
import { ACT_KINDS, MODULES, playRecord, readHandover, writeAct } from '@vein-mend/core/record'
import type { Act, ActRequest, Handover } from '@vein-mend/core/record'
import type { StudentId, Rng, Shape } from '@vein-mend/core/kit'
import { pick, seededRng } from '@vein-mend/core/kit'
import { playStudent } from '@vein-mend/core/simulate'
import type { StudentScript } from '@vein-mend/core/simulate'
import fc from 'fast-check'
import request from 'supertest'
import { afterAll, beforeAll, describe, expect, test } from 'vitest'
import { arbitraryOf } from '../../core/src/kit/test/arbitraryOf'
import { mutated } from '../../core/src/kit/test/mutate'
import { DEMO_SCRIPTS } from './demo/demoScripts'
import { homeLife } from './demo/homeLife'
import { importHandover } from './usecases/handover'
import { NO_COPIES } from './store'
import { actsOf, openTestStudio, TODAY } from './test/studio'
import type { TestStudio } from './test/studio'

/** They take a while on a busy machine. */
const PATIENCE_MS = 600_000
/** Every day a fifth of them; all with `./mend test --long`. */
const ALL = process.env.VEIN_MEND_LONG_TESTS === '1' ? 1 : 5
const FILE_MUTATIONS = 2000 / ALL
const FIELD_MUTATIONS = 5000 / ALL
/** Of each kind of life, lessons and home. */
const ACTS = 70
/** Two requests under way at once would not find more, and hide which one broke. */
const ISLA = 'student-marrow' as StudentId

let studio: TestStudio

function http(method: 'get' | 'post' | 'put' | 'delete', path: string) {
  return request(studio.app)[method](`/api${path}`).set('host', 'localhost')
}

/** A student of the demo with lessons and life at home, who may be handed on. */
async function layScript(where: TestStudio, script: StudentScript, seed: number, most = Infinity) {
  const yes = { state: 'given', by: 'A guardian', on: '' } as const
  const card = { ...script.card, consents: { ...script.card.consents, 'handing-on': yes } }
  const knowledge = where.knowledge.written(card.instrument)!
  const lessons = playStudent({ ...script, card }, knowledge, TODAY, seededRng(seed))
  const before = playRecord(lessons)!
  const home = await homeLife(script.key, before, knowledge, TODAY, 42, seededRng(seed))
  const laid = [...lessons.slice(0, most), ...home.slice(0, most)]
  const id = `student-${script.key}` as StudentId
  await where.store.write((w) => w.append(id, laid, playRecord(laid)!))
  return { id, acts: laid }
}

beforeAll(async () => {
  studio = await openTestStudio()
  // Some months are enough: what follows is of the same kinds.
  await layScript(
    studio,
    DEMO_SCRIPTS.find((s) => s.key === 'marrow')!,
    11,
    ACTS,
  )
})
afterAll(async () => {
  await studio.close()
})

const PAGES = ['', '/week', '/home-links', '/tables/lessons.csv'] as const

/** Every page of the student answers, and Today too. */
async function expectSound(student: string): Promise<void> {
  for (const page of PAGES) {
    expect((await http('get', `/students/${student}${page}`)).status, page).toBe(200)
  }
  expect((await http('get', '/students')).status).toBe(200)
}

describe('a handover file', () => {
  test(
    `with one thing wrong, ${FILE_MUTATIONS} times: refused with a place, or taken in whole`,
    async () => {
      const file = (await http('get', `/students/${ISLA}/handover`)).body as Handover
      const rng = seededRng(2026)
      const before = await http('get', `/students/${ISLA}`)
      let [taken, refused] = [0, 0]
      for (let i = 0; i < FILE_MUTATIONS; i++) {
        // Other ids, so that the student may be new here; the acts are mutated, and now and then what is round them.
        const other = renamed(file, i)
        const sent =
          i % 8 === 0
            ? mutated(other, rng).value
            : { ...other, acts: mutated(other.acts, rng).value }
        const id = `student-sent-${i}` as StudentId
        const result = await importHandover(deps(), id, JSON.stringify(sent))
        if (result.ok) {
          taken += 1
          const read = readHandover(JSON.parse(JSON.stringify(sent)))
          expect(read.ok && read.value.acts).toEqual(await actsOf(studio.store, result.value.id))
          if (taken % 20 === 1) await expectSound(result.value.id)
          await studio.store.write((w) => w.remove(result.value.id, '2026-03-02T10:00:00.000Z'))
        } else {
          refused += 1
          expect(Array.isArray(result.refusal.path), result.refusal.code).toBe(true)
          expect((await studio.store.rowsOf(id)).length).toBe(0)
        }
      }
      expect(taken).toBeGreaterThan(20)
      expect(refused).toBeGreaterThan(FILE_MUTATIONS / 4)
      await expectSound(ISLA)
      expect((await http('get', `/students/${ISLA}`)).body).toEqual(before.body)
      expect((await http('get', '/students')).body).toMatchObject({ inTrouble: [] })
    },
    PATIENCE_MS,
  )

  test(
    'of every demo student gives the same states in another studio',
    async () => {
      const here = await openTestStudio()
      const there = await openTestStudio()
      for (const [i, script] of DEMO_SCRIPTS.entries()) {
        const { id, acts: all } = await layScript(here, script, i)
        const asked = request(here.app).get(`/api/students/${id}/handover`)
        const file = (await asked.set('host', 'localhost')).body as object
        const sent = request(there.app).post(`/api/handovers/${id}`).set('host', 'localhost')
        const taken = await sent.send(file)
        expect(taken.body, script.key).toMatchObject({ returned: false, acts: all.length })
        expect(await there.store.recordOf(id)).toEqual(await here.store.recordOf(id))
      }
      expect([...here.logged, ...there.logged]).toEqual([])
      await here.close()
      await there.close()
    },
    PATIENCE_MS,
  )
})

/** The same file for somebody else: every id another. */
function renamed(file: Handover, i: number): Handover {
  const text = JSON.stringify({ ...file, packs: [] })
  return JSON.parse(text.replaceAll('marrow-', `m${i}-`)) as Handover
}

function deps() {
  return {
    store: studio.store,
    knowledge: studio.knowledge,
    takes: studio.takes,
    homeAddresses: () => [],
    openDemo: null,
    copies: NO_COPIES,
    writer: 'teacher',
    log: () => undefined,
    now: () => '2026-03-02T10:00:00.000Z' as Act['at'],
    today: () => TODAY,
  }
}

interface Asked {
  readonly method: 'get' | 'post' | 'put' | 'delete'
  readonly path: string
  readonly body?: unknown
}

/** A request for every kind of act, drawn from its own shape. */
function anyAct(rng: Rng): Asked {
  const kind = pick(rng, ACT_KINDS)
  const shape: Shape<ActRequest> = MODULES[kind].asked
  const seed = Math.floor(rng() * 2 ** 31)
  const [body] = fc.sample(arbitraryOf(shape), { seed, numRuns: 1 })
  const act = { ...body, id: `attack-${seed}` }
  return { method: 'post', path: `/students/${ISLA}/acts`, body: { acts: [act] } }
}

const CASE = 'marrow-case-1'
const OTHERS: readonly Asked[] = [
  {
    method: 'post',
    path: '/packs/horn/entries',
    body: { entries: [{ section: 'faults', id: 'cold', entry: { name: 'Cold' } }] },
  },
  { method: 'post', path: '/packs/horn/forks', body: { id: 'my-horn', name: 'My horn' } },
  { method: 'post', path: '/packs', body: { yaml: 'pack: mine\nversion: 1.0.0\n', mayRemove: [] } },
  { method: 'put', path: '/studio/schools', body: { schools: { breath: 'one' } } },
  { method: 'put', path: '/studio/mending', body: { use: 'packs' } },
  {
    method: 'post',
    path: '/studio/breaks',
    body: { from: '2026-03-01', to: '2026-03-09', why: 'holiday', words: '' },
  },
  { method: 'post', path: '/passages', body: { file: 'AAAA', fromBar: 1, toBar: 2 } },
  { method: 'post', path: '/home/no-such-link/acts', body: { acts: [] } },
  { method: 'post', path: '/handovers/student-attack', body: { format: 'vein-mend-handover' } },
]

/** Addresses with something strange in a place where a name, a day or a number is wanted. */
const STRANGE = [
  '%E0%A4%A',
  '..',
  'constructor',
  '__proto__',
  '9999-12-31',
  '0202-01-01',
  '-1',
  '1e9',
  '%00',
  'x'.repeat(300),
]
const ADDRESSES = [
  (x: string) => `/students/${x}`,
  (x: string) => `/students/${x}/week`,
  (x: string) => `/students/${ISLA}/week?day=${x}`,
  (x: string) => `/students/${ISLA}/practice.${x}`,
  (x: string) => `/students/${ISLA}/practice.csv?day=${x}`,
  (x: string) => `/students/${ISLA}/tables/${x}.csv`,
  (x: string) => `/students/${ISLA}/progress/letter.pdf?from=${x}&to=${x}`,
  (x: string) => `/students/${ISLA}/faults/${x}/notes/1.mid`,
  (x: string) => `/students/${ISLA}/faults/${CASE}/notes/${x}.mid`,
  (x: string) => `/students/${ISLA}/faults/${CASE}/notes/1.${x}`,
  (x: string) => `/students/${ISLA}/faults/${CASE}/notes/1.mid?key=${x}&tempo=${x}`,
  (x: string) => `/packs/${x}`,
  (x: string) => `/packs/horn?version=${x}`,
  (x: string) => `/packs/${x}/text`,
  (x: string) => `/home/${x}`,
  (x: string) => `/students?${x}=${x}`,
] as const

async function ask({ method, path, body }: Asked) {
  const asked = http(method, path)
  return asked.set('content-type', 'application/json').send(JSON.stringify(body))
}

describe('requests', () => {
  test(
    `with one thing wrong, ${FIELD_MUTATIONS} times over all acts and routes: never the server's fault`,
    async () => {
      const rng = seededRng(77)
      const seen = new Map<number, number>()
      for (let i = 0; i < FIELD_MUTATIONS; i++) {
        const sound = i % 5 === 0 ? pick(rng, OTHERS) : anyAct(rng)
        const asked = { ...sound, body: mutated(sound.body, rng).value }
        const answer = await ask(asked)
        seen.set(answer.status, (seen.get(answer.status) ?? 0) + 1)
        const told = `${asked.path} ${JSON.stringify(asked.body).slice(0, 300)}`
        expect(answer.status, told).toBeLessThan(500)
        if (answer.status >= 400) {
          const { error } = answer.body as { error: { code: string; path: unknown[] } }
          expect(error.code, told).toMatch(/^[a-z_]+$/)
          expect(Array.isArray(error.path), told).toBe(true)
        }
      }
      expect(studio.logged).toEqual([])
      // Both kinds of answer were given often: the mutations neither break everything nor nothing.
      expect(seen.get(422) ?? 0).toBeGreaterThan(FIELD_MUTATIONS / 5)
      expect((await http('get', `/students/${ISLA}`)).status).toBe(200)
    },
    PATIENCE_MS,
  )

  test.each(ADDRESSES.map((address) => [address('…'), address] as const))(
    '%s: nothing strange breaks it',
    async (_, address) => {
      for (const strange of STRANGE) {
        const { status } = await http('get', address(strange))
        expect(status, address(strange)).toBeLessThan(500)
      }
      expect(studio.logged).toEqual([])
    },
  )

  test.each([
    ['no JSON', 'application/json', '{"acts":['],
    ['JSON of a thousand floors', 'application/json', '['.repeat(100_000)],
    ['an unknown charset', 'application/json; charset=klingon', '{}'],
    ['text', 'text/plain', 'hello'],
    ['nothing', 'application/json', ''],
    ['a packed body that is none', 'application/json', '\u001f\u008b'],
  ])('%s is refused', async (_, type, body) => {
    const answer = await http('post', `/students/${ISLA}/acts`).set('content-type', type).send(body)
    expect(answer.status).toBeGreaterThanOrEqual(400)
    expect(answer.status).toBeLessThan(500)
    expect((answer.body as { error: { code: string } }).error.code).toMatch(/^[a-z_]+$/)
  })

  test('another studio’s notes are not taken, and none of them is kept', async () => {
    const before = (await studio.store.rowsOf(ISLA)).length
    const act = { id: 'act-of-another-1', kind: 'home-noted', date: TODAY, words: 'hello' }
    const answer = await http('post', `/students/${ISLA}/acts`).send({
      acts: [act],
      studio: 'studio-of-others',
    })
    expect(answer.status).toBe(409)
    expect(answer.body).toMatchObject({ error: { code: 'other_studio' } })
    expect((await studio.store.rowsOf(ISLA)).length).toBe(before)
    expect(answer.headers['vein-mend-studio']).toBe(studio.store.identity)
  })

  test('an act written as it is kept is not what may be asked', async () => {
    const [added] = await actsOf(studio.store, ISLA)
    const answer = await http('post', '/students/student-new-one/acts').send({
      acts: [{ ...writeAct(added!), kind: 'sign-noted' }],
    })
    expect(answer.status).toBe(422)
  })
})

test('a letter of number nought in an address or a pack is refused in words', async () => {
  for (const path of ['/packs/a%00b', '/students/a%00b', '/packs/horn%00/text', '/home/a%00b']) {
    expect([400, 404, 422], path).toContain((await http('get', path)).status)
  }
  const named = (id: string) =>
    `pack: "${id}"\nversion: 1.0.0\nkind: studio\nextends: horn\nname: "a\\0b"\nsource: "x"\n`
  for (const yaml of [named('horn-own'), named('horn\\0own'), 'pack: horn\0own\n']) {
    const answer = await http('post', '/packs').send({ yaml, mayRemove: [] })
    expect([400, 404, 409, 422]).toContain(answer.status)
  }
  expect((await http('post', '/packs/horn/forks').send({ id: 'a\0b', name: 'x' })).status).toBe(422)
  expect(
    (await http('post', '/packs/horn/forks').send({ id: 'horn-own', name: 'a\0b' })).status,
  ).toBe(422)
  const entry = { section: 'faults', id: 'too-little-air', entry: { why: 'a\0b' } }
  expect((await http('post', '/packs/horn/entries').send({ entries: [entry] })).status).toBe(422)
})
