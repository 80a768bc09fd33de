/** A repair that does not move: why it is said, what could be tried, and one move to wait all the same. */
import { useView } from '../../data/studentContext'
import { stuckOf } from '@vein-mend/core/watch'
import type { StuckTry, StuckWhy } from '@vein-mend/core/watch'
import type { CaseState } from '@vein-mend/core/record'
import { Link } from 'react-router'
import { useActs } from '../../data/useActs'
import { Section } from '../../ui/Page'
import { WithReason } from '../../parts/WithReason'
import { percent, plural } from '../../wording/words'

function sayWhy(why: StuckWhy): string {
  return why.kind === 'same-rung'
    ? `${plural(why.lessons, 'lesson')} on one rung`
    : `even if it goes well, more than ${plural(why.weeks, 'week')} from here`
}

function Try({ state, item }: { state: CaseState; item: StuckTry }) {
  const view = useView()
  const link = 'underline underline-offset-4'
  switch (item.kind) {
    case 'smaller-rung':
      return (
        <>
          A smaller rung before “{item.rung}”:{' '}
          <Link className={link} to={`/students/${view.id}/faults/${state.id}/ladder`}>
            put one in
          </Link>
        </>
      )
    case 'other-remedy':
      return (
        <>
          Another remedy, <strong className="font-medium">{item.name}</strong>: in the lesson, under
          “Other remedy”. The present one then counts against this fault.
        </>
      )
    case 'upstream':
      return item.case === null ? (
        <>
          Something upstream may drive it:{' '}
          <strong className="font-medium">{item.name.toLowerCase()}</strong>. Look for it first next
          time.
        </>
      ) : (
        <>
          Upstream and still open:{' '}
          <Link className={link} to={`/students/${view.id}/faults/${item.case}`}>
            {item.name}
          </Link>
        </>
      )
    case 'rival':
      return (
        <>
          Perhaps it is another fault:{' '}
          <strong className="font-medium">{item.name.toLowerCase()}</strong>,{' '}
          {percent(item.probability)} on the signs of then, now that this remedy has not helped.
        </>
      )
    case 'other-school':
      return (
        <>
          Another school on {item.topic}, <strong className="font-medium">{item.name}</strong>:{' '}
          <Link className={link} to={`/students/${view.id}/card`}>
            on the card
          </Link>
        </>
      )
  }
}

export function StuckPanel({ state }: { state: CaseState }) {
  const view = useView()
  const act = useActs(view.id)
  const stuck = stuckOf(view.record, state, view.knowledge)
  if (!stuck) return null
  return (
    <Section title="It does not move" aside={sayWhy(stuck.why)}>
      <ol className="list-decimal space-y-1 pl-6">
        {stuck.tries.map((item, i) => (
          <li key={i}>
            <Try state={state} item={item} />
          </li>
        ))}
      </ol>
      <div className="mt-1">
        <WithReason
          keptAs={`wait-${state.id}`}
          label="Give it time all the same"
          ask="Why is it given time?"
          done="Wait"
          onGive={(reason) =>
            act([{ kind: 'stuck-dismissed', case: state.id, reason }], 'Given time')
          }
        />
      </div>
    </Section>
  )
}
