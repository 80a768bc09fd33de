/** What was noted last, newest first; each can be undone in one move. */
import { useView } from '../../data/studentContext'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { Section } from '../../ui/Page'
import { actDetail, actName } from '../../wording/acts'

const SHOWN_AT_FIRST = 5

export function LatestActs() {
  const view = useView()
  const [all, setAll] = useState(false)
  const act = useActs(view.id)
  const shown = all ? view.recent : view.recent.slice(0, SHOWN_AT_FIRST)
  return (
    <Section title="Noted last">
      <ul>
        {shown.map((r) => (
          <li key={r.act.id} className="border-line flex items-center gap-3 border-b py-1">
            <span className={r.undone ? 'line-through opacity-70' : ''}>
              <span className="font-medium">{actName(r.act.kind)}</span> {actDetail(r.act)}
            </span>
            {!r.undone && r.act.kind !== 'student-added' && (
              <Button
                small
                look="bare"
                className="ml-auto"
                aria-label={`Undo: ${actName(r.act.kind)} ${actDetail(r.act)}`}
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
