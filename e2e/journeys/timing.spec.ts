/** Played notes: from the keyboard that ships to a diagnosis that has changed by them. */
import {
  addStudent,
  allSent,
  beginLesson,
  choose,
  expect,
  expectAccessible,
  noteSign,
  tapEvenly,
  test,
} from '../support/journey'
import type { Page } from '@playwright/test'
import { parseMidi, writeMidi } from 'midi-file'
import type { MidiEvent } from 'midi-file'

const FAULT = 'The thumb is thrown under at the crossing'

/** A pianist on the rung of even scales: four rungs up, as the record would have it after some lessons. */
async function onEvenFlow(page: Page, url: string): Promise<void> {
  await addStudent(page, url, 'Wren Castell', 'Piano')
  await beginLesson(page)
  await noteSign(page, 'rush', '2')
  await page.getByRole('button', { name: `Decide on ${FAULT}` }).click()
  await page.getByRole('button', { name: 'Decide and start the ladder' }).click()
  await expect(page.getByRole('article', { name: FAULT })).toBeVisible()
  await allSent(page)
  const student = /students\/([^/]+)/.exec(page.url())?.[1] ?? ''
  const { record } = (await (await page.request.get(`${url}/api/students/${student}`)).json()) as {
    record: { lessons: { id: string }[]; cases: { id: string }[] }
  }
  const up = { kind: 'rung-decided', lesson: record.lessons[0]?.id, case: record.cases[0]?.id }
  for (let i = 0; i < 4; i++) {
    const acts = [{ ...up, decision: 'up', reason: 'known from before', id: `up-by-hand-${i}` }]
    const answer = await page.request.post(`${url}/api/students/${student}/acts`, {
      data: { acts },
    })
    expect(answer.status(), await answer.text()).toBe(200)
  }
  await page.reload()
  await expect(page.getByText(/^Rung 5 of 7/)).toBeVisible()
}

async function playIn(page: Page, how: string): Promise<void> {
  await page
    .getByRole('article', { name: FAULT })
    .getByRole('button', { name: 'Play it in' })
    .click()
  await page.getByRole('radio', { name: 'Made-up player' }).click()
  await choose(page.getByLabel('It plays'), how)
  await page.getByRole('button', { name: 'Play it', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Note by note' })).toBeVisible()
}

test('a rush is played in, measured, noted, and stands in the diagnosis as a reason; played well it speaks against', async ({
  page,
  studio,
}) => {
  await onEvenFlow(page, studio.url)

  await playIn(page, 'rushing to the thumb')
  const says = page.getByRole('list', { name: 'What it says' })
  const rush = says.getByRole('listitem').filter({ hasText: 'Notes before a crossing rush' })
  await expect(rush).toContainText(/−\d+\s%.*speaks for it, \d+ to 1/)
  await rush.getByRole('button', { name: /^speaks for it/ }).click()
  await expect(page.getByText(/The sign is told by less than −5\s%/)).toBeVisible()
  await page.keyboard.press('Escape')
  await expectAccessible(page)
  // The measure proposes, the teacher counts: once as a try, once as the look of the lesson.
  await page
    .getByRole('group', { name: 'As a try of the rung' })
    .getByRole('button', { name: 'Slipped' })
    .click()
  await expect(page.getByText('Counted as a try of the rung: slipped.')).toBeVisible()
  await page
    .getByRole('group', { name: 'As this lesson’s look' })
    .getByRole('button', { name: 'Slipped' })
    .click()
  await expect(page.getByText('Counted as this lesson’s look: slipped.')).toBeVisible()
  await rush.getByRole('button', { name: /^Note:/ }).click()
  await expect(rush.getByText('noted')).toBeVisible()
  await allSent(page)

  await page.getByRole('link', { name: 'Back to the lesson' }).click()
  const noted = page.getByRole('list', { name: 'Signs noted' })
  await expect(noted.getByRole('link', { name: /^measured, −\d+\s%/ })).toBeVisible()

  const ranking = page.getByText('On record already:')
  const before = await ranking.innerText()

  // Played well it speaks against; what was noted by the first take gives way to the second.
  await playIn(page, 'well')
  await page.getByRole('button', { name: /^Not there in it/ }).click()
  const clear = page.getByRole('list', { name: 'Not there in it' })
  await expect(clear.getByRole('listitem').filter({ hasText: 'crossing rush' })).toContainText(
    'speaks against it',
  )
  await expect(page.getByRole('columnheader', { name: 'just before' })).toBeVisible()
  await expect(page.getByText(/many takes of a day are one look/)).toBeVisible()
  await page.getByRole('button', { name: 'Note: Notes before a crossing rush' }).click()
  await allSent(page)
  await page.getByRole('link', { name: 'Back to the lesson' }).click()
  await expect(noted.getByRole('listitem').filter({ hasText: 'crossing rush' })).toContainText(
    'not there',
  )
  await expect.poll(() => ranking.innerText()).not.toBe(before)
  // The ear has the last word.
  await noteSign(page, 'rush', '2')
  await expect(noted.getByRole('link', { name: /^measured/ })).toHaveCount(0)
})

test('a broken MIDI file is refused in words, and a page that cannot hear a keyboard offers the file', async ({
  page,
  studio,
}) => {
  await onEvenFlow(page, studio.url)
  await page
    .getByRole('article', { name: FAULT })
    .getByRole('button', { name: 'Play it in' })
    .click()
  await page.getByRole('radio', { name: 'A file' }).click()
  const file = (buffer: Buffer) =>
    page
      .getByLabel('A MIDI file or a recording of this rung')
      .setInputFiles({ name: 'take.mid', mimeType: 'audio/midi', buffer })
  await file(Buffer.concat([Buffer.from('MThd'), Buffer.alloc(60)]))
  await expect(page.getByRole('alert')).toContainText('cannot be read')
  await file(Buffer.from('no MIDI at all, but long enough to be looked at as a file of some kind'))
  await expect(page.getByRole('alert')).not.toContainText('cannot be read')
  await page.keyboard.press('Escape')
  await expect(page.getByText('Look at it')).toHaveCount(0)
})

test('what was played while the server was away is sent again, and a made-up take says that it is', async ({
  page,
  studio,
}) => {
  await onEvenFlow(page, studio.url)
  await page.route(/\/takes\?/, (route) => route.abort())
  await page
    .getByRole('article', { name: FAULT })
    .getByRole('button', { name: 'Play it in' })
    .click()
  await page.getByRole('radio', { name: 'Made-up player' }).click()
  await page.getByRole('button', { name: 'Play it', exact: true }).click()
  await expect(page.getByRole('alert')).toContainText('What was played is still here.')
  await page.unroute(/\/takes\?/)
  await page.getByRole('button', { name: 'Send it again' }).click()
  await expect(page.getByRole('heading', { name: 'Note by note' })).toBeVisible()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('(made-up keyboard)')
})

/** The same notes an octave higher, with a metronome on the channel of drums beside them. */
function withClickAndOctave(bytes: Buffer): Buffer {
  const { header, tracks } = parseMidi(bytes)
  const isNote = (e: MidiEvent) => e.type === 'noteOn' || e.type === 'noteOff'
  const raised = tracks.map((track) =>
    track.map((e) => (isNote(e) ? { ...e, noteNumber: e.noteNumber + 12 } : e)),
  )
  const beat = header.ticksPerBeat ?? 0
  const clicks = Array.from({ length: 8 }, (_, i): MidiEvent[] => [
    ...(['noteOn', 'noteOff'] as const).map((type) => ({
      ...{ type, channel: 9, noteNumber: 37, velocity: type === 'noteOn' ? 90 : 0 },
      deltaTime: type === 'noteOff' ? beat / 10 : i === 0 ? 0 : (9 * beat) / 10,
    })),
  ]).flat()
  const end: MidiEvent = { deltaTime: 0, meta: true, type: 'endOfTrack' }
  const all = [...raised, [...clicks, end]]
  return Buffer.from(
    writeMidi({ header: { ...header, format: 1, numTracks: all.length }, tracks: all }),
  )
}

test('what stands in a file beside the student is set apart, said and counted nowhere', async ({
  page,
  studio,
}) => {
  await onEvenFlow(page, studio.url)
  await playIn(page, 'well')
  await allSent(page)
  const student = /students\/([^/]+)/.exec(page.url())?.[1] ?? ''
  const at = `${studio.url}/api/students/${student}`
  const { record } = (await (await page.request.get(at)).json()) as {
    record: { takes: { hash: string }[] }
  }
  const played = await page.request.get(`${at}/takes/${record.takes[0]?.hash}`)
  const buffer = withClickAndOctave(await played.body())
  await page.getByRole('link', { name: 'Back to the lesson' }).click()
  await page
    .getByRole('article', { name: FAULT })
    .getByRole('button', { name: 'Play it in' })
    .click()
  await page.getByRole('radio', { name: 'A file' }).click()
  await page
    .getByLabel('A MIDI file or a recording of this rung')
    .setInputFiles({ name: 'take.mid', mimeType: 'audio/midi', buffer })
  await expect(page.getByRole('heading', { name: 'Note by note' })).toBeVisible()
  await expect(
    page.getByText('Set apart (dotted rings) and counted nowhere: 8 clicks on the drum channel.'),
  ).toBeVisible()
  await expect(page.getByText('All of it was played an octave higher than asked')).toBeVisible()
  await expect(page.getByRole('list', { name: 'What it says' })).not.toContainText('told')
  await expectAccessible(page)
})

test('a rung is tapped where there is no keyboard: only its time is measured, and what is sure is noted at once', async ({
  page,
  studio,
}) => {
  await onEvenFlow(page, studio.url)
  await page
    .getByRole('article', { name: FAULT })
    .getByRole('button', { name: 'Play it in' })
    .click()
  await page.getByRole('radio', { name: 'Tapped' }).click()
  const status = page.getByRole('status').filter({ hasText: 'once through is' })
  await expect(page.getByRole('button', { name: /^Left/ })).toBeFocused()
  await page.keyboard.press('f')
  await page.keyboard.press(' ')
  await expect(status).toContainText('2 taps')
  await page.getByRole('button', { name: 'Begin again' }).click()
  const count = Number(/once through is (\d+)/.exec(await status.innerText())?.[1])
  // The first hand alone: before the other begins there is a long note to wait for.
  await tapEvenly(page.getByRole('button', { name: /^Right/ }), Math.floor(count / 2) - 1, 300)
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByRole('heading', { level: 1 })).toContainText('(tapped)')
  const measured = page.getByRole('table')
  await expect(measured).toContainText('Unevenness, of the note’s length')
  await expect(measured).not.toContainText('The thumb louder')

  // Played with a rush and then by the file of nothing in particular, measured for the rung afterwards.
  await page.getByRole('link', { name: 'Back to the lesson' }).click()
  await playIn(page, 'running away')
  await page.getByRole('button', { name: /^Note the \d that are sure$/ }).click()
  await expect(page.getByRole('list', { name: 'What it says' }).getByText('noted')).not.toHaveCount(
    0,
  )
  await allSent(page)
})
