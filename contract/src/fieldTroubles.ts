/** A failed validation as coded facts, field by field; wording lives in the interface. */
import type { ValidationError } from 'yup'

export interface FieldTrouble {
  readonly path: readonly (string | number)[]
  readonly code: string
}

function toPath(path: string): (string | number)[] {
  return path
    .split(/[.[\]"]+/)
    .filter((part) => part !== '')
    .map((part) => (/^\d+$/.test(part) ? Number(part) : part))
}

/** Field by field, what a failed validation found. */
export function troublesOf(error: ValidationError): readonly FieldTrouble[] {
  const all = error.inner.length > 0 ? error.inner : [error]
  return all.map((e) => ({
    path: toPath(e.path ?? ''),
    code: /^[a-z_]+$/.test(e.message) ? e.message : (e.type ?? 'not_understood'),
  }))
}
