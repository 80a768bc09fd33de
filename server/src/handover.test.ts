import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Handover, StudentRecord } from '@vein-mend/core/record'
import type { ErrorResponse, StudentResponse } from '@vein-mend/contract'
import request from 'supertest'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { DEMO_SCRIPTS } from './demo/demoScripts'
import { playStudent } from '@vein-mend/core/simulate'
import type { StudentId } from '@vein-mend/core/kit'
import { seededRng } from '@vein-mend/core/kit'
import { openTestStudio, TODAY } from './test/studio'
import type { TestStudio } from './test/studio'

let here: TestStudio
let there: TestStudio

beforeEach(async () => {
  here = await openTestStudio()
  there = await openTestStudio()
})
afterEach(async () => {
  expect([...here.logged, ...there.logged]).toEqual([])
  await here.close()
  await there.close()
})

const ID = 'student-marrow' as StudentId

/** A student with a whole history, who may be handed on or not. */
async function layStudent(state: 'given' | 'refused' | 'not-asked'): Promise<void> {
  const script = DEMO_SCRIPTS[0]!
  const consent = { state, by: 'Her mother', on: '' as const }
  const card = {
    ...script.card,
    consents: { ...EMPTY_CARD.consents, 'handing-on': consent },
  }
  const knowledge = here.knowledge.written(card.instrument)!
  const acts = playStudent({ ...script, card }, knowledge, TODAY, seededRng(11))
  await here.store.write((w) => w.append(ID, acts, playRecord(acts)!))
}

function http(studio: TestStudio, method: 'get' | 'post', path: string) {
  return request(studio.app)[method](`/api${path}`).set('host', 'localhost')
}

async function recordOf(studio: TestStudio, id: string): Promise<StudentRecord> {
  return ((await http(studio, 'get', `/students/${id}`)).body as StudentResponse).record
}

/** The card with which the file begins. */
const cardOf = ({ acts: [first] }: Handover) =>
  first?.kind === 'student-added' ? first.card : EMPTY_CARD

const errorOf = (response: { body: unknown }) => (response.body as ErrorResponse).error

describe('handing a student on', () => {
  test('taken in elsewhere, the record is the same: states, seam points and the versions it rests on', async () => {
    await layStudent('given')
    const file = (await http(here, 'get', `/students/${ID}/handover`)).body as Handover
    const taken = await http(there, 'post', '/handovers/student-new').send(file)
    expect(taken.body).toMatchObject({ id: 'student-new', name: 'Isla Marrow', returned: false })
    expect(await recordOf(there, 'student-new')).toEqual(await recordOf(here, ID))
    const again = await http(there, 'get', '/students/student-new/handover')
    expect((again.body as Handover).acts).toEqual(file.acts)
    for (const { pack } of file.packs) {
      const response = await http(there, 'get', `/packs/${pack.id}`).query({
        version: pack.version,
      })
      expect(response.status).toBe(200)
    }
  })

  test.each(['refused', 'not-asked'] as const)(
    'without a yes (%s) nothing is handed on',
    async (state) => {
      await layStudent(state)
      const response = await http(here, 'get', `/students/${ID}/handover`)
      expect(errorOf(response).code).toBe('no_consent_to_hand_on')
    },
  )

  test('the same file twice is told, and nothing is doubled', async () => {
    await layStudent('given')
    const file = (await http(here, 'get', `/students/${ID}/handover`)).body as object
    await http(there, 'post', '/handovers/student-one').send(file)
    const second = await http(there, 'post', '/handovers/student-two').send(file)
    expect(errorOf(second).code).toBe('handover_here_already')
    expect((await http(there, 'get', '/students/student-two')).status).toBe(404)
  })

  test('a student who comes back goes on where the record ended, and nobody is written over', async () => {
    await layStudent('given')
    const before = (await http(here, 'get', `/students/${ID}/handover`)).body as Handover
    await http(there, 'post', '/handovers/student-away').send(before)
    const note = { kind: 'home-noted', date: TODAY, words: 'We played on the ferry.' }
    await http(there, 'post', '/students/student-away/acts').send({
      acts: [{ ...note, id: 'note-elsewhere-1' }],
    })
    const newer = (await http(there, 'get', '/students/student-away/handover')).body as Handover
    const back = await http(here, 'post', '/handovers/student-again').send(newer)
    expect(back.body).toEqual({ id: ID, name: 'Isla Marrow', acts: 1, returned: true, takes: 0 })
    expect(await recordOf(here, ID)).toEqual(await recordOf(there, 'student-away'))
    expect((await http(here, 'get', '/students/student-again')).status).toBe(404)
    // Now the older file has nothing to add, and what went two ways is not mixed.
    const old = await http(here, 'post', '/handovers/student-again').send(before)
    expect(errorOf(old).code).toBe('handover_here_already')
    await http(here, 'post', `/students/${ID}/acts`).send({
      acts: [{ ...note, id: 'note-here-0001' }],
    })
    await http(there, 'post', '/students/student-away/acts').send({
      acts: [{ ...note, id: 'note-elsewhere-2' }],
    })
    const parted = (await http(there, 'get', '/students/student-away/handover')).body as object
    expect(
      errorOf(await http(here, 'post', '/handovers/student-again').send(parted)),
    ).toMatchObject({
      code: 'handover_differs',
      path: ['acts', newer.acts.length],
    })
  })

  test('a file for an address at which somebody is, is refused and touches nobody', async () => {
    await layStudent('given')
    const file = (await http(here, 'get', `/students/${ID}/handover`)).body as Handover
    await http(there, 'post', '/students/student-taken/acts').send({
      acts: [{ id: 'added-0001', kind: 'student-added', card: cardOf(file) }],
    })
    const before = await recordOf(there, 'student-taken')
    const sent = await http(there, 'post', '/handovers/student-taken').send(file)
    expect(errorOf(sent).code).toBe('student_exists')
    expect(await recordOf(there, 'student-taken')).toEqual(before)
  })

  test('knowledge in the file that is not what the record was made with is refused', async () => {
    await layStudent('given')
    const file = (await http(here, 'get', `/students/${ID}/handover`)).body as Handover
    const packs = file.packs.map((p) => ({ ...p, cautions: ['Play through the pain.'] }))
    const sent = await http(there, 'post', '/handovers/student-new').send({ ...file, packs })
    expect(errorOf(sent)).toMatchObject({ code: 'handover_pack_differs', path: ['packs', 0] })
  })

  test('a damaged file is refused at its place, and nothing is taken in', async () => {
    await layStudent('given')
    const file = (await http(here, 'get', `/students/${ID}/handover`)).body as Handover
    const send = (body: object) => http(there, 'post', '/handovers/student-new').send(body)
    expect(errorOf(await send({ ...file, format: 'other' }))).toMatchObject({
      code: 'not_a_handover',
      path: ['format'],
    })
    const acts = file.acts.filter((a) => a.kind !== 'lesson-opened')
    expect(errorOf(await send({ ...file, acts }))).toMatchObject({
      code: 'handover_act_refused',
      facts: { why: 'unknown_lesson' },
    })
    expect(errorOf(await send({ ...file, instrument: 'nose-flute' })).code).toBe(
      'unknown_instrument',
    )
    expect((await http(there, 'get', '/students')).body).toMatchObject({ students: [] })
  })
})
