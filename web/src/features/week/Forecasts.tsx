/** When each fault may be mended and each gate got ready for may open: windows, never one date. */
import type { PracticeWeekResponse } from '@vein-mend/contract'
import { gateAhead, paceOf, usualGapDays } from '@vein-mend/core/practice'
import type { WeekPlan } from '@vein-mend/core/practice'
import { activeProjects, ruleFor } from '@vein-mend/core/record'
import type { CaseId } from '@vein-mend/core/kit'
import { Link } from 'react-router'
import { useView } from '../../data/studentContext'
import { Section } from '../../ui/Page'
import { percent } from '../../wording/words'
import { keptLately } from '../../parts/keptLately'
import { LookFirst, Outlook } from '../../parts/Outlook'
import type { Way } from '../../parts/Outlook'

/** Share of the days asked for that the plan gives to the fault's rung. */
function placed(plan: WeekPlan, id: CaseId): number {
  const days = plan.days.filter((d) => d.blocks.some((b) => b.item.case === id)).length
  const asked = plan.days.flatMap((d) => d.blocks).find((b) => b.item.case === id)?.item.askedDays
  return asked === undefined ? 0 : days / asked
}

interface Props {
  readonly plan: WeekPlan
  readonly roomier: WeekPlan
  readonly moreMinutes: number
  readonly first: PracticeWeekResponse['first']
}

/** What keeping, more minutes and another order would do to the fault. */
function waysFor(id: CaseId, kept: number, props: Props): readonly Way[] {
  const { plan, roomier, moreMinutes, first } = props
  const now = placed(plan, id)
  const others = first.filter((f) => placed(f.plan, id) !== now)
  return [
    { says: 'As planned', kept: kept * now },
    ...(placed(roomier, id) > now
      ? [{ says: `${moreMinutes} min more a day`, kept: kept * placed(roomier, id) }]
      : []),
    ...others.map((f) => ({
      says: f.case === id ? 'Put first' : 'The other first',
      kept: kept * placed(f.plan, id),
    })),
    { says: 'All of it kept', kept: now },
  ]
}

function Faults(props: Props & { kept: number }) {
  const { record, today } = useView()
  return activeProjects(record).map((state) => {
    const pace = paceOf(state, ruleFor(record, state).cleanLessons, usualGapDays(record))
    return (
      pace && (
        <li key={state.id} className="py-2">
          <p className="font-medium">{state.name}</p>
          <Outlook
            asked={{ about: 'fault', pace }}
            ways={waysFor(state.id, props.kept, props)}
            today={today}
          />
        </li>
      )
    )
  })
}

function Gates({ plan, kept }: Props & { kept: number }) {
  const view = useView()
  const { record, knowledge, today } = view
  return record.preparing.map(({ gate, name }) => {
    const ahead = gateAhead(record, knowledge, gate)
    const needs = ahead?.kind === 'known' ? ahead.pace.needs : []
    const given = Math.min(1, ...needs.flatMap((n) => (n.fault ? [placed(plan, n.fault.id)] : [])))
    return (
      ahead && (
        <li key={gate} className="py-2">
          <p>
            <span className="font-medium">{name}</span>{' '}
            <Link
              to={`/students/${view.id}/gates`}
              className="text-kiln underline underline-offset-4"
            >
              the gate
            </Link>
          </p>
          {ahead.kind === 'unseen' ? (
            <LookFirst needs={ahead.needs} />
          ) : (
            <Outlook
              asked={{ about: 'gate', pace: ahead.pace }}
              ways={[
                { says: 'As planned', kept: kept * given },
                ...(needs.some((n) => n.fault) ? [{ says: 'All of it kept', kept: given }] : []),
              ]}
              today={today}
            />
          )}
        </li>
      )
    )
  })
}

export function Forecasts(props: Props) {
  const view = useView()
  const { record } = view
  const { known, kept } = keptLately(view)
  if (activeProjects(record).length === 0 && record.preparing.length === 0) return null
  return (
    <Section
      title="When it may be mended, or open"
      aside={
        known === null
          ? `nothing ticked yet: ${percent(kept)} taken as kept`
          : `${percent(known)} ticked in four weeks`
      }
    >
      <ul className="divide-line divide-y">
        <Faults {...props} kept={kept} />
        <Gates {...props} kept={kept} />
      </ul>
      <p className="text-kiln mt-1 text-sm">
        From {record.lessons.length} lessons of this student and a cautious start; wide windows mean
        that little is known yet.
      </p>
    </Section>
  )
}
