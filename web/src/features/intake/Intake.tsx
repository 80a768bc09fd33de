/** A new student, and the card of one who is here: what limits, what helps and what works already. */
import { yupResolver } from '@hookform/resolvers/yup'
import { studentCardSchema } from '@vein-mend/contract'
import { EMPTY_CARD } from '@vein-mend/core/record'
import type { StudentCard } from '@vein-mend/core/record'
import type { StudentId } from '@vein-mend/core/kit'
import { useEffect, useState } from 'react'
import { FormProvider, useForm, useWatch } from 'react-hook-form'
import type { DefaultValues, Resolver } from 'react-hook-form'
import { useNavigate, useParams } from 'react-router'
import { lazy } from 'yup'
import { api } from '../../data/api'
import { freshAct, freshStudent } from '../../data/freshId'
import { dropDraft, keepDraft, readDraft } from '../../data/keptDraft'
import { useActs } from '../../data/useActs'
import { useChange } from '../../data/useChange'
import { usePack } from '../../data/useStudio'
import { useStudent } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { Failed } from '../../data/Failed'
import { Loading } from '../../ui/Page'
import { Consents } from './Consents'
import { FromElsewhere } from './FromElsewhere'
import { RemoveStudent } from '../../parts/RemoveStudent'
import { LifeAtHome } from './LifeAtHome'
import { InstrumentFacts } from './InstrumentFacts'
import { ReadHandover } from './ReadHandover'
import { Who } from './Who'
import { Works } from './Works'

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
  readonly onSave: (card: StudentCard) => void
  readonly onLeave: () => void
  /** Why it was not kept. */
  readonly refusal: string | null
}

const resolver = yupResolver(lazy(() => studentCardSchema))

function CardForm({ draftKey, card, fresh, onSave, onLeave, refusal }: Props) {
  const [incomplete, setIncomplete] = useState(false)
  // What was typed is told from what it began with, also when the card becomes newer meanwhile.
  const [begun] = useState(card)
  const form = useForm<StudentCard>({
    defaultValues: readDraft(draftKey, card) as DefaultValues<StudentCard>,
    // The schema checks exactly what the card is; the two libraries type readonly lists differently.
    resolver: resolver as unknown as Resolver<StudentCard>,
  })
  const instrument = useWatch({ control: form.control, name: 'instrument' })
  const pack = usePack(instrument === '' ? undefined : instrument)
  useEffect(
    () =>
      form.subscribe({
        formState: { values: true },
        callback: ({ values }) => keepDraft(draftKey, begun, values),
      }),
    [form, draftKey, begun],
  )
  const save = form.handleSubmit(
    (values) => {
      setIncomplete(false)
      onSave(cleaned(values))
    },
    () => setIncomplete(true),
  )
  const trouble = incomplete ? 'Something is missing or cannot be; it is marked above.' : refusal
  return (
    <FormProvider {...form}>
      <form onSubmit={(event) => void save(event)} noValidate className="mx-auto max-w-4xl">
        <h1 className="mt-6 text-3xl">{fresh ? 'A new student' : `The card of ${card.name}`}</h1>
        <p className="text-kiln">Only what changes a diagnosis or a prescription is asked.</p>
        {fresh && <ReadHandover />}
        <Who fresh={fresh} />
        {pack.data && <InstrumentFacts key={instrument} knowledge={pack.data.knowledge} />}
        <Works />
        <LifeAtHome />
        <FromElsewhere />
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
              dropDraft(draftKey)
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

const NEW_DRAFT = 'new-student'

export function NewStudent() {
  const navigate = useNavigate()
  const { run, trouble } = useChange({
    change: async (card: StudentCard) => {
      const id = freshStudent()
      await api.record(id, { acts: [{ kind: 'student-added', card, id: freshAct() }] })
      return id
    },
    touches: [['students']],
    unchanged: 'What you typed is kept here.',
    done: (id) => {
      dropDraft(NEW_DRAFT)
      return navigate(`/students/${id}`)
    },
  })
  return (
    <CardForm
      draftKey={NEW_DRAFT}
      card={EMPTY_CARD}
      fresh
      refusal={trouble?.words ?? null}
      onLeave={() => void navigate('/')}
      onSave={run}
    />
  )
}

function KnownCard({ id, card }: { id: StudentId; card: StudentCard }) {
  const navigate = useNavigate()
  const act = useActs(id)
  const back = () => void navigate(`/students/${id}`)
  const draftKey = `card-${id}`
  return (
    <CardForm
      draftKey={draftKey}
      card={card}
      fresh={false}
      refusal={null}
      onLeave={back}
      onSave={(changed) => {
        act([{ kind: 'card-changed', card: changed }], 'Card kept')
        dropDraft(draftKey)
        back()
      }}
    />
  )
}

export function StudentCardScreen() {
  const { studentId = '' } = useParams()
  const { data, error } = useStudent(studentId)
  if (error) return <Failed error={error} />
  if (!data) return <Loading what="the card" />
  const { card } = data.record
  return (
    <>
      <KnownCard key={data.id} id={data.id} card={card} />
      {/* Beside the form and not in it: what is sent from there is not the card. */}
      <div className="border-line mx-auto mt-10 max-w-4xl border-t pt-3">
        <RemoveStudent student={data.id} name={card.name} />
      </div>
    </>
  )
}
