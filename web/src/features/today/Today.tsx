/** Today: who is due for what, and the way into the next lesson. */
import { daysBetween } from '@vein-mend/core/kit'
import type { IsoDate } from '@vein-mend/core/kit'
import type { StudentListed } from '@vein-mend/contract'
import { Link } from 'react-router'
import { usePacks, useStudents } from '../../data/useStudent'
import { buttonClass } from '../../ui/Button'
import { Failed, Loading, Section } from '../../ui/Page'
import { longDay, nearDay } from '../../wording/dates'
import { plural } from '../../wording/words'
import { FaultCounts } from './FaultCounts'

interface Due {
  readonly student: StudentListed
  readonly grave: boolean
  readonly words: string
}

function duesOf(student: StudentListed, today: IsoDate): Due[] {
  const { nextRecheck } = student
  return [
    ...student.hurtAtHome.map((name) => ({
      student,
      grave: true,
      words: `“${name}” hurt at home. It rests until you have looked.`,
    })),
    ...(student.pain
      ? [{ student, grave: true, words: 'Pain on record. Ask first; nothing that loads the part.' }]
      : []),
    ...(nextRecheck !== null && daysBetween(nextRecheck, today) >= -7
      ? [
          {
            student,
            grave: false,
            words: `A mended fault is to be looked at again ${nearDay(nextRecheck, today)}.`,
          },
        ]
      : []),
    ...student.stuck.map((name) => ({
      student,
      grave: false,
      words: `“${name}” has not moved up for three lessons or more.`,
    })),
  ]
}

function DueList({ dues }: { dues: readonly Due[] }) {
  if (dues.length === 0)
    return <p className="text-kiln">Nothing is due. Every recheck is more than a week off.</p>
  return (
    <ul className="divide-line divide-y">
      {dues.map((due, i) => (
        <li
          key={i}
          className={`flex gap-3 py-2 ${due.grave ? 'bg-dangerwash -mx-3 rounded px-3 font-medium' : ''}`}
        >
          <Link
            to={`/students/${due.student.id}`}
            className="w-40 shrink-0 font-medium underline underline-offset-4"
          >
            {due.student.name}
          </Link>
          <span>{due.words}</span>
        </li>
      ))}
    </ul>
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
        {student.lastLesson === null ? 'no lesson yet' : nearDay(student.lastLesson, today)}
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
  const today = students.data.today as IsoDate
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
      {list.length === 0 ? (
        <p className="mt-10 max-w-prose text-lg">
          The studio is empty. Add a student and an instrument; the first lesson can begin right
          after.
        </p>
      ) : (
        <>
          <Section title="Not to be forgotten">
            <DueList
              dues={list
                .flatMap((s) => duesOf(s, today))
                .sort((a, b) => Number(b.grave) - Number(a.grave))}
            />
          </Section>
          <Section title="Students">
            <table className="w-full">
              <thead className="text-kiln text-left text-sm">
                <tr>
                  <th className="font-medium">Name</th>
                  <th className="font-medium">Projects and cue</th>
                  <th className="font-medium">Faults</th>
                  <th className="font-medium">Last lesson</th>
                  <th>
                    <span className="sr-only">Lesson</span>
                  </th>
                </tr>
              </thead>
              <tbody>
                {list.map((s) => (
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
