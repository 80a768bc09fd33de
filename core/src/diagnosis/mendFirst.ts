/** What to mend first: what is grave itself, and what drives the rest. */
import { STRANDS } from '../packs'
import type { Fault } from '../packs'

/** How much mending a fault first is worth: its own weight and what it drives downstream. */
export interface MendingUrgency {
  readonly fault: Fault
  readonly probability: number
  /** Its own severity times its probability. */
  readonly own: number
  /** The same, summed over what it drives downstream, thinned by each link's strength. */
  readonly downstream: number
  readonly drives: readonly { readonly fault: Fault; readonly strength: number }[]
  readonly urgency: number
}

/**
 * In which order faults are mended: by what drives the rest, or the base first (posture before tension
 * before coordination before tone). Schools differ; both are common practice.
 */
export type MendingOrder = 'what-drives-the-rest' | 'from-the-base'

/** School of the base pack that mends from the base. */
export const FROM_THE_BASE = 'from-the-base'

/** A fault less likely than this does not hold the others up. */
const LIKELY_ENOUGH = 0.3

/** Links thinner than this are not followed further. */
const FAINTEST_LINK = 0.05

/** Every fault reached from one, with the strength of the strongest way there. */
function reached(from: Fault, byId: ReadonlyMap<string, Fault>): Map<string, number> {
  const best = new Map<string, number>()
  const walk = (fault: Fault, strength: number): void => {
    for (const [id, link] of Object.entries(fault.leadsTo)) {
      const next = byId.get(id)
      const through = strength * link
      if (!next || through < FAINTEST_LINK || through <= (best.get(id) ?? 0)) continue
      best.set(id, through)
      walk(next, through)
    }
  }
  walk(from, 1)
  best.delete(from.id)
  return best
}

/** Likely faults strand by strand, posture first; the rest after them. */
function place(u: MendingUrgency): number {
  return u.probability < LIKELY_ENOUGH ? STRANDS.length : STRANDS.indexOf(u.fault.strand)
}

/**
 * The faults with their probabilities, most urgent first: own severity times probability, plus what it
 * drives that is likely there too. Common practice (mend upstream first), no source. From the base, the
 * likely ones are taken strand by strand.
 */
export function mendFirst(
  faults: readonly Fault[],
  probabilityOf: (id: string) => number,
  order: MendingOrder = 'what-drives-the-rest',
): readonly MendingUrgency[] {
  const byId = new Map(faults.map((f) => [f.id, f]))
  return faults
    .map((fault): MendingUrgency => {
      const probability = probabilityOf(fault.id)
      const own = fault.severity * probability
      const drives = [...reached(fault, byId)].flatMap(([id, strength]) => {
        const driven = byId.get(id)
        return driven ? [{ fault: driven, strength }] : []
      })
      const downstream = drives.reduce(
        (sum, d) => sum + probability * d.strength * d.fault.severity * probabilityOf(d.fault.id),
        0,
      )
      return { fault, probability, own, downstream, drives, urgency: own + downstream }
    })
    .sort((a, b) => (order === 'from-the-base' ? place(a) - place(b) : 0) || b.urgency - a.urgency)
}
