import { EMPTY_CARD } from '@vein-mend/core/record'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import type { ErrorResponse, PackResponse, StudioResponse } from '@vein-mend/contract'
import request from 'supertest'
import { afterEach, beforeEach, describe, expect, test } from 'vitest'
import { openKnowledge, readPackTexts } from './packs'
import { openTestStudio, PACKS_FOLDER } from './test/studio'
import type { TestStudio } from './test/studio'

let studio: TestStudio

beforeEach(async () => {
  studio = await openTestStudio()
})
afterEach(async () => {
  expect(studio.logged).toEqual([])
  await studio.close()
})

const http = (method: 'get' | 'post' | 'put' | 'delete', path: string) =>
  request(studio.app)[method](`/api${path}`).set('host', 'localhost')

const change = (id: string, ...entries: object[]) =>
  http('post', `/packs/${id}/entries`).send({ entries })

async function pack(id: string): Promise<PackResponse> {
  return (await http('get', `/packs/${id}`)).body as PackResponse
}

function errorOf(response: { body: unknown }) {
  return (response.body as ErrorResponse).error
}

const FINDING = {
  section: 'findings',
  id: 'ferry-hands',
  entry: {
    text: 'Cold hands from the ferry',
    strand: 'tension',
    place: 'hands',
    observed: 'felt',
    aliases: ['cold'],
  },
}
const FAULT = {
  section: 'faults',
  id: 'plays-cold',
  entry: {
    name: 'Plays before the hands are warm',
    strand: 'tension',
    severity: 2,
    prior: 0.2,
    shows: { 'ferry-hands': 0.9 },
    why: 'Cold fingers press where they should move.',
    remedies: ['find-the-buzz'],
    source: 'studio',
  },
}

describe("the teacher's own knowledge", () => {
  test('an added sign and fault join the instrument, as a version of its own', async () => {
    const before = (await pack('horn')).knowledge
    // The sign alone has no cause, which the pack check refuses; with its fault it is sound.
    expect(errorOf(await change('horn', FINDING)).troubles).toMatchObject([
      { path: 'findings.ferry-hands', code: 'finding_without_cause' },
    ])
    expect((await change('horn', FINDING, FAULT)).status).toBe(200)
    const after = await pack('horn')
    expect(after.knowledge.faults.length).toBe(before.faults.length + 1)
    expect(after.knowledge.pack.id).toBe('horn')
    expect(after.knowledge.pack.version).not.toBe(before.pack.version)
    expect(after.own).toMatchObject({ findings: ['ferry-hands'], faults: ['plays-cold'] })
    expect((await pack('trumpet')).knowledge.faults.some((f) => f.id === 'plays-cold')).toBe(false)
  })

  test('a change of one field keeps the others; taking it out brings the shipped entry back', async () => {
    const graver = { section: 'faults', id: 'too-little-air', entry: { severity: 5 } }
    await change('horn', graver)
    const changed = (await pack('horn')).knowledge.faults.find((f) => f.id === 'too-little-air')
    expect(changed).toMatchObject({ severity: 5, name: 'Too little air is sent through' })
    await change('horn', { ...graver, entry: null })
    const back = (await pack('horn')).knowledge.faults.find((f) => f.id === 'too-little-air')
    expect(back?.severity).not.toBe(5)
  })

  test('an entry that leads nowhere is refused with file, line and path, and nothing changes', async () => {
    const before = await pack('horn')
    const bad = { ...FAULT, entry: { ...FAULT.entry, shows: { 'no-such-sign': 0.5 } } }
    const response = await change('horn', bad)
    expect(response.status).toBe(422)
    expect(errorOf(response).troubles).toMatchObject([
      {
        file: 'horn-studio.yaml',
        path: 'faults.plays-cold.shows.no-such-sign',
        code: 'unknown_finding',
      },
    ])
    expect(errorOf(response).troubles![0]!.line).toBeGreaterThan(5)
    expect(await pack('horn')).toEqual(before)
  })

  test('an older version of the pack can still be read after a change', async () => {
    const before = (await pack('horn')).knowledge
    await change('horn', { section: 'faults', id: 'too-little-air', entry: { severity: 5 } })
    const then = await http('get', '/packs/horn').query({ version: before.pack.version })
    expect((then.body as PackResponse).knowledge).toEqual(before)
  })
})

describe('forking, bringing in and taking out', () => {
  test('a fork stands beside the shipped pack, and goes out and in as the same text', async () => {
    const fork = { id: 'harbour-horn', name: 'Harbour horn' }
    expect((await http('post', '/packs/horn/forks').send(fork)).status).toBe(200)
    const { text } = await http('get', '/packs/harbour-horn/text')
    expect(text).toContain('pack: harbour-horn')
    const forked = (await pack('harbour-horn')).knowledge
    const { faults } = (await pack('horn')).knowledge
    expect(forked.faults.map((f) => f.id)).toEqual(faults.map((f) => f.id))
    expect((await http('delete', '/packs/harbour-horn')).status).toBe(200)
    expect((await http('get', '/packs/harbour-horn')).status).toBe(404)
    expect((await http('post', '/packs').send({ yaml: text })).status).toBe(200)
    expect((await pack('harbour-horn')).knowledge).toEqual(forked)
  })

  test('a faulty text is refused by line and leaves the studio as it was', async () => {
    const text = readFileSync(join(PACKS_FOLDER, 'horn.yaml'), 'utf8')
      .replace('pack: horn', 'pack: harbour-horn')
      .replace('strand: tone', 'strand: poise')
    const line = text.split('\n').findIndex((l) => l.includes('poise')) + 1
    const response = await http('post', '/packs').send({ yaml: text })
    expect(errorOf(response)).toMatchObject({ code: 'pack_refused', troubles: [{ line }] })
    expect((await http('get', '/packs/harbour-horn')).status).toBe(404)
  })

  test('what is no YAML is refused with the line at which reading ended', async () => {
    const response = await http('post', '/packs').send({ yaml: 'pack: a\nname: [one\nkind: x' })
    expect(errorOf(response).troubles?.[0]).toMatchObject({ code: 'not_yaml' })
  })

  test('a shipped pack is never replaced', async () => {
    const text = readFileSync(join(PACKS_FOLDER, 'horn.yaml'), 'utf8')
    expect(errorOf(await http('post', '/packs').send({ yaml: text })).code).toBe('pack_is_shipped')
  })

  test('a pack a student learns by stays', async () => {
    await http('post', '/packs/horn/forks').send({ id: 'harbour-horn', name: 'Harbour horn' })
    const card = { ...EMPTY_CARD, name: 'Isla Marrow', instrument: 'harbour-horn' }
    await http('post', '/students/student-1/acts').send({
      acts: [{ id: 'act-00000001', kind: 'student-added', card }],
    })
    const response = await http('delete', '/packs/harbour-horn')
    expect(errorOf(response)).toMatchObject({ code: 'pack_in_use', facts: { name: 'Isla Marrow' } })
  })

  test('own packs are there after a restart; one that no longer fits is left aside and named', async () => {
    await http('post', '/packs/horn/forks').send({ id: 'harbour-horn', name: 'Harbour horn' })
    await studio.store.keepOwnPack({ id: 'adrift', yaml: 'pack: adrift' }, 'now')
    const again = await openKnowledge(studio.store, await readPackTexts(PACKS_FOLDER))
    if (!again.ok) throw new Error('the shipped packs are sound')
    expect(again.knowledge.written('harbour-horn')?.name).toBe('Harbour horn')
    expect(again.knowledge.setAside().map((t) => t.file)).toContain('adrift.yaml')
  })
})

describe('schools of the studio', () => {
  test('the studio chooses, and its packs take that as usual', async () => {
    const schools = { articulation: 'staccato-first' }
    const response = await http('put', '/studio/schools').send({ schools })
    expect((response.body as StudioResponse).schools).toEqual(schools)
    const usual = (await pack('piano')).knowledge.schools.filter(
      (s) => s.topic === 'articulation' && s.usual,
    )
    expect(usual.map((s) => s.id)).toEqual(['staccato-first'])
  })

  test('a school nobody knows, or of another topic, is refused by its field', async () => {
    const response = await http('put', '/studio/schools').send({
      schools: { articulation: 'low-seat' },
    })
    expect(errorOf(response)).toMatchObject({
      code: 'unknown_school',
      path: ['schools', 'articulation'],
    })
  })
})
