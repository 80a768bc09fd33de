/** One line takes everything: a few letters and one key for a sign, a point and a few letters for the rest. */
import { useLesson, useView } from '../../data/studentContext'
import { useKept } from '../../data/useKept'
import type { Finding, Strength } from '@vein-mend/core/packs'
import { useEffect, useId, useMemo, useRef, useState } from 'react'
import { HarmAsked } from '../../parts/HarmAsked'
import { INPUT_CLASS } from '../../ui/Field'
import { COMMAND_LINE_ID } from '../../ui/commandLineId'
import { STRENGTH_KEYS } from '../../wording/words'
import type { Command } from './deskTypes'
import { entriesOf, heardIn } from './lineEntries'
import type { Entry } from './lineEntries'
import { LineRows } from './LineRows'
import { useOwnWords } from './useOwnWords'

const BY_KEY = new Map<string, Strength>(
  (Object.entries(STRENGTH_KEYS) as [Strength, string][]).map(([strength, key]) => [key, strength]),
)

interface Props {
  readonly commands: (query: string) => readonly Command[]
  readonly onNote: (finding: Finding, strength: Strength) => void
  readonly onNoteWords: (words: string) => void
}

/** The number of a digit key that is pressed with Alt; 0 for any other. */
function numberOf(event: React.KeyboardEvent): number {
  const digit = /^Digit([1-9])$/u.exec(event.code)
  return event.altKey && digit ? Number(digit[1]) : 0
}

/** What is typed, what it finds, which of it is chosen, and what a key does with it. */
function useCommandLine({ commands, onNote, onNoteWords }: Props) {
  const view = useView()
  const own = useOwnWords()
  const line = useRef<HTMLInputElement>(null)
  // Half a word is there again after a reload.
  const [query, setQuery] = useKept(`line-${useLesson().id}`)
  const [place, setPlace] = useState(0)
  const { synonyms } = view.knowledge
  const heard = useMemo(
    () => heardIn(own.signs, synonyms ?? {}, query),
    [own.signs, synonyms, query],
  )
  const entries = entriesOf(own, heard, query, commands(query))
  const chosen = entries[Math.min(place, entries.length - 1)]
  // Enter alone notes a sign that is surely meant, or one that somebody has gone to.
  const enters = chosen?.kind !== 'sign' || heard.sure !== null || place > 0
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
  /** The sign a key notes, and how strong; null where it notes none. */
  const noteBy = (event: React.KeyboardEvent) => {
    const signs = entries.filter((e) => e.kind === 'sign')
    const numbered = signs[numberOf(event) - 1]
    if (numbered && chosen?.kind === 'words') return numbered
    // After one word alone a key for strength says that a sign is meant: the first; in a phrase it is a digit.
    const [first] = signs
    const meant = /\s/u.test(query.trim()) ? undefined : BY_KEY.get(event.key)
    if (chosen && chosen.kind !== 'sign' && first && meant) return { ...first, strength: meant }
    if (chosen?.kind !== 'sign') return null
    const entered = enters && event.key === 'Enter' ? chosen.strength : undefined
    const strength = entered ?? BY_KEY.get(event.key)
    return strength ? { ...chosen, strength } : null
  }
  const onKey = (event: React.KeyboardEvent) => {
    const noted = noteBy(event)
    if (noted) {
      event.preventDefault()
      note(noted.finding, noted.strength)
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
  return { line, query, type, onKey, entries, heard, chosen, enters, note, run }
}

/** Whether the keys are on the line or in its list: what it finds lies over the page only so long. */
function useWithin() {
  const [within, setWithin] = useState(true)
  return {
    within,
    onFocus: () => setWithin(true),
    onBlur: (event: React.FocusEvent) => {
      const to = event.relatedTarget
      if (!(to instanceof Node) || !event.currentTarget.contains(to)) setWithin(false)
    },
  }
}

/** What the line finds, over the page: nothing beneath it moves. Pressed with the pointer it leaves the keys on the line. */
function Found({ id, shownRow, children }: FoundProps) {
  useEffect(() => {
    if (shownRow !== undefined) {
      document.getElementById(shownRow)?.scrollIntoView({ block: 'nearest' })
    }
  }, [shownRow])
  return (
    <div
      id={id}
      role="grid"
      aria-label="Signs found"
      onMouseDown={(event) => event.preventDefault()}
      className="max-h-63 overflow-y-auto p-1"
    >
      {children}
    </div>
  )
}

interface FoundProps {
  readonly id: string
  /** The row that has to be in sight. */
  readonly shownRow: string | undefined
  readonly children: React.ReactNode
}

export function CommandLine(props: Props) {
  const view = useView()
  const listId = useId()
  const { line, query, type, onKey, entries, heard, chosen, enters, note, run } =
    useCommandLine(props)
  const { within, ...focus } = useWithin()
  const idOf = (i: number) => `${listId}-${i}`
  const shownRow = chosen ? idOf(entries.indexOf(chosen)) : undefined
  const open = within && query.trim() !== ''
  const found = open && entries.length > 0
  const asks = heard.harm.level === 'ask'
  return (
    <div className="relative" {...focus}>
      <label htmlFor={COMMAND_LINE_ID} className="sr-only">
        Note a sign
      </label>
      <input
        ref={line}
        id={COMMAND_LINE_ID}
        role="combobox"
        aria-haspopup="grid"
        aria-expanded={found}
        aria-controls={found ? listId : undefined}
        aria-activedescendant={found ? shownRow : undefined}
        aria-autocomplete="list"
        autoComplete="off"
        autoFocus
        value={query}
        placeholder="What do you see, hear, feel? Letters, then 2 1 ? 0; a point for the rest"
        onChange={(event) => type(event.target.value)}
        onKeyDown={onKey}
        className={`${INPUT_CLASS} text-ellipsis`}
      />
      {(open || asks) && (
        <div className="bg-glaze border-ink absolute inset-x-0 top-full z-30 mt-1 rounded-md border shadow-lg empty:hidden">
          {open && found && (
            <Found id={listId} shownRow={shownRow}>
              <LineRows {...{ entries, chosen, enters, idOf, note, run }} />
            </Found>
          )}
          {open && !found && (
            <p className="text-kiln p-3" role="status">
              No sign of the {view.knowledge.name.toLowerCase()} pack begins like that.
            </p>
          )}
          {/* What stops stands first in the list; what may be harm or only tired is asked about, also of who looks away. */}
          {asks && <HarmAsked text={query} />}
        </div>
      )}
    </div>
  )
}
