import { describe, expect, test } from 'vitest'
import { seededRng } from '../kit'
import { brierScore, reliabilityTable } from './index'

const forecast = (probability: number, happened: boolean) => ({ probability, happened })

describe('Brier score', () => {
  // The worked example in the user guide of scikit-learn, `brier_score_loss` (0.0375); from memory.
  test('agrees with the published example: 0.0375', () => {
    const score = brierScore([
      forecast(0.1, false),
      forecast(0.9, true),
      forecast(0.8, true),
      forecast(0.3, false),
    ])
    expect(score).toBeCloseTo(0.0375, 12)
  })

  // Brier 1950: a forecast of one half for everything scores one quarter, a perfect one nought.
  test('is a quarter for always saying one half, and nought for the truth', () => {
    expect(brierScore([forecast(0.5, true), forecast(0.5, false)])).toBe(0.25)
    expect(brierScore([forecast(1, true), forecast(0, false)])).toBe(0)
  })

  // Murphy 1973: score = reliability − resolution + uncertainty, exactly where forecasts of a row are alike.
  test('splits into reliability, resolution and uncertainty', () => {
    const rng = seededRng(1973)
    const said = [0.05, 0.2, 0.4, 0.6, 0.8, 0.95]
    const all = Array.from({ length: 3000 }, (_, i) => {
      const p = said[i % said.length]!
      return forecast(p, rng() < p)
    })
    const base = all.filter((f) => f.happened).length / all.length
    const rows = reliabilityTable(all).filter((r) => r.forecasts > 0)
    const share = (r: (typeof rows)[number]) => r.forecasts / all.length
    const reliability = rows.reduce((s, r) => s + share(r) * (r.said - r.came.share) ** 2, 0)
    const resolution = rows.reduce((s, r) => s + share(r) * (r.came.share - base) ** 2, 0)
    expect(brierScore(all)).toBeCloseTo(reliability - resolution + base * (1 - base), 10)
    for (const r of rows) expect(Math.abs(r.said - r.came.share)).toBeLessThan(0.06)
  })
})
