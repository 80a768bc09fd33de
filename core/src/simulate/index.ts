/** Simulated students, for the demo studio and for judging our own conclusions. */
export { compareWithTruth } from './compareWithTruth'
export type { ComparedStudent, TruthReport } from './compareWithTruth'
export { playStudent, playStudentInFull } from './playStudent'
export type {
  HiddenFault,
  LessonTruth,
  PlayedStudent,
  ScriptBreak,
  ScriptLevels,
  StudentScript,
} from './studentScript'
export { DISTURBED } from './disturb'
export { measureDisturbed, measureSeparability } from './separability'
export type { DisturbedSeparability, FaultSeparability, PackSeparability } from './separability'
export { compareMendedRules } from './compareMendedRules'
export type { RuleOutcome, WayOfLooking } from './compareMendedRules'
