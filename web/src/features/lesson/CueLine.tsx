/** The cue in the student's words; changed in place. */
import { useView, useLesson } from '../../data/studentContext'
import type { CaseState } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { INPUT_CLASS } from '../../ui/Field'

export function CueLine({ state }: { state: CaseState }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const [words, setWords] = useState<string | null>(null)
  const recalled =
    state.recalls.some((r) => r.lesson === lesson.id) || state.cue?.since === lesson.id
  if (words === null) {
    return (
      <p>
        {state.cue && recalled && (
          <>
            <span className="text-kiln">Cue:</span> “{state.cue.words}”
          </>
        )}
        <Button small look="bare" onClick={() => setWords('')}>
          {state.cue ? 'Change the cue' : 'Agree a cue'}
        </Button>
      </p>
    )
  }
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        if (words.trim() !== '') {
          act(
            [{ kind: 'cue-agreed', lesson: lesson.id, case: state.id, words: words.trim() }],
            `Cue: ${words.trim()}`,
          )
        }
        setWords(null)
      }}
    >
      <input
        aria-label="Cue in the student's words"
        autoFocus
        value={words}
        onChange={(e) => setWords(e.target.value)}
        className={INPUT_CLASS}
      />
      <Button type="submit">Keep</Button>
    </form>
  )
}
