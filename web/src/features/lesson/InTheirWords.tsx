/** How the student describes the movement, in their own words: asked for after showing, and kept beside the cue. */
import type { CaseState } from '@vein-mend/core/record'
import { useState } from 'react'
import { useLesson, useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { INPUT_CLASS } from '../../ui/Field'

export function InTheirWords({ state }: { state: CaseState }) {
  const lesson = useLesson()
  const act = useActs(useView().id)
  const [words, keep] = useKept(`described-${lesson.id}-${state.id}`)
  const [asking, setAsking] = useState(words !== '')
  const last = state.descriptions.at(-1)
  if (!asking) {
    return (
      <p>
        {last && (
          <>
            <span className="text-kiln">In their words:</span> “{last.words}”
          </>
        )}
        <Button small look="bare" onClick={() => setAsking(true)}>
          {last ? 'They say it anew' : 'How do they describe it?'}
        </Button>
      </p>
    )
  }
  return (
    <form
      className="flex gap-2"
      onSubmit={(event) => {
        event.preventDefault()
        const said = words.trim()
        const described = { lesson: lesson.id, case: state.id, words: said }
        if (said !== '') act([{ kind: 'movement-described', ...described }], `“${said}”`)
        keep('')
        setAsking(false)
      }}
    >
      <input
        aria-label="The movement in the student's words"
        placeholder="How it goes, in their own words"
        autoFocus
        maxLength={200}
        value={words}
        onChange={(e) => keep(e.target.value)}
        className={INPUT_CLASS}
      />
      <Button type="submit">Keep</Button>
    </form>
  )
}
