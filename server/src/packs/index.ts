/** Packs from YAML to knowledge. */
export { buildLibrary, readLibrary, sayTrouble } from './library'
export type { PackLibrary } from './library'
export { readPackFile } from './readPackFile'
export type { PackFileTrouble } from './readPackFile'
