/** One of a few that need a sentence each: arrows move, the whole row can be touched. */
import { RadioGroup } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  readonly label: string
  readonly value: string | null
  readonly onChange: (value: string) => void
  readonly className?: string
  readonly children: ReactNode
}

export function Radios({ label, value, onChange, className = '', children }: Props) {
  return (
    <RadioGroup.Root
      aria-label={label}
      value={value ?? ''}
      onValueChange={onChange}
      className={className}
    >
      {children}
    </RadioGroup.Root>
  )
}

interface RadioProps {
  readonly value: string
  readonly disabled?: boolean
  readonly className?: string
  readonly children: ReactNode
}

export function Radio({ value, disabled = false, className = '', children }: RadioProps) {
  return (
    <label className={`flex min-h-11 cursor-pointer gap-3 ${className}`}>
      <RadioGroup.Item
        value={value}
        disabled={disabled}
        className="border-kiln bg-glaze data-[state=checked]:border-ink mt-0.5 grid size-5 shrink-0 place-items-center rounded-full border-2 disabled:opacity-45"
      >
        <RadioGroup.Indicator className="bg-ink block size-2.5 rounded-full" />
      </RadioGroup.Item>
      <span>{children}</span>
    </label>
  )
}
