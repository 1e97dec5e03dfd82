import { waysOut } from '../light/index.ts'
import { byId, type PlacedLamp, type Production, type Shot, updateRecord } from '../records/index.ts'
import { isTooDark, readSetup, type SetupReading } from '../setup/index.ts'
import { captureRate, masterDeliverable } from '../shotlist/index.ts'
import { lengthText } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'

/** From here on nobody rescues the shot. */
const LOST_STOPS = 1

/** Is every shot of a setup bright enough at its stop, index, shutter and rate? */
export function checkExposure(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const reading = readSetup(production, setup)
    return reading.shots.filter(isTooDark).flatMap(({ shot, errorStops, stop, shutterS }) => {
      const short = -errorStops
      const light = reading.marks[0]!.reading
      return [
        {
          check: 'light.too-dark-for-shot',
          severity: short >= LOST_STOPS ? 'stop' : 'watch',
          stage: 'light',
          rule: null,
          about: { kind: 'shot', id: shot.id },
          says: Number.isFinite(short)
            ? `${shot.code} is ${short.toFixed(1)} stops too dark in setup ${setup.letter}: the light gives T${stop.toFixed(1)}, the shot wants T${shot.tStop}.`
            : `${shot.code} has no light at all in setup ${setup.letter}.`,
          evidence: [
            {
              label: 'light at the mark',
              value: light.totalLux,
              unit: 'lx',
              from: `setup ${setup.letter}, ${reading.marks[0]!.mark.name}`,
            },
            {
              label: 'exposure',
              value: `1/${Math.round(1 / shutterS)}`,
              unit: 's',
              from: `${shot.shutterDeg}° at ${captureRate(shot)} fps, ISO ${shot.iso}`,
            },
            { label: 'gives', value: `T${stop.toFixed(2)}`, unit: '', from: 'N² / t = E S / 250' },
            { label: 'short', value: short, unit: 'stops', from: `against T${shot.tStop}` },
          ],
          fixes: Number.isFinite(short) ? exposureFixes(production, reading, shot, short) : [],
        } satisfies Finding,
      ]
    })
  })
}

function exposureFixes(production: Production, reading: SetupReading, shot: Shot, short: number): Fix[] {
  const camera = byId(production.camera, shot.cameraId)
  const deliverable = masterDeliverable(production)
  const slowest = deliverable ? deliverable.rateNum / deliverable.rateDen : 24
  const ways = waysOut(
    short,
    { tStop: shot.tStop, iso: shot.iso, fps: captureRate(shot) },
    camera?.mostIso ?? 3200,
    slowest,
  )
  const fixes: Fix[] = []
  if (shot.ndStops >= short)
    fixes.push({
      says: `Take out ${Math.ceil(short * 10) / 10} stops of neutral density`,
      changes: [updateRecord('shot', shot.id, { ndStops: Math.floor((shot.ndStops - short) * 10) / 10 })],
    })
  const brighter = brighterKey(reading, short)
  if (brighter)
    fixes.push({
      says: `Key to ${brighter.levelPct} %`,
      changes: [updateRecord('lamp', brighter.id, { levelPct: brighter.levelPct })],
    })
  const nearer = nearerKey(reading, short)
  if (nearer)
    fixes.push({
      says: `Move the key to ${lengthText(nearer.distanceM, production.production.units)}`,
      changes: [updateRecord('lamp', nearer.lamp.id, nearer.fields)],
    })
  if (ways.tStop !== null) {
    const tStop = Math.floor(ways.tStop * 10) / 10
    fixes.push({ says: `Open to T${tStop}`, changes: [updateRecord('shot', shot.id, { tStop })] })
  }
  if (ways.iso !== null) {
    const iso = Math.ceil(ways.iso / 50) * 50
    if (iso <= (camera?.mostIso ?? 3200))
      fixes.push({ says: `ISO ${iso}`, changes: [updateRecord('shot', shot.id, { iso })] })
  }
  if (ways.fps !== null) {
    const fps = Math.floor(ways.fps)
    if (fps >= slowest)
      fixes.push({ says: `Shoot at ${fps} fps`, changes: [updateRecord('shot', shot.id, { fpsNum: fps, fpsDen: 1 })] })
  }
  return fixes
}

/** Light the key alone would have to give, as a factor on what it gives now; the rest stays as it is. */
function keyFactor(reading: SetupReading, short: number): { lamp: PlacedLamp; factor: number } | null {
  const { reading: light } = reading.marks[0]!
  const index = reading.lamps.findIndex((lamp) => lamp.role === 'key')
  const lamp = reading.lamps[index]
  const lux = index < 0 ? 0 : light.each[index]!
  if (!lamp || lux <= 0) return null
  return { lamp, factor: (light.totalLux * 2 ** short - light.totalLux + lux) / lux }
}

function brighterKey(reading: SetupReading, short: number): { id: PlacedLamp['id']; levelPct: number } | null {
  const key = keyFactor(reading, short)
  if (!key) return null
  const levelPct = Math.ceil(key.lamp.levelPct * key.factor)
  return levelPct <= 100 ? { id: key.lamp.id, levelPct } : null
}

/** Nearer than this a lamp is in frame or in somebody's face. */
const CLOSEST_M = 0.7

function nearerKey(reading: SetupReading, short: number) {
  const key = keyFactor(reading, short)
  if (!key) return null
  const { mark } = reading.marks[0]!
  const { lamp, factor } = key
  const scale = 1 / Math.sqrt(factor)
  const offset = { x: lamp.xM - mark.xM, y: lamp.yM - mark.yM, z: lamp.heightM - mark.heightM }
  const distanceM = Math.hypot(offset.x, offset.y, offset.z) * scale
  if (distanceM < CLOSEST_M) return null
  const centimetres = (m: number) => Math.round(m * 100) / 100
  return {
    lamp,
    distanceM,
    fields: {
      xM: centimetres(mark.xM + offset.x * scale),
      yM: centimetres(mark.yM + offset.y * scale),
      heightM: centimetres(mark.heightM + offset.z * scale),
    },
  }
}

/** Is the key to fill ratio within what the setup asks for? */
export function checkRatio(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    if (setup.ratioLeast === null && setup.ratioMost === null) return []
    const reading = readSetup(production, setup)
    const first = reading.marks[0]
    const ratio = first?.reading.ratio ?? null
    if (!first || ratio === null) return []
    const least = setup.ratioLeast ?? 1,
      most = setup.ratioMost ?? Infinity
    if (ratio >= least * 0.95 && ratio <= most * 1.05) return []
    return [
      {
        check: 'light.ratio',
        severity: 'watch',
        stage: 'light',
        rule: null,
        about: { kind: 'setup', id: setup.id },
        says: `Setup ${setup.letter} lights ${first.mark.name} at ${ratio.toFixed(1)} : 1, ${ratio < least ? 'flatter' : 'harder'} than the ${least} : 1 to ${Number.isFinite(most) ? most : 'any'} : 1 asked for.`,
        evidence: [
          { label: 'key', value: first.reading.keyLux, unit: 'lx', from: first.mark.name },
          { label: 'fill and ambient', value: first.reading.fillLux, unit: 'lx', from: first.mark.name },
          { label: 'ratio', value: ratio, unit: ': 1', from: '(key + fill) / fill' },
        ],
        fixes: ratioFixes(reading, Math.min(most, Math.max(least, ratio))),
      } satisfies Finding,
    ]
  })
}

/** The strongest fill set so that the ratio is met; where it cannot be, the key taken down. */
function ratioFixes(reading: SetupReading, wanted: number): Fix[] {
  const { keyLux, fillLux, each } = reading.marks[0]!.reading
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
  const fill = wanted > 1 ? level('fill', (now) => keyLux / (wanted - 1) - (fillLux - now)) : []
  const key = level('key', (now) => now + fillLux * (wanted - 1) - keyLux)
  return [...fill, ...key]
}
