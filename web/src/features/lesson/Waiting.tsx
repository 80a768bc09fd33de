/** A fault that is settled but has no remedy running. */
import type { CaseState, LessonState } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { Sheetlet } from '../../ui/Sheetlet'
import { StateWord } from '../../ui/StateWord'
import { StrandMark } from '../../ui/StrandMark'
import { firstRemedy, RemedyChoice } from './RemedyChoice'

export function Waiting({
  view,
  lesson,
  state,
}: {
  view: StudentView
  lesson: LessonState
  state: CaseState
}) {
  const act = useActs(view.id)
  const fault = view.knowledge.faults.find((f) => f.id === state.fault)
  const [open, setOpen] = useState(false)
  const [remedy, setRemedy] = useState(() => (fault ? firstRemedy(view, fault) : null))
  return (
    <div className="border-line flex flex-wrap items-center gap-3 border-b py-2">
      <StrandMark strand={state.strand} />
      <span className="font-medium">{state.name}</span>
      <StateWord state={state.status.state} />
      {fault && lesson.open && (
        <Button small className="ml-auto" onClick={() => setOpen(true)}>
          Choose a remedy
        </Button>
      )}
      {fault && (
        <Sheetlet open={open} onOpenChange={setOpen} title={state.name} about={fault.why}>
          <form
            className="space-y-5"
            onSubmit={(event) => {
              event.preventDefault()
              if (remedy === null) return
              act(
                [{ kind: 'remedy-started', lesson: lesson.id, case: state.id, remedy }],
                'Remedy started',
              )
              setOpen(false)
            }}
          >
            <RemedyChoice view={view} fault={fault} value={remedy} onChange={setRemedy} />
            <Button look="main" type="submit" disabled={remedy === null}>
              Start the ladder
            </Button>
          </form>
        </Sheetlet>
      )}
    </div>
  )
}
