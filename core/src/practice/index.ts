/** Practice at home: what wants a place in the week, the week itself, and what it may lead to. */
export { weekAsk } from './ask'
export { fillWeek } from './fillWeek'
export { forecastMended, paceOf, PRIOR, usualGapDays } from './forecast'
export type { ForecastSettings, ForecastWindow, Pace } from './forecast'
export { forecastGate, gateAhead } from './forecastGate'
export type { GateAhead, GatePace, NeedPace } from './forecastGate'
export { handWeek } from './handWeek'
export type { WeekGrid } from './handWeek'
export { DAY_ORDER, practiceItems, rungOfItem } from './items'
export type { DayPlace, PracticeItem } from './items'
export { playedAtHome } from './playedAtHome'
export type { PlayedAtHome } from './playedAtHome'
export { DAYS, NEW_PER_DAY, playingMinutes, weekProgramme, weekWorth } from './programme'
export type { Pin, WeekAsk } from './programme'
export { blocksToGive, gained, gridOf, isGiven, readWeek, returning } from './week'
export type { Block, BlockReason, GaveWay, DayPlan, Solution, WeekPlan } from './week'
export {
  BEATS_BEFORE_SWAP,
  FOOT_ASKED,
  footHeld,
  steadiness,
  swapsKept,
  swapTurn,
  TAPS_ASKED,
  turnsMissed,
} from './tapping'
export type { FootHeld, Steadiness, SwapKept, Tap, TapTask } from './tapping'
export { rungLines, weekRows } from './sheet'
export type { RungLines, RungReader, WeekRow } from './sheet'
export { aimOf, homeInstruction, toldAtHome } from './toldAtHome'
export type { ToldAtHome } from './toldAtHome'
export { askFinger, askStep, judgeOrder, trainersFor } from './trainers'
export type { FingerAsked, Move, StepAsked, TrainedExercise, Trainer } from './trainers'
