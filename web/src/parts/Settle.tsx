/** Settling on a fault: reason if it is not the first, then remedy and cue, all in one place. */
import { useView, useLesson } from '../data/studentContext'
import type { Rival } from '@vein-mend/core/diagnosis'
import type { Fault } from '@vein-mend/core/packs'
import type { ActRequest } from '@vein-mend/core/record'
import { useState } from 'react'
import { freshCase } from '../data/freshId'
import { useActs } from '../data/useActs'
import { useKept } from '../data/useKept'
import { Button } from '../ui/Button'
import { Field } from '../ui/Field'
import { SidePanel } from '../ui/SidePanel'
import { percent } from '../wording/words'
import { firstRemedy, RemedyChoice } from './RemedyChoice'
import { USUAL_WEEKS, WeeksChoice } from './WeeksChoice'

interface Props {
  readonly rival: Rival
  /** The fault is ranked first, so no reason is asked. */
  readonly first: boolean
  readonly firstName: string
  readonly onDone: () => void
}

const REASON_LEAST = 3

/** What is chosen before the fault is settled, and the acts that settle it. */
function useSettling({ rival, first, onDone }: Props) {
  const lesson = useLesson()
  const view = useView()
  const act = useActs(view.id)
  const { fault } = rival
  const [reason, setReason] = useKept(`overrule-${lesson.id}-${fault.id}`)
  const [remedy, setRemedy] = useState(() => firstRemedy(view, fault))
  const [cue, setCue] = useKept(`cue-${lesson.id}-${fault.id}`)
  const [weeks, setWeeks] = useState(USUAL_WEEKS)
  const [asked, setAsked] = useState(false)
  const missing = !first && reason.trim().length < REASON_LEAST
  const settle = (withRemedy: boolean) => {
    setAsked(true)
    if (missing) return
    const id = freshCase()
    const acts: ActRequest[] = [
      {
        kind: 'fault-settled',
        lesson: lesson.id,
        case: id,
        fault: fault.id,
        ...(first ? {} : { overruled: reason.trim() }),
      },
    ]
    if (withRemedy && remedy !== null) {
      acts.push({ kind: 'remedy-started', lesson: lesson.id, case: id, remedy, weeks })
    }
    // What was agreed is kept, whether or not the ladder begins now.
    const words = cue.trim()
    if (words !== '') acts.push({ kind: 'cue-agreed', lesson: lesson.id, case: id, words })
    act(acts, `Decided on: ${fault.name}`)
    setCue('')
    setReason('')
    onDone()
  }
  return {
    reason,
    setReason,
    remedy,
    setRemedy,
    cue,
    setCue,
    weeks,
    setWeeks,
    settle,
    missing: asked && missing,
  }
}

interface CueProps {
  readonly fault: Fault
  readonly cue: string
  readonly onCue: (words: string) => void
  readonly autoFocus: boolean
}

function CueField({ fault, cue, onCue, autoFocus }: CueProps) {
  return (
    <>
      <Field label="Cue, in the student's words" help={cueHelp(fault.cues.map((c) => c.words))}>
        {(p) => (
          <input
            {...p}
            value={cue}
            onChange={(e) => onCue(e.target.value)}
            autoFocus={autoFocus}
            autoComplete="off"
          />
        )}
      </Field>
      <div className="flex flex-wrap gap-2">
        {fault.cues.map((c) => (
          <Button key={c.words} small onClick={() => onCue(c.words)} title={c.image}>
            {c.words}
          </Button>
        ))}
      </div>
    </>
  )
}

export function Settle(props: Props) {
  const { rival, first, firstName, onDone } = props
  const { fault } = rival
  const s = useSettling(props)
  return (
    <SidePanel
      open
      onOpenChange={(open) => {
        if (!open) onDone()
      }}
      title={fault.name}
      about={`${percent(rival.probability)} on what was noted. ${fault.why}`}
    >
      <form
        className="space-y-5"
        onSubmit={(event) => {
          event.preventDefault()
          s.settle(s.remedy !== null)
        }}
      >
        {!first && (
          <Field
            label="Why not the one ranked first?"
            help={`“${firstName}” is ranked first. A few words are kept with the record.`}
            trouble={s.missing ? 'Please say in a few words why.' : undefined}
          >
            {(p) => (
              <input
                {...p}
                value={s.reason}
                onChange={(e) => s.setReason(e.target.value)}
                autoFocus
              />
            )}
          </Field>
        )}
        {fault.cautions.length > 0 && (
          <p className="bg-dangerwash rounded p-3">{fault.cautions.join(' ')}</p>
        )}
        {fault.notThePlayer === true ? (
          <>
            <p>This is not the player: there is no ladder until the instrument has been seen to.</p>
            <Button look="main" onClick={() => s.settle(false)}>
              Decide: see to the instrument
            </Button>
          </>
        ) : (
          <>
            <RemedyChoice fault={fault} value={s.remedy} onChange={s.setRemedy} />
            <WeeksChoice weeks={s.weeks} onChange={s.setWeeks} />
            <CueField fault={fault} cue={s.cue} onCue={s.setCue} autoFocus={first} />
            <div className="flex flex-wrap gap-3">
              {s.remedy === null ? (
                <Button look="main" type="submit">
                  Only note it
                </Button>
              ) : (
                <>
                  <Button look="main" type="submit">
                    Decide and start the ladder
                  </Button>
                  <Button look="bare" onClick={() => s.settle(false)}>
                    Only note it
                  </Button>
                </>
              )}
            </div>
          </>
        )}
      </form>
    </SidePanel>
  )
}

function cueHelp(cues: readonly string[]): string {
  return cues.length > 0
    ? 'Ask the student. If nothing comes, one of these has worked for others.'
    : 'Ask the student for a word or a picture.'
}
