/** The minutes a day has at home, changed where they are looked at. */
import { useState } from 'react'
import { HOME_MINUTES_MOST } from '@vein-mend/core/record'

interface Props {
  readonly day: string
  readonly minutes: number
  readonly onChange: (minutes: number) => void
}

export function DayMinutes({ day, minutes, onChange }: Props) {
  const [typed, setTyped] = useState<string | null>(null)
  const take = () => {
    const value = Number(typed ?? minutes)
    const fits = Number.isInteger(value) && value >= 0 && value <= HOME_MINUTES_MOST
    if (typed !== null && typed.trim() !== '' && fits && value !== minutes) onChange(value)
    setTyped(null)
  }
  return (
    <input
      aria-label={`Minutes on ${day}`}
      inputMode="numeric"
      value={typed ?? String(minutes)}
      onChange={(event) => setTyped(event.target.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === 'Enter') take()
        if (event.key === 'Escape') setTyped(null)
      }}
      className="border-line bg-glaze text-ink min-h-11 w-12 rounded max-sm:w-full max-sm:px-0.5 max-sm:text-center border px-1.5 text-base tabular-nums"
    />
  )
}
