/** Kills while a student is taken out of all copies: each copy is the old one or the new one, and the next start goes on with it. */
import { copyFileSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { seededRng } from '@vein-mend/core/kit'
import type { StudentId } from '@vein-mend/core/kit'
import { EMPTY_CARD } from '@vein-mend/core/record'
import sqlite3 from 'sqlite3'
import { backUp, checkStudio } from '../../server/src/store'
import { startServer } from '../support/server'
import { figure } from './figures'
import type { Figure } from './figures'

const KILLS = 25
const COPIES = 6
/** From the asking to the kill, at the most: longer than taking one out of all copies lasts. */
const MS_MOST = 400
/** Acts of each student besides the one that adds them. */
const NOTES = 40

const idOf = (i: number) => `student-of-copies-${i}` as StudentId

async function layStudents(url: string): Promise<void> {
  for (let i = 0; i <= KILLS; i++) {
    const card = { ...EMPTY_CARD, name: `Wren ${i}`, instrument: 'horn' }
    const acts = Array.from({ length: NOTES }, (_, n) => ({
      kind: 'card-changed',
      id: `changed-of-copies-${i}-${n}`,
      card: { ...card, goal: `a heron on the quay ${n}` },
    }))
    const answer = await fetch(`${url}/api/students/${idOf(i)}/acts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({
        acts: [{ kind: 'student-added', id: `added-of-copies-${i}`, card }, ...acts],
      }),
    })
    if (!answer.ok) throw new Error(`no student: ${answer.status}`)
  }
}

/** Acts of each student in a copy. */
function heldIn(file: string): Promise<ReadonlyMap<string, number>> {
  const database = new sqlite3.Database(file, sqlite3.OPEN_READONLY)
  const sql = 'SELECT student_id AS id, count(*) AS acts FROM acts GROUP BY student_id'
  return new Promise((done, fail) => {
    database.all<{ id: string; acts: number }>(sql, (error, rows) => {
      database.close(() => (error ? fail(error) : done(new Map(rows.map((r) => [r.id, r.acts])))))
    })
  })
}

/** What is wrong with the copies: such as do not open, and such as lack anything of who stays. */
async function wrongIn(backups: string, gone: ReadonlySet<string>): Promise<number> {
  let wrong = 0
  for (const name of readdirSync(backups).filter((n) => n.endsWith('.sqlite'))) {
    const file = join(backups, name)
    const whole = await checkStudio(file).catch(() => null)
    const held = whole ? await heldIn(file) : null
    const stays = Array.from({ length: KILLS + 1 }, (_, i) => idOf(i)).filter((i) => !gone.has(i))
    const all = held && stays.every((id) => held.get(id) === NOTES + 1)
    const known = held && [...held.values()].every((acts) => acts === NOTES + 1)
    if (!all || !known) wrong += 1
  }
  return wrong
}

/** Copies in which any of those is still. */
async function stillIn(backups: string, gone: ReadonlySet<string>): Promise<number> {
  const names = readdirSync(backups).filter((n) => n.endsWith('.sqlite'))
  const held = await Promise.all(names.map((name) => heldIn(join(backups, name))))
  return held.filter((ids) => [...ids.keys()].some((id) => gone.has(id))).length
}

/** A server on the folder, asked to take the student out of everything and killed so soon. */
async function removedAndKilled(folder: string, student: StudentId, ms: number): Promise<void> {
  const server = await startServer({ folder, today: '2026-11-24' })
  const ended = new Promise((done) => server.process.once('exit', done))
  const asked = fetch(`${server.url}/api/students/${student}?copies=1`, { method: 'DELETE' })
  asked.catch(() => undefined)
  await wait(ms)
  server.process.kill('SIGKILL')
  await ended
}

export async function copyKillFigures(): Promise<readonly Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-copy-kills-'))
  const backups = join(folder, 'backups')
  mkdirSync(backups, { recursive: true })
  const laid = await startServer({ folder, today: '2026-11-24' })
  await layStudents(laid.url)
  await laid.stop()
  const first = join(backups, 'studio-2026-10-01.sqlite')
  await backUp(join(folder, 'studio.sqlite'), first)
  for (let i = 2; i <= COPIES; i++) copyFileSync(first, first.replace('10-01', `10-0${i}`))
  // The day's own copy was made at the start, before anybody was there.
  rmSync(join(backups, 'studio-2026-11-24.sqlite'), { force: true })
  const rng = seededRng(25)
  const gone = new Set<string>()
  let wrong = 0
  for (let i = 0; i < KILLS; i++) {
    await removedAndKilled(folder, idOf(i), Math.floor(rng() * MS_MOST))
    gone.add(idOf(i))
    wrong += await wrongIn(backups, gone)
  }
  const last = await startServer({ folder, today: '2026-11-24' })
  const here = (await (await fetch(`${last.url}/api/students`)).text()).match(
    /student-of-copies-\d+/g,
  )
  const removed = new Set([...gone].filter((id) => !here?.includes(id)))
  for (let i = 0; i < 100 && (await stillIn(backups, removed)) > 0; i++) await wait(100)
  const left = await stillIn(backups, removed)
  await last.stop()
  const unfinished = readdirSync(backups).filter((n) => !n.endsWith('.sqlite')).length
  rmSync(folder, { recursive: true, force: true })
  process.stdout.write(`${KILLS} kills while copies were written anew, ${removed.size} removed.\n`)
  return [
    figure(`${KILLS} kills over copies: copies not whole`, wrong, '', 0),
    figure(`${KILLS} kills over copies: still in a copy after the next start`, left, '', 0),
    figure(`${KILLS} kills over copies: unfinished files left`, unfinished, '', 0),
  ]
}
