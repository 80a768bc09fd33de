/** What to watch over the weeks: repairs that are stuck, hands that lag, what a term has brought. */
export { handOfFault, HANDS, lagOf } from './lag'
export type { Lag, LagFinding, Load, WhichHand } from './lag'
export { progressOf } from './progress'
export type { Progress, ProgressFault } from './progress'
export { stuckOf } from './stuck'
export type { Stuck, StuckTry, StuckWhy } from './stuck'
