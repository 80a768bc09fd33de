/** The link for home: made, shown once, taken back. */
import { useQuery } from '@tanstack/react-query'
import type { HomeLinkMade } from '@vein-mend/contract'
import type { StudentId } from '@vein-mend/core/kit'
import { useState } from 'react'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { Button } from '../../ui/Button'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { plural } from '../../wording/words'

/** The link as it is given away: at every address a phone in the house can open, or what is missing for that. */
function MadeLink({ link }: { link: HomeLinkMade }) {
  const addresses = link.addresses.map((at) => `${at}/home/${link.token}`)
  const here = `${window.location.origin}/home/${link.token}`
  return (
    <div className="mb-2">
      <p className="text-kiln">
        {addresses.length > 0
          ? 'Give this link to the family; it is shown only now. It opens on a phone in the same network:'
          : 'This link opens on this machine only; it is shown only now. For phones in the house, start the studio with VEIN_MEND_HOME_PORT=4280 ./mend start and make a new one.'}
      </p>
      {(addresses.length > 0 ? addresses : [here]).map((address) => (
        <input
          key={address}
          readOnly
          aria-label="Link for home"
          value={address}
          onFocus={(event) => event.target.select()}
          className="border-line bg-glaze mt-1 block min-h-11 w-full rounded border px-3"
        />
      ))}
    </div>
  )
}

export function HomeLinks({ student }: { student: StudentId }) {
  const [made, setMade] = useState<HomeLinkMade | null>(null)
  const { data } = useQuery({
    queryKey: ['home-links', student],
    queryFn: () => api.homeLinks(student),
  })
  const touches = [['home-links', student]]
  const make = useChange({ change: () => api.makeHomeLink(student), touches, done: setMade })
  const revoke = useChange({
    change: () => api.revokeHomeLinks(student),
    touches,
    done: () => setMade(null),
  })
  const trouble = make.trouble ?? revoke.trouble
  const valid = data?.links.filter((l) => l.revoked === null) ?? []
  const [newest] = valid
  return (
    <Section title="Home page" aside="shows the sheet and nothing else of the record">
      {made && <MadeLink link={made} />}
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={() => make.run(undefined)}>Make a link</Button>
        {newest && (
          <>
            <span>
              {plural(valid.length, 'link works', 'links work')}, the newest until{' '}
              {shortDay(newest.expires)}
            </span>
            <Button look="bare" onClick={() => revoke.run(undefined)}>
              Take {valid.length === 1 ? 'it' : 'all'} back
            </Button>
          </>
        )}
      </div>
      {trouble && (
        <p role="alert" className="text-danger mt-1">
          {trouble.words}
        </p>
      )}
    </Section>
  )
}
