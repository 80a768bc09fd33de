/** The rung and all that goes with it, in one fold. */
import type { MendedRule } from '@vein-mend/core/mending'
import type { CaseState } from '@vein-mend/core/record'
import { useLesson } from '../../data/studentContext'
import { useKept } from '../../data/useKept'
import { Fold } from '../../ui/Fold'
import { CallMended } from './CallMended'
import { RestButton } from './Choose'
import { rungPlace } from './deskPlaces'
import { CueLine } from './CueLine'
import { InTheirWords } from './InTheirWords'
import { RungStep } from './RungStep'
import type { Setting } from './setting'
import { SlipCounter } from './SlipCounter'

interface Props {
  readonly state: CaseState
  readonly setting: Setting
  readonly rule: MendedRule
}

/** Folded until the fault has been looked at today, or opened by hand. */
export function RungFold({ state, setting, rule }: Props) {
  const lesson = useLesson()
  const { ladder } = state
  const rung = ladder?.rungs[ladder.at]
  const [kept, keep] = useKept(`rung-fold-${lesson.id}-${state.id}`)
  const looked = state.looks.some((l) => l.lesson === lesson.id)
  const due = looked || ladder?.startedOn === lesson.date || state.cue === null
  const open = kept === '' ? due : kept === 'open'
  return (
    <Fold
      id={rungPlace(state.id)}
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
