import { asId, type Id } from '@kavrell/core/records'
import { v7 as uuidv7 } from 'uuid'

/** An id for a record that is made here: ids of this kind rise with time. */
export const newId = <K extends string>(): Id<K> => asId(uuidv7())
