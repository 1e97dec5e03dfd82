import { cardsIn, minutesLeft, rateOfDevice, recordedOn } from '../cards/index.ts'
import { allItems, allRows, type DayPlan } from '../day/index.ts'
import { takeBytes } from '../media/index.ts'
import { byId, type Camera, type Card, type OrderItem, type Production, type Recorder } from '../records/index.ts'
import { runSeconds, shotMarks, shotsClosed, takeStates } from '../takes/index.ts'

/** A card that fills before a day is over, by its plan. */
export interface CardFills {
  readonly card: Card
  /** The entry of the order in which it does, and the minute at which that begins. */
  readonly item: OrderItem
  readonly atMin: number
}

/** Whether a device has cards enough for the rest of a day. */
export interface DeviceForecast {
  readonly device: Camera | Recorder
  /** The one in it, then those of its own that are empty. */
  readonly cards: readonly Card[]
  /** How much comes onto each of them, bytes. */
  readonly onto: readonly number[]
  /** What is still to be recorded, by the plan and by how much longer or shorter takes have run so far. */
  readonly comingBytes: number
  readonly fills: readonly CardFills[]
  /** From when on there is no card left, and how much has none; null where there are enough. */
  readonly lacks: { readonly item: OrderItem; readonly atMin: number; readonly bytes: number } | null
}

export interface CardForecast {
  readonly devices: readonly DeviceForecast[]
  /** What was recorded for shots that are done, over what was planned for them; 1 before there are any. */
  readonly runsLonger: number
  /** So many shots it is learnt from. */
  readonly seen: number
}

/** What was planned counts as much as so many shots that went as planned: three shots are no law. */
const PRIOR_SHOTS = 3

/** How much longer than planned shots of the production's days recorded, those that are done. */
export function learntOf(production: Production): { readonly runsLonger: number; readonly seen: number } {
  let planned = 0
  let really = 0
  let seen = 0
  for (const day of Object.values(production.day)) {
    const states = takeStates(production, day.id)
    for (const id of shotsClosed(states, new Map())) {
      const shot = production.shot[id]
      if (!shot?.cameraId) continue
      const seconds = states
        .filter(({ take }) => take.shotIds.includes(shot.id))
        .flatMap(({ runs }) => runs)
        .filter((run) => run.device.id === shot.cameraId && !run.stays)
        .reduce((sum, run) => sum + (runSeconds(run) ?? 0), 0)
      if (seconds === 0) continue
      seen++
      planned += shot.takeSeconds * shot.takesExpected
      really += seconds
    }
  }
  if (seen === 0) return { runsLonger: 1, seen }
  const usual = (planned / seen) * PRIOR_SHOTS
  return { runsLonger: (really + usual) / (planned + usual), seen }
}

/** By the log, what is on a card. */
export function loggedBytes(production: Production, card: Card): number {
  const device = byId(production.camera, card.cameraId) ?? byId(production.recorder, card.recorderId)
  const seconds = recordedOn(production, card.id).runs.reduce((sum, run) => sum + (runSeconds(run) ?? 0), 0)
  return device ? takeBytes(rateOfDevice(device), seconds, 1) : 0
}

/** What an entry of the order records with a device, in bytes as planned; shots with which the day is done record nothing more. */
export function bytesOf(
  production: Production,
  item: OrderItem,
  device: Camera | Recorder,
  closed: ReadonlySet<string>,
): number {
  // prettier-ignore
  const shots = item.shotIds.flatMap((id) => production.shot[id] ?? []).filter((shot) => !closed.has(shot.id))
  const rate = rateOfDevice(device)
  if ('dataRateMbps' in device)
    return shots
      .filter((shot) => shot.cameraId === device.id)
      .reduce((sum, shot) => sum + takeBytes(rate, shot.takeSeconds, shot.takesExpected), 0)
  if (!item.recorderIds.includes(device.id)) return 0
  // Sound of shots that roll together is recorded once.
  return Math.max(0, ...shots.map((shot) => takeBytes(rate, shot.takeSeconds, shot.takesExpected)))
}

/**
 * Which card fills when over the rest of a day, and where there is none left: each device goes on from the card in it
 * to its own empty ones, by label. By the log and the plan; what nobody logged it does not know of, and a card that
 * could be wiped counts only once it is.
 * @param nowMs only for what rolls at this moment
 */
export function cardForecast(production: Production, dayPlan: DayPlan, nowMs: number): CardForecast {
  const { day, timeline } = dayPlan
  const rows = allRows(dayPlan)
  const startOf = (item: OrderItem) =>
    rows.find((one) => 'itemId' in one && one.itemId === item.id)?.startMin ?? timeline.startMin
  const items = [...allItems(dayPlan)].sort((a, b) => startOf(a) - startOf(b))
  const closed = shotsClosed(takeStates(production, day.id), shotMarks(production.shotMark, day.id))
  const learnt = learntOf(production)
  const inside = cardsIn(production)
  const byLabel = (a: Card, b: Card) => a.label.localeCompare(b.label, 'en', { numeric: true })
  const all: readonly (Camera | Recorder)[] = [
    ...Object.values(production.camera).sort((a, b) => (a.letter < b.letter ? -1 : 1)),
    ...Object.values(production.recorder).sort((a, b) => (a.letter < b.letter ? -1 : 1)),
  ]
  const devices = all.flatMap((device): DeviceForecast[] => {
    const isOwn = (card: Card) => card.cameraId === device.id || card.recorderId === device.id
    const here = inside(device.id).card
    const empty = Object.values(production.card)
      .filter((card) => isOwn(card) && card.id !== here?.id && recordedOn(production, card.id).recordings === 0)
      .sort(byLabel)
    const cards = [...(here ? [here] : []), ...empty]
    const rate = rateOfDevice(device)
    const room = cards.map((card) => minutesLeft(production, card, rate, nowMs) * 60 * ((rate * 1e6) / 8))
    const onto = cards.map(() => 0)
    let at = 0
    let comingBytes = 0
    let lacks = null as DeviceForecast['lacks']
    const fills: CardFills[] = []
    for (const item of items) {
      let bytes = bytesOf(production, item, device, closed) * learnt.runsLonger
      if (bytes === 0) continue
      comingBytes += bytes
      const atMin = startOf(item)
      while (at < cards.length && bytes > room[at]!) {
        bytes -= room[at]!
        onto[at]! += room[at]!
        fills.push({ card: cards[at]!, item, atMin })
        at++
      }
      if (at < cards.length) {
        room[at]! -= bytes
        onto[at]! += bytes
      } else lacks = lacks ? { ...lacks, bytes: lacks.bytes + bytes } : { item, atMin, bytes }
    }
    return comingBytes === 0 ? [] : [{ device, cards, onto, comingBytes, fills, lacks }]
  })
  return { devices, ...learnt }
}
