/** Figures of the bench and how they are said. */
import { writeFileSync } from 'node:fs'

export interface Figure {
  readonly name: string
  readonly value: number
  readonly unit: string
  readonly budget: number
  readonly ok: boolean
}

export function figure(name: string, value: number, unit: string, budget: number): Figure {
  const rounded = Math.round(value * 100) / 100
  return { name, value: rounded, unit, budget, ok: rounded <= budget }
}

/** The value below which 95 in 100 lie. */
export function p95(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b)
  return sorted[Math.min(sorted.length - 1, Math.ceil(sorted.length * 0.95) - 1)] ?? Number.NaN
}

export function report(figures: readonly Figure[], file: string | null): void {
  const width = Math.max(...figures.map((f) => f.name.length))
  for (const f of figures) {
    const line = `${f.ok ? 'ok  ' : 'OVER'} ${f.name.padEnd(width)} ${f.value} ${f.unit} (budget ${f.budget})`
    process.stdout.write(`${line}\n`)
  }
  if (file !== null) writeFileSync(file, `${JSON.stringify(figures, null, 2)}\n`)
}
