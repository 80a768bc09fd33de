/** The link for home: made, shown once, taken back. */
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query'
import type { StudentId } from '@vein-mend/core/record'
import { useState } from 'react'
import { api } from '../../data/api'
import { Button } from '../../ui/Button'
import { Section } from '../../ui/Page'
import { shortDay } from '../../wording/dates'
import { plural } from '../../wording/words'

export function HomeLinks({ student }: { student: StudentId }) {
  const client = useQueryClient()
  const [made, setMade] = useState<{ token: string; expires: string } | null>(null)
  const { data } = useQuery({
    queryKey: ['home-links', student],
    queryFn: () => api.homeLinks(student),
  })
  const settle = () => client.invalidateQueries({ queryKey: ['home-links', student] })
  const make = useMutation({
    mutationFn: () => api.makeHomeLink(student),
    onSuccess: (link) => {
      setMade(link)
      void settle()
    },
  })
  const revoke = useMutation({
    mutationFn: () => api.revokeHomeLinks(student),
    onSuccess: () => {
      setMade(null)
      void settle()
    },
  })
  const valid = data?.links.filter((l) => l.revoked === null) ?? []
  const address = made && `${window.location.origin}/home/${made.token}`
  return (
    <Section title="Home page" aside="shows the sheet and nothing else of the record">
      {address !== null && (
        <p className="mb-2">
          <label>
            <span className="text-kiln">Give this link to the family; it is shown only now:</span>
            <input
              readOnly
              value={address}
              onFocus={(event) => event.target.select()}
              className="border-line bg-glaze mt-1 block min-h-11 w-full rounded border px-3"
            />
          </label>
        </p>
      )}
      <div className="flex flex-wrap items-center gap-3">
        <Button onClick={() => make.mutate()}>Make a link</Button>
        {valid.length > 0 && (
          <>
            <span>
              {plural(valid.length, 'link works', 'links work')}, the newest until{' '}
              {shortDay(valid[0]?.expires ?? valid[0]?.made ?? ('' as never))}
            </span>
            <Button look="bare" onClick={() => revoke.mutate()}>
              Take {valid.length === 1 ? 'it' : 'all'} back
            </Button>
          </>
        )}
      </div>
    </Section>
  )
}
