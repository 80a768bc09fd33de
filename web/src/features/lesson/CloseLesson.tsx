/** The end of a lesson: one strength, a note, and out to the sheet. */
import type { LessonState } from '@vein-mend/core/record'
import { useState } from 'react'
import { Link, useNavigate } from 'react-router'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { Button, buttonClass } from '../../ui/Button'
import { Field } from '../../ui/Field'
import { Sheetlet } from '../../ui/Sheetlet'
import type { ActRequest } from '@vein-mend/core/record'

export function CloseLesson({ view, lesson }: { view: StudentView; lesson: LessonState }) {
  const navigate = useNavigate()
  const act = useActs(view.id)
  const [open, setOpen] = useState(false)
  const [strength, setStrength] = useState('')
  const [note, setNote] = useState('')
  if (!lesson.open) {
    return (
      <p className="text-kiln ml-auto">
        This lesson is closed{lesson.note === '' ? '' : `: ${lesson.note}`}
      </p>
    )
  }
  const close = () => {
    const acts: ActRequest[] = [{ kind: 'lesson-closed', lesson: lesson.id, note: note.trim() }]
    if (strength.trim() !== '') {
      acts.unshift({ kind: 'strength-named', lesson: lesson.id, words: strength.trim() })
    }
    act(acts, 'Lesson closed')
    void navigate(`/students/${view.id}/sheet`)
  }
  return (
    <div className="ml-auto flex gap-2">
      <Link className={buttonClass()} to={`/students/${view.id}/sheet`}>
        Sheet
      </Link>
      <Button onClick={() => setOpen(true)}>Close the lesson</Button>
      <Sheetlet
        open={open}
        onOpenChange={setOpen}
        title="Close the lesson"
        about="The practice sheet comes next."
      >
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault()
            close()
          }}
        >
          <Field label="Something that works" help="Kept, and said first next time.">
            {(p) => (
              <input
                {...p}
                autoFocus
                value={strength}
                onChange={(e) => setStrength(e.target.value)}
                maxLength={200}
              />
            )}
          </Field>
          <Field label="Note for the record">
            {(p) => (
              <textarea
                {...p}
                rows={4}
                value={note}
                onChange={(e) => setNote(e.target.value)}
                maxLength={2000}
              />
            )}
          </Field>
          <Button look="main" type="submit">
            Close and make the sheet
          </Button>
        </form>
      </Sheetlet>
    </div>
  )
}
