/**
 * Words of the lesson that mean one thing, whatever is played: each line is one meaning. A word may stand in several.
 * Written as English is used where music is taught; common practice, no source. What only one instrument says stands in
 * its pack.
 */
import { stemOf } from './wordIndex'

const MEANINGS = `
stiff rigid locked lock tight tense tension frozen freeze jammed jam solid concrete wooden wood plank iron clenched clench braced stuck seized seize rock poker fixed steel statue robotic robot board tightens stiffens hard
squeeze grip clutch clamp pinch crush throttle strangle vice clench throttling death press mash hug
press push shove mash dig force squash jam ram
collapse cave buckle give collapsed crumple break
sink droop dip drop hang sag fall slope drip low
slump slouch hunch stoop curl scrunch crouch sunk collapsed round rounded curved banana
lean tilt tip lopsided tipped slant
bend bent cocked crank cranked angled kinked crooked crick
twist twisted turn turned rotate screwed swivel skewed wrung
raise raised lift hike hiked hoist climb creep shrug rise up ear high tense
fly flying ping wave flap stick poke float lift sticking
far distant mile away reach stretch
floppy loose slack limp wobbly jelly flap
slide slip skid skate wander drift travel
shake shaky tremble jitter wobble judder quiver shiver nervous trembly
jerk lurch jolt bump jump hop snatch yank jab bob lump clunk
hit bang thump whack slam hammer punch stamp stomp stab pound kick slap smack struck strike thud bash clout belt smash
clatter clunk clack click noise noisy rattle
harsh clang clangy brash blare blast brassy edgy strident shrill forced rough coarse honk screech scream twangy hard blaring tinny metallic
scratch scratchy scrape crunch crunchy grate gritty grind scratching
thin tinny weedy plinky small wispy feeble papery paper skinny
weak feeble faint quiet timid small soft inaudible lazy puny
airy breathy hissy hiss windy unfocused fuzzy air
woolly woofy muffled dull covered foggy veiled unfocused fuzzy muted hollow
crack split chirp squawk break burst splat fluff honk
squeak squeal chirp whistle whistly squealy
growl gurgle husky rumble rough
buzz rattle jangle sizzle
choke strangled stifled pinched squeezed dead muted killed deaden
flat low under sour sags sag
tune sour pitch intonation
late behind lag drag slow delayed sluggish lazy trail tardy
early before soon ahead anticipate
rush race gallop hurry speed fast faster quicken bolt gabble
uneven lumpy limp bumpy irregular ragged unsteady galumph unequal wonky
blur smudge smear smeary mush mushy muddy overlap smudged slur swallowed disappear
gap gappy hole hiccup pause hesitate stop break stutter
muddled muddle confused reversed tangled tangle tripping trip mixed jumbled jumble
wrong miss guess neighbour neighbouring adjacent
look watch peek peer stare glance eye see
hold carry support prop propped balance
rest park plant glue anchor lie stuck sit
edge perch perched
puff balloon hamster bulge
smile smiley grin
grunt groan throat
gasp pant gulp snatch noisy
fade die peter trail sag
bury drown swamp mask cover hide drowned
tire tired knackered exhausted weary worn
leak escape
stick sluggish jam sticky
huff puff
gurgle water spit bubble
wide big huge large
pinky pinkie
seat bench stool chair
lap thigh knee
breath breathe air wind puff
belly tummy stomach abdomen gut
lip chop embouchure mouth
jaw chin teeth
foot feet toe
head face
back spine
melody tune
neck
tongue attack articulation start tonguing
break register
beat pulse tempo time
release end ending cutoff
pedal
stick mallet
pick plectrum
run passage scale
crossing cross
squash squish flatten
`

/** The meanings of a word, by its stem; a word that stands in no line has none. */
const BY_STEM = new Map<string, Set<number>>()
MEANINGS.trim()
  .split('\n')
  .forEach((line, meaning) => {
    for (const word of line.split(' '))
      for (const stem of [word, stemOf(word)])
        BY_STEM.set(stem, (BY_STEM.get(stem) ?? new Set()).add(meaning))
  })

const NONE: ReadonlySet<number> = new Set()

/** What a word can mean beside itself, as numbers that are the same for words that can mean the same. */
export function meaningsOf(word: string): ReadonlySet<number> {
  return BY_STEM.get(word) ?? BY_STEM.get(stemOf(word)) ?? NONE
}
