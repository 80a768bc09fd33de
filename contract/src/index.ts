/** The agreement between screen and server. */
export { actsRequestSchema, parseActs, studentCardSchema, troublesOf } from './actRequests'
export type { FieldTrouble, IdentifiedRequest } from './actRequests'
export type {
  ErrorResponse,
  PackListed,
  PackResponse,
  PacksResponse,
  RecentAct,
  StudentListed,
  StudentResponse,
  StudentsResponse,
} from './responses'
