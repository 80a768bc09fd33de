/** A new student, and the card of one who is here: what limits, what helps and what works already. */
import { yupResolver } from '@hookform/resolvers/yup'
import { studentCardSchema } from '@vein-mend/contract'
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { ActId, StudentCard, StudentId } from '@vein-mend/core/record'
import { useState } from 'react'
import { FormProvider, useForm, useWatch } from 'react-hook-form'
import type { DefaultValues, Resolver } from 'react-hook-form'
import { useNavigate, useParams } from 'react-router'
import { ApiError, api } from '../../data/api'
import { freshId, useActs } from '../../data/useActs'
import { usePack, useStudent } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { Failed, Loading } from '../../ui/Page'
import { sayRefusal } from '../../wording/refusals'
import { Consents } from './Consents'
import { FromElsewhere } from './FromElsewhere'
import { Home } from './Home'
import { InstrumentFacts } from './InstrumentFacts'
import { ReadHandover } from './ReadHandover'
import { Who } from './Who'
import { Works } from './Works'

function readDraft(key: string, otherwise: StudentCard): StudentCard {
  try {
    return {
      ...otherwise,
      ...(JSON.parse(sessionStorage.getItem(key) ?? '{}') as Partial<StudentCard>),
    }
  } catch {
    return otherwise
  }
}

/** Schools left as in the studio are not kept with the student, so that they follow the studio. */
function cleaned(card: StudentCard): StudentCard {
  const said = (map: Readonly<Record<string, string>>) =>
    Object.fromEntries(Object.entries(map).filter(([, value]) => value !== ''))
  return { ...card, schools: said(card.schools), equipment: said(card.equipment) }
}

interface Props {
  readonly draftKey: string
  readonly card: StudentCard
  readonly fresh: boolean
  readonly onSave: (card: StudentCard) => Promise<void>
  readonly onLeave: () => void
}

function CardForm({ draftKey, card, fresh, onSave, onLeave }: Props) {
  const [trouble, setTrouble] = useState<string | null>(null)
  const form = useForm<StudentCard>({
    defaultValues: readDraft(draftKey, card) as DefaultValues<StudentCard>,
    // The schema checks exactly what the card is; the two libraries type readonly lists differently.
    resolver: yupResolver(studentCardSchema) as unknown as Resolver<StudentCard>,
  })
  const instrument = useWatch({ control: form.control, name: 'instrument' })
  const pack = usePack(instrument === '' ? undefined : instrument)
  const keepDraft = () => {
    sessionStorage.setItem(draftKey, JSON.stringify(form.getValues()))
  }
  const save = form.handleSubmit(
    async (values) => {
      try {
        await onSave(cleaned(values))
        sessionStorage.removeItem(draftKey)
      } catch (error) {
        keepDraft()
        setTrouble(
          error instanceof ApiError
            ? sayRefusal(error.refusal)
            : 'The server does not answer. What you typed is kept here.',
        )
      }
    },
    () => setTrouble('Something is missing or cannot be; it is marked above.'),
  )
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void save(event)}
        onChange={keepDraft}
        noValidate
        className="mx-auto max-w-4xl"
      >
        <h1 className="mt-6 text-3xl">{fresh ? 'A new student' : `The card of ${card.name}`}</h1>
        <p className="text-kiln">Only what changes a diagnosis or a prescription is asked.</p>
        {fresh && <ReadHandover />}
        <Who fresh={fresh} />
        {pack.data && <InstrumentFacts key={instrument} knowledge={pack.data.knowledge} />}
        <Works keepDraft={keepDraft} />
        <Home />
        <FromElsewhere keepDraft={keepDraft} />
        <Consents />
        {trouble !== null && (
          <p role="alert" className="bg-dangerwash text-danger mt-5 rounded p-3">
            {trouble}
          </p>
        )}
        <div className="mt-6 flex gap-3">
          <Button look="main" type="submit" disabled={form.formState.isSubmitting}>
            {fresh ? 'Add the student' : 'Keep the card'}
          </Button>
          <Button
            look="bare"
            onClick={() => {
              sessionStorage.removeItem(draftKey)
              onLeave()
            }}
          >
            Leave it
          </Button>
        </div>
      </form>
    </FormProvider>
  )
}

export function NewStudent() {
  const navigate = useNavigate()
  return (
    <CardForm
      draftKey="vein-mend-new-student"
      card={EMPTY_CARD}
      fresh
      onLeave={() => void navigate('/')}
      onSave={async (card) => {
        const id = freshId() as StudentId
        await api.record(id, [{ kind: 'student-added', card, id: freshId() as ActId }])
        await navigate(`/students/${id}`)
      }}
    />
  )
}

function KnownCard({ id, card }: { id: StudentId; card: StudentCard }) {
  const navigate = useNavigate()
  const act = useActs(id)
  const back = () => void navigate(`/students/${id}`)
  return (
    <CardForm
      draftKey={`vein-mend-card-${id}`}
      card={card}
      fresh={false}
      onLeave={back}
      onSave={(changed) => {
        act([{ kind: 'card-changed', card: changed }], 'Card kept')
        back()
        return Promise.resolve()
      }}
    />
  )
}

export function StudentCardScreen() {
  const { studentId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the card" />
  return <KnownCard key={data.id} id={data.id} card={data.record.card} />
}
