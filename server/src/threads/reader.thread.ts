/** Reads pieces that are brought in. */
import { readPassage } from '../notation/readPiece'
import { serve } from './serve'

serve(readPassage)
