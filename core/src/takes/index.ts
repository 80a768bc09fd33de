/** What is kept with a lesson as a file: takes, their readings, and what they say of signs. */
export { colourGrid } from './colourGrid'
export type { ColouredCell } from './colourGrid'
export { GRID_PLACES, GRID_POSITIONS, GRID_TOUCHES } from './gridCell'
export type { GridCell } from './gridCell'
export type { Take, TakeFile, TakeMeasure, TakeOf, TakeReading } from './take'
export {
  againstOwn,
  caseOf,
  latestReading,
  measureNow,
  notToldYet,
  readingsNow,
  strengthOf,
  takeSays,
  verdictByRule,
  notTakenOf,
  whyNotTaken,
  verdictOn,
} from './takeSays'
export type { TakeSays, TakeVerdict, WhyNotTaken } from './takeSays'
