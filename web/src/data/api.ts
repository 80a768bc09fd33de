/** Speaks with the server; a refusal becomes an ApiError with its code. */
import { STUDIO_HEADER } from '@vein-mend/contract'
import type {
  ActsRequest,
  ActsTaken,
  AsideMoved,
  AsideResponse,
  BreakRequest,
  BreakTaken,
  BroughtBack,
  CopiesResponse,
  DemoOpened,
  ErrorResponse,
  HandoverTaken,
  HomeLinkListed,
  HomeLinkMade,
  HomeResponse,
  MendingChoice,
  OwnEntry,
  PackForkRequest,
  PackImportRequest,
  Passage,
  PassageRequest,
  PackResponse,
  PacksResponse,
  PracticeWeekResponse,
  SheetResponse,
  StudentRemoved,
  StudentResponse,
  StudentsResponse,
  StudioMendingResponse,
  StudioResponse,
  StudioTuning,
  TakeMeasuring,
  TakeTaken,
  TakeTimingResponse,
  TakeToneResponse,
} from '@vein-mend/contract'

import type { Schools } from '@vein-mend/core/packs'
import type { ActId, CaseId, LessonId, StudentId } from '@vein-mend/core/kit'
import type { GridCell } from '@vein-mend/core/takes'
import { showLastSeen } from './lastSeen'
import { LAST_SEEN_HEADER } from './lastSeenHeader'
import { seeStudio, studioSeen } from './studioSeen'

/** From here on something in between speaks of a server that is away. */
const SERVER_AWAY = 500

/** The server, or something in its place, answered with a failure. */
export class ApiError extends Error {
  constructor(
    /** Null where the answer is not one of ours: a page in between speaks its own words. */
    readonly refusal: ErrorResponse['error'] | null,
    readonly status: number,
    /** Seconds to wait, where the answer says. */
    readonly retryAfter: number | null,
    /** The studio's server said so; else it is something else that answers at its address, and says nothing of it. */
    readonly ours: boolean,
  ) {
    super(refusal?.code ?? `status ${status}`)
  }

  /** Another program has the studio's address; a page in between that says its server is away is none. */
  get isStranger(): boolean {
    return !this.ours && this.status < SERVER_AWAY
  }
}

function secondsIn(response: Response): number | null {
  const seconds = Number(response.headers.get('retry-after') ?? Number.NaN)
  return Number.isFinite(seconds) && seconds >= 0 ? seconds : null
}

/** Whether our server wrote it: it names its studio and answers in JSON. */
function isOurs(response: Response): boolean {
  const type = response.headers.get('content-type') ?? ''
  const named = (response.headers.get(STUDIO_HEADER) ?? '') !== ''
  return named && type.startsWith('application/json')
}

/** The answer, where it is one of ours; a redirect is none. @throws ApiError; TypeError where nobody answers */
async function ask<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(`/api${path}`, { redirect: 'error', ...init })
  const ours = isOurs(response)
  const lastSeen = response.headers.has(LAST_SEEN_HEADER)
  if (lastSeen) showLastSeen()
  // What this browser kept may be another studio's: it speaks only where nobody has answered yet.
  if (ours && (!lastSeen || studioSeen() === null)) {
    seeStudio(response.headers.get(STUDIO_HEADER))
  }
  const body = ours ? ((await response.json().catch(() => null)) as unknown) : null
  if (ours && response.ok && body !== null) return body as T
  const error = (body as Partial<ErrorResponse> | null)?.error ?? null
  throw new ApiError(error, response.status, secondsIn(response), ours)
}

function send<T>(method: 'POST' | 'PUT' | 'DELETE', path: string, body?: object): Promise<T> {
  return ask<T>(path, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
}

const at = (id: string) => encodeURIComponent(id)

/** What is said with a recording or a picture. */
interface TakeSaid {
  readonly act: ActId
  readonly lesson: LessonId
  readonly case: CaseId | null
  readonly words: string
  /** The rung that played notes were asked to be. */
  readonly rung?: string
  readonly grid?: GridCell | null
}

interface Saved {
  readonly id: string
}

export const api = {
  passage: (request: PassageRequest) => send<Passage>('POST', '/passages', request),
  /** The bytes go as they are; nothing of them is kept in the browser. */
  keepTake: (
    id: StudentId,
    { act, lesson, case: fault, words, rung, grid }: TakeSaid,
    file: Blob,
    signal?: AbortSignal,
  ) => {
    const said = new URLSearchParams({
      act,
      lesson,
      words,
      ...(fault === null ? {} : { case: fault }),
      ...(rung === undefined ? {} : { rung }),
      ...(grid ?? {}),
    })
    return ask<TakeTaken>(`/students/${at(id)}/takes?${said.toString()}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream' },
      body: file,
      ...(signal ? { signal } : {}),
    })
  },
  takeIn: (id: StudentId, handover: object) =>
    send<HandoverTaken>('POST', `/handovers/${at(id)}`, handover),
  takeInArchive: (id: StudentId, archive: File) =>
    ask<HandoverTaken>(`/handovers/${at(id)}`, {
      method: 'POST',
      headers: { 'content-type': 'application/zip' },
      body: archive,
    }),
  handover: (id: StudentId) => ask<{ readonly name: string }>(`/students/${at(id)}/handover`),
  /** Tells nothing but that somebody is there, and by its header who. */
  health: () => ask<{ readonly ok: boolean }>('/health'),
  openDemo: () => send<DemoOpened>('POST', '/demo'),
  students: () => ask<StudentsResponse>('/students'),
  student: (id: string) => ask<StudentResponse>(`/students/${at(id)}`),
  packs: () => ask<PacksResponse>('/packs'),
  pack: (id: string) => ask<PackResponse>(`/packs/${at(id)}`),
  record: (id: StudentId, asked: ActsRequest) =>
    send<ActsTaken>('POST', `/students/${at(id)}/acts`, asked),
  /** `copies`: out of the copies on this machine too. */
  removeStudent: (id: StudentId, { copies }: { readonly copies: boolean }) =>
    send<StudentRemoved>('DELETE', `/students/${at(id)}${copies ? '?copies=1' : ''}`),
  aside: (id: StudentId) => ask<AsideResponse>(`/students/${at(id)}/aside`),
  setAside: (id: StudentId) => send<AsideMoved>('POST', `/students/${at(id)}/aside`),
  takeUpAgain: (id: StudentId) => send<AsideMoved>('DELETE', `/students/${at(id)}/aside`),
  copies: (id: StudentId) => ask<CopiesResponse>(`/students/${at(id)}/copies`),
  bringBack: (id: StudentId, copy: string) =>
    send<BroughtBack>('POST', `/students/${at(id)}/copies/${at(copy)}`),
  onFile: (id: StudentId) => ask<object>(`/students/${at(id)}/on-file`),
  changeEntries: (pack: string, entries: readonly OwnEntry[]) =>
    send<Saved>('POST', `/packs/${at(pack)}/entries`, { entries }),
  forkPack: (pack: string, fork: PackForkRequest) =>
    send<Saved>('POST', `/packs/${at(pack)}/forks`, fork),
  importPack: (request: PackImportRequest) => send<Saved>('POST', '/packs', request),
  packText: async (id: string) => {
    const response = await fetch(`/api/packs/${at(id)}/text`, { redirect: 'error' })
    // A text has no other mark of ours than the studio's name.
    const ours = (response.headers.get(STUDIO_HEADER) ?? '') !== ''
    if (!ours || !response.ok) throw new ApiError(null, response.status, null, ours)
    return response.text()
  },
  dropPack: (pack: string) => send<Saved>('DELETE', `/packs/${at(pack)}`),
  week: (student: string, day: string) =>
    ask<PracticeWeekResponse>(`/students/${at(student)}/week?day=${day}`),
  measureTake: (
    student: StudentId,
    hash: string,
    asked: { readonly act: ActId; readonly case?: CaseId; readonly rung?: string },
    signal?: AbortSignal,
  ) =>
    ask<ActsTaken>(`/students/${at(student)}/takes/${at(hash)}/readings`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(asked),
      ...(signal ? { signal } : {}),
    }),
  measuring: (student: StudentId, act: ActId) =>
    ask<TakeMeasuring>(`/students/${at(student)}/measuring/${at(act)}`),
  takeTone: (student: StudentId, hash: string) =>
    ask<TakeToneResponse>(`/students/${at(student)}/takes/${at(hash)}/tone`),
  tuning: () => ask<StudioTuning>('/studio/tuning'),
  chooseTuning: (tuning: StudioTuning) => send<StudioTuning>('PUT', '/studio/tuning', tuning),
  takeTiming: (student: StudentId, hash: string) =>
    ask<TakeTimingResponse>(`/students/${at(student)}/takes/${at(hash)}/timing`),
  sheet: (student: string, day: string) =>
    ask<SheetResponse>(`/students/${at(student)}/sheet?day=${day}`),
  homeLinks: (student: string) =>
    ask<{ links: readonly HomeLinkListed[] }>(`/students/${at(student)}/home-links`),
  makeHomeLink: (student: string) =>
    send<HomeLinkMade>('POST', `/students/${at(student)}/home-links`),
  revokeHomeLinks: (student: string) =>
    send<{ links: readonly HomeLinkListed[] }>('DELETE', `/students/${at(student)}/home-links`),
  home: (token: string) => ask<HomeResponse>(`/home/${at(token)}`),
  recordHome: (token: string, asked: ActsRequest) =>
    send<ActsTaken>('POST', `/home/${at(token)}/acts`, asked),
  noteBreak: (request: BreakRequest) => send<BreakTaken>('POST', '/studio/breaks', request),
  mending: () => ask<StudioMendingResponse>('/studio/mending'),
  chooseMending: (choice: MendingChoice) =>
    send<StudioMendingResponse>('PUT', '/studio/mending', choice),
  studio: () => ask<StudioResponse>('/studio'),
  chooseSchools: (schools: Schools) => send<StudioResponse>('PUT', '/studio/schools', { schools }),
}
