/** The notes of a rung, made for these hands on this instrument. */
import type { Bpm } from '../kit'
import { makeExercise } from '../music'
import type { Exercise, HandsAsked, InstrumentSound } from '../music'
import type { Condition, Knowledge, PackSound, StudentFacts } from '../packs'
import type { LadderRung } from './ladder'

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

/** Key and tempo asked for instead of the usual ones. */
export interface RungSettings {
  /** Tonic without octave; the pack's own where none is chosen. */
  readonly key?: string
  readonly tempo?: number
  readonly weaker?: 'right' | 'left'
}

/** `quarter = 72` in a dose; null when it says no number. */
function tempoOf(rung: LadderRung): number | null {
  const match = /(\d+)/.exec(rung.dose.tempo ?? '')
  return match ? Number(match[1]) : null
}

/** Which hands the rung speaks of; each by itself where it names none. */
function handsOf(rung: LadderRung): HandsAsked {
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

/** Null for a rung without notes, or an instrument whose sound is not known. */
export function rungExercise(
  rung: LadderRung,
  knowledge: Knowledge,
  facts: StudentFacts,
  settings: RungSettings = {},
): Exercise | null {
  const tempo = settings.tempo ?? tempoOf(rung) ?? USUAL_TEMPO[rung.condition]
  if (rung.own) return { ...rung.own, tempo: tempo as Bpm }
  if (!rung.notes || !knowledge.sound) return null
  const made = makeExercise(rung.notes, soundFor(knowledge.sound, facts), {
    key: settings.key ?? knowledge.sound.key,
    tempo,
    smallHand: facts.flags.includes('small-hands'),
    looseJoints: facts.flags.includes('loose-joints'),
    weaker: settings.weaker ?? null,
    hands: handsOf(rung),
  })
  return { ...made, title: rung.name }
}
