/** What was measured of a fault, take by take: the newest first, with the value each of its signs is told by. */
import { caseOf, latestReading, takeSays } from '@vein-mend/core/record'
import { playedAtHome } from '@vein-mend/core/practice'
import type { CaseState } from '@vein-mend/core/record'
import { Link } from 'react-router'
import { useView } from '../../data/studentContext'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { sayMeasure } from '../../wording/measureWords'

/** Takes that are shown; the others are on the student's page. */
const TAKES_MOST = 8

export function PlayedIn({ state }: { readonly state: CaseState }) {
  const view = useView()
  const fault = view.knowledge.faults.find((f) => f.id === state.fault)
  const rows = view.record.takes
    .filter((t) => caseOf(t) === state.id && !t.removed && latestReading(t) !== null)
    .toReversed()
    .slice(0, TAKES_MOST)
    .map((take) => ({
      take,
      says: takeSays(view.record, take, view.knowledge).filter(
        (s) => fault?.shows[s.finding.id] !== undefined,
      ),
    }))
  const home = playedAtHome(view.record)
    .filter((p) => p.case === state.id)
    .toReversed()
    .slice(0, TAKES_MOST)
  if (rows.length + home.length === 0) return null
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
        {home.map((p) => (
          <li
            key={`${p.date} ${p.name}`}
            className="border-line flex flex-wrap gap-x-4 border-b py-1.5"
          >
            <span className="min-w-44">
              {shortDay(p.date)}, {p.name}
            </span>
            <span className="flex-1">
              at home: uneven by {sayMeasure({ ...p.evenness, unit: 'share' })} of a note
            </span>
          </li>
        ))}
      </ul>
    </Section>
  )
}
