import { type PlacedLamp, type Production, updateRecord } from '../records/index.ts'
import {
  inTheWind,
  isTooDark,
  kindOfLamp,
  ratioAt,
  readSetup,
  type SetupReading,
  type ShotAtMark,
  type ShotReading,
  standingOf,
  tooBright,
} from '../setup/index.ts'
import { captureRate } from '../shotlist/index.ts'
import { asName, lux } from '../text/index.ts'
import type { Finding } from './finding.ts'
import { brighterWays, dimmerWays, ratioWays } from './lightWays.ts'

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
  const where = reading.marks.length > 1 ? ` for ${asName(at.mark.name)}` : ''
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
        ? brighterWays(production, reading, shot, at, stops)
        : dimmerWays(production, reading, shot, at, stops),
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
      const ratio = ratioAt(setup, light)
      const byCheeks = setup.ratioOf === 'cheek to cheek'
      if (!mark.judged || ratio === null || (ratio >= least * 0.95 && ratio <= most * 1.05)) return []
      return [
        {
          check: 'light.ratio',
          severity: 'watch',
          stage: 'light',
          rule: null,
          about: reading.marks[0] === at ? { kind: 'setup', id: setup.id } : { kind: 'mark', id: mark.id },
          says: `Setup ${setup.letter} lights ${asName(mark.name)} at ${ratio.toFixed(1)} : 1, ${ratio < least ? 'flatter' : 'harder'} than the ${least} : 1 to ${Number.isFinite(most) ? most : 'any'} : 1 asked for.`,
          evidence: [
            ...(byCheeks && light.cheeks
              ? [
                  { label: 'left cheek', value: light.cheeks.leftLux, unit: 'lx', from: mark.name },
                  { label: 'right cheek', value: light.cheeks.rightLux, unit: 'lx', from: mark.name },
                ]
              : [
                  { label: 'key', value: light.keyLux, unit: 'lx', from: mark.name },
                  { label: 'fill, ambient and from the room', value: light.fillLux, unit: 'lx', from: mark.name },
                ]),
            { label: 'ratio', value: ratio, unit: ': 1', from: byCheeks ? 'brighter cheek / darker' : '(key + fill) / fill' }, // prettier-ignore
          ],
          fixes: ratioWays(production, reading, at, [least, most]),
        },
      ]
    })
  })
}

/** From here on nobody reaches a lamp that slips. */
const OVERHEAD_M = 3.5

/** Does a setup say what its lamps ask people to take care of? */
export function checkLampCautions(production: Production): Finding[] {
  return Object.values(production.setup).flatMap((setup) => {
    const lamps = Object.values(production.lamp).filter((lamp) => lamp.setupId === setup.id && lamp.levelPct > 0)
    const hot = lamps.filter((lamp) => kindOfLamp(production, lamp)?.hot)
    const ownBattery = (lamp: PlacedLamp) => lamp.batteryWh !== null || kindOfLamp(production, lamp)?.battery === true
    const onMains = lamps.filter((lamp) => lamp.watts > 0 && (lamp.circuitId !== null || !ownBattery(lamp)))
    const inWind = inTheWind(production, setup)
      .filter(({ thing }) => !('levelPct' in thing) || thing.levelPct > 0)
      .map(({ thing }) => thing)
    const high = lamps.filter((lamp) => standingOf(production, setup, lamp).heightM > OVERHEAD_M)
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
      {
        caution: 'wind',
        because: inWind,
        says: 'What stands high or broad tips in gusts: weigh it down, agree when it comes down, and who says so.',
      },
      {
        caution: 'height',
        because: high,
        says: 'What is far above heads is secured twice; whoever goes up there is qualified for it.',
      },
    ].filter(({ caution, because }) => because.length > 0 && !setup.cautions.includes(caution))
    return missing.map(({ caution, because, says }): Finding => ({
      check: `light.caution-${caution}`,
      severity: 'watch',
      stage: 'light',
      rule: null,
      about: { kind: 'setup', id: setup.id },
      says: `Setup ${setup.letter} has ${because.map(({ name }) => name).join(', ')} and no word on ${caution}. ${says}`,
      evidence: because.map((thing) => ({
        label: thing.name,
        value: 'watts' in thing ? thing.watts : thing.heightM,
        unit: 'watts' in thing ? 'W' : 'm',
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
