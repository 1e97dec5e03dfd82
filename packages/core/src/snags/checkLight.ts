import { lampType, waysOut } from '../light/index.ts'
import { byId, type PlacedLamp, type Production, type Shot, updateRecord } from '../records/index.ts'
import {
  isTooDark,
  type MarkRead,
  readSetup,
  type SetupReading,
  type ShotAtMark,
  type ShotReading,
  tooBright,
} from '../setup/index.ts'
import { captureRate, masterDeliverable } from '../shotlist/index.ts'
import { lengthText, lux } from '../text/index.ts'
import type { Finding, Fix } from './finding.ts'

/** From here on nobody rescues the shot. */
const LOST_STOPS = 1

/** Is every shot of a setup bright enough, and not too bright, at its stop, index, shutter and rate, for all in its frame? */
export function checkExposure(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const reading = readSetup(production, setup)
    return reading.shots.flatMap((shot): Finding[] => {
      const over = tooBright(shot)
      if (isTooDark(shot)) return [exposureFinding(production, reading, shot, shot)]
      return over ? [exposureFinding(production, reading, shot, over)] : []
    })
  })
}

const wanted = ({ mark: { wantStops } }: ShotAtMark): string =>
  wantStops === 0 ? '' : `, meant to be ${Math.abs(wantStops)} stops ${wantStops < 0 ? 'under' : 'over'}`

function exposureFinding(
  production: Production,
  reading: SetupReading,
  { shot, shutterS }: ShotReading,
  at: ShotAtMark,
): Finding {
  const { setup } = reading
  const stops = Math.abs(at.errorStops)
  const isDark = at.errorStops < 0
  const where = reading.marks.length > 1 ? ` for ${at.mark.name}` : ''
  const [least, most] = at.reading.rangeLux
  return {
    check: isDark ? 'light.too-dark-for-shot' : 'light.too-bright-for-shot',
    severity: stops >= LOST_STOPS ? 'stop' : 'watch',
    stage: 'light',
    rule: null,
    about: { kind: 'shot', id: shot.id },
    says: Number.isFinite(stops)
      ? `${shot.code} is ${stops.toFixed(1)} stops too ${isDark ? 'dark' : 'bright'}${where} in setup ${setup.letter}: the light gives T${at.stop.toFixed(1)}, the shot wants T${shot.tStop}${wanted(at)}.`
      : `${shot.code} has no light at all${where} in setup ${setup.letter}.`,
    evidence: [
      {
        label: 'light at the mark',
        value: at.reading.totalLux,
        unit: 'lx',
        from: `setup ${setup.letter}, ${at.mark.name}; between ${lux(least)} and ${lux(most)}`,
      },
      {
        label: 'of it from the room',
        value: at.reading.returnedLux,
        unit: 'lx',
        from: 'sent back by walls and things',
      },
      {
        label: 'exposure',
        value: `1/${Math.round(1 / shutterS)}`,
        unit: 's',
        from: `${shot.shutterDeg}° at ${captureRate(shot)} fps, ISO ${shot.iso}`,
      },
      { label: 'gives', value: `T${at.stop.toFixed(2)}`, unit: '', from: 'N² / t = E S / 250' },
      { label: isDark ? 'short' : 'over', value: stops, unit: 'stops', from: `against T${shot.tStop}${wanted(at)}` },
    ],
    fixes: !Number.isFinite(stops)
      ? []
      : isDark
        ? brighterFixes(production, reading, shot, at, stops)
        : dimmerFixes(production, reading, shot, at, stops),
  }
}

/** Down to this a level is set; below it many lamps flicker or change colour. */
const LEAST_LEVEL_PCT = 1
/** Smaller than this a lens loses sharpness to diffraction. */
const SMALLEST_T = 16

/** Filter, level, stop or index, each enough by itself. */
function dimmerFixes(production: Production, reading: SetupReading, shot: Shot, at: ShotAtMark, over: number): Fix[] {
  const fixes: Fix[] = []
  // Filters come in thirds of a stop at the finest; to the nearest is within what is forgiven.
  const nd = Math.round((shot.ndStops + over) * 3) / 3
  const ndStops = Math.round(nd * 100) / 100
  fixes.push({
    says: `Put in ${Math.round((ndStops - shot.ndStops) * 10) / 10} stops of neutral density`,
    changes: [updateRecord('shot', shot.id, { ndStops })],
  })
  const key = keyFactor(reading, at, -over)
  const levelPct = key ? Math.round(key.lamp.levelPct * key.factor) : 0
  if (key && levelPct >= LEAST_LEVEL_PCT)
    fixes.push({ says: `Key to ${levelPct} %`, changes: [updateRecord('lamp', key.lamp.id, { levelPct })] })
  const tStop = Math.round(shot.tStop * 2 ** (over / 2) * 10) / 10
  if (tStop <= SMALLEST_T)
    fixes.push({ says: `Close to T${tStop}`, changes: [updateRecord('shot', shot.id, { tStop })] })
  const native = byId(production.camera, shot.cameraId)?.nativeIso ?? 800
  const iso = Math.round(shot.iso / 2 ** over / 50) * 50
  if (iso >= native) fixes.push({ says: `ISO ${iso}`, changes: [updateRecord('shot', shot.id, { iso })] })
  return fixes
}

function brighterFixes(
  production: Production,
  reading: SetupReading,
  shot: Shot,
  at: ShotAtMark,
  short: number,
): Fix[] {
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
  const brighter = brighterKey(reading, at, short)
  if (brighter)
    fixes.push({
      says: `Key to ${brighter.levelPct} %`,
      changes: [updateRecord('lamp', brighter.id, { levelPct: brighter.levelPct })],
    })
  const nearer = nearerKey(reading, at, short)
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

function brighterKey(
  reading: SetupReading,
  at: ShotAtMark,
  short: number,
): { id: PlacedLamp['id']; levelPct: number } | null {
  const key = keyFactor(reading, at, short)
  if (!key) return null
  const levelPct = Math.ceil(key.lamp.levelPct * key.factor)
  return levelPct <= 100 ? { id: key.lamp.id, levelPct } : null
}

/** Nearer than this a lamp is in frame or in somebody's face. */
const CLOSEST_M = 0.7

function nearerKey(reading: SetupReading, at: ShotAtMark, short: number) {
  const key = keyFactor(reading, at, short)
  if (!key) return null
  const { mark } = at
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

/** Is the key to fill ratio within what the setup asks for, at every mark that is judged? */
export function checkRatio(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    if (setup.ratioLeast === null && setup.ratioMost === null) return []
    const reading = readSetup(production, setup)
    const least = setup.ratioLeast ?? 1,
      most = setup.ratioMost ?? Infinity
    return reading.marks.flatMap((at): Finding[] => {
      const { mark, reading: light } = at
      const { ratio } = light
      if (!mark.judged || ratio === null || (ratio >= least * 0.95 && ratio <= most * 1.05)) return []
      return [
        {
          check: 'light.ratio',
          severity: 'watch',
          stage: 'light',
          rule: null,
          about: reading.marks[0] === at ? { kind: 'setup', id: setup.id } : { kind: 'mark', id: mark.id },
          says: `Setup ${setup.letter} lights ${mark.name} at ${ratio.toFixed(1)} : 1, ${ratio < least ? 'flatter' : 'harder'} than the ${least} : 1 to ${Number.isFinite(most) ? most : 'any'} : 1 asked for.`,
          evidence: [
            { label: 'key', value: light.keyLux, unit: 'lx', from: mark.name },
            { label: 'fill, ambient and from the room', value: light.fillLux, unit: 'lx', from: mark.name },
            { label: 'ratio', value: ratio, unit: ': 1', from: '(key + fill) / fill' },
          ],
          fixes: ratioFixes(reading, at, Math.min(most, Math.max(least, ratio))),
        },
      ]
    })
  })
}

/** The strongest fill set so that the ratio is met; where it cannot be, the key taken down. */
function ratioFixes(reading: SetupReading, { reading: light }: MarkRead, wantedRatio: number): Fix[] {
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
  return [...fill, ...key]
}

/** Does a setup say what its lamps ask people to take care of? */
export function checkLampCautions(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const lamps = Object.values(production.lamp).filter((lamp) => lamp.setupId === setup.id && lamp.levelPct > 0)
    const hot = lamps.filter((lamp) => lampType(lamp.libraryKey)?.hot)
    const onMains = lamps.filter((lamp) => lamp.watts > 0 && !lampType(lamp.libraryKey)?.battery)
    const missing = [
      {
        caution: 'heat',
        because: hot,
        says: 'Glass and housings burn fingers, cloth and gel, and stay hot for a long time.',
      },
      {
        caution: 'mains',
        because: setup.cautions.includes('water') ? onMains : [],
        says: 'Mains beside water: a residual-current device, connectors off the ground, and local rules and a qualified person decide.',
      },
    ].filter(({ caution, because }) => because.length > 0 && !setup.cautions.includes(caution))
    return missing.map(({ caution, because, says }): Finding => ({
      check: `light.caution-${caution}`,
      severity: 'watch',
      stage: 'light',
      rule: null,
      about: { kind: 'setup', id: setup.id },
      says: `Setup ${setup.letter} has ${because.map((lamp) => lamp.name).join(', ')} and no word on ${caution}. ${says}`,
      evidence: because.map((lamp) => ({
        label: lamp.name,
        value: lamp.watts,
        unit: 'W',
        from: `setup ${setup.letter}`,
      })),
      fixes: [
        {
          says: `Take care of ${caution} in setup ${setup.letter}`,
          changes: [updateRecord('setup', setup.id, { cautions: [...setup.cautions, caution] })],
        },
      ],
    }))
  })
}
