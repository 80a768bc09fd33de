/** Measures played notes that are brought in. */
import { timeTake } from '../notation/timeTake'
import { serve } from './serve'

serve(timeTake)
