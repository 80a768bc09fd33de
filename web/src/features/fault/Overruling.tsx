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
import { ACT_WORDS } from '../../wording/words'

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

function Relapse({ view, state }: Props) {
  const act = useActs(view.id)
  const lesson = view.record.lessons.find((l) => l.open)
  if (state.status.state !== 'relapsed') return null
  if (!lesson)
    return <p className="text-kiln">A bad day and no relapse? Say so in the next lesson.</p>
  return (
    <WithReason
      label="A bad day, not a relapse"
      ask="Why is it no relapse?"
      done="Keep it mended"
      onGive={(reason) =>
        act(
          [{ kind: 'relapse-overruled', lesson: lesson.id, case: state.id, reason }],
          'Kept as mended',
        )
      }
    />
  )
}

export function Overruling({ view, state }: Props) {
  const decided = state.status.state === 'mended' || state.status.state === 'relapsed'
  if (!decided && state.overrules.length === 0) return null
  return (
    <Section title="Decided by the teacher">
      <Recheck view={view} state={state} />
      <Relapse view={view} state={state} />
      {state.overrules.length > 0 && (
        <ul className="mt-2 space-y-1">
          {state.overrules.toReversed().map((o) => (
            <li key={o.act}>
              <span className="text-kiln">
                {shortDay(o.on)}, {ACT_WORDS[o.kind].toLowerCase()}:
              </span>{' '}
              “{o.reason}”
            </li>
          ))}
        </ul>
      )}
    </Section>
  )
}
