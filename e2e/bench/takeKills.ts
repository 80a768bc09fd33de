/** A hundred kills over takes brought, takes removed and copies made: every take has its act, every act its take. */
import { spawn } from 'node:child_process'
import { createHash } from 'node:crypto'
import { existsSync, mkdtempSync, readdirSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { seededRng } from '@vein-mend/core/kit'
import type { Rng } from '@vein-mend/core/kit'
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { Take } from '@vein-mend/core/takes'
import { checkStudio } from '../../server/src/store'
import { ROOT, startServer } from '../support/server'
import { figure } from './figures'
import type { Figure } from './figures'

const KILLS = 100
/** Studios that are killed side by side. */
const STUDIOS = 4
/** How long a server works before it is killed, at the most. */
const MS_MOST = 250
const STUDENT = 'student-of-kills'
const LESSON = 'lesson-of-kills'
const BYTES = 60_000

function wave(round: number, n: number): Buffer {
  const bytes = Buffer.alloc(BYTES, n % 256)
  bytes.write('RIFF', 0)
  bytes.write('WAVEfmt ', 8)
  bytes.writeUInt32LE(round, 100)
  bytes.writeUInt32LE(n, 104)
  return bytes
}

const acts = (url: string, list: readonly object[]) =>
  fetch(`${url}/api/students/${STUDENT}/acts`, {
    method: 'POST',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ acts: list }),
  })

async function takesOf(url: string): Promise<readonly Take[]> {
  const answer = await fetch(`${url}/api/students/${STUDENT}`)
  const { record } = (await answer.json()) as { record: { takes: readonly Take[] } }
  return record.takes.filter((t) => !t.removed)
}

/** Brings and removes takes until nobody answers; the hashes it was told of. */
async function work(url: string, round: number, told: Set<string>): Promise<void> {
  try {
    for (let n = 0; ; n++) {
      const bytes = wave(round, n)
      const id = `kill-${String(round).padStart(3, '0')}-${String(n).padStart(4, '0')}`
      const address = `${url}/api/students/${STUDENT}/takes?act=take-${id}&lesson=${LESSON}`
      const kept = await fetch(address, { method: 'POST', body: new Uint8Array(bytes) })
      const hash = createHash('sha256').update(bytes).digest('hex')
      if (kept.ok) told.add(hash)
      if (n % 3 !== 2) continue
      // From now on nobody may count on it, whatever the answer.
      told.delete(hash)
      await acts(url, [{ kind: 'take-removed', id: `gone-${id}`, hash }])
    }
  } catch {
    // The server was killed: that is what it is for.
  }
}

/** A copy by hand, killed too. */
function copyAndKill(folder: string, round: number, ms: number): Promise<void> {
  const target = join(folder, 'backups', `copy-${round}.sqlite`)
  const args = ['server/dist/tools/backup.js', target]
  const child = spawn('node', args, {
    cwd: ROOT,
    env: { ...process.env, VEIN_MEND_DATA: folder },
    stdio: 'ignore',
  })
  const timer = setTimeout(() => child.kill('SIGKILL'), ms)
  return new Promise((done) => {
    child.once('exit', () => {
      clearTimeout(timer)
      done()
    })
  })
}

interface Faults {
  actsWithoutTake: number
  takesWithoutAct: number
  lost: number
}

/** After a start: what is named is there, what is there is named, and nothing is lost that was told. */
async function check(url: string, folder: string, told: ReadonlySet<string>): Promise<Faults> {
  const takes = await takesOf(url)
  const named = new Set(takes.map((t) => t.hash))
  const place = join(folder, 'studio-takes', STUDENT)
  const files = existsSync(place) ? readdirSync(place) : []
  return {
    actsWithoutTake: [...named].filter((hash) => !files.includes(hash)).length,
    takesWithoutAct: files.filter((name) => !named.has(name)).length,
    lost: [...told].filter((hash) => !named.has(hash)).length,
  }
}

async function layStudent(url: string): Promise<void> {
  const yes = { state: 'given', by: 'a parent', on: '2026-03-01' }
  const consents = { ...EMPTY_CARD.consents, recordings: yes }
  await acts(url, [
    {
      kind: 'student-added',
      id: 'added-for-kills',
      card: { ...EMPTY_CARD, name: 'Wren Hale', instrument: 'horn', consents },
    },
    { kind: 'lesson-opened', id: 'opened-for-kills', lesson: LESSON, date: '2026-11-24' },
  ])
}

async function copiesThatDoNotOpen(folder: string): Promise<readonly string[]> {
  const backups = join(folder, 'backups')
  const bad: string[] = []
  for (const name of readdirSync(backups).filter((n) => n.endsWith('.sqlite'))) {
    await checkStudio(join(backups, name)).catch(() => bad.push(name))
  }
  return bad
}

async function rounds(folder: string, rng: Rng): Promise<{ faults: Faults; told: number }> {
  const told = new Set<string>()
  const faults: Faults = { actsWithoutTake: 0, takesWithoutAct: 0, lost: 0 }
  for (let round = 0; round <= KILLS / STUDIOS; round++) {
    const server = await startServer({ folder, today: '2026-11-24' })
    if (round === 0) await layStudent(server.url)
    const found = await check(server.url, folder, told)
    faults.actsWithoutTake += found.actsWithoutTake
    faults.takesWithoutAct += found.takesWithoutAct
    faults.lost += found.lost
    const working = work(server.url, round, told)
    const copying =
      round % 5 === 0 ? copyAndKill(folder, round, 500 + rng() * 3000) : Promise.resolve()
    await wait(rng() * MS_MOST)
    const gone = new Promise((done) => server.process.once('exit', done))
    server.process.kill('SIGKILL')
    await Promise.all([gone, working, copying])
  }
  return { faults, told: told.size }
}

interface Killed {
  readonly faults: Faults
  readonly told: number
  readonly copies: number
  readonly bad: number
}

async function studioKilled(seed: number): Promise<Killed> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-take-kills-'))
  const killed = await rounds(folder, seededRng(seed))
  const bad = await copiesThatDoNotOpen(folder)
  const copies = readdirSync(join(folder, 'backups')).filter((n) => n.endsWith('.sqlite')).length
  rmSync(folder, { recursive: true, force: true })
  return { ...killed, copies, bad: bad.length }
}

export async function takeKillFigures(): Promise<readonly Figure[]> {
  const killed = await Promise.all(
    Array.from({ length: STUDIOS }, (_, studio) => studioKilled(12 + studio)),
  )
  const sum = (of: (k: Killed) => number) => killed.reduce((n, k) => n + of(k), 0)
  process.stdout.write(
    `${KILLS} kills, ${sum((k) => k.told)} takes told of, ${sum((k) => k.copies)} copies of the studio.\n`,
  )
  return [
    figure(
      `${KILLS} kills: acts without their take`,
      sum((k) => k.faults.actsWithoutTake),
      '',
      0,
    ),
    figure(
      `${KILLS} kills: takes without their act`,
      sum((k) => k.faults.takesWithoutAct),
      '',
      0,
    ),
    figure(
      `${KILLS} kills: takes told of and lost`,
      sum((k) => k.faults.lost),
      '',
      0,
    ),
    figure(
      `${KILLS} kills: copies that do not open`,
      sum((k) => k.bad),
      '',
      0,
    ),
  ]
}
