/** Remedies: ladders fitted to a student, and when a rung is passed. */
export { buildLadder } from './ladder'
export type { Against, LadderPlan, LadderRung, LeftOutRung } from './ladder'
export { adviseRung, triesAsked } from './passRule'
export type { RungAdvice, Tries } from './passRule'
