/** The cue in the student's words; changed in place. */
import { useView, useLesson } from '../../data/studentContext'
import type { CaseState } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { INPUT_CLASS } from '../../ui/Field'

export function CueLine({ state }: { state: CaseState }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const [words, setWords] = useKept(`cue-${lesson.id}-${state.id}`)
  const [changing, setChanging] = useState(words !== '')
  if (!changing) {
    return (
      <p>
        <Button small look="bare" onClick={() => setChanging(true)}>
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
        setWords('')
        setChanging(false)
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
