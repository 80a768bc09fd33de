/** How the mending model's figures stand against this studio's own faults, and which of them hold. */
import { useQuery } from '@tanstack/react-query'
import type { MendingChoice, StudioMendingResponse } from '@vein-mend/contract'
import type { GuessKind, MendingParameters } from '@vein-mend/core/mending'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { Button } from '../../ui/Button'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { percent, plural } from '../../wording/words'

const GUESS_WORDS: Record<GuessKind, string> = {
  awayPrompted: 'Stays away in one try while it is there: exercise, prompted',
  awayUnprompted: 'the same: exercise, unprompted',
  musicPrompted: 'the same: in music, prompted',
  musicUnprompted: 'the same: in music, unprompted',
}

interface Row {
  readonly words: string
  readonly of: (p: MendingParameters) => number
  readonly seen: (m: StudioMendingResponse) => string
}

const GUESS_ROWS = (Object.keys(GUESS_WORDS) as GuessKind[]).map((kind): Row => ({
  words: GUESS_WORDS[kind],
  of: (p) => p.guess[kind],
  seen: (m) => plural(Math.round(m.tries[kind]), 'try', 'tries'),
}))

const ROWS: readonly Row[] = [
  {
    words: 'Mended by the next lesson, with all practice kept',
    of: (p) => p.learn,
    seen: (m) => plural(m.faults, 'fault'),
  },
  {
    words: 'Still shows in one try once mended',
    of: (p) => p.slip,
    seen: (m) => plural(m.faults, 'fault'),
  },
  ...GUESS_ROWS,
]

type Use = MendingChoice['use']

function useMendingChoice() {
  const touches = [['studio-mending'], ['pack'], ['student']]
  const change = (use: Use) => api.chooseMending({ use })
  const { run: back } = useChange({ change, touches, toasted: true })
  const { run } = useChange({
    change,
    touches,
    toasted: true,
    done: (_, use) => {
      const before: Use = use === 'studio' ? 'packs' : 'studio'
      toast(use === 'studio' ? 'From the next lesson on' : 'The packs’ figures again', {
        action: { label: 'Undo', onClick: () => back(before) },
      })
    },
  })
  return run
}

export function Mending() {
  const { data } = useQuery({ queryKey: ['studio-mending'], queryFn: api.mending })
  const choose = useMendingChoice()
  if (!data) return null
  const { inUse } = data
  return (
    <Section
      title="How faults mend here"
      aside={
        inUse ? `the studio’s figures hold since ${shortDay(inUse.on)}` : 'the packs’ figures hold'
      }
    >
      <table className="w-full tabular-nums">
        <thead className="text-kiln text-left text-sm">
          <tr>
            <th className="font-medium">Chance</th>
            <th className="font-medium">Packs</th>
            <th className="font-medium">This studio</th>
            <th className="font-medium">From</th>
          </tr>
        </thead>
        <tbody>
          {ROWS.map((row) => (
            <tr key={row.words} className="border-line border-b">
              <th scope="row" className="py-1 pr-4 text-left font-normal">
                {row.words}
              </th>
              <td className="pr-4">{percent(row.of(data.usual))}</td>
              <td className="pr-4">{percent(row.of(data.learned))}</td>
              <td className="text-kiln">{row.seen(data)}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="text-kiln mt-1 text-sm">
        Learned cautiously: sixty tries of one kind move a figure half of the way. Forgetting stays
        as the packs have it. Lessons already held keep the figures they were held with.
      </p>
      <div className="mt-2 flex gap-2">
        <Button disabled={data.faults === 0} onClick={() => choose('studio')}>
          Go by this studio
        </Button>
        <Button disabled={inUse === null} onClick={() => choose('packs')}>
          Go by the packs
        </Button>
      </div>
    </Section>
  )
}
