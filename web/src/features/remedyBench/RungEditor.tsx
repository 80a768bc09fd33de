/** One rung's words, dose and pass rule. */
import { CONDITIONS, parsePass, WAYS, writePass } from '@vein-mend/core/packs'
import type { LadderRung } from '@vein-mend/core/remedy'
import { useState } from 'react'
import { Num, Pick, Text } from '../../ui/Inputs'
import { CONDITION_WORDS, WAY_WORDS } from '../../wording/words'
import { pairs } from '../../wording/entryFields'

interface Props {
  readonly rung: LadderRung
  readonly onChange: (rung: LadderRung) => void
}

function PassField({ rung, onChange }: Props) {
  const [text, setText] = useState(() => writePass(rung.pass))
  const wrong = parsePass(text) === null
  return (
    <Text
      label="Passed with"
      help={
        wrong
          ? 'Write “4 of 5” or “3 in a row”; after a comma, if it is to be played in: “even within 8 %”, “tempo within 4 %”, “hands within 20 ms”, “chords within 30 ms”, “thumb within 5”, “crossing within 5 %”.'
          : '“4 of 5” or “3 in a row”; measured: “3 in a row, even within 8 %”'
      }
      value={text}
      onChange={(next) => {
        setText(next)
        const pass = parsePass(next)
        if (pass) onChange({ ...rung, pass })
      }}
    />
  )
}

export function RungEditor({ rung, onChange }: Props) {
  const dose = (fields: Partial<LadderRung['dose']>) =>
    onChange({ ...rung, dose: { ...rung.dose, ...fields } })
  return (
    <div className="space-y-3">
      <Text label="Name" value={rung.name} onChange={(name) => onChange({ ...rung, name })} />
      <Text
        label="What to do"
        lines={2}
        value={rung.instruction}
        onChange={(instruction) => onChange({ ...rung, instruction })}
      />
      <div className="grid gap-3 sm:grid-cols-2">
        <Pick
          label="Way of teaching"
          value={rung.way}
          options={pairs(WAYS, WAY_WORDS)}
          onChange={(way) => onChange({ ...rung, way })}
        />
        <Pick
          label="Setting"
          value={rung.condition}
          options={pairs(CONDITIONS, CONDITION_WORDS)}
          onChange={(condition) => onChange({ ...rung, condition })}
        />
      </div>
      <div className="grid gap-3 sm:grid-cols-3">
        <Num
          label="Times"
          value={rung.dose.times}
          min={1}
          max={60}
          onChange={(times) => dose({ times })}
        />
        <Num
          label="Minutes a day"
          value={rung.dose.minutes}
          min={0.5}
          max={30}
          step={0.5}
          onChange={(minutes) => dose({ minutes })}
        />
        <PassField key={rung.id} rung={rung} onChange={onChange} />
      </div>
    </div>
  )
}
