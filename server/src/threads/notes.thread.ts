/** Measures played notes that are brought in. */
import { measureNotes } from '../measuring/measureNotes'
import { serve } from './serve'

serve(measureNotes)
