/** What measuring recordings costs, how it stands broken files, and how soon the page hears. */
import encodeWav from '@audio/encode-wav'
import { seededRng } from '@vein-mend/core/kit'
import type { AskedNote } from '@vein-mend/core/timing'
import { ANY_PITCH, soundAsked } from '@vein-mend/core/tone'
import type { ToneAsked } from '@vein-mend/core/tone'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { once } from 'node:events'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { Worker } from 'node:worker_threads'
import { chromium } from 'playwright-core'
import { soundMeasured } from '../../server/src/measuring'
import type { SoundMeasured, SoundToMeasure } from '../../server/src/measuring'
import { readSound } from '../../server/src/measuring'
import { measureSound } from '../../server/src/measuring/measureSound'
import type { FromThread } from '../../server/src/threads/thread'
import { Listener } from '../../web/src/devices/listener'
import { HORN_FAULT, hornOnLongNote, recording, withMicrophone } from '../support/horn'
import { ROOT, startServer } from '../support/server'
import { pitchOnlyMs } from './beside'
import { figure, p95 } from './figures'
import type { Figure } from './figures'
import { longestTask, watchTasks } from './heldUp'

const REPEATS = 7
/** How often the library beside is asked: it takes longer. */
const BESIDE = 3
const MUTATIONS = 10_000
const STEPS = [0, 2, 4, 5, 7, 9, 11, 12, 11, 9, 7, 5, 4, 2]
/** A block as the page hears it, at the usual rate of devices. */
const BLOCK = 1024
const RATE = 48_000
/** A new pitch is there when a frame of two blocks is full of it; one more may have begun before it. */
const BLOCKS_TO_HEAR = 3
/** The page shows what it hears so often, ms. */
const SHOWN_EVERY_MS = 30

/** A scale in quarters at 120, again and again for so many seconds. */
function line(seconds: number): readonly AskedNote[] {
  return Array.from({ length: seconds * 2 }, (_, beat) => ({
    midi: 60 + (STEPS[beat % STEPS.length] ?? 0),
    hand: null,
    finger: null,
    beat,
    joined: false,
  }))
}

async function wav(notes: readonly AskedNote[], rate?: number): Promise<Buffer> {
  const playing = {
    tempo: 120,
    fault: 'none',
    strength: 0,
    sounding: 'sustained',
    a4: 440,
  } as const
  const sound = soundAsked(notes, { ...playing, rng: seededRng(1) })
  const encoder = await encodeWav({ sampleRate: rate ?? sound.rate })
  encoder.encode([sound.samples])
  return Buffer.from(encoder.flush())
}

const asking = (notes: readonly AskedNote[]): ToneAsked => ({
  notes,
  sounding: 'sustained',
  a4: 440,
})
const median = (xs: readonly number[]) =>
  [...xs].sort((a, b) => a - b)[xs.length >> 1] ?? Number.NaN

/** The thread as it ships, started from plain JavaScript. */
class BuiltThread {
  private readonly worker = new Worker(join(ROOT, 'server/dist/sound.thread.js'), {
    execArgv: [],
  })
  /** Words of progress so far. */
  shares = 0

  /** How long the take took, ms. */
  async took(take: SoundToMeasure): Promise<number> {
    const start = performance.now()
    this.worker.postMessage(take)
    for (;;) {
      const [message] = (await once(this.worker, 'message')) as [FromThread<SoundMeasured>]
      if (message.kind === 'share') this.shares += 1
      if (message.kind === 'failed') throw new Error(message.message)
      if (message.kind !== 'done') continue
      if (!message.answer.ok || message.answer.picture.notHeard) throw new Error('nothing measured')
      return performance.now() - start
    }
  }

  async end(): Promise<void> {
    await this.worker.terminate()
  }
}

/** Written as if at 44.1 kHz: 83 seconds of samples at 32 kHz are 60 there, a fifth of an octave and a half higher. */
async function costs(folder: string): Promise<readonly Figure[]> {
  const notes = line(83)
  const minute = join(folder, 'minute.wav')
  writeFileSync(minute, await wav(notes, 44_100))
  const heard = await readSound(readFileSync(minute))
  if (!heard.ok) throw new Error(heard.why)
  const pitches = Array.from({ length: BESIDE }, () => pitchOnlyMs(heard.sound))
  const free = { notes: [], sounding: 'sustained', a4: 440, range: ANY_PITCH } as const
  const thread = new BuiltThread()
  const times: number[] = []
  for (let i = 0; i < REPEATS; i++) times.push(await thread.took({ path: minute, asked: free }))
  const pitch = { who: 'pitch alone by pitchy', value: median(pitches) }
  const long = join(folder, 'long.wav')
  writeFileSync(long, await wav(line(598)))
  const tenMinutes = await thread.took({ path: long, asked: asking(line(598)) })
  if (thread.shares < 10) throw new Error('nothing was told on the way')
  await thread.end()
  const gone = new AbortController()
  const left = soundMeasured({ path: long, asked: asking(line(598)) }, { signal: gone.signal })
  setTimeout(() => gone.abort(), 1000)
  const before = performance.now() + 1000
  await left.catch(() => undefined)
  return [
    figure(
      '60 s of sound read and measured in its thread: median',
      median(times),
      'ms',
      1500,
      pitch,
    ),
    figure('ten minutes of sound read and measured', tenMinutes, 'ms', 15_000),
    figure(
      'ten minutes left in the midst: until the thread is free',
      performance.now() - before,
      'ms',
      200,
    ),
  ]
}

/** A fifth of a second of a tone, broken in ten thousand ways. */
async function broken(folder: string): Promise<Figure> {
  const whole = (await recording('none')).subarray(0, 44 + 2 * 6400)
  const rng = seededRng(2)
  const file = join(folder, 'broken.wav')
  const note = { midi: 53, hand: null, finger: null, beat: 0, joined: false }
  let [slowest, measured] = [0, 0]
  for (let i = 0; i < MUTATIONS; i++) {
    const bytes = Uint8Array.from(whole)
    const reach = rng() < 0.7 ? 64 : bytes.length
    for (let h = 0; h <= rng() * 8; h++) bytes[Math.floor(rng() * reach)] = Math.floor(rng() * 256)
    writeFileSync(file, rng() < 0.3 ? bytes.subarray(0, Math.floor(rng() * bytes.length)) : bytes)
    const start = performance.now()
    const found = await measureSound({ path: file, asked: asking([note]) }, () => undefined)
    if (found.ok) measured += 1
    slowest = Math.max(slowest, performance.now() - start)
  }
  process.stdout.write(
    `Of ${MUTATIONS} broken recordings ${measured} were measured all the same.\n`,
  )
  return figure('10,000 broken recordings, the slowest', slowest, 'ms', 1000)
}

function hearing(): Figure {
  const listener = new Listener(RATE, ANY_PITCH)
  const times = Array.from({ length: 500 }, (_, b) => {
    const block = Float32Array.from(
      { length: BLOCK },
      (_x, j) => 0.3 * Math.sin((2 * Math.PI * 233 * (b * BLOCK + j)) / RATE),
    )
    const start = performance.now()
    listener.hear(block)
    return performance.now() - start
  })
  const latency = (1000 * BLOCKS_TO_HEAR * BLOCK) / RATE + p95(times) + SHOWN_EVERY_MS
  return figure('from a new pitch to its name on the page, at the most', latency, 'ms', 100)
}

/** The page while it records, and while what it recorded is measured. */
async function onPage(folder: string): Promise<Figure> {
  const file = join(folder, 'microphone.wav')
  writeFileSync(file, await recording('none'))
  const server = await startServer()
  const browser = await chromium.launch(withMicrophone(file))
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await hornOnLongNote(page, server.url)
  await page
    .getByRole('article', { name: HORN_FAULT })
    .getByRole('button', { name: 'Play it in' })
    .click()
  await page.getByRole('button', { name: 'Record', exact: true }).click()
  await page.getByRole('meter', { name: 'Level' }).waitFor()
  await page.evaluate(watchTasks)
  await page.getByText(/^8 s/).waitFor()
  const longest = await longestTask(page)
  await browser.close()
  await server.stop()
  return figure('page held up while it records, at the longest', longest, 'ms', 50)
}

export async function toneFigures(): Promise<readonly Figure[]> {
  const folder = mkdtempSync(join(tmpdir(), 'vein-mend-tone-'))
  try {
    return [...(await costs(folder)), await broken(folder), hearing(), await onPage(folder)]
  } finally {
    rmSync(folder, { recursive: true, force: true })
  }
}
