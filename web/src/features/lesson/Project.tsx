/** One fault being mended, in the order of a lesson: cue, look, rung, decision. */
import { useView, useLesson } from '../../data/studentContext'
import type { Recall } from '@vein-mend/core/mending'
import { adviseRung, triesAsked } from '@vein-mend/core/remedy'
import type { RungAdvice, Tries } from '@vein-mend/core/remedy'
import { ruleFor } from '@vein-mend/core/record'
import type { CaseState, LadderState } from '@vein-mend/core/record'
import { Link } from 'react-router'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { StateWord } from '../../ui/StateWord'
import { StrandMark } from '../../ui/StrandMark'
import { Tally } from '../../ui/Tally'
import { shortDay } from '../../wording/dates'
import { ADVICE_WORDS, percent, sayPass, STRAND_WORDS } from '../../wording/words'
import { OtherStates } from '../../parts/OtherStates'
import { CallMended } from './CallMended'
import { CueLine } from './CueLine'
import { projectPlace } from './deskPlaces'
import { InTheirWords } from './InTheirWords'
import { Look } from './Look'
import { RestButton } from './Choose'
import { RemedyButton } from './RemedyButton'
import type { Setting } from './setting'
import { SlipCounter } from './SlipCounter'

interface Props {
  readonly state: CaseState
  readonly setting: Setting
}

const RECALLS: readonly (readonly [Recall, string])[] = [
  ['alone', 'Alone'],
  ['hint', 'With a hint'],
  ['not', 'Not'],
]

function RecallStep({ state }: Omit<Props, 'setting'>) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  if (!state.cue || state.cue.since === lesson.id) return null
  const told = state.recalls.findLast((r) => r.lesson === lesson.id)
  if (told) {
    const words = RECALLS.find(([key]) => key === told.recall)?.[1].toLowerCase()
    return (
      <p>
        <span className="text-kiln">Cue recalled:</span> {words} (“{state.cue.words}”)
      </p>
    )
  }
  return (
    <div className="flex flex-wrap items-center gap-2">
      <span>Ask: what was the cue, and why?</span>
      {RECALLS.map(([recall, words]) => (
        <Button
          key={recall}
          small
          onClick={() =>
            act(
              [{ kind: 'cue-recalled', lesson: lesson.id, case: state.id, recall }],
              `Cue recalled: ${words.toLowerCase()}`,
            )
          }
        >
          {words}
        </Button>
      ))}
    </div>
  )
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
        <span className="text-kiln" title="95 % Wilson interval">
          (between {percent(advice.share.low)} and {percent(advice.share.high)})
        </span>
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
    <div>
      <p>
        <span className="text-kiln">
          Rung {ladder.at + 1} of {ladder.rungs.length}:
        </span>{' '}
        {(rung.notes ?? rung.own) && (
          <Link
            to={`/students/${view.id}/faults/${state.id}/ladder`}
            className="underline underline-offset-4"
          >
            notes
          </Link>
        )}{' '}
        <span className="font-medium">{rung.name}.</span> {rung.instruction}{' '}
        <span className="text-kiln">Passed with {sayPass(rung.pass)}.</span>
      </p>
      <div className="mt-1.5 flex flex-wrap items-center gap-x-4 gap-y-2">
        <Tally
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

export function Project({ state, setting }: Props) {
  const lesson = useLesson()
  const view = useView()
  const rule = ruleFor(view.record, state)
  const looks = state.looks.filter((l) => l.lesson === lesson.id)
  return (
    <article
      id={projectPlace(state.id)}
      className="border-line scroll-mt-4 space-y-2.5 border-b py-3"
      aria-label={state.name}
    >
      <div className="flex flex-wrap items-center gap-2.5">
        <StrandMark strand={state.strand} title={STRAND_WORDS[state.strand]} />
        <h3 className="text-lg">
          <Link
            to={`/students/${view.id}/faults/${state.id}`}
            className="underline-offset-4 hover:underline"
          >
            {state.name}
          </Link>
        </h3>
        <StateWord state={state.status.state} />
        <span className="text-kiln ml-auto text-sm tabular-nums">
          {percent(rule.belief)} sure it is mended
        </span>
      </div>
      {lesson.open && state.status.state !== 'open' && (
        <>
          {state.status.state === 'healing' && <RecallStep state={state} />}
          <Look state={state} setting={setting} done={looks} />
          <SlipCounter state={state} setting={setting} />
          {state.status.state === 'healing' && (
            <>
              <RungStep state={state} />
              <CueLine state={state} />
              <InTheirWords state={state} />
              <div className="flex flex-wrap items-center gap-2">
                <CallMended state={state} rule={rule} />
                <RestButton state={state} label="Let it rest" />
              </div>
            </>
          )}
        </>
      )}
      {lesson.open && (state.status.state === 'mended' || state.status.state === 'relapsed') && (
        <OtherStates state={state} />
      )}
      {state.status.state === 'mended' && state.status.nextRecheck !== null && (
        <p className="text-kiln">
          Mended on {shortDay(state.status.on)}. Look again on {shortDay(state.status.nextRecheck)}.
        </p>
      )}
    </article>
  )
}
