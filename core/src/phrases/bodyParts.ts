/** The parts that are named when somebody is looked at; words of one line are one part, and may stand in two. */
import { stemOf } from './wordIndex'

const PARTS = `
thumb
little pinky pinkie fifth
index pointing pointer
finger fingertip fingers tip knuckle digit
wrist
forearm arm
elbow arm
shoulder collarbone
neck throat
head face chin nose
chin jaw teeth
lip mouth embouchure chop corner
cheek
tongue
throat
eye
back spine posture
chest rib
belly tummy stomach abdomen
hip waist bum bottom tailbone
knee leg thigh lap
ankle foot feet toe heel
palm hand
`

const BY_STEM = new Map<string, Set<number>>()
PARTS.trim()
  .split('\n')
  .forEach((line, part) => {
    for (const word of line.split(' '))
      BY_STEM.set(stemOf(word), (BY_STEM.get(stemOf(word)) ?? new Set()).add(part))
  })

/** The parts a word names; none for most. */
export function partsOf(word: string): readonly number[] {
  return [...(BY_STEM.get(stemOf(word)) ?? [])]
}
