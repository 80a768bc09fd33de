/** One fault being mended, in the order of a lesson: cue, look, rung, decision. */
import { sayPass } from '@vein-mend/core/packs'
import { useView, useLesson } from '../../data/studentContext'
import type { MendedRule } from '@vein-mend/core/mending'
import { adviseRung, schoolsLeft, triesAsked } from '@vein-mend/core/remedy'
import type { RungAdvice, Tries } from '@vein-mend/core/remedy'
import { factsOf, lessonsStuck, restsForPain, ruleFor } from '@vein-mend/core/record'
import type { CaseState, LadderState } from '@vein-mend/core/record'
import { Link } from 'react-router'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { Fold } from '../../ui/Fold'
import { StateWord } from '../../ui/StateWord'
import { Why } from '../../ui/Why'
import { StrandMark } from '../../ui/StrandMark'
import { Tally } from './Tally'
import { shortDay } from '../../wording/dates'
import { ADVICE_WORDS, percent, plural, STRAND_WORDS, WAY_WORDS } from '../../wording/words'
import { OtherStates } from '../../parts/OtherStates'
import { CallMended } from './CallMended'
import { CueLine } from './CueLine'
import { projectPlace } from './deskPlaces'
import { InTheirWords } from './InTheirWords'
import { Look } from './Look'
import { PlayIn } from './PlayIn'
import { RestButton } from './Choose'
import { RecallStep } from './RecallStep'
import { RemedyButton } from './RemedyButton'
import type { Setting } from './setting'
import { SlipCounter } from './SlipCounter'

interface Props {
  readonly state: CaseState
  readonly setting: Setting
}

function sum(tries: readonly Tries[]): Tries {
  return {
    clean: tries.reduce((n, t) => n + t.clean, 0),
    tries: tries.reduce((n, t) => n + t.tries, 0),
  }
}

interface DecisionProps extends Omit<Props, 'setting'> {
  readonly ladder: LadderState
  readonly today: Tries
  readonly advice: RungAdvice
}

/** How today's tries went, with their interval, and where to go from here. */
function RungDecision({ state, ladder, today, advice }: DecisionProps) {
  const lesson = useLesson()
  const act = useActs(useView().id)
  const decide = (decision: 'up' | 'stay' | 'back', words: string) =>
    act(
      [{ kind: 'rung-decided', lesson: lesson.id, case: state.id, decision }],
      `${state.name}: ${words}`,
    )
  const lookOf = (decision: RungAdvice['advice']) => (advice.advice === decision ? 'main' : 'plain')
  return (
    <div className="mt-2 flex flex-wrap items-center gap-2">
      <span>
        {today.clean} of {today.tries} today{' '}
        <Why
          because={`So few tries leave it open how many would be clean in the long run: most likely somewhere between ${percent(advice.share.low)} and ${percent(advice.share.high)} (95 % interval after Wilson).`}
        >
          between {percent(advice.share.low)} and {percent(advice.share.high)}
        </Why>
        . {ADVICE_WORDS[advice.reason]}
      </span>
      <Button
        small
        look={lookOf('up')}
        disabled={ladder.at === ladder.rungs.length - 1}
        onClick={() => decide('up', 'one rung up')}
      >
        Up
      </Button>
      <Button small look={lookOf('stay')} onClick={() => decide('stay', 'stays')}>
        Stay
      </Button>
      <Button
        small
        look={lookOf('back')}
        disabled={ladder.at === 0}
        onClick={() => decide('back', 'one rung down')}
      >
        Step down
      </Button>
      <RemedyButton state={state} label="Other remedy" />
    </div>
  )
}

/** The ladder was built by a school that this student has left since: it stays until the teacher says otherwise. */
function OldSchool({ state, ladder }: Omit<Props, 'setting'> & { readonly ladder: LadderState }) {
  const { record, knowledge } = useView()
  const remedy = knowledge.remedies.find((r) => r.id === ladder.remedy)
  const left = remedy ? schoolsLeft(remedy, ladder.rungs, factsOf(record.card, knowledge)) : []
  if (left.length === 0) return null
  const names = knowledge.schools.filter((s) => left.includes(s.id)).map((s) => s.name)
  return (
    <p className="flex flex-wrap items-center gap-x-2">
      This ladder still follows “{names.join('” and “')}”, which this student has left.
      <RemedyButton state={state} label="Build it anew" />
    </p>
  )
}

function RungStep({ state }: Omit<Props, 'setting'>) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const { ladder } = state
  const rung = ladder?.rungs[ladder.at]
  if (!ladder || !rung) return null
  const today = sum(ladder.tries.filter((t) => t.lesson === lesson.id))
  const advice = adviseRung(rung.pass, today)
  return (
    <div role="group" aria-label={`Rung: ${rung.name}`}>
      <p>
        {(rung.notes ?? rung.own) && (
          <Link
            to={`/students/${view.id}/faults/${state.id}/ladder`}
            className="underline underline-offset-4"
          >
            notes
          </Link>
        )}{' '}
        <span className="font-medium">{rung.name}.</span> {rung.instruction}{' '}
        <span className="text-kiln">
          Taught: {WAY_WORDS[rung.way]}. Passed with {sayPass(rung.pass)}.
        </span>
      </p>
      <OldSchool state={state} ladder={ladder} />
      <div className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-2">
        {(rung.notes ?? rung.own) && <PlayIn state={state} rung={rung} />}
        <Tally
          keptAs={`rung-${lesson.id}-${state.id}-${rung.id}`}
          asked={triesAsked(rung.pass)}
          keep="Keep"
          onKeep={(clean, tries) =>
            act(
              [
                {
                  kind: 'rung-tried',
                  lesson: lesson.id,
                  case: state.id,
                  rung: rung.id,
                  clean,
                  tries,
                },
              ],
              `${rung.name}: ${clean} clean of ${tries}`,
            )
          }
        />
      </div>
      {today.tries > 0 && (
        <RungDecision state={state} ladder={ladder} today={today} advice={advice} />
      )}
    </div>
  )
}

/** The rung and all that goes with it: folded until the fault has been looked at today, or opened by hand. */
function RungFold({ state, setting, rule }: Props & { readonly rule: MendedRule }) {
  const lesson = useLesson()
  const { ladder } = state
  const rung = ladder?.rungs[ladder.at]
  const [kept, keep] = useKept(`rung-fold-${lesson.id}-${state.id}`)
  const looked = state.looks.some((l) => l.lesson === lesson.id)
  const due = looked || ladder?.startedOn === lesson.date || state.cue === null
  const open = kept === '' ? due : kept === 'open'
  return (
    <Fold
      open={open}
      onOpenChange={(now) => keep(now ? 'open' : 'shut')}
      head={
        ladder && rung ? (
          <span>
            Rung {ladder.at + 1} of {ladder.rungs.length}
            <span className="text-kiln">: {rung.name}; cue, slips, mended?</span>
          </span>
        ) : (
          <span>
            Cue and slips<span className="text-kiln">; no ladder yet</span>
          </span>
        )
      }
    >
      <div className="space-y-2.5 pb-1">
        <RungStep state={state} />
        <CueLine state={state} />
        <InTheirWords state={state} />
        <SlipCounter state={state} setting={setting} />
        <div className="flex flex-wrap items-center gap-2">
          {!rule.holds && <CallMended state={state} rule={rule} />}
          <RestButton state={state} label="Let it rest" />
        </div>
      </div>
    </Fold>
  )
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
        <StrandMark strand={state.strand} title={STRAND_WORDS[state.strand]} />
        <h3 className="text-lg">
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
