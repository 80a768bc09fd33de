/** The A the studio tunes to. */
import type { StudioTuning } from '@vein-mend/contract'
import type { Deps } from './deps'

const KEY = 'tuning'
/** ISO 16:1975, Standard tuning frequency: 440 Hz. */
const USUAL_A4 = 440

export async function readTuning({ store }: Pick<Deps, 'store'>): Promise<StudioTuning> {
  const kept = await store.setting(KEY)
  const a4 = typeof kept === 'number' ? kept : USUAL_A4
  return { a4 }
}

export async function chooseTuning(
  { store }: Pick<Deps, 'store'>,
  { a4 }: StudioTuning,
): Promise<StudioTuning> {
  await store.keepSetting(KEY, a4)
  return { a4 }
}
