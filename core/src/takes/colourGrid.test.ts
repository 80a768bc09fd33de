import { expect, test } from 'vitest'
import { colourGrid } from './index'
import type { GridCell } from './index'
import { Desk, hashOf } from '../record/test/desk'

const CELL: GridCell = { position: 'I', place: 'rosette', touch: 'connected' }

function keep(desk: Desk, letter: string, grid: GridCell | null, brightness: number | null): void {
  desk.do(desk.keeping(letter, grid ? { grid } : {}))
  if (brightness === null) return
  const value = { value: brightness, low: brightness - 0.1, high: brightness + 0.1 }
  desk.do({
    kind: 'take-measured',
    hash: hashOf(letter),
    analyser: 'tone',
    version: '1',
    measures: [{ name: 'brightness', unit: 'times', ...value }],
  })
}

test('each cell has the colour of its latest take; what was for no cell, or not measured, fills none', () => {
  const desk = new Desk().open()
  keep(desk, 'a', CELL, 3)
  keep(desk, 'b', { ...CELL, place: 'bridge' }, 5)
  keep(desk, 'c', CELL, 3.4)
  keep(desk, 'd', null, 9)
  keep(desk, 'e', { ...CELL, position: 'IX' }, null)
  const cells = colourGrid(desk.record.takes)
  expect(cells.map((c) => [c.cell.position, c.cell.place, c.brightness.value])).toEqual([
    ['I', 'rosette', 3.4],
    ['I', 'bridge', 5],
  ])
  desk.do({ kind: 'take-removed', hash: hashOf('c') })
  expect(colourGrid(desk.record.takes).map((c) => c.brightness.value)).toEqual([5, 3])
})

test('a cell is one position, one place and one touch; only the colour of a take fills it', () => {
  const desk = new Desk().open()
  keep(desk, 'a', CELL, 3)
  keep(desk, 'b', { ...CELL, position: 'IX' }, 4)
  keep(desk, 'c', { ...CELL, touch: 'short' }, 5)
  expect(colourGrid(desk.record.takes).map((c) => c.brightness.value)).toEqual([5, 4, 3])
  keep(desk, 'd', { ...CELL, place: 'bridge' }, null)
  const measures = [{ name: 'pitch', unit: 'cents', value: 1, low: 0, high: 2 }]
  desk.do({ kind: 'take-measured', hash: hashOf('d'), analyser: 'tone', version: '1', measures })
  expect(colourGrid(desk.record.takes)).toHaveLength(3)
})
