/** The other states a fault can be given, each with a reason. */
import { useView } from '../data/studentContext'
import type { CaseState } from '@vein-mend/core/record'
import { useActs } from '../data/useActs'
import { WithReason } from './WithReason'

interface Props {
  readonly state: CaseState
}

/** They belong to a lesson. */
export function OtherStates({ state }: Props) {
  const view = useView()
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
          keptAs={`no-relapse-${state.id}`}
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
          keptAs={`again-${state.id}`}
          label={now === 'mended' ? 'Seen again: it has come back' : 'Put it back to open'}
          ask="Why is it open again?"
          done="Open it again"
          onGive={(reason) => act([{ kind: 'case-reopened', ...inCase, reason }], 'Opened again')}
        />
      )}
      {now !== 'mended' && (
        <WithReason
          keptAs={`mended-${state.id}`}
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
