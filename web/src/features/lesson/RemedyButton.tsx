/** Choosing a remedy for a settled fault: the first one, or another when one does not help. */
import { useView, useLesson } from '../../data/studentContext'
import type { CaseState } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { Field } from '../../ui/Field'
import { SidePanel } from '../../ui/SidePanel'
import { firstRemedy, hasRoom, RemedyChoice } from '../../parts/RemedyChoice'
import { USUAL_WEEKS, WeeksChoice } from '../../parts/WeeksChoice'

interface Props {
  readonly state: CaseState
}

/** The button and the sheet behind it. */
export function RemedyButton({ state, label }: Props & { readonly label: string }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const fault = view.knowledge.faults.find((f) => f.id === state.fault)
  const running = state.ladder !== null && state.status.state === 'healing'
  const [open, setOpen] = useState(false)
  const [reason, setReason] = useKept(`remedy-${lesson.id}-${state.id}`)
  const [weeks, setWeeks] = useState(USUAL_WEEKS)
  const [remedy, setRemedy] = useState(() =>
    fault && !running && hasRoom(view) ? firstRemedy(view, fault) : null,
  )
  if (!fault || !lesson.open) return null
  const start = () => {
    if (remedy === null) return
    const why = reason.trim()
    act(
      [
        {
          kind: 'remedy-started',
          lesson: lesson.id,
          case: state.id,
          remedy,
          weeks,
          ...(why === '' ? {} : { reason: why }),
        },
      ],
      'Remedy started',
    )
    setReason('')
    setOpen(false)
  }
  return (
    <>
      <Button small look={running ? 'bare' : 'plain'} onClick={() => setOpen(true)}>
        {label}
      </Button>
      <SidePanel open={open} onOpenChange={setOpen} title={state.name} about={fault.why}>
        <form
          className="space-y-5"
          onSubmit={(event) => {
            event.preventDefault()
            start()
          }}
        >
          {running && (
            <Field label="Why another remedy?" help="Kept with the record, if you say it.">
              {(p) => <input {...p} value={reason} onChange={(e) => setReason(e.target.value)} />}
            </Field>
          )}
          <RemedyChoice
            fault={fault}
            running={running ? state.ladder.remedy : null}
            value={remedy}
            onChange={setRemedy}
          />
          <WeeksChoice weeks={weeks} onChange={setWeeks} />
          <Button look="main" type="submit" disabled={remedy === null}>
            Start the ladder
          </Button>
        </form>
      </SidePanel>
    </>
  )
}
