/** Signs: the line that takes everything, tiles for the finger, and what was noted. */
import { useView, useLesson } from '../../data/studentContext'
import type { Finding, Strength } from '@vein-mend/core/packs'
import type { NotedSign } from '@vein-mend/core/record'
import { X } from 'lucide-react'
import { useActs } from '../../data/useActs'
import { Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { STRAND_WORDS, STRENGTH_WORDS } from '../../wording/words'
import { CommandLine } from './CommandLine'
import type { Command } from './commands'
import { Compare } from './Compare'
import { KeepTake } from './KeepTake'
import type { Setting } from './setting'
import { SignTiles } from './SignTiles'
import { SIGNS_PLACE } from './deskPlaces'

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

interface Props {
  readonly setting: Setting
  readonly commands: (query: string) => readonly Command[]
}

export function Signs({ setting, commands }: Props) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const note = (finding: Finding, strength: Strength) =>
    act([
      {
        kind: 'sign-noted',
        lesson: lesson.id,
        finding: finding.id,
        strength,
        ...setting,
      },
    ])
  const takeBack = (s: NotedSign) => act([{ kind: 'undone', act: s.act }], `Taken back: ${s.text}`)
  if (!lesson.open) {
    return (
      <Section title="Signs">
        <NotedList signs={lesson.signs} onTakeBack={takeBack} />
        <Compare />
        <KeepTake />
      </Section>
    )
  }
  return (
    <Section
      title="Signs"
      aside="letters, then 2 marked · 1 slight · ? unsure · 0 not there; a point for the rest"
    >
      <div id={SIGNS_PLACE} className="scroll-mt-16">
        <CommandLine commands={commands} onNote={note} />
      </div>
      <SignTiles onNote={note} />
      <NotedList signs={lesson.signs} onTakeBack={takeBack} />
      <Compare />
      <KeepTake />
    </Section>
  )
}
