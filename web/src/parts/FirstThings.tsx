/** What is known before a lesson begins, beside the faults. */
import { tellsHarm } from '@vein-mend/core/phrases'
import { lagOf } from '@vein-mend/core/watch'
import type { Brief } from '@vein-mend/core/standing'
import type { FormerTeacher } from '@vein-mend/core/record'
import type { ReactNode } from 'react'
import { Link } from 'react-router'
import { useView } from '../data/studentContext'
import { Fold } from '../ui/Fold'
import { shortDay } from '../wording/dates'
import { sayLag } from '../wording/lag'
import { FLAG_WORDS, percent, plural, WEEKDAY_WORDS } from '../wording/words'

export function Known({ what, children }: { what: string; children: ReactNode }) {
  return (
    <p className="mb-1">
      <span className="text-kiln">{what}:</span> {children}
    </p>
  )
}

/** What came along from the teacher before, and what is still to be asked there. */
function Former({ former }: { readonly former: FormerTeacher }) {
  const who = former.name || 'the former teacher'
  const open = [
    ...(former.told ? [] : [`${who} has not been told yet`]),
    ...(former.maySpeak ? [] : ['the family has not said that we may speak']),
  ]
  return (
    <>
      {former.handedOver !== '' && <Known what={`From ${who}`}>{former.handedOver}</Known>}
      {open.length > 0 && <Known what="Still to be asked">{open.join('; ')}</Known>}
    </>
  )
}

/** Words from home that stand in the open; those before them fold. */
const NOTES_SHOWN = 4

function FromHome({ notes }: { notes: Brief['homeNotes'] }) {
  const line = (n: Brief['homeNotes'][number]) => {
    const hurts = tellsHarm(n.words)
    return (
      <p key={n.act} className={hurts ? 'bg-dangerwash mb-1 rounded px-2 py-1' : 'mb-1'}>
        <span className={hurts ? 'text-danger font-medium' : 'text-kiln'}>
          From home, {shortDay(n.date)}
          {hurts && ', and it may tell of pain: ask before anything is played'}:
        </span>{' '}
        “{n.words}”
      </p>
    )
  }
  const before = notes.slice(0, -NOTES_SHOWN)
  return (
    <>
      {before.length > 0 && (
        <Fold head={<span>{plural(before.length, 'word')} more from home, before these</span>}>
          {before.map(line)}
        </Fold>
      )}
      {notes.slice(-NOTES_SHOWN).map(line)}
    </>
  )
}

/** How they are to be spoken to, what came from home, what was aimed at: known before any fault is thought of. */
export function FirstThings({ told }: { told: Brief }) {
  const view = useView()
  const { lastAim, takenBack, flags, homeNotes, kept } = told
  const { correction, interests, former } = view.record.card
  const { wishes } = view.record.home
  const lags = lagOf(view.record, view.knowledge, view.today).found
  // One line of each kind will do before a lesson; all stand with the progress.
  const lag = lags.filter((l, i) => lags.findIndex((other) => other.kind === l.kind) === i)
  return (
    <>
      {takenBack.map((stop) => (
        <p key={stop.act} className="mb-1">
          <span className="text-kiln">At home, {shortDay(stop.on)}:</span> “{stop.words}” was said
          to hurt, and taken back the same day. Ask once.
        </p>
      ))}
      {correction !== '' && <Known what="Takes correction">{correction}</Known>}
      {flags.length > 0 && (
        <p className="mb-1">
          <span className="text-kiln">Careful:</span> {flags.map((f) => FLAG_WORDS[f]).join(' · ')}
        </p>
      )}
      <FromHome notes={homeNotes} />
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
      {lastAim !== '' && <Known what="Last aim">{lastAim}</Known>}
      {former && <Former former={former} />}
      {wishes.group !== null && (
        <Known what={`Group, ${WEEKDAY_WORDS[wishes.group] ?? ''}`}>
          {wishes.pieces !== '' && <>next {wishes.pieces}. </>}
          {view.knowledge.inGroup !== undefined && (
            <>Until a piece is known: {view.knowledge.inGroup}</>
          )}
        </Known>
      )}
      {interests !== '' && <Known what="Likes">{interests}</Known>}
    </>
  )
}
