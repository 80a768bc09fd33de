/** Signs: the line that takes everything, tiles for the finger, and what was noted. */
import { useView, useLesson } from '../../data/studentContext'
import type { Finding, Strength } from '@vein-mend/core/packs'
import { isWithdrawn } from '@vein-mend/core/record'
import type { NotedSign } from '@vein-mend/core/record'
import { X } from 'lucide-react'
import { Link } from 'react-router'
import { useActs } from '../../data/useActs'
import { Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { sayValue } from '../../wording/measureWords'
import { STRAND_WORDS, STRENGTH_WORDS } from '../../wording/words'
import { CommandLine } from './CommandLine'
import type { Command } from './deskTypes'
import { Compare } from './Compare'
import { KeepTake } from './KeepTake'
import { OwnWordsNoted } from './OwnWordsNoted'
import type { Setting } from './setting'
import { SetupNoted } from './SetupNoted'
import { SignTiles } from './SignTiles'
import { SIGNS_PLACE } from './deskPlaces'

/** Of a sign that was heard in a take: when, and the way to it. */
function HeardIn({ sign }: { sign: NotedSign }) {
  const view = useView()
  const { heard } = sign
  const take = view.record.takes.find((t) => t.hash === heard?.hash && !t.removed)
  if (!heard || !take) return null
  return (
    <Link
      to={`/students/${view.id}/takes/${take.act}`}
      className="text-kiln text-sm underline underline-offset-4"
    >
      heard at {heard.seconds.toFixed(1)} s
    </Link>
  )
}

/** Of a sign that was measured: the value, and the way to its take. */
function Measured({ sign }: { sign: NotedSign }) {
  const view = useView()
  const { measured } = sign
  const take = view.record.takes.find((t) => t.hash === measured?.hash && !t.removed)
  if (!measured) return null
  const { measure } = measured
  const value = measure ? `measured, ${sayValue(measure.value, measure.unit)}` : null
  const words =
    value === null
      ? 'was not measured: it says nothing'
      : isWithdrawn(view.record, sign)
        ? `${value}; measured anew it is not: it counts for nothing`
        : value
  return take ? (
    <Link
      to={`/students/${view.id}/takes/${take.act}`}
      className="text-kiln text-sm underline underline-offset-4"
    >
      {words}
    </Link>
  ) : (
    <span className="text-kiln text-sm">{words}</span>
  )
}

function NotedList({
  signs,
  onTakeBack,
}: {
  signs: readonly NotedSign[]
  onTakeBack: (sign: NotedSign) => void
}) {
  const lesson = useLesson()
  const inWords = useView().record.ownWords.some((w) => w.lesson === lesson.id)
  const setup = lesson.setups.find((s) => s.place === 'studio')
  if (signs.length === 0 && !inWords && !setup) {
    return (
      <p className="text-kiln">
        {lesson.open ? 'Nothing noted yet in this lesson.' : 'Nothing was noted in this lesson.'}
      </p>
    )
  }
  return (
    <ul className="-mt-2" aria-label="Signs noted">
      {setup && <SetupNoted setup={setup} />}
      {signs.map((s) => (
        <li key={s.act} className="border-line flex items-center gap-2.5 border-b">
          <StrandMark strand={s.strand} title={STRAND_WORDS[s.strand]} />
          <span className={s.strength === 'absent' ? 'line-through decoration-1' : ''}>
            {s.text}
          </span>
          <span className={s.strength === 'marked' ? 'font-semibold' : 'text-kiln'}>
            {STRENGTH_WORDS[s.strength]}
          </span>
          {s.measured && <Measured sign={s} />}
          {s.heard && <HeardIn sign={s} />}
          <button
            type="button"
            className="ml-auto grid size-11 place-items-center"
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

interface Props {
  readonly setting: Setting
  readonly commands: (query: string) => readonly Command[]
}

/** The line that takes everything; always at hand. */
export function NoteLine({ setting, commands }: Props) {
  const lesson = useLesson()
  const act = useActs(useView().id)
  const note = useNote(setting)
  if (!lesson.open) return null
  const noteWords = (words: string) =>
    act([{ kind: 'word-noted', lesson: lesson.id, words, ...setting }], 'Noted in your own words')
  return (
    <div id={SIGNS_PLACE}>
      <CommandLine commands={commands} onNote={note} onNoteWords={noteWords} />
    </div>
  )
}

function useNote(setting: Setting) {
  const lesson = useLesson()
  const act = useActs(useView().id)
  return (finding: Finding, strength: Strength) =>
    act([
      {
        kind: 'sign-noted',
        lesson: lesson.id,
        finding: finding.id,
        strength,
        ...setting,
      },
    ])
}

/** What was noted in this lesson, and the other ways of noting. */
export function Signs({ setting }: { setting: Setting }) {
  const lesson = useLesson()
  const act = useActs(useView().id)
  const note = useNote(setting)
  const takeBack = (s: NotedSign) => act([{ kind: 'undone', act: s.act }], `Taken back: ${s.text}`)
  return (
    <Section
      title="Noted"
      aside={
        // Side by side while they are only offered; whole once opened.
        <div className="text-ink -mx-2.5 -my-3 flex flex-wrap has-[form,ul]:my-0 [&>:has(form,ul)]:w-full [&>:has(form,ul)]:px-2.5">
          {lesson.open && <SignTiles onNote={note} />}
          <Compare />
          <KeepTake />
        </div>
      }
    >
      <NotedList signs={lesson.signs} onTakeBack={takeBack} />
      <OwnWordsNoted />
    </Section>
  )
}
