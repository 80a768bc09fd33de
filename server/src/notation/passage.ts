/** Cuts bars out of a piece and makes them an exercise. */
import type { Bpm } from '@vein-mend/core/kit'
import { midiOf } from '@vein-mend/core/music'
import type { Bar, Exercise, Line, Mark, Note } from '@vein-mend/core/music'
import { SAME_MOMENT } from './piece'
import type { Moment, Piece, ReadBar, ReadPart } from './piece'

/** The metronome goes no slower and no faster. */
const TEMPO = { least: 10, most: 400 } as const
const TITLE_MOST = 200

/** What sounds on a staff, from the beginning of the passage. */
interface Sounding {
  readonly at: number
  readonly beats: number
  readonly pitches: readonly string[]
  readonly marks: readonly Mark[]
}

/** Moments of a staff over all bars; a tied note lengthens the one it is tied to. */
function soundingOf(bars: readonly ReadBar[], staff: number): readonly Sounding[] {
  const found: Sounding[] = []
  let start = 0
  for (const bar of bars) {
    for (const moment of bar.staves[staff] ?? []) {
      const at = start + moment.at
      const before = found.at(-1)
      if (before && moment.tied && continues(before, moment, at)) {
        found[found.length - 1] = { ...before, beats: at + moment.beats - before.at }
      } else found.push({ at, beats: moment.beats, pitches: moment.pitches, marks: moment.marks })
    }
    start += bar.quarters
  }
  return found
}

function continues(before: Sounding, moment: Moment, at: number): boolean {
  const same = before.pitches.length === moment.pitches.length
  return (
    same &&
    Math.abs(before.at + before.beats - at) < SAME_MOMENT &&
    moment.pitches.every((pitch) => before.pitches.includes(pitch))
  )
}

/** Notes and rests one after another until the passage ends. */
function notesOf(sounding: readonly Sounding[], end: number): readonly Note[] {
  const notes: Note[] = []
  let at = 0
  sounding.forEach((s, i) => {
    if (s.at > at + SAME_MOMENT) notes.push({ pitches: [], beats: s.at - at })
    const next = sounding[i + 1]?.at ?? end
    const beats = Math.min(s.beats, next - s.at, end - s.at)
    const pitches = [...s.pitches].sort((a, b) => midiOf(a) - midiOf(b))
    notes.push({ pitches, beats, ...(s.marks.length > 0 ? { marks: s.marks } : {}) })
    at = s.at + beats
  })
  if (end > at + SAME_MOMENT) notes.push({ pitches: [], beats: end - at })
  return notes
}

/** Two hands are two staves of one part, or two parts where a MIDI file gives each hand a track. */
function linesOf(bars: readonly ReadBar[], end: number): readonly Line[] {
  const staves = bars[0]?.clefs.length ?? 1
  return Array.from({ length: staves }, (_, i): Line => ({
    hand: staves < 2 ? null : i === 0 ? 'right' : 'left',
    clef: bars[0]?.clefs[i] ?? 'treble',
    notes: notesOf(soundingOf(bars, i), end),
  }))
}

function alike(bars: readonly Bar[]): boolean {
  return bars.every(
    (b) =>
      b.beatType === 4 &&
      b.quarters === b.beats &&
      b.beats === bars[0]?.beats &&
      b.fifths === undefined,
  )
}

/** The bars as an exercise, in the clefs of their first. */
export function passageOf(piece: Piece, part: ReadPart, bars: readonly ReadBar[]): Exercise {
  const [first] = bars
  if (!first) throw new RangeError('a passage without bars')
  const end = bars.reduce((sum, bar) => sum + bar.quarters, 0)
  const own = bars.map(({ beats, beatType, quarters, fifths }) => ({
    beats,
    beatType,
    quarters,
    ...(fifths === first.fifths ? {} : { fifths }),
  }))
  return {
    title: piece.title.slice(0, TITLE_MOST),
    fifths: first.fifths,
    beatsPerBar: first.quarters,
    ...(alike(own) ? {} : { bars: own }),
    tempo: Math.min(TEMPO.most, Math.max(TEMPO.least, piece.tempo)) as Bpm,
    transpose: part.transpose,
    lines: linesOf(bars, end),
    advice: [],
  }
}
