/** Where the teacher has the last word on a fault's state, and where they had it before. */
import { useView } from '../../data/studentContext'
import { parseDay } from '@vein-mend/core/kit'
import type { CaseState } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import { DateBox } from '../../ui/DateBox'
import { Field } from '../../ui/Field'
import { OtherStates } from '../../parts/OtherStates'
import { Section } from '../../ui/Page'
import { WithReason } from '../../parts/WithReason'
import { shortDay } from '../../wording/dates'
import { actName } from '../../wording/acts'

interface Props {
  readonly state: CaseState
}

function Recheck({ state }: Props) {
  const view = useView()
  const act = useActs(view.id)
  const { status } = state
  const due = status.state === 'mended' ? status.nextRecheck : null
  const [day, setDay] = useState<string>(due ?? view.today)
  if (status.state !== 'mended') return null
  return (
    <div className="flex flex-wrap items-end gap-x-4 gap-y-2">
      <Field label="Second look on">
        {(p) => <DateBox {...p} value={day} onChange={(e) => setDay(e.target.value)} />}
      </Field>
      <WithReason
        keptAs={`recheck-${state.id}`}
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
          keptAs={`no-recheck-${state.id}`}
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

export function Overruling({ state }: Props) {
  return (
    <Section title="The teacher has the last word">
      <Recheck state={state} />
      <OtherStates state={state} />
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
