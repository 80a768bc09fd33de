/** Ten years of a large studio: 60 students, 24,000 lessons, 250,000 findings; and one student of 500 lessons. */
import { mkdtempSync, rmSync } from 'node:fs'
import { get } from 'node:http'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { addDays, pick, seededRng } from '@vein-mend/core/kit'
import type { IsoDate, IsoInstant, Rng } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Act, ActBody, ActId, CaseId, LessonId, StudentId } from '@vein-mend/core/record'
import type { Page } from 'playwright-core'
import { readLibrary } from '../../server/src/packs'
import { openStudio } from '../../server/src/store'
import { ROOT, startServer } from '../support/server'
import { figure, p95 } from './figures'
import type { Figure } from './figures'

const STUDENTS = 60
const LESSONS = 400
const LONG_LESSONS = 500
/** Findings of a lesson, so that all make 250,000 and a few more. */
const SIGNS = 11.4
const TODAY = '2026-11-24' as IsoDate
const CASES = 15
const RUNGS = 6
const REQUESTS = 240
const ZOOMS = 24

/** Acts of one student, written down without anybody thinking: only their number and kinds count. */
class Writer {
  readonly acts: Act[] = []
  constructor(
    readonly key: string,
    readonly knowledge: Knowledge,
    readonly rng: Rng,
  ) {}

  do(body: ActBody, day: IsoDate): void {
    const id = `${this.key}-${this.acts.length}` as ActId
    this.acts.push({ ...body, id, at: `${day}T15:00:00.000Z` as IsoInstant, by: 'teacher' })
  }

  sign(lesson: LessonId, day: IsoDate): void {
    const finding = pick(this.rng, this.knowledge.findings)
    this.do(
      {
        kind: 'sign-noted',
        lesson,
        finding: finding.id,
        text: finding.text,
        strand: finding.strand,
        strength: pick(this.rng, ['marked', 'slight', 'absent'] as const),
        prompted: false,
        condition: null,
      },
      day,
    )
  }

  settle(lesson: LessonId, day: IsoDate, number: number): CaseId {
    const fault = this.knowledge.faults[number % this.knowledge.faults.length]
    if (!fault) throw new RangeError('a pack without faults')
    const id = `${this.key}-case-${number}` as CaseId
    this.do(
      {
        kind: 'fault-settled',
        lesson,
        case: id,
        fault: `${fault.id}-${number}`,
        name: fault.name,
        strand: fault.strand,
        severity: fault.severity,
        probability: 0.8,
        rivals: [],
        stage: 'elementary',
        drivenBy: [],
      },
      day,
    )
    const rungs = Array.from({ length: RUNGS }, (_, i) => ({
      id: `rung-${i}`,
      name: `Rung ${i}`,
      instruction: 'Play it three times.',
      way: 'parts' as const,
      condition: 'exercise' as const,
      dose: { times: 5, minutes: 4 },
      pass: { kind: 'share' as const, clean: 4, of: 5 },
    }))
    this.do(
      {
        kind: 'remedy-started',
        lesson,
        case: id,
        remedy: 'r',
        name: 'Remedy',
        rungs,
        loads: [],
        weeks: 5,
      },
      day,
    )
    return id
  }

  look(lesson: LessonId, id: CaseId, day: IsoDate, late: boolean): void {
    this.do(
      {
        kind: 'look-taken',
        lesson,
        case: id,
        condition: 'piece-tempo',
        prompted: false,
        clean: late ? 5 : 2,
        tries: 5,
      },
      day,
    )
    if (!late && this.rng() < 0.3) {
      this.do({ kind: 'rung-decided', lesson, case: id, decision: 'up' }, day)
    }
  }
}

/** One student: a fault after the other, each mended in its time. */
function studentActs(key: string, lessons: number, knowledge: Knowledge, rng: Rng): readonly Act[] {
  const writer = new Writer(key, knowledge, rng)
  const first = addDays(TODAY, -7 * lessons)
  const card = { ...EMPTY_CARD, name: `Student ${key}`, instrument: knowledge.pack.id }
  writer.do({ kind: 'student-added', card }, first)
  const each = Math.ceil(lessons / CASES)
  let owed = 0
  let current: CaseId | null = null
  for (let n = 0; n < lessons; n++) {
    const lesson = `${key}-lesson-${n}` as LessonId
    const day = addDays(first, 7 * n)
    writer.do({ kind: 'lesson-opened', lesson, date: day, pack: knowledge.pack }, day)
    owed += SIGNS
    for (; owed >= 1; owed--) writer.sign(lesson, day)
    if (n % each === 0) current = writer.settle(lesson, day, n / each)
    else if (current) {
      const last = n % each === each - 1
      writer.look(lesson, current, day, n % each > each / 2)
      if (last) {
        writer.do({ kind: 'case-mended', lesson, case: current, overruled: 'bench' }, day)
      }
    }
    writer.do({ kind: 'lesson-closed', lesson, note: '', family: '', next: addDays(day, 7) }, day)
  }
  return writer.acts
}

const idOf = (key: string) => `student-${key}` as StudentId

async function layStudio(folder: string): Promise<{ lessons: number; findings: number }> {
  const library = await readLibrary(join(ROOT, 'packs'))
  if (!library.ok) throw new Error('the packs cannot be read')
  const instruments = [...library.packs.values()].filter((k) => k.kind === 'instrument')
  const store = await openStudio(join(folder, 'studio.sqlite'))
  await store.keepPacks(library.packs.values())
  let findings = 0
  for (let i = 0; i <= STUDENTS; i++) {
    const knowledge = instruments[i % instruments.length]
    if (!knowledge) throw new RangeError('no instrument')
    const lessons = i === STUDENTS ? LONG_LESSONS : LESSONS
    const acts = studentActs(String(i), lessons, knowledge, seededRng(i))
    const record = playRecord(acts)
    if (!record) throw new Error('a student without a record')
    findings += record.lessons.reduce((sum, l) => sum + l.signs.length, 0)
    await store.write((w) => w.append(idOf(String(i)), acts, record))
  }
  await store.close()
  return { lessons: STUDENTS * LESSONS + LONG_LESSONS, findings }
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

async function studentPages(url: string): Promise<Figure> {
  const rng = seededRng(7)
  const times: number[] = []
  for (let i = 0; i < REQUESTS; i++) {
    const id = idOf(String(Math.floor(rng() * STUDENTS)))
    const start = performance.now()
    await drained(`${url}/api/students/${id}`)
    times.push(performance.now() - start)
  }
  return figure('ten years, 60 students: student page p95', p95(times), 'ms', 50)
}

/** From the key that shows everything or the last year to the painted picture, in the page. */
async function seamDrawn(page: Page, url: string): Promise<Figure> {
  await page.goto(`${url}/students/${idOf(String(STUDENTS))}/seam`)
  await page.getByRole('button', { name: 'All' }).waitFor()
  await page.getByRole('application').waitFor()
  const times: number[] = []
  for (let i = 0; i < ZOOMS; i++) {
    const words = i % 2 === 0 ? 'Year' : 'All'
    const spent = page.evaluate((name) => {
      return new Promise<number>((done) => {
        const button = [...document.querySelectorAll('button')].find((b) => b.textContent === name)
        const svg = document.querySelector('[role=application] svg')
        if (!button || !svg) throw new Error('no seam on the page')
        const watch = new MutationObserver(() => {
          watch.disconnect()
          requestAnimationFrame(() => setTimeout(() => done(performance.now() - start)))
        })
        watch.observe(svg, { subtree: true, childList: true, attributes: true })
        const start = performance.now()
        button.click()
      })
    }, words)
    const took = await spent
    if (words === 'All') times.push(took)
  }
  return figure('seam of 500 lessons drawn: p95', p95(times), 'ms', 100)
}

/** Lays the studio, asks for pages, draws the seam; the studio is thrown away afterwards. */
export async function largeStudioFigures(page: Page): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-large-'))
  const size = await layStudio(folder)
  process.stdout.write(`A studio of ${size.lessons} lessons and ${size.findings} findings.\n`)
  const server = await startServer({ folder, today: TODAY })
  const figures = [await studentPages(server.url), await seamDrawn(page, server.url)]
  await server.stop()
  rmSync(folder, { recursive: true, force: true })
  return figures
}
