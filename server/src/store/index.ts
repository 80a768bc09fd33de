/** Where the studio is kept. */
export { openStudio } from './studioStore'
export type { StoredStudent, StudioStore, StudioWriter } from './studioStore'
