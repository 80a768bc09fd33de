/** The notes of a rung on this instrument, before anything is asked about the student's body. */
import { makeExercise } from '../music'
import type { Exercise, ExerciseSpec, HandsAsked, InstrumentSound } from '../music'
import { carefulSound } from './carefulNotes'
import type { Condition, Dose, PackSound, StudentFacts } from '../packs'

/**
 * Beats a minute where nobody said any, by how hard the setting is: slower while it is new, walking where it is
 * known, faster where it has to hold at tempo. Common practice, no source; the teacher's own tempo goes before.
 */
const USUAL_TEMPO: Readonly<Record<Condition, number>> = {
  away: 60,
  isolated: 54,
  exercise: 66,
  'piece-slow': 60,
  'piece-tempo': 88,
  unprompted: 80,
  performance: 88,
}

/** The instrument as this student has it: strings or octaves that are missing, another size, another side. */
export function soundFor(sound: PackSound, facts: StudentFacts): InstrumentSound {
  const { by } = sound
  const answer = by ? facts.equipment[by.fact] : undefined
  if (!by || answer === undefined) return sound
  return {
    ...sound,
    low: by.low[answer] ?? sound.low,
    high: by.high[answer] ?? sound.high,
    transpose: by.transpose[answer] ?? sound.transpose,
    fingering: by.fingering[answer] ?? sound.fingering,
    left: by.left?.[answer] ?? sound.left ?? 'keys',
  }
}

/** What of a rung its notes are made by. */
export interface WithNotes {
  readonly name: string
  readonly condition: Condition
  readonly dose: Dose
  readonly notes?: ExerciseSpec
}

/** Key and tempo asked for instead of the usual ones. */
export interface RungSettings {
  /** Tonic without octave; the pack's own where none is chosen. */
  readonly key?: string
  readonly tempo?: number
  readonly weaker?: 'right' | 'left'
}

/** `quarter = 72` in a dose; null when it says no number. */
function tempoOf(rung: WithNotes): number | null {
  const match = /(\d+)/.exec(rung.dose.tempo ?? '')
  return match ? Number(match[1]) : null
}

/** Which hands the rung speaks of; each by itself where it names none. */
function handsOf(rung: WithNotes): HandsAsked {
  switch (rung.dose.hands) {
    case 'both':
      return 'together'
    case 'right':
    case 'left':
      return rung.dose.hands
    default:
      return 'in-turn'
  }
}

/** The tempo of a rung: what was asked for, what its dose says, or what is usual. */
export function tempoFor(rung: WithNotes, settings: RungSettings = {}): number {
  return settings.tempo ?? tempoOf(rung) ?? USUAL_TEMPO[rung.condition]
}

/** The notes as the pack has them; null for a rung without. */
export function makeNotes(
  rung: WithNotes,
  sound: PackSound,
  facts: StudentFacts,
  settings: RungSettings = {},
): Exercise | null {
  if (!rung.notes) return null
  const made = makeExercise(rung.notes, carefulSound(soundFor(sound, facts), facts), {
    key: settings.key ?? sound.key,
    tempo: tempoFor(rung, settings),
    smallHand: facts.flags.includes('small-hands'),
    looseJoints: facts.flags.includes('loose-joints'),
    weaker: settings.weaker ?? null,
    hands: handsOf(rung),
  })
  return { ...made, title: rung.name }
}
