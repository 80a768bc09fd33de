/** HiGHS, the solver behind the practice week. */
import type { Solution } from '@vein-mend/core/practice'
import highsLoader from 'highs'

let ready: ReturnType<typeof highsLoader> | null = null

/** Seconds after which the best week found so far is taken. */
const TIME_LIMIT_SECONDS = 0.18
/** A week this near the best is the best for a teacher. */
const GAP = 0.002

/** Programmes remembered: a studio's weeks of some days. */
const REMEMBERED_MOST = 300
const remembered = new Map<string, Solution | null>()

/**
 * Values by name, or null when no week satisfies the pins. The same programme has the same answer as long as
 * the server runs, so that the screen, the sheet and the calendar never differ where the time limit cut in.
 */
export async function solveProgramme(programme: string): Promise<Solution | null> {
  const known = remembered.get(programme)
  if (known !== undefined) return known
  const solution = await solveAnew(programme)
  const oldest = remembered.keys().next().value
  if (remembered.size >= REMEMBERED_MOST && oldest !== undefined) remembered.delete(oldest)
  remembered.set(programme, solution)
  return solution
}

/** Solves it whether it is remembered or not; for the bench. */
export async function solveAnew(programme: string): Promise<Solution | null> {
  ready ??= highsLoader()
  const highs = await ready
  const answer = highs.solve(programme, {
    time_limit: TIME_LIMIT_SECONDS,
    mip_rel_gap: GAP,
    output_flag: false,
  })
  if (answer.Status !== 'Optimal' && answer.Status !== 'Time limit reached') return null
  const columns: Readonly<Record<string, { readonly Primal?: unknown }>> = answer.Columns
  const values = Object.entries(columns).flatMap(([name, { Primal: value }]) =>
    typeof value === 'number' ? [[name, value] as const] : [],
  )
  return values.length > 0 ? Object.fromEntries(values) : null
}
