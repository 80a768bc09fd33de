/** What the teacher wants of the weeks besides minutes: the balance of the hands, the group, what goes first. */
import { useView } from '../../data/studentContext'
import { activeProjects, HAND_BALANCES } from '@vein-mend/core/record'
import { weakerHand } from '@vein-mend/core/standing'
import type { CaseId } from '@vein-mend/core/kit'
import type { HandBalance, WeekWishes } from '@vein-mend/core/record'
import { useActs } from '../../data/useActs'
import { useKept } from '../../data/useKept'
import { Button } from '../../ui/Button'
import { Field } from '../../ui/Field'
import { Pick } from '../../ui/Inputs'
import { shortDay } from '../../wording/dates'
import { sayMeasure } from '../../wording/measureWords'
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

const TWICE: Readonly<Record<'left' | 'right', HandBalance>> = { left: 2, right: 0.5 }

/** The same share, of the right hand over the left. */
function turnedRound({ value, low, high }: Bounds): Bounds {
  const turn = (share: number) => 1 / (1 + share) - 1
  return { value: turn(value), low: turn(high), high: turn(low) }
}

/** What the last take says of the hands, and the balance that follows from it in one move. */
function HandsMeasured({ hands, onChoose }: Balance) {
  const found = weakerHand(useView().record)
  if (!found) return null
  const { hand, measure, take } = found
  const said = `Played in ${shortDay(take.date)}:`
  if (hand === null) {
    return (
      <p className="text-kiln mt-1 text-sm sm:col-span-3">
        {said} neither hand is surely the more uneven.
      </p>
    )
  }
  const { value, low, high } = hand === 'left' ? measure : turnedRound(measure)
  return (
    <p className="text-kiln mt-1 text-sm sm:col-span-3">
      {said} the {hand} hand is more uneven than the other by{' '}
      {sayMeasure({ value, low, high, unit: measure.unit })}.{' '}
      {hands === TWICE[hand] ? (
        'It has its exercise twice.'
      ) : (
        <Button small onClick={() => onChoose(TWICE[hand])}>
          {hand === 'left' ? 'Left' : 'Right'} twice
        </Button>
      )}
    </p>
  )
}

interface Bounds {
  readonly value: number
  readonly low: number
  readonly high: number
}

interface Balance {
  readonly hands: HandBalance
  readonly onChoose: (hands: HandBalance) => void
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
      {handsDiffer && <HandsMeasured hands={wishes.hands} onChoose={(hands) => wish({ hands })} />}
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
