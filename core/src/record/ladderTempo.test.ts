/** The tempo of a ladder: found clean, and climbed try by try. */
import { describe, expect, test } from 'vitest'
import type { ActBody } from './index'
import { A, Desk } from './test/desk'

describe('the tempo of a ladder', () => {
  const settled = () => {
    const desk = new Desk()
    desk.open().settle()
    return desk
  }
  const found = { kind: 'tempo-found', case: A, clean: 60, target: 120 }
  const tried = (clean: boolean) => ({ kind: 'tempo-tried', case: A, clean })
  const of = (desk: Desk, body: object) => ({ ...body, lesson: desk.lesson }) as ActBody

  test('needs a ladder to be found and a tempo to be tried', () => {
    const desk = settled()
    expect(desk.try(of(desk, found))).toBe('no_ladder')
    desk.remedy()
    expect(desk.try(of(desk, tried(true)))).toBe('no_tempo')
  })

  test('begins at the clean one and climbs with clean tries, to come down after one that was not', () => {
    const desk = settled()
    desk.remedy()
    desk.do(of(desk, found))
    const { tempo } = desk.case().ladder!
    expect(tempo).toMatchObject({ target: 120 })
    desk.do(of(desk, tried(true)))
    const higher = desk.case().ladder!.tempo
    expect(higher).not.toEqual(tempo)
    desk.do(of(desk, tried(false)))
    expect(desk.case().ladder!.tempo).not.toEqual(higher)
    expect(desk.case().ladder!.rungs).toHaveLength(3)
  })
})
