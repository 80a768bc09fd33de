/** A take: how it was played or sounded, what it measures, what that says, and how it was the last time. */
import { caseOf } from '@vein-mend/core/takes'
import type { Take } from '@vein-mend/core/takes'
import { lazy, Suspense } from 'react'
import { Link, useParams } from 'react-router'
import { Failed } from '../../data/Failed'
import { StudentContext, useView } from '../../data/studentContext'
import { useStudent } from '../../data/useStudent'
import { buttonClass } from '../../ui/Button'
import { NotHere } from '../../ui/NotHere'
import { Loading } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { ColourGrid } from './ColourGrid'
import { Counts } from './Counts'
import { Measured } from './Measured'
import { PlayedNotes } from './PlayedNotes'
import { WhatItSays } from './WhatItSays'

/** Loaded only where there is sound to look at. */
const Sounded = lazy(() => import('./Sounded').then((m) => ({ default: m.Sounded })))

function TakeOf({ take }: { take: Take }) {
  const view = useView()
  const lesson = view.record.lessons.find((l) => l.id === take.lesson)
  const fault = view.record.cases.find((c) => c.id === caseOf(take))
  return (
    <>
      <p className="mt-5">
        <Link to={`/students/${view.id}`} className="underline underline-offset-4">
          {view.record.card.name}
        </Link>
      </p>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <h1 className="text-2xl">
          {take.words === ''
            ? take.kind === 'sound'
              ? 'A recording'
              : 'Played notes'
            : take.words}{' '}
          <span className="text-kiln font-sans text-base font-normal">
            played {shortDay(take.date)}
            {fault && `, for ${fault.name.toLowerCase()}`}
          </span>
        </h1>
        {lesson && (
          <span className="ml-auto">
            <Link className={buttonClass()} to={`/students/${view.id}/lessons/${lesson.id}`}>
              Back to the lesson
            </Link>
          </span>
        )}
      </div>
      <div className="mt-1 grid items-start gap-x-10 lg:grid-cols-[minmax(0,7fr)_minmax(0,6fr)]">
        <div>
          {take.kind === 'sound' ? (
            <Suspense fallback={<Loading what="the recording" />}>
              <Sounded take={take} />
            </Suspense>
          ) : (
            <PlayedNotes take={take} />
          )}
        </div>
        <div>
          <WhatItSays take={take} />
          <Counts take={take} />
          <ColourGrid take={take} />
          <Measured take={take} />
        </div>
      </div>
    </>
  )
}

export function TakeScreen() {
  const { studentId = '', takeId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the take" />
  const take = data.record.takes.find((t) => t.act === takeId)
  if (!take || take.removed || take.kind === 'picture') {
    return (
      <NotHere
        about="The recording may have been removed."
        back={[`/students/${data.id}`, data.record.card.name]}
      />
    )
  }
  return (
    <StudentContext value={data}>
      <TakeOf take={take} />
    </StudentContext>
  )
}
