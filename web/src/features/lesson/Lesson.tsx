/** The lesson desk: the path in its order on the left, what was noted and what could explain it on the right. */
import { LessonContext, StudentContext, useLesson, useView } from '../../data/studentContext'
import { hasSigns } from '@vein-mend/core/record'
import { brief } from '@vein-mend/core/standing'
import type { LessonId } from '@vein-mend/core/kit'
import type { Diagnosis } from '@vein-mend/core/diagnosis'
import { useEffect, useState } from 'react'
import { Link, useNavigate, useParams } from 'react-router'
import { useActs } from '../../data/useActs'
import { useStudent } from '../../data/useStudent'
import { Failed } from '../../data/Failed'
import { Button } from '../../ui/Button'
import { Loading } from '../../ui/Page'
import { NotHere } from '../../ui/NotHere'
import { shortDay } from '../../wording/dates'
import { percent } from '../../wording/words'
import { useDiagnosis } from '../../workers/useDiagnosis'
import { AimLine } from './AimLine'
import { Choose } from './Choose'
import { CloseLesson } from './CloseLesson'
import { commandsFor } from './commands'
import { nextOf } from './commandsNext'
import { goToPlace, goToSkip, placeOf } from './deskPlaces'
import { LessonPath } from './LessonPath'
import { FirstThings } from '../../parts/FirstThings'
import { HarmAsked } from '../../parts/HarmAsked'
import { NextCheck } from '../../parts/NextCheck'
import { Projects } from './Projects'
import { Rivals } from './Rivals'
import { useSetting } from './setting'
import { SayFirst } from './SayFirst'
import { SetupPanel } from './SetupPanel'
import { NoteLine, Signs } from './Signs'
import { useLettersToLine } from './useLettersToLine'
import { useUndoKey } from './useUndoKey'

function Heading() {
  const lesson = useLesson()
  const view = useView()
  return (
    <h1 className="text-2xl leading-tight max-md:min-w-0 max-md:flex-1 max-md:text-lg">
      <Link className="underline-offset-4 hover:underline" to={`/students/${view.id}`}>
        {view.record.card.name}
      </Link>{' '}
      <span className="text-kiln block font-sans text-sm font-normal">
        {view.knowledge.name}, lesson of {shortDay(lesson.date)}
      </span>
    </h1>
  )
}

interface WhichProps {
  readonly diagnosis: Diagnosis
  readonly settling: string | null
  readonly onSettling: (fault: string | null) => void
}

/** What leads and what would tell most, said once it changes to who does not see it. */
function Leading({ diagnosis }: Pick<WhichProps, 'diagnosis'>) {
  const [first] = diagnosis.rivals
  const [check] = diagnosis.checks.ranked
  return (
    <p role="status" className="sr-only">
      {first && `Likeliest: ${first.fault.name}, ${percent(first.probability)}.`}{' '}
      {check && `Next check: ${check.check.name}.`}
    </p>
  )
}

/** The reasoning, where it is needed: once something was noted, or asked for before. */
function Which(props: WhichProps) {
  const lesson = useLesson()
  const [asked, setAsked] = useState(false)
  const { record, knowledge } = useView()
  const nothing = lesson.checks.length === 0 && !hasSigns(record, lesson, knowledge)
  if (nothing && !asked && props.settling === null) {
    return (
      <p className="text-kiln mt-4">
        Once something is noted, what could explain it stands here, with the check that tells most.{' '}
        <Button small look="bare" onClick={() => setAsked(true)}>
          What is common at this stage
        </Button>
      </p>
    )
  }
  return (
    <>
      <Leading diagnosis={props.diagnosis} />
      <Rivals {...props} />
      <NextCheck diagnosis={props.diagnosis} />
    </>
  )
}

/** Until something is noted: how to speak to them, what came from home, what was aimed at. */
function KnowFirst() {
  const lesson = useLesson()
  const view = useView()
  if (!lesson.open || lesson.signs.length + lesson.checks.length > 0) return null
  return (
    <div className="mt-3">
      <FirstThings told={brief(view.record, lesson.date)} />
    </div>
  )
}

/** Words of pain wherever they were typed, at home or in this lesson: asked about until they are answered. */
function HurtsTold() {
  const lesson = useLesson()
  const { record } = useView()
  const { homeNotes } = brief(record, lesson.date)
  const told = [
    ...homeNotes.map((n) => n.words),
    ...[lesson.aim, lesson.fresh, ...lesson.strengths],
    ...lesson.comparisons.map((c) => c.changed),
    ...record.cases
      .flatMap((c) => c.descriptions.filter((d) => d.lesson === lesson.id))
      .map((d) => d.words),
    ...record.cases.flatMap((c) => (c.cue?.since === lesson.id ? [c.cue.words] : [])),
  ]
  return [...new Set(told)].map((words) => <HarmAsked key={words} text={words} />)
}

/** As high as the part of the desk that stays: what is gone to comes to lie under it, and not beneath it. */
const STAYS_REM = 9

function useRoomAbove(): void {
  useEffect(() => {
    const { style } = document.documentElement
    style.scrollPaddingTop = `${STAYS_REM}rem`
    return () => {
      style.scrollPaddingTop = ''
    }
  }, [])
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
  useLettersToLine()
  useRoomAbove()
  const here = `/students/${view.id}`
  const actions = {
    settle: setSettling,
    close: () => setClosing(true),
    sheet: () => void navigate(`${here}/sheet`),
    bench: () => void navigate(`${here}/lessons/${lesson.id}/bench`),
    next: () => {
      const place = next.step && placeOf(next.step)
      if (place) goToPlace(place)
    },
    skip: goToSkip,
    focusAim: () => document.querySelector<HTMLInputElement>('#aim-line input')?.focus(),
  }
  const desk = { view, lesson, diagnosis, setting, act, actions }
  const next = nextOf(desk)
  const commands = (query: string) => commandsFor(query, desk)
  return (
    <>
      {/* Name, line and the way through the lesson stay in sight; on a phone the line alone, with the name. */}
      <div className="bg-slip z-20 -mx-5 px-5 max-md:contents md:sticky md:top-0">
        <div className="bg-slip z-20 flex flex-wrap items-center gap-x-4 gap-y-1 py-1.5 max-md:sticky max-md:top-0">
          <Heading />
          <div className="order-2 w-full md:order-none md:w-auto md:flex-1">
            <NoteLine setting={setting} commands={commands} />
          </div>
          <CloseLesson open={closing} onOpenChange={setClosing} />
        </div>
        <LessonPath next={next.step} />
      </div>
      <div className="mt-1 grid items-start gap-x-8 gap-y-4 lg:grid-cols-[minmax(0,10fr)_minmax(0,9fr)]">
        <div className="[contain:layout_style] [&>section]:mt-3">
          <SayFirst />
          <SetupPanel />
          <Projects setting={setting} onSetting={setSetting} />
          {/* What is out of sight is not laid out again with every key. */}
          <div className="[contain-intrinsic-size:auto_300px] [content-visibility:auto]">
            <Choose />
            <div id="aim-line">
              <AimLine />
            </div>
          </div>
        </div>
        <div className="[contain:layout_style] [&>section]:mt-3 [&>section:first-child]:mt-1">
          <HurtsTold />
          <KnowFirst />
          <Signs setting={setting} />
          {diagnosis ? (
            <Which diagnosis={diagnosis} settling={settling} onSettling={setSettling} />
          ) : (
            <Loading what="what could explain it" />
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
  if (!lesson) return <NotHere back={[`/students/${data.id}`, data.record.card.name]} />
  return (
    <StudentContext value={data}>
      <LessonContext value={lesson}>
        <Desk />
      </LessonContext>
    </StudentContext>
  )
}
