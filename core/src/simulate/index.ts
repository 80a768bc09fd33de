/** Simulated students, for the demo studio and for judging our own conclusions. */
export { playStudent } from './playStudent'
export type { HiddenFault, StudentScript } from './playStudent'
export { measureSeparability } from './separability'
export type { FaultSeparability, PackSeparability } from './separability'
export { compareMendedRules } from './compareMendedRules'
export type { RuleOutcome } from './compareMendedRules'
