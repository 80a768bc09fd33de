/** The studio: how it teaches where teachers differ, and how often its diagnoses came true. */
import { useQueryClient } from '@tanstack/react-query'
import type { StudioResponse } from '@vein-mend/contract'
import type { Schools } from '@vein-mend/core/packs'
import { toast } from 'sonner'
import { api } from '../../data/api'
import { useChange } from '../../data/useChange'
import { useShown } from '../../data/useShown'
import { forgetEverybody } from '../../data/forget'
import { Failed } from '../../data/Failed'
import { Button } from '../../ui/Button'
import { Loading, Section } from '../../ui/Page'
import { Radio, Radios } from '../../ui/Radios'
import { CalibrationReport } from './CalibrationReport'
import { Holidays } from './Holidays'
import { Mending } from './Mending'
import { Tuning } from './Tuning'

type Topic = StudioResponse['topics'][number]

interface Choosing {
  readonly schools: Schools
  /** What is said once it is kept; null for a choice taken back. */
  readonly said: string | null
}

/** The choice is shown at once; if it cannot be kept, the old one comes back with the reason. */
function useChoosing(kept: Schools) {
  const client = useQueryClient()
  const { run, asked } = useChange({
    change: ({ schools }: Choosing) => api.chooseSchools(schools),
    touches: [['pack']],
    toasted: true,
    done: (studio, { said }) => {
      client.setQueryData(['studio'], studio)
      if (said === null) return
      toast(said, {
        action: { label: 'Undo', onClick: () => run({ schools: kept, said: null }) },
      })
    },
  })
  const now = asked?.schools ?? kept
  const choose = (topic: string, school: string, name: string) =>
    run({ schools: { ...now, [topic]: school }, said: `${name}: for the whole studio` })
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
      <Radios
        label={topic.topic}
        value={now ?? null}
        onChange={(id) => {
          const school = topic.schools.find((s) => s.id === id)
          if (school) onChoose(school.id, school.name)
        }}
        className="clear-both grid gap-2 lg:grid-cols-2"
      >
        {topic.schools.map((s) => (
          <Radio
            key={s.id}
            value={s.id}
            className={`rounded-md border p-3 ${s.id === now ? 'border-ink bg-glaze' : 'border-line'}`}
          >
            <span className="font-medium">{s.name}</span>
            <span className="text-kiln block text-sm">{s.reason}</span>
            <span className="block text-sm">{s.advice}</span>
          </Radio>
        ))}
      </Radios>
    </fieldset>
  )
}

/** Every instrument, when there are too many to name. */
const NAMED_MOST = 6

function sayInstruments(names: readonly string[]): string {
  return names.length > NAMED_MOST ? 'every instrument' : names.join(', ').toLowerCase()
}

export function Studio() {
  const { data, error } = useShown({ queryKey: ['studio'], queryFn: api.studio })
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
      <Tuning key={data.a4} a4={data.a4} />
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
            onChoose={(school, name) => choose(topic.topic, school, name)}
          />
        ))}
      </Section>
      <Section
        title="On this machine"
        aside="what this browser shows of students while the server is away"
      >
        <Button
          onClick={() => {
            forgetEverybody()
            toast('Forgotten here. Notes that wait to be sent are still there.')
          }}
        >
          Forget what was seen
        </Button>
      </Section>
    </div>
  )
}
