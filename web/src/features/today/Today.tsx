/** Today: who comes, the one thing to look at first with each, and what is not to be forgotten. */
import { inOrderOfLessons } from '@vein-mend/core/standing'
import type { StudentsResponse } from '@vein-mend/contract'
import { Link } from 'react-router'
import { usePacks, useStudents } from '../../data/useStudio'
import { buttonClass } from '../../ui/Button'
import { Failed } from '../../data/Failed'
import { Loading, Section } from '../../ui/Page'
import { longDay } from '../../wording/dates'
import { plural } from '../../wording/words'
import { ComingDay } from './ComingDay'
import { daysOf } from './days'
import type { ComingOn } from './days'
import { EmptyStudio } from './EmptyStudio'
import { NotForgotten } from './NotForgotten'

/** Records that cannot be read on: nothing but their name is known. */
function InTrouble({ students }: { students: StudentsResponse['inTrouble'] }) {
  if (students.length === 0) return null
  return (
    <Section title="Records that cannot be read on">
      <ul>
        {students.map((s) => (
          <li key={s.id}>
            <Link className="underline underline-offset-4" to={`/students/${s.id}`}>
              {s.name}
            </Link>
          </li>
        ))}
      </ul>
    </Section>
  )
}

function Coming({ today, students }: StudentsResponse) {
  const packs = usePacks()
  const nameOf = (id: string) => packs.data?.packs.find((p) => p.id === id)?.name ?? id
  const days = daysOf(inOrderOfLessons(students))
  const isNow = ({ day, open }: ComingOn) => open || (day !== null && day <= today)
  const listOf = (list: readonly ComingOn[]) =>
    list.map((coming) => (
      <ComingDay key={coming.key} coming={coming} today={today} nameOf={nameOf} />
    ))
  // On a narrow screen who comes now is first, and what must not be forgotten before the days to come.
  return (
    <div className="grid items-start gap-x-10 lg:grid-cols-[minmax(0,8fr)_minmax(0,5fr)] lg:grid-rows-[auto_1fr]">
      <div>{listOf(days.filter(isNow))}</div>
      <div className="lg:col-start-2 lg:row-span-2 lg:row-start-1">
        <NotForgotten students={students} today={today} />
      </div>
      <div>{listOf(days.filter((d) => !isNow(d)))}</div>
    </div>
  )
}

export function Today() {
  const { data, error } = useStudents()
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the studio" />
  const { students, inTrouble, today } = data
  if (students.length + inTrouble.length === 0) return <EmptyStudio />
  return (
    <>
      <div className="mt-5 flex flex-wrap items-end gap-4">
        <h1 className="text-3xl">Today</h1>
        <p className="text-kiln pb-1">
          {longDay(today)}, {plural(students.length, 'student')}
        </p>
        <Link className={`${buttonClass()} ml-auto`} to="/students/new">
          Add a student
        </Link>
      </div>
      <InTrouble students={inTrouble} />
      <Coming {...data} />
    </>
  )
}
