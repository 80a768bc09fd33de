/** Files: recordings kept and gone, a student removed, a studio brought back from its copy, a piece that is too much. */
import { execFileSync } from 'node:child_process'
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Page } from '@playwright/test'
import {
  addStudent,
  allSent,
  beginLesson,
  choose,
  expect,
  expectAccessible,
  test,
} from '../support/journey'
import { ROOT, startServer } from '../support/server'

/** Half a second of silence as a wave file: 16 bits, mono, 8 kHz. RIFF form, from memory. */
function silence(): Buffer {
  const data = Buffer.alloc(8000)
  const head = Buffer.alloc(44)
  head.write('RIFF', 0)
  head.writeUInt32LE(36 + data.length, 4)
  head.write('WAVEfmt ', 8)
  head.writeUInt32LE(16, 16)
  head.writeUInt16LE(1, 20)
  head.writeUInt16LE(1, 22)
  head.writeUInt32LE(8000, 24)
  head.writeUInt32LE(16000, 28)
  head.writeUInt16LE(2, 32)
  head.writeUInt16LE(16, 34)
  head.write('data', 36)
  head.writeUInt32LE(data.length, 40)
  return Buffer.concat([head, data])
}

const WAVE = { name: 'long-tone.wav', mimeType: 'audio/wav', buffer: silence() }

async function answerConsent(page: Page, answer: string): Promise<void> {
  await choose(page.getByLabel('Sound recordings for measuring: answer'), answer)
  await page.getByRole('button', { name: 'Keep the card' }).click()
  await allSent(page)
}

/** Files of takes in the studio's folder. */
function kept(folder: string): readonly string[] {
  const takes = join(folder, 'studio-takes')
  if (!existsSync(takes)) return []
  return readdirSync(takes, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile())
    .map((entry) => entry.name)
}

async function bringTake(page: Page): Promise<void> {
  await page.getByRole('button', { name: 'Recording or picture' }).click()
  await page.getByLabel('What is it of?').fill('Long tone, written G')
  await page.getByLabel('Recording, picture or MIDI file').setInputFiles(WAVE)
}

test('a recording is kept with the lesson once there is a yes for it, and goes with the yes', async ({
  page,
  studio,
}) => {
  await addStudent(page, studio.url, 'Wren Hale', 'Horn')
  await beginLesson(page)
  await allSent(page)
  const lesson = page.url()
  await bringTake(page)
  await expect(page.getByRole('alert')).toContainText('no yes yet to recordings')
  expect(kept(studio.folder)).toEqual([])

  await page.goto(lesson.replace(/\/lessons\/.*/, '/card'))
  await answerConsent(page, 'given')
  await page.goto(lesson)
  await bringTake(page)
  await expect(page.getByLabel('Long tone, written G')).toBeVisible()
  await expectAccessible(page)
  expect(kept(studio.folder)).toHaveLength(1)
  // The browser itself reads the sound from where it is kept.
  await page.getByLabel('Long tone, written G').evaluate((audio: HTMLAudioElement) => {
    audio.preload = 'auto'
    audio.load()
    return new Promise((done) => audio.addEventListener('loadedmetadata', done))
  })

  await page.goto(lesson.replace(/\/lessons\/.*/, '/card'))
  await answerConsent(page, 'refused')
  await page.goto(lesson.replace(/\/lessons\/.*/, ''))
  await expect(page.getByRole('heading', { level: 1, name: 'Wren Hale' })).toBeVisible()
  await expect(page.getByRole('heading', { name: 'Recordings and pictures' })).toHaveCount(0)
  expect(kept(studio.folder)).toEqual([])
})

test('a student is removed with everything, and a copy brings the studio back', async ({
  page,
}) => {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-copy-'))
  const run = (script: string, ...args: string[]) =>
    execFileSync('node', ['--import', 'tsx', `server/src/cli/${script}.ts`, ...args], {
      cwd: ROOT,
      encoding: 'utf8',
      env: { ...process.env, VEIN_MEND_DATA: folder },
      stdio: ['ignore', 'pipe', 'pipe'],
    })
  let server = await startServer({ folder })
  await addStudent(page, server.url, 'Wren Hale', 'Horn')
  await allSent(page)
  const copy = join(folder, 'copy.sqlite')
  expect(run('backup', copy)).toContain('1 students')

  // Half typed when they go: in a lesson, and on the card.
  await beginLesson(page)
  await page.getByRole('combobox', { name: 'Note a sign' }).fill('half a wo')
  await allSent(page)
  const [, , wren = '', , lesson = ''] = new URL(page.url()).pathname.split('/')
  const typed = () =>
    page.evaluate(
      (ids) => Object.keys(localStorage).filter((key) => ids.some((id) => key.includes(id))),
      [wren, lesson],
    )
  await expect.poll(typed).toContain(`vein-mend-typed-line-${lesson}`)
  await page.goto(`${server.url}/students/${wren}/card`)
  await page.getByLabel('Name', { exact: true }).fill('Wren Hale the younger')
  await expect.poll(typed).toContain(`vein-mend-draft-card-${wren}`)
  await page.getByRole('button', { name: 'Remove from this studio' }).click()
  await page.getByLabel('Type “Wren Hale” to remove them').fill('Wren Hale')
  await page.getByRole('button', { name: 'Remove for good' }).click()
  await expect(page.getByText('Wren Hale is removed')).toBeVisible()
  expect(await typed()).toEqual([])
  await page.goto(server.url)
  await expect(page.getByRole('link', { name: 'Wren Hale' })).toHaveCount(0)

  // While it is open nobody puts another in its place.
  expect(() => run('restore', copy)).toThrow(/open already at http/)
  await server.stop()
  expect(run('restore', copy)).toContain('is kept as studio-put-aside')
  server = await startServer({ folder })
  await page.goto(server.url)
  await expect(page.getByRole('link', { name: 'Wren Hale' }).first()).toBeVisible()
  await server.stop()
  rmSync(folder, { recursive: true })
})

/** MusicXML with one bar of the given inside. */
const score = (inside: string) => ({
  name: 'piece.musicxml',
  mimeType: 'application/xml',
  buffer: Buffer.from(
    `<score-partwise version="4.0"><part-list><score-part id="P1"><part-name>Horn</part-name></score-part></part-list><part id="P1"><measure number="1">${inside}</measure></part></score-partwise>`,
  ),
})
const note = (alter: string) =>
  `<note><pitch><step>G</step>${alter}<octave>4</octave></pitch><duration>4</duration></note>`

test('a monstrous piece is refused by its bar, and the studio goes on', async ({ page, demo }) => {
  await page.goto(`${demo.url}/students/student-marrow`)
  await page.getByRole('link', { name: 'Sits slumped, the breath has no room' }).first().click()
  await page.waitForURL(/\/faults\//)
  await page.goto(`${page.url()}/ladder`)
  await page.getByRole('button', { name: 'Insert a passage of their piece' }).click()
  await page.getByLabel('To bar').fill('1')
  const file = page.getByLabel('MusicXML or MIDI file')
  const trouble = page.getByRole('alert')
  const time = '<time><beats>1000000</beats><beat-type>4</beat-type></time>'
  await file.setInputFiles(
    score(`<attributes><divisions>1</divisions>${time}</attributes>${note('')}`),
  )
  await expect(trouble).toContainText(
    'Bar 1 cannot be taken over: its time signature cannot be read',
  )
  await file.setInputFiles(score(note('<alter>100000000</alter>')))
  await expect(trouble).toContainText('Bar 1 cannot be taken over: it has a sharp or flat')
  await file.setInputFiles(
    score(`<attributes><divisions>1</divisions></attributes>${note('<alter>1</alter>')}`),
  )
  await expect(
    page
      .getByRole('heading', { name: /bars 1–1/ })
      .or(page.getByText(/bars 1–1/))
      .first(),
  ).toBeVisible()
})
