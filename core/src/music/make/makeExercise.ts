/** From what a rung asks to the notes for this student on this instrument. */
import { assertNever } from '../../kit'
import type { Exercise, InstrumentSound } from '../exercise'
import { articulation } from './articulation'
import { onButtons } from './buttons'
import { cadence } from './cadence'
import { figure } from './figure'
import { growth } from './growth'
import * as keyboard from './keyboard'
import type { ExerciseSpec, MakingFor } from './spec'
import * as strings from './strings'
import * as winds from './winds'

/** Pure and deterministic: the same spec, instrument and student give the same notes. */
export function makeExercise(
  spec: ExerciseSpec,
  sound: InstrumentSound,
  student: MakingFor,
): Exercise {
  const made = onKeys(spec, sound, student)
  return sound.left === 'buttons' ? onButtons(made, spec) : made
}

function onKeys(spec: ExerciseSpec, sound: InstrumentSound, student: MakingFor): Exercise {
  switch (spec.make) {
    case 'growth':
      return growth(spec, sound, student)
    case 'blocks':
      return keyboard.blocks(spec, sound, student)
    case 'shifts':
      return keyboard.shifts(spec, sound, student)
    case 'together':
      return keyboard.together(spec, sound, student)
    case 'articulation':
      return articulation(spec, sound, student)
    case 'cadence':
      return cadence(spec, sound, student)
    case 'chromatic':
      return keyboard.chromatic(spec, sound, student)
    case 'low-note':
      return winds.lowNotes(spec, sound, student)
    case 'add-a-finger':
      return winds.addAFinger(sound, student)
    case 'switching':
      return winds.switching(spec, sound, student)
    case 'long-notes':
      return winds.longNotes(spec, sound, student)
    case 'rolls':
      return strings.rolls(spec, sound, student)
    case 'harp':
      return strings.harp(spec, sound, student)
    case 'repeated':
      return strings.repeated(spec, sound, student)
    case 'pluck':
      return strings.pluck(spec, sound, student)
    case 'bows':
      return strings.bows(spec, sound, student)
    case 'drone':
      return strings.drone(sound, student)
    case 'figure':
      return figure(spec, sound, student)
    default:
      return assertNever(spec)
  }
}
