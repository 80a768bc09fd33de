/**
 * Ways of writing a pack that hide what is meant, found by rule. What stands in the shipped packs is listed in
 * `packs/offences.yml`, which may only grow shorter: a new one is refused.
 */
import { asksSeveral } from '@vein-mend/core/packs'
import type { PackFile, Strain } from '@vein-mend/core/packs'

/** A rung of so few words, without notes, says nothing that could be practised. */
const FEW_WORDS = 6
/** Two things in one sign: whoever notes it has said neither. */
const JOINED = /\b(?:or|and)\b/

const wordsIn = (text: string) => text.split(/\s+/).filter((word) => /\w/.test(word)).length

/** Signs that join two by "or" or "and". */
function joinedSigns(file: PackFile): readonly string[] {
  return Object.entries(file.findings ?? {}).flatMap(([id, { text, stop }]) =>
    // A stop names all that stops on purpose.
    stop === undefined && JOINED.test(text) ? [`joined-sign ${file.pack} ${id}`] : [],
  )
}

/** Rungs that say next to nothing. */
function emptyRungs(file: PackFile): readonly string[] {
  return Object.entries(file.remedies ?? {}).flatMap(([id, { rungs }]) =>
    rungs.flatMap((rung, i) =>
      rung.notes === undefined && wordsIn(rung.do) <= FEW_WORDS
        ? [`empty-rung ${file.pack} ${id} ${i + 1}`]
        : [],
    ),
  )
}

/** Questions of the set-up that ask for several things, to which one answer is given. */
function joinedQuestions(file: PackFile): readonly string[] {
  return Object.entries(file.setup ?? {}).flatMap(
    ([id, { ask, otherwise, ways, parts, number }]) => {
      const one = ways === undefined && Object.keys(parts ?? {}).length < 2
      const judged = otherwise !== undefined || parts !== undefined || number === undefined
      return judged && one && asksSeveral(ask) ? [`joined-question ${file.pack} ${id}`] : []
    },
  )
}

/** Words of what a body should not do before somebody has said so in the form. */
const STRAINS: readonly (readonly [Strain, RegExp])[] = [
  [
    'weight',
    /fingertip hold|\bwith (?:the|two) fingertips\b|left hand alone|\bcarry (?:the|stool|it)\b.*\b(?:harp|instrument)\b/i,
  ],
  [
    'end-range',
    /as far as (?:it|they) (?:goes|go|will)|as wide as|to a wide interval|to (?:the|its) end of (?:the|its) range|\bstretch(?:es)? (?:the|a|your) (?:hand|finger)/i,
  ],
]
/** Light enough for fingertips. */
const LIGHT = /\b(?:slide|mouthpiece|stick|pick|reed)\b/i

/** What the text strains and the entry does not say. */
function unsaidStrain(text: string, strain: readonly Strain[] = []): readonly Strain[] {
  const found = STRAINS.filter(([kind, words]) => words.test(text) && !strain.includes(kind))
  return found.map(([kind]) => kind).filter((kind) => kind !== 'weight' || !LIGHT.test(text))
}

/** Checks and rungs whose words strain what their form does not say. */
function unsaidStrains(file: PackFile): readonly string[] {
  const checks = Object.entries(file.checks ?? {}).flatMap(([id, check]) =>
    unsaidStrain(check.do, check.strain).map((s) => `unsaid-strain ${file.pack} ${id} ${s}`),
  )
  const rungs = Object.entries(file.remedies ?? {}).flatMap(([id, remedy]) =>
    remedy.rungs.flatMap((rung, i) =>
      unsaidStrain(rung.do, rung.strain).map(
        (s) => `unsaid-strain ${file.pack} ${id} ${i + 1} ${s}`,
      ),
    ),
  )
  return [...checks, ...rungs]
}

/** Cautions in words that forbid something no rule can see. */
function unsaidForbids(file: PackFile): readonly string[] {
  return Object.entries(file.faults ?? {}).flatMap(([id, { cautions = [], forbids }]) => {
    const text = cautions.join(' ')
    const stretch = /end of (?:its|the|a) range|\bstretch/i.test(text)
    const long = /\bminutes?\b/i.test(text)
    return (stretch && !forbids?.strain?.includes('end-range')) ||
      (long && forbids?.minutes === undefined)
      ? [`unsaid-caution ${file.pack} ${id}`]
      : []
  })
}

/** What the file hides, each by its rule and its place. */
export function offencesOf(file: PackFile): readonly string[] {
  return [
    ...joinedSigns(file),
    ...joinedQuestions(file),
    ...emptyRungs(file),
    ...unsaidStrains(file),
    ...unsaidForbids(file),
  ]
}
