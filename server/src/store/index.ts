/** Where the studio is kept. */
export type { LatestActs } from './readActs'
export { openStudio } from './studioStore'
export type { StoredStudent, StudioStore, StudioWriter } from './studioStore'
