/** What was measured of a fault, take by take: the newest first, with the value each of its signs is told by. */
import { caseOf, latestReading, takeSays } from '@vein-mend/core/takes'
import { playedAtHome } from '@vein-mend/core/practice'
import type { CaseState } from '@vein-mend/core/record'
import type { Take } from '@vein-mend/core/takes'
import { analyserOf, timing } from '@vein-mend/core/analysers'
import { lazy, Suspense, useState } from 'react'
import { Link } from 'react-router'
import { useView } from '../../data/studentContext'
import { Pick } from '../../ui/Inputs'
import { Loading, Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { measureWords, sayMeasure } from '../../wording/measureWords'
import { trendsOf } from './trends'
import type { Trend } from './trends'

const TrendChart = lazy(async () => ({ default: (await import('./TrendChart')).TrendChart }))

/** Takes that are shown; the others are on the student's page. */
const TAKES_MOST = 8

const keyOf = ({ analyser, name }: Trend) => `${analyser} ${name}`

function trendWords({ analyser, name }: Trend): string {
  const words = measureWords(name)
  const by = analyserOf(analyser)?.by
  if (by === 'taps') return `${words}, tapped`
  return by === 'sound' && Object.hasOwn(timing.measures, name) ? `${words}, by sound` : words
}

/** How one measure went from lesson to lesson; which one can be chosen. */
function TrendOver({ takes, telling }: { takes: readonly Take[]; telling: readonly string[] }) {
  const trends = trendsOf(takes, telling)
  const [chosen, choose] = useState<string | null>(null)
  const trend = trends.find((t) => keyOf(t) === chosen) ?? trends[0]
  if (!trend) return null
  return (
    <div className="mb-3">
      <div className="max-w-md">
        <Pick
          label="From lesson to lesson"
          value={keyOf(trend)}
          options={trends.map((t) => [keyOf(t), trendWords(t)] as const)}
          onChange={choose}
        />
      </div>
      <Suspense fallback={<Loading what="the line" />}>
        <TrendChart points={trend.points} name={trendWords(trend)} />
      </Suspense>
    </div>
  )
}

export function PlayedIn({ state }: { readonly state: CaseState }) {
  const view = useView()
  const fault = view.knowledge.faults.find((f) => f.id === state.fault)
  const takes = view.record.takes.filter(
    (t) => caseOf(t) === state.id && !t.removed && latestReading(t) !== null,
  )
  const telling = view.knowledge.findings.flatMap((f) =>
    f.measured && fault?.shows[f.id] !== undefined ? [f.measured.by] : [],
  )
  const rows = takes
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
    <Section title="Played in" aside="measured, with its 95 % interval">
      <TrendOver takes={takes} telling={telling} />
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
              at home, {p.evenness.tapped ? 'tapped' : 'played'}: uneven by{' '}
              {sayMeasure({ ...p.evenness, unit: 'share' })} of a note
            </span>
          </li>
        ))}
      </ul>
    </Section>
  )
}
