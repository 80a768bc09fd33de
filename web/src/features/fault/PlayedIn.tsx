/** What was measured of a fault, take by take: the newest first, with the value each of its signs is told by. */
import { latestReading, takeSays } from '@vein-mend/core/record'
import type { CaseState } from '@vein-mend/core/record'
import { Link } from 'react-router'
import { useView } from '../../data/studentContext'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { sayMeasure } from '../../wording/timingWords'

/** Takes that are shown; the others are on the student's page. */
const TAKES_MOST = 8

export function PlayedIn({ state }: { readonly state: CaseState }) {
  const view = useView()
  const fault = view.knowledge.faults.find((f) => f.id === state.fault)
  const rows = view.record.takes
    .filter((t) => t.case === state.id && !t.removed && latestReading(t) !== null)
    .toReversed()
    .slice(0, TAKES_MOST)
    .map((take) => ({
      take,
      says: takeSays(view.record, take, view.knowledge).filter(
        (s) => fault?.shows[s.finding.id] !== undefined,
      ),
    }))
  if (rows.length === 0) return null
  return (
    <Section title="Played in" aside="measured, with the interval it surely lies in">
      <ul>
        {rows.map(({ take, says }) => (
          <li key={take.act} className="border-line flex flex-wrap gap-x-4 border-b py-1.5">
            <Link
              to={`/students/${view.id}/takes/${take.act}`}
              className="min-w-44 underline underline-offset-4"
            >
              {shortDay(take.date)}, {latestReading(take)?.of?.name ?? take.words}
            </Link>
            <span className="flex-1">
              {says.length === 0
                ? 'nothing of this fault was measured'
                : says
                    .map((s) => `${s.finding.text.toLowerCase()}: ${sayMeasure(s.measure)}`)
                    .join('; ')}
            </span>
          </li>
        ))}
      </ul>
    </Section>
  )
}
