/** What stops, said first on the page at home: every place it is in, and the way back for a finger that slipped. */
import type { HomeResponse, HomeStop } from '@vein-mend/contract'
import type { BodyPart } from '@vein-mend/core/packs'
import { Button } from '../../ui/Button'
import { WHERE_WORDS } from '../../wording/stops'
import type { useHome } from './useHome'

interface Props {
  readonly page: HomeResponse
  readonly home: ReturnType<typeof useHome>
}

/** One thing that was told, with all that was told of it. */
interface Told extends Pick<HomeStop, 'item' | 'name' | 'today'> {
  readonly places: readonly BodyPart[]
}

/** What was told of one item today is one word, however many places it names. */
function toldOf(stops: readonly HomeStop[]): readonly Told[] {
  const told = new Map<string, Told>()
  for (const [i, { item, name, today, parts, placed }] of stops.entries()) {
    const key = today && item !== null ? item : String(i)
    const before = told.get(key)?.places ?? []
    told.set(key, { item, name, today, places: placed ? [...before, ...parts] : before })
  }
  return [...told.values()]
}

function Places({
  told: { item, name, places },
  page,
  home,
}: Props & { readonly told: Told & { readonly item: string } }) {
  const about = { date: page.today, item } as const
  const press = (part: BodyPart) => {
    if (!places.includes(part)) home.add({ kind: 'hurt-at-home', ...about, name, parts: [part] })
    // The last place is not taken back by itself: it would no longer be known where it hurts.
    else if (places.length > 1) home.add({ kind: 'hurt-taken-back', ...about, part })
  }
  return (
    <>
      <p className="mt-2">Where was it? Press every place.</p>
      <div className="mt-1 flex flex-wrap gap-2">
        {page.playing.map((part) => (
          <Button
            key={part}
            aria-pressed={places.includes(part)}
            look={places.includes(part) ? 'main' : 'plain'}
            onClick={() => press(part)}
          >
            {WHERE_WORDS[part]}
          </Button>
        ))}
      </div>
      <Button
        look="bare"
        className="mt-2"
        onClick={() => home.add({ kind: 'hurt-taken-back', ...about })}
      >
        A slip of the finger: it did not hurt
      </Button>
    </>
  )
}

export function Stopped({ page, home }: Props) {
  return toldOf(page.stops).map((told) => (
    <div key={`${told.item ?? ''}${told.name}`} className="bg-dangerwash mt-3 rounded-md px-4 py-3">
      <p className="text-lg font-medium">
        {told.item === null ? told.name : `Stopped: ${told.name}`}
      </p>
      <p>
        {page.child
          ? 'Well said. Do not play until your teacher has looked. Tell a grown-up too.'
          : 'Your teacher sees this first. Rest until then; if it stays, see a doctor.'}
      </p>
      {told.today && told.item !== null && (
        <Places told={{ ...told, item: told.item }} page={page} home={home} />
      )}
    </div>
  ))
}
