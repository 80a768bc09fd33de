/** Somebody has looked at what hurt: who by role, when, what may be done again and until when. */
import { parseDay } from '@vein-mend/core/kit'
import { BODY_PARTS } from '@vein-mend/core/packs'
import type { BodyPart } from '@vein-mend/core/packs'
import type { LookedBy, Stop } from '@vein-mend/core/record'
import { useState } from 'react'
import { useActs } from '../data/useActs'
import type { StudentView } from '../data/useStudent'
import { Button } from '../ui/Button'
import { CheckBox } from '../ui/CheckBox'
import { DateBox } from '../ui/DateBox'
import { Field } from '../ui/Field'
import { Pick } from '../ui/Inputs'
import { LOOKED_BY_WORDS } from '../wording/stops'
import { PART_WORDS } from '../wording/words'

/** The parts the stop was told of, with those that are allowed already. */
function partsOf({ parts, eased }: Stop): readonly BodyPart[] {
  return BODY_PARTS.filter((part) => parts.includes(part) || eased?.allowed.includes(part))
}

interface Props {
  readonly view: StudentView
  readonly stop: Stop
  readonly onDone: () => void
}

export function LookedAt({ view, stop, onDone }: Props) {
  const act = useActs(view.id)
  const [who, setWho] = useState<LookedBy | ''>(stop.eased?.who ?? '')
  const [on, setOn] = useState<string>(stop.eased?.on ?? view.today)
  const [allowed, setAllowed] = useState<readonly BodyPart[]>(stop.eased?.allowed ?? [])
  const [until, setUntil] = useState<string>(stop.eased?.until ?? '')
  const [lookedOn, lastDay] = [parseDay(on), parseDay(until)]
  const note = () => {
    if (who === '' || !lookedOn || (until !== '' && !lastDay)) return
    act(
      [
        {
          kind: 'stop-looked-at',
          ...{ date: view.today, stop: stop.act, who, allowed, until: lastDay },
          on: lookedOn,
        },
      ],
      allowed.length === 0 ? 'Looked at; all of it waits on' : 'Looked at; the rest waits on',
    )
    onDone()
  }
  return (
    <form
      aria-label="Somebody has looked at it"
      className="mt-1 w-full"
      onSubmit={(event) => {
        event.preventDefault()
        note()
      }}
    >
      <div className="flex flex-wrap items-end gap-3">
        <Pick label="Who looked" value={who} options={LOOKED_BY_WORDS} onChange={setWho} />
        <Field label="On">
          {(p) => (
            <DateBox
              {...p}
              required
              max={view.today}
              value={on}
              onChange={(e) => setOn(e.target.value)}
            />
          )}
        </Field>
        <Field label="Allowed until (empty: no end was said)">
          {(p) => (
            <DateBox {...p} min={on} value={until} onChange={(e) => setUntil(e.target.value)} />
          )}
        </Field>
      </div>
      <fieldset className="mt-2">
        <legend>What may be used again? What is not ticked waits on.</legend>
        <div className="flex flex-wrap gap-x-4">
          {partsOf(stop).map((part) => (
            <CheckBox
              key={part}
              checked={allowed.includes(part)}
              onChange={(is) =>
                setAllowed(is ? [...allowed, part] : allowed.filter((p) => p !== part))
              }
            >
              {PART_WORDS[part]}
            </CheckBox>
          ))}
        </div>
      </fieldset>
      <p className="text-kiln text-sm">
        Write down no diagnosis. This stands here alone: on no sheet, no letter, and in no file
        handed on unless there is a yes for it.
      </p>
      <div className="mt-2 flex gap-2">
        <Button type="submit" disabled={who === ''}>
          Keep what was said
        </Button>
        <Button onClick={onDone}>Leave it</Button>
      </div>
    </form>
  )
}
