/** What an entry lacks once every pack of the chain has said its part: a part alone need not be whole, the whole must. */
import type { SectionName } from './packFile'

/** Fields without which an entry of the section says nothing. */
const NEEDED: Readonly<Record<SectionName, readonly string[]>> = {
  findings: ['text', 'strand', 'place', 'observed'],
  faults: ['name', 'strand', 'severity', 'prior', 'shows', 'why', 'remedies'],
  checks: ['name', 'do', 'minutes', 'asks', 'outcomes'],
  remedies: ['name', 'aim', 'rungs'],
  gates: ['name', 'needs'],
  schools: ['topic', 'name', 'reason', 'advice'],
  setup: ['ask'],
  equipment: ['ask', 'answers'],
}

/** A field an entry lacks. */
export interface MissingField {
  readonly section: SectionName
  readonly id: string
  readonly field: string
}

type Entries = Readonly<Record<string, object>>

/** Every field that is missing in the entries, section by section. */
export function missingFields(
  merged: Readonly<Record<SectionName, Entries>>,
): readonly MissingField[] {
  return Object.entries(NEEDED).flatMap(([name, fields]) => {
    const section = name as SectionName
    return Object.entries(merged[section]).flatMap(([id, entry]) =>
      fields
        .filter((field) => !Object.hasOwn(entry, field))
        .map((field) => ({ section, id, field })),
    )
  })
}
