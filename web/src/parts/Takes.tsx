/** Recordings, pictures and played notes: heard, seen, taken out. */
import { caseOf } from '@vein-mend/core/takes'
import type { Take } from '@vein-mend/core/takes'
import { useState } from 'react'
import { Link } from 'react-router'
import { useView } from '../data/studentContext'
import { useActs } from '../data/useActs'
import { Button, buttonClass } from '../ui/Button'
import { shortDay } from '../wording/dates'
import { TAKE_WORDS } from '../wording/words'

function Shown({ take, address }: { take: Take; address: string }) {
  const student = useView().id
  if (take.kind === 'sound') {
    return (
      <span className="flex flex-wrap items-center gap-2">
        <audio controls preload="none" src={address} aria-label={nameOf(take)} className="h-11" />
        <Link className={buttonClass()} to={`/students/${student}/takes/${take.act}`}>
          Look at it
        </Link>
      </span>
    )
  }
  if (take.kind === 'picture') {
    return (
      <a href={address} target="_blank" rel="noreferrer">
        <img src={address} alt={nameOf(take)} loading="lazy" className="h-24 rounded" />
      </a>
    )
  }
  return (
    <span className="flex flex-wrap gap-2">
      <Link className={buttonClass()} to={`/students/${student}/takes/${take.act}`}>
        Look at it
      </Link>
      <a className={buttonClass('bare')} href={address} download={`${nameOf(take)}.mid`}>
        MIDI file
      </a>
    </span>
  )
}

function nameOf(take: Take): string {
  return take.words === '' ? TAKE_WORDS[take.kind] : take.words
}

/** The file goes for good, so it is asked once more, in the same place. */
function Remove({ take }: { take: Take }) {
  const act = useActs(useView().id)
  const [asked, setAsked] = useState(false)
  if (!asked) {
    return (
      <Button small look="bare" onClick={() => setAsked(true)}>
        Remove
      </Button>
    )
  }
  return (
    <span className="flex gap-2">
      <Button small onClick={() => act([{ kind: 'take-removed', hash: take.hash }], 'Removed')}>
        Remove for good
      </Button>
      <Button small look="bare" onClick={() => setAsked(false)}>
        Keep it
      </Button>
    </span>
  )
}

export function TakeRows({ takes }: { takes: readonly Take[] }) {
  const view = useView()
  return (
    <ul className="divide-line divide-y">
      {takes.map((take) => (
        <li key={take.act} className="flex flex-wrap items-center gap-x-4 gap-y-2 py-2">
          <span className="min-w-48 flex-1">
            {nameOf(take)}
            <span className="text-kiln block text-sm">
              {shortDay(take.date)}
              {caseOf(take) !== null &&
                `, for ${view.record.cases.find((c) => c.id === caseOf(take))?.name.toLowerCase() ?? 'a fault'}`}
            </span>
          </span>
          <Shown take={take} address={`/api/students/${view.id}/takes/${take.hash}`} />
          <Remove take={take} />
        </li>
      ))}
    </ul>
  )
}
