/** Figures of the bench and how they are said. */
import { writeFileSync } from 'node:fs'

export interface Figure {
  readonly name: string
  readonly value: number
  readonly unit: string
  readonly budget: number
  /** What a general library or a bare server takes for the same work in the same run, in the same unit. */
  readonly beside: { readonly who: string; readonly value: number } | null
}

/** A figure with what it is judged by: a time as it would be on the machine on which the budgets were set. */
export interface Judged extends Figure {
  readonly judged: number
  readonly ok: boolean
}

const rounded = (value: number) => Math.round(value * 100) / 100

export function figure(
  name: string,
  value: number,
  unit: string,
  budget: number,
  beside: Figure['beside'] = null,
): Figure {
  const other = beside && { ...beside, value: rounded(beside.value) }
  return { name, value: rounded(value), unit, budget, beside: other }
}

const TIMES = ['ms', 's']

/** @param slowness how many times as long as on that machine the fixed piece of work took meanwhile */
export function judge(figures: readonly Figure[], slowness: number): readonly Judged[] {
  return figures.map((f) => {
    const judged = rounded(TIMES.includes(f.unit) ? f.value / slowness : f.value)
    return { ...f, judged, ok: judged <= f.budget }
  })
}

/** The value below which 95 in 100 lie. */
export function p95(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * 0.95) - 1)] ?? Number.NaN
}

function line(f: Judged, width: number): string {
  const here = f.judged === f.value ? '' : `, ${f.judged} at the speed it was set at`
  const beside = f.beside ? `; ${f.beside.who}: ${f.beside.value} ${f.unit}` : ''
  return `${f.ok ? 'ok  ' : 'OVER'} ${f.name.padEnd(width)} ${f.value} ${f.unit} (budget ${f.budget}${here})${beside}`
}

export function report(figures: readonly Judged[], file: string | null): void {
  const width = Math.max(...figures.map((f) => f.name.length))
  for (const f of figures) process.stdout.write(`${line(f, width)}\n`)
  if (file !== null) writeFileSync(file, `${JSON.stringify(figures, null, 2)}\n`)
}
