/** Taking a student out for good: the one thing here that cannot be undone, so it says so and asks for the name. */
import type { StudentId } from '@vein-mend/core/record'
import { useState } from 'react'
import { useNavigate } from 'react-router'
import { toast } from 'sonner'
import { api } from '../data/api'
import { forgetStudent } from '../data/forget'
import { useChange } from '../data/useChange'
import { Button } from '../ui/Button'
import { Field } from '../ui/Field'
import { SidePanel } from '../ui/SidePanel'

interface Props {
  readonly student: StudentId
  readonly name: string
}

export function RemoveStudent({ student, name }: Props) {
  const navigate = useNavigate()
  const [open, setOpen] = useState(false)
  const [typed, setTyped] = useState('')
  const { run, trouble, running } = useChange({
    change: () => api.removeStudent(student),
    touches: [['students']],
    done: ({ within }) => {
      forgetStudent(student, within)
      toast(`${name} is removed`)
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
