/** The diagnosis bench: rivals side by side, what would overturn them, and what drives what. */
import { LessonContext, StudentContext, useLesson, useView } from '../../data/studentContext'
import type { DiagnosisBench, Rival } from '@vein-mend/core/diagnosis'
import type { LessonId } from '@vein-mend/core/kit'
import { useState } from 'react'
import { Link, useParams, useSearchParams } from 'react-router'
import { useStudent } from '../../data/useStudent'
import { Failed } from '../../data/Failed'
import { Loading } from '../../ui/Page'
import { NotHere } from '../../ui/NotHere'
import { shortDay } from '../../wording/dates'
import { useDiagnosisBench } from '../../workers/useDiagnosis'
import { NextCheck } from '../../parts/NextCheck'
import { Settle } from '../../parts/Settle'
import { CauseChain } from './CauseChain'
import { MindChanges } from './MindChanges'
import { Pairs } from './Pairs'
import { RivalTable } from './RivalTable'

/** Rivals side by side that a table of this width can hold. */
const COLUMNS = 3

/** The rivals in the columns: those of the address, filled up from the ranking. */
function useColumns(rivals: readonly Rival[]) {
  const [params, setParams] = useSearchParams()
  const asked = (params.get('rivals') ?? '').split(',')
  const chosen = asked.flatMap((id) => rivals.find((r) => r.fault.id === id) ?? [])
  const rest = rivals.filter((r) => !chosen.includes(r))
  const columns = [...chosen, ...rest].slice(0, COLUMNS)
  const put = (place: number, fault: string) => {
    const ids = columns.map((r, i) => (i === place ? fault : r.fault.id))
    setParams({ rivals: [...new Set(ids)].join(',') }, { replace: true })
  }
  return { columns, put }
}

function Table({ bench }: { bench: DiagnosisBench }) {
  const view = useView()
  const { rivals } = bench.diagnosis
  const { columns, put } = useColumns(rivals)
  const [settling, setSettling] = useState<string | null>(null)
  const settled = rivals.find((r) => r.fault.id === settling)
  const first = rivals.find((r) => !view.record.cases.some((c) => c.fault === r.fault.id))
  return (
    <>
      <div className="mt-3 grid items-start gap-x-8 lg:grid-cols-[minmax(0,8fr)_minmax(0,5fr)]">
        <div>
          <RivalTable rivals={rivals} columns={columns} onPut={put} onSettle={setSettling} />
          <CauseChain diagnosis={bench.diagnosis} />
        </div>
        <div>
          <NextCheck diagnosis={bench.diagnosis} />
          <MindChanges changes={bench.mindChanges} rivals={rivals} />
          <Pairs pairs={bench.pairs} rivals={rivals} />
        </div>
      </div>
      {settled && (
        <Settle
          rival={settled}
          first={first === settled}
          firstName={first?.fault.name ?? ''}
          onDone={() => setSettling(null)}
        />
      )}
    </>
  )
}

function Opened() {
  const lesson = useLesson()
  const view = useView()
  const bench = useDiagnosisBench(view.knowledge, view.record, lesson.id)
  return bench ? <Table bench={bench} /> : <Loading what="what may lie behind it" />
}

export function DiagnosisBenchScreen() {
  const { studentId = '', lessonId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the bench" />
  const lesson = data.record.lessons.find((l) => l.id === (lessonId as LessonId))
  if (!lesson) return <NotHere />
  return (
    <>
      <div className="mt-4 flex flex-wrap items-baseline gap-4">
        <h1 className="text-2xl">
          Diagnosis bench{' '}
          <span className="text-kiln font-sans text-base font-normal">
            {data.record.card.name}, {data.knowledge.name.toLowerCase()}, lesson of{' '}
            {shortDay(lesson.date)}
          </span>
        </h1>
        <Link
          className="ml-auto min-h-11 py-2.5 underline underline-offset-4"
          to={`/students/${data.id}/lessons/${lesson.id}`}
        >
          Back to the lesson desk
        </Link>
      </div>
      <StudentContext value={data}>
        <LessonContext value={lesson}>
          <Opened />
        </LessonContext>
      </StudentContext>
    </>
  )
}
