/** Where the studio is kept. */
export type { ActRow, LatestActs } from './actRows'
export { UnplayableRecord } from './standing'
export type { Head, RecordTrouble, Standing } from './standing'
export { openStudio } from './studioStore'
export type { StoredStudents } from './projectionsAtHand'
export type { StudioStore, StudioWriter } from './studioStore'
