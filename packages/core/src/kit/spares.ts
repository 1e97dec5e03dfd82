import { byId, type Production } from '../records/index.ts'
import { kitDifference, type KitLine, lensesThere, momentsOf, reaches } from './kitNeeds.ts'

/** A thing of which there are no more than are used at once: what stands still when it fails. */
export interface WithoutSpare {
  readonly line: KitLine
  /** Codes of the shots that need it, in alphabetical order. */
  readonly shots: readonly string[]
  /** The share of all shots that these are, 0 to 1. */
  readonly share: number
}

/** Of one camera the shots that no other can take over: all there are roll at that moment. */
function shotsOfCamera(production: Production, letter: string): readonly string[] {
  const there = Object.values(production.camera).filter(({ lineCut }) => !lineCut)
  return momentsOf(production).flatMap((ids) => {
    const shots = ids.flatMap((id) => byId(production.shot, id) ?? [])
    const used = new Set(shots.flatMap(({ cameraId }) => byId(production.camera, cameraId)?.letter ?? []))
    if (used.size < there.length) return []
    return shots.filter(({ cameraId }) => byId(production.camera, cameraId)?.letter === letter).map(({ code }) => code)
  })
}

/** Of one recorder the shots whose sound no other can take over. */
function shotsOfRecorder(production: Production, letter: string): readonly string[] {
  const there = Object.keys(production.recorder).length
  return Object.values(production.orderItem)
    .filter(
      ({ recorderIds }) =>
        recorderIds.length >= there && recorderIds.some((id) => byId(production.recorder, id)?.letter === letter),
    ) // prettier-ignore
    .flatMap(({ shotIds }) => shotIds.flatMap((id) => byId(production.shot, id)?.code ?? []))
}

/** Shots that stand still without what a line is of: themselves, or those of the setups that are lit by it. */
function shotsOf(production: Production, { key, because }: KitLine): readonly string[] {
  const [kind, letter = ''] = key.split(':')
  if (kind === 'camera') return shotsOfCamera(production, letter)
  if (kind === 'recorder') return shotsOfRecorder(production, letter)
  if (kind !== 'lamp') return because
  const letters = new Set(because.map((said) => said.replace(/^setup /, '')))
  return Object.values(production.shot)
    .filter(({ setupId }) => letters.has(byId(production.setup, setupId)?.letter ?? ''))
    .map(({ code }) => code)
}

/**
 * What the plan needs and has no more of than it uses at once, what most shots hang on first. A lens has a spare where
 * another that is there can be set to its length, a camera or a recorder in any that is not running at the same moment.
 */
export function withoutSpare(production: Production): readonly WithoutSpare[] {
  const count = Object.keys(production.shot).length
  const lenses = lensesThere(production)
  const spares = (line: KitLine): number => {
    const mm = Number(/^lens:(.+)$/.exec(line.key)?.[1] ?? NaN)
    const there = Number.isNaN(mm) ? line.owned + line.rented : lenses.filter((lens) => reaches(lens, mm)).length
    return there - line.count
  }
  return kitDifference(production)
    .filter((line) => line.missing === 0 && spares(line) <= 0)
    .map((line) => {
      const shots = [...new Set(shotsOf(production, line))].toSorted((a, b) =>
        a.localeCompare(b, 'en', { numeric: true }),
      )
      return { line, shots, share: count === 0 ? 0 : shots.length / count }
    })
    .filter(({ shots }) => shots.length > 0)
    .toSorted((a, b) => b.shots.length - a.shots.length || a.line.name.localeCompare(b.line.name))
}

/** Something without a second of which nothing on the kit list speaks. */
export interface LoneHelper {
  readonly name: string
  /** What stops when it fails. */
  readonly holds: string
}

/** What people call a cable on a list. */
const CABLE = /\b(?:cable|lead|loom)s?\b/i

/**
 * Cables that the patch lays: each way of a sound or a picture that does not go through the air and is no camera's own
 * microphone. Told while the kit list has no cable more than are laid: plugs and lengths only a look tells.
 */
function laidCables({
  soundWay,
  soundSource,
  pictureWay,
  kitItem,
}: Pick<Production, 'soundWay' | 'soundSource' | 'pictureWay' | 'kitItem'>): readonly LoneHelper[] {
  const sounds = Object.values(soundWay).filter(({ gone, transmitterId, sourceId }) => {
    const source = byId(soundSource, sourceId)
    return !gone && transmitterId === null && source && !source.gone && source.is !== 'room'
  }).length
  const pictures = Object.values(pictureWay).filter(({ transmitterId }) => transmitterId === null).length
  const there = Object.values(kitItem).reduce((sum, { name, owned, rented }) => sum + (CABLE.test(name) ? owned + rented : 0), 0) // prettier-ignore
  const laid = sounds + pictures
  if (laid === 0 || there > laid) return []
  return [{ name: 'Cables', holds: `the patch lays ${sounds} for sound and ${pictures} for pictures; ${there} on the kit list: one more of each plug and length?` }] // prettier-ignore
}

/** A reader through which all cards go, chargers that alone take some batteries, and cables without one more. */
export function loneHelpers(
  production: Pick<
    Production,
    'cardReader' | 'card' | 'charger' | 'kitItem' | 'soundWay' | 'soundSource' | 'pictureWay'
  >,
): readonly LoneHelper[] {
  const { cardReader, card, charger, kitItem } = production
  const readers = Object.values(cardReader)
  const cards = Object.keys(card).length
  const lone: LoneHelper[] = []
  if (readers.length === 1 && readers[0]!.cards > 0 && cards > 0) lone.push({ name: readers[0]!.name, holds: 'no card is read without it' }) // prettier-ignore
  for (const one of Object.values(charger)) {
    const alone = one.takes.filter(
      (id) => Object.values(charger).filter(({ takes }) => takes.includes(id)).length === 1,
    )
    const names = alone.flatMap((id) => byId(kitItem, id)?.name ?? [])
    if (names.length > 0) lone.push({ name: one.name, holds: `nothing else charges ${names.join(', ')}` })
  }
  return [...lone, ...laidCables(production)]
}
