/** Solves one integer programme in CPLEX LP form with HiGHS. */
import highsLoader from 'highs'
import type { SolverJob, Solved } from '../solver'
import { serve } from './serve'

/** A week this near the best is the best for a teacher. */
const GAP = 0.002

const highs = await highsLoader()

serve(({ programme, seconds }: SolverJob): Solved => {
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
})
