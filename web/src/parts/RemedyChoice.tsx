/** The remedies of a fault as the ladders this student would climb. */
import { sayPass } from '@vein-mend/core/packs'
import { useView } from '../data/studentContext'
import type { Fault, Knowledge } from '@vein-mend/core/packs'
import { activeProjects, factsOf, PROJECTS_MOST, stoppedParts } from '@vein-mend/core/record'
import { gatesFailedBy } from '@vein-mend/core/standing'
import { buildLadder } from '@vein-mend/core/remedy'
import type { LadderPlan } from '@vein-mend/core/remedy'
import type { StudentView } from '../data/useStudent'
import { Radio, Radios } from '../ui/Radios'
import { AGAINST_WORDS, CONDITION_WORDS } from '../wording/words'
import { shortDay } from '../wording/dates'
import { STOPPED_WORDS } from '../wording/stops'

interface Props {
  readonly fault: Fault
  /** The remedy that is running now and may be exchanged for another. */
  readonly running?: string | null
  /** Room is made for it, though two projects run. */
  readonly makesRoom?: boolean
  readonly value: string | null
  readonly onChange: (remedy: string | null) => void
}

function whyNot(plan: Extract<LadderPlan, { ok: false }>): string {
  switch (plan.reason) {
    case 'pain':
      return `Not offered: it loads what is stopped (${STOPPED_WORDS[plan.part]}).`
    case 'flag':
      return `Not for this student (${AGAINST_WORDS[plan.against].toLowerCase()}): ${plan.why}.`
    case 'nothing-left':
      return 'Nothing is left of it for this student.'
  }
}

function schoolNames(plan: Extract<LadderPlan, { ok: true }>, knowledge: Knowledge): string {
  return knowledge.schools
    .filter((s) => plan.schools.includes(s.id))
    .map((s) => s.name.toLowerCase())
    .join('; ')
}

function Ladder({ plan, knowledge }: { plan: LadderPlan; knowledge: Knowledge }) {
  if (!plan.ok) return <p className="bg-dangerwash mt-2 rounded p-2">{whyNot(plan)}</p>
  return (
    <>
      <ol className="mt-2 list-decimal space-y-0.5 pl-6 text-sm">
        {plan.rungs.map((r) => (
          <li key={r.id}>
            <span className="font-medium">{r.name}</span>{' '}
            <span className="text-kiln">
              {CONDITION_WORDS[r.condition]}, {r.dose.times}×, {sayPass(r.pass)}
            </span>
          </li>
        ))}
      </ol>
      {plan.leftOut.map((l) => (
        <p key={l.name} className="text-kiln mt-1 text-sm">
          {l.instead === null ? 'Left out' : 'Exchanged'} for this student: {l.name} (
          {AGAINST_WORDS[l.against].toLowerCase()}: {l.why})
        </p>
      ))}
      {plan.schools.length > 0 && (
        <p className="text-kiln mt-1 text-sm">
          By this student’s school: {schoolNames(plan, knowledge)}.
        </p>
      )}
    </>
  )
}

/** Remedies of the fault, then those of the other faults of its strand. */
function remediesFor(view: StudentView, fault: Fault, others: boolean): readonly string[] {
  if (!others) return fault.remedies
  const strand = view.knowledge.faults.filter((f) => f.strand === fault.strand)
  return [...new Set([...fault.remedies, ...strand.flatMap((f) => f.remedies)])]
}

function plansFor(view: StudentView, fault: Fault, others = false) {
  return remediesFor(view, fault, others).flatMap((id) => {
    const remedy = view.knowledge.remedies.find((r) => r.id === id)
    if (!remedy) return []
    const facts = factsOf(view.record.card, view.knowledge)
    return [{ remedy, plan: buildLadder(remedy, facts, stoppedParts(view.record), view.knowledge) }]
  })
}

/** Whether another project may run. */
export function hasRoom({ record }: StudentView): boolean {
  return activeProjects(record).length < PROJECTS_MOST
}

/** The remedy offered first: null when there is none for this student. */
export function firstRemedy(view: StudentView, fault: Fault): string | null {
  return plansFor(view, fault).find((p) => p.plan.ok)?.remedy.id ?? null
}

/** What the ladder comes before: a gate that failed by this fault's signs when it was last looked at. */
function GatesFailed({ fault }: { fault: Fault }) {
  const { record, knowledge } = useView()
  return gatesFailedBy(record, knowledge, fault).map(({ gate, needs }) => (
    <p key={gate.id} className="bg-glaze border-line mb-2 rounded border p-2">
      <span className="font-medium">{gate.name}</span> is not yet: failed{' '}
      {needs.map(({ need, date }) => `“${need.text}” on ${shortDay(date)}`).join(', ')}. This ladder
      comes before it.
    </p>
  ))
}

export function RemedyChoice({ fault, running = null, makesRoom = false, value, onChange }: Props) {
  const view = useView()
  const full = running === null && !makesRoom && !hasRoom(view)
  const plans = plansFor(view, fault, running !== null)
  return (
    <Radios label="Remedy" value={value} onChange={onChange}>
      <h3 className="mb-1 font-sans font-medium">Remedy</h3>
      {full && (
        <p className="bg-glaze border-line mb-2 rounded border p-2">
          Two projects are running already:{' '}
          {activeProjects(view.record)
            .map((c) => c.name)
            .join(' · ')}
          . The fault can be noted now and mended when one of them is done.
        </p>
      )}
      <GatesFailed fault={fault} />
      {plans.map(({ remedy, plan }) => (
        <div key={remedy.id} className="border-line border-t py-2">
          <Radio value={remedy.id} disabled={!plan.ok || full}>
            <span className="font-serif text-lg font-semibold">{remedy.name}</span>
            {remedy.id === running && <span className="text-kiln"> (running now)</span>}
            <span className="text-kiln block">{remedy.aim}</span>
          </Radio>
          <Ladder plan={plan} knowledge={view.knowledge} />
        </div>
      ))}
    </Radios>
  )
}
