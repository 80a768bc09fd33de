/** The rung that is practised now: how it goes, what was tried of it, and where to go from here. */
import { sayPass } from '@vein-mend/core/packs'
import { factsOf } from '@vein-mend/core/record'
import type { CaseState, LadderState } from '@vein-mend/core/record'
import { adviseRung, schoolsLeft, triesAsked } from '@vein-mend/core/remedy'
import type { RungAdvice, Tries } from '@vein-mend/core/remedy'
import { Link } from 'react-router'
import { useLesson, useView } from '../../data/studentContext'
import { useActs } from '../../data/useActs'
import { Button } from '../../ui/Button'
import { Why } from '../../ui/Why'
import { ADVICE_WORDS, percent, WAY_WORDS } from '../../wording/words'
import { skipPlace } from './deskPlaces'
import { PlayIn } from './PlayIn'
import { WithReason } from '../../parts/WithReason'
import { RemedyButton } from './RemedyButton'
import { Tally } from './Tally'

function sum(tries: readonly Tries[]): Tries {
  return {
    clean: tries.reduce((n, t) => n + t.clean, 0),
    tries: tries.reduce((n, t) => n + t.tries, 0),
  }
}

interface DecisionProps {
  readonly state: CaseState
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
function OldSchool({ state, ladder }: Pick<DecisionProps, 'state' | 'ladder'>) {
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

export function RungStep({ state }: { readonly state: CaseState }) {
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
          of={`rung ${rung.name}`}
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
        {ladder.tries.length === 0 && ladder.at < ladder.rungs.length - 1 && (
          <WithReason
            keptAs={`skip-${lesson.id}-${state.id}-${rung.id}`}
            id={skipPlace(state.id)}
            label="Skip this rung"
            ask="Why need it not be tried?"
            done="Skipped"
            onGive={(reason) =>
              act(
                [
                  {
                    ...{ kind: 'rung-decided', lesson: lesson.id, case: state.id, decision: 'up' },
                    reason,
                  },
                ],
                `${state.name}: “${rung.name}” skipped`,
              )
            }
          />
        )}
      </div>
      {today.tries > 0 && (
        <RungDecision state={state} ladder={ladder} today={today} advice={advice} />
      )}
    </div>
  )
}
