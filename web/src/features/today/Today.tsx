/** Today: who is due for what, and the way into the next lesson. */
import type { IsoDate } from '@vein-mend/core/kit'
import { duesOfAll, inOrderOfLessons } from '@vein-mend/core/record'
import type { Due } from '@vein-mend/core/record'
import type { StudentListed } from '@vein-mend/contract'
import { Link } from 'react-router'
import { usePacks, useStudents } from '../../data/useStudent'
import { buttonClass } from '../../ui/Button'
import { Failed } from '../../data/Failed'
import { Loading, Section } from '../../ui/Page'
import { longDay, nearDay } from '../../wording/dates'
import { plural } from '../../wording/words'
import { FaultCounts } from './FaultCounts'

const GRAVE: ReadonlySet<Due['kind']> = new Set(['hurt-at-home', 'pain'])

function dueWords(due: Due, today: IsoDate): string {
  switch (due.kind) {
    case 'hurt-at-home':
      return `“${due.name}” hurt at home. It rests until you have looked.`
    case 'pain':
      return 'Pain on record. Ask first; nothing that loads the part.'
    case 'recheck':
      return due.on < today
        ? `A mended fault was to be looked at again ${nearDay(due.on, today)}.`
        : `A mended fault is to be looked at again ${nearDay(due.on, today)}.`
    case 'stuck':
      return `“${due.name}” has not moved up for three lessons or more.`
  }
}

function DueList({
  dues,
  today,
}: {
  dues: readonly { readonly student: StudentListed; readonly due: Due }[]
  today: IsoDate
}) {
  if (dues.length === 0)
    return <p className="text-kiln">Nothing is due. Every recheck is more than a week off.</p>
  return (
    <ul className="divide-line divide-y">
      {dues.map(({ student, due }) => (
        <li
          key={`${student.id} ${JSON.stringify(due)}`}
          className={`flex gap-3 py-2 ${GRAVE.has(due.kind) ? 'bg-dangerwash -mx-3 rounded px-3 font-medium' : ''}`}
        >
          <Link
            to={`/students/${student.id}`}
            className="w-40 shrink-0 font-medium underline underline-offset-4"
          >
            {student.name}
          </Link>
          <span>{dueWords(due, today)}</span>
        </li>
      ))}
    </ul>
  )
}

/** When the student comes next, and when they were here. */
function LessonDays({ student, today }: { student: StudentListed; today: IsoDate }) {
  const { nextLesson, lastLesson } = student
  return (
    <>
      <div className={nextLesson === today ? 'font-medium' : ''}>
        {nextLesson === null ? 'no day agreed' : nearDay(nextLesson, today)}
      </div>
      <div className="text-kiln text-sm">
        {lastLesson === null ? 'no lesson yet' : `last ${nearDay(lastLesson, today)}`}
      </div>
    </>
  )
}

function StudentRow({
  student,
  instrument,
  today,
}: {
  student: StudentListed
  instrument: string
  today: IsoDate
}) {
  return (
    <tr className="border-line border-b align-top">
      <th scope="row" className="py-3 pr-4 text-left">
        <Link
          to={`/students/${student.id}`}
          className="font-serif text-lg font-semibold underline-offset-4 hover:underline"
        >
          {student.name}
        </Link>
        <div className="text-kiln font-normal">
          {instrument}, {student.stage}
        </div>
      </th>
      <td className="py-3 pr-4">
        {student.projects.length === 0 ? (
          <span className="text-kiln">no project running</span>
        ) : (
          student.projects.map((p) => (
            <div key={p.name}>
              {p.name}
              {p.cue !== null && <span className="text-kiln"> “{p.cue}”</span>}
            </div>
          ))
        )}
      </td>
      <td className="py-3 pr-4">
        <FaultCounts counts={student.faults} />
      </td>
      <td className="py-3 pr-4 whitespace-nowrap">
        <LessonDays student={student} today={today} />
      </td>
      <td className="py-2 text-right">
        {student.openLesson === null ? (
          <Link className={buttonClass()} to={`/students/${student.id}#begin`}>
            Next lesson
          </Link>
        ) : (
          <Link
            className={buttonClass('main')}
            to={`/students/${student.id}/lessons/${student.openLesson}`}
          >
            Go on with the lesson
          </Link>
        )}
      </td>
    </tr>
  )
}

export function Today() {
  const students = useStudents()
  const packs = usePacks()
  if (students.error) return <Failed error={students.error} />
  if (!students.data) return <Loading what="the studio" />
  const { today } = students.data
  const list = students.data.students
  const nameOf = (id: string) => packs.data?.packs.find((p) => p.id === id)?.name ?? id
  return (
    <>
      <div className="mt-6 flex flex-wrap items-end gap-4">
        <div>
          <h1 className="text-3xl">Today</h1>
          <p className="text-kiln">
            {longDay(today)}, {plural(list.length, 'student')}
          </p>
        </div>
        <Link
          className={`${buttonClass(list.length === 0 ? 'main' : 'plain')} ml-auto`}
          to="/students/new"
        >
          Add a student
        </Link>
      </div>
      {list.length + students.data.inTrouble.length === 0 ? (
        <p className="mt-10 max-w-prose text-lg">
          The studio is empty. Add a student and an instrument; the first lesson can begin right
          after.
        </p>
      ) : (
        <>
          <Section title="Not to be forgotten">
            <DueList dues={duesOfAll(list, today)} today={today} />
          </Section>
          {students.data.inTrouble.length > 0 && (
            <Section title="Records that cannot be read on">
              <ul>
                {students.data.inTrouble.map((s) => (
                  <li key={s.id}>
                    <Link className="underline underline-offset-4" to={`/students/${s.id}`}>
                      {s.name}
                    </Link>
                  </li>
                ))}
              </ul>
            </Section>
          )}
          <Section title="Students" aside="in the order in which they come">
            <table className="w-full">
              <thead className="text-kiln text-left text-sm">
                <tr>
                  <th className="font-medium">Name</th>
                  <th className="font-medium">Projects and cue</th>
                  <th className="font-medium">Faults</th>
                  <th className="font-medium">Comes</th>
                  <th>
                    <span className="sr-only">Lesson</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {inOrderOfLessons(list).map((s) => (
                  <StudentRow
                    key={s.id}
                    student={s}
                    instrument={nameOf(s.instrument)}
                    today={today}
                  />
                ))}
              </tbody>
            </table>
          </Section>
        </>
      )}
    </>
  )
}
