/** Measures recordings that are brought in. */
import { measureSound } from '../measuring/measureSound'
import { serve } from './serve'

serve(measureSound)
