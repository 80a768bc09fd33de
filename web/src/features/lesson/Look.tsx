/** Looking before prompting: how many tries stayed clean, in the setting of the moment. */
import { useView, useLesson } from '../../data/studentContext'
import type { CaseState, RecordedLook } from '@vein-mend/core/record'
import { useActs } from '../../data/useActs'
import { Tally } from '../../ui/Tally'
import { CONDITION_WORDS } from '../../wording/words'
import type { Setting } from './setting'

const TRIES_ASKED = 5

interface Props {
  readonly state: CaseState
  readonly setting: Setting
  readonly done: readonly RecordedLook[]
}

export function Look({ state, setting, done }: Props) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const keep = (clean: number, tries: number) =>
    act(
      [
        {
          kind: 'look-taken',
          lesson: lesson.id,
          case: state.id,
          ...setting,
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
      <p>
        Let them play {CONDITION_WORDS[setting.condition]}
        {setting.prompted ? ', after the cue:' : ', and look before you say the cue:'}
      </p>
      <Tally asked={TRIES_ASKED} keep="Keep the look," onKeep={keep} />
    </div>
  )
}
