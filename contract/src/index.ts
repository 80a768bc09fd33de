/** The agreement between screen and server. */
export { HOME_MINUTES_MOST } from './fields'
export { actsRequestSchema, parseActs } from './actRequests'
export { studentCardSchema } from './cardRequests'
export type { IdentifiedRequest } from './actRequests'
export { RECORD_TABLES } from './recordTables'
export type { RecordTable } from './recordTables'
export { troublesOf } from './fieldTroubles'
export type { FieldTrouble } from './fieldTroubles'
export {
  OWN_SECTIONS,
  PACK_TEXT_MOST,
  packForkSchema,
  parseOwnEntries,
  parsePackFork,
  parsePackImport,
  parseSchools,
} from './knowledgeRequests'
export type {
  OwnEntriesRequest,
  OwnEntry,
  OwnSection,
  PackForkRequest,
  PackImportRequest,
} from './knowledgeRequests'
export { parsePassage } from './musicRequests'
export type { PassageRequest } from './musicRequests'
export { parseBreak, parseMendingChoice } from './studioRequests'
export type { BreakRequest, MendingChoice } from './studioRequests'
export type {
  BreakTaken,
  ErrorResponse,
  FileTrouble,
  HandoverTaken,
  HomeLinkListed,
  HomeResponse,
  PackListed,
  PackResponse,
  PacksResponse,
  PracticeWeekResponse,
  RecentAct,
  StudentListed,
  StudentResponse,
  StudentsResponse,
  StudioMendingResponse,
  StudioResponse,
} from './responses'
