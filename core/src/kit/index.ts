/** The floor of the core: units, days, chance, intervals and expected failure. */
export { assertNever } from './assertNever'
export type { ActId, CaseId, LessonId, StudentId } from './ids'
export type { Bpm, Brand, IsoDate, IsoInstant } from './brand'
export { addDays, daysBetween, parseDay, weekdayOf } from './days'
export { binaryEntropy, decibans } from './entropy'
export { groupBy } from './groupBy'
export { shareDifference, wilson } from './intervals'
export type { ShareInterval } from './intervals'
export { good, refuse } from './result'
export type { Refusal, Result } from './result'
export {
  byKey,
  data,
  either,
  isObject,
  list,
  nullable,
  object,
  optional,
  readShape,
  shapeOfField,
  usually,
} from './builtShapes'
export {
  day,
  dayOrNone,
  digest,
  flag,
  id,
  instant,
  number,
  oneOf,
  packName,
  figureNote,
  pitch,
  text,
  whole,
} from './plainShapes'
export { PATTERNS } from './shape'
export type {
  Field,
  FieldCode,
  FieldFault,
  Form,
  Optional,
  Path,
  Shape,
  ShapeReading,
  ValueOf,
} from './shape'
export { chance, pick, seededRng, shuffle } from './rng'
export type { Rng } from './rng'
export { without } from './without'
export { wordsOf } from './wordsOf'
