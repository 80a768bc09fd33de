/** What stops, said first on the page at home: where it is, and the way back for a finger that slipped. */
import type { HomeResponse } from '@vein-mend/contract'
import { Button } from '../../ui/Button'
import { WHERE_WORDS } from '../../wording/stops'
import type { useHome } from './useHome'

interface Props {
  readonly page: HomeResponse
  readonly home: ReturnType<typeof useHome>
}

export function Stopped({ page, home }: Props) {
  return page.stops.map(({ item, name, parts, today }) => (
    <div key={`${item ?? ''}${name}`} className="bg-dangerwash mt-3 rounded-md px-4 py-3">
      <p className="text-lg font-medium">{item === null ? name : `Stopped: ${name}`}</p>
      <p>
        {page.child
          ? 'Well said. Do not play until your teacher has looked. Tell a grown-up too.'
          : 'Your teacher sees this first. Rest until then; if it stays, see a doctor.'}
      </p>
      {today && item !== null && (
        <>
          <p className="mt-2">Where was it?</p>
          <div className="mt-1 flex flex-wrap gap-2">
            {page.playing.map((part) => (
              <Button
                key={part}
                small
                aria-pressed={parts.length === 1 && parts[0] === part}
                look={parts.length === 1 && parts[0] === part ? 'main' : 'plain'}
                onClick={() =>
                  home.add({ kind: 'hurt-at-home', date: page.today, item, name, part })
                }
              >
                {WHERE_WORDS[part]}
              </Button>
            ))}
          </div>
          <Button
            small
            look="bare"
            className="mt-2"
            onClick={() => home.add({ kind: 'hurt-taken-back', date: page.today, item })}
          >
            A slip of the finger: it did not hurt
          </Button>
        </>
      )}
    </div>
  ))
}
