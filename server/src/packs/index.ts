/** Packs from YAML to knowledge, and the knowledge as the studio has it. */
export { buildLibrary, readLibrary, readPackTexts, sayTrouble } from './library'
export type { PackLibrary } from './library'
export { readPackFile } from './readPackFile'
export { readOnce, recallReadings } from './readings'
export type { PackFileTrouble } from './readPackFile'
export { isPackOf, packDigest, practisedDigest, toKeep } from './knowledgeDigest'
export { openKnowledge } from './studioKnowledge'
export type { PackSaving, StudioKnowledge } from './studioKnowledge'
