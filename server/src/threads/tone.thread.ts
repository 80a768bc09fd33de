/** Measures recordings that are brought in. */
import { toneTake } from '../sound/toneTake'
import { serve } from './serve'

serve(toneTake)
