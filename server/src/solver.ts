/** HiGHS, the solver behind the practice week. */
import type { Solution } from '@vein-mend/core/practice'
import highsLoader from 'highs'

let ready: ReturnType<typeof highsLoader> | null = null

/** Seconds after which the best week found so far is taken. */
const TIME_LIMIT_SECONDS = 0.12
/** A week this near the best is the best for a teacher. */
const GAP = 0.002

/** What the solver came to. */
export type Solved =
  /** Within a five-hundredth of the best there is. */
  | { readonly kind: 'best'; readonly solution: Solution }
  /** Time ran out; the best found till then, null when none was. */
  | { readonly kind: 'cut-short'; readonly solution: Solution | null }
  | { readonly kind: 'impossible' }

/** Programmes remembered: a studio's weeks of some days. */
const REMEMBERED_MOST = 300
const remembered = new Map<string, Solved>()

/**
 * Solves it. The same programme has the same answer as long as the server runs, so that the screen, the sheet
 * and the calendar never differ where the time limit cut in.
 */
export async function solveProgramme(programme: string): Promise<Solved> {
  const known = remembered.get(programme)
  if (known !== undefined) return known
  const solved = await solveAnew(programme)
  const oldest = remembered.keys().next().value
  if (remembered.size >= REMEMBERED_MOST && oldest !== undefined) remembered.delete(oldest)
  remembered.set(programme, solved)
  return solved
}

/** Solves it whether it is remembered or not, with a time limit of one's own; for the bench. */
export async function solveAnew(programme: string, seconds = TIME_LIMIT_SECONDS): Promise<Solved> {
  ready ??= highsLoader()
  const highs = await ready
  const answer = highs.solve(programme, {
    time_limit: seconds,
    mip_rel_gap: GAP,
    output_flag: false,
  })
  if (answer.Status !== 'Optimal' && answer.Status !== 'Time limit reached') {
    return { kind: 'impossible' }
  }
  const columns: Readonly<Record<string, { readonly Primal?: unknown }>> = answer.Columns
  const solution = Object.fromEntries(
    Object.entries(columns).flatMap(([name, { Primal: value }]) =>
      typeof value === 'number' ? [[name, value] as const] : [],
    ),
  )
  if (answer.Status === 'Optimal') return { kind: 'best', solution }
  // Without a finite worth the columns are those of no week at all.
  return { kind: 'cut-short', solution: Number.isFinite(answer.ObjectiveValue) ? solution : null }
}
