/** Practice at home: what wants a place in the week, the week itself, and what it may lead to. */
export { forecastMended, paceOf, PRIOR } from './forecast'
export type { ForecastSettings, ForecastWindow, Pace } from './forecast'
export { DAY_ORDER, practiceItems } from './items'
export type { DayPlace, PracticeItem } from './items'
export { DAYS, NEW_PER_DAY, playingMinutes, weekProgramme, weekWorth } from './programme'
export type { Pin, WeekAsk } from './programme'
export { gained, readWeek, returning } from './week'
export type { Block, BlockReason, GaveWay, Solution, WeekPlan } from './week'
