/** One line takes everything: a few letters and one key for a sign, a point and a few letters for the rest. */
import { useLesson, useView } from '../../data/studentContext'
import { useKept } from '../../data/useKept'
import type { Finding, Strength, Synonyms } from '@vein-mend/core/packs'
import { nearestFindings, searchFindings } from '@vein-mend/core/phrases'
import { sameWords, wordsBegun } from '@vein-mend/core/record'
import { useId, useRef, useState } from 'react'
import { INPUT_CLASS } from '../../ui/Field'
import { COMMAND_LINE_ID } from '../../ui/SidePanel'
import { StrandMark } from '../../ui/StrandMark'
import { OBSERVED_WORDS, STRAND_WORDS, STRENGTH_KEYS, STRENGTH_WORDS } from '../../wording/words'
import { COMMANDS_ONLY } from './commands'
import type { Command } from './deskTypes'
import { useOwnWords } from './useOwnWords'
import type { OwnWordsKnown } from './useOwnWords'

const BY_KEY = new Map<string, Strength>(
  (Object.entries(STRENGTH_KEYS) as [Strength, string][]).map(([strength, key]) => [key, strength]),
)
const OFFERED: readonly Strength[] = ['marked', 'slight', 'unsure', 'absent']
const SIGNS_MOST = 6
const COMMANDS_MOST = 8
const OWN_WORDS_MOST = 2
/** Fewest letters that are taken for words of the teacher's own. */
const WORDS_LEAST = 4

type Entry =
  | { readonly kind: 'sign'; readonly finding: Finding }
  | { readonly kind: 'words'; readonly words: string; readonly known: boolean }
  | { readonly kind: 'command'; readonly command: Command }

const keyOf = (entry: Entry): string => {
  if (entry.kind === 'sign') return entry.finding.id
  return entry.kind === 'words' ? `words-${entry.words}` : entry.command.id
}

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

interface RowProps {
  readonly words: React.ReactNode
  readonly run: () => void
  readonly id: string
  readonly chosen: boolean
}

function Row({ words, run, id, chosen }: RowProps) {
  return (
    <li id={id} className={`rounded px-2 ${chosen ? 'bg-slip outline-ink outline-2' : ''}`}>
      <button
        type="button"
        tabIndex={chosen ? 0 : -1}
        onClick={run}
        className="min-h-10 w-full py-1 text-left"
      >
        {words} {chosen && <kbd className="text-kiln font-sans text-sm">Enter</kbd>}
      </button>
    </li>
  )
}

function InWords({ words, known }: { words: string; known: boolean }) {
  return (
    <>
      Note <em>“{words}”</em>
      <span className="text-kiln text-sm">
        {' '}
        {known ? 'once more, in your own words' : 'in your own words'}
      </span>
    </>
  )
}

interface Props {
  readonly commands: (query: string) => readonly Command[]
  readonly onNote: (finding: Finding, strength: Strength) => void
  readonly onNoteWords: (words: string) => void
}

/** The teacher's own words: those noted before that begin so, and what stands in the line. */
function ownWords({ known }: OwnWordsKnown, query: string): readonly Entry[] {
  const words = query.trim()
  const before = wordsBegun(known, words).slice(0, OWN_WORDS_MOST)
  const entries = before.map((k) => ({ kind: 'words', words: k.words, known: true }) as const)
  const isNew = words.length >= WORDS_LEAST && !known.some((k) => sameWords(k.words, words))
  return isNew ? [...entries, { kind: 'words', words, known: false }] : entries
}

/**
 * Signs that are found come first and words of the teacher's own last; where none is found it is the other way round,
 * so that no key notes a sign that only looks like it.
 */
function entriesOf(
  own: OwnWordsKnown,
  synonyms: Synonyms,
  query: string,
  commands: readonly Command[],
): readonly Entry[] {
  const run = commands
    .slice(0, COMMANDS_MOST)
    .map((command) => ({ kind: 'command', command }) as const)
  if (query.startsWith(COMMANDS_ONLY)) return run
  const found = searchFindings(own.signs, query, { synonyms, most: SIGNS_MOST })
  const signs = (list: readonly Finding[]) =>
    list.map((finding) => ({ kind: 'sign', finding }) as const)
  const inWords = ownWords(own, query)
  if (found.length > 0) return [...signs(found), ...run, ...inWords]
  if (inWords.length === 0) return run
  return [...run, ...inWords, ...signs(nearestFindings(own.signs, query))]
}

/** What is typed, what it finds, which of it is chosen, and what a key does with it. */
function useCommandLine({ commands, onNote, onNoteWords }: Props) {
  const view = useView()
  const own = useOwnWords()
  const line = useRef<HTMLInputElement>(null)
  // Half a word is there again after a reload.
  const [query, setQuery] = useKept(`line-${useLesson().id}`)
  const [place, setPlace] = useState(0)
  const entries = entriesOf(own, view.knowledge.synonyms ?? {}, query, commands(query))
  const chosen = entries[Math.min(place, entries.length - 1)]
  const empty = () => {
    setQuery('')
    setPlace(0)
  }
  const note = (finding: Finding, strength: Strength) => {
    onNote(finding, strength)
    empty()
    line.current?.focus()
  }
  const run = (entry: Exclude<Entry, { readonly kind: 'sign' }>) => {
    empty()
    if (entry.kind === 'command') entry.command.run()
    else {
      onNoteWords(entry.words)
      line.current?.focus()
    }
  }
  const onKey = (event: React.KeyboardEvent) => {
    const strength = event.key === 'Enter' ? 'marked' : BY_KEY.get(event.key)
    if (chosen?.kind === 'sign' && strength) {
      event.preventDefault()
      note(chosen.finding, strength)
    } else if (chosen && chosen.kind !== 'sign' && event.key === 'Enter') {
      event.preventDefault()
      run(chosen)
    } else if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
      event.preventDefault()
      const step = event.key === 'ArrowDown' ? 1 : -1
      setPlace(Math.max(0, Math.min(entries.length - 1, place + step)))
    } else if (event.key === 'Escape') empty()
  }
  const type = (text: string) => {
    setQuery(text)
    setPlace(0)
  }
  return { line, query, type, onKey, entries, chosen, note, run }
}

export function CommandLine(props: Props) {
  const view = useView()
  const listId = useId()
  const { line, query, type, onKey, entries, chosen, note, run } = useCommandLine(props)
  const idOf = (i: number) => `${listId}-${i}`
  return (
    <div>
      <label htmlFor={COMMAND_LINE_ID} className="sr-only">
        Note a sign
      </label>
      <input
        ref={line}
        id={COMMAND_LINE_ID}
        role="combobox"
        aria-expanded={entries.length > 0}
        aria-controls={listId}
        aria-activedescendant={chosen ? idOf(entries.indexOf(chosen)) : undefined}
        aria-autocomplete="list"
        autoComplete="off"
        autoFocus
        value={query}
        placeholder="What do you see, hear, feel?"
        onChange={(event) => type(event.target.value)}
        onKeyDown={onKey}
        className={`${INPUT_CLASS} text-lg`}
      />
      <ul
        id={listId}
        aria-label="Signs found"
        className={entries.length > 0 ? 'bg-glaze border-line mt-1 rounded border p-1' : ''}
      >
        {entries.map((entry, i) =>
          entry.kind === 'sign' ? (
            <Suggestion
              key={keyOf(entry)}
              id={idOf(i)}
              finding={entry.finding}
              chosen={entry === chosen}
              onNote={note}
            />
          ) : (
            <Row
              key={keyOf(entry)}
              id={idOf(i)}
              words={entry.kind === 'command' ? entry.command.words : <InWords {...entry} />}
              run={() => run(entry)}
              chosen={entry === chosen}
            />
          ),
        )}
      </ul>
      {query.trim() !== '' && entries.length === 0 && (
        <p className="text-kiln mt-1" role="status">
          No sign of the {view.knowledge.name.toLowerCase()} pack begins like that.
        </p>
      )}
    </div>
  )
}
