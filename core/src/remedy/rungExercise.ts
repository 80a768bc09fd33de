/** The notes of a rung, made for these hands on this instrument. */
import type { Bpm } from '../kit'
import type { Exercise } from '../music'
import type { Knowledge, StudentFacts } from '../packs'
import { carefulNotes } from './carefulNotes'
import type { LadderRung } from './ladder'
import { makeNotes, soundFor, tempoFor } from './rungNotes'
import type { RungSettings } from './rungNotes'

/** Null for a rung without notes, or an instrument whose sound is not known. */
export function rungExercise(
  rung: LadderRung,
  knowledge: Knowledge,
  facts: StudentFacts,
  settings: RungSettings = {},
): Exercise | null {
  // Notes of the student's own are theirs.
  if (rung.own) return { ...rung.own, tempo: tempoFor(rung, settings) as Bpm }
  const { sound, playing } = knowledge
  const made = sound ? makeNotes(rung, sound, facts, settings) : null
  return made && sound ? carefulNotes(made, soundFor(sound, facts), playing, facts) : null
}
