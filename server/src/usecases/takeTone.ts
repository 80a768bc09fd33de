/** Recordings measured against the rung they were played for, as this instrument sounds and this studio tunes. */
import { refuse } from '@vein-mend/contract'
import type { Outcome } from '@vein-mend/contract'
import { good } from '@vein-mend/core/kit'
import type { Knowledge } from '@vein-mend/core/packs'
import { factsOf } from '@vein-mend/core/record'
import type { StudentRecord } from '@vein-mend/core/record'
import { soundFor } from '@vein-mend/core/remedy'
import { rangeOfInstrument, soundingOf } from '@vein-mend/core/tone'
import type { ToneAsked } from '@vein-mend/core/tone'
import { toneFrom } from '../sound'
import type { TakeHeard } from '../sound'
import type { Asking } from '../threads'
import type { AskedRung } from './takeTiming'

type Heard = Extract<TakeHeard, { ok: true }>

/** What the recording is laid against; of an instrument whose sound is not known, kept-up tones anywhere. */
function toneAsked(
  record: StudentRecord,
  knowledge: Knowledge,
  rung: AskedRung | null,
  a4: number,
): ToneAsked {
  const notes = rung?.asked ?? []
  if (!knowledge.sound) return { notes, sounding: 'sustained', a4 }
  const sound = soundFor(knowledge.sound, factsOf(record.card, knowledge))
  return { notes, sounding: soundingOf(sound), a4, range: rangeOfInstrument(sound, a4) }
}

/** Pictures that were made lately: whoever measures a take looks at it next. */
const REMEMBERED_MOST = 6
const remembered = new Map<string, Heard>()

function remember(key: string, heard: Heard): void {
  remembered.set(key, heard)
  for (const oldest of remembered.keys()) {
    if (remembered.size <= REMEMBERED_MOST) break
    remembered.delete(oldest)
  }
}

/** The recording measured, or why it cannot be. @throws TooHeavy, Left */
export async function heard(
  path: string,
  record: StudentRecord,
  knowledge: Knowledge,
  { rung, a4 }: { readonly rung: AskedRung | null; readonly a4: number },
  asking: Asking = {},
): Promise<Outcome<Heard>> {
  const asked = toneAsked(record, knowledge, rung, a4)
  const key = JSON.stringify([path, asked])
  const known = remembered.get(key)
  if (known) return good(known)
  const found = await toneFrom({ path, asked }, asking)
  if (!found.ok) return refuse(found.why, ['file'])
  remember(key, found)
  return good(found)
}
