/** Reads handover files that are brought in. */
import { readText } from '../handovers/readText'
import { serve } from './serve'

serve(readText)
