/** The card's choices, bound to its form by their names. */
import type { HealthFlag } from '@vein-mend/core/packs'
import type { StudentCard } from '@vein-mend/core/record'
import type { ReactNode } from 'react'
import { useController } from 'react-hook-form'
import type { FieldPathByValue } from 'react-hook-form'
import { CheckBox } from '../../ui/CheckBox'
import { Pick } from '../../ui/Inputs'
import type { Options } from '../../ui/Select'
import { FLAG_WORDS } from '../../wording/words'

interface PickProps {
  readonly name: FieldPathByValue<StudentCard, string>
  readonly label: string
  readonly help?: string
  readonly trouble?: string | undefined
  readonly options: Options<string>
  readonly disabled?: boolean
  readonly bare?: boolean
}

export function PickOf({ name, ...about }: PickProps) {
  // A fact nobody was asked for is not in the card at all.
  const { field } = useController<StudentCard, typeof name>({ name, defaultValue: '' })
  return <Pick {...about} value={field.value} onChange={field.onChange} />
}

interface CheckProps {
  readonly name: 'former.told' | 'former.maySpeak'
  readonly children: ReactNode
}

export function CheckOf({ name, children }: CheckProps) {
  const { field } = useController<StudentCard, typeof name>({ name })
  return (
    <CheckBox checked={field.value} onChange={field.onChange}>
      {children}
    </CheckBox>
  )
}

/** One of the things to be careful of. */
export function FlagOf({ flag }: { readonly flag: HealthFlag }) {
  const { field } = useController<StudentCard, 'flags'>({ name: 'flags' })
  const { value } = field
  return (
    <CheckBox
      checked={value.includes(flag)}
      onChange={(on) => field.onChange(on ? [...value, flag] : value.filter((f) => f !== flag))}
    >
      {FLAG_WORDS[flag]}
    </CheckBox>
  )
}
