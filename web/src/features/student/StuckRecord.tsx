/** A record that stops at a note that cannot be: said here, with every way on. None of them loses a note. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import type { ErrorResponse, StudentCopy } from '@vein-mend/contract'
import type { ActId, StudentId } from '@vein-mend/core/kit'
import { useEffect } from 'react'
import type { ReactNode } from 'react'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { saveFile } from '../../data/saveFile'
import { useActs } from '../../data/useActs'
import { useChange } from '../../data/useChange'
import { useStudents } from '../../data/useStudio'
import { RemoveStudent } from '../../parts/RemoveStudent'
import { Button } from '../../ui/Button'
import { actName } from '../../wording/acts'
import { copyName } from '../../wording/copies'
import { plural } from '../../wording/words'

/** One way on: what it does, and the button that does it. */
function Way({ title, about, children }: { title: string; about: string; children: ReactNode }) {
  return (
    <li className="border-line border-t py-4">
      <h2 className="font-medium">{title}</h2>
      <p className="text-kiln mt-0.5">{about}</p>
      <div className="mt-2 flex flex-wrap items-center gap-3">{children}</div>
    </li>
  )
}

function Trouble({ words }: { words: string | undefined }) {
  return words === undefined ? null : (
    <p role="alert" className="text-danger w-full">
      {words}
    </p>
  )
}

function SetAside({ student }: { student: StudentId }) {
  const { run, running, trouble } = useChange({
    change: () => api.setAside(student),
    done: ({ moved }) => toast(`${plural(moved, 'note')} set aside`),
  })
  return (
    <Way
      title="Set it aside and go on"
      about="The note that cannot be, and everything after it, is kept beside the record as it was written. The record opens as it stood before; what stands aside can be read, handed on, and taken up again after an update."
    >
      <Button look="main" disabled={running} onClick={() => run(undefined)}>
        Set it aside
      </Button>
      <Trouble words={trouble?.words} />
    </Way>
  )
}

/** Nothing was left that could be read: what stands aside may be readable by now. */
function TakeUp({ student }: { student: StudentId }) {
  const { run, running, trouble } = useChange({
    change: () => api.takeUpAgain(student),
    done: ({ moved }) => toast(`${plural(moved, 'note')} taken up again`),
  })
  return (
    <Way
      title="Take up again what stands aside"
      about="All of this record stands aside. After an update it may be readable; where it still is not, nothing changes."
    >
      <Button look="main" disabled={running} onClick={() => run(undefined)}>
        Take it up again
      </Button>
      <Trouble words={trouble?.words} />
    </Way>
  )
}

function Copy({ student, copy }: { student: StudentId; copy: StudentCopy }) {
  const { run, running, trouble } = useChange({
    change: () => api.bringBack(student, copy.name),
    done: ({ notes, aside }) =>
      toast(`${plural(notes, 'note')} as the copy has them; ${plural(aside, 'note')} set aside`),
  })
  return (
    <>
      <Button disabled={running} onClick={() => run(undefined)}>
        As of {copyName(copy.name)} ({plural(copy.notes ?? 0, 'note')})
      </Button>
      <Trouble words={trouble?.words} />
    </>
  )
}

/** Copies that are offered; an older one has less in it. */
const COPIES_MOST = 5

function FromCopy({ student }: { student: StudentId }) {
  const { data } = useQuery({
    queryKey: ['student', student, 'copies'],
    queryFn: () => api.copies(student),
  })
  const whole = data?.copies.filter((c) => c.plays).slice(0, COPIES_MOST) ?? []
  return (
    <Way
      title="Bring this student back from a copy"
      about="As the copy had them; what was noted since is set aside and not lost. Nobody else is touched."
    >
      {data && whole.length === 0 ? (
        <p>No copy on this machine has this student whole.</p>
      ) : (
        whole.map((copy) => <Copy key={copy.name} student={student} copy={copy} />)
      )}
    </Way>
  )
}

/** Files of the record: for a next teacher, and for whoever repairs it. */
function AsFiles({ student, name }: { student: StudentId; name: string }) {
  // Fetched first, so that a missing yes is said here and not as a page of code.
  const handOn = useChange({
    change: () => api.handover(student),
    touches: [],
    done: (file) => saveFile(`${file.name}-handover.json`, file),
  })
  const onFile = useChange({
    change: () => api.onFile(student),
    touches: [],
    done: (file) => saveFile('record-as-it-is.json', file),
  })
  return (
    <Way
      title="Take it away as a file"
      about={`The handover file needs ${name}’s yes to handing on. What is on file as it is goes to nobody: it is for repairing the record here.`}
    >
      <Button onClick={() => handOn.run(undefined)}>Hand the record on as a file</Button>
      <Button onClick={() => onFile.run(undefined)}>What is on file, as it is</Button>
      <Trouble words={handOn.trouble?.words ?? onFile.trouble?.words} />
    </Way>
  )
}

interface Props {
  readonly student: StudentId
  readonly facts: NonNullable<ErrorResponse['error']['facts']>
}

export function StuckRecord({ student, facts }: Props) {
  const students = useStudents()
  const act = useActs(student)
  const client = useQueryClient()
  // The list was perhaps had before anybody had read this record.
  useEffect(() => void client.invalidateQueries({ queryKey: ['students'] }), [client])
  const everybody = [...(students.data?.inTrouble ?? []), ...(students.data?.students ?? [])]
  const name = everybody.find((s) => s.id === student)?.name ?? 'this student'
  return (
    <div className="mx-auto max-w-2xl py-8">
      <h1 className="text-2xl">The record of {name} cannot be read on</h1>
      <p className="mt-2">
        It stops at a note that cannot be:{' '}
        <span className="font-medium">{actName(String(facts.kind))}</span>. Everything before and
        after it is kept as it was written, and no other student is touched.
      </p>
      <ul className="mt-4">
        {facts.why === 'set_aside' ? <TakeUp student={student} /> : <SetAside student={student} />}
        <FromCopy student={student} />
        <Way
          title="Take that one note back"
          about="Where the notes after it do not stand on it, this is enough. Taking it back is itself a note, and can be undone."
        >
          <Button
            onClick={() => {
              act([{ kind: 'undone', act: String(facts.act) as ActId }])
            }}
          >
            Take that note back
          </Button>
        </Way>
        <AsFiles student={student} name={name} />
        <Way title="Remove the student" about="For good, with everything about them.">
          <RemoveStudent student={student} name={name} />
        </Way>
      </ul>
    </div>
  )
}
