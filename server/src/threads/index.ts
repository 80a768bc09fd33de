/** Threads for what is heavy: engraving, solving, printing, reading what comes in. */
export { Thread, TooHeavy } from './thread'
export type { ThreadLimits } from './thread'
