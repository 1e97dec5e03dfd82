import { lampType } from '../light/index.ts'
import { asId, byId, type Production } from '../records/index.ts'

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

/**
 * What shots and setups need. Things are carried from shot to shot, so a count is the most that is used
 * at one moment: lamps within one setup, lenses and rigs within shots that roll together.
 */
export function kitNeeds(production: Production): KitNeed[] {
  const needs = new Map<string, { name: string; count: number; because: Set<string> }>()
  const want = (key: string, name: string, count: number, because: string) => {
    const need = needs.get(key) ?? { name, count: 0, because: new Set<string>() }
    need.count = Math.max(need.count, count)
    need.because.add(because)
    needs.set(key, need)
  }
  const together = Object.values(production.orderItem)
    .filter((item) => item.shotIds.length > 0)
    .map((item) => item.shotIds)
  const grouped = new Set(together.flat())
  const groups = [
    ...together,
    ...Object.keys(production.shot)
      .filter((id) => !grouped.has(asId(id)))
      .map((id) => [id]),
  ]
  for (const ids of groups) {
    const counts = new Map<string, { name: string; count: number; codes: string[] }>()
    for (const shot of ids.flatMap((id) => byId(production.shot, id) ?? [])) {
      const camera = byId(production.camera, shot.cameraId)
      const wanted = [[`lens:${shot.focalLengthMm}`, `${shot.focalLengthMm} mm lens`]]
      if (camera) wanted.push([`camera:${camera.letter}`, `Camera ${camera.letter}, ${camera.name}`])
      if (!STANDS_ON_ITS_OWN.has(shot.rig)) wanted.push([`rig:${shot.rig}`, shot.rig])
      for (const [key, name] of wanted as [string, string][]) {
        const entry = counts.get(key) ?? { name, count: 0, codes: [] }
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
  for (const setup of Object.values(production.setup)) {
    const lamps = Object.values(production.lamp).filter((lamp) => lamp.setupId === setup.id)
    for (const key of new Set(lamps.map((lamp) => lamp.libraryKey))) {
      const same = lamps.filter((lamp) => lamp.libraryKey === key)
      want(`lamp:${key}`, lampType(key)?.name ?? same[0]!.name, same.length, `setup ${setup.letter}`)
    }
  }
  return [...needs]
    .map(([key, need]) => ({ key, name: need.name, count: need.count, because: [...need.because] }))
    .sort((a, b) => a.key.localeCompare(b.key, 'en', { numeric: true }))
}

/** Needs against what is marked as owned or rented. */
export function kitDifference(production: Production): KitLine[] {
  const items = Object.values(production.kitItem)
  return kitNeeds(production).map((need) => {
    const answering = items.filter((item) => item.answersTo === need.key)
    const owned = answering.reduce((sum, item) => sum + item.owned, 0)
    const rented = answering.reduce((sum, item) => sum + item.rented, 0)
    return { ...need, owned, rented, missing: Math.max(0, need.count - owned - rented) }
  })
}
