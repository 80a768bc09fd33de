/** The thirty seconds before the lesson. */
import { useView } from '../../data/studentContext'
import { brief } from '@vein-mend/core/standing'
import type { BriefItem } from '@vein-mend/core/standing'
import { Link } from 'react-router'
import { FirstThings, Known } from '../../parts/FirstThings'
import { Section } from '../../ui/Page'
import { StrandMark } from '../../ui/StrandMark'
import { plural } from '../../wording/words'

/** What is to be done about the fault, said in a line; null for what stands beside its name. */
function words(item: BriefItem): string | null {
  switch (item.kind) {
    case 'recall-cue':
      return null
    case 'look-first':
      return 'Look before you say the cue'
    case 'recheck-due':
      return item.daysLate === 0
        ? 'Mended: look again today, unprompted'
        : `Mended: the second look is ${plural(item.daysLate, 'day')} late, unprompted`
    case 'ready':
      return 'May be called mended after one more clean look'
    case 'rung':
      return `Rung ${item.number} of ${item.of}: ${item.rung.name.toLowerCase()}`
    case 'weeks-up':
      return `${plural(item.weeks, 'week')} of ${item.planned} planned: mend it, change the remedy, or look upstream`
    case 'stuck':
      return `${plural(item.lessons, 'lesson')} on one rung: a smaller rung, another remedy, or look upstream`
  }
}

/** Said of a repair that does not go as planned. */
const WARNS: ReadonlySet<BriefItem['kind']> = new Set(['weeks-up', 'stuck'])

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

function FaultBrief({ items }: { readonly items: FaultItems }) {
  const view = useView()
  const { state } = items[0]
  const cue = items.find((i) => i.kind === 'recall-cue')
  const fault = view.knowledge.faults.find((f) => f.id === state.fault)
  const told = state.descriptions.at(-1)
  const said = items.filter((i) => !WARNS.has(i.kind)).flatMap((i) => words(i) ?? [])
  return (
    <li className="border-line flex gap-x-3 border-b py-2 last:border-0">
      <span className="pt-1.5">
        <StrandMark strand={state.strand} />
      </span>
      <div className="min-w-0">
        <p>
          <Link
            to={`/students/${view.id}/faults/${state.id}`}
            className="font-medium underline underline-offset-4"
          >
            {state.name}
          </Link>
          {cue && <span className="font-serif italic"> “{cue.words}”</span>}
        </p>
        {cue && (
          <p>
            Ask for the cue, and why
            {fault && <span className="text-kiln"> ({fault.why.replace(/\.$/, '')})</span>}
          </p>
        )}
        {told && (
          <p>
            <span className="text-kiln">In their words:</span> “{told.words}”
          </p>
        )}
        <p>{said.join(' · ')}</p>
        {items
          .filter((i) => WARNS.has(i.kind))
          .map((i) => (
            <p key={i.kind} className="text-danger">
              {words(i)}
            </p>
          ))}
      </div>
    </li>
  )
}

export function BriefList() {
  const view = useView()
  const told = brief(view.record, view.today)
  const { items, strength } = told
  const { goal, whyNow } = view.record.card
  const started = view.record.lessons.length > 0
  return (
    <Section title="Before the lesson">
      <div className="grid items-start gap-x-10 gap-y-4 lg:grid-cols-[minmax(0,8fr)_minmax(0,5fr)]">
        <div>
          {strength !== null && (
            <p className="border-line border-b pb-2">
              <span className="text-kiln">Say first what works:</span>{' '}
              <span className="font-medium">{strength}</span>
            </p>
          )}
          <ol>
            {byFault(items).map((own) => (
              <FaultBrief key={own[0].state.id} items={own} />
            ))}
          </ol>
          {items.length === 0 && (
            <p className="text-kiln py-2">
              {started
                ? 'Nothing is being mended and no second look is due. Listen for what comes next.'
                : 'The first lesson: something easy, what works said aloud, the set-up, and one sign.'}
            </p>
          )}
        </div>
        <div>
          <FirstThings told={told} />
          {whyNow !== '' && <Known what="Why now">{whyNow}</Known>}
          {goal !== '' && <Known what="Wants">{goal}</Known>}
        </div>
      </div>
    </Section>
  )
}
