/** The lesson desk: what is being mended on the left, signs in the middle, the rivals on the right. */
import type { LessonId, StudentId } from '@vein-mend/core/record'
import { Link, useParams } from 'react-router'
import { useRefusalToasts } from '../../data/useActs'
import { useStudent } from '../../data/useStudent'
import type { StudentView } from '../../data/useStudent'
import { Failed, Loading } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { useDiagnosis } from '../../workers/useDiagnosis'
import { CloseLesson } from './CloseLesson'
import { NextCheck } from './NextCheck'
import { Projects } from './Projects'
import { Rivals } from './Rivals'
import { Signs } from './Signs'
import { StopBanner } from './StopBanner'
import { useUndoKey } from './useUndoKey'

function Desk({ view, lesson }: { view: StudentView; lesson: LessonId }) {
  const state = view.record.lessons.find((l) => l.id === lesson)
  const diagnosis = useDiagnosis(view.knowledge, view.record, lesson)
  useUndoKey(view)
  if (!state) return <Failed error={new Error('unknown_lesson')} />
  return (
    <>
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <div>
          <h1 className="text-2xl">
            <Link className="underline-offset-4 hover:underline" to={`/students/${view.id}`}>
              {view.record.card.name}
            </Link>
            <span className="text-kiln font-sans text-base font-normal">
              {' '}
              {view.knowledge.name}, lesson of {shortDay(state.date)}
            </span>
          </h1>
        </div>
        <CloseLesson view={view} lesson={state} />
      </div>
      {diagnosis && <StopBanner stops={diagnosis.stops} />}
      <div className="mt-3 grid items-start gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,10fr)_minmax(0,9fr)]">
        <div className="[contain:layout_style]">
          <Signs view={view} lesson={state} />
          <Projects view={view} lesson={state} />
        </div>
        <div className="[contain:layout_style]">
          {diagnosis ? (
            <>
              <NextCheck view={view} lesson={state} diagnosis={diagnosis} />
              <Rivals view={view} lesson={state} diagnosis={diagnosis} />
            </>
          ) : (
            <Loading what="the rivals" />
          )}
        </div>
      </div>
    </>
  )
}

export function Lesson() {
  const { studentId = '', lessonId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  useRefusalToasts(studentId as StudentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the lesson" />
  return <Desk view={data} lesson={lessonId as LessonId} />
}
