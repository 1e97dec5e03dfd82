import { byId, type Production, type RecordOf } from '../records/index.ts'

/*
 * Finding a fault by swapping. With another part in its place and the fault still there, the part is cleared; with the
 * fault gone it is likely, and no more: it may have been the plugging. Only if the fault comes back with the same part is
 * it shown. Each part is put back before the next is swapped.
 */

/** What is known of a part. */
export type Verdict = 'not tried' | 'cleared' | 'likely' | 'shown' | 'came and went'

export interface Suspect {
  readonly part: string
  readonly verdict: Verdict
}

/** What to try next, and what it would tell. */
export interface NextTry {
  readonly part: string
  readonly put: RecordOf<'faultTry'>['put']
}

export interface Isolation {
  readonly suspects: readonly Suspect[]
  /** The one part that is shown, or the likely one; null while neither is known. */
  readonly found: Suspect | null
  /** Null once a part is shown, or where nothing is left to try. */
  readonly next: NextTry | null
  /** All were cleared one by one: it is two at once, or something that is not on the list. */
  readonly isNoneOfThem: boolean
}

/** What a part's tries tell, the earliest first. */
function verdictOf(tries: readonly Pick<RecordOf<'faultTry'>, 'put' | 'stillThere'>[]): Verdict {
  let verdict: Verdict = 'not tried'
  for (const { put, stillThere } of tries) {
    // With another in its place: still there clears it, whatever seemed likely before.
    if (put === 'another') verdict = stillThere ? (verdict === 'likely' ? 'came and went' : 'cleared') : 'likely'
    // With the same again: it comes back with it, or it is gone by itself.
    else if (verdict === 'likely') verdict = stillThere ? 'shown' : 'came and went'
  }
  return verdict
}

/** What the tries of a fault tell of its parts, and what to try next: what is likely is proved, then the next on the list. */
export function isolationOf(production: Pick<Production, 'fault' | 'faultTry'>, faultId: string): Isolation {
  const fault = byId(production.fault, faultId)
  const tries = Object.values(production.faultTry)
    .filter((one) => one.faultId === faultId)
    .toSorted((a, b) => a.version - b.version)
  const parts = [...new Set([...(fault?.parts ?? []), ...tries.map(({ part }) => part)])]
  const suspects = parts.map((part): Suspect => ({
    part,
    verdict: verdictOf(tries.filter((one) => one.part === part)),
  }))
  const having = (verdict: Verdict) => suspects.find((suspect) => suspect.verdict === verdict) ?? null
  const [shown, likely, open, fickle] = [having('shown'), having('likely'), having('not tried'), having('came and went')] // prettier-ignore
  const next: NextTry | null = shown
    ? null
    : likely
      ? { part: likely.part, put: 'the same again' }
      : open || fickle
        ? { part: (open ?? fickle)!.part, put: 'another' }
        : null
  return { suspects, found: shown ?? likely, next, isNoneOfThem: parts.length > 0 && suspects.every(({ verdict }) => verdict === 'cleared') } // prettier-ignore
}

/** Parts that a fault of a kind of thing is looked for in, the quickest to swap first. */
export const USUAL_PARTS = {
  sound: ['cable', 'batteries', 'microphone', 'transmitter', 'receiver', 'input'],
  picture: ['cable', 'battery', 'card', 'lens', 'camera'],
  light: ['cable', 'socket', 'ballast or supply', 'lamp'],
} as const

/** The id of what is faulty; null where nobody said. */
export const faultyId = ({ itemId, cameraId, lensId, recorderId, transmitterId }: RecordOf<'fault'>): string | null =>
  itemId ?? cameraId ?? lensId ?? recorderId ?? transmitterId

/** What is faulty, in words. */
export function faultyThing(production: Production, fault: RecordOf<'fault'>): string {
  const camera = byId(production.camera, fault.cameraId)
  const recorder = byId(production.recorder, fault.recorderId)
  return (
    byId(production.kitItem, fault.itemId)?.name ??
    (camera ? `Camera ${camera.letter}` : undefined) ??
    byId(production.lens, fault.lensId)?.name ??
    (recorder ? `Recorder ${recorder.letter}` : undefined) ??
    byId(production.transmitter, fault.transmitterId)?.name ??
    'Something'
  )
}

/**
 * What a thing of the kit list has to be told of when it goes back or on: faults of it that nobody has mended, and those of
 * the camera or recorder that it is.
 */
export function faultsOf(
  production: Pick<Production, 'fault' | 'camera' | 'recorder'>,
  item: RecordOf<'kitItem'>,
): readonly RecordOf<'fault'>[] {
  // prettier-ignore
  const answers = ({ cameraId, recorderId }: RecordOf<'fault'>): string | null => {
    const [camera, recorder] = [byId(production.camera, cameraId), byId(production.recorder, recorderId)]
    return camera ? `camera:${camera.letter}` : recorder ? `recorder:${recorder.letter}` : null
  }
  return Object.values(production.fault)
    .filter(
      (fault) =>
        fault.state !== 'mended' &&
        (fault.itemId === item.id || (item.answersTo !== '' && answers(fault) === item.answersTo)),
    ) // prettier-ignore
    .toSorted((a, b) => (a.id < b.id ? -1 : 1))
}
