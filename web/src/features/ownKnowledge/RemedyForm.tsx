/** A remedy: its aim, what it loads, and its rungs from easiest to hardest. */
import { BODY_PARTS, CONDITIONS, WAYS } from '@vein-mend/core/packs'
import type { BodyPart, RemedyEntry, RungEntry } from '@vein-mend/core/packs'
import { CheckBox } from '../../ui/CheckBox'
import { Num, Pick, Text } from '../../ui/Inputs'
import { Rows } from '../../ui/Rows'
import { CONDITION_WORDS, PART_WORDS, WAY_WORDS } from '../../wording/words'
import { freshRung } from './drafts'
import type { RemedyDraft } from './drafts'
import { pairs } from '../../wording/entryFields'

interface Props {
  readonly draft: RemedyDraft
  readonly onChange: (draft: RemedyDraft) => void
}

export function RungFields({
  rung,
  place,
  onChange,
}: {
  rung: RungEntry
  place: number
  onChange: (rung: RungEntry) => void
}) {
  const put = (fields: Partial<RungEntry>) => onChange({ ...rung, ...fields })
  const dose = (fields: Partial<RungEntry['dose']>) => put({ dose: { ...rung.dose, ...fields } })
  return (
    <div className="bg-glaze border-line space-y-2 rounded-md border p-3">
      <Text label={`Rung ${place + 1}`} value={rung.name} onChange={(name) => put({ name })} />
      <Text label="What to do" value={rung.do} lines={2} onChange={(text) => put({ do: text })} />
      <div className="grid gap-3 sm:grid-cols-2">
        <Pick
          label="Way of teaching"
          value={rung.way}
          options={pairs(WAYS, WAY_WORDS)}
          onChange={(way) => put({ way })}
        />
        <Pick
          label="Setting"
          value={rung.at}
          options={pairs(CONDITIONS, CONDITION_WORDS)}
          onChange={(at) => put({ at })}
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
        <Text
          label="Passed with"
          help="“4 of 5” or “3 in a row”"
          value={rung.pass}
          onChange={(pass) => put({ pass })}
        />
      </div>
    </div>
  )
}

function Loads({
  loads,
  onChange,
}: {
  loads: readonly BodyPart[]
  onChange: (loads: readonly BodyPart[]) => void
}) {
  return (
    <fieldset className="flex flex-wrap gap-x-5">
      <legend className="mb-1 font-medium">Loads</legend>
      {BODY_PARTS.map((part) => (
        <CheckBox
          key={part}
          checked={loads.includes(part)}
          onChange={(on) => onChange(on ? [...loads, part] : loads.filter((p) => p !== part))}
        >
          {PART_WORDS[part]}
        </CheckBox>
      ))}
    </fieldset>
  )
}

export function RemedyForm({ draft, onChange }: Props) {
  const { entry } = draft
  const put = (fields: Partial<RemedyEntry>) =>
    onChange({ ...draft, entry: { ...entry, ...fields } })
  return (
    <>
      <Text label="Name" value={entry.name} autoFocus onChange={(name) => put({ name })} />
      <Text label="Aim" value={entry.aim} onChange={(aim) => put({ aim })} />
      <Loads loads={entry.loads ?? []} onChange={(loads) => put({ loads })} />
      <Rows
        legend="Rungs"
        help="Easiest first; at least one."
        rows={entry.rungs}
        fresh={freshRung}
        add="Another rung"
        ordered
        onChange={(rungs) => put({ rungs })}
      >
        {(rung, change, i) => <RungFields rung={rung} place={i} onChange={change} />}
      </Rows>
    </>
  )
}
