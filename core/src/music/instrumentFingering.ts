/** Valves, slide positions, holes and string fingers for written notes. */
import { midiOf } from './pitches'

/** Instruments whose single notes are fingered by a table. */
export const FINGERING_KINDS = [
  'keyboard',
  'keyboard-right',
  'trumpet-valves',
  'horn-valves',
  'horn-b-flat-valves',
  'trombone-slide',
  'saxophone',
  'flute',
  'clarinet',
  'violin',
  'viola',
  'cello',
  'guitar',
  'mandolin',
] as const
/** The table by which single notes are fingered. */
export type FingeringKind = (typeof FINGERING_KINDS)[number]

/** Valves that lower an open note by so many semitones; standard three-valve system. */
const VALVES = ['0', '2', '1', '1-2', '2-3', '1-3', '1-2-3'] as const

/** Open notes as written: partials of the harmonic series that are in use. */
const OPEN: Readonly<
  Record<
    'trumpet-valves' | 'horn-valves' | 'horn-b-flat-valves' | 'trombone-slide',
    readonly string[]
  >
> = {
  'trumpet-valves': ['C4', 'G4', 'C5', 'E5', 'G5', 'C6'],
  'horn-valves': ['C3', 'G3', 'C4', 'E4', 'G4', 'C5', 'D5', 'E5', 'G5', 'C6'],
  // A horn in B flat reads its part in F: its open notes stand a fourth higher.
  'horn-b-flat-valves': ['F3', 'C4', 'F4', 'A4', 'C5', 'F5', 'G5', 'A5', 'C6'],
  'trombone-slide': ['Bb2', 'F3', 'Bb3', 'D4', 'F4', 'Bb4'],
}

/** Semitones from the nearest open note at or above; null where seven places do not reach. */
function dropFrom(open: readonly string[], note: string): number | null {
  const midi = midiOf(note)
  const above = open.map(midiOf).filter((m) => m >= midi)
  const drop = Math.min(...above) - midi
  return above.length > 0 && drop < VALVES.length ? drop : null
}

/**
 * Left | right fingers down, written note by written note, as fingering charts have them: T the thumb (on a saxophone
 * with the octave key), R the register key, A the key of the throat A. Plain notes and the most used others; what is
 * not here has no fingering printed. Checked beside the charts that are named in the test.
 */
const HOLES: Readonly<
  Record<'saxophone' | 'flute' | 'clarinet', Readonly<Record<string, string>>>
> = {
  saxophone: {
    'C#5': 'open',
    C5: '2',
    B4: '1',
    A4: '12',
    G4: '123',
    'F#4': '123|2',
    F4: '123|1',
    E4: '123|12',
    D4: '123|123',
    D5: 'T123|123',
    E5: 'T123|12',
    F5: 'T123|1',
    'F#5': 'T123|2',
    G5: 'T123',
    A5: 'T12',
  },
  flute: {
    C5: '1',
    B4: 'T1',
    A4: 'T12',
    G4: 'T123',
    'F#4': 'T123|3',
    F4: 'T123|1',
    E4: 'T123|12',
    D4: 'T123|123',
    D5: 'T23|123',
    E5: 'T123|12',
    F5: 'T123|1',
    'F#5': 'T123|3',
    G5: 'T123',
    A5: 'T12',
    B5: 'T1',
    C6: '1',
  },
  clarinet: {
    A4: 'A',
    G4: 'open',
    F4: 'T',
    E4: 'T1',
    D4: 'T12',
    C4: 'T123',
    Bb3: 'T123|1',
    B3: 'T123|2',
    A3: 'T123|12',
    G3: 'T123|123',
    B4: 'TR123|123+B',
    C5: 'TR123|123+C',
    D5: 'TR123|123',
    E5: 'TR123|12',
    F5: 'TR123|1',
    'F#5': 'TR123|2',
    G5: 'TR123',
  },
}

/** From the first note with a finger down, one finger more for each: the first ladder of the instrument. */
const FIRST_LADDER: Readonly<Record<'saxophone' | 'flute' | 'clarinet', readonly string[]>> = {
  saxophone: ['B4', 'A4', 'G4', 'F4', 'E4', 'D4'],
  flute: ['B4', 'A4', 'G4', 'F4', 'E4', 'D4'],
  clarinet: ['F4', 'E4', 'D4', 'C4', 'Bb3', 'A3', 'G3'],
}

/** What the signs of a table mean, for those who read them; null where they speak for themselves. */
export function fingeringLegend(kind: FingeringKind | null): string | null {
  switch (kind) {
    case 'saxophone':
      return 'Fingers down, left | right; T: with the octave key.'
    case 'flute':
      return 'Fingers down, left | right; T: the thumb. The right little finger is down too, except for D and low C.'
    case 'clarinet':
      return 'Fingers down, left | right; T: the thumb, R: the register key; A, +B and +C: their keys.'
    default:
      return null
  }
}

type Stringed = 'violin' | 'viola' | 'cello' | 'guitar' | 'mandolin'

/** Open strings as written, lowest first; the guitar is written an octave above where it sounds. */
const STRINGS: Readonly<Record<Stringed, readonly string[]>> = {
  violin: ['G3', 'D4', 'A4', 'E5'],
  viola: ['C3', 'G3', 'D4', 'A4'],
  cello: ['C2', 'G2', 'D3', 'A3'],
  guitar: ['E3', 'A3', 'D4', 'G4', 'B4', 'E5'],
  mandolin: ['G3', 'D4', 'A4', 'E5'],
}

/** Finger for semitones above the open string in first position; the cello's hand spans a third, the guitar's a finger to a fret. */
const UPPER_STRING = [0, 1, 1, 2, 2, 3, 3, 4] as const
const FIRST_POSITION: Readonly<Record<Stringed, readonly number[]>> = {
  violin: UPPER_STRING,
  viola: UPPER_STRING,
  cello: [0, 1, 1, 2, 3, 4, 4],
  guitar: [0, 1, 2, 3, 4],
  mandolin: UPPER_STRING,
}

function isStringed(kind: FingeringKind): kind is Stringed {
  return kind in STRINGS
}

/** The open strings of the instrument as written, lowest first; none for one without. */
export function stringsOf(kind: FingeringKind | null): readonly string[] {
  return kind !== null && isStringed(kind) ? STRINGS[kind] : []
}

/** The open string on which the note lies in first position: the nearest below. Null for an instrument without. */
export function stringOf(kind: FingeringKind, note: string): string | null {
  return stringsOf(kind).findLast((s) => midiOf(s) <= midiOf(note)) ?? null
}

function stringFinger(kind: Stringed, note: string): string | null {
  const string = stringOf(kind, note)
  const finger = string === null ? undefined : FIRST_POSITION[kind][midiOf(note) - midiOf(string)]
  return finger === undefined ? null : String(finger)
}

/** The first ladder of a wind instrument, one finger more for each note; none for one without a table. */
export function fingersFromTheTop(kind: FingeringKind | null): readonly string[] {
  return kind === 'saxophone' || kind === 'flute' || kind === 'clarinet' ? FIRST_LADDER[kind] : []
}

/** All of the first register down, the left hand up with its thumb staying where it has one, and two steps between. */
export const LOW_NOTES: Readonly<
  Partial<Record<FingeringKind, { low: string; up: string; next: readonly string[]; key: string }>>
> = {
  clarinet: { low: 'G3', up: 'F4', next: ['A3', 'Bb3'], key: 'F' },
  saxophone: { low: 'D4', up: 'C#5', next: ['E4', 'F4'], key: 'C' },
}

/**
 * How the written note is fingered, in the signs of the trade: `1-2` valves, `3` slide position or string
 * finger, `123|12` holes. Null where the first register or position does not have it.
 */
export function instrumentFinger(kind: FingeringKind, note: string): string | null {
  switch (kind) {
    case 'keyboard':
    case 'keyboard-right':
      return null
    case 'trumpet-valves':
    case 'horn-b-flat-valves':
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
    case 'guitar':
    case 'mandolin':
      return stringFinger(kind, note)
  }
}
