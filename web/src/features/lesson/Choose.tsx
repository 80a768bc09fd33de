/** Choosing what to mend: an order with reasons, the student picks; a third project replaces one. */
import { useView, useLesson } from '../../data/studentContext'
import { activeProjects, PROJECTS_MOST } from '@vein-mend/core/record'
import { proposeProjects } from '@vein-mend/core/standing'
import type { CaseState } from '@vein-mend/core/record'
import type { ProjectReason, ProposedProject } from '@vein-mend/core/standing'
import { useState } from 'react'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { SidePanel } from '../../ui/SidePanel'
import { StateWord } from '../../ui/StateWord'
import { StrandMark } from '../../ui/StrandMark'
import { plural, STRAND_WORDS } from '../../wording/words'
import { RemedyButton } from './RemedyButton'

export function sayReason(reason: ProjectReason): string {
  switch (reason.kind) {
    case 'may-harm':
      return 'may do harm, so it goes first'
    case 'base-first':
      return 'belongs to the base'
    case 'drives':
      return `can bring: ${reason.names.map((n) => n.toLowerCase()).join(', ')}`
    case 'came-back':
      return reason.times > 1 ? `came back ${reason.times} times` : 'came back'
    case 'grave':
      return 'is grave'
    case 'waits':
      return `has waited ${plural(reason.weeks, 'week')}`
    case 'rests':
      return `rests: ${reason.why}`
    case 'hurts':
      return 'loads a part that hurts, so it waits'
  }
}

/** A reason to let a project rest, and room for another. */
function RestButton({ state, label }: { readonly state: CaseState; readonly label: string }) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const [open, setOpen] = useState(false)
  const [reason, setReason] = useKept(`rest-${lesson.id}-${state.id}`)
  return (
    <>
      <Button
        small
        onClick={() => setOpen(true)}
        aria-label={label.includes(state.name) ? label : `${label}: ${state.name}`}
      >
        {label}
      </Button>
      <SidePanel
        open={open}
        onOpenChange={setOpen}
        title={`Let it rest: ${state.name}`}
        about="It keeps its rung and its cue, and goes on where it stopped."
      >
        <form
          className="space-y-4"
          onSubmit={(event) => {
            event.preventDefault()
            if (reason.trim() === '') return
            act(
              [
                {
                  kind: 'case-rested',
                  lesson: lesson.id,
                  case: state.id,
                  reason: reason.trim(),
                },
              ],
              `Rests: ${state.name}`,
            )
            setReason('')
            setOpen(false)
          }}
        >
          <Field label="Why?" help="Illness, pain, another fault that comes first.">
            {(p) => (
              <input {...p} autoFocus value={reason} onChange={(e) => setReason(e.target.value)} />
            )}
          </Field>
          <Button look="main" type="submit" disabled={reason.trim() === ''}>
            Let it rest
          </Button>
        </form>
      </SidePanel>
    </>
  )
}

function Proposed({
  proposed,
  full,
  place,
}: {
  readonly proposed: ProposedProject
  readonly full: boolean
  readonly place: number
}) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const { state, reasons } = proposed
  return (
    <li className="border-line flex flex-wrap items-center gap-x-3 gap-y-1 border-b py-2">
      <span className="text-kiln w-5 tabular-nums">{place + 1}</span>
      <StrandMark strand={state.strand} title={STRAND_WORDS[state.strand]} />
      <span className="min-w-56 flex-1">
        <span className="font-medium">{state.name}</span>{' '}
        <span className="text-kiln text-sm">{reasons.map(sayReason).join('; ')}</span>
      </span>
      <StateWord state={state.status.state} />
      {lesson.open &&
        (full ? (
          <span className="text-kiln text-sm">waits for room</span>
        ) : state.ladder ? (
          <>
            <Button
              small
              onClick={() =>
                act(
                  [{ kind: 'case-resumed', lesson: lesson.id, case: state.id }],
                  `Taken up again: ${state.name}`,
                )
              }
            >
              Go on at rung {state.ladder.at + 1}
            </Button>
            <RemedyButton state={state} label="Another remedy" />
          </>
        ) : (
          <RemedyButton state={state} label="Pick this" />
        ))}
    </li>
  )
}

export function Choose() {
  const lesson = useLesson()
  const view = useView()
  const proposed = proposeProjects(view.record, view.knowledge, view.today)
  const running = activeProjects(view.record)
  const full = running.length >= PROJECTS_MOST
  if (proposed.length === 0) return null
  return (
    <Section title="Which first?" aside="the student picks; at most two at a time">
      {full && lesson.open && (
        <div className="mb-1 flex flex-wrap items-center gap-2">
          <span>Two are running. To make room:</span>
          {running.map((c) => (
            <RestButton key={c.id} state={c} label={`Rest “${c.name}”`} />
          ))}
        </div>
      )}
      <ol>
        {proposed.map((p, i) => (
          <Proposed key={p.state.id} proposed={p} full={full} place={i} />
        ))}
      </ol>
    </Section>
  )
}

export { RestButton }
