/** Chooses how a group of faults is solved: exactly wherever that is possible. */
import type { Absence } from './absence'
import { explainedSetPlan, explainedSetSums } from './explainedSets'
import { keepsIn, relativeTo } from './group'
import type { Group, GroupSums, Solved } from './group'
import { quickscoreSums, quickscoreTable } from './quickscore'
import type { QuickscoreTable } from './quickscore'
import { missedAtMost, NEGLIGIBLE, smallSets, smallSetSums } from './upToThree'

/** Table entries (rows × faults) up to which Quickscore also values every check, within a few ms. */
const QUICKSCORE_ENTRIES_MOST = 12_000

/** Share of the sum that rounding may have eaten before Quickscore is not trusted. */
const ROUNDING_MOST = 1e-7

/** Steps (links × sets of reports) up to which the forward-backward pass is taken, within 100 ms. */
const EXACT_STEPS_MOST = 5_000_000

function byQuickscore(group: Group, table: QuickscoreTable): Solved {
  const sums = quickscoreSums(table, [], 1)
  return {
    faults: group.faults,
    sums: relativeTo(sums, sums.total),
    withAbsence: (absence) =>
      relativeTo(quickscoreSums(table, keepsIn(group.faults, absence), 1), sums.total),
    method: 'exact',
    missedAtMost: 0,
  }
}

/** Marginals moved by what an absence does among sets of up to three faults. */
function moved(marginals: GroupSums, before: GroupSums, after: GroupSums): GroupSums {
  const total = after.total / before.total
  const withFault = marginals.withFault.map((exact, d) => {
    const was = before.withFault[d] as number
    const ratio = was > 0 ? (after.withFault[d] as number) / was : 0
    return Math.min(total, exact * ratio)
  })
  return { total, withFault }
}

function bySmallSets(group: Group, exact: GroupSums | null): Solved {
  const sets = smallSets(group, exact ? NEGLIGIBLE.besideExact : NEGLIGIBLE.alone)
  const before = smallSetSums(sets, [], 1)
  const marginals = exact ?? relativeTo(before, before.total)
  const withAbsence = (absence: Absence) =>
    moved(marginals, before, smallSetSums(sets, keepsIn(group.faults, absence), 1))
  return {
    faults: group.faults,
    sums: marginals,
    withAbsence,
    method: exact ? 'exact' : 'up-to-three',
    missedAtMost: exact ? 0 : missedAtMost(group, before.total, sets.pruned),
  }
}

/**
 * Solves the group: by Quickscore; where that would lose its digits or grow too large, the marginals by the
 * forward-backward pass and the worth of checks by up to three faults; where that is too large as well,
 * everything by up to three faults, with a bound on what was left out.
 */
export function solveGroup(group: Group): Solved {
  if (2 ** group.items.length * group.faults.length <= QUICKSCORE_ENTRIES_MOST) {
    const table = quickscoreTable(group)
    if (table.cancelling * Number.EPSILON < ROUNDING_MOST) return byQuickscore(group, table)
  }
  const plan = explainedSetPlan(group)
  if (plan.cost > EXACT_STEPS_MOST) return bySmallSets(group, null)
  const sums = explainedSetSums(group, plan)
  return bySmallSets(group, relativeTo(sums, sums.total))
}
