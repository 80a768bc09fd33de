/** One student: the seam, what is due, and the way into the lesson. */
import { StudentContext, useView } from '../../data/studentContext'
import { daysBetween } from '@vein-mend/core/kit'
import { lastDays, wholeWindow } from '@vein-mend/core/seam'
import type { SeamWindow } from '@vein-mend/core/seam'
import { useState } from 'react'
import { useParams, Link } from 'react-router'
import { ApiError } from '../../data/api'
import { useStudent } from '../../data/useStudent'
import type { StudentView } from '../../data/useStudent'
import { Failed } from '../../data/Failed'
import { Loading, Section } from '../../ui/Page'
import { plural, STAGE_WORDS } from '../../wording/words'
import { minutesGuessed, weekMinutes } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'
import { Aside } from './Aside'
import { BeginLesson } from './BeginLesson'
import { BriefList } from './BriefList'
import { FaultTable } from './FaultTable'
import { Reread } from './Reread'
import { StuckRecord } from './StuckRecord'
import { StudentTakes } from './StudentTakes'
import { LatestActs } from './LatestActs'
import { Seam } from '../../parts/seam/Seam'

const YEAR_DAYS = 366

function Heading() {
  const view = useView()
  const { card } = view.record
  return (
    <div className="mt-5 flex flex-wrap items-start gap-x-8 gap-y-2">
      <div className="min-w-0">
        <h1 className="text-3xl">{card.name}</h1>
        <p className="text-kiln">
          {view.knowledge.name}, {STAGE_WORDS[card.stage].toLowerCase()},{' '}
          {plural(view.record.lessons.length, 'lesson')}, {weekMinutes(card)} minutes a week at home
          {minutesGuessed(card) && ' (a guess until you have asked)'}
        </p>
      </div>
      <div className="ml-auto">
        <BeginLesson />
      </div>
    </div>
  )
}

/** Everything while it is no more than a year, else the last year. */
function recent({ record, today }: StudentView): SeamWindow | null {
  const whole = wholeWindow(record)
  const isLong = whole !== null && daysBetween(whole.from, whole.to) > YEAR_DAYS
  return isLong ? lastDays(today, YEAR_DAYS) : whole
}

export function Student() {
  const { studentId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  const [window, setWindow] = useState<SeamWindow | null>(null)
  if (error instanceof ApiError && error.refusal?.code === 'record_unplayable') {
    return <StuckRecord student={studentId as StudentId} facts={error.refusal.facts ?? {}} />
  }
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the student" />
  return (
    <StudentContext value={data}>
      <Heading />
      <Aside />
      <Reread />
      <BriefList />
      <Section
        title="The seam"
        aside={
          <Link className="underline underline-offset-4" to={`/students/${data.id}/seam`}>
            Larger, beside another, as a file
          </Link>
        }
      >
        <Seam window={window ?? recent(data)} onWindow={setWindow} />
      </Section>
      <FaultTable />
      <StudentTakes />
      <LatestActs />
    </StudentContext>
  )
}
