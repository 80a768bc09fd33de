/** Looking before prompting: how many tries stayed clean, in what setting, and whether the cue was said. */
import type { Condition } from '@vein-mend/core/packs'
import type { CaseState, LessonState, RecordedLook } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { Choice } from '../../ui/Choice'
import { Tally } from '../../ui/Tally'
import { CONDITION_WORDS } from '../../wording/words'

const SETTINGS: readonly (readonly [Condition, string])[] = [
  ['exercise', 'exercise'],
  ['piece-slow', 'piece, slowly'],
  ['piece-tempo', 'piece, at tempo'],
  ['performance', 'performance'],
]
const TRIES_ASKED = 5

interface Props {
  readonly view: StudentView
  readonly lesson: LessonState
  readonly state: CaseState
  readonly done: readonly RecordedLook[]
}

export function Look({ view, lesson, state, done }: Props) {
  const act = useActs(view.id)
  const [condition, setCondition] = useState<Condition>('piece-tempo')
  const [prompted, setPrompted] = useState<'unprompted' | 'prompted'>('unprompted')
  const keep = (clean: number, tries: number) =>
    act(
      [
        {
          kind: 'look-taken',
          lesson: lesson.id,
          case: state.id,
          condition,
          prompted: prompted === 'prompted',
          clean,
          tries,
        },
      ],
      `Looked: ${clean} clean of ${tries}`,
    )
  return (
    <div className="space-y-1.5">
      {done.map((l) => (
        <p key={l.act}>
          <span className="text-kiln">
            Looked {CONDITION_WORDS[l.condition]}, {l.prompted ? 'after the cue' : 'unprompted'}:
          </span>{' '}
          {l.clean} clean of {l.tries}
        </p>
      ))}
      <p>Let them play, and look before you say the cue:</p>
      <div className="flex flex-wrap gap-x-4 gap-y-1.5 text-sm">
        <Choice label="Setting" value={condition} options={SETTINGS} onChange={setCondition} />
        <Choice
          label="Prompted or not"
          value={prompted}
          options={[
            ['unprompted', 'nobody said the cue'],
            ['prompted', 'cue was said'],
          ]}
          onChange={setPrompted}
        />
      </div>
      <Tally asked={TRIES_ASKED} keep="Keep the look," onKeep={keep} />
    </div>
  )
}
