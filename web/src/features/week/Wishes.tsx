/** What the teacher wants of the weeks besides minutes: the balance of the hands, the group, what goes first. */
import { useView } from '../../data/studentContext'
import { activeProjects, HAND_BALANCES } from '@vein-mend/core/record'
import type { CaseId, HandBalance, WeekWishes } from '@vein-mend/core/record'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Field } from '../../ui/Field'
import { Pick } from '../../ui/Inputs'
import { WEEKDAY_WORDS } from '../../wording/words'

const BALANCE_WORDS: Record<`${HandBalance}`, string> = {
  'as-it-comes': 'as it comes',
  '0.5': 'right twice, left once',
  '1': 'once and once',
  '2': 'left twice, right once',
}
const NONE = 'none'

/** Kept while it is typed, on record when the field is left. */
function GroupPieces() {
  const view = useView()
  const act = useActs(view.id)
  const { wishes } = view.record.home
  const [typed, keep] = useKept(`group-pieces-${view.id}`)
  const said = (pieces: string) => {
    if (pieces !== wishes.pieces) {
      act([{ kind: 'week-wished', ...wishes, pieces }], 'Pieces of the group changed')
    }
    keep('')
  }
  return (
    <Field label="The group plays next" help={view.knowledge.inGroup}>
      {(p) => (
        <input
          {...p}
          maxLength={200}
          autoComplete="off"
          defaultValue={typed === '' ? wishes.pieces : typed}
          onChange={(e) => keep(e.target.value)}
          onBlur={(e) => said(e.target.value.trim())}
        />
      )}
    </Field>
  )
}

export function Wishes() {
  const view = useView()
  const act = useActs(view.id)
  const { wishes } = view.record.home
  const projects = activeProjects(view.record)
  // A horn player has no balance of hands to keep.
  const handsDiffer = view.record.cases.some((c) =>
    c.ladder?.rungs.some(({ dose }) => dose.hands === 'left' || dose.hands === 'right'),
  )
  const wish = (more: Partial<WeekWishes>) =>
    act([{ kind: 'week-wished', ...wishes, ...more }], 'Wishes for the week changed')
  return (
    <div className="mt-4 grid gap-x-6 gap-y-3 sm:grid-cols-3">
      {handsDiffer && (
        <Pick
          label="Hands, once all is learned"
          value={`${wishes.hands}`}
          options={HAND_BALANCES.map((b) => [`${b}`, BALANCE_WORDS[`${b}`]] as const)}
          onChange={(chosen) => {
            const hands = HAND_BALANCES.find((b) => `${b}` === chosen)
            if (hands !== undefined) wish({ hands })
          }}
        />
      )}
      <Pick
        label="Group lesson"
        value={wishes.group === null ? NONE : String(wishes.group)}
        options={[
          [NONE, 'none'] as const,
          ...WEEKDAY_WORDS.map((day, i) => [String(i), day] as const),
        ]}
        onChange={(day) => wish({ group: day === NONE ? null : Number(day) })}
      />
      {wishes.group !== null && <GroupPieces key={wishes.pieces} />}
      {projects.length > 1 && (
        <Pick
          label="Goes first"
          value={wishes.first ?? NONE}
          options={[
            [NONE, 'neither'] as const,
            ...projects.map((c) => [c.id as string, c.name] as const),
          ]}
          onChange={(id) => wish({ first: id === NONE ? null : (id as CaseId) })}
        />
      )}
    </div>
  )
}
