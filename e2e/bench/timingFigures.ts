/** What measuring played notes costs, and how it stands broken files. */
import { seededRng } from '@vein-mend/core/kit'
import { playAsked } from '@vein-mend/core/timing'
import type { AskedNote, PlayedNote } from '@vein-mend/core/timing'
import { measureNotes } from '../../server/src/measuring/measureNotes'
import { playedMidi } from '../../web/src/devices/playedMidi'
import { songReadMs } from './beside'
import { figure, p95 } from './figures'
import type { Figure } from './figures'

const NOTES = 10_000
const REPEATS = 60
const SONGS = 15
const MUTATIONS = 10_000
/** Two octaves of C, up and down. */
const UP = [0, 2, 4, 5, 7, 9, 11, 12, 14, 16, 17, 19, 21, 23, 24]
const FINGERS = [1, 2, 3, 1, 2, 3, 4, 1, 2, 3, 1, 2, 3, 4, 5]

const scale = (): readonly AskedNote[] =>
  [...UP.keys(), ...[...UP.keys()].reverse().slice(1)].map((step, i) => ({
    midi: 60 + (UP[step] ?? 0),
    hand: 'right',
    finger: FINGERS[step] ?? null,
    beat: i / 4,
    joined: false,
  }))

function median(values: readonly number[]): number {
  return [...values].sort((a, b) => a - b)[values.length >> 1] ?? Number.NaN
}

/** The scale again and again, as one long take. */
function longTake(asked: readonly AskedNote[], count: number): readonly PlayedNote[] {
  const rng = seededRng(1)
  const notes: PlayedNote[] = []
  while (notes.length < count) {
    const from = (notes.at(-1)?.offMs ?? 0) + 200
    const once = playAsked(asked, { tempo: 80, fault: 'none', strength: 0, rng })
    notes.push(...once.map((n) => ({ ...n, onMs: n.onMs + from, offMs: n.offMs + from })))
  }
  return notes.slice(0, count)
}

export function timingFigures(): readonly Figure[] {
  const asked = scale()
  const bytes = playedMidi(longTake(asked, NOTES))
  const took = Array.from({ length: REPEATS }, () => {
    const start = performance.now()
    const found = measureNotes({ bytes, asked, roll: false })
    if (!found.ok) throw new Error(found.why)
    return performance.now() - start
  })
  const songs = Array.from({ length: SONGS }, () => songReadMs(bytes))
  const read = { who: 'read by @tonejs/midi', value: median(songs) }
  const short = playedMidi(longTake(asked, asked.length))
  const rng = seededRng(2)
  let slowest = 0
  let measured = 0
  for (let i = 0; i < MUTATIONS; i++) {
    const broken = Uint8Array.from(short)
    const hits = 1 + Math.floor(rng() * 8)
    for (let h = 0; h < hits; h++) {
      broken[Math.floor(rng() * broken.length)] = Math.floor(rng() * 256)
    }
    const start = performance.now()
    if (measureNotes({ bytes: broken, asked, roll: false }).ok) measured += 1
    slowest = Math.max(slowest, performance.now() - start)
  }
  process.stdout.write(
    `The first long take of all, not yet compiled: ${Math.round(took[0] ?? 0)} ms.\n`,
  )
  process.stdout.write(`Of ${MUTATIONS} broken files ${measured} were measured all the same.\n`)
  return [
    figure(
      '10,000 played notes read, laid out and measured: median',
      median(took),
      'ms',
      100,
      read,
    ),
    figure('10,000 played notes read, laid out and measured: p95', p95(took), 'ms', 200),
    figure('10,000 broken MIDI files, the slowest', slowest, 'ms', 1000),
  ]
}
