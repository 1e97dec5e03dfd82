import { asId, byId, type Clip, createRecord, type PlainChange, type Production, type Take } from '../records/index.ts'
import { addFrames, differenceFrames, nominalFrames, secondsOfFrames } from '../timecode/index.ts'
import { type DeviceRef, takeStates } from '../takes/index.ts'
import { cardHoldings } from './cardHistory.ts'

/** A recording on a card that the log does not tell of. */
export interface UnloggedClip {
  readonly clip: Clip
  /** The take during which it was recorded, by its label; null where none was. */
  readonly take: Take | null
  /** Whose card it is; null where nobody wrote that down. */
  readonly device: DeviceRef | null
}

const rateOf = ({ rateNum, rateDen, dropFrame }: Pick<Clip, 'rateNum' | 'rateDen' | 'dropFrame'>) => ({
  num: rateNum,
  den: rateDen,
  drop: dropFrame,
})

/** How far into a take a clip begins, seconds by their labels; null where that cannot be said. */
function intoTake(clip: Clip, take: Take): number | null {
  if (clip.startTimecode === '' || take.startTimecode === '') return null
  const rate = rateOf(take)
  // A label of another rate is the same moment of the day.
  const asTakes = `${clip.startTimecode.slice(0, 8)}${rate.drop ? ';' : ':'}00`
  const frames = differenceFrames(take.startTimecode, asTakes, rate)
  if (!frames.ok) return null
  const day = 86_400 * nominalFrames(rate)
  return secondsOfFrames(frames.value > day / 2 ? frames.value - day : frames.value, rate)
}

/** Clips on a card, as its newest copy has them, that nobody logged, oldest first. */
export function unloggedClips(production: Production, cardId: string): UnloggedClip[] {
  const held = cardHoldings(production, cardId)
  const card = byId(production.card, cardId)
  if (!held || !card || held.unlogged.length === 0) return []
  const device: DeviceRef | null = card.cameraId
    ? { kind: 'camera', id: card.cameraId }
    : card.recorderId
      ? { kind: 'recorder', id: card.recorderId }
      : null
  const states = Object.keys(production.day).flatMap((dayId) => takeStates(production, dayId))
  return held.unlogged
    .map((clip): UnloggedClip => {
      const during = states.filter(({ take, struck, cutAt }) => {
        const into = intoTake(clip, take)
        if (struck || into === null || cutAt === null || clip.seconds === null) return false
        const seconds = (Date.parse(cutAt) - Date.parse(take.startedAt)) / 1000
        return into < seconds && into + clip.seconds > 0
      })
      const away = (take: Take) => Math.abs(Date.parse(take.startedAt) - Date.parse(clip.modifiedAt))
      const nearest = during.map(({ take }) => take).sort((a, b) => away(a) - away(b))[0]
      return { clip, take: nearest ?? null, device }
    })
    .sort((a, b) => (a.clip.modifiedAt < b.clip.modifiedAt ? -1 : a.clip.path < b.clip.path ? -1 : 1))
}

/**
 * Entries of the log for a clip that nobody logged: a run of its device within the take it was recorded in, with an id
 * still to be given.
 * @returns null where it is not known of which device or take it is
 */
export function logOfClip({ clip, take, device }: UnloggedClip): PlainChange[] | null {
  const into = take && intoTake(clip, take)
  if (!take || !device || into === null || clip.seconds === null) return null
  const rate = rateOf(clip)
  const start = Date.parse(take.startedAt) + into * 1000
  const at = (plus: number) => new Date(start + plus * 1000).toISOString()
  const end = addFrames(clip.startTimecode, Math.round((clip.seconds * rate.num) / rate.den), rate)
  if (!end.ok) return null
  const id = asId<'run'>('new:run')
  const run = createRecord(
    'run',
    {
      dayId: take.dayId,
      unitId: take.unitId,
      takeId: take.id,
      cameraId: device.kind === 'camera' ? device.id : null,
      recorderId: device.kind === 'recorder' ? device.id : null,
      cardId: clip.cardId,
      startTimecode: clip.startTimecode,
      rateNum: clip.rateNum,
      rateDen: clip.rateDen,
      dropFrame: clip.dropFrame,
      startedAt: at(0),
      how: 'file',
    },
    id,
  )
  const stop = createRecord('runStop', { runId: id, timecode: end.value, how: 'file', happenedAt: at(clip.seconds) })
  return [run, stop]
}
