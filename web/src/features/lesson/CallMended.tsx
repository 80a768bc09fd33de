/** The mended rule, half by half, and the one move that calls a fault mended or overrules it. */
import { useView, useLesson } from '../../data/studentContext'
import type { MendedRule } from '@vein-mend/core/mending'
import type { CaseState } from '@vein-mend/core/record'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { WithReason } from '../../parts/WithReason'
import { percent } from '../../wording/words'

interface Props {
  readonly state: CaseState
  readonly rule: MendedRule
}

export function CallMended({ state, rule }: Props) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const call = (overruled?: string) => {
    act(
      [
        {
          kind: 'case-mended',
          lesson: lesson.id,
          case: state.id,
          ...(overruled === undefined ? {} : { overruled }),
        },
      ],
      `Mended: ${state.name}`,
    )
  }
  if (rule.holds) {
    return (
      <div className="border-gold flex flex-wrap items-center gap-3 rounded-md border-2 p-2">
        <span>
          The rule holds: {percent(rule.belief)} sure and {rule.cleanLessons} clean lessons in a
          row.
        </span>
        <Button look="main" onClick={() => call()}>
          Call it mended
        </Button>
      </div>
    )
  }
  return (
    <div className="text-sm">
      <span className="text-kiln">
        Mended when {percent(rule.beliefAsked)} sure (now {percent(rule.belief)}) and clean
        unprompted in music {rule.cleanLessonsAsked} lessons in a row (now {rule.cleanLessons}).
      </span>{' '}
      <WithReason
        keptAs={`mended-${state.id}`}
        label="Call it mended all the same"
        ask="Why is it mended all the same?"
        done="Mended"
        onGive={call}
      />
    </div>
  )
}
