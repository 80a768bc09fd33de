/**
 * Whether harm is told: by what is felt or seen to happen, the part of the body, and whether it is now or healed. Whoever
 * writes “sore thumb again” or “bees in my fingers” is asked about a stop, and no idiom of force (“strangling the
 * neck”) is one. Common practice, no source.
 */
import { wordsOf } from '../kit'
import type { BodyPart } from '../packs'
import { isMisspelt } from './misspelt'
import { plain } from './typed'

/** Stop: playing should stop. Ask: it may be harm, or only tired; the teacher says which. */
export type HarmLevel = 'stop' | 'ask' | 'none'

export interface HarmTold {
  readonly level: HarmLevel
  /** Parts that are named, in the order they are typed; none where none is. */
  readonly parts: readonly BodyPart[]
}

const PART_WORDS: Readonly<Record<BodyPart, string>> = {
  hand: 'hands? wrists? fingers? thumbs? knuckles? fingertips? tips? palms? pinky pinkies pinkie',
  arm: 'arms? forearms? elbows? shoulders? biceps? collarbone armpit',
  'neck-back': 'neck back backs? spine head headache headaches migraine ribs? chest tailbone',
  'lips-jaw': 'lips? chops mouth jaw teeth tooth gums? chin cheeks? embouchure tongue throat',
  breath: 'dizzy dizziness lightheaded giddy woozy stars faint fainted fainting',
  leg: 'legs? knees? hips? ankles? foot feet toes? thighs? calf calves shins?',
  hearing: 'ears? hearing eardrums? tinnitus',
  skin: 'skin blisters? blistered rash eczema graze grazed',
}
const PARTS = Object.entries(PART_WORDS).map(
  ([part, words]) =>
    [part as BodyPart, new RegExp(`^(?:${words.replaceAll(' ', '|')})$`, 'u')] as const,
)
/** Parts of the body that nothing is played with: what is told of them is asked about. */
const ELSEWHERE = /\b(bum|bottom|tummy|stomach|nose|eyes?|belly)\b/u

/** What is felt, whoever has it and wherever: playing stops. */
const FELT =
  /\b(hurt\w*|pain|pains|painful|painfully|agony|burns|burning|burnt|throb\w*|numb\w*|tingl\w*|prickl\w*|stabbing|stings?|stinging|zings?|zinging|zapp\w*|cramps?|cramped up|cramping|spasms?|swelling|swollen|bruis\w*|bleed\w*|blood\w*|dizz\w*|giddy|woozy|sprain\w*|fractur\w*|dislocat\w*|inflam\w*|tend[io]nitis|tendinopathy|rsi|blister\w*|rash|injur\w*|crick(ed)?|headaches?|migraines?|paralys\w*|tinnitus|light ?headed|aching|aches?|ached|sore|soreness|tender to (the )?touch)\b/u
/** Felt, and often only tired or new to it: with a word that makes little of it, it is asked about. */
const MILD =
  /\b(ache[sd]?|achy|aching|sore|soreness|tender|stiff and sore|twing\w*|niggl\w*|uncomfortable)\b/u
const MAKES_LITTLE =
  /\b(a bit|bit|slight(ly)?|a little|mild(ly)?|says fine|fine|ok|usual|normal|first (week|day|lesson)s?|new strings|heavy|not bad)\b/u
/** Words in which a part can be told to be tired, which stops nothing by itself. */
const TIRED =
  /\b(tired|jelly|knackered|wobbly|exhausted|like lead|shattered|achy|tender|worn out)\b/u
const SAID_OF_ONESELF = /["“”]|\b(feels?|felt|feeling|says|said|complain\w*|told me|my)\b/u

const PART =
  '(?:hand|wrist|finger|thumb|arm|forearm|elbow|shoulder|neck|back|lip|jaw|leg|thigh|knee|hip|foot|ankle|toe|palm|pinky|pinkie)s?'
const near = (pattern: string) => new RegExp(pattern.replaceAll('PART', PART), 'u')
/** Signs of it that are no word of pain, each beside a part of the body. */
const HAPPENS_TO_A_PART: readonly RegExp[] = [
  near('\\bPART (is |are |has |have )?(gone |went |goes |go |feels? |is |are )dead\\b'),
  near('\\bPART dead["” ]*$'),
  near(
    '\\bPART\\b.*\\b(to sleep|asleep|fizzy|fizzing|on fire|killing|playing up|acting up|flar(ed|ing|es) up|bothering|giving (him|her|me) (trouble|jip|grief))\\b',
  ),
  near('\\b(fizzy|fizzing|tearing|ripping|tore|torn|pulled a|sprung)\\b.*\\bPART\\b'),
  near('\\bPART (tore|torn|tearing|ripped|gave way|swells|swelled|twitch\\w*|spasm\\w*)\\b'),
  near(
    '\\b(bees|ants|needles|electric|electricity|sparks|fire|fireworks|static|pins)\\b.*\\bPART\\b',
  ),
  near('\\bPART\\b.*\\b(bees|ants|needles|electric|electricity|sparks|fireworks|static)\\b'),
  /\b(lips?|skin|fingers?|thumbs?|tips?|gums?)\b.*\b(split|cut|cracked|raw|chafed|peeling|bitten)\b(?! (notes?|off|out|short))/u,
  /\b(split|cut|cracked|raw|chafed|bitten)\b(?! (notes?|off|out|short)).*\b(lips?|skin|fingers?|thumbs?|gums?)\b/u,
  /\b(hip|knee|jaw|wrist|shoulder|elbow|neck|ankle)s? (clicks?|clicky|clicking|pops|grinds|locks up)\b/u,
  near('\\b(shak(es|ing|en)|shook) (it |them )?out (her |his |the |my )?(left |right )?PART\\b'),
  near('\\bPART\\b.*\\b(shak(es|ing)|shook) (it |them )?out\\b'),
  near(
    '\\b(rubs|rubbing|nursing|massaging|cradling|icing|favou?ring) (her |his |the |my )?(left |right )?PART\\b',
  ),
  near(
    '\\b(bad|dodgy|gammy|poorly|broken?|strapped|bandaged|trapped|jammed) (her |his |the |my |a )?(left |right |lower )?PART\\b(?! (position|shape|hold|angle|posture|tone|grip|change|frame|in|under|against|behind))',
  ),
  /\b(finger|thumb|hand)s? (got |was |were )?(jammed|trapped|caught|shut|slammed) in\b/u,
  /\b(in (plaster|a sling|a splint|a cast)|strapping on|pulled (a )?muscle|strained (a )?muscle)\b/u,
  near(
    '\\b(cannot|cant|couldnt|could not|unable to|struggles to) (lift|raise|move) (her |his |the |my )?(left |right )?(arm|shoulder|neck|head|elbow|wrist|hand)s?\\b',
  ),
  near(
    '\\b(cannot|cant|couldnt|could not) feel (her |his |the |my )?(left |right |lower )?(PART|fingertips?|tips?|lips?)\\b',
  ),
  near('\\b(no|lost|without) feeling\\b'),
  /\b(hand|arm|finger|thumb|wrist|leg)s?( is| are)? (being|getting) (strangled|squashed|crushed|stabbed|squeezed|squished)\b/u,
  /\bweak\b.*\b(sudden|suddenly|lately)\b|\bshak\w* .*\bweak\b/u,
  /\b(does not|doesnt|wont|will not) obey\b|\bcurls? (up )?by itself\b/u,
  near('\\bshooting\\b.*\\bPART\\b'),
  near('\\b(strained|tweaked|wrenched|pulled|did in) (her|his|my|a) (left |right )?PART\\b'),
]
/** Told without any part, with the part it is of. */
const HAPPENS: readonly (readonly [RegExp, BodyPart | null])[] = [
  [
    /\b(stars|spots (before|in front)|black(s|ed)? out|black in front|pass(es|ed|ing)? out|faint(s|ed|ing)|(felt|feels|feeling) faint|(room|head)\b.*\b(spin\w*|swim\w*)|dizz\w*|giddy|woozy|light ?headed)\b/u,
    'breath',
  ],
  [
    /\b(ears?\b.*\b(ring\w*|buzz\w*|hum\w*|whistl\w*|dull)|ringing\b.*\bears?|tinnitus)\b/u,
    'hearing',
  ],
  [/\b(blister\w*|rash|blood|bleed\w*|raw|chafed|peeling)\b/u, 'skin'],
  [/\bhad to (sit|lie|lay) down|needed to lie\b/u, 'breath'],
  [/\bhad to (get off|come off|stand up)\b|\b(had|needs|needed) to stretch\b/u, 'neck-back'],
  [/\b(pins and needles|pins n needles|drops things)\b/u, 'hand'],
  [
    /\b(carpal tunnel|trigger (finger|thumb)|tennis elbow|golfers elbow|frozen shoulder|slipped disc|whiplash|sciatica)\b/u,
    null,
  ],
  [/\b(ow|ouch|oww+)\b/u, null],
  [
    /\bhad to stop playing\b|\bon painkillers\b|\bibuprofen\b|\bsee (a|the) (doctor|gp|physio)\b/u,
    null,
  ],
]
/** What may be harm or not: a grip, a cold room, a hand that has not learned it. It is asked about. */
const MAY_BE: readonly RegExp[] = [
  /\b(physio\w*|osteopath\w*|chiropract\w*|doctor|gp|hospital|x ?ray)\b/u,
  near(
    '\\b(cannot|cant|couldnt|could not|unable to) (close|bend|straighten|open|grip with|make a fist with) (her |his |the |my )?(left |right )?PART\\b',
  ),
  near(
    '\\bPART\\b.*\\b(gone|went|goes|go|turns?|turned|feels?) (white|blue|purple|cold|funny|weird|strange|limp|floppy)\\b',
  ),
]

/** Not now: healed, years ago, told as history. */
const HEALED =
  /\b(healed|years? ago|yrs? ago|ages ago|(19|20)\d\d|in y(ear )?\d+|as a (kid|child|baby)|used to|last (year|yr)|recovered|all better|cleared by|history of|old (injury|break|fracture))\b/u
const DENIED =
  /\b(no|not|isnt|wasnt|never|without|doesnt|didnt|no longer|arent|nothing)( \w+)? (pain|painful|sore|soreness|hurt|hurts|hurting|ache|aches|aching|tingling|numb|numbness|cramp|cramps|swelling|dizzy|burning)\b/gu
/** Told of before, and there again. */
const AGAIN =
  /\b(again|now|today|still|back|returned|came back|flar\w+|this (week|morning|lesson))\b/u
/** Idioms that only sound like harm. */
const IDIOMS =
  /\b(death grip|to death|no pain no gain|bleeds? (into|through|over)|numbers?|numbered|broken chords?|burns? through|sore notes?)\b/gu

function named(word: string): readonly BodyPart[] {
  return PARTS.filter(([, is]) => is.test(word)).map(([part]) => part)
}

/** Part words long enough that one letter may be wrong. */
const LONG_PARTS = ['shoulder', 'fingers', 'finger', 'forearm', 'elbow', 'wrist', 'thumb']

/** The parts a text names, first named first; one letter of a long word may be wrong. */
export function partsNamed(text: string): readonly BodyPart[] {
  const parts = wordsOf(plain(text)).flatMap((word) => {
    const is = named(word)
    const meant = is.length > 0 ? undefined : LONG_PARTS.find((p) => isMisspelt(word, p))
    return meant === undefined ? is : named(meant)
  })
  return [...new Set(parts)]
}

/** The parts harm is told of: what happens says it first, then what is named. */
function partsOfHarm(low: string): readonly BodyPart[] {
  const told = HAPPENS.filter(([is]) => is.test(low)).flatMap(([, part]) => part ?? [])
  const all = partsNamed(low)
  // Lips bleed and fingers blister: the part that is named is the one that rests.
  const first = told.filter((p) => p !== 'skin' || !all.includes('lips-jaw'))
  return [...new Set([...first, ...all, ...told])]
}

/** What is told of harm. */
export function harmToldBy(text: string): HarmTold {
  const low = plain(text)
  const none = { level: 'none', parts: partsNamed(low) } as const
  if (HEALED.test(low) && !AGAIN.test(low)) return none
  const told = low.replace(DENIED, ' ').replace(IDIOMS, ' ')
  const parts = partsOfHarm(told)
  const ask = { level: 'ask', parts } as const
  const felt = FELT.test(told)
  const happens =
    HAPPENS.some(([is]) => is.test(told)) || HAPPENS_TO_A_PART.some((is) => is.test(told))
  if (felt || happens) {
    const isLittle = MILD.test(told) && (MAKES_LITTLE.test(told) || ELSEWHERE.test(told))
    return isLittle ? ask : { level: 'stop', parts }
  }
  if (MILD.test(told) || MAY_BE.some((is) => is.test(told))) return ask
  const isTired = TIRED.test(told) && (SAID_OF_ONESELF.test(text.toLowerCase()) || told !== low)
  return isTired && (parts.length > 0 || ELSEWHERE.test(told)) ? ask : none
}

/** Whether what was typed tells of harm, or may. */
export function tellsHarm(text: string): boolean {
  return harmToldBy(text).level !== 'none'
}
