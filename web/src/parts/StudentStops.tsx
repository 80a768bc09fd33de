/** What stops a student's playing: on every screen of theirs, until the teacher has answered it. */
import type { Stop } from '@vein-mend/core/record'
import { STOP_ENDS, stopsHolding } from '@vein-mend/core/record'
import { OctagonAlert } from 'lucide-react'
import { useActs } from '../data/useActs'
import { useStudent } from '../data/useStudent'
import type { StudentView } from '../data/useStudent'
import { Button } from '../ui/Button'
import { shortDay } from '../wording/dates'
import { sayStop, STOP_END_WORDS } from '../wording/stops'
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
  return (
    <li className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
      <p className="min-w-64 flex-1">
        <strong>{sayStop(stop)}.</strong> <span className="text-kiln">{shortDay(stop.on)}.</span>{' '}
        {adviceOn(view, stop)}
      </p>
      <div className="flex flex-wrap gap-2">
        {STOP_ENDS.map((how) => (
          <Button
            key={how}
            small
            onClick={() =>
              act(
                [{ kind: 'stop-ended', date: view.today, stop: stop.act, how, words: '' }],
                `${stop.words}: ${STOP_END_WORDS[how].said}`,
              )
            }
          >
            {STOP_END_WORDS[how].button}
          </Button>
        ))}
      </div>
    </li>
  )
}

export default function StudentStops({ student }: { student: string }) {
  const { data: view } = useStudent(student)
  const stops = view ? stopsHolding(view.record) : []
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
