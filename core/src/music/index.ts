/** Music: pitches, fingering, the making of exercises, and their written forms. */
export { chromaticFinger } from './chromaticFingering'
export { barsOf } from './bars'
export { BEAT_TYPES, beatsOf, CLEFS } from './exercise'
export type { Bar, Clef, Exercise, Hand, InstrumentSound, Line, Mark, Note } from './exercise'
export { fitLine, fitNotes, inside, SPAN_SEMITONES, underOneHand } from './fitCompass'
export { FINGERING_KINDS, instrumentFinger } from './instrumentFingering'
export type { FingeringKind } from './instrumentFingering'
export { joinExercises } from './joinExercises'
export { makeExercise } from './make/makeExercise'
export { cadenceSpan } from './make/cadence'
export { directionWord, TEACHING_STEPS } from './make/keyboard'
export { ARTICULATIONS } from './make/spec'
export type { ArticulationKind, ExerciseSpec, MakingFor } from './make/spec'
export { pluckSettings } from './make/strings'
export { musicXml } from './musicXml'
export { nearerHands, rollRate } from './nearerHand'
export {
  fifthsOf,
  isBlack,
  KEYS_BY_FOURTHS,
  midiOf,
  near,
  octaves,
  scaleFrom,
  scaleOver,
  semitonesOf,
  up,
} from './pitches'
export type { Mode } from './pitches'
export { pluckingDistance, soundingShare } from './pluckingPlace'
export { scaleFingers } from './scaleFingering'
export { spokenOrder } from './spokenOrder'
export type { Spoken } from './spokenOrder'
export { isWritable } from './writtenValues'
export { timeline } from './timeline'
export type { TimedNote } from './timeline'
