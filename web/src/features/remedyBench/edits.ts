/** Changes to a list of rungs, each a new list. */
import { slug } from '@vein-mend/core/packs'
import type { LadderRung } from '@vein-mend/core/remedy'

/** An id no rung of the list has. */
function freshId(rungs: readonly LadderRung[], name: string): string {
  const base = slug(name) || 'rung'
  let id = base
  for (let n = 2; rungs.some((r) => r.id === id); n++) id = `${base}-${n}`
  return id
}

/** The rung put in after the place. */
export function inserted(
  rungs: readonly LadderRung[],
  after: number,
  rung: LadderRung,
): readonly LadderRung[] {
  const own = { ...rung, id: freshId(rungs, rung.name) }
  return [...rungs.slice(0, after + 1), own, ...rungs.slice(after + 1)]
}

/** One rung as two of half the dose each, the first the easier to pass. */
export function split(rungs: readonly LadderRung[], at: number): readonly LadderRung[] {
  const rung = rungs[at]
  if (!rung) return rungs
  const half = (n: number, least: number) => Math.max(least, Math.round(n / 2))
  const dose = {
    ...rung.dose,
    times: half(rung.dose.times, 1),
    minutes: Math.max(0.5, rung.dose.minutes / 2),
  }
  const first = { ...rung, dose, name: `${rung.name} (first half)` }
  const second: LadderRung = { ...rung, dose, name: `${rung.name} (whole)` }
  return inserted(
    rungs.map((r, i) => (i === at ? { ...first, id: r.id } : r)),
    at,
    second,
  )
}

/** The rung and the one after it as one. */
export function merged(rungs: readonly LadderRung[], at: number): readonly LadderRung[] {
  const [a, b] = [rungs[at], rungs[at + 1]]
  if (!a || !b) return rungs
  const one: LadderRung = {
    ...b,
    id: a.id,
    name: `${a.name}, ${b.name.toLowerCase()}`,
    instruction: `${a.instruction} ${b.instruction}`,
    dose: { ...b.dose, minutes: a.dose.minutes + b.dose.minutes },
  }
  return rungs.filter((_, i) => i !== at + 1).map((r, i) => (i === at ? one : r))
}
