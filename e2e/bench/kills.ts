/** A hundred kills in mid-write: the file stays whole, and every act somebody was told of is there once. */
import { spawn } from 'node:child_process'
import { mkdtempSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { seededRng } from '@vein-mend/core/kit'
import type { IsoInstant, ActId, StudentId } from '@vein-mend/core/kit'
import { EMPTY_CARD, playRecord } from '@vein-mend/core/record'
import type { Act } from '@vein-mend/core/record'
import { openStudio } from '../../server/src/store'
import { ROOT } from '../support/server'
import { figure } from './figures'
import type { Figure } from './figures'

const KILLS = 100
/** How long it writes before it is killed, at the most. */
const MS_MOST = 120
const STUDENT = 'student-killed' as StudentId

async function layStudent(file: string): Promise<void> {
  const store = await openStudio(file)
  const added: Act = {
    kind: 'student-added',
    card: { ...EMPTY_CARD, name: 'Wren Hale', instrument: 'horn' },
    id: 'added-killed' as ActId,
    at: '2026-03-01T10:00:00.000Z' as IsoInstant,
    by: 'teacher',
  }
  const record = playRecord([added])
  if (!record) throw new Error('a student without a record')
  await store.write((w) => w.append(STUDENT, [added], record))
  await store.close()
}

/** Writes until it is killed; the ids it had said by then. */
function killed(file: string, round: number, ms: number): Promise<readonly string[]> {
  const args = ['server/dist/tools/writeUntilKilled.js', file, STUDENT, String(round)]
  const child = spawn('node', args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'inherit'] })
  let said = ''
  return new Promise((done) => {
    child.stdout.on('data', (chunk: Buffer) => {
      if (said === '') setTimeout(() => child.kill('SIGKILL'), ms)
      said += chunk.toString()
    })
    child.once('exit', () => {
      // Half a line was not said to anybody.
      const whole = said.slice(0, said.lastIndexOf('\n') + 1)
      done(whole.split('\n').filter((line) => line !== ''))
    })
  })
}

export async function killFigures(): Promise<Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-kills-'))
  const file = join(folder, 'studio.sqlite')
  await layStudent(file)
  const rng = seededRng(100)
  const said: string[] = []
  for (let round = 0; round < KILLS; round++) {
    said.push(...(await killed(file, round, Math.floor(rng() * MS_MOST))))
  }
  const store = await openStudio(file)
  const whole = await store.integrity()
  const rows = await store.rowsOf(STUDENT)
  const times = new Map<string, number>()
  for (const { id } of rows) times.set(id, (times.get(id) ?? 0) + 1)
  const record = await store.recordOf(STUDENT)
  const acts = rows.flatMap(({ act }) => act ?? [])
  const same = JSON.stringify(record) === JSON.stringify(playRecord(acts))
  await store.close()
  rmSync(folder, { recursive: true, force: true })
  process.stdout.write(`${KILLS} kills in ${said.length} acts that were told.\n`)
  return [
    figure(
      `${KILLS} kills: acts told and not on record once`,
      said.filter((id) => times.get(id) !== 1).length,
      '',
      0,
    ),
    figure(`${KILLS} kills: faults in the file`, whole ? 0 : 1, '', 0),
    figure(`${KILLS} kills: records that differ from their acts`, same ? 0 : 1, '', 0),
  ]
}
