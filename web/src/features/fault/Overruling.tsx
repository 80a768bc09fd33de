/** Where the teacher has the last word on a fault's state, and where they had it before. */
import { parseDay } from '@vein-mend/core/kit'
import type { CaseState } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { WithReason } from '../../ui/WithReason'
import { shortDay } from '../../wording/dates'
import { actName } from '../../wording/acts'

interface Props {
  readonly view: StudentView
  readonly state: CaseState
}

function Recheck({ view, state }: Props) {
  const act = useActs(view.id)
  const { status } = state
  const due = status.state === 'mended' ? status.nextRecheck : null
  const [day, setDay] = useState<string>(due ?? view.today)
  if (status.state !== 'mended') return null
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <Field label="Second look on">
        {(p) => <input {...p} type="date" value={day} onChange={(e) => setDay(e.target.value)} />}
      </Field>
      <WithReason
        label="Move it to that day"
        ask="Why is the second look moved?"
        done="Move"
        onGive={(reason) => {
          const to = parseDay(day)
          if (to) act([{ kind: 'recheck-moved', case: state.id, to, reason }], 'Second look moved')
        }}
      />
      {due !== null && (
        <WithReason
          label="No more second looks"
          ask="Why is it not looked at again?"
          done="End them"
          onGive={(reason) =>
            act(
              [{ kind: 'recheck-moved', case: state.id, to: null, reason }],
              'No more second looks',
            )
          }
        />
      )}
    </div>
  )
}

/** The other states a fault can be given, each with a reason; they belong to a lesson. */
export function OtherStates({ view, state }: Props) {
  const act = useActs(view.id)
  const lesson = view.record.lessons.find((l) => l.open)
  if (!lesson) {
    return <p className="text-kiln">Another state is given in a lesson, with a reason.</p>
  }
  const now = state.status.state
  const inCase = { lesson: lesson.id, case: state.id }
  return (
    <div className="flex flex-wrap items-center gap-x-4">
      {now === 'relapsed' && (
        <WithReason
          label="A bad day, not a relapse"
          ask="Why is it no relapse?"
          done="Keep it mended"
          onGive={(reason) =>
            act([{ kind: 'relapse-overruled', ...inCase, reason }], 'Kept as mended')
          }
        />
      )}
      {(now === 'mended' || now === 'healing') && (
        <WithReason
          label={now === 'mended' ? 'Seen again: it has come back' : 'Put it back to open'}
          ask="Why is it open again?"
          done="Open it again"
          onGive={(reason) => act([{ kind: 'case-reopened', ...inCase, reason }], 'Opened again')}
        />
      )}
      {now !== 'mended' && (
        <WithReason
          label="Call it mended all the same"
          ask="Why is it mended all the same?"
          done="Mended"
          onGive={(overruled) =>
            act([{ kind: 'case-mended', ...inCase, overruled }], `Mended: ${state.name}`)
          }
        />
      )}
    </div>
  )
}

export function Overruling({ view, state }: Props) {
  return (
    <Section title="The teacher has the last word">
      <Recheck view={view} state={state} />
      <OtherStates view={view} state={state} />
      {state.overrules.length > 0 && (
        <ul className="mt-2 space-y-1">
          {state.overrules.toReversed().map((o) => (
            <li key={o.act}>
              <span className="text-kiln">
                {shortDay(o.on)}, {actName(o.kind).toLowerCase()}:
              </span>{' '}
              “{o.reason}”
            </li>
          ))}
        </ul>
      )}
    </Section>
  )
}
