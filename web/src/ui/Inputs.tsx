/** Plain inputs for forms whose values live in the screen's own state. */
import { Field, INPUT_CLASS } from './Field'
import { Select } from './Select'
import type { Options } from './Select'

interface TextProps {
  readonly label: string
  readonly help?: string
  readonly value: string
  readonly lines?: number
  readonly autoFocus?: boolean
  readonly onChange: (value: string) => void
}

export function Text({ label, help, value, lines = 1, autoFocus = false, onChange }: TextProps) {
  return (
    <Field label={label} help={help}>
      {(p) =>
        lines > 1 ? (
          <textarea
            {...p}
            rows={lines}
            value={value}
            onChange={(e) => onChange(e.target.value)}
            className={`${p.className} py-2`}
          />
        ) : (
          <input
            {...p}
            value={value}
            autoFocus={autoFocus}
            autoComplete="off"
            onChange={(e) => onChange(e.target.value)}
          />
        )
      }
    </Field>
  )
}

interface PickProps<T extends string> {
  readonly label: string
  readonly help?: string
  readonly trouble?: string | undefined
  readonly value: T | ''
  readonly options: Options<T>
  readonly disabled?: boolean
  readonly onChange: (value: T) => void
  /** The label is only for screen readers: the row says what it is. */
  readonly bare?: boolean
}

export function Pick<T extends string>({
  label,
  help,
  trouble,
  bare = false,
  ...select
}: PickProps<T>) {
  if (bare) return <Select aria-label={label} {...select} />
  return (
    <Field label={label} help={help} trouble={trouble}>
      {(p) => <Select {...p} {...select} />}
    </Field>
  )
}

interface NumberProps {
  readonly label: string
  readonly help?: string
  readonly value: number
  readonly min: number
  readonly max: number
  readonly step?: number
  readonly bare?: boolean
  readonly onChange: (value: number) => void
}

export function Num({ label, help, value, min, max, step = 1, bare, onChange }: NumberProps) {
  const input = (more: object) => (
    <input
      {...more}
      type="number"
      min={min}
      max={max}
      step={step}
      value={Number.isNaN(value) ? '' : value}
      onChange={(e) => onChange(e.target.valueAsNumber)}
    />
  )
  if (bare) return input({ 'aria-label': label, className: INPUT_CLASS })
  return (
    <Field label={label} help={help}>
      {(p) => input(p)}
    </Field>
  )
}
