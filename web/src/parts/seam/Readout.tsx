/** What the seam says at one place, in words: the evidence behind the picture. */
import { useView } from '../../data/studentContext'
import { readSeam } from '@vein-mend/core/seam'
import type { SeamReading } from '@vein-mend/core/seam'
import type { CaseState } from '@vein-mend/core/record'
import type { LessonId } from '@vein-mend/core/kit'
import { longDay } from '../../wording/dates'
import { CONDITION_WORDS, percent, plural, STATE_WORDS, STRENGTH_WORDS } from '../../wording/words'

const RECALL_WORDS = { alone: 'alone', hint: 'with a hint', not: 'not' } as const

function sayLooks(reading: SeamReading): string[] {
  return reading.looks.map(
    (l) =>
      `${l.clean} of ${l.tries} clean ${CONDITION_WORDS[l.condition]}${l.prompted ? ', prompted' : ''}`,
  )
}

function sentencesOf(reading: SeamReading): readonly string[] {
  const { recall, cueAgreed, slipCounts, signs, reasons, rungsPassed } = reading
  return [
    ...signs.map((s) => `${s.text.toLowerCase()} (${STRENGTH_WORDS[s.strength]})`),
    ...(recall ? [`cue recalled ${RECALL_WORDS[recall]}`] : []),
    ...sayLooks(reading),
    ...slipCounts.map((t) => `${plural(t.slips, 'slip')} in a run of ${Math.round(t.seconds)} s`),
    ...(cueAgreed === null ? [] : [`cue agreed: “${cueAgreed}”`]),
    ...(rungsPassed > 0 ? [`${plural(rungsPassed, 'rung')} up in all`] : []),
    ...reasons.map((r) => `the teacher: “${r}”`),
  ]
}

interface Props {
  readonly at: { readonly state: CaseState; readonly lesson: LessonId } | null
}

export function Readout({ at }: Props) {
  const view = useView()
  if (!at) {
    return (
      <p className="text-kiln min-h-12 text-sm">
        Point at a place, or step through it with the arrow keys, to read what was seen there.
      </p>
    )
  }
  const reading = readSeam(view.record, at.state, at.lesson, view.knowledge)
  const words = sentencesOf(reading)
  return (
    <p className="min-h-12 text-sm" role="status">
      <span className="font-medium">{reading.fault}</span>, {longDay(reading.date)}:{' '}
      {reading.state === null || reading.belief === null ? (
        'not settled yet'
      ) : (
        <>
          {STATE_WORDS[reading.state]}, {percent(reading.belief)} sure it is mended
        </>
      )}
      <span className="text-kiln">
        {words.length > 0 ? `; ${words.join('; ')}.` : '; nothing was looked at.'}
      </span>
    </p>
  )
}
