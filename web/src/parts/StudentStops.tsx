/** What stops a student's playing: on every screen of theirs, until the teacher has answered it. */
import type { Stop } from '@vein-mend/core/record'
import { stopsOpen } from '@vein-mend/core/record'
import { OctagonAlert } from 'lucide-react'
import { useState } from 'react'
import { useActs } from '../data/useActs'
import { useStudent } from '../data/useStudent'
import type { StudentView } from '../data/useStudent'
import { Button } from '../ui/Button'
import { shortDay } from '../wording/dates'
import { sayEased, sayStop, STOP_END_WORDS } from '../wording/stops'
import { LookedAt } from './LookedAt'
import { STOPS_PLACE } from './stopsPlace'

/** What to do now, as the instrument's knowledge says it of the sign. */
function adviceOn(view: StudentView, stop: Stop): string {
  const finding = view.knowledge.findings.find((f) => f.id === stop.finding)
  return (
    finding?.stop?.say ??
    'Ask before anything is played. If it comes back or stays, a doctor or physiotherapist looks at it first.'
  )
}

function Holding({ view, stop }: { view: StudentView; stop: Stop }) {
  const act = useActs(view.id)
  const [asking, setAsking] = useState(false)
  const gone = () =>
    act(
      [{ kind: 'stop-ended', date: view.today, stop: stop.act, how: 'gone', words: '' }],
      `${stop.words}: ${STOP_END_WORDS.gone.said}`,
    )
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
      <p className="min-w-64 flex-1">
        <strong>{sayStop(stop)}.</strong> <span className="text-kiln">{shortDay(stop.on)}.</span>{' '}
        {stop.eased
          ? `${sayEased(stop.eased)}.${stop.parts.length > 0 && stop.eased.allowed.length > 0 ? ' The rest waits.' : ''}`
          : adviceOn(view, stop)}
      </p>
      <div className="flex flex-wrap gap-2">
        <Button onClick={gone}>{STOP_END_WORDS.gone.button}</Button>
        <Button aria-expanded={asking} onClick={() => setAsking(!asking)}>
          {STOP_END_WORDS['looked-at'].button}
        </Button>
      </div>
      {asking && <LookedAt view={view} stop={stop} onDone={() => setAsking(false)} />}
    </li>
  )
}

export default function StudentStops({ student }: { student: string }) {
  const { data: view } = useStudent(student)
  const stops = view ? stopsOpen(view.record) : []
  if (!view || stops.length === 0) return null
  return (
    <section
      role="alert"
      aria-label={`What stops ${view.record.card.name}`}
      id={STOPS_PLACE}
      className="no-print bg-dangerwash border-danger mt-3 scroll-mt-4 flex gap-3 rounded-md border-2 px-3 py-2"
    >
      <OctagonAlert aria-hidden className="text-danger mt-1.5 shrink-0" size={22} />
      <div className="flex-1">
        <ul className="divide-line divide-y">
          {stops.map((stop) => (
            <Holding key={stop.act} view={view} stop={stop} />
          ))}
        </ul>
        <p className="text-kiln mt-0.5 text-sm">
          This is no medical diagnosis. Nothing that loads it is offered, put into the week, printed
          or sent home until you say one of the two.
        </p>
      </div>
    </section>
  )
}
