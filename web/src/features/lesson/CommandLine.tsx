/** One line takes everything: a few letters and one key for a sign, a point and a few letters for the rest. */
import { useView } from '../../data/studentContext'
import type { Finding, Strength } from '@vein-mend/core/packs'
import { searchFindings } from '@vein-mend/core/packs'
import { useId, useMemo, useRef, useState } from 'react'
import { INPUT_CLASS } from '../../ui/Field'
import { COMMAND_LINE_ID } from '../../ui/SidePanel'
import { StrandMark } from '../../ui/StrandMark'
import { OBSERVED_WORDS, STRAND_WORDS, STRENGTH_KEYS, STRENGTH_WORDS } from '../../wording/words'
import { COMMANDS_ONLY } from './commands'
import type { Command } from './commands'

const BY_KEY = new Map<string, Strength>(
  (Object.entries(STRENGTH_KEYS) as [Strength, string][]).map(([strength, key]) => [key, strength]),
)
const OFFERED: readonly Strength[] = ['marked', 'slight', 'unsure', 'absent']
const SIGNS_MOST = 6
const COMMANDS_MOST = 8

type Entry =
  | { readonly kind: 'sign'; readonly finding: Finding }
  | { readonly kind: 'command'; readonly command: Command }

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

function CommandRow({ command, id, chosen }: { command: Command; id: string; chosen: boolean }) {
  return (
    <li id={id} className={`rounded px-2 ${chosen ? 'bg-slip outline-ink outline-2' : ''}`}>
      <button
        type="button"
        tabIndex={chosen ? 0 : -1}
        onClick={command.run}
        className="min-h-10 w-full py-1 text-left"
      >
        {command.words} {chosen && <kbd className="text-kiln font-sans text-sm">Enter</kbd>}
      </button>
    </li>
  )
}

interface Props {
  readonly commands: (query: string) => readonly Command[]
  readonly onNote: (finding: Finding, strength: Strength) => void
}

function entriesOf(
  signs: readonly Finding[],
  query: string,
  commands: readonly Command[],
): readonly Entry[] {
  const found = query.startsWith(COMMANDS_ONLY) ? [] : searchFindings(signs, query, SIGNS_MOST)
  return [
    ...found.map((finding) => ({ kind: 'sign', finding }) as const),
    ...commands.slice(0, COMMANDS_MOST).map((command) => ({ kind: 'command', command }) as const),
  ]
}

/** What is typed, what it finds, which of it is chosen, and what a key does with it. */
function useCommandLine({ commands, onNote }: Props) {
  const view = useView()
  const line = useRef<HTMLInputElement>(null)
  const [query, setQuery] = useState('')
  const [place, setPlace] = useState(0)
  const signs = useMemo(
    () => view.knowledge.findings.filter((f) => !f.byCheckOnly),
    [view.knowledge],
  )
  const entries = entriesOf(signs, query, commands(query))
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
  const run = (command: Command) => {
    empty()
    command.run()
  }
  const onKey = (event: React.KeyboardEvent) => {
    const strength = event.key === 'Enter' ? 'marked' : BY_KEY.get(event.key)
    if (chosen?.kind === 'sign' && strength) {
      event.preventDefault()
      note(chosen.finding, strength)
    } else if (chosen?.kind === 'command' && event.key === 'Enter') {
      event.preventDefault()
      run(chosen.command)
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
              key={entry.finding.id}
              id={idOf(i)}
              finding={entry.finding}
              chosen={entry === chosen}
              onNote={note}
            />
          ) : (
            <CommandRow
              key={entry.command.id}
              id={idOf(i)}
              command={{ ...entry.command, run: () => run(entry.command) }}
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
