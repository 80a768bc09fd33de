/** Settling on a fault: reason if it is not the first, then remedy and cue, all in one place. */
import { useView, useLesson } from '../data/studentContext'
import type { Rival } from '@vein-mend/core/diagnosis'
import type { Fault } from '@vein-mend/core/packs'
import { activeProjects } from '@vein-mend/core/record'
import type { ActRequest, CaseState } from '@vein-mend/core/record'
import { useState } from 'react'
import { freshCase } from '../data/freshId'
import { useActs } from '../data/useActs'
import { useKept } from '../data/useKept'
import { Button } from '../ui/Button'
import { Field } from '../ui/Field'
import { Radio, Radios } from '../ui/Radios'
import { SidePanel } from '../ui/SidePanel'
import { percent } from '../wording/words'
import { firstRemedy, hasRoom, RemedyChoice } from './RemedyChoice'
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
  const running = activeProjects(view.record)
  const full = !hasRoom(view)
  // Which of those that run gives way; null where it is only noted.
  const [rests, setRests] = useState<CaseState | null>(null)
  const starts = !full || rests !== null
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
    if (withRemedy && starts && remedy !== null) {
      const reason = `makes room: ${fault.name}`
      if (rests) acts.push({ kind: 'case-rested', lesson: lesson.id, case: rests.id, reason })
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
    running: full ? running : [],
    rests,
    setRests,
    reason,
    setReason,
    remedy: starts ? remedy : null,
    setRemedy,
    cue,
    setCue,
    weeks,
    setWeeks,
    settle,
    missing: asked && missing,
  }
}

/** Two are running already: it is only noted, or one of them gives way. */
function Room({ running, rests, onRests }: RoomProps) {
  if (running.length === 0) return null
  return (
    <Radios
      label="Two are being mended already"
      value={rests?.id ?? NOTE_ONLY}
      onChange={(id) => onRests(running.find((c) => c.id === id) ?? null)}
    >
      <h3 className="mb-1 font-sans font-medium">Two are being mended already</h3>
      <Radio value={NOTE_ONLY}>Only note it; it is mended when one of them is done</Radio>
      {running.map((c) => (
        <Radio key={c.id} value={c.id}>
          Let “{c.name}” rest and begin with this
        </Radio>
      ))}
    </Radios>
  )
}

const NOTE_ONLY = 'note'

interface RoomProps {
  /** Empty where there is room. */
  readonly running: readonly CaseState[]
  readonly rests: CaseState | null
  readonly onRests: (state: CaseState | null) => void
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
            <Room running={s.running} rests={s.rests} onRests={s.setRests} />
            {(s.running.length === 0 || s.rests) && (
              <>
                <RemedyChoice makesRoom fault={fault} value={s.remedy} onChange={s.setRemedy} />
                <WeeksChoice weeks={s.weeks} onChange={s.setWeeks} />
              </>
            )}
            <CueField fault={fault} cue={s.cue} onCue={s.setCue} autoFocus={first} />
            <div className="flex flex-wrap gap-3">
              {s.remedy === null ? (
                <Button look="main" type="submit">
                  Only note it
                </Button>
              ) : (
                <>
                  <Button look="main" type="submit">
                    {s.rests
                      ? `Rest “${s.rests.name}” and start the ladder`
                      : 'Decide and start the ladder'}
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
