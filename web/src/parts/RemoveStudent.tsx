/** Taking a student out for good: the one thing here that cannot be undone, so it says so and asks for the name. */
import { useQuery } from '@tanstack/react-query'
import type { StudentRemoved } from '@vein-mend/contract'
import type { StudentId } from '@vein-mend/core/kit'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { api } from '../data/api'
import { forgetStudent } from '../data/forget'
import { useMail } from '../data/useActs'
import { useChange } from '../data/useChange'
import { Button } from '../ui/Button'
import { CheckBox } from '../ui/CheckBox'
import { Field } from '../ui/Field'
import { SidePanel } from '../ui/SidePanel'
import { copyName } from '../wording/copies'
import { plural } from '../wording/words'

interface Props {
  readonly student: StudentId
  readonly name: string
}

const SHORT_MS = 6000
/** What has to be done by hand is read more slowly. */
const LONG_MS = 60_000

const NOT_CLEANED =
  '. There was no room to write the studio’s file anew: that is done at its next start'

function sayCopies(copies: StudentRemoved['copies']): string {
  if (copies === null) return ''
  const { rewritten, left } = copies
  const done = `, and out of ${plural(rewritten.length, 'copy', 'copies')}`
  return left.length === 0
    ? done
    : `${done}. Not opened, and perhaps still with them: ${left.join(', ')}`
}

/** What the copies hold, said before anything goes; and whether they are to forget too. */
function Copies({
  student,
  taken,
  onTake,
}: {
  readonly student: StudentId
  readonly taken: boolean
  readonly onTake: (taken: boolean) => void
}) {
  const { data } = useQuery({
    queryKey: ['student', student, 'copies'],
    queryFn: () => api.copies(student),
  })
  if (!data || data.copies.length === 0) {
    return data ? <p>No copy on this machine has them.</p> : null
  }
  const known = data.copies.filter((c) => c.notes !== null)
  const shut = data.copies.length - known.length
  const oldest = known.at(-1)
  return (
    <div className="space-y-2">
      <p>
        {plural(known.length, 'copy', 'copies')} of the studio on this machine still{' '}
        {known.length === 1 ? 'has' : 'have'} them
        {oldest ? `, the oldest of ${copyName(oldest.name)}` : ''}
        {shut > 0 ? `; ${shut} more cannot be opened` : ''}. A copy that is brought back later
        brings them back too, and says so.
      </p>
      <CheckBox checked={taken} onChange={onTake}>
        Take them out of the copies on this machine as well
      </CheckBox>
    </div>
  )
}

export function RemoveStudent({ student, name }: Props) {
  const navigate = useNavigate()
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState('')
  const [fromCopies, setFromCopies] = useState(false)
  const mail = useMail()
  const { run, trouble, running } = useChange({
    change: () => api.removeStudent(student, { copies: fromCopies }),
    touches: [['students']],
    done: ({ within, copies, cleaned }) => {
      forgetStudent(student, within)
      mail.forget(student)
      toast(`${name} is removed${sayCopies(copies)}${cleaned ? '' : NOT_CLEANED}`, {
        duration: copies !== null && copies.left.length > 0 ? LONG_MS : SHORT_MS,
      })
      return navigate('/')
    },
  })
  return (
    <>
      <Button look="bare" onClick={() => setOpen(true)}>
        Remove from this studio
      </Button>
      <SidePanel
        open={open}
        onOpenChange={setOpen}
        title={`Remove ${name}`}
        about="Every note, cue, week and link of this student goes for good and cannot be brought back. Take the handover file first if anybody may want it."
      >
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault()
            run(undefined)
          }}
        >
          <Field label={`Type “${name}” to remove them`}>
            {(p) => <input {...p} value={typed} onChange={(e) => setTyped(e.target.value)} />}
          </Field>
          <Copies student={student} taken={fromCopies} onTake={setFromCopies} />
          {trouble && (
            <p role="alert" className="text-danger">
              {trouble.words}
            </p>
          )}
          <Button look="main" type="submit" disabled={typed.trim() !== name || running}>
            Remove for good
          </Button>
        </form>
      </SidePanel>
    </>
  )
}
