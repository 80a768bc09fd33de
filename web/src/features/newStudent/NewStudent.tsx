/** A new student: what limits and what helps, before the first lesson. */
import { yupResolver } from '@hookform/resolvers/yup'
import { studentCardSchema } from '@vein-mend/contract'
import { AGE_BANDS, HEALTH_FLAGS, STAGES } from '@vein-mend/core/packs'
import type { ActId, StudentCard, StudentId } from '@vein-mend/core/record'
import { useState } from 'react'
import { useForm, useWatch } from 'react-hook-form'
import type { Resolver } from 'react-hook-form'
import { useNavigate } from 'react-router'
import { ApiError, api } from '../../data/api'
import { freshId } from '../../data/useActs'
import { usePack, usePacks } from '../../data/useStudent'
import { Button } from '../../ui/Button'
import { Field } from '../../ui/Field'
import { Section } from '../../ui/Page'
import { sayField, sayRefusal } from '../../wording/refusals'
import { AGE_WORDS, FLAG_WORDS, STAGE_WORDS } from '../../wording/words'
import { InstrumentFacts } from './InstrumentFacts'

const EMPTY: StudentCard = {
  name: '',
  instrument: '',
  stage: 'beginner',
  ageBand: 'child',
  flags: [],
  equipment: {},
  schools: {},
  homeMinutes: 20,
  goal: '',
}

const DRAFT_KEY = 'vein-mend-new-student'

/** What was typed before a reload or a lost connection. */
function readDraft(): StudentCard {
  try {
    return {
      ...EMPTY,
      ...(JSON.parse(sessionStorage.getItem(DRAFT_KEY) ?? '{}') as Partial<StudentCard>),
    }
  } catch {
    return EMPTY
  }
}

export function NewStudent() {
  const navigate = useNavigate()
  const packs = usePacks()
  const [trouble, setTrouble] = useState<string | null>(null)
  const form = useForm<StudentCard>({
    defaultValues: readDraft(),
    // The schema checks exactly what the card is; the two libraries type readonly lists differently.
    resolver: yupResolver(studentCardSchema) as unknown as Resolver<StudentCard>,
  })
  const { register, handleSubmit, control, formState } = form
  const instrument = useWatch({ control, name: 'instrument' })
  const pack = usePack(instrument === '' ? undefined : instrument)
  const errorOf = (name: 'name' | 'instrument' | 'stage' | 'ageBand' | 'homeMinutes' | 'goal') =>
    sayField(formState.errors[name]?.message)
  const keepDraft = () => {
    sessionStorage.setItem(DRAFT_KEY, JSON.stringify(form.getValues()))
  }
  const save = handleSubmit(async (card) => {
    const id = freshId() as StudentId
    try {
      await api.record(id, [{ kind: 'student-added', card, id: freshId() as ActId }])
      sessionStorage.removeItem(DRAFT_KEY)
      await navigate(`/students/${id}`)
    } catch (error) {
      keepDraft()
      setTrouble(
        error instanceof ApiError
          ? sayRefusal(error.refusal)
          : 'The server does not answer. What you typed is kept here.',
      )
    }
  })
  return (
    <form
      onSubmit={(event) => void save(event)}
      onChange={keepDraft}
      noValidate
      className="mx-auto max-w-3xl"
    >
      <h1 className="mt-6 text-3xl">A new student</h1>
      <p className="text-kiln">Only what changes a diagnosis or a prescription is asked.</p>
      <Section title="Who">
        <div className="grid gap-4 sm:grid-cols-2">
          <Field label="Name" trouble={errorOf('name')}>
            {(p) => <input {...p} {...register('name')} autoFocus autoComplete="off" />}
          </Field>
          <Field label="Instrument" trouble={errorOf('instrument')}>
            {(p) => (
              <select {...p} {...register('instrument')}>
                <option value="">Choose …</option>
                {packs.data?.packs
                  .filter((k) => k.kind === 'instrument')
                  .map((k) => (
                    <option key={k.id} value={k.id}>
                      {k.name}
                    </option>
                  ))}
              </select>
            )}
          </Field>
          <Field label="Stage" trouble={errorOf('stage')}>
            {(p) => (
              <select {...p} {...register('stage')}>
                {STAGES.map((s) => (
                  <option key={s} value={s}>
                    {STAGE_WORDS[s]}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <Field label="Age" trouble={errorOf('ageBand')}>
            {(p) => (
              <select {...p} {...register('ageBand')}>
                {AGE_BANDS.map((a) => (
                  <option key={a} value={a}>
                    {AGE_WORDS[a]}
                  </option>
                ))}
              </select>
            )}
          </Field>
          <Field label="Minutes at home on an ordinary day" trouble={errorOf('homeMinutes')}>
            {(p) => (
              <input
                {...p}
                {...register('homeMinutes', { valueAsNumber: true })}
                type="number"
                min={0}
                max={600}
              />
            )}
          </Field>
          <Field
            label="What are they here for?"
            help="In their own words, if you can."
            trouble={errorOf('goal')}
          >
            {(p) => <input {...p} {...register('goal')} autoComplete="off" />}
          </Field>
        </div>
      </Section>
      <Section title="To be careful of" aside="as told by the student or family; not a diagnosis">
        <fieldset className="grid gap-x-6 sm:grid-cols-3">
          <legend className="sr-only">To be careful of</legend>
          {HEALTH_FLAGS.map((flag) => (
            <label key={flag} className="flex min-h-11 items-center gap-2.5">
              <input
                type="checkbox"
                value={flag}
                {...register('flags')}
                className="size-5 accent-(--ink)"
              />
              {FLAG_WORDS[flag]}
            </label>
          ))}
        </fieldset>
      </Section>
      {pack.data && (
        <InstrumentFacts key={instrument} knowledge={pack.data.knowledge} register={register} />
      )}
      {trouble !== null && (
        <p role="alert" className="bg-dangerwash text-danger mt-5 rounded p-3">
          {trouble}
        </p>
      )}
      <div className="mt-6 flex gap-3">
        <Button look="main" type="submit" disabled={formState.isSubmitting}>
          Add the student
        </Button>
        <Button look="bare" onClick={() => void navigate('/')}>
          Leave it
        </Button>
      </div>
    </form>
  )
}
