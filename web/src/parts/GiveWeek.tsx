/** Gives the week home as it stands: what the sheet says is then what they see there. */
import type { IsoDate } from '@vein-mend/core/kit'
import { isGiven } from '@vein-mend/core/practice'
import { stoppedOf, weekGivenFor } from '@vein-mend/core/record'
import type { GivenBlock } from '@vein-mend/core/record'
import { useView } from '../data/studentContext'
import { useActs } from '../data/useActs'
import { Button } from '../ui/Button'

interface Props {
  readonly week: IsoDate
  readonly blocks: readonly GivenBlock[]
  /** It is given without being asked as soon as what was noted last has arrived. */
  readonly closing?: boolean
}

/** Whether that is what they see at home, or will once what was noted here has arrived. */
export function useIsGiven() {
  const { home } = useView().record
  return (week: IsoDate, blocks: readonly GivenBlock[]) => isGiven(weekGivenFor(home, week), blocks)
}

export function useGiveWeek() {
  const view = useView()
  const act = useActs(view.id)
  return (week: IsoDate, blocks: readonly GivenBlock[]) =>
    act([{ kind: 'week-given', week, blocks }], 'Week given')
}

export function GiveWeek({ week, blocks, closing = false }: Props) {
  const view = useView()
  const given = useIsGiven()(week, blocks)
  const give = useGiveWeek()
  const silent = stoppedOf(view.record, view.knowledge.playing) !== null
  const before = weekGivenFor(view.record.home, week) !== null
  const words = () => {
    if (silent) return 'Nothing is given while it hurts'
    if (closing) return 'Being given'
    if (given) return 'Given'
    return before ? 'Give this week instead' : 'Give this week'
  }
  return (
    <Button look="main" disabled={given || silent || closing} onClick={() => give(week, blocks)}>
      {words()}
    </Button>
  )
}
