/** Expected failure as a value: coded facts, whose wording lives in the interface. */
export interface Refusal {
  readonly code: string
  /** Where in the input the trouble is, from the outside in. */
  readonly path: readonly (string | number)[]
  readonly facts?: Readonly<Record<string, string | number>>
}

/** What became of something that may be refused. */
export type Result<T, E = Refusal> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly refusal: E }

/** It was done; this came of it. */
export function good<T>(value: T): { readonly ok: true; readonly value: T } {
  return { ok: true, value }
}

/** It was not done, with a coded reason and its place. */
export function refuse(
  code: string,
  path: readonly (string | number)[],
  facts?: Readonly<Record<string, string | number>>,
): { readonly ok: false; readonly refusal: Refusal } {
  return { ok: false, refusal: facts ? { code, path, facts } : { code, path } }
}
