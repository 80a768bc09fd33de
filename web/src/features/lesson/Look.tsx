/** Looking before prompting: how many tries stayed clean, in the setting of the moment. */
import { useView, useLesson } from '../../data/studentContext'
import type { CaseState, RecordedLook } from '@vein-mend/core/record'
import { useActs } from '../../data/useActs'
import { TRIES_ASKED } from './commandsNext'
import { Tally } from './Tally'
import { CONDITION_WORDS } from '../../wording/words'
import type { Setting } from './setting'

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
    <div className="space-y-1">
      {done.map((l) => (
        <p key={l.act} className="text-kiln">
          Looked {CONDITION_WORDS[l.condition]}, {l.prompted ? 'after the cue' : 'unprompted'}:{' '}
          <span className="text-ink">
            {l.clean} clean of {l.tries}
          </span>
        </p>
      ))}
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span>
          {done.length > 0 ? 'Once more' : 'Look'}
          {setting.prompted ? ' after the cue:' : ' before the cue:'}
        </span>
        <Tally
          of={state.name}
          keptAs={`look-${lesson.id}-${state.id}`}
          asked={TRIES_ASKED}
          keep="Keep the look,"
          onKeep={keep}
        />
      </div>
    </div>
  )
}
