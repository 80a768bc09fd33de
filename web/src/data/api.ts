/** Speaks with the server; a refusal becomes an ApiError with its code. */
import type {
  ErrorResponse,
  IdentifiedRequest,
  PackResponse,
  PacksResponse,
  StudentResponse,
  StudentsResponse,
} from '@vein-mend/contract'
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

export const api = {
  students: () => ask<StudentsResponse>('/students'),
  student: (id: string) => ask<StudentResponse>(`/students/${encodeURIComponent(id)}`),
  packs: () => ask<PacksResponse>('/packs'),
  pack: (id: string) => ask<PackResponse>(`/packs/${encodeURIComponent(id)}`),
  record: (id: StudentId, acts: readonly IdentifiedRequest[]) =>
    ask<StudentResponse>(`/students/${encodeURIComponent(id)}/acts`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ acts }),
    }),
}
