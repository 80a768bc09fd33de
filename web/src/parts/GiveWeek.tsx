/** Gives the week home as it stands: what the sheet says is then what they see there. */
import type { IsoDate } from '@vein-mend/core/kit'
import { stoppedOf, weekGivenFor } from '@vein-mend/core/record'
import type { GivenBlock } from '@vein-mend/core/record'
import { useView } from '../data/studentContext'
import { useActs } from '../data/useActs'
import { Button } from '../ui/Button'

interface Props {
  readonly week: IsoDate
  readonly blocks: readonly GivenBlock[]
  readonly given: boolean
}

export function useGiveWeek() {
  const view = useView()
  const act = useActs(view.id)
  return (week: IsoDate, blocks: readonly GivenBlock[]) =>
    act([{ kind: 'week-given', week, blocks }], 'Week given')
}

export function GiveWeek({ week, blocks, given }: Props) {
  const view = useView()
  const give = useGiveWeek()
  const silent = stoppedOf(view.record, view.knowledge.playing) !== null
  const before = weekGivenFor(view.record.home, week) !== null
  return (
    <Button look="main" disabled={given || silent} onClick={() => give(week, blocks)}>
      {silent
        ? 'Nothing is given while it hurts'
        : given
          ? 'Given'
          : before
            ? 'Give this week instead'
            : 'Give this week'}
    </Button>
  )
}
