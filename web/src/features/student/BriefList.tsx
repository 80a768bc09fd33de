/** The thirty seconds before the lesson. */
import { useView } from '../../data/studentContext'
import { brief } from '@vein-mend/core/record'
import type { Brief, BriefItem } from '@vein-mend/core/record'
import { lagOf } from '@vein-mend/core/watch'
import { Link } from 'react-router'
import { Section } from '../../ui/Page'
import { sayLag } from '../../wording/lag'
import { StrandMark } from '../../ui/StrandMark'
import { shortDay } from '../../wording/dates'
import { FLAG_WORDS, PART_WORDS, percent, plural } from '../../wording/words'

function words(item: BriefItem) {
  switch (item.kind) {
    case 'recall-cue':
      return (
        <>
          Ask for the cue and why it was chosen <span className="text-kiln">(“{item.words}”)</span>
        </>
      )
    case 'look-first':
      return <>Look before you say the cue</>
    case 'recheck-due':
      return item.daysLate === 0 ? (
        <>Mended: look again today, unprompted</>
      ) : (
        <>Mended: the second look is {plural(item.daysLate, 'day')} late, unprompted</>
      )
    case 'rung':
      return (
        <>
          Rung {item.number} of {item.of}: {item.rung.name.toLowerCase()}
        </>
      )
    case 'weeks-up':
      return (
        <>
          {plural(item.weeks, 'week')} of {item.planned} planned: mend it, change the remedy, or
          look upstream
        </>
      )
    case 'stuck':
      return (
        <>
          {plural(item.lessons, 'lesson')} on one rung: try a smaller rung, another remedy, or look
          upstream
        </>
      )
  }
}

type FaultItems = readonly [BriefItem, ...BriefItem[]]

/** What is to be done, one entry for each fault, in the order of the brief. */
function byFault(items: readonly BriefItem[]): readonly FaultItems[] {
  const faults = new Map<string, [BriefItem, ...BriefItem[]]>()
  for (const item of items) {
    const known = faults.get(item.state.id)
    if (known) known.push(item)
    else faults.set(item.state.id, [item])
  }
  return [...faults.values()]
}

/** What hurts, what works, what came from home: said before any fault is thought of. */
function FirstThings({ told }: { told: Brief }) {
  const view = useView()
  const { strength, lastAim, hurts, flags, hurtAtHome, homeNotes, kept } = told
  const lags = lagOf(view.record, view.knowledge, view.today).found
  // One line of each kind will do before a lesson; all stand with the progress.
  const lag = lags.filter((l, i) => lags.findIndex((other) => other.kind === l.kind) === i)
  return (
    <>
      {hurtAtHome.map((h) => (
        <p
          key={h.act}
          className="bg-dangerwash text-danger -mx-3 mb-1 rounded px-3 py-1.5 font-medium"
        >
          Hurt at home on {shortDay(h.date)}: {h.name}. It rests until you have looked.
        </p>
      ))}
      {strength !== null && (
        <p className="mb-1">
          Say first what works: <span className="font-medium">{strength}</span>
        </p>
      )}
      {hurts.length > 0 && (
        <p className="bg-dangerwash text-danger -mx-3 mb-1 rounded px-3 py-1.5 font-medium">
          Pain on record ({hurts.map((h) => PART_WORDS[h]).join(', ')}): ask first; nothing that
          loads it.
        </p>
      )}
      {flags.length > 0 && (
        <p className="mb-1">
          <span className="text-kiln">Careful:</span> {flags.map((f) => FLAG_WORDS[f]).join(' · ')}
        </p>
      )}
      {homeNotes.map((n) => (
        <p key={n.act} className="mb-1">
          <span className="text-kiln">From home, {shortDay(n.date)}:</span> “{n.words}”
        </p>
      ))}
      {kept !== null && (
        <p className="mb-1">
          <span className="text-kiln">Practice ticked since the last lesson:</span> {percent(kept)}{' '}
          of the minutes asked for
        </p>
      )}
      {lag.map((found, i) => (
        <p key={i} className="mb-1">
          <span className="text-kiln">Lags:</span> {sayLag(found, view.record.cases)}{' '}
          <Link className="underline underline-offset-4" to={`/students/${view.id}/progress`}>
            why?
          </Link>
        </p>
      ))}
      {lastAim !== '' && (
        <p className="mb-1">
          <span className="text-kiln">Last aim:</span> {lastAim}
        </p>
      )}
    </>
  )
}

export function BriefList() {
  const view = useView()
  const told = brief(view.record, view.today)
  const { items, strength, hurts, hurtAtHome, homeNotes } = told
  const quiet = hurts.length === 0 && hurtAtHome.length === 0 && homeNotes.length === 0
  if (items.length === 0 && strength === null && quiet) return null
  return (
    <Section title="Before the lesson">
      <FirstThings told={told} />
      <ol className="divide-line divide-y">
        {byFault(items).map(([first, ...rest]) => (
          <li key={first.state.id} className="flex flex-wrap items-baseline gap-x-3 py-1.5">
            <StrandMark strand={first.state.strand} />
            <Link
              to={`/students/${view.id}/faults/${first.state.id}`}
              className="w-80 underline underline-offset-4"
            >
              {first.state.name}
            </Link>
            <span className="flex-1">
              {[first, ...rest].map((item) => (
                <span key={item.kind} className="block">
                  {words(item)}
                </span>
              ))}
            </span>
          </li>
        ))}
      </ol>
    </Section>
  )
}
