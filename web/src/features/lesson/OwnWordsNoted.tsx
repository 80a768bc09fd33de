/** What was noted in the teacher's own words, and the one move that ties it to a sign. */
import { hearPhrase, toldBy } from '@vein-mend/core/phrases'
import type { Finding } from '@vein-mend/core/packs'
import type { OwnWords } from '@vein-mend/core/record'
import { X } from 'lucide-react'
import { useState } from 'react'
import { useLesson, useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { HarmAsked } from '../../parts/HarmAsked'
import { Button } from '../../ui/Button'
import { INPUT_CLASS } from '../../ui/Field'
import { TELLS_WORDS } from '../../wording/tells'
import { OBSERVED_WORDS } from '../../wording/words'
import { useOwnWords } from './useOwnWords'

const OFFERED_MOST = 4

function TieWords({ noted, onDone }: { noted: OwnWords; onDone: () => void }) {
  const view = useView()
  const act = useActs(view.id)
  const { signs } = useOwnWords()
  const [query, setQuery] = useState('')
  const asked = query.trim() === '' ? noted.words : query
  const synonyms = view.knowledge.synonyms ?? {}
  const offered = hearPhrase(signs, asked, { synonyms, most: OFFERED_MOST }).signs
  const tie = (finding: Finding) => {
    const { lesson, words, prompted, condition } = noted
    act(
      [
        { kind: 'words-tied', words, finding: finding.id },
        {
          kind: 'sign-noted',
          lesson,
          finding: finding.id,
          strength: toldBy(words).beside === 'not-there' ? 'absent' : 'marked',
          prompted,
          condition,
        },
      ],
      `“${words}” finds “${finding.text}” from now on`,
    )
    onDone()
  }
  return (
    <div className="bg-slip mt-1 rounded p-2">
      <label className="block">
        <span className="text-sm">
          Which sign is it? Noted today too, and found by these words.
        </span>
        <input
          autoFocus
          value={query}
          onChange={(event) => setQuery(event.target.value)}
          placeholder="Other words for it"
          className={INPUT_CLASS}
        />
      </label>
      <ul className="mt-1" aria-label={`Signs for: ${noted.words}`}>
        {offered.map((finding) => (
          <li key={finding.id}>
            <button
              type="button"
              onClick={() => tie(finding)}
              className="min-h-10 w-full py-1 text-left"
            >
              {finding.text}{' '}
              <span className="text-kiln text-sm">{OBSERVED_WORDS[finding.observed]}</span>
            </button>
          </li>
        ))}
      </ul>
      <Button small onClick={onDone}>
        Leave it as it is
      </Button>
    </div>
  )
}

function Noted({ noted }: { noted: OwnWords }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const [tying, setTying] = useState(false)
  return (
    <li className="border-line border-b py-0.5">
      <div className="flex items-center gap-2.5">
        <span className="italic">“{noted.words}”</span>
        <span className="text-kiln text-sm">
          {noted.sign
            ? `goes by: ${noted.sign.text}`
            : TELLS_WORDS[toldBy(noted.words).beside].noted}
        </span>
        {!noted.sign && lesson.open && !tying && (
          <button
            type="button"
            className="ml-auto min-h-9 px-2 text-sm underline underline-offset-4"
            onClick={() => setTying(true)}
          >
            Tie to a sign
          </button>
        )}
        <button
          type="button"
          className={`grid size-9 place-items-center ${noted.sign || tying || !lesson.open ? 'ml-auto' : ''}`}
          aria-label={`Take back: ${noted.words}`}
          onClick={() => act([{ kind: 'undone', act: noted.act }], `Taken back: ${noted.words}`)}
        >
          <X aria-hidden size={16} />
        </button>
      </div>
      <HarmAsked text={noted.words} />
      {tying && <TieWords noted={noted} onDone={() => setTying(false)} />}
    </li>
  )
}

export function OwnWordsNoted() {
  const lesson = useLesson()
  const { record } = useView()
  const noted = record.ownWords.filter((w) => w.lesson === lesson.id)
  if (noted.length === 0) return null
  return (
    <ul aria-label="Noted in your own words">
      {noted.map((w) => (
        <Noted key={w.act} noted={w} />
      ))}
    </ul>
  )
}
