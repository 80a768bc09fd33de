/** Yes or no, with its words; the whole row can be touched. */
import { Check } from 'lucide-react'
import { Checkbox } from 'radix-ui'
import type { ReactNode } from 'react'

interface Props {
  readonly checked: boolean
  readonly onChange: (checked: boolean) => void
  readonly children: ReactNode
}

export function CheckBox({ checked, onChange, children }: Props) {
  return (
    <label className="flex min-h-11 cursor-pointer items-center gap-2.5">
      <Checkbox.Root
        checked={checked}
        onCheckedChange={(now) => onChange(now === true)}
        className="border-kiln bg-glaze data-[state=checked]:bg-ink data-[state=checked]:border-ink text-slip grid size-5 shrink-0 place-items-center rounded border"
      >
        <Checkbox.Indicator>
          <Check aria-hidden size={16} strokeWidth={3} />
        </Checkbox.Indicator>
      </Checkbox.Root>
      {children}
    </label>
  )
}

/** The same by itself and large, for a thumb: what it is of stands beside it. */
export function LargeCheckBox({
  checked,
  label,
  onChange,
}: {
  readonly checked: boolean
  readonly label: string
  readonly onChange: (checked: boolean) => void
}) {
  return (
    <Checkbox.Root
      checked={checked}
      aria-label={label}
      onCheckedChange={(now) => onChange(now === true)}
      className="border-ink bg-glaze data-[state=checked]:bg-ink text-slip grid size-12 shrink-0 place-items-center rounded-md border-2"
    >
      <Checkbox.Indicator>
        <Check aria-hidden size={28} />
      </Checkbox.Indicator>
    </Checkbox.Root>
  )
}
