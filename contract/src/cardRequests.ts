/** A student's card, for the form in which it is written. */
import { cardShape } from '@vein-mend/core/record'
import { schemaOf } from './schemaOf'

export const studentCardSchema = schemaOf(cardShape)
