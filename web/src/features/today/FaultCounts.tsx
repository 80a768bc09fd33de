/** How many of a student's faults stand in which state. */
import type { StudentListed } from '@vein-mend/contract'
import type { CaseStatus } from '@vein-mend/core/record'
import { StateWord } from '../../ui/StateWord'

const ORDER: readonly CaseStatus['state'][] = ['relapsed', 'open', 'healing', 'resting', 'mended']

export function FaultCounts({ counts }: { counts: StudentListed['faults'] }) {
  const shown = ORDER.filter((state) => counts[state] > 0)
  if (shown.length === 0) return <span className="text-kiln">none yet</span>
  return (
    <ul>
      {shown.map((state) => (
        <li key={state} className="flex items-center gap-2">
          <span className="w-4 text-right tabular-nums">{counts[state]}</span>
          <StateWord state={state} />
        </li>
      ))}
    </ul>
  )
}
