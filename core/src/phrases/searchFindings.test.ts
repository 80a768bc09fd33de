import { describe, expect, test } from 'vitest'
import { nearestFindings, searchFindings } from './index'
import type { Finding } from '../packs'

const sign = (id: string, text: string, aliases: readonly string[] = []): Finding => ({
  id,
  text,
  strand: 'tension',
  place: 'hand',
  observed: 'seen',
  aliases,
  leak: 0.04,
  byCheckOnly: false,
})
const TIPS = sign('tips', 'Fingertips cave in', [
  'tips',
  'cave',
  'collapse',
  'weak finger joints',
  'nail joint',
  'breaking joints',
])
const DROPS = sign('drops', 'The whole hand drops with the thumb', ['hand tips to the thumb'])
const PAIN: Finding = {
  ...sign('pain', 'Pain in hand or wrist', ['hurts']),
  stop: { part: 'hand', say: 'Stop.' },
}
const ALL = [DROPS, TIPS, PAIN]
const ids = (list: readonly Finding[]) => list.map((f) => f.id)

test('one word typed alone finds the sign that goes by it, however many others that sign has', () => {
  expect(ids(searchFindings(ALL, 'tips'))).toEqual(['tips', 'drops'])
  expect(ids(searchFindings(ALL, 'hand tips'))).toEqual(['drops', 'tips'])
})

describe('a phrase by which no sign is found', () => {
  test('has its nearest by letters, most alike first, and never one that stops', () => {
    expect(ids(searchFindings(ALL, 'kavin fingurtipz'))).toEqual([])
    expect(ids(nearestFindings(ALL, 'kavin fingurtipz'))).toEqual(['tips', 'drops'])
    expect(ids(nearestFindings([PAIN], 'panic'))).toEqual([])
  })

  test('that has no letters in common with any has none', () => {
    expect(nearestFindings(ALL, 'zzqq')).toEqual([])
    expect(nearestFindings(ALL, '')).toEqual([])
  })
})
