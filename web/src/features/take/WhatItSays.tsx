/** What a take says of the signs its pack lets be measured, and noting it. */
import { notToldYet, takeSays } from '@vein-mend/core/takes'
import type { LessonState } from '@vein-mend/core/record'
import type { Take, TakeSays } from '@vein-mend/core/takes'
import { useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { Fold } from '../../ui/Fold'
import { Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { Why } from '../../ui/Why'
import { sayMeasure, sayRatio, sayValue } from '../../wording/measureWords'
import { STRAND_WORDS } from '../../wording/words'

const SIDE_WORDS = {
  over: 'more than',
  under: 'less than',
  beyond: 'either way more than',
} as const

function whyRatio({ measured, measure, own, told }: TakeSays): string {
  const { unit } = measure
  if (measured.against === 'own' && own !== null) {
    const at =
      unit === 'times' ? `${Math.round(100 * measured.at)}\u00a0%` : sayValue(measured.at, unit)
    return `The sign is told by ${SIDE_WORDS[measured.side]} ${at.replace('-', '\u2212')} beside this student’s own usual ${sayValue(own, unit)}, over earlier lessons (${measured.source}). One take never says more than 30 to 1.`
  }
  const usual =
    own === null
      ? 'Nobody knows yet what is usual for this student, so half of that is taken.'
      : `Usual for this student, over earlier lessons: ${sayValue(own, unit)}.`
  const sure = told
    ? 'The whole interval lies beyond it.'
    : 'Its interval reaches over it, so it is not told for sure.'
  return `The sign is told by ${SIDE_WORDS[measured.side]} ${sayValue(measured.at, unit)} (${measured.source}). ${usual} ${sure} One take never says more than 30 to 1.`
}

interface Noting {
  readonly lesson: LessonState
  readonly take: Take
}

const isNoted = ({ finding }: TakeSays, { lesson, take }: Noting) =>
  lesson.signs.some((s) => s.finding === finding.id && s.measured?.hash === take.hash)

const noteOf = ({ finding }: TakeSays, { lesson, take }: Noting) => ({
  kind: 'sign-measured' as const,
  lesson: lesson.id,
  finding: finding.id,
  hash: take.hash,
})

/** A sign the take speaks of, and noting it. */
function Says({ says, lesson, take }: Noting & { says: TakeSays }) {
  const act = useActs(useView().id)
  const noted = isNoted(says, { lesson, take })
  return (
    <li className="border-line flex flex-wrap items-center gap-x-3 gap-y-1 border-b py-1.5">
      <StrandMark strand={says.finding.strand} title={STRAND_WORDS[says.finding.strand]} />
      <span className="min-w-56 flex-1">
        <span className={says.told ? 'font-medium' : ''}>{says.finding.text}</span>
        <span className="text-kiln block text-sm">
          {sayMeasure(says.measure)}; <Why because={whyRatio(says)}>{sayRatio(says.ratio)}</Why>
        </span>
      </span>
      {noted ? (
        <span className="text-kiln">noted</span>
      ) : (
        lesson.open && (
          <Button
            small
            look={says.told ? 'main' : 'plain'}
            aria-label={`Note: ${says.finding.text}`}
            onClick={() => act([noteOf(says, { lesson, take })], `Noted: ${says.finding.text}`)}
          >
            {says.ratio < 1 ? 'Note as not there' : 'Note it'}
          </Button>
        )
      )}
    </li>
  )
}

/** All that is sure, one way or the other, in one move; the rest is for the ear. */
function NoteAll({ says, lesson, take }: Noting & { says: readonly TakeSays[] }) {
  const act = useActs(useView().id)
  const sure = says.filter((s) => (s.told || s.clear) && !isNoted(s, { lesson, take }))
  if (sure.length < 2 || !lesson.open) return null
  return (
    <p className="mt-3">
      <Button
        small
        onClick={() =>
          act(
            sure.map((s) => noteOf(s, { lesson, take })),
            `Noted: ${sure.map((s) => s.finding.text.toLowerCase()).join(', ')}`,
          )
        }
      >
        Note the {sure.length} that are sure
      </Button>
    </p>
  )
}

/** So many names that are read at a glance. */
const NAMES_MOST = 3

function namesOf(says: readonly TakeSays[]): string {
  const names = says.slice(0, NAMES_MOST).map((s) => s.finding.text.toLowerCase())
  const more = says.length - names.length
  return more > 0 ? `${names.join('; ')}; ${more} more` : names.join('; ')
}

export function WhatItSays({ take }: { take: Take }) {
  const view = useView()
  const lesson = view.record.lessons.find((l) => l.id === take.lesson)
  const says = takeSays(view.record, take, view.knowledge)
  if (!lesson) return null
  const later = notToldYet(view.record, take, view.knowledge)
  const clear = says.filter((s) => s.clear)
  const open = says.filter((s) => !s.clear)
  return (
    <Section
      title="What it says"
      aside={lesson.open ? 'what is noted goes into the lesson' : undefined}
    >
      {says.length === 0 ? (
        <p className="text-kiln">
          Too few notes, or no sign of this instrument is told by what was measured.
        </p>
      ) : (
        <>
          <ul aria-label="What it says">
            {open.map((s) => (
              <Says key={s.finding.id} says={s} lesson={lesson} take={take} />
            ))}
          </ul>
          {clear.length > 0 && (
            <Fold
              head={
                <span>
                  Not there in it: <span className="text-kiln">{namesOf(clear)}</span>
                </span>
              }
            >
              <ul aria-label="Not there in it">
                {clear.map((s) => (
                  <Says key={s.finding.id} says={s} lesson={lesson} take={take} />
                ))}
              </ul>
            </Fold>
          )}
          <NoteAll says={says} lesson={lesson} take={take} />
        </>
      )}
      {later.length > 0 && (
        <p className="text-kiln mt-2">
          Not told before two earlier lessons say what is usual here:{' '}
          {later.map((f) => f.text.toLowerCase()).join('; ')}.
        </p>
      )}
    </Section>
  )
}
