/** The notes of a rung, made for these hands on this instrument. */
import type { Bpm } from '../kit'
import { makeExercise } from '../music'
import type { Exercise, InstrumentSound } from '../music'
import type { Knowledge, PackSound, StudentFacts } from '../packs'
import type { LadderRung } from './ladder'

/** Where nothing is known yet: a walking pace. */
const USUAL_TEMPO = 60

/** The instrument as this student has it: strings or octaves that are missing are left out. */
export function soundFor(sound: PackSound, facts: StudentFacts): InstrumentSound {
  const { by } = sound
  const answer = by ? facts.equipment[by.fact] : undefined
  if (!by || answer === undefined) return sound
  return { ...sound, low: by.low[answer] ?? sound.low, high: by.high[answer] ?? sound.high }
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

/** Null for a rung without notes, or an instrument whose sound is not known. */
export function rungExercise(
  rung: LadderRung,
  knowledge: Knowledge,
  facts: StudentFacts,
  settings: RungSettings = {},
): Exercise | null {
  const tempo = settings.tempo ?? tempoOf(rung) ?? USUAL_TEMPO
  if (rung.own) return { ...rung.own, tempo: tempo as Bpm }
  if (!rung.notes || !knowledge.sound) return null
  const made = makeExercise(rung.notes, soundFor(knowledge.sound, facts), {
    key: settings.key ?? knowledge.sound.key,
    tempo,
    smallHand: facts.flags.includes('small-hands'),
    weaker: settings.weaker ?? null,
  })
  return { ...made, title: rung.name }
}
