/** The mended rule, half by half, and the one move that calls a fault mended or overrules it. */
import type { MendedRule } from '@vein-mend/core/mending'
import type { CaseState, LessonState } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { INPUT_CLASS } from '../../ui/Field'
import { percent } from '../../wording/words'

interface Props {
  readonly view: StudentView
  readonly lesson: LessonState
  readonly state: CaseState
  readonly rule: MendedRule
}

export function CallMended({ view, lesson, state, rule }: Props) {
  const act = useActs(view.id)
  const [reason, setReason] = useState<string | null>(null)
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
    setReason(null)
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
      {reason === null ? (
        <Button small look="bare" onClick={() => setReason('')}>
          Call it mended all the same
        </Button>
      ) : (
        <form
          className="mt-1 flex gap-2"
          onSubmit={(event) => {
            event.preventDefault()
            if (reason.trim().length >= 3) call(reason.trim())
          }}
        >
          <input
            aria-label="Why is it mended all the same?"
            placeholder="Why?"
            autoFocus
            required
            minLength={3}
            value={reason}
            onChange={(e) => setReason(e.target.value)}
            className={INPUT_CLASS}
          />
          <Button type="submit">Mended</Button>
        </form>
      )}
    </div>
  )
}
