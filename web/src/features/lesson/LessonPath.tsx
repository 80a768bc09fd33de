/** The lesson as a path in its order, each step one touch away, and a quiet clock: no alarm, only where it stands. */
import { agenda, stepAt } from '@vein-mend/core/standing'
import type { AgendaKind, AgendaStep } from '@vein-mend/core/standing'
import type { LessonState } from '@vein-mend/core/record'
import { Check } from 'lucide-react'
import { useEffect, useState } from 'react'
import { useLesson, useView } from '../../data/studentContext'
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

/** Steps that are done in one go, under one name. */
const STRETCHES: readonly (readonly [name: string, kinds: readonly AgendaKind[]])[] = [
  ['Ask about what stops', ['stop']],
  ['Say what works', ['what-works']],
  ['Set-up', ['set-up']],
  ['Recall and look', ['recall', 'look', 'recheck']],
  ['Listen, note, which fault?', ['diagnose']],
  ['Rung', ['rung']],
  ['Music', ['music']],
  ['Assign and close', ['close']],
]

interface Stretch {
  readonly name: string
  readonly steps: readonly AgendaStep[]
  readonly done: number
}

function stretchesOf(steps: readonly AgendaStep[]): readonly Stretch[] {
  return STRETCHES.flatMap(([name, kinds]) => {
    const own = steps.filter((s) => kinds.includes(s.kind))
    return own.length === 0 ? [] : [{ name, steps: own, done: own.filter((s) => s.done).length }]
  })
}

const sayStep = (step: AgendaStep) =>
  step.about ? `${AGENDA_WORDS[step.kind]}: ${step.about.name}` : AGENDA_WORDS[step.kind]

const isSame = (a: AgendaStep, b: AgendaStep | null) =>
  b !== null && a.kind === b.kind && a.about?.id === b.about?.id

interface StretchProps {
  readonly stretch: Stretch
  /** Where the lesson goes on. */
  readonly next: AgendaStep | null
  /** Where the clock stands. */
  readonly now: AgendaStep | null
}

function PathStretch({ stretch, next, now }: StretchProps) {
  const { name, steps, done } = stretch
  const isNext = next !== null && steps.includes(next)
  const isNow = now !== null && steps.includes(now)
  const target = steps.find((s) => !s.done) ?? steps[0]
  const place = target && placeOf(target)
  const finished = done === steps.length
  const minutes = Math.round(steps.reduce((sum, s) => sum + s.minutes, 0))
  const words = (
    <>
      {finished && <Check aria-label="done" size={13} className="mr-1 inline shrink-0" />}
      {name}
      {steps.length > 1 && !finished && (
        <span className="font-normal tabular-nums">
          {' '}
          {done} of {steps.length}
        </span>
      )}
    </>
  )
  const look = isNext ? 'text-ink font-semibold' : 'text-kiln'
  return (
    <li
      title={`${steps.map(sayStep).join('; ')}; ${minutes} min`}
      aria-current={isNext ? 'step' : undefined}
      className={`border-t-2 pt-0.5 ${isNow ? 'border-ink' : 'border-line'}`}
    >
      {place ? (
        <button
          type="button"
          onClick={() => goToPlace(place)}
          className={`min-h-11 text-left text-sm underline-offset-4 hover:underline ${look}`}
        >
          {words}
        </button>
      ) : (
        <span className={`flex min-h-11 items-center text-sm ${look}`}>{words}</span>
      )}
    </li>
  )
}

/** @param next what the lesson comes to next: the same step as the line does */
export function LessonPath({ next }: { readonly next: AgendaStep | null }) {
  const lesson = useLesson()
  const view = useView()
  const elapsed = useElapsed(lesson)
  const steps = agenda(view.record, lesson.id, view.knowledge)
  if (!lesson.open) return null
  const total = view.record.card.lessonMinutes
  return (
    <div className="flex items-start gap-x-5 max-md:mb-2">
      <ol
        className="flex gap-x-5 max-md:overflow-x-auto max-md:whitespace-nowrap md:flex-wrap"
        aria-label="The lesson, step by step"
      >
        {stretchesOf(steps).map((stretch) => (
          <PathStretch
            key={stretch.name}
            stretch={stretch}
            next={steps.find((s) => isSame(s, next)) ?? null}
            now={stepAt(steps, elapsed)}
          />
        ))}
      </ol>
      <p className="text-kiln ml-auto shrink-0 pt-3 text-sm tabular-nums">
        {Math.floor(elapsed)} of {total} min
      </p>
    </div>
  )
}
