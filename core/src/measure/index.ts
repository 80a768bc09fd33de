/** Measures of whatever kind: values with their intervals, what they tell, and how much that weighs. */
export { meanAlong, sdAlong, termAlong } from './alongTime'
export { fitBeats, paceOf } from './beat'
export type { BeatRow, FittedBeats, Pace } from './beat'
export { curveAt, fitCurve } from './curve'
export type { Curve } from './curve'
export { RATIO_MOST, ratioOf } from './evidence'
export { measureOf, UNITS } from './measured'
export type { Measured, Unit } from './measured'
export {
  differenceEstimate,
  meanEstimate,
  meanOf,
  medianOf,
  nextEstimate,
  sdEstimate,
  sdOf,
  spreadOf,
} from './spread'
export type { Estimate } from './spread'
export { isClear, isTold, SIDES } from './threshold'
export type { Side, Threshold } from './threshold'
