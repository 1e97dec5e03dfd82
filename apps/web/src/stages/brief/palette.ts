import { commitOrSay } from '../../store/production.ts'
import { asId, type RecordOf, updateRecord } from '@kavrell/core/records'

export type Palette = RecordOf<'palette'>

/** Writes fields of a palette, or says why not. */
export const savePalette = (label: string, id: string, fields: Record<string, unknown>): void => {
  commitOrSay(label, [updateRecord('palette', asId(id), fields)])
}
