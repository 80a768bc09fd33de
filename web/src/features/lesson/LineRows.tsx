/** The rows under the line of a lesson. */
import type { Finding, Strength } from '@vein-mend/core/packs'
import type { Tells } from '@vein-mend/core/phrases'
import { StrandMark } from '../../ui/StrandMark'
import { OBSERVED_WORDS, STRAND_WORDS, STRENGTH_KEYS, STRENGTH_WORDS } from '../../wording/words'
import { TELLS_WORDS } from '../../wording/tells'
import { keyOf } from './lineEntries'
import type { Entry } from './lineEntries'

const OFFERED: readonly Strength[] = ['marked', 'slight', 'unsure', 'absent']
/** Signs that go by a number while the words themselves are what Enter notes. */
const NUMBERED_MOST = 9

interface SuggestionProps {
  readonly finding: Finding
  /** What its first button notes. */
  readonly first: Strength
  readonly id: string
  readonly chosen: boolean
  /** Whether Enter notes it as it stands. */
  readonly enters: boolean
  /** With which number it is noted while another row is chosen. */
  readonly number: number | null
  readonly onNote: (finding: Finding, strength: Strength) => void
}

/** What is heard of a row that is chosen: its words, and what the keys do with it. */
function sayRow(words: string, first: Strength, chosen: boolean, enters: boolean): string {
  if (!chosen) return words
  return enters
    ? `${words}: Enter notes it ${STRENGTH_WORDS[first]}`
    : `${words}: 2 marked, 1 slight, question mark unsure, 0 not there`
}

function Suggestion({ finding, first, id, chosen, enters, number, onNote }: SuggestionProps) {
  const offered = [first, ...OFFERED.filter((strength) => strength !== first)]
  const words = `${finding.text}, ${OBSERVED_WORDS[finding.observed]}`
  return (
    <div
      role="row"
      id={id}
      aria-selected={chosen}
      aria-label={sayRow(words, first, chosen, enters)}
      className={`flex flex-wrap items-center gap-x-3 gap-y-1 rounded px-2 py-0.5 ${chosen ? 'bg-slip outline-ink -outline-offset-2 outline-2' : ''}`}
    >
      <span role="gridcell" className="flex min-w-48 flex-1 items-baseline gap-x-2">
        <StrandMark strand={finding.strand} title={STRAND_WORDS[finding.strand]} />
        {finding.text} <span className="text-kiln text-sm">{OBSERVED_WORDS[finding.observed]}</span>{' '}
        {number !== null && <kbd className="text-kiln font-sans text-sm">Alt {number}</kbd>}
      </span>
      <span role="gridcell" className="flex gap-1">
        {offered.map((strength) => (
          <button
            key={strength}
            type="button"
            tabIndex={chosen ? 0 : -1}
            onClick={() => onNote(finding, strength)}
            className="border-line bg-glaze hover:border-ink min-h-11 rounded border px-2 text-sm"
            aria-label={`${finding.text}: ${STRENGTH_WORDS[strength]}`}
          >
            {STRENGTH_WORDS[strength]}{' '}
            {chosen && <kbd className="text-kiln font-sans">{STRENGTH_KEYS[strength]}</kbd>}
          </button>
        ))}
      </span>
    </div>
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
    <div
      role="row"
      id={id}
      aria-selected={chosen}
      className={`rounded px-2 ${chosen ? 'bg-slip outline-ink -outline-offset-2 outline-2' : ''}`}
    >
      <span role="gridcell">
        <button
          type="button"
          tabIndex={chosen ? 0 : -1}
          onClick={run}
          className="min-h-11 w-full py-1 text-left"
        >
          {words} {chosen && <kbd className="text-kiln font-sans text-sm">Enter</kbd>}
        </button>
      </span>
    </div>
  )
}

interface InWordsProps {
  readonly words: string
  readonly known: boolean
  readonly tells: Tells
}

function InWords({ words, known, tells }: InWordsProps) {
  return (
    <>
      Note <em>“{words}”</em>
      <span className="text-kiln text-sm">
        {' '}
        {known ? 'once more, in your own words' : `in your own words${TELLS_WORDS[tells].noting}`}
      </span>
    </>
  )
}

interface Props {
  readonly entries: readonly Entry[]
  readonly chosen: Entry | undefined
  /** Whether Enter does something with the one that is chosen. */
  readonly enters: boolean
  readonly idOf: (place: number) => string
  readonly note: (finding: Finding, strength: Strength) => void
  readonly run: (entry: Exclude<Entry, { readonly kind: 'sign' }>) => void
}

export function LineRows({ entries, chosen, enters, idOf, note, run }: Props) {
  const signs = entries.filter((e) => e.kind === 'sign')
  const numberOf = (entry: Entry) => {
    const at = chosen?.kind === 'words' ? signs.findIndex((s) => s === entry) : -1
    return at >= 0 && at < NUMBERED_MOST ? at + 1 : null
  }
  return entries.map((entry, i) =>
    entry.kind === 'sign' ? (
      <Suggestion
        key={keyOf(entry)}
        id={idOf(i)}
        finding={entry.finding}
        first={entry.strength}
        chosen={entry === chosen}
        enters={enters}
        number={numberOf(entry)}
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
  )
}
