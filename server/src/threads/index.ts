/** Threads for what is heavy: engraving, solving, printing, reading what comes in. */
export { Left, Thread, TooHeavy } from './thread'
export type { Asking, ThreadLimits } from './thread'
