/** The agreement between screen and server. */
export { ACTS_MOST, parseActs } from './actRequests'
export { STUDIO_HEADER } from './studioHeader'
export type { ActsRequest } from './actRequests'
export { studentCardSchema } from './cardRequests'
export { handoverSchema } from './handoverSchema'
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
export { BAR_TROUBLES, parsePassage, PIECE_BASE64_MOST } from './musicRequests'
export type { BarTrouble, Passage, PassageRequest } from './musicRequests'
export { parseBreak, parseMendingChoice, parseTuning } from './studioRequests'
export type { BreakRequest, MendingChoice } from './studioRequests'
export type {
  ActsTaken,
  BreakTaken,
  DemoOpened,
  DeskHead,
  ErrorResponse,
  FileTrouble,
  HandoverTaken,
  HomeLinkListed,
  HomeLinkMade,
  HomeResponse,
  HomeStop,
  PackListed,
  PackResponse,
  PacksResponse,
  PracticeWeekResponse,
  RecentAct,
  SheetEntry,
  SheetResponse,
  StudioTuning,
  TakeTaken,
  AsideMoved,
  AsideResponse,
  BroughtBack,
  CopiesResponse,
  NoteAside,
  StudentCopy,
  StudentInTrouble,
  StudentListed,
  StudentRemoved,
  StudentResponse,
  StudentsResponse,
  StudioMendingResponse,
  StudioResponse,
} from './responses'
export type {
  TakeMeasuring,
  TakeTimingResponse,
  TakeToneResponse,
  TonePicture,
} from './takeResponses'
export { refuse, SERVER_REFUSALS } from './refusalCodes'
export type { CodedRefusal, Outcome, RefusalCode, ServerRefusalCode } from './refusalCodes'
export { parseMeasuring, parseTakeAsked } from './takeRequests'
