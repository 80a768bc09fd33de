/** The lesson desk: what is being mended on the left, signs in the middle, the rivals on the right. */
import { LessonContext, StudentContext, useLesson, useView } from '../../data/studentContext'
import { agenda, nextStep } from '@vein-mend/core/record'
import type { LessonId } from '@vein-mend/core/record'
import { useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { useActs } from '../../data/useActs'
import { useStudent } from '../../data/useStudent'
import { Failed } from '../../data/Failed'
import { Loading } from '../../ui/Page'
import { NotHere } from '../../ui/NotHere'
import { shortDay } from '../../wording/dates'
import { useDiagnosis } from '../../workers/useDiagnosis'
import { Agenda } from './Agenda'
import { AimLine } from './AimLine'
import { Choose } from './Choose'
import { CloseLesson } from './CloseLesson'
import { commandsFor } from './commands'
import { goToPlace, placeOf } from './deskPlaces'
import { NextCheck } from '../../parts/NextCheck'
import { Projects } from './Projects'
import { Rivals } from './Rivals'
import { useSetting } from './setting'
import { SettingBar } from './SettingBar'
import { SetupPanel } from './SetupPanel'
import { Signs } from './Signs'
import { StopBanner } from '../../parts/StopBanner'
import { useUndoKey } from './useUndoKey'

function Heading() {
  const lesson = useLesson()
  const view = useView()
  return (
    <h1 className="text-2xl">
      <Link className="underline-offset-4 hover:underline" to={`/students/${view.id}`}>
        {view.record.card.name}
      </Link>
      <span className="text-kiln font-sans text-base font-normal">
        {' '}
        {view.knowledge.name}, lesson of {shortDay(lesson.date)}
      </span>
    </h1>
  )
}

function Desk() {
  const lesson = useLesson()
  const view = useView()
  const navigate = useNavigate()
  const act = useActs(view.id)
  const diagnosis = useDiagnosis(view.knowledge, view.record, lesson.id)
  const [setting, setSetting] = useSetting(lesson.id)
  const [closing, setClosing] = useState(false)
  const [settling, setSettling] = useState<string | null>(null)
  useUndoKey(view)
  const here = `/students/${view.id}`
  const actions = {
    settle: setSettling,
    close: () => setClosing(true),
    sheet: () => void navigate(`${here}/sheet`),
    bench: () => void navigate(`${here}/lessons/${lesson.id}/bench`),
    next: () => {
      const step = nextStep(agenda(view.record, lesson.id, view.knowledge))
      const place = step && placeOf(step)
      if (place) goToPlace(place)
    },
    focusAim: () => document.querySelector<HTMLInputElement>('#aim-line input')?.focus(),
  }
  const commands = (query: string) =>
    commandsFor(query, { view, lesson, diagnosis, setting, act, actions })
  return (
    <>
      <div className="mt-4 flex flex-wrap items-center gap-4">
        <Heading />
        <CloseLesson open={closing} onOpenChange={setClosing} />
      </div>
      <div id="aim-line">
        <AimLine />
      </div>
      <Agenda />
      {diagnosis && <StopBanner stops={diagnosis.stops} />}
      <div className="grid items-start gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,10fr)_minmax(0,9fr)]">
        <div className="[contain:layout_style]">
          <Signs setting={setting} commands={commands} />
          <SetupPanel />
          {lesson.open && <SettingBar setting={setting} onChange={setSetting} />}
          {/* What is out of sight is not laid out again with every key. */}
          <div className="[contain-intrinsic-size:auto_600px] [content-visibility:auto]">
            <Projects setting={setting} />
            <Choose />
          </div>
        </div>
        <div className="[contain:layout_style]">
          {diagnosis ? (
            <>
              <NextCheck diagnosis={diagnosis} />
              <Rivals diagnosis={diagnosis} settling={settling} onSettling={setSettling} />
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
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the lesson" />
  const lesson = data.record.lessons.find((l) => l.id === (lessonId as LessonId))
  if (!lesson) return <NotHere />
  return (
    <StudentContext value={data}>
      <LessonContext value={lesson}>
        <Desk />
      </LessonContext>
    </StudentContext>
  )
}
