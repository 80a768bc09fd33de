/** The command line for signs: a few letters and one key for strength. Touch does the same. */
import { searchFindings } from '@vein-mend/core/packs'
import type { Finding, Strength } from '@vein-mend/core/packs'
import type { LessonState, NotedSign } from '@vein-mend/core/record'
import { X } from 'lucide-react'
import { useId, useMemo, useState } from 'react'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { INPUT_CLASS } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { OBSERVED_WORDS, STRAND_WORDS, STRENGTH_KEYS, STRENGTH_WORDS } from '../../wording/words'

const BY_KEY = new Map<string, Strength>(
  (Object.entries(STRENGTH_KEYS) as [Strength, string][]).map(([strength, key]) => [key, strength]),
)
const OFFERED: readonly Strength[] = ['marked', 'slight', 'unsure', 'absent']

interface SuggestionProps {
  readonly finding: Finding
  readonly id: string
  readonly chosen: boolean
  readonly onNote: (finding: Finding, strength: Strength) => void
}

function Suggestion({ finding, id, chosen, onNote }: SuggestionProps) {
  return (
    <li
      id={id}
      className={`flex flex-wrap items-center gap-x-3 gap-y-1 rounded px-2 py-1.5 ${chosen ? 'bg-slip outline-ink outline-2' : ''}`}
    >
      <StrandMark strand={finding.strand} title={STRAND_WORDS[finding.strand]} />
      <span className="min-w-48 flex-1">
        {finding.text} <span className="text-kiln text-sm">{OBSERVED_WORDS[finding.observed]}</span>
      </span>
      <span className="flex gap-1">
        {OFFERED.map((strength) => (
          <button
            key={strength}
            type="button"
            tabIndex={chosen ? 0 : -1}
            onClick={() => onNote(finding, strength)}
            className="border-line bg-glaze hover:border-ink min-h-9 rounded border px-2 text-sm"
            aria-label={`${finding.text}: ${STRENGTH_WORDS[strength]}`}
          >
            {STRENGTH_WORDS[strength]}{' '}
            <kbd className="text-kiln font-sans">{STRENGTH_KEYS[strength]}</kbd>
          </button>
        ))}
      </span>
    </li>
  )
}

function NotedList({
  signs,
  onTakeBack,
}: {
  signs: readonly NotedSign[]
  onTakeBack: (sign: NotedSign) => void
}) {
  if (signs.length === 0) {
    return <p className="text-kiln mt-2">Nothing noted yet in this lesson.</p>
  }
  return (
    <ul className="mt-2" aria-label="Signs noted">
      {signs.map((s) => (
        <li key={s.act} className="border-line flex items-center gap-2.5 border-b py-0.5">
          <StrandMark strand={s.strand} title={STRAND_WORDS[s.strand]} />
          <span className={s.strength === 'absent' ? 'line-through decoration-1' : ''}>
            {s.text}
          </span>
          <span className={s.strength === 'marked' ? 'font-semibold' : 'text-kiln'}>
            {STRENGTH_WORDS[s.strength]}
          </span>
          <button
            type="button"
            className="ml-auto grid size-9 place-items-center"
            aria-label={`Take back: ${s.text}`}
            onClick={() => onTakeBack(s)}
          >
            <X aria-hidden size={16} />
          </button>
        </li>
      ))}
    </ul>
  )
}

export function Signs({ view, lesson }: { view: StudentView; lesson: LessonState }) {
  const act = useActs(view.id)
  const listId = useId()
  const [query, setQuery] = useState('')
  const [place, setPlace] = useState(0)
  const signs = useMemo(
    () => view.knowledge.findings.filter((f) => !f.byCheckOnly),
    [view.knowledge],
  )
  const found = useMemo(() => searchFindings(signs, query, 6), [signs, query])
  const chosen = found[Math.min(place, found.length - 1)]
  const note = (finding: Finding, strength: Strength) => {
    act([{ kind: 'sign-noted', lesson: lesson.id, finding: finding.id, strength, prompted: false }])
    setQuery('')
    setPlace(0)
  }
  const onKey = (event: React.KeyboardEvent) => {
    const strength = event.key === 'Enter' ? 'marked' : BY_KEY.get(event.key)
    if (strength && chosen) {
      event.preventDefault()
      note(chosen, strength)
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault()
      const step = event.key === 'ArrowDown' ? 1 : -1
      setPlace(Math.max(0, Math.min(found.length - 1, place + step)))
    } else if (event.key === 'Escape') setQuery('')
  }
  if (!lesson.open) {
    return (
      <Section title="Signs">
        <NotedList signs={lesson.signs} onTakeBack={(s) => act([{ kind: 'undone', act: s.act }])} />
      </Section>
    )
  }
  return (
    <Section title="Signs" aside="letters, then 2 marked · 1 slight · ? unsure · 0 not there">
      <label htmlFor={`${listId}-line`} className="sr-only">
        Note a sign
      </label>
      <input
        id={`${listId}-line`}
        role="combobox"
        aria-expanded={found.length > 0}
        aria-controls={listId}
        aria-activedescendant={chosen ? `${listId}-${chosen.id}` : undefined}
        aria-autocomplete="list"
        autoComplete="off"
        autoFocus
        value={query}
        placeholder="What do you see, hear, feel?"
        onChange={(event) => {
          setQuery(event.target.value)
          setPlace(0)
        }}
        onKeyDown={onKey}
        className={`${INPUT_CLASS} text-lg`}
      />
      <ul
        id={listId}
        aria-label="Signs found"
        className={found.length > 0 ? 'bg-glaze border-line mt-1 rounded border p-1' : ''}
      >
        {found.map((finding) => (
          <Suggestion
            key={finding.id}
            id={`${listId}-${finding.id}`}
            finding={finding}
            chosen={finding === chosen}
            onNote={note}
          />
        ))}
      </ul>
      {query.trim() !== '' && found.length === 0 && (
        <p className="text-kiln mt-1" role="status">
          No sign of the {view.knowledge.name.toLowerCase()} pack begins like that.
        </p>
      )}
      <NotedList
        signs={lesson.signs}
        onTakeBack={(s) => act([{ kind: 'undone', act: s.act }], `Taken back: ${s.text}`)}
      />
    </Section>
  )
}
