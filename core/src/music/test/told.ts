/** Instruments for tests, and a staff told in one line, so that what is expected can be read and written by hand. */
import type { InstrumentSound, Line, MakingFor, Mark, Note } from '../index'

const SIGNS: Readonly<Record<Mark, string>> = {
  staccato: '.',
  tenuto: '_',
  accent: '>',
  roll: '~',
  lift: '^',
  'down-bow': 'n',
  'up-bow': 'v',
  harmonic: 'o',
  breath: ',',
}

function toldNote({ pitches, beats, fingers, marks, strokes, slur, words }: Note): string {
  const signs = (marks ?? []).map((m) => SIGNS[m]).join('')
  return [
    slur === 'start' ? '(' : '',
    pitches.length === 0 ? '-' : pitches.join('+'),
    beats === 1 ? '' : `:${beats}`,
    fingers === undefined ? '' : `[${fingers.join('')}]`,
    signs,
    strokes === undefined ? '' : String(strokes),
    words === undefined ? '' : `"${words}"`,
    slur === 'end' ? ')' : '',
  ].join('')
}

/**
 * Note by note: pitches (`-` for a rest), `:2` where it does not last one beat, `[135]` fingers, signs (`.` staccato,
 * `_` tenuto, `~` roll with its strokes a second, `^` lift, `n` and `v` bows, `o` harmonic, `,` breath), words in
 * quotes, a slur in brackets.
 */
export function told(line: Line | undefined): string {
  return (line?.notes ?? []).map(toldNote).join(' ')
}

/** The pitches alone. */
export function pitchesTold(line: Line | undefined): string {
  return (line?.notes ?? []).map((n) => n.pitches.join('+') || '-').join(' ')
}

export const PIANO: InstrumentSound = {
  clef: 'treble',
  lowerClef: 'bass',
  transpose: 0,
  low: 'A0',
  high: 'C8',
  home: 'C4',
  family: 'keyboard',
  fingering: 'keyboard',
}

/** One staff, and nothing said of the fingers. */
function single(
  family: InstrumentSound['family'],
  low: string,
  home: string,
  high: string,
  more: Partial<InstrumentSound> = {},
): InstrumentSound {
  return { ...PIANO, lowerClef: null, family, low, home, high, fingering: null, ...more }
}

export const VIOLIN = single('bowed', 'G3', 'D4', 'A7', { fingering: 'violin' })
export const CELLO = single('bowed', 'C2', 'G2', 'C5', { fingering: 'cello', clef: 'bass' })
export const GUITAR = single('plucked', 'E3', 'C4', 'B6', { fingering: 'guitar' })
export const CLARINET = single('reed', 'E3', 'G4', 'C6', { fingering: 'clarinet' })
export const SAXOPHONE = single('reed', 'Bb3', 'G4', 'F6', { fingering: 'saxophone' })
export const OBOE = single('reed', 'Bb3', 'G4', 'F6')
export const FLUTE = single('flute', 'C4', 'B4', 'C7', { fingering: 'flute' })
export const TRUMPET = single('brass', 'F#3', 'C4', 'C6', { fingering: 'trumpet-valves' })
export const TROMBONE = single('brass', 'E2', 'Bb2', 'F4', {
  fingering: 'trombone-slide',
  clef: 'bass',
})
export const MARIMBA = single('mallets', 'C2', 'C4', 'C7')
export const HARP: InstrumentSound = {
  ...PIANO,
  family: 'harp',
  low: 'C2',
  high: 'G6',
  home: 'C4',
  fingering: null,
}
export const ACCORDION: InstrumentSound = {
  ...PIANO,
  low: 'C2',
  high: 'A6',
  fingering: 'keyboard-right',
  left: 'buttons',
}

export const STUDENT: MakingFor = {
  key: 'C',
  tempo: 60,
  smallHand: false,
  weaker: null,
  looseJoints: false,
  hands: 'in-turn',
}
