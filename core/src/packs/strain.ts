/** What doing something strains beside loading it, and whom it is not given to; common practice, no source. */
import type { StudentFacts } from './knowledge'
import type { BodyPart, HealthFlag, Strain } from './vocabulary'

interface Rule {
  readonly parts: readonly BodyPart[]
  readonly flags: Readonly<Partial<Record<HealthFlag, string>>>
  readonly injured: string
}

const RULES: Readonly<Record<Strain, Rule>> = {
  weight: {
    parts: ['hand', 'arm', 'neck-back'],
    flags: {
      'slight-build':
        'The weight is carried by the hands alone, and this student is of slight build',
      growing: 'The weight is carried by the hands alone, and this student is growing',
    },
    injured: 'The weight is carried by what was hurt before',
  },
  'end-range': {
    parts: ['hand', 'arm', 'neck-back'],
    flags: {
      'loose-joints': 'A joint goes to the end of its range, and this student’s are loose',
      'small-hands': 'The hand is opened as far as it goes, and this student’s is small',
    },
    injured: 'What was hurt before goes to the end of its range',
  },
}

/** What about the student speaks against the strain, and why; null where nothing does. */
export function againstStrain(
  strain: readonly Strain[],
  { flags, injured = [] }: Pick<StudentFacts, 'flags' | 'injured'>,
): { readonly against: HealthFlag; readonly why: string } | null {
  for (const rule of strain.map((s) => RULES[s])) {
    for (const flag of flags) {
      const why = rule.flags[flag]
      if (why !== undefined) return { against: flag, why }
    }
    // Where nobody said which part, it may be any.
    const hurt = injured.length === 0 || injured.some((part) => rule.parts.includes(part))
    if (flags.includes('earlier-injury') && hurt) {
      return { against: 'earlier-injury', why: rule.injured }
    }
  }
  return null
}
