/** Plain inputs for forms whose values live in the screen's own state. */
import type { ReactNode } from 'react'
import { Field, INPUT_CLASS } from './Field'

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
  readonly value: T | ''
  readonly options: readonly (readonly [T, string])[]
  readonly onChange: (value: T) => void
  /** The label is only for screen readers: the row says what it is. */
  readonly bare?: boolean
}

export function Pick<T extends string>({ label, value, options, onChange, bare }: PickProps<T>) {
  const choose = (chosen: string) => {
    const found = options.find(([key]) => key === chosen)
    if (found) onChange(found[0])
  }
  const list: ReactNode = (
    <>
      {value === '' && <option value="">Choose …</option>}
      {options.map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </>
  )
  if (bare) {
    return (
      <select
        aria-label={label}
        value={value}
        onChange={(e) => choose(e.target.value)}
        className={INPUT_CLASS}
      >
        {list}
      </select>
    )
  }
  return (
    <Field label={label}>
      {(p) => (
        <select {...p} value={value} onChange={(e) => choose(e.target.value)}>
          {list}
        </select>
      )}
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
