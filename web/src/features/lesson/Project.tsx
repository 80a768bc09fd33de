/** One fault being mended, in the order of a lesson: cue, look, rung, decision. */
import { useView, useLesson } from '../../data/studentContext'
import type { MendedRule } from '@vein-mend/core/mending'
import { lessonsStuck, restsForPain, ruleFor } from '@vein-mend/core/record'
import type { CaseState } from '@vein-mend/core/record'
import { Link } from 'react-router'
import { StateWord } from '../../ui/StateWord'
import { StrandMark } from '../../ui/StrandMark'
import { shortDay } from '../../wording/dates'
import { plural, STRAND_WORDS } from '../../wording/words'
import { OtherStates } from '../../parts/OtherStates'
import { CallMended } from './CallMended'
import { CueLine } from './CueLine'
import { projectPlace } from './deskPlaces'
import { InTheirWords } from './InTheirWords'
import { Look } from './Look'
import { RestButton } from './Choose'
import { RecallStep } from './RecallStep'
import { RungFold } from './RungFold'
import type { Setting } from './setting'
import { SlipCounter } from './SlipCounter'

interface Props {
  readonly state: CaseState
  readonly setting: Setting
}

/** Lessons on one rung: what could be tried is a touch away. */
function NotMoving({ state }: Omit<Props, 'setting'>) {
  const view = useView()
  const lessons = lessonsStuck(state)
  if (lessons === 0) return null
  return (
    <p>
      {plural(lessons, 'lesson')} on one rung:{' '}
      <Link className="underline underline-offset-4" to={`/students/${view.id}/faults/${state.id}`}>
        what could be tried
      </Link>
    </p>
  )
}

/** What is done with a fault that is being mended: recall and look in sight, the rest in its fold. */
function Healing({ state, setting, rule }: Props & { readonly rule: MendedRule }) {
  const lesson = useLesson()
  const looks = state.looks.filter((l) => l.lesson === lesson.id)
  return (
    <>
      <RecallStep state={state} />
      <Look state={state} setting={setting} done={looks} />
      {rule.holds && <CallMended state={state} rule={rule} />}
      <NotMoving state={state} />
      <RungFold state={state} setting={setting} rule={rule} />
    </>
  )
}

/** While what stops the playing has not been answered nothing is played; all that is only said stays. */
function Resting({ state, rule }: Omit<Props, 'setting'> & { readonly rule: MendedRule }) {
  const healing = state.status.state === 'healing'
  return (
    <>
      {(healing || state.status.state === 'relapsed') && <RecallStep state={state} />}
      <p>Its looks and its ladder rest until what stops the playing has been answered.</p>
      {healing && (
        <>
          <div className="flex flex-wrap items-center gap-x-4">
            <CueLine state={state} />
            <InTheirWords state={state} />
            <RestButton state={state} label="Let it rest" />
          </div>
          <CallMended state={state} rule={rule} />
        </>
      )}
      {hasOtherStates(state) && <OtherStates state={state} />}
    </>
  )
}

/** Whether the record may still say otherwise of it: it was mended, or has come back. */
function hasOtherStates({ status }: CaseState): boolean {
  return status.state === 'mended' || status.state === 'relapsed'
}

/** A fault that is not being mended now: looked at again, with what comes of it. */
function LookAgain({ state, setting }: Props) {
  const lesson = useLesson()
  const looks = state.looks.filter((l) => l.lesson === lesson.id)
  return (
    <>
      {state.status.state === 'relapsed' && <RecallStep state={state} />}
      <Look state={state} setting={setting} done={looks} />
      <SlipCounter state={state} setting={setting} />
      {hasOtherStates(state) && <OtherStates state={state} />}
    </>
  )
}

export function Project({ state, setting }: Props) {
  const lesson = useLesson()
  const view = useView()
  const rule = ruleFor(view.record, state)
  const { status } = state
  const doing = lesson.open && status.state !== 'open'
  const rests = restsForPain(view.record, state)
  return (
    <article
      id={projectPlace(state.id)}
      className="border-line scroll-mt-4 space-y-1 border-b pt-1"
      aria-label={state.name}
    >
      <div className="flex flex-wrap items-baseline gap-x-2.5">
        <h3 className="flex items-baseline gap-x-2.5 text-lg">
          <StrandMark strand={state.strand} title={STRAND_WORDS[state.strand]} />
          <Link
            to={`/students/${view.id}/faults/${state.id}`}
            className="underline-offset-4 hover:underline"
          >
            {state.name}
          </Link>
        </h3>
        {state.cue && <span className="italic">“{state.cue.words}”</span>}
        {status.state !== 'healing' && (
          <span className="ml-auto">
            <StateWord state={status.state} />
          </span>
        )}
      </div>
      {doing && rests && <Resting state={state} rule={rule} />}
      {doing && !rests && status.state === 'healing' && (
        <Healing state={state} setting={setting} rule={rule} />
      )}
      {doing && !rests && status.state !== 'healing' && (
        <LookAgain state={state} setting={setting} />
      )}
      {status.state === 'mended' && status.nextRecheck !== null && (
        <p className="text-kiln">
          Mended on {shortDay(status.on)}. Look again on {shortDay(status.nextRecheck)}.
        </p>
      )}
    </article>
  )
}
