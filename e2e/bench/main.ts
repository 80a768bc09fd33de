/** Prints figures of speed and size: ./mend bench [--json FILE] */
import type { IsoDate } from '@vein-mend/core/kit'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { gzipSync } from 'node:zlib'
import { chromium } from 'playwright-core'
import type { Page } from 'playwright-core'
import { ROOT, startServer } from '../support/server'
import { diagnosisFigures } from './diagnosisFigures'
import { shippedPackFigures } from './shippedPackFigures'
import { figure, judge, p95, report } from './figures'
import { forecastOnPage } from './forecastOnPage'
import { copyKillFigures } from './copyKills'
import { killFigures } from './kills'
import { slowness } from './machine'
import { ladderFigures } from './ladderFigures'
import { largeStudioFigures, largeStudioLaid, olderThan } from './largeStudio'
import type { LargeStudios } from './largeStudio'
import { mutatedFileFigures } from './mutatedFiles'
import { startFigures } from './starts'
import { takeKillFigures } from './takeKills'
import { timingFigures } from './timingFigures'
import { toneFigures } from './toneFigures'
import { sheetFigure, weekFigures } from './weekFigures'
import type { Figure, Judged } from './figures'

const REQUESTS = 200
const TYPINGS = 40

function jsonFile(): string | null {
  const at = process.argv.indexOf('--json')
  if (at < 0) return null
  const file = process.argv[at + 1]
  if (file === undefined) {
    process.stderr.write('--json needs the name of a file to write to.\n')
    process.exit(2)
  }
  return file
}

async function studentPage(url: string): Promise<Figure> {
  const times: number[] = []
  for (let i = 0; i < REQUESTS; i++) {
    const start = performance.now()
    await (await fetch(`${url}/api/students/student-marrow`)).text()
    if (i >= 20) times.push(performance.now() - start)
  }
  return figure('student page, answer of the server: p95', p95(times), 'ms', 50)
}

/** Compressed size of every script the first page asks for before anything is clicked. */
async function firstPage(page: Page, url: string): Promise<Figure> {
  const scripts = new Set<string>()
  page.on('response', (response) => {
    const { pathname } = new URL(response.url())
    if (pathname.endsWith('.js')) scripts.add(pathname)
  })
  await page.goto(url)
  await page.getByRole('heading', { name: 'Today', exact: true }).waitFor()
  await page.waitForLoadState('networkidle')
  const bytes = [...scripts].map(
    (path) => gzipSync(readFileSync(join(ROOT, 'web/dist', path))).length,
  )
  return figure(
    'first page, compressed scripts',
    bytes.reduce((a, b) => a + b, 0) / 1000,
    'kB',
    200,
  )
}

/** Resolves when what was changed before has been painted. */
function painted(): Promise<void> {
  return new Promise((done) => {
    requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(done, 30)))
  })
}

/** Milliseconds from the next key to a painted ranking that says something else; null where it says the same. */
function rankingPainted(): Promise<number | null> {
  const said = () => document.querySelector('ol[aria-label="What may lie behind it"]')?.textContent
  const before = said()
  return new Promise((done) => {
    const onKey = () => {
      const start = performance.now()
      const look = () => {
        if (said() !== before) setTimeout(() => done(performance.now() - start))
        else if (performance.now() - start > 1000) done(null)
        else requestAnimationFrame(look)
      }
      requestAnimationFrame(look)
    }
    addEventListener('keydown', onKey, { once: true, capture: true })
  })
}

/** From the key that notes a sign to the painted ranking, measured in the page. */
async function typing(page: Page, url: string): Promise<Figure> {
  await page.goto(`${url}/students/student-marrow`)
  await page.getByRole('button', { name: 'Begin the lesson' }).click()
  const line = page.getByRole('combobox', { name: 'Note a sign' })
  await line.waitFor()
  // The ranking stands on the desk once something is noted.
  await line.fill('muted')
  await line.press('2')
  await page.getByRole('list', { name: 'What may lie behind it' }).waitFor()
  const letters = ['muted', 'weak', 'fades', 'gaps', 'huff', 'neck', 'slump', 'ring']
  const times: number[] = []
  for (let i = 0; i < TYPINGS; i++) {
    await line.fill(letters[i % letters.length] ?? '')
    // The key for strength comes when the suggestions stand on the page, as with a person typing.
    await page.evaluate(painted)
    // Each sign comes slight first and marked the next time round, so that every key changes something.
    const key = Math.floor(i / letters.length) % 2 === 0 ? '1' : '2'
    const spent = page.evaluate(rankingPainted)
    await line.press(key)
    const ms = await spent
    if (ms !== null) times.push(ms)
  }
  const name = `sign typed to painted ranking: p95 of ${times.length}`
  return figure(name, p95(times), 'ms', 50)
}

/** Parts of the bench that can be had alone, for who works on them: the desk, starts, long records, broken files, kills. */
const PARTS = [
  '--desk',
  '--timing',
  '--tone',
  '--starts',
  '--records',
  '--files',
  '--kills',
] as const
type Part = (typeof PARTS)[number]
const only = PARTS.find((flag) => process.argv.includes(flag)) ?? null

/** What is worked out away from any page. */
async function engineFigures(): Promise<readonly Figure[]> {
  return [
    ...diagnosisFigures(),
    ...(await shippedPackFigures()),
    ...(await ladderFigures()),
    ...(await weekFigures()),
  ]
}

/** What a teacher waits for at the desk. */
async function deskFigures(page: Page): Promise<readonly Figure[]> {
  const server = await startServer({ demo: true, today: '2026-11-24' })
  const figures = [
    await studentPage(server.url),
    await firstPage(page, server.url),
    await typing(page, server.url),
    await sheetFigure(server.url, '2026-11-24' as IsoDate),
    await forecastOnPage(page, server.url),
  ]
  await server.stop()
  return figures
}

/** Kills that go on side by side: nothing of them is timed. */
const killsOfActs = async () =>
  (await Promise.all([killFigures(), copyKillFigures()])).flat() as readonly Figure[]

/** The studios of the long records, made ready while something rested. */
let large: LargeStudios | null = null

async function largeStudios(): Promise<LargeStudios> {
  const folder = await largeStudioLaid()
  return { folder, older: await olderThan(folder) }
}

/** Broken files; where all is measured, what is not timed is done while their server rests. */
async function fileFigures(whole: boolean): Promise<readonly Figure[]> {
  if (!whole) return mutatedFileFigures([() => Promise.resolve(), () => Promise.resolve()])
  const killed: Figure[] = []
  let folder = ''
  const first = async () => {
    const [figures, laid] = await Promise.all([killsOfActs(), largeStudioLaid()])
    killed.push(...figures)
    folder = laid
  }
  const last = async () => {
    const [figures, older] = await Promise.all([takeKillFigures(), olderThan(folder)])
    killed.push(...figures)
    large = { folder, older }
  }
  return [...(await mutatedFileFigures([first, last])), ...killed]
}

/** Each part with the speed of the machine before and after it: it is shared, and not the same all the time. */
async function judged(part: () => Promise<readonly Figure[]>): Promise<readonly Judged[]> {
  const before = slowness()
  const begun = performance.now()
  const figures = await part()
  const seconds = Math.round((performance.now() - begun) / 1000)
  const slow = (before + slowness()) / 2
  process.stdout.write(
    `${figures.length} figures in ${seconds} s, at ${(1 / slow).toFixed(2)} of the speed at which budgets were set.\n`,
  )
  return judge(figures, slow)
}

const file = jsonFile()
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium' })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
const parts: readonly (readonly [Part | null, () => Promise<readonly Figure[]>])[] = [
  ['--starts', startFigures],
  [null, engineFigures],
  ['--desk', () => deskFigures(page)],
  ['--timing', () => Promise.resolve(timingFigures())],
  ['--tone', toneFigures],
  ['--files', () => fileFigures(only === null)],
  ['--records', async () => largeStudioFigures(page, large ?? (await largeStudios()))],
  // In a whole run they are had while the server of the files rests.
  ...(only === '--kills'
    ? ([
        ['--kills', killsOfActs],
        ['--kills', takeKillFigures],
      ] as const)
    : []),
]
const figures: Judged[] = []
for (const [name, part] of parts) {
  if (only === null || name === only) figures.push(...(await judged(part)))
}
await browser.close()
report(figures, file)
if (figures.some((f) => !f.ok)) process.exitCode = 1
