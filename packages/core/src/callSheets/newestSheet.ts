import type { Production, SentSheet } from '../records/index.ts'

/** The newest sheet sent for a day, if any was. */
export const newestSheet = (production: Production, dayId: string): SentSheet | undefined =>
  Object.values(production.sentSheet)
    .filter((sheet) => sheet.dayId === dayId)
    .sort((a, b) => b.number - a.number)[0]
