import { LAMP_LIBRARY, PANEL_LIBRARY, type LampType, type PanelType } from '../light/index.ts'
import {
  byId,
  createRecord,
  asId,
  type PlacedLamp,
  type PlainChange,
  type Production,
  type Shot,
  tryChanges,
  updateRecord,
} from '../records/index.ts'
import {
  isOff,
  lampsInView,
  type MarkRead,
  ofSetup,
  readSetup,
  type SetupReading,
  type ShotAtMark,
} from '../setup/index.ts'
import { filterStock, nearestStack, usable } from '../kit/index.ts'
import { dayPlans } from '../day/index.ts'
import { captureRate, masterDeliverable } from '../shotlist/index.ts'
import { counted, exposureError, lengthText } from '../text/index.ts'
import type { Fix } from './finding.ts'

/** A way out before it is tried. */
interface Way extends Fix {
  /** What two hands need for it on the set, minutes; ways are offered by it. */
  readonly minutes: number
  /** What is given up for it, or paid, in words: those that cost nothing of the kind go first. */
  readonly price?: string
}

/** A short shot is mended by a press that changes this much of what stands on the set. */
const MINUTES = { dial: 1, camera: 0, lens: 3, cloth: 2, move: 4, lamp: 8, board: 3 } as const

/** Which shots of a reading are off. */
const offIn = (reading: SetupReading) => new Set(reading.shots.filter(isOff).map(({ shot }) => shot.id))

/**
 * Ways that really lead out: each is tried on a copy of the setup, kept if the shot then is right at every mark in its
 * frame, no other shot of the setup is off that was not, and no lamp or panel has come into a picture; those that give
 * nothing up and take the least time first, with what they leave.
 */
function waysThatHold(production: Production, reading: SetupReading, shot: Shot, ways: readonly Way[]): Fix[] {
  const { setup } = reading
  const before = offIn(reading)
  const inView = (p: Production, read: SetupReading) =>
    lampsInView(p, setup, read.lamps).length + panelsInView(p, setup)
  const seen = inView(production, reading)
  return [...ways]
    .sort((a, b) => Number(a.price !== undefined) - Number(b.price !== undefined) || a.minutes - b.minutes)
    .flatMap(({ says, changes, minutes, price }): Fix[] => {
      const after = tryChanges(production, named(changes))
      const read = readSetup(after, setup)
      const own = read.shots.find((one) => one.shot.id === shot.id)
      if (!own || isOff(own) || [...offIn(read)].some((id) => !before.has(id))) return []
      if (changes.some(({ kind }) => kind !== 'shot') && inView(after, read) > seen) return []
      const then = `${minutes > 0 ? `${counted(minutes, 'minute')}, ` : ''}${price ? `${price}, ` : ''}then ${exposureError(own.errorStops)}`
      return [{ says, changes, costs: then }]
    })
}

/** How many of what was put up the cameras of a setup see, by its middle. */
const panelsInView = (production: Production, setup: SetupReading['setup']): number =>
  lampsInView(production, setup, ofSetup(production.panel, setup)).length

/** A check knows no chance: what it would make is named while it is tried. */
const named = (changes: readonly PlainChange[]): PlainChange[] =>
  changes.map((change) => (change.op === 'create' && change.id === '' ? { ...change, id: asId('tried') } : change) as PlainChange) // prettier-ignore

/** Down to this a level is set; below it many lamps flicker or change colour. */
const LEAST_LEVEL_PCT = 1
/** Smaller than this a lens loses sharpness to diffraction, wider than that is not a usual one. */
const SMALLEST_T = 16
const WIDEST_T = 1.3
/** From here on things that move smear; under this they stutter. */
const WIDEST_SHUTTER_DEG = 270
const NARROWEST_SHUTTER_DEG = 45

/** Neutral density: of the filters that are there, where it is known which those are. */
function densityWays(production: Production, shot: Shot, over: number): Way[] {
  const way = (ndStops: number, price: Pick<Way, 'price'>, from = ''): Way => ({
    says: `Put in ${Math.round((ndStops - shot.ndStops) * 10) / 10} stops of neutral density${from}`,
    changes: [updateRecord('shot', shot.id, { ndStops })],
    minutes: MINUTES.camera,
    ...price,
  })
  const wanted = shot.ndStops + over
  // Filters come in thirds of a stop at the finest; to the nearest is within what is forgiven.
  const exact = Math.round(Math.round(wanted * 3) * (100 / 3)) / 100
  const stock = filterStock(production)
  if (stock.length === 0) return [way(exact, {})]
  const own = nearestStack(stock, wanted)
  const isThere = own === exact
  return [
    ...(own > shot.ndStops ? [way(own, {}, ' that you have')] : []),
    ...(isThere ? [] : [way(exact, { price: 'a filter to rent' })]),
  ]
}

/** What a shot needs less light by: filter, level, stop, index or shutter. */
export function dimmerWays(
  production: Production,
  reading: SetupReading,
  shot: Shot,
  at: ShotAtMark,
  over: number,
): Fix[] {
  const ways: Way[] = []
  ways.push(...densityWays(production, shot, over))
  const key = keyFactor(reading, at, -over)
  const levelPct = key ? Math.round(key.lamp.levelPct * key.factor) : 0
  if (key && levelPct >= LEAST_LEVEL_PCT)
    ways.push({ says: `Key to ${levelPct} %`, changes: [updateRecord('lamp', key.lamp.id, { levelPct })], minutes: MINUTES.dial }) // prettier-ignore
  const tStop = Math.round(shot.tStop * 2 ** (over / 2) * 10) / 10
  if (tStop <= SMALLEST_T)
    ways.push({ says: `Close to T${tStop}`, changes: [updateRecord('shot', shot.id, { tStop })], minutes: MINUTES.camera, price: 'more depth' }) // prettier-ignore
  const native = byId(production.camera, shot.cameraId)?.nativeIso ?? 800
  const iso = Math.round(shot.iso / 2 ** over / 50) * 50
  if (iso >= native)
    ways.push({ says: `ISO ${iso}`, changes: [updateRecord('shot', shot.id, { iso })], minutes: MINUTES.camera })
  ways.push(...laterWays(production, reading, shot))
  const shutterDeg = Math.round(shot.shutterDeg / 2 ** over)
  if (shutterDeg >= NARROWEST_SHUTTER_DEG)
    ways.push({ says: `Shutter ${shutterDeg}°`, changes: [updateRecord('shot', shot.id, { shutterDeg })], minutes: MINUTES.camera, price: 'crisper motion' }) // prettier-ignore
  return waysThatHold(production, reading, shot, ways)
}

/** What a shot gets more light by. @param short stops that are missing */
export function brighterWays(
  production: Production,
  reading: SetupReading,
  shot: Shot,
  at: ShotAtMark,
  short: number,
): Fix[] {
  const ways = [
    ...cameraWays(production, shot, short),
    ...clothWays(production, reading, short),
    ...keyWays(production, reading, at, short),
    ...boardWays(reading, at),
    ...laterWays(production, reading, shot),
  ]
  return waysThatHold(production, reading, shot, ways)
}

/** Filter, stop, index, rate and shutter, each enough by itself. */
function cameraWays(production: Production, shot: Shot, short: number): Way[] {
  const minutes = MINUTES.camera
  const ways: Way[] = []
  const way = (says: string, fields: Readonly<Record<string, number>>, price?: string) =>
    ways.push({ says, changes: [updateRecord('shot', shot.id, fields)], minutes, ...(price ? { price } : {}) })
  if (shot.ndStops >= short)
    way(`Take out ${Math.ceil(short * 10) / 10} stops of neutral density`, {
      ndStops: Math.floor((shot.ndStops - short) * 10) / 10,
    })
  const tStop = Math.floor((shot.tStop / 2 ** (short / 2)) * 10 + 1e-6) / 10
  const own = byId(production.lens, shot.lensId)
  if (tStop >= (own?.tStop ?? WIDEST_T)) way(`Open to T${tStop}`, { tStop }, 'less depth')
  const faster = Object.values(production.lens)
    .filter(
      (lens) =>
        lens.id !== shot.lensId &&
        lens.tStop <= tStop &&
        lens.focalLengthMm <= shot.focalLengthMm &&
        shot.focalLengthMm <= lens.longestMm,
    ) // prettier-ignore
    .sort((a, b) => b.tStop - a.tStop)[0]
  if (own && tStop < own.tStop && faster)
    ways.push({ says: `${faster.name} at T${tStop}`, changes: [updateRecord('shot', shot.id, { lensId: faster.id, tStop })], minutes: MINUTES.lens, price: 'less depth' }) // prettier-ignore
  const iso = Math.ceil((shot.iso * 2 ** short) / 50) * 50
  if (iso <= (byId(production.camera, shot.cameraId)?.mostIso ?? 3200)) way(`ISO ${iso}`, { iso }, 'more noise')
  const deliverable = masterDeliverable(production)
  const slowest = deliverable ? deliverable.rateNum / deliverable.rateDen : 24
  const fps = Math.floor(captureRate(shot) / 2 ** short)
  if (fps >= slowest) way(`Shoot at ${fps} fps`, { fpsNum: fps, fpsDen: 1 }, 'less slow')
  const shutterDeg = Math.ceil(shot.shutterDeg * 2 ** short)
  if (shutterDeg <= WIDEST_SHUTTER_DEG) way(`Shutter ${shutterDeg}°`, { shutterDeg }, 'more blur')
  return ways
}

/** So far ahead another hour is looked for, and in such steps, minutes. */
const AHEAD_MIN = 360
const STEP_MIN = 45

/** The first later hour of its day at which sun and sky leave a shot right. */
function laterWays(production: Production, { moments, setup }: SetupReading, shot: Shot): Way[] {
  if (!moments || !('at' in moments)) return []
  const item = Object.values(production.orderItem).find(({ shotIds }) => shotIds.includes(shot.id))
  const plan = item && dayPlans(production).find(({ day }) => day.id === item.dayId)
  const row = plan?.timeline.rows.find((one) => one.kind === 'shots' && one.itemId === item!.id)
  if (!item || !plan || !row) return []
  for (let later = STEP_MIN; later <= AHEAD_MIN; later += STEP_MIN) {
    const notBeforeMin = Math.ceil((row.startMin + later) / 5) * 5
    const changes = [updateRecord('orderItem', item.id, { notBeforeMin })]
    const own = readSetup(tryChanges(production, changes), setup).shots.find((one) => one.shot.id === shot.id)
    if (own && !isOff(own)) return [{ says: `Wait with it until ${plan.clock.text(notBeforeMin)}`, changes, minutes: later, price: 'the day gets longer' }] // prettier-ignore
  }
  return []
}

/** Less cloth on the key, or in front of it. */
function clothWays(production: Production, { setup, lamps }: SetupReading, short: number): Way[] {
  const key = lamps.find((lamp) => lamp.role === 'key')
  const less = (from: number) => Math.round(Math.max(0, from - short) * 10) / 10
  const says = (name: string, lossStops: number) => `${name} with ${counted(lossStops, 'stop')} of cloth`
  const on = key && key.lossStops >= short ? [key] : []
  return [
    ...on.map((lamp): Way => {
      const lossStops = less(lamp.lossStops)
      return { says: says('Key', lossStops), changes: [updateRecord('lamp', lamp.id, { lossStops })], minutes: MINUTES.cloth, price: 'harder' } // prettier-ignore
    }),
    ...ofSetup(production.panel, setup)
      .filter((panel) => panel.type === 'cloth' && panel.lossStops >= short)
      .map((panel): Way => {
        const lossStops = less(panel.lossStops)
        return { says: says(panel.name, lossStops), changes: [updateRecord('panel', panel.id, { lossStops })], minutes: MINUTES.move, } // prettier-ignore
      }),
  ]
}

/** The key turned up, brought nearer, or another in its place. */
function keyWays(production: Production, reading: SetupReading, at: ShotAtMark, short: number): Way[] {
  const key = keyFactor(reading, at, short)
  if (!key) return []
  const levelPct = Math.ceil(key.lamp.levelPct * key.factor)
  if (levelPct <= 100)
    return [{ says: `Key to ${levelPct} %`, changes: [updateRecord('lamp', key.lamp.id, { levelPct })], minutes: MINUTES.dial }] // prettier-ignore
  return [...nearerKey(production, key, at), ...otherLamps(production, key)]
}

/** Light the key alone would have to give, as a factor on what it gives now; the rest stays as it is. */
function keyFactor(
  { lamps }: SetupReading,
  { reading: light }: ShotAtMark,
  byStops: number,
): { lamp: PlacedLamp; factor: number } | null {
  const index = lamps.findIndex((lamp) => lamp.role === 'key')
  const lamp = lamps[index]
  const lux = index < 0 ? 0 : light.each[index]!
  if (!lamp || lux <= 0) return null
  const factor = (light.totalLux * 2 ** byStops - light.totalLux + lux) / lux
  return factor > 0 ? { lamp, factor } : null
}

/** Nearer than this a lamp is in frame or in somebody's face. */
const CLOSEST_M = 0.7

/** Along the line to the face, as near as what it lacks asks for. */
function nearerKey(
  production: Production,
  { lamp, factor }: { lamp: PlacedLamp; factor: number },
  { mark }: MarkRead,
): Way[] {
  const scale = 1 / Math.sqrt(factor)
  const offset = { x: lamp.xM - mark.xM, y: lamp.yM - mark.yM, z: lamp.heightM - mark.heightM }
  const distanceM = Math.hypot(offset.x, offset.y, offset.z) * scale
  if (distanceM < CLOSEST_M) return []
  const centimetres = (m: number) => Math.round(m * 100) / 100
  const fields = {
    xM: centimetres(mark.xM + offset.x * scale),
    yM: centimetres(mark.yM + offset.y * scale),
    heightM: centimetres(mark.heightM + offset.z * scale),
  }
  return [{ says: `Move the key to ${lengthText(distanceM, production.production.units)}`, changes: [updateRecord('lamp', lamp.id, fields)], minutes: MINUTES.move }] // prettier-ignore
}

/** As wide as the lamp it takes the place of, so that it lights what that lit. */
const BEAM_APART_DEG = 15

/** The smallest lamps of the library that give enough, one that is owned and one to rent. */
function otherLamps(production: Production, { lamp, factor }: { lamp: PlacedLamp; factor: number }): Way[] {
  const neededLux = lamp.luxAt1m * (lamp.levelPct / 100) * factor
  const owned = (type: LampType) =>
    Object.values(production.kitItem).some((item) => item.answersTo === `lamp:${type.key}` && usable(item).owned > 0)
  const enough = LAMP_LIBRARY.filter(
    (type) =>
      type.key !== lamp.libraryKey &&
      type.luxAt1m >= neededLux &&
      Math.abs(type.beamDeg - lamp.beamDeg) <= BEAM_APART_DEG &&
      type.cctK[0] <= lamp.cctK &&
      lamp.cctK <= type.cctK[1] &&
      type.family !== 'Practical',
  ).sort((a, b) => a.watts - b.watts)
  const chosen = [enough.find(owned), enough.find((type) => !owned(type))]
  return chosen.flatMap((type): Way[] => {
    if (!type) return []
    const levelPct = Math.min(100, Math.ceil((100 * neededLux) / type.luxAt1m))
    const { name, luxAt1m, beamDeg, watts } = type
    const fields = { name, libraryKey: type.key, luxAt1m, beamDeg, watts, levelPct }
    return [{ says: `${name} as key, at ${levelPct} %`, changes: [updateRecord('lamp', lamp.id, fields)], minutes: MINUTES.lamp, ...(owned(type) ? {} : { price: 'to be rented' }) }] // prettier-ignore
  })
}

/** Beside the face on the side that the key leaves, as near as a picture usually lets it. */
const BESIDE_M = 0.9

/** A panel of the library put up beside a mark, away from the key and facing it. */
function besideMark({ setup, lamps }: SetupReading, { mark }: MarkRead, type: PanelType): PlainChange {
  const key = lamps.find((lamp) => lamp.role === 'key')
  const face = (mark.facingDeg * Math.PI) / 180
  const right = { x: Math.cos(face), y: Math.sin(face) }
  const keySide = key ? Math.sign((key.xM - mark.xM) * right.x + (key.yM - mark.yM) * right.y) || 1 : 1
  const side = { x: -keySide * right.x, y: -keySide * right.y }
  const { name, type: what, widthM, tallM, lossStops, backPct } = type
  return createRecord(
    'panel',
    {
      setupId: setup.id,
      name,
      type: what,
      widthM,
      tallM,
      lossStops,
      backPct,
      xM: Math.round((mark.xM + side.x * BESIDE_M + Math.sin(face) * 0.3) * 100) / 100,
      yM: Math.round((mark.yM + side.y * BESIDE_M - Math.cos(face) * 0.3) * 100) / 100,
      heightM: Math.max(tallM / 2, mark.heightM),
      bearingDeg: (Math.round((Math.atan2(-side.x, side.y) * 180) / Math.PI) + 360) % 360,
    },
    asId(''),
  )
}
const panelType = (key: string): PanelType => PANEL_LIBRARY.find((type) => type.key === key)!

/** A board that sends the key's light back to the face. */
const boardWays = (reading: SetupReading, at: MarkRead): Way[] => [
  { says: `White board beside ${at.mark.name}`, changes: [besideMark(reading, at, panelType('board-120'))], minutes: MINUTES.board, price: 'flatter' }, // prettier-ignore
]

/** The strongest fill set so that the ratio is met, the key, or a board or black beside the face. */
export function ratioWays(
  production: Production,
  reading: SetupReading,
  at: MarkRead,
  [least, most]: readonly [least: number, most: number],
): Fix[] {
  const light = at.reading
  const wantedRatio = Math.min(most, Math.max(least, light.ratio ?? least))
  const { keyLux, fillLux, each } = light
  const level = (role: PlacedLamp['role'], luxOf: (now: number) => number): Fix[] => {
    const strongest = reading.lamps
      .map((lamp, i) => ({ lamp, lux: each[i]! }))
      .filter(({ lamp, lux }) => lamp.role === role && lux > 0)
      .sort((a, b) => b.lux - a.lux)[0]
    if (!strongest) return []
    const { lamp, lux } = strongest
    const levelPct = Math.round((lamp.levelPct * luxOf(lux)) / lux)
    if (levelPct < 1 || levelPct > 100 || levelPct === lamp.levelPct) return []
    const says = `${role === 'key' ? 'Key' : 'Fill'} to ${levelPct} %`
    return [{ says, changes: [updateRecord('lamp', lamp.id, { levelPct })] }]
  }
  const fill = wantedRatio > 1 ? level('fill', (now) => keyLux / (wantedRatio - 1) - (fillLux - now)) : []
  const key = level('key', (now) => now + fillLux * (wantedRatio - 1) - keyLux)
  const isFlat = (light.ratio ?? 0) < least
  const panel = panelType(isFlat ? 'black-120' : 'board-120')
  const beside = {
    says: `${isFlat ? 'Black' : 'White board'} beside ${at.mark.name}`,
    changes: [besideMark(reading, at, panel)],
  }
  return [...fill, ...key, ...ratioHolds(production, reading, at, beside, [least, most])]
}

/** A panel that really brings the ratio to what is asked for, with what it leaves. */
function ratioHolds(
  production: Production,
  reading: SetupReading,
  { mark }: MarkRead,
  fix: Fix,
  [least, most]: readonly [number, number],
): Fix[] {
  const tried = tryChanges(production, named(fix.changes))
  if (panelsInView(tried, reading.setup) > panelsInView(production, reading.setup)) return []
  const after = readSetup(tried, reading.setup)
  const ratio = after.marks.find((one) => one.mark.id === mark.id)?.reading.ratio ?? null
  const before = offIn(reading)
  if (ratio === null || ratio < least * 0.95 || ratio > most * 1.05 || [...offIn(after)].some((id) => !before.has(id)))
    return []
  return [{ ...fix, costs: `${counted(MINUTES.board, 'minute')}, then ${ratio.toFixed(1)} : 1` }]
}
