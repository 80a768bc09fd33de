/** What a studio learns from its own settled cases. */
export { mendingHistories } from './mendingHistories'
export {
  brierScore,
  calibrate,
  DIAGNOSES_ENOUGH,
  forecastsOf,
  reliabilityTable,
} from './calibration'
export type { Calibration, Forecast, ReliabilityRow } from './calibration'
export { learnedPriors, PACK_WORTH_STUDENTS, withLearnedPriors } from './learnPriors'
export type { LearnedPrior } from './learnPriors'
export { settledDiagnoses } from './settledDiagnosis'
export type { SettledDiagnosis } from './settledDiagnosis'
export { studentSpans } from './spans'
export type { FaultSpan, StudentSpans } from './spans'
