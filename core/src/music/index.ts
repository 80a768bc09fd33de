/** Music: pitches, fingering, the making of exercises, and their written forms. */
export { chromaticFingers } from './chromaticFingering'
export { barsOf } from './bars'
export { BEAT_TYPES, beatsOf, CLEFS, MARKS } from './exercise'
export type { Bar, Clef, Exercise, Hand, InstrumentSound, Line, Mark, Note } from './exercise'
export { fitLine, fitNotes, inside, SPAN_SEMITONES, underOneHand } from './fitCompass'
export {
  FINGERING_KINDS,
  fingersFromTheTop,
  instrumentFinger,
  LOW_NOTES,
  stringsOf,
} from './instrumentFingering'
export type { FingeringKind } from './instrumentFingering'
export type { LeftHand } from './exercise'
export { joinExercises } from './joinExercises'
export { makeExercise } from './make/makeExercise'
export { cadenceSpan } from './make/cadence'
export { ARTICULATIONS, TOUCHES } from './make/spec'
export type { ArticulationKind, ExerciseSpec, HandsAsked, MakingFor, Touch } from './make/spec'
export { pluckSettings, shapeAt } from './make/strings'
export { musicXml } from './musicXml'
export { nearerHands, rollRate } from './nearerHand'
export {
  flatNamed,
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
