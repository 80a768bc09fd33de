/** The cue of last time asked back before anything is played: alone, with a hint, or not. */
import type { Recall } from '@vein-mend/core/mending'
import type { CaseState } from '@vein-mend/core/record'
import { useLesson, useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { Why } from '../../ui/Why'

const RECALLS: readonly (readonly [Recall, string])[] = [
  ['alone', 'Alone'],
  ['hint', 'With a hint'],
  ['not', 'Not'],
]

export function RecallStep({ state }: { readonly state: CaseState }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  if (!state.cue || state.cue.since === lesson.id) return null
  const told = state.recalls.findLast((r) => r.lesson === lesson.id)
  if (told) {
    const words = RECALLS.find(([key]) => key === told.recall)?.[1].toLowerCase()
    return (
      <p className="text-kiln">
        Cue recalled: <span className="text-ink">{words}</span>
      </p>
    )
  }
  const why = view.knowledge.faults.find((f) => f.id === state.fault)?.why
  return (
    <div className="flex flex-wrap items-center gap-x-2 gap-y-1">
      <span>
        Ask: what was the cue, and {why === undefined ? 'why' : <Why because={why}>why</Why>}?
      </span>
      {RECALLS.map(([recall, words]) => (
        <Button
          key={recall}
          small
          aria-label={`${words}: ${state.name}`}
          onClick={() =>
            act(
              [{ kind: 'cue-recalled', lesson: lesson.id, case: state.id, recall }],
              `Cue recalled: ${words.toLowerCase()}`,
            )
          }
        >
          {words}
        </Button>
      ))}
    </div>
  )
}
