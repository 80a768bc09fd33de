/** A record that stops at a note that cannot be: said here and nowhere else, with every way on. */
import type { ErrorResponse } from '@vein-mend/contract'
import type { ActId, StudentId } from '@vein-mend/core/record'
import { useActs } from '../../data/useActs'
import { useStudents } from '../../data/useStudent'
import { RemoveStudent } from '../../parts/RemoveStudent'
import { Button, buttonClass } from '../../ui/Button'
import { actName } from '../../wording/acts'

interface Props {
  readonly student: StudentId
  readonly facts: NonNullable<ErrorResponse['error']['facts']>
}

export function StuckRecord({ student, facts }: Props) {
  const students = useStudents()
  const act = useActs(student)
  const name = students.data?.inTrouble.find((s) => s.id === student)?.name ?? 'this student'
  const kind = actName(String(facts.kind))
  return (
    <div className="mx-auto max-w-2xl py-10">
      <h1 className="text-2xl">The record of {name} cannot be read on</h1>
      <p className="mt-2">
        It stops at a note that cannot be: <span className="font-medium">{kind}</span>. Everything
        before and after it is kept as it was written, and no other student is touched.
      </p>
      <div className="mt-5 flex flex-wrap items-center gap-3">
        <Button
          look="main"
          onClick={() => {
            act([{ kind: 'undone', act: String(facts.act) as ActId }])
          }}
        >
          Take that note back
        </Button>
        <a className={buttonClass()} href={`/api/students/${student}/handover`}>
          Hand the record on as a file
        </a>
        <RemoveStudent student={student} name={name} />
      </div>
      <p className="text-kiln mt-4">
        Taking it back is itself a note and can be undone. The file holds every note, the one that
        cannot be too.
      </p>
    </div>
  )
}
