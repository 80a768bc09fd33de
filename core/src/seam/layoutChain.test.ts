import { expect, test } from 'vitest'
import { layoutChain } from './index'

test('causes stand left of what they drive, however long the chain', () => {
  const chain = layoutChain([
    { id: 'tone', drives: {} },
    { id: 'seat', drives: { shoulders: 0.5, tone: 0.2 } },
    { id: 'shoulders', drives: { tone: 0.4, elsewhere: 0.9 } },
    { id: 'alone', drives: {} },
  ])
  const column = (id: string) => chain.faults.find((f) => f.id === id)!.column
  expect(['seat', 'shoulders', 'tone', 'alone'].map(column)).toEqual([0, 1, 2, 0])
  expect(chain.links.map((l) => `${l.from}-${l.to}`)).toEqual([
    'seat-shoulders',
    'seat-tone',
    'shoulders-tone',
  ])
  expect([chain.columns, chain.rows]).toEqual([3, 2])
})

test('nothing to draw is an empty picture', () => {
  expect(layoutChain([])).toEqual({ faults: [], links: [], columns: 0, rows: 0 })
})
