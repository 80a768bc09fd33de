/** Valves, slide positions, holes and string fingers for written notes. */
import { midiOf } from './pitches'

/** Instruments whose single notes are fingered by a table. */
export const FINGERING_KINDS = [
  'trumpet-valves',
  'horn-valves',
  'trombone-slide',
  'saxophone',
  'flute',
  'clarinet',
  'violin',
  'viola',
  'cello',
] as const
/** The table by which single notes are fingered. */
export type FingeringKind = (typeof FINGERING_KINDS)[number]

/** Valves that lower an open note by so many semitones; standard three-valve system. */
const VALVES = ['0', '2', '1', '1-2', '2-3', '1-3', '1-2-3'] as const

/** Open notes as written: partials of the harmonic series that are in use. */
const OPEN: Readonly<
  Record<'trumpet-valves' | 'horn-valves' | 'trombone-slide', readonly string[]>
> = {
  'trumpet-valves': ['C4', 'G4', 'C5', 'E5', 'G5', 'C6'],
  'horn-valves': ['C3', 'G3', 'C4', 'E4', 'G4', 'C5', 'D5', 'E5', 'G5', 'C6'],
  'trombone-slide': ['Bb2', 'F3', 'Bb3', 'D4', 'F4', 'Bb4'],
}

/** Semitones from the nearest open note at or above; null where seven places do not reach. */
function dropFrom(open: readonly string[], note: string): number | null {
  const midi = midiOf(note)
  const above = open.map(midiOf).filter((m) => m >= midi)
  const drop = Math.min(...above) - midi
  return above.length > 0 && drop < VALVES.length ? drop : null
}

/** Left | right fingers down in the first register, written note by written note; from memory. */
const HOLES: Readonly<
  Record<'saxophone' | 'flute' | 'clarinet', Readonly<Record<string, string>>>
> = {
  saxophone: {
    C5: '2',
    B4: '1',
    A4: '12',
    G4: '123',
    F4: '123|1',
    E4: '123|12',
    D4: '123|123',
  },
  flute: {
    C5: '1',
    B4: 'T1',
    A4: 'T12',
    G4: 'T123',
    F4: 'T123|1',
    E4: 'T123|12',
    D4: 'T123|123',
  },
  clarinet: {
    G4: 'open',
    F4: 'T',
    E4: 'T1',
    D4: 'T12',
    C4: 'T123',
    Bb3: 'T123|1',
    A3: 'T123|12',
    G3: 'T123|123',
  },
}

const STRINGS: Readonly<Record<'violin' | 'viola' | 'cello', readonly string[]>> = {
  violin: ['G3', 'D4', 'A4', 'E5'],
  viola: ['C3', 'G3', 'D4', 'A4'],
  cello: ['C2', 'G2', 'D3', 'A3'],
}

/** Finger for semitones above the open string in first position; the cello's hand spans a third. */
const UPPER_STRING = [0, 1, 1, 2, 2, 3, 3, 4] as const
const CELLO_STRING = [0, 1, 1, 2, 3, 4, 4] as const

function stringFinger(kind: 'violin' | 'viola' | 'cello', note: string): string | null {
  const fingers = kind === 'cello' ? CELLO_STRING : UPPER_STRING
  const midi = midiOf(note)
  const below = STRINGS[kind].map(midiOf).filter((m) => m <= midi)
  const finger = fingers[midi - Math.max(...below)]
  return below.length > 0 && finger !== undefined ? String(finger) : null
}

/**
 * How the written note is fingered, in the signs of the trade: `1-2` valves, `3` slide position or string
 * finger, `123|12` holes. Null where the first register or position does not have it.
 */
export function instrumentFinger(kind: FingeringKind, note: string): string | null {
  switch (kind) {
    case 'trumpet-valves':
    case 'horn-valves': {
      const drop = dropFrom(OPEN[kind], note)
      return drop === null ? null : (VALVES[drop] ?? null)
    }
    case 'trombone-slide': {
      const drop = dropFrom(OPEN[kind], note)
      return drop === null ? null : String(drop + 1)
    }
    case 'saxophone':
    case 'flute':
    case 'clarinet':
      return HOLES[kind][note] ?? null
    case 'violin':
    case 'viola':
    case 'cello':
      return stringFinger(kind, note)
  }
}
