import { byId, type Card, type Clip, type Production } from '../records/index.ts'
import { takeBytes } from '../media/index.ts'
import { framesPerSecond, nominalFrames, parseTimecode } from '../timecode/index.ts'
import { type RunState, runSeconds } from '../takes/index.ts'
import { isOnCard } from './expected.ts'
import type { ReadClip, Recording } from './holdings.ts'
import { keptWith } from './keptWith.ts'
import { leastMbps } from './rates.ts'

type Log = Pick<Production, 'camera' | 'recorder' | 'take' | 'takeEvent'>

interface Labelled {
  readonly rateNum: number
  readonly rateDen: number
  readonly dropFrame: boolean
}

/** A label in seconds of the day as it is read, whatever its rate; null where there is none. */
export function labelSeconds(label: string, { rateNum: num, rateDen: den, dropFrame: drop }: Labelled): number | null {
  if (label === '') return null
  const rate = { num, den, drop }
  const frame = parseTimecode(label, rate)
  if (!frame.ok) return null
  // Drop-frame labels keep to the clock, others count as many to the second as their rate is called.
  return frame.value / (drop ? framesPerSecond(rate) : nominalFrames(rate))
}

const instantSeconds = (at: string): number => Date.parse(at) / 1000

/** What the events of takes say of them. */
interface Said {
  /** Struck as false starts last: what there is of them nobody waits for. */
  readonly struck: ReadonlySet<string>
  /** When each was cut first, seconds. */
  readonly cutS: ReadonlyMap<string, number>
}

const saidOf = keptWith((takeEvent: Log['takeEvent']): Said => {
  const last = new Map<string, { version: number; isStruck: boolean }>()
  const cutS = new Map<string, number>()
  for (const { takeId, type, version, happenedAt } of Object.values(takeEvent)) {
    if ((type === 'struck' || type === 'restored') && version >= (last.get(takeId)?.version ?? 0))
      last.set(takeId, { version, isStruck: type === 'struck' })
    if (type === 'cut') cutS.set(takeId, Math.min(instantSeconds(happenedAt), cutS.get(takeId) ?? Infinity))
  }
  return { struck: new Set([...last].flatMap(([id, { isStruck }]) => (isStruck ? [id] : []))), cutS }
})

/**
 * What the log says was recorded on a card.
 * @param runs those named with the card since it was emptied, and not struck
 * @param takes those that name the card, since it was emptied
 */
export function recordingsOn(
  log: Log,
  card: Card,
  runs: readonly RunState[],
  takes: readonly Production['take'][string][],
): Recording[] {
  const { struck, cutS } = saidOf(log.takeEvent)
  const isWanted = (takeId: string | null) => takeId === null || !struck.has(takeId)
  const called = (takeId: string | null) => {
    const take = byId(log.take, takeId as never)
    return take ? (take.wild ? `wild sound ${take.slate}` : `${take.slate} take ${take.number}`) : 'a run of no take'
  }
  const onCard = runs.filter(isOnCard(card))
  const ofRuns = onCard
    .filter((run) => isWanted(run.takeId))
    .map((run): Recording => {
      const { kind, id } = run.device
      const device = kind === 'camera' ? byId(log.camera, id) : byId(log.recorder, id)
      const seconds = runSeconds(run)
      const { num: rateNum, den: rateDen, drop: dropFrame } = run.rate
      return {
        name: `${called(run.takeId)} on ${device?.letter ?? 'a device no longer listed'}, ${run.start.timecode}`,
        startLabelS: labelSeconds(run.start.timecode, { rateNum, rateDen, dropFrame }),
        startS: instantSeconds(run.start.at),
        endS: run.stop ? instantSeconds(run.stop.at) : null,
        seconds,
        leastBytes: device && seconds !== null ? takeBytes(leastMbps(device), Math.max(0, seconds), 1) : 0,
      }
    })
  // A take that only says which card it is on: which devices rolled nobody wrote down.
  const told = new Set<string | null>([...onCard, ...runs.filter((run) => run.how !== 'take')].map((run) => run.takeId))
  const ofTakes = takes
    .filter((take) => !told.has(take.id) && isWanted(take.id))
    .map((take): Recording => ({
      name: `${called(take.id)}, ${take.startTimecode}`,
      startLabelS: labelSeconds(take.startTimecode, take),
      startS: instantSeconds(take.startedAt),
      endS: cutS.get(take.id) ?? null,
      seconds: null,
      leastBytes: 0,
    }))
  return [...ofRuns, ...ofTakes]
}

/** A clip with its bytes as what they stand for, its label and its time in seconds. */
export const readClip = (clip: Clip, bytesStandFor: number): ReadClip => ({
  path: clip.path,
  bytes: clip.bytes * bytesStandFor,
  startLabelS: labelSeconds(clip.startTimecode, clip),
  seconds: clip.seconds,
  modifiedS: instantSeconds(clip.modifiedAt),
})
