import { byId, type Production } from '../records/index.ts'

/** Devices that are nothing but a place for uploads: one that is a drive here as well is lost with it. */
export function farMedia({ copyRun, drive }: Pick<Production, 'copyRun' | 'drive'>): ReadonlySet<string> {
  const far = new Set<string>()
  const near = new Set<string>()
  for (const { medium, driveId } of Object.values(copyRun))
    (byId(drive, driveId)?.speed === 'upload' ? far : near).add(medium)
  return new Set([...far].filter((medium) => !near.has(medium)))
}

/** The words of a place, for telling whether two are one. */
export const placeWords = (place: string): string => place.trim().toLowerCase()
