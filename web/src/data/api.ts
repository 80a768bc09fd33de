/** Speaks with the server; a refusal becomes an ApiError with its code. */
import type {
  BreakRequest,
  BreakTaken,
  ErrorResponse,
  HandoverTaken,
  HomeLinkListed,
  HomeResponse,
  IdentifiedRequest,
  MendingChoice,
  OwnEntry,
  PackForkRequest,
  PassageRequest,
  PackResponse,
  PacksResponse,
  PracticeWeekResponse,
  StudentResponse,
  StudentsResponse,
  StudioMendingResponse,
  StudioResponse,
} from '@vein-mend/contract'
import type { Exercise } from '@vein-mend/core/music'
import type { Schools } from '@vein-mend/core/packs'
import type { StudentId } from '@vein-mend/core/record'

export class ApiError extends Error {
  constructor(
    readonly refusal: ErrorResponse['error'],
    readonly status: number,
  ) {
    super(refusal.code)
  }
}

async function ask<T>(path: string, init?: RequestInit): Promise<T> {
  const response = await fetch(`/api${path}`, init)
  if (response.ok) return (await response.json()) as T
  const body = (await response.json().catch(() => null)) as ErrorResponse | null
  throw new ApiError(body?.error ?? { code: 'server_fault', path: [] }, response.status)
}

function send<T>(method: 'POST' | 'PUT' | 'DELETE', path: string, body?: object): Promise<T> {
  return ask<T>(path, {
    method,
    headers: { 'content-type': 'application/json' },
    ...(body ? { body: JSON.stringify(body) } : {}),
  })
}

const at = (id: string) => encodeURIComponent(id)

interface Saved {
  readonly id: string
}

export const api = {
  passage: (request: PassageRequest) => send<{ exercise: Exercise }>('POST', '/passages', request),
  takeIn: (id: StudentId, handover: object) =>
    send<HandoverTaken>('POST', `/handovers/${at(id)}`, handover),
  students: () => ask<StudentsResponse>('/students'),
  student: (id: string) => ask<StudentResponse>(`/students/${at(id)}`),
  packs: () => ask<PacksResponse>('/packs'),
  pack: (id: string) => ask<PackResponse>(`/packs/${at(id)}`),
  record: (id: StudentId, acts: readonly IdentifiedRequest[]) =>
    send<StudentResponse>('POST', `/students/${at(id)}/acts`, { acts }),
  changeEntries: (pack: string, entries: readonly OwnEntry[]) =>
    send<Saved>('POST', `/packs/${at(pack)}/entries`, { entries }),
  forkPack: (pack: string, fork: PackForkRequest) =>
    send<Saved>('POST', `/packs/${at(pack)}/forks`, fork),
  importPack: (yaml: string) => send<Saved>('POST', '/packs', { yaml }),
  dropPack: (pack: string) => send<Saved>('DELETE', `/packs/${at(pack)}`),
  week: (student: string, day: string) =>
    ask<PracticeWeekResponse>(`/students/${at(student)}/week?day=${day}`),
  homeLinks: (student: string) =>
    ask<{ links: readonly HomeLinkListed[] }>(`/students/${at(student)}/home-links`),
  makeHomeLink: (student: string) =>
    send<{ token: string; expires: string }>('POST', `/students/${at(student)}/home-links`),
  revokeHomeLinks: (student: string) =>
    send<{ links: readonly HomeLinkListed[] }>('DELETE', `/students/${at(student)}/home-links`),
  home: (token: string) => ask<HomeResponse>(`/home/${at(token)}`),
  recordHome: (token: string, acts: readonly IdentifiedRequest[]) =>
    send<HomeResponse>('POST', `/home/${at(token)}/acts`, { acts }),
  noteBreak: (request: BreakRequest) => send<BreakTaken>('POST', '/studio/breaks', request),
  mending: () => ask<StudioMendingResponse>('/studio/mending'),
  chooseMending: (choice: MendingChoice) =>
    send<StudioMendingResponse>('PUT', '/studio/mending', choice),
  studio: () => ask<StudioResponse>('/studio'),
  chooseSchools: (schools: Schools) => send<StudioResponse>('PUT', '/studio/schools', { schools }),
}
