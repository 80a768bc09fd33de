/** A record that stops at a note that cannot be: said here and nowhere else, with every way on. */
import type { ErrorResponse } from '@vein-mend/contract'
import type { ActId, StudentId } from '@vein-mend/core/record'
import { api } from '../../data/api'
import { useActs } from '../../data/useActs'
import { useChange } from '../../data/useChange'
import { useStudents } from '../../data/useStudent'
import { RemoveStudent } from '../../parts/RemoveStudent'
import { Button } from '../../ui/Button'
import { actName } from '../../wording/acts'

/** Gives the reader a file of what is here already. */
function saveFile(name: string, content: object): void {
  const blob = new Blob([JSON.stringify(content)], { type: 'application/json' })
  const link = document.createElement('a')
  link.href = URL.createObjectURL(blob)
  link.download = name
  link.click()
  URL.revokeObjectURL(link.href)
}

interface Props {
  readonly student: StudentId
  readonly facts: NonNullable<ErrorResponse['error']['facts']>
}

export function StuckRecord({ student, facts }: Props) {
  const students = useStudents()
  const act = useActs(student)
  // Fetched first, so that a missing yes is said here and not as a page of code.
  const handOn = useChange({
    change: () => api.handover(student),
    touches: [],
    done: (file) => saveFile(`${file.name}-handover.json`, file),
  })
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
        <Button onClick={() => handOn.run(undefined)}>Hand the record on as a file</Button>
        <RemoveStudent student={student} name={name} />
      </div>
      {handOn.trouble && (
        <p role="alert" className="text-danger mt-3">
          {handOn.trouble.words}
        </p>
      )}
      <p className="text-kiln mt-4">
        Taking it back is itself a note and can be undone. The file holds every note, the one that
        cannot be too.
      </p>
    </div>
  )
}
