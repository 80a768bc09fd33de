/** What an instrument leaves out takes along all that only spoke of it. */
import type { Check, Fault, Gate, Knowledge, SetupPoint } from './knowledge'
import type { FaultEntry, PackFile } from './packFile'

type Omittable = 'faults' | 'findings' | 'gates'

function omittedIds(chain: readonly PackFile[], section: Omittable): Set<string> {
  return new Set(chain.flatMap((file) => file.omit?.[section] ?? []))
}

/** The entries of the faults that were left out, from wherever in the chain they were written. */
function omittedFaults(chain: readonly PackFile[], omitted: ReadonlySet<string>): FaultEntry[] {
  return chain.flatMap((file) =>
    Object.entries(file.faults ?? {}).flatMap(([id, entry]) => (omitted.has(id) ? [entry] : [])),
  )
}

function pruned(links: Readonly<Record<string, number>>, gone: ReadonlySet<string>) {
  return Object.fromEntries(Object.entries(links).filter(([id]) => !gone.has(id)))
}

function stillShown(faults: readonly Fault[]): ReadonlySet<string> {
  return new Set(faults.flatMap((f) => Object.keys(f.shows)))
}

/** A check none of whose signs is left is gone; one of several is only taken out of it. */
function withoutFindings(check: Check, gone: ReadonlySet<string>): Check | null {
  const outcomes = check.outcomes
    .map((o) => ({
      ...o,
      says: Object.fromEntries(Object.entries(o.says).filter(([id]) => !gone.has(id))),
    }))
    // An answer that only spoke of what is gone goes with it.
    .filter((o) => Object.keys(o.says).length > 0)
  const asks = check.asks.filter((id) => !gone.has(id))
  return asks.length === 0 || outcomes.length < 2 ? null : { ...check, asks, outcomes }
}

/** A point of the set-up that says nothing any more is gone. */
function withoutSetup(point: SetupPoint, gone: ReadonlySet<string>): SetupPoint | null {
  const still = (id: string | null) => (id !== null && gone.has(id) ? null : id)
  const number = point.number && {
    ...point.number,
    below: still(point.number.below),
    above: still(point.number.above),
  }
  const parts = point.parts.filter((p) => p.finding === null || !gone.has(p.finding))
  const silent = parts.every((p) => p.finding === null)
  return silent && number === null ? null : { ...point, parts, number }
}

/** A technique whose gate is gone is taught from the first. */
function withoutGate(fault: Fault, goneGates: ReadonlySet<string>): Fault {
  const { taughtWith, ...others } = fault
  return taughtWith !== undefined && goneGates.has(taughtWith) ? others : fault
}

/** A gate none of whose needs is left to be seen is gone, and nothing waits for a gate that is gone. */
function withoutGates(gates: readonly Gate[], gone: ReadonlySet<string>, goneGates: Set<string>) {
  const left = gates.flatMap((gate) => {
    const needs = gate.needs.filter((n) => !gone.has(n.without))
    if (needs.length > 0) return [{ ...gate, needs }]
    goneGates.add(gate.id)
    return []
  })
  const still = (ids: readonly string[]) => ids.filter((id) => !goneGates.has(id))
  return left.map((gate) => ({
    ...gate,
    after: still(gate.after),
    afterIn: Object.fromEntries(
      Object.entries(gate.afterIn).map(([school, ids]) => [school, still(ids)]),
    ),
  }))
}

/**
 * Drops links to faults and findings that were left out, and the findings, checks and remedies that no
 * remaining fault needs although a left-out one did.
 */
export function withoutOmitted(chain: readonly PackFile[], knowledge: Knowledge): Knowledge {
  const goneFaults = omittedIds(chain, 'faults')
  const goneFindings = omittedIds(chain, 'findings')
  const goneGates = omittedIds(chain, 'gates')
  if (goneFaults.size + goneFindings.size + goneGates.size === 0) return knowledge
  const here = new Set(knowledge.findings.map((f) => f.id))
  for (const id of [...goneFindings]) if (here.has(id)) goneFindings.delete(id)
  const faults = knowledge.faults.map((f) => ({
    ...f,
    shows: pruned(f.shows, goneFindings),
    leadsTo: pruned(f.leadsTo, goneFaults),
  }))
  const left = omittedFaults(chain, goneFaults)
  const shown = stillShown(faults)
  for (const id of left.flatMap((f) => Object.keys(f.shows)))
    if (!shown.has(id)) goneFindings.add(id)
  const needed = new Set(faults.flatMap((f) => f.remedies))
  const goneRemedies = new Set(left.flatMap((f) => f.remedies).filter((id) => !needed.has(id)))
  const gates = withoutGates(knowledge.gates, goneFindings, goneGates)
  return {
    ...knowledge,
    faults: faults.map((f) => withoutGate(f, goneGates)),
    findings: knowledge.findings.filter((f) => !goneFindings.has(f.id)),
    checks: knowledge.checks.flatMap((c) => withoutFindings(c, goneFindings) ?? []),
    remedies: knowledge.remedies.filter((r) => !goneRemedies.has(r.id)),
    setup: knowledge.setup.flatMap((s) => withoutSetup(s, goneFindings) ?? []),
    gates,
  }
}
