/** A word from home to the teacher. */
import type { HomeResponse } from '@vein-mend/contract'
import { tellsHarm } from '@vein-mend/core/phrases'
import type { ActId } from '@vein-mend/core/kit'
import { useState } from 'react'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import type { useHome, Whereabouts } from './useHome'

/** Not one item of the week: everything rests until they have said where. */
const FROM_A_WORD = 'a-word-from-home'

/** What was sent last from here. */
interface Sent {
  readonly words: string
  readonly act: ActId
}

const WHERE_IT_IS: Readonly<Record<Whereabouts, string>> = {
  waiting: 'Not sent yet: it waits on this phone.',
  'not-taken': 'It was not taken. Show it to your teacher.',
  sent: 'Sent. Your teacher reads it before the next lesson.',
}

interface Props {
  readonly page: HomeResponse
  readonly home: ReturnType<typeof useHome>
}

export function NoteToTeacher({ page, home }: Props) {
  const [words, setWords] = useKept(`home-note-${home.link}`)
  const [sent, setSent] = useState<Sent | null>(null)
  const hurts = { kind: 'hurt-at-home', date: page.today, item: FROM_A_WORD } as const
  const told = page.stops.some((s) => s.item === FROM_A_WORD)
  return (
    <form
      className="border-line mt-4 border-t pt-3"
      onSubmit={(event) => {
        event.preventDefault()
        if (words.trim() === '') return
        const said = words.trim()
        setSent({
          words: said,
          act: home.add({ kind: 'home-noted', date: page.today, words: said }),
        })
        setWords('')
      }}
    >
      <label>
        <span className="font-medium">A word to your teacher</span>
        <textarea
          value={words}
          maxLength={2000}
          onChange={(event) => {
            setWords(event.target.value)
            setSent(null)
          }}
          className="border-line bg-glaze mt-1 block min-h-20 w-full rounded border p-2"
        />
      </label>
      {tellsHarm(`${words} ${sent?.words ?? ''}`) && !told && (
        <div role="status" className="bg-dangerwash mt-2 rounded-md px-4 py-3">
          <p className="font-medium">Does something hurt? Say it here too, so that you can rest.</p>
          <Button
            className="text-danger mt-2"
            onClick={() => home.add({ ...hurts, name: 'what you wrote' })}
          >
            Yes, it hurts
          </Button>
        </div>
      )}
      <div className="mt-2 flex items-center gap-3">
        <Button type="submit">Send</Button>
        <span role="status">{sent && WHERE_IT_IS[home.whereIs(sent.act)]}</span>
      </div>
    </form>
  )
}
