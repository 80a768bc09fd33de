/** Ten years of a large studio with its life at home: what a page, an act, an undo and the picture of a long record cost. */
import { spawn } from 'node:child_process'
import { once } from 'node:events'
import { mkdtempSync, rmSync } from 'node:fs'
import { get, request } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { seededRng } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { gateOpenings, gateStates } from '@vein-mend/core/standing'
import { playRecord } from '@vein-mend/core/record'
import type { Page } from 'playwright-core'
import { ROOT, startServer } from '../support/server'
import { rowsReadMs } from './beside'
import { figure, p95 } from './figures'
import type { Figure } from './figures'
import { idOf, instruments, LESSONS, played, STUDENTS, TODAY } from './largeStudioOf'
import { migrationFigures, olderStudioKilled } from './migration'
import type { OlderStudio } from './migration'
import { pressFigure } from './presses'
import { yearsOfActs } from './tenYears'

const REQUESTS = 240
/** Of these students the bare rows are read beside. */
const ROWS_READ = 24
const ZOOMS = 12
const ACTS = 120
const UNDOS = 60
const PLAYS = 7
const GATES = 20

/** Lays the studio in a process of its own, so that it can be done beside what is not timed. */
export async function largeStudioLaid(): Promise<string> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-large-'))
  const child = spawn('node', ['server/dist/tools/layLargeStudio.js', folder], {
    cwd: ROOT,
    stdio: ['ignore', 'inherit', 'inherit'],
  })
  const [code] = (await once(child, 'exit')) as [number | null]
  if (code !== 0) throw new Error('the large studio could not be laid')
  return folder
}

function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? Number.NaN
}

function spent(work: () => unknown): number {
  const start = performance.now()
  work()
  return performance.now() - start
}

const times = (count: number, work: () => unknown) =>
  Array.from({ length: count }, () => spent(work))

/** What core alone takes: a long record played, and how that grows with the years. */
function recordFigures(knowledge: Knowledge): Figure[] {
  const ten = yearsOfActs('long', LESSONS, knowledge, TODAY, seededRng(7))
  const five = yearsOfActs('half', LESSONS / 2, knowledge, TODAY, seededRng(7))
  // In turn, so that what else the machine does weighs on both alike.
  const pairs = Array.from({ length: PLAYS }, () => {
    const half = spent(() => playRecord(five))
    const whole = spent(() => playRecord(ten))
    return { half, whole }
  })
  const record = played(ten)
  process.stdout.write(
    `The longest record: ${ten.length} acts, ${Math.round(JSON.stringify(record).length / 1000)} kB.\n`,
  )
  return [
    figure('ten years played: median', median(pairs.map((p) => p.whole)), 'ms', 300),
    figure(
      'ten years played, times as long as five: median',
      median(pairs.map((p) => p.whole / p.half)),
      '',
      3,
    ),
    figure(
      'gates of that record: p95',
      p95(times(GATES, () => [gateStates(record, knowledge), gateOpenings(record, knowledge)])),
      'ms',
      50,
    ),
  ]
}

/** Asks and takes the whole answer, by the plainest client there is: its own work is not ours to measure. */
function drained(url: string): Promise<void> {
  return new Promise((done, fail) => {
    get(url, (answer) => {
      if (answer.statusCode !== 200) fail(new Error(`no student: ${answer.statusCode}`))
      answer.on('end', done).on('error', fail).resume()
    }).on('error', fail)
  })
}

/** Sends by the same client; the answer's text. */
function posted(url: string, body: string): Promise<string> {
  return new Promise((done, fail) => {
    const headers = { 'content-type': 'application/json' }
    const asked = request(url, { method: 'POST', headers }, (answer) => {
      let text = ''
      answer.on('data', (chunk: Buffer) => (text += chunk.toString()))
      answer.on('error', fail).on('end', () => {
        if (answer.statusCode === 200) done(text)
        else fail(new Error(`not taken: ${text}`))
      })
    })
    asked.on('error', fail).end(body)
  })
}

async function studentPages(url: string, file: string): Promise<Figure> {
  const rng = seededRng(7)
  const asked = Array.from({ length: REQUESTS }, () => idOf(String(Math.floor(rng() * STUDENTS))))
  const took: number[] = []
  for (const id of asked) {
    const start = performance.now()
    await drained(`${url}/api/students/${id}`)
    took.push(performance.now() - start)
  }
  const rows = {
    who: 'its acts by sqlite3',
    value: p95(await rowsReadMs(file, asked.slice(0, ROWS_READ))),
  }
  return figure('ten years, 60 students: student page p95', p95(took), 'ms', 50, rows)
}

class Desk {
  private made = 0
  readonly sizes: number[] = []
  constructor(
    private readonly url: string,
    private readonly student: StudentId,
  ) {}

  /** Posts one act; milliseconds until the whole answer is here. */
  async post(body: object): Promise<{ readonly id: string; readonly ms: number }> {
    this.made += 1
    const id = `bench-act-${this.made}`
    const start = performance.now()
    const answer = await posted(
      `${this.url}/api/students/${this.student}/acts`,
      JSON.stringify({ acts: [{ ...body, id }] }),
    )
    const ms = performance.now() - start
    this.sizes.push(answer.length)
    return { id, ms }
  }
}

/** Acts of one more lesson on a record of ten years, and each of the last taken back. */
async function deskFigures(url: string, knowledge: Knowledge): Promise<Figure[]> {
  const desk = new Desk(url, idOf('0'))
  const lesson = 'bench-lesson'
  await desk.post({ kind: 'lesson-opened', lesson, date: TODAY })
  const noted: { readonly id: string; readonly ms: number }[] = []
  for (let i = 0; i < ACTS; i++) {
    const finding = knowledge.findings[i % knowledge.findings.length]?.id
    const sign = { kind: 'sign-noted', lesson, finding, strength: 'slight', prompted: false }
    noted.push(await desk.post(sign))
  }
  const undone: number[] = []
  for (const { id } of noted.slice(-UNDOS).toReversed()) {
    undone.push((await desk.post({ kind: 'undone', act: id })).ms)
  }
  return [
    figure('ten years: an act, p95', p95(noted.map((n) => n.ms)), 'ms', 20),
    figure('ten years: the answer to an act, at the most', Math.max(...desk.sizes) / 1000, 'kB', 5),
    figure('ten years: an undo, p95', p95(undone), 'ms', 100),
  ]
}

/** Milliseconds from the press until every vein in sight is painted, and until the last of the picture is there. */
function pressed(page: Page, words: string): Promise<{ inSight: number; whole: number }> {
  return page.evaluate((name) => {
    const button = [...document.querySelectorAll('button')].find((b) => b.textContent === name)
    const svg = document.querySelector('[role=application] svg')
    if (!button || !svg) throw new Error('no seam on the page')
    // Methods and not functions with names: those would be marked by the compiler for a helper the page has not.
    const picture = {
      bowls() {
        return [...svg.querySelectorAll(':scope > rect[rx]')]
      },
      drawn() {
        return svg.querySelectorAll(':scope > g:not(:has(> rect))').length
      },
      visible() {
        return this.bowls().filter((b) => b.getBoundingClientRect().top < innerHeight).length
      },
    }
    const start = performance.now()
    return new Promise((done) => {
      let inSight = 0
      const watch = new MutationObserver(() => {
        requestAnimationFrame(() =>
          setTimeout(() => {
            if (inSight === 0 && picture.drawn() >= picture.visible()) {
              inSight = performance.now() - start
            }
            if (inSight === 0 || picture.drawn() < picture.bowls().length) return
            watch.disconnect()
            done({ inSight, whole: performance.now() - start })
          }),
        )
      })
      watch.observe(svg, { subtree: true, childList: true, attributes: true })
      button.click()
    })
  }, words)
}

/** From the key that shows everything to the painted picture, in the page. */
async function seamDrawn(page: Page, url: string): Promise<Figure[]> {
  await page.goto(`${url}/students/${idOf(String(STUDENTS))}/seam`)
  await page.getByRole('button', { name: 'All' }).waitFor()
  await page.getByRole('application').waitFor()
  const took: { inSight: number; whole: number }[] = []
  for (let i = 0; i < ZOOMS; i++) {
    await pressed(page, 'Year')
    took.push(await pressed(page, 'All'))
  }
  return [
    figure(
      'seam of 500 lessons, what is in sight: p95',
      p95(took.map((t) => t.inSight)),
      'ms',
      100,
    ),
    figure('seam of 500 lessons, all 60 veins: p95', p95(took.map((t) => t.whole)), 'ms', 250),
  ]
}

/** The first visit to the studio's mending figures after a start, and the next. */
async function mendingFigures(url: string): Promise<Figure[]> {
  const visit = async () => {
    const start = performance.now()
    await drained(`${url}/api/studio/mending`)
    return performance.now() - start
  }
  const first = await visit()
  const again = await visit()
  return [
    figure('ten years, 60 students: mending figures, first visit', first, 'ms', 60_000),
    figure('ten years, 60 students: mending figures, next visit', again, 'ms', 50),
  ]
}

/** A large studio, and the same of the version before, killed while it was taken over. */
export interface LargeStudios {
  readonly folder: string
  readonly older: OlderStudio
}

/** The same made older; nothing of it is timed. */
export const olderThan = (folder: string): Promise<OlderStudio> =>
  olderStudioKilled(join(folder, 'studio.sqlite'))

/** Asks for pages of the studio that was laid, draws the seam; both are thrown away afterwards. */
export async function largeStudioFigures(
  page: Page,
  { folder, older }: LargeStudios,
): Promise<Figure[]> {
  const [knowledge] = await instruments()
  if (!knowledge) throw new RangeError('no instrument')
  const core = recordFigures(knowledge)
  const server = await startServer({ folder, today: TODAY })
  const figures = [
    ...core,
    await studentPages(server.url, join(folder, 'studio.sqlite')),
    ...(await deskFigures(server.url, knowledge)),
    await pressFigure(page, `${server.url}/students/${idOf(String(STUDENTS))}`),
    ...(await seamDrawn(page, server.url)),
    ...(await mendingFigures(server.url)),
  ]
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
  figures.push(...(await migrationFigures(older)))
  return figures
}
