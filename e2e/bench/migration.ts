/** A large studio of the version before: how long it takes to be taken over, and what kills meanwhile do to it. */
import { spawn } from 'node:child_process'
import { copyFileSync, mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { seededRng } from '@vein-mend/core/kit'
import sqlite3 from 'sqlite3'
import { checkStudio } from '../../server/src/store/backup'
import type { Checked } from '../../server/src/store/backup'
import { ROOT, startServer } from '../support/server'
import { figure } from './figures'
import type { Figure } from './figures'

const KILLS = 20
/** Longer than the taking over lasts: kills fall before, within and after it. */
const MS_MOST = 4000

/** What the last step added taken away again, and nothing worked out: as the version before would have left it; after a kill perhaps half of it is there. */
const MADE_OLDER = `
  DROP TRIGGER IF EXISTS acts_are_kept;
  DROP TABLE IF EXISTS acts_aside;
  DELETE FROM SequelizeMeta WHERE name = '0006-set-aside';
  DELETE FROM projections;
  CREATE TRIGGER acts_are_kept BEFORE DELETE ON acts
    WHEN NOT EXISTS (SELECT 1 FROM removals WHERE student_id = OLD.student_id)
    BEGIN SELECT RAISE(ABORT, 'acts are never deleted'); END;
  PRAGMA wal_checkpoint(TRUNCATE);
`

/** Opens the file as SQLite finds it, its log taken up, counts, and makes it older again. */
function countedAndMadeOlder(file: string): Promise<Checked> {
  const database = new sqlite3.Database(file)
  const counts =
    'SELECT (SELECT count(*) FROM students) AS students, (SELECT count(*) FROM acts) AS acts'
  return new Promise((done, fail) => {
    database.get(counts, (notRead: Error | null, held: Checked) => {
      if (notRead) {
        fail(notRead)
        return
      }
      database.exec(MADE_OLDER, (error) => {
        database.close(() => {
          if (error) fail(error)
          else done(held)
        })
      })
    })
  })
}

/** Starts on the folder and is killed so soon. */
function killedAfter(folder: string, ms: number): Promise<void> {
  const env = { ...process.env, VEIN_MEND_DATA: folder, VEIN_MEND_PORT: '0' }
  const child = spawn('node', ['server/dist/main.js'], { cwd: ROOT, env, stdio: 'ignore' })
  setTimeout(() => child.kill('SIGKILL'), ms)
  return new Promise((done) => child.once('exit', () => done()))
}

/** Until the pages are open, and until Today has every student. */
async function takenOver(folder: string): Promise<{ open: number; today: number }> {
  const begun = performance.now()
  const server = await startServer({ folder })
  const open = performance.now() - begun
  const answer = await fetch(`${server.url}/api/students`)
  if (!answer.ok) throw new Error(`no students: ${answer.status}`)
  await answer.text()
  const today = performance.now() - begun
  await server.stop()
  return { open, today }
}

/** A studio of the version before that was killed while it was taken over, and what it held at first. */
export interface OlderStudio {
  readonly folder: string
  readonly held: Checked
  /** Acts and students that were missing after a kill, at the worst. */
  readonly lost: number
}

/**
 * Nothing of it is timed. After each kill the rows are counted; read from beginning to end is the file once, when it has
 * been taken over.
 * @param from the file of the studio of today, with nobody serving it; it is copied
 */
export async function olderStudioKilled(from: string): Promise<OlderStudio> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-older-'))
  const file = join(folder, 'studio.sqlite')
  copyFileSync(from, file)
  const held = await countedAndMadeOlder(file)
  const rng = seededRng(20)
  let lost = 0
  for (let i = 0; i < KILLS; i++) {
    await killedAfter(folder, Math.floor(rng() * MS_MOST))
    const left = await countedAndMadeOlder(file)
    lost = Math.max(lost, held.acts - left.acts + (held.students - left.students))
  }
  return { folder, held, lost }
}

/** It is thrown away afterwards. */
export async function migrationFigures({
  folder,
  held,
  lost,
}: OlderStudio): Promise<readonly Figure[]> {
  const { open, today } = await takenOver(folder)
  const after = await checkStudio(join(folder, 'studio.sqlite'))
  rmSync(folder, { recursive: true, force: true })
  const missing = held.acts - after.acts + (held.students - after.students)
  return [
    figure('studio of the version before, ten years: until it is open', open, 'ms', 5000),
    figure('studio of the version before, ten years: until Today', today, 'ms', 60_000),
    figure(`acts lost in ${KILLS} kills while it is taken over`, Math.max(lost, missing), '', 0),
  ]
}
