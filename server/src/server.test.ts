import { EMPTY_CARD } from '@vein-mend/core/record'
import request from 'supertest'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import type { PacksResponse, StudentResponse } from '@vein-mend/contract'
import { actsOf, openTestStudio } from './test/studio'
import type { TestStudio } from './test/studio'

let studio: TestStudio
let count = 0

beforeEach(async () => {
  studio = await openTestStudio()
})
afterEach(async () => {
  expect(studio.logged).toEqual([])
  await studio.close()
})

const STUDENT = 'student-marrow'
const LESSON = 'lesson-0001'
const card = { ...EMPTY_CARD, name: 'Isla Marrow', instrument: 'horn' }

const act = (body: object) => ({ id: `act-${String(++count).padStart(8, '0')}`, ...body })

function post(acts: object[], student = STUDENT) {
  return request(studio.app)
    .post(`/api/students/${student}/acts`)
    .set('host', 'localhost')
    .send({ acts })
}

function get(path: string) {
  return request(studio.app).get(`/api${path}`).set('host', 'localhost')
}

function recordOf(response: { body: unknown }) {
  return (response.body as StudentResponse).record
}

async function lessonWithSigns() {
  await post([
    act({ kind: 'student-added', card }),
    act({ kind: 'lesson-opened', lesson: LESSON, date: '2026-03-02' }),
    act({
      kind: 'sign-noted',
      lesson: LESSON,
      finding: 'muted',
      strength: 'marked',
      prompted: false,
    }),
    act({
      kind: 'check-answered',
      lesson: LESSON,
      check: 'fingers-off',
      outcome: 'the-tone-clears',
    }),
  ]).expect(200)
}

describe('a lesson on record', () => {
  test('the sign is filled out from the pack, and the answer of the check with what it says', async () => {
    await lessonWithSigns()
    const { lessons } = recordOf(await get(`/students/${STUDENT}`).expect(200))
    expect(lessons[0]).toMatchObject({
      pack: { id: 'horn' },
      signs: [{ text: 'The tone is muted and strange', strand: 'tone', strength: 'marked' }],
      checks: [{ outcome: 'The tone clears', says: { 'clears-fingers-off': 'marked' } }],
    })
  })

  test('the probability kept with a settled fault is the engine’s own', async () => {
    await lessonWithSigns()
    await post([
      act({
        kind: 'fault-settled',
        lesson: LESSON,
        case: 'case-00000001',
        fault: 'valve-half-pressed',
      }),
    ]).expect(200)
    const [state] = recordOf(await get(`/students/${STUDENT}`)).cases
    expect(state).toMatchObject({ name: 'A resting hand half presses a valve', overruled: null })
    expect(state!.probability).toBeGreaterThan(0.8)
    expect(state!.rivals[0]!.fault).toBe('valve-half-pressed')
  })

  test('another fault than the first needs a reason, and the refusal names the first', async () => {
    await lessonWithSigns()
    const body = {
      kind: 'fault-settled',
      lesson: LESSON,
      case: 'case-00000001',
      fault: 'bell-closed',
    }
    const refused = await post([act(body)]).expect(422)
    expect(refused.body).toMatchObject({
      error: {
        code: 'reason_missing',
        path: ['acts', 0, 'overruled'],
        facts: { first: 'A resting hand half presses a valve' },
      },
    })
    await post([act({ ...body, overruled: 'I saw the palm' })]).expect(200)
    expect(recordOf(await get(`/students/${STUDENT}`)).cases[0]).toMatchObject({
      overruled: 'I saw the palm',
    })
  })

  test('two tabs settling the same fault: one is kept, the other told', async () => {
    await lessonWithSigns()
    const settle = (id: string) =>
      post([act({ kind: 'fault-settled', lesson: LESSON, case: id, fault: 'valve-half-pressed' })])
    const answers = await Promise.all([settle('case-00000001'), settle('case-00000002')])
    expect(answers.map((a) => a.status).sort()).toEqual([200, 409])
    expect(answers.find((a) => a.status === 409)!.body).toMatchObject({
      error: { code: 'fault_already_settled' },
    })
  })
})

describe('nothing doubled, nothing lost', () => {
  test('the same request twice is on record once', async () => {
    const acts = [act({ kind: 'student-added', card })]
    await post(acts).expect(200)
    await post(acts).expect(200)
    expect(await actsOf(studio.store, STUDENT as never)).toHaveLength(1)
  })

  test('an act that stands twice in one request is on record once', async () => {
    const added = act({ kind: 'student-added', card })
    await post([added, added]).expect(200)
    expect(await actsOf(studio.store, STUDENT as never)).toHaveLength(1)
  })

  test('acts that arrive together happen together or not at all', async () => {
    await post([act({ kind: 'student-added', card })]).expect(200)
    await post([
      act({ kind: 'lesson-opened', lesson: LESSON, date: '2026-03-02' }),
      act({
        kind: 'sign-noted',
        lesson: LESSON,
        finding: 'no-such-sign',
        strength: 'marked',
        prompted: false,
      }),
    ])
      .expect(422)
      .expect((r) => {
        expect(r.body).toMatchObject({
          error: { code: 'unknown_finding', path: ['acts', 1, 'finding'] },
        })
      })
    expect(recordOf(await get(`/students/${STUDENT}`)).lessons).toEqual([])
  })

  test('fifty writes at once are all kept', async () => {
    await post([act({ kind: 'student-added', card })]).expect(200)
    await post([act({ kind: 'lesson-opened', lesson: LESSON, date: '2026-03-02' })]).expect(200)
    const name = (i: number) =>
      post([act({ kind: 'strength-named', lesson: LESSON, words: `strength ${i}` })])
    const answers = await Promise.all(Array.from({ length: 50 }, (_, i) => name(i)))
    expect(answers.every((a) => a.status === 200)).toBe(true)
    expect(recordOf(await get(`/students/${STUDENT}`)).strengths).toHaveLength(50)
  })

  test('undo is a new act, and what stands on another cannot be undone first', async () => {
    await lessonWithSigns()
    const settled = act({
      kind: 'fault-settled',
      lesson: LESSON,
      case: 'case-00000001',
      fault: 'valve-half-pressed',
    })
    await post([
      settled,
      act({
        kind: 'remedy-started',
        lesson: LESSON,
        case: 'case-00000001',
        remedy: 'light-valves',
        weeks: 5,
      }),
    ]).expect(200)
    const refused = await post([act({ kind: 'undone', act: settled.id })]).expect(422)
    expect(refused.body).toMatchObject({ error: { code: 'later_act_stands_on_it' } })
    const { recent } = (await get(`/students/${STUDENT}`)).body as StudentResponse
    const started = recent.find((r) => r.act.kind === 'remedy-started')!
    await post([act({ kind: 'undone', act: started.act.id })]).expect(200)
    const [state] = recordOf(await get(`/students/${STUDENT}`)).cases
    expect(state).toMatchObject({ status: { state: 'open' }, ladder: null })
  })
})

describe('at the border', () => {
  test.each([
    [
      'an empty name',
      { kind: 'student-added', card: { ...card, name: '' } },
      'empty',
      ['acts', 0, 'card', 'name'],
    ],
    [
      'an unknown instrument',
      { kind: 'student-added', card: { ...card, instrument: 'kazoo' } },
      'unknown_instrument',
      ['acts', 0, 'card', 'instrument'],
    ],
    [
      'a lesson for nobody',
      { kind: 'lesson-opened', lesson: LESSON, date: '2026-03-02' },
      'unknown_student',
      ['acts', 0, 'student'],
    ],
  ])('%s is refused and the field named', async (_what, body, code, path) => {
    const answer = await post([act(body)])
    expect(answer.status).toBeGreaterThanOrEqual(400)
    expect(answer.body).toMatchObject({ error: { code, path } })
  })

  test('a lesson in the future by mistake is refused with how far ahead it is', async () => {
    await post([act({ kind: 'student-added', card })]).expect(200)
    const answer = await post([
      act({ kind: 'lesson-opened', lesson: LESSON, date: '2027-03-02' }),
    ]).expect(422)
    expect(answer.body).toMatchObject({ error: { code: 'lesson_in_future', facts: { days: 365 } } })
  })

  test('what is no JSON, too large, nowhere or from a foreign page is answered plainly', async () => {
    const raw = request(studio.app).post(`/api/students/${STUDENT}/acts`).set('host', 'localhost')
    await raw.set('content-type', 'application/json').send('{').expect(400)
    await post([
      act({ kind: 'student-added', card: { ...card, goal: 'x'.repeat(600_000) } }),
    ]).expect(413)
    await get('/nowhere').expect(404)
    await get('/students/nobody').expect(404)
    await request(studio.app).get('/api/students').set('host', 'evil.example').expect(403)
    await post([]).set('origin', 'http://evil.example').expect(403)
  })

  test('an act of another student’s record is not taken twice under another name', async () => {
    const first = act({ kind: 'student-added', card })
    await post([first]).expect(200)
    const answer = await post([first], 'student-other').expect(422)
    expect(answer.body).toMatchObject({ error: { code: 'act_of_other_student' } })
  })
})

test('a record keeps the version of the pack it was made with', async () => {
  await lessonWithSigns()
  const version = recordOf(await get(`/students/${STUDENT}`)).lessons[0]!.pack.version
  expect(version).toBe(studio.knowledge.written('horn')!.pack.version)
  expect(version).toMatch(/^\d+\.\d+\.\d+\+every-instrument\.\d+\.\d+\.\d+\.brass\.\d+\.\d+\.\d+$/)
  await get(`/packs/horn?version=${encodeURIComponent(version)}`).expect(200)
  await get('/packs/horn?version=0.0.1').expect(404)
  const listed = await get('/packs').expect(200)
  expect((listed.body as PacksResponse).packs.map((p) => p.id)).toContain('piano')
})
