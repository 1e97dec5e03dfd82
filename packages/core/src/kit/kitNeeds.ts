import { lampType } from '../light/index.ts'
import { usable } from './inventory.ts'
import { asId, byId, type PlacedLamp, type Production, type Shot } from '../records/index.ts'

/** One kind of thing that the plan needs, how many at once, and who says so. */
export interface KitNeed {
  /** What a kit item answers to: `lens:85`, `lamp:tube-120`, `camera:A`, `rig:slider`, `recorder:R`. */
  readonly key: string
  readonly name: string
  readonly count: number
  readonly because: readonly string[]
}

export interface KitLine extends KitNeed {
  readonly owned: number
  readonly rented: number
  readonly missing: number
}

const STANDS_ON_ITS_OWN = new Set(['', 'handheld', 'none'])

/** What a shot needs, by what a kit item answers to. */
export function shotNeeds(production: Production, shot: Shot): readonly string[] {
  const camera = byId(production.camera, shot.cameraId)
  return [
    `lens:${shot.focalLengthMm}`,
    ...(camera ? [`camera:${camera.letter}`] : []),
    ...(STANDS_ON_ITS_OWN.has(shot.rig) ? [] : [`rig:${shot.rig}`]),
  ]
}
/** What a lamp needs: one's own are told apart by which they are, all others by their kind. */
export const lampNeed = (lamp: PlacedLamp) => `lamp:${lamp.ownLampId ? `own:${lamp.ownLampId}` : lamp.libraryKey}`

/** What a need is called by whoever plans, also one that nothing on the plan has just now; the key itself where nobody knows it. */
export function needName(production: Pick<Production, 'camera' | 'recorder' | 'ownLamp'>, key: string): string {
  const [, what, which] = /^(\w+):(.+)$/.exec(key) ?? []
  if (!what || !which) return key
  if (what === 'lens') return `${which} mm lens`
  if (what === 'rig') return which
  if (what === 'camera') {
    const { name = '' } = Object.values(production.camera).find(({ letter }) => letter === which) ?? {}
    return name === '' ? `Camera ${which}` : `Camera ${which}, ${name}`
  }
  if (what === 'recorder') return Object.values(production.recorder).find(({ letter }) => letter === which)?.name || `Recorder ${which}` // prettier-ignore
  const own = /^own:(.+)$/.exec(which)?.[1]
  return (
    (own ? byId(production.ownLamp, asId<'ownLamp'>(own))?.name : lampType(which)?.name) ?? 'a lamp no longer listed'
  )
}

/** Shots that roll together, and every other by itself: what is used at one moment. */
export function momentsOf(production: Production): (readonly string[])[] {
  const together = Object.values(production.orderItem)
    .filter((item) => item.shotIds.length > 0)
    .map((item) => item.shotIds)
  const grouped = new Set(together.flat())
  return [
    ...together,
    ...Object.keys(production.shot)
      .filter((id) => !grouped.has(asId(id)))
      .map((id) => [id]),
  ]
}

/** Of each day, the setups that stay up through it, and those that each unit lights one after the other besides. */
function standingAtOnce(production: Production) {
  const days = new Map<string, { staying: Set<string>; byUnit: Map<string, Set<string>> }>()
  for (const item of Object.values(production.orderItem)) {
    if (item.standsBy) continue
    const day = days.get(item.dayId) ?? { staying: new Set<string>(), byUnit: new Map<string, Set<string>>() }
    days.set(item.dayId, day)
    for (const id of item.shotIds) {
      const setup = byId(production.setup, byId(production.shot, id)?.setupId)
      if (setup?.staysUp) day.staying.add(setup.id)
      else if (setup) day.byUnit.set(item.unitId ?? '', (day.byUnit.get(item.unitId ?? '') ?? new Set()).add(setup.id))
    }
  }
  return Array.from(days.values(), ({ staying, byUnit }) => ({
    staying: [...staying],
    byUnit: Array.from(byUnit.values(), (ids) => [...ids]),
  }))
}

/**
 * What shots and setups need. Things are carried from shot to shot, so a count is the most that is used
 * at one moment: lamps within one setup, with those that stay up and those of other units that day; lenses and rigs
 * within shots that roll together.
 */
export function kitNeeds(production: Production): KitNeed[] {
  const needs = new Map<string, { name: string; count: number; because: Set<string> }>()
  const want = (key: string, name: string, count: number, because: string) => {
    const need = needs.get(key) ?? { name, count: 0, because: new Set<string>() }
    need.count = Math.max(need.count, count)
    need.because.add(because)
    needs.set(key, need)
  }
  for (const ids of momentsOf(production)) {
    const counts = new Map<string, { name: string; count: number; codes: string[] }>()
    for (const shot of ids.flatMap((id) => byId(production.shot, id) ?? [])) {
      for (const key of shotNeeds(production, shot)) {
        const entry = counts.get(key) ?? { name: needName(production, key), count: 0, codes: [] }
        entry.count = key.startsWith('camera:') ? 1 : entry.count + 1
        entry.codes.push(shot.code)
        counts.set(key, entry)
      }
    }
    for (const [key, { name, count, codes }] of counts) for (const code of codes) want(key, name, count, code)
  }
  for (const item of Object.values(production.orderItem))
    for (const id of item.recorderIds) {
      const recorder = byId(production.recorder, id)
      if (recorder) want(`recorder:${recorder.letter}`, recorder.name, 1, item.title || 'sound')
    }
  const lampsOf = new Map<string, Map<string, number>>()
  for (const setup of Object.values(production.setup)) {
    const lamps = Object.values(production.lamp).filter((lamp) => lamp.setupId === setup.id)
    for (const key of new Set(lamps.map(lampNeed))) {
      const same = lamps.filter((lamp) => lampNeed(lamp) === key)
      const name = byId(production.ownLamp, same[0]!.ownLampId)?.name ?? lampType(same[0]!.libraryKey)?.name ?? same[0]!.name // prettier-ignore
      want(key, name, same.length, `setup ${setup.letter}`)
      lampsOf.set(setup.id, (lampsOf.get(setup.id) ?? new Map<string, number>()).set(key, same.length))
    }
  }
  for (const { staying, byUnit } of standingAtOnce(production))
    for (const [key, need] of needs) {
      const of = (id: string) => lampsOf.get(id)?.get(key) ?? 0
      const sum = (ids: readonly string[]) => ids.reduce((all, id) => all + of(id), 0)
      need.count = Math.max(need.count, sum(staying) + byUnit.reduce((all, ids) => all + Math.max(0, ...ids.map(of)), 0)) // prettier-ignore
    }
  return [...needs]
    .map(([key, need]) => ({ key, name: need.name, count: need.count, because: [...need.because] }))
    .sort((a, b) => a.key.localeCompare(b.key, 'en', { numeric: true }))
}

/** One lens there is: of those listed by range, or of the kit list by the one length that its entry answers to. */
interface LensThere {
  readonly key: string
  readonly shortestMm: number
  readonly longestMm: number
  readonly isRented: boolean
}
/** A lens is called by its length in whole millimetres; marked ends are that exact. */
const LENGTH_MM = 0.5

/** Every lens there is and works, of the list and of the kit list, a range each. */
export function lensesThere(production: Production): LensThere[] {
  const listed = Object.values(production.lens).map((lens): LensThere => ({
    key: '',
    shortestMm: lens.focalLengthMm,
    longestMm: lens.longestMm,
    isRented: false,
  }))
  const inKit = Object.values(production.kitItem).flatMap((item): LensThere[] => {
    const mm = Number(/^lens:(.+)$/.exec(item.answersTo)?.[1] ?? NaN)
    if (!(mm > 0)) return []
    const lens = (isRented: boolean): LensThere => ({ key: item.answersTo, shortestMm: mm, longestMm: mm, isRented })
    const there = usable(item)
    return [...Array.from({ length: there.owned }, () => lens(false)), ...Array.from({ length: there.rented }, () => lens(true))] // prettier-ignore
  })
  return [...listed, ...inKit]
}

/** Whether a lens can be set to a length. */
export const reaches = (lens: { readonly shortestMm: number; readonly longestMm: number }, mm: number) =>
  mm >= lens.shortestMm - LENGTH_MM && mm <= lens.longestMm + LENGTH_MM

/**
 * Which of the lengths wanted at one moment get a lens: as many as can, each lens on one camera, fixed ones before
 * zooms, which can do what is left.
 * @returns per length whether it has one
 * @source augmenting paths in a bipartite graph
 */
function shareOut(wantedMm: readonly number[], narrowFirst: readonly LensThere[]): (LensThere | null)[] {
  const heldBy = new Map<LensThere, number>()
  const give = (wanted: number, tried: Set<LensThere>): boolean =>
    narrowFirst.some((lens) => {
      if (tried.has(lens) || !reaches(lens, wantedMm[wanted]!)) return false
      tried.add(lens)
      const holder = heldBy.get(lens)
      if (holder !== undefined && !give(holder, tried)) return false
      heldBy.set(lens, wanted)
      return true
    })
  for (const wanted of wantedMm.keys()) give(wanted, new Set())
  const got = new Map([...heldBy].map(([lens, wanted]) => [wanted, lens]))
  return wantedMm.map((_, wanted) => got.get(wanted) ?? null)
}

/** Per length, how many are missing at the worst moment, and how many then come from what is owned and rented. */
function lensLines(production: Production): ReadonlyMap<string, Pick<KitLine, 'owned' | 'rented' | 'missing'>> {
  const narrowFirst = lensesThere(production).sort((a, b) => a.longestMm - a.shortestMm - (b.longestMm - b.shortestMm)) // prettier-ignore
  const lines = new Map<string, { owned: number; rented: number; missing: number }>()
  for (const ids of momentsOf(production)) {
    const wanted = ids.flatMap((id) => byId(production.shot, id)?.focalLengthMm ?? [])
    const got = shareOut(wanted, narrowFirst)
    for (const mm of new Set(wanted)) {
      const own = got.filter((_, i) => wanted[i] === mm)
      const missing = own.filter((lens) => lens === null).length
      const line = lines.get(`lens:${mm}`)
      if (line && line.missing > missing) continue
      if (line?.missing === missing && line.owned + line.rented >= own.length - missing) continue
      const rented = own.filter((lens) => lens?.isRented).length
      lines.set(`lens:${mm}`, { owned: own.length - missing - rented, rented, missing })
    }
  }
  return lines
}

/**
 * Needs against what there is: what is listed as a camera, a lens or a recorder is there, and so is what the kit list
 * says is owned or rented. A zoom answers for any length of its range, but for one at a time.
 */
export function kitDifference(production: Production): KitLine[] {
  const items = Object.values(production.kitItem)
  const lenses = lensLines(production)
  const listed = new Set([
    ...Object.values(production.camera).map((camera) => `camera:${camera.letter}`),
    ...Object.values(production.recorder).map((recorder) => `recorder:${recorder.letter}`),
  ])
  return kitNeeds(production).map((need) => {
    const lens = lenses.get(need.key)
    if (lens) return { ...need, ...lens }
    const answering = items.filter((item) => item.answersTo === need.key)
    const inKit = answering.reduce((sum, item) => sum + usable(item).owned, 0)
    const rented = answering.reduce((sum, item) => sum + usable(item).rented, 0)
    // Of a camera that is listed and on the kit list too there is one, if the kit list does not say that it is broken.
    const isBroken = answering.length > 0 && inKit + rented === 0 && answering.some((item) => item.owned + item.rented + item.borrowed > 0) // prettier-ignore
    const owned = Math.max(inKit, listed.has(need.key) && rented === 0 && !isBroken ? 1 : 0)
    return { ...need, owned, rented, missing: Math.max(0, need.count - owned - rented) }
  })
}
