/** Reads the text of a handover file; in a thread, since it comes from anywhere and may be long. */
import { refuse, readHandover } from '@vein-mend/core/record'
import type { HandoverReading } from '@vein-mend/core/record'

export function readText({ text }: { readonly text: string }): HandoverReading {
  let value: unknown
  try {
    value = JSON.parse(text)
  } catch {
    return { ok: false, refusal: refuse('not_a_handover', [], { why: 'not_json' }), faults: [] }
  }
  return readHandover(value)
}
