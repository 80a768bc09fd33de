/** Four thousand broken files of every kind that can be brought in: what each costs, and whether anything is harmed. */
import { readFileSync } from 'node:fs'
import { request } from 'node:http'
import { join } from 'node:path'
import { setTimeout as wait } from 'node:timers/promises'
import { seededRng } from '@vein-mend/core/kit'
import type { Rng } from '@vein-mend/core/kit'
import { musicXml } from '@vein-mend/core/music'
import type { Exercise } from '@vein-mend/core/music'
import { EMPTY_CARD } from '@vein-mend/core/record'
import { midiFile } from '../../server/src/notation'
import { ROOT, startServer } from '../support/server'
import { figure } from './figures'
import type { Figure } from './figures'

const FILES = 4000
const STUDENT = 'student-of-files'
const LESSON = 'lesson-of-files'
/** Until a thread nobody asks has ended and its memory is given back. */
const IDLE_MS = 70_000

const PIECE: Exercise = {
  title: 'A walk',
  fifths: 2,
  beatsPerBar: 4,
  tempo: 72 as never,
  transpose: 0,
  lines: [
    {
      hand: null,
      clef: 'treble',
      notes: ['F#4', 'G4', 'A4', 'C5', 'B4', 'A4', 'G#4', 'A4'].map((p) => ({
        pitches: [p],
        beats: 1,
      })),
    },
  ],
  advice: [],
}

/** A wave file and a picture as small as they can be; their forms are from memory. */
const WAVE = Buffer.concat([Buffer.from('RIFF\0\0\0\0WAVEfmt '), Buffer.alloc(400)])
const PNG = Buffer.concat([
  Buffer.from('\x89PNG\r\n\x1a\n\0\0\0\rIHDR', 'latin1'),
  Buffer.alloc(300),
])

const upTo = (rng: Rng, most: number) => Math.floor(rng() * most)

/** Numbers that readers stumble over. */
const NUMBERS = ['0', '-1', '1e9', '99999999999', 'NaN', '0.0001', '']

/** The bytes with some changed, doubled, cut out or cut off; in texts now and then a number is another. */
function mutated(bytes: Buffer, rng: Rng): Buffer {
  let now = Buffer.from(bytes)
  for (let change = 0; change <= upTo(rng, 4); change++) {
    const [a, b] = [upTo(rng, now.length), upTo(rng, now.length)].sort((x, y) => x - y) as [
      number,
      number,
    ]
    const way = upTo(rng, 6)
    if (way === 0 && now.length > 0) now[a] = upTo(rng, 256)
    else if (way === 1) now = Buffer.concat([now.subarray(0, a), now.subarray(b)])
    else if (way === 2) now = Buffer.concat([now.subarray(0, b), now.subarray(a)])
    else if (way === 3) now = now.subarray(0, b)
    else {
      const number = NUMBERS[upTo(rng, NUMBERS.length)] ?? ''
      let seen = 0
      const chosen = upTo(rng, 40)
      now = Buffer.from(
        now.toString('latin1').replace(/\d+/g, (n) => (seen++ === chosen ? number : n)),
        'latin1',
      )
    }
  }
  return now
}

interface Answer {
  readonly status: number
  readonly ms: number
}

function sent(url: string, type: string, body: string | Buffer): Promise<Answer> {
  const start = performance.now()
  return new Promise((done, fail) => {
    const asked = request(url, { method: 'POST', headers: { 'content-type': type } }, (answer) => {
      answer.on('error', fail).resume()
      answer.on('end', () =>
        done({ status: answer.statusCode ?? 0, ms: performance.now() - start }),
      )
    })
    asked.on('error', fail).end(body)
  })
}

const json = (url: string, body: object) => sent(url, 'application/json', JSON.stringify(body))

/** Resident memory of a process, megabytes; of Linux only. */
function resident(pid: number | undefined): number {
  const status = readFileSync(`/proc/${pid ?? 'self'}/status`, 'utf8')
  return Number(/VmRSS:\s+(\d+)/.exec(status)?.[1] ?? Number.NaN) / 1024
}

async function layStudent(url: string): Promise<void> {
  const yes = { state: 'given', by: 'a parent', on: '2026-03-01' }
  const consents = { ...EMPTY_CARD.consents, recordings: yes, pictures: yes }
  const card = { ...EMPTY_CARD, name: 'Wren Hale', instrument: 'horn', consents }
  await json(`${url}/api/students/${STUDENT}/acts`, {
    acts: [
      { kind: 'student-added', id: 'added-for-files', card },
      { kind: 'lesson-opened', id: 'opened-for-files', lesson: LESSON, date: '2026-11-24' },
    ],
  })
}

async function pagesAnswer(url: string): Promise<boolean> {
  const paths = ['/', '/api/students', `/api/students/${STUDENT}`, '/api/packs', '/api/packs/horn']
  const answers = await Promise.all(paths.map((path) => fetch(url + path)))
  await Promise.all(answers.map((a) => a.arrayBuffer()))
  return answers.every((a) => a.status === 200)
}

/** At least as long as until memory is given back, and as long as what is done meanwhile. */
const rested = (meanwhile: () => Promise<void>) => Promise.all([wait(IDLE_MS), meanwhile()])

/**
 * Sends the files one after another to a server of its own.
 * @param meanwhile done while it rests, before them and after them; nothing of it is timed
 */
export async function mutatedFileFigures(
  meanwhile: readonly [() => Promise<void>, () => Promise<void>],
): Promise<Figure[]> {
  const server = await startServer({ today: '2026-11-24' })
  const { url } = server
  await layStudent(url)
  const rng = seededRng(12)
  const pack = readFileSync(join(ROOT, 'packs/horn.yaml'))
  const passage = (file: Buffer) =>
    json(`${url}/api/passages`, { file: file.toString('base64'), fromBar: 1, toBar: 2 })
  const take = (file: Buffer, n: number) =>
    sent(
      `${url}/api/students/${STUDENT}/takes?act=take-of-files-${n}&lesson=${LESSON}`,
      'application/octet-stream',
      file,
    )
  const ways = [
    () => passage(mutated(Buffer.from(midiFile(PIECE)), rng)),
    () => passage(mutated(Buffer.from(musicXml(PIECE)), rng)),
    () => json(`${url}/api/packs`, { yaml: mutated(pack, rng).toString('utf8') }),
    (n: number) => take(mutated(n % 8 < 4 ? WAVE : PNG, rng), n),
  ]
  for (const way of ways) await way(0)
  await rested(meanwhile[0])
  const before = resident(server.process.pid)
  const answers: Answer[] = []
  for (let n = 1; n <= FILES; n++) {
    const way = ways[n % ways.length]
    if (way) answers.push(await way(n))
  }
  const good = await pagesAnswer(url)
  await rested(meanwhile[1])
  const more = resident(server.process.pid) - before
  await server.stop()
  const refused = answers.filter((a) => a.status >= 400).length
  process.stdout.write(`${FILES} broken files, ${refused} of them refused.\n`)
  return [
    figure(
      'broken files: answers of 500 and above',
      answers.filter((a) => a.status >= 500).length,
      '',
      0,
    ),
    figure('broken files: the slowest answer', Math.max(...answers.map((a) => a.ms)), 'ms', 1000),
    figure('broken files: pages that do not answer afterwards', good ? 0 : 1, '', 0),
    figure('broken files: memory kept afterwards', more, 'MB', 50),
  ]
}
