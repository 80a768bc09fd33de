/** Core's shapes as Yup schemas, for requests and for forms: the same rules, the same codes, the same places. */
import { readShape } from '@vein-mend/core/kit'
import type { FieldFault, Path, Shape } from '@vein-mend/core/kit'
import * as yup from 'yup'

/** A place as Yup writes it: `acts[0].card.name`. */
function yupPath(path: Path): string {
  return path.reduce<string>(
    (text, part) =>
      typeof part === 'number' ? `${text}[${part}]` : text === '' ? part : `${text}.${part}`,
    '',
  )
}

function errorOf(faults: readonly FieldFault[], value: unknown): yup.ValidationError {
  const inner = faults.map((f) => new yup.ValidationError(f.code, value, yupPath(f.path)))
  return new yup.ValidationError(inner, value)
}

/** Takes what the shape takes, as the shape takes it: trimmed, usual values filled in, the rest left behind. */
export function schemaOf<T extends object>(shape: Shape<T>): yup.Schema<T> {
  return yup
    .mixed<T>()
    .transform((value: unknown): unknown => {
      const read = readShape(shape, value)
      return read.ok ? read.value : value
    })
    .test((value: unknown) => {
      const read = readShape(shape, value)
      return read.ok || errorOf(read.faults, value)
    })
    .required('missing')
}

/** The value as the shape takes it. @throws yup.ValidationError naming every field that is wrong */
export function parseAs<T extends object>(shape: Shape<T>, value: unknown): T {
  const read = readShape(shape, value)
  if (read.ok) return read.value
  throw errorOf(read.faults, value)
}
