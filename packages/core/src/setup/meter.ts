import { seeded } from '../chance/index.ts'
import { createRecord, type Id, type MeterReading, type PlacedLamp, type PlainChange, type Production, type Setup, type Spot, tryChanges, updateRecord } from '../records/index.ts' // prettier-ignore
import { kindOfLamp } from './lampKind.ts'
import { readSetup, type SetupReading } from './readSetup.ts'

/** What the meter said against what the plan says now. */
export interface Metered {
  readonly reading: MeterReading
  readonly markName: string
  /** Null where all lamps were on. */
  readonly lamp: PlacedLamp | null
  /** What the plan says as it is now; null where mark or lamp are gone. */
  readonly predictedLux: number | null
  /** Measured over predicted, stops; above 0 there was more light. */
  readonly offStops: number | null
}

/** What the plan says that a meter shows at a mark: of one lamp alone, or of all that is lit. */
export function predictedLux({ marks, lamps }: SetupReading, markId: string, lampId: string | null): number | null {
  const mark = marks.find((one) => one.mark.id === markId)
  if (!mark) return null
  if (lampId === null) return mark.reading.totalLux
  const i = lamps.findIndex((lamp) => lamp.id === lampId)
  return i < 0 ? null : mark.reading.each[i]! + mark.reading.eachReturned[i]!
}

/** What was metered in a setup, against the plan as it stands. */
export function metered(production: Production, setup: Setup): Metered[] {
  const reading = readSetup(production, setup)
  return Object.values(production.meterReading)
    .filter((one) => one.setupId === setup.id)
    .sort((a, b) => a.version - b.version)
    .map((one): Metered => {
      const said = predictedLux(reading, one.markId, one.lampId)
      return {
        reading: one,
        markName: production.mark[one.markId]?.name ?? '',
        lamp: one.lampId ? (production.lamp[one.lampId] ?? null) : null,
        predictedLux: said,
        offStops: said && said > 0 ? Math.log2(one.lux / said) : null,
      }
    })
}

/** A way to make the plan agree with the meter. */
export interface Correction {
  readonly says: string
  readonly changes: readonly PlainChange[]
}

/** Nearer than this a plan and a meter agree: cells, housings and hands differ by as much. */
export const AGREES_STOPS = 0.2

const roundLux = (lux: number) => Number(lux.toPrecision(3))

/**
 * What a reading may correct: of one lamp, that lamp, or the kind kept as one's own so that it is right wherever it goes;
 * of all of them, the surfaces of the room, which stay with the spot, or all lamps alike.
 */
export function correctionsOf(
  production: Production,
  setup: Setup,
  { reading, lamp, predictedLux: said, offStops }: Metered,
  newId: () => string,
): Correction[] {
  // prettier-ignore
  if (said === null || offStops === null || Math.abs(offStops) < AGREES_STOPS) return []
  const factor = reading.lux / said
  if (lamp) {
    const luxAt1m = roundLux(lamp.luxAt1m * factor)
    const own = ownLamp(production, lamp, luxAt1m, newId)
    return [
      { says: `${lamp.name} gives ${luxAt1m} lx at 1 m`, changes: [updateRecord('lamp', lamp.id, { luxAt1m })] },
      ...(own ? [own] : []),
    ]
  }
  const spot = production.spot[setup.spotId]
  const surfaces = spot && !spot.outdoors ? surfacesFor(production, setup, spot, reading) : null
  const lamps = readSetup(production, setup).lamps
  const all = lamps.map((one) => updateRecord('lamp', one.id, { luxAt1m: roundLux(one.luxAt1m * factor) }))
  return [
    ...(surfaces ? [surfaces] : []),
    ...(lamps.length > 0 ? [{ says: `All lamps ${factor < 1 ? 'weaker' : 'stronger'} by ${Math.abs(offStops).toFixed(1)} stops`, changes: all }] : []), // prettier-ignore
  ]
}

/** A lamp kept as it was measured, and all of its kind in this production set to it. */
function ownLamp(production: Production, lamp: PlacedLamp, luxAt1m: number, newId: () => string): Correction | null {
  if (lamp.ownLampId) return { says: `Keep it so for every ${lamp.name}`, changes: [updateRecord('ownLamp', lamp.ownLampId, { luxAt1m }), ...Object.values(production.lamp).filter((one) => one.ownLampId === lamp.ownLampId).map((one) => updateRecord('lamp', one.id, { luxAt1m }))] } // prettier-ignore
  const kind = kindOfLamp(production, lamp)
  if (!kind || lamp.libraryKey === '') return null
  const id = newId() as Id<'ownLamp'>
  const { name, beamDeg, fieldDeg, watts, faceWidthM, faceTallM, batteryWh } = lamp
  const [warmK, coldK] = kind.cctK
  const same = Object.values(production.lamp).filter(
    (one) => one.libraryKey === lamp.libraryKey && one.ownLampId === null,
  )
  return {
    says: `Keep it as a lamp of your own, for all ${same.length} here`,
    changes: [
      createRecord('ownLamp', { name, luxAt1m, beamDeg, fieldDeg, watts, warmK, coldK, weightKg: kind.weightKg, faceWidthM, faceTallM, batteryWh, hot: kind.hot, note: 'by the meter' }, id), // prettier-ignore
      ...same.map((one) => updateRecord('lamp', one.id, { luxAt1m, ownLampId: id })),
    ],
  }
}

const MOST_PCT = 88
const LOOKS = 10
/** All surfaces at most so much paler than they were typed. */
const MOST_PALER = 4
const NEAR_STOPS = 0.03

/** All surfaces of a spot paler or darker alike, so that the plan says what the meter said; null where none would do. */
function surfacesFor(
  production: Production,
  setup: Setup,
  spot: Spot,
  { markId, lux }: MeterReading,
): Correction | null {
  // prettier-ignore
  const fields = (by: number) => {
    const to = (pct: number) => Math.round(Math.min(MOST_PCT, pct * by) * 10) / 10
    return { wallPct: to(spot.wallPct), ceilingPct: to(spot.ceilingPct), floorPct: to(spot.floorPct), wallsPct: spot.wallsPct.map((pct) => pct && to(pct)) } // prettier-ignore
  }
  const saysAt = (by: number) => {
    const tried = tryChanges(production, [updateRecord('spot', spot.id, fields(by))])
    return predictedLux(readSetup(tried, tried.setup[setup.id]!), markId, null) ?? 0
  }
  // Each look follows the light through another room: a straight line between what is known halves the looks.
  let [low, high] = [
    { by: 0, lux: saysAt(0) },
    { by: MOST_PALER, lux: saysAt(MOST_PALER) },
  ]
  if (lux < low.lux || lux > high.lux) return null
  let best = low
  for (let i = 0; i < LOOKS && Math.abs(Math.log2(best.lux / lux)) > NEAR_STOPS; i++) {
    // Now and then the middle, since surfaces stop at what any of them can send back.
    const share = i % 3 === 2 ? 0.5 : (lux - low.lux) / (high.lux - low.lux)
    const by = low.by + (high.by - low.by) * share
    best = { by, lux: saysAt(by) }
    if (best.lux < lux) low = best
    else high = best
  }
  const found = fields(best.by)
  return {
    says: `${spot.name} sends back: walls ${Math.round(found.wallPct)} %, ceiling ${Math.round(found.ceilingPct)} %, floor ${Math.round(found.floorPct)} %`, // prettier-ignore
    changes: [updateRecord('spot', spot.id, found)],
  }
}

/** Lamps of one kind differ by so many stops, as a deviation; so do rooms from what was typed of them. */
const LAMPS_DIFFER = 0.3
const METER_NOISE = 0.03

/**
 * The meter that ships with the program, for trying things out: it knows how far this very lamp is from its kind, which
 * the plan does not, and never shows the same figure twice.
 * @param turn which reading it is
 */
export function simulatedMeter(
  production: Production,
  setup: Setup,
  markId: string,
  lampId: string | null,
  turn: number,
): number {
  // prettier-ignore
  const reading = readSetup(production, setup)
  const bell = (seed: string, times: number) => {
    const chance = seeded([...seed].reduce((h, c) => (Math.imul(h, 31) + c.charCodeAt(0)) >>> 0, 7))
    for (let i = 0; i < times; i++) chance()
    return chance() + chance() + chance() - 1.5
  }
  const mark = reading.marks.find((one) => one.mark.id === markId)
  if (!mark) return 0
  const parts = reading.lamps.map((lamp, i) => {
    const lux = mark.reading.each[i]! + mark.reading.eachReturned[i]!
    return lampId === null || lamp.id === lampId ? lux * 2 ** (2 * LAMPS_DIFFER * bell(lamp.id, 0)) : 0
  })
  const lamps = parts.reduce((sum, lux) => sum + lux, 0)
  const rest = lampId === null ? mark.reading.totalLux - reading.lamps.reduce((sum, lamp, i) => sum + (lamp.role === 'edge' ? 0 : mark.reading.each[i]!) + mark.reading.eachReturned[i]!, 0) : 0 // prettier-ignore
  return Math.max(
    0.1,
    Number(((lamps + rest) * (1 + 2 * METER_NOISE * bell(`${markId}${lampId}`, turn))).toPrecision(3)),
  )
}
