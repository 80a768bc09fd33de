/** The lesson's steps as a line with a quiet clock: no alarm, only where it stands. */
import { useView, useLesson } from '../../data/studentContext'
import { agenda, nextStep, stepAt } from '@vein-mend/core/record'
import type { AgendaStep, LessonState } from '@vein-mend/core/record'
import { Check } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useKept } from '../../data/useKept'
import { AGENDA_WORDS } from '../../wording/words'
import { goToPlace, placeOf } from './deskPlaces'

const TICK_MS = 15_000

/** Minutes since the desk was first opened for this lesson, on this machine. */
function useElapsed(lesson: LessonState): number {
  const [started, keepStarted] = useKept(`clock-${lesson.id}`)
  const [now, setNow] = useState(() => Date.now())
  useEffect(() => {
    if (started === '' && lesson.open) keepStarted(String(Date.now()))
    const timer = setInterval(() => setNow(Date.now()), TICK_MS)
    return () => clearInterval(timer)
  }, [started, keepStarted, lesson.open])
  return started === '' ? 0 : Math.max(0, (now - Number(started)) / 60_000)
}

function label(step: AgendaStep): string {
  return step.about ? `${AGENDA_WORDS[step.kind]}: ${step.about.name}` : AGENDA_WORDS[step.kind]
}

/** What comes next, and the way to where it is done. */
function NextStep({ step }: { step: AgendaStep | null }) {
  const place = step && placeOf(step)
  if (!step || !place) return <span className="font-medium">{step ? label(step) : 'Music'}</span>
  return (
    <button
      type="button"
      onClick={() => goToPlace(place)}
      className="-my-2 min-h-11 text-left font-medium underline underline-offset-4"
    >
      {label(step)}
    </button>
  )
}

export function Agenda() {
  const lesson = useLesson()
  const view = useView()
  const elapsed = useElapsed(lesson)
  const steps = agenda(view.record, lesson.id, view.knowledge)
  const total = view.record.card.lessonMinutes
  const now = stepAt(steps, elapsed)
  if (!lesson.open) return null
  return (
    <div className="mt-3">
      <div className="flex items-baseline gap-4">
        <p>
          <span className="text-kiln">Next:</span> <NextStep step={nextStep(steps)} />
        </p>
        <p className="text-kiln ml-auto text-sm tabular-nums">
          {Math.floor(elapsed)} of {total} minutes
        </p>
      </div>
      <ol className="mt-1 flex gap-0.5" aria-label="Agenda">
        {steps.map((step, i) => (
          <li
            key={i}
            title={`${label(step)}, ${Math.round(step.minutes)} min`}
            aria-current={step === now ? 'step' : undefined}
            className="min-w-3"
            style={{ flexGrow: step.minutes, flexBasis: 0 }}
          >
            <span
              className={`block h-1.5 rounded-sm ${step.done ? 'bg-ink' : step === now ? 'bg-kiln' : 'bg-line'}`}
            />
            <span className="text-kiln flex items-center gap-0.5 overflow-hidden text-xs whitespace-nowrap">
              {step.done && <Check aria-label="done" size={11} className="shrink-0" />}
              {step.minutes / total > 0.08 && AGENDA_WORDS[step.kind]}
              <span className="sr-only">{label(step)}</span>
            </span>
          </li>
        ))}
      </ol>
      <div className="relative h-2" aria-hidden>
        <span
          className="bg-ink absolute top-0 h-2 w-0.5"
          style={{ left: `${Math.min(100, (elapsed / total) * 100)}%` }}
        />
      </div>
    </div>
  )
}
