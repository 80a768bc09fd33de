/** Fits the mending model to a studio's own faults. */
import { fitMending, JUST_SETTLED, USUAL_MENDING } from '@vein-mend/core/mending'
import type { MendingHistory } from '@vein-mend/core/mending'
import { serve } from './serve'

serve((histories: readonly MendingHistory[]) => fitMending(histories, USUAL_MENDING, JUST_SETTLED))
