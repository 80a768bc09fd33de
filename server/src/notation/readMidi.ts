/** Reads a standard MIDI file as a piece: each track with notes a part, bars by its time signatures. */
import { BEAT_TYPES } from '@vein-mend/core/music'
import type { Bar } from '@vein-mend/core/music'
import * as tone from '@tonejs/midi'
import {
  BAR_QUARTERS_MOST,
  BARS_MOST,
  NOTES_MOST,
  PARTS_MOST,
  PieceTooLarge,
  together,
} from './piece'
import type { Moment, Piece, ReadBar, ReadPart } from './piece'

// The package answers differently to Node and to a bundler.
const { Midi } = 'Midi' in tone ? tone : (tone as { default: typeof tone }).default
type Song = InstanceType<typeof Midi>
type Track = Song['tracks'][number]

/** A sixteenth: finer values of a performance are drawn to it. */
const GRID_BEATS = 0.25
/** Below, a part is written in the bass clef: A3, a little under middle C. */
const BASS_BELOW = 57
const USUAL: Bar = { beats: 4, beatType: 4, quarters: 4 }
/** Letters by fifths, from F: sharps come after B, flats before F. */
const BY_FIFTHS = ['F', 'C', 'G', 'D', 'A', 'E', 'B'] as const
const LETTERS = BY_FIFTHS.length
/** Twelve neighbours by fifths from three below the tonic: the usual spelling in a key; common practice. */
const FROM_TONIC = -3

/** The note as it is spelled in a key of so many sharps or flats. */
export function nameIn(fifths: number, midi: number): string {
  const pitchClass = midi % 12
  // Places by fifths, C at 0, that sound this pitch class and lie within the key's twelve.
  let place = (pitchClass * 7) % 12
  while (place < fifths + FROM_TONIC) place += 12
  while (place >= fifths + FROM_TONIC + 12) place -= 12
  const fromF = place + 1
  const letter = BY_FIFTHS[((fromF % LETTERS) + LETTERS) % LETTERS] ?? 'C'
  const alter = Math.floor(fromF / LETTERS)
  const sign = alter < 0 ? 'b'.repeat(-alter) : '#'.repeat(alter)
  // C flat belongs to the octave above its sound, B sharp to the one below.
  return `${letter}${sign}${Math.floor((midi - alter) / 12) - 1}`
}

function toGrid(beats: number): number {
  return Math.round(beats / GRID_BEATS) * GRID_BEATS
}

const KEYS: Readonly<Record<string, number>> = {
  ...Object.fromEntries(
    ['Cb', 'Gb', 'Db', 'Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#'].map(
      (key, i) => [`${key} major`, i - 7],
    ),
  ),
  ...Object.fromEntries(
    ['Ab', 'Eb', 'Bb', 'F', 'C', 'G', 'D', 'A', 'E', 'B', 'F#', 'C#', 'G#', 'D#', 'A#'].map(
      (key, i) => [`${key} minor`, i - 7],
    ),
  ),
}

function fifthsOf({ header }: Song): number {
  const [first] = header.keySignatures
  return first ? (KEYS[`${first.key} ${first.scale}`] ?? 0) : 0
}

/** Bars until the last note ends. A signature that cannot be written leaves the one before. */
function barsUntil({ header }: Song, end: number): readonly Bar[] {
  const changes = header.timeSignatures.map(({ ticks, timeSignature: [beats = 4, type = 4] }) => ({
    at: toGrid(ticks / header.ppq),
    beats,
    beatType: BEAT_TYPES.find((t) => t === type),
  }))
  const bars: Bar[] = []
  let at = 0
  let now = USUAL
  while (bars.length === 0 || at < end) {
    const change = changes.findLast((c) => c.at <= at)
    if (change?.beatType !== undefined) {
      const quarters = (change.beats * 4) / change.beatType
      if (quarters > 0 && quarters <= BAR_QUARTERS_MOST) {
        now = { beats: change.beats, beatType: change.beatType, quarters }
      }
    }
    bars.push(now)
    at += now.quarters
    if (bars.length > BARS_MOST) throw new PieceTooLarge()
  }
  return bars
}

function partOf(track: Track, bars: readonly Bar[], ppq: number, fifths: number): ReadPart {
  const pitches = track.notes.map((n) => n.midi).sort((a, b) => a - b)
  const middle = pitches[Math.floor(pitches.length / 2)] ?? BASS_BELOW
  const moments: Moment[][] = bars.map(() => [])
  const starts = bars.map(() => 0)
  bars.forEach((bar, i) => (starts[i + 1] = (starts[i] ?? 0) + bar.quarters))
  let place = 0
  for (const note of [...track.notes].sort((a, b) => a.ticks - b.ticks)) {
    const at = toGrid(note.ticks / ppq)
    while (place < bars.length - 1 && (starts[place + 1] ?? Infinity) <= at) place += 1
    moments[place]?.push({
      at: at - (starts[place] ?? 0),
      beats: Math.max(GRID_BEATS, toGrid(note.durationTicks / ppq)),
      pitches: [nameIn(fifths, note.midi)],
      tied: false,
      marks: [],
    })
  }
  return {
    name: track.name,
    transpose: 0,
    bars: bars.map((bar, i): ReadBar => ({
      ...bar,
      fifths,
      clefs: [middle < BASS_BELOW ? 'bass' : 'treble'],
      staves: [together(moments[i] ?? [])],
      trouble: null,
    })),
  }
}

/** @throws when the bytes are no MIDI file; PieceTooLarge when they are too much of one */
export function readMidi(bytes: Uint8Array): Piece {
  const midi = new Midi(bytes)
  const { ppq, tempos, name } = midi.header
  const tracks = midi.tracks.filter((t) => t.notes.length > 0)
  const notes = tracks.reduce((sum, t) => sum + t.notes.length, 0)
  if (notes > NOTES_MOST || tracks.length > PARTS_MOST || !(ppq > 0)) throw new PieceTooLarge()
  const ends = tracks.flatMap((t) => t.notes.map((n) => (n.ticks + n.durationTicks) / ppq))
  const end = ends.reduce((most, e) => Math.max(most, e), 0)
  const bars = barsUntil(midi, end)
  const fifths = fifthsOf(midi)
  return {
    title: name,
    tempo: tempos[0]?.bpm ?? 60,
    parts: tracks.map((track) => partOf(track, bars, ppq, fifths)),
  }
}
