/** Knowledge back in the form in which a pack is written, entry by entry. */
import { writeOutcome } from './outcomes'
import type { Check, Fault, Finding, PassRule, Remedy, Rung } from './knowledge'
import { writeWithin } from './within'
import type { CheckEntry, FaultEntry, FindingEntry, RemedyEntry, RungEntry } from './packFile'

/** The rule as it is said to a student. */
export function sayPass(rule: PassRule): string {
  const clean =
    rule.kind === 'share' ? `${rule.clean} clean of ${rule.of}` : `${rule.clean} clean in a row`
  return rule.within ? `${clean}, measured: ${writeWithin(rule.within)}` : clean
}

/** `4 of 5` or `5 in a row`, with what has to be measured after a comma; the reverse of `parsePass`. */
export function writePass(rule: PassRule): string {
  const clean = rule.kind === 'share' ? `${rule.clean} of ${rule.of}` : `${rule.clean} in a row`
  return rule.within ? `${clean}, ${writeWithin(rule.within)}` : clean
}

/** The fields that say something; empty lists and maps are left unwritten. */
function filled<T extends object>(fields: T): Partial<T> {
  const says = ([, value]: [string, unknown]) =>
    value !== undefined &&
    !(Array.isArray(value) && value.length === 0) &&
    !(typeof value === 'object' && value !== null && Object.keys(value).length === 0)
  return Object.fromEntries(Object.entries(fields).filter(says)) as Partial<T>
}

/** The finding as an entry of a pack. */
export function writeFinding(f: Finding): FindingEntry {
  const { text, strand, place, observed, aliases, leak, stop } = f
  return {
    text,
    strand,
    place,
    observed,
    leak,
    ...filled({ aliases, stop, measured: f.measured }),
    ...(f.byCheckOnly ? { by_check: true } : {}),
  }
}

/** The fault as an entry of a pack. */
export function writeFault(f: Fault): FaultEntry {
  const { name, strand, severity, prior, shows, why, remedies, source } = f
  return {
    name,
    strand,
    severity,
    ...(f.notThePlayer === true ? { not_the_player: true } : {}),
    ...(f.taughtFrom ? { taught_from: f.taughtFrom } : {}),
    ...(f.taughtWith === undefined ? {} : { taught_with: f.taughtWith }),
    prior,
    shows,
    why,
    remedies,
    source,
    ...filled({
      likelier: f.likelier,
      leads_to: f.leadsTo,
      cautions: f.cautions,
      forbids: f.forbids,
    }),
    ...filled({ cues: f.cues.map(({ words, image }) => (image ? { words, image } : words)) }),
  }
}

/** The check as an entry of a pack. */
export function writeCheck(c: Check): CheckEntry {
  const { name, minutes, avoid, loads, strain } = c
  const [only = '', ...others] = c.asks
  const asks = others.length === 0 ? only : c.asks
  const outcomes = c.outcomes.map(({ label, says }) => writeOutcome(c.asks, label, says))
  const does = c.does === 'plays' ? {} : { does: c.does }
  return {
    name,
    do: c.instruction,
    minutes,
    asks,
    outcomes,
    ...does,
    loads,
    ...filled({ avoid, strain }),
  }
}

function writeRung(r: Rung): RungEntry {
  const { name, way, dose, avoid, does, loads, strain, school, instead, together, alone, notes } = r
  return {
    name,
    do: r.instruction,
    way,
    at: r.condition,
    dose,
    pass: writePass(r.pass),
    loads,
    ...(does ? { does } : {}),
    ...filled({
      avoid,
      strain,
      school,
      instead,
      instead_notes: r.insteadNotes,
      together,
      alone,
      notes,
    }),
  }
}

/** The remedy as an entry of a pack. */
export function writeRemedy(r: Remedy): RemedyEntry {
  const { name, aim, avoid } = r
  // What one rung alone loads is written with that rung.
  const loads = r.loads.filter((part) => r.rungs.every((rung) => rung.loads.includes(part)))
  return { name, aim, rungs: r.rungs.map(writeRung), ...filled({ loads, avoid }) }
}
