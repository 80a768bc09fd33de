/** The studio: how it teaches where teachers differ, and how often its diagnoses came true. */
import { useQuery, useQueryClient } from '@tanstack/react-query'
import type { StudioResponse } from '@vein-mend/contract'
import type { Schools } from '@vein-mend/core/packs'
import { useState } from 'react'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { Failed } from '../../data/Failed'
import { Loading, Section } from '../../ui/Page'
import { CalibrationReport } from './CalibrationReport'
import { Holidays } from './Holidays'
import { Mending } from './Mending'

type Topic = StudioResponse['topics'][number]

/** The choice is shown at once; if it cannot be kept, the old one comes back. */
function useChoosing(kept: Schools) {
  const client = useQueryClient()
  const [chosen, setChosen] = useState<Schools | null>(null)
  const now = chosen ?? kept
  const keep = async (schools: Schools) => {
    setChosen(schools)
    try {
      client.setQueryData(['studio'], await api.chooseSchools(schools))
      await client.invalidateQueries({ queryKey: ['pack'] })
      return true
    } catch {
      setChosen(null)
      toast.error('The server does not answer. Nothing was changed.')
      return false
    }
  }
  const choose = async (topic: string, school: string, name: string) => {
    const before = now
    if (await keep({ ...now, [topic]: school })) {
      toast(`${name}: for the whole studio`, {
        action: { label: 'Undo', onClick: () => void keep(before) },
      })
    }
  }
  return { now, choose }
}

function TopicChoice({
  topic,
  chosen,
  onChoose,
}: {
  topic: Topic
  chosen: string | undefined
  onChoose: (school: string, name: string) => void
}) {
  const usual = topic.schools.find((s) => s.usual) ?? topic.schools[0]
  const now = chosen ?? usual?.id
  return (
    <fieldset className="border-line border-b py-3">
      <legend className="float-left mb-1 w-full">
        <span className="inline-block font-serif text-base font-semibold first-letter:uppercase">
          {topic.topic}
        </span>{' '}
        <span className="text-kiln text-sm">{sayInstruments(topic.instruments)}</span>
      </legend>
      <div className="clear-both grid gap-2 lg:grid-cols-2">
        {topic.schools.map((s) => (
          <label
            key={s.id}
            className={`flex min-h-11 cursor-pointer gap-3 rounded-md border p-3 ${s.id === now ? 'border-ink bg-glaze' : 'border-line'}`}
          >
            <input
              type="radio"
              name={topic.topic}
              value={s.id}
              checked={s.id === now}
              onChange={() => onChoose(s.id, s.name)}
              className="mt-0.5 size-5 shrink-0 accent-(--ink)"
            />
            <span>
              <span className="font-medium">{s.name}</span>
              <span className="text-kiln block text-sm">{s.reason}</span>
              <span className="block text-sm">{s.advice}</span>
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  )
}

/** Every instrument, when there are too many to name. */
const NAMED_MOST = 6

function sayInstruments(names: readonly string[]): string {
  return names.length > NAMED_MOST ? 'every instrument' : names.join(', ').toLowerCase()
}

export function Studio() {
  const { data, error } = useQuery({ queryKey: ['studio'], queryFn: api.studio })
  const { now, choose } = useChoosing(data?.schools ?? {})
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the studio" />
  return (
    <div className="mx-auto max-w-5xl">
      <h1 className="mt-6 text-3xl">Studio</h1>
      <Section title="How often the diagnosis came true">
        <CalibrationReport studio={data} />
      </Section>
      <Mending />
      <Holidays today={data.today} />
      <Section
        title="Where teachers differ"
        aside="the studio’s usual way; a student may differ, on their own card"
      >
        {data.topics.map((topic) => (
          <TopicChoice
            key={topic.topic}
            topic={topic}
            chosen={now[topic.topic]}
            onChoose={(school, name) => void choose(topic.topic, school, name)}
          />
        ))}
      </Section>
    </div>
  )
}
