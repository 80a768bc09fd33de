/** Where the studio is kept. */
export type { ActRow, LatestActs } from './actRows'
export { UnplayableRecord } from './standing'
export type { Head, RecordTrouble, Standing } from './standing'
export {
  backUp,
  backUpDaily,
  checkStudio,
  clearUnfinished,
  removedSince,
  restoreStudio,
} from './backup'
export { unreadableIn } from './unreadableIn'
export { lockStudio } from './fileLock'
export { isDamage, StudioTrouble } from './studioTrouble'
export { openStudio } from './studioStore'
export type { StoredStudents } from './projectionsAtHand'
export type { StudioStore, StudioWriter } from './studioStore'
export { readCopy } from './bringBack'
export type { CopiedRow, InCopy } from './bringBack'
export type { ActAside, TakenUp } from './setAside'
export { NO_COPIES, studioCopies } from './studioCopies'
export type { StudioCopies, TakenOut } from './studioCopies'
export { askForRoom, isFull, NoRoom } from './freeRoom'
