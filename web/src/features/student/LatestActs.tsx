/** What was noted last, newest first; each can be undone in one move. */
import type { RecentAct } from '@vein-mend/contract'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import type { StudentView } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { Section } from '../../ui/Page'
import { ACT_WORDS } from '../../wording/words'

const SHOWN_AT_FIRST = 5

/** The words that tell one act from another of its kind. */
function detail({ act }: RecentAct): string {
  switch (act.kind) {
    case 'sign-noted':
      return `${act.text} (${act.strength})`
    case 'check-answered':
      return `${act.name}: ${act.outcome}`
    case 'fault-settled':
    case 'remedy-started':
      return act.name
    case 'cue-agreed':
    case 'strength-named':
      return act.words
    case 'look-taken':
    case 'rung-tried':
      return `${act.clean} clean of ${act.tries}`
    case 'rung-decided':
      return act.decision
    case 'cue-recalled':
      return act.recall
    case 'lesson-opened':
      return act.date
    default:
      return ''
  }
}

export function LatestActs({ view }: { view: StudentView }) {
  const [all, setAll] = useState(false)
  const act = useActs(view.id)
  const shown = all ? view.recent : view.recent.slice(0, SHOWN_AT_FIRST)
  return (
    <Section title="Noted last">
      <ul>
        {shown.map((r) => (
          <li key={r.act.id} className="border-line flex items-center gap-3 border-b py-1">
            <span className={r.undone ? 'line-through opacity-70' : ''}>
              <span className="font-medium">{ACT_WORDS[r.act.kind]}</span> {detail(r)}
            </span>
            {!r.undone && r.act.kind !== 'student-added' && (
              <Button
                small
                look="bare"
                className="ml-auto"
                aria-label={`Undo: ${ACT_WORDS[r.act.kind]} ${detail(r)}`}
                onClick={() => {
                  act([{ kind: 'undone', act: r.act.id }])
                }}
              >
                Undo
              </Button>
            )}
            {r.undone && <span className="text-kiln ml-auto text-sm">undone</span>}
          </li>
        ))}
      </ul>
      {view.recent.length > SHOWN_AT_FIRST && (
        <Button small look="bare" onClick={() => setAll(!all)}>
          {all ? 'Show fewer' : `Show the last ${view.recent.length}`}
        </Button>
      )}
    </Section>
  )
}
