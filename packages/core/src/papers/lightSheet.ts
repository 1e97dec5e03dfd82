import { fittingsOf } from '../light/index.ts'
import { byId, type Production, type Setup } from '../records/index.ts'
import { cablesInWords } from '../power/index.ts'
import { gustAtWhichItTips } from '../rigging/index.ts'
import { cableRuns, fixedFittings, furthestOff, inTheWind, lampKelvin, lampsOfSetup, ofSetup, onBatteries, readCues, readSetup, standingOf } from '../setup/index.ts' // prettier-ignore
import { exposureError, lengthText, lux } from '../text/index.ts'

/** A setup as it is built from paper: words for every column. */
export interface LightSheet {
  readonly lamps: readonly {
    readonly number: string
    readonly what: string
    readonly level: string
    readonly height: string
    readonly aimed: string
    readonly colour: string
    readonly power: string
    readonly bags: string
  }[]
  readonly panels: readonly { readonly what: string; readonly size: string; readonly height: string; readonly bags: string }[] // prettier-ignore
  readonly marks: readonly { readonly name: string; readonly light: string; readonly ratio: string }[]
  readonly shots: readonly { readonly code: string; readonly set: string; readonly comes: string }[]
  readonly cues: readonly string[]
  readonly cables: string
  /** Plugged in besides lamps. */
  readonly loads: string
  /** What shines in the spot whether the crew comes or not, and whether it is off here. */
  readonly there: string
}

const signed = (value: number) => `${value < 0 ? '−' : '+'}${Math.abs(Math.round(value))}`

/** Everything that whoever rigs a setup asks for. */
export function lightSheet(production: Production, setup: Setup): LightSheet {
  const { units } = production.production
  const reading = readSetup(production, setup)
  const lamps = lampsOfSetup(production, setup.id)
  const runs = new Map(cableRuns(production, setup).map((run) => [run.lamp.id as string, run.way]))
  const batteries = new Map(onBatteries(production, setup).map((one) => [one.lamp.id as string, one.lastsMin]))
  const windy = inTheWind(production, setup)
  const cables = [...runs.values()].flatMap((way) => way?.cables ?? [])
  return {
    lamps: lamps.map((lamp, i) => {
      const on = fittingsOf(lamp.fittings).map(({ name }) => name)
      const circuit = byId(production.circuit, lamp.circuitId)
      const way = runs.get(lamp.id)
      const lasts = batteries.get(lamp.id)
      const stands = standingOf(production, setup, lamp)
      return {
        number: String(i + 1),
        what: [`${lamp.role}: ${lamp.name}`, ...on].join(', '),
        level: `${lamp.levelPct} %${lamp.lossStops > 0 ? `, −${lamp.lossStops} stops` : ''}`,
        height: `${lengthText(lamp.heightM, units)}${stands.outside ? ` (stand ${lengthText(stands.heightM, units)})` : ''}`,
        aimed: `${Math.round(lamp.bearingDeg)}°, tilt ${signed(lamp.tiltDeg)}°`,
        colour: `${Math.round(lampKelvin(lamp) / 50) * 50} K${lamp.gelMireds === 0 ? '' : `, gel ${signed(lamp.gelMireds)}`}`,
        power: circuit
          ? `${circuit.name}${way ? `, ${Math.round(way.lengthM)} m` : ''}`
          : lasts !== undefined
            ? `battery, ${Number.isFinite(lasts) ? `${Math.floor(lasts)} min` : 'off'}`
            : lamp.watts > 0
              ? 'on no circuit'
              : '',
        bags: lamp.bags > 0 ? String(lamp.bags) : '',
      }
    }),
    panels: ofSetup(production.panel, setup).map((panel) => {
      const own = windy.find(({ thing }) => thing.id === panel.id)
      return {
        what: `${panel.type}: ${panel.name}`,
        size: `${lengthText(panel.widthM, units)} × ${lengthText(panel.tallM, units)}`,
        height: lengthText(panel.heightM, units),
        bags: `${panel.bags}${own ? `, down by ${Math.floor(gustAtWhichItTips(own.stood))} m/s` : ''}`,
      }
    }),
    marks: reading.marks.map(({ mark, reading: at }) => ({
      name: mark.name,
      light: `${lux(at.totalLux)}, between ${lux(at.rangeLux[0])} and ${lux(at.rangeLux[1])}`,
      ratio: at.ratio === null ? '' : `${at.ratio.toFixed(1)} : 1`,
    })),
    shots: reading.shots.map((shot) => ({
      code: shot.shot.code,
      set: `T${shot.shot.tStop}, ISO ${shot.shot.iso}`,
      comes: exposureError(furthestOff(shot).errorStops),
    })),
    cues: readCues(production, setup).map(({ cue, changes }) => {
      const who = byId(production.person, cue.personId)?.name
      const levels = changes.map(({ lamp, fromPct, toPct }) => `${lamps.indexOf(lamp) + 1} ${lamp.role} ${fromPct} to ${toPct} %`) // prettier-ignore
      return `${cue.name}: ${levels.join(', ') || 'nothing changes'}${who ? `, by ${who}` : ''}`
    }),
    cables: cablesInWords(cables),
    loads: Object.values(production.load)
      .filter((load) => load.setupId === setup.id)
      .map(
        (load) =>
          `${load.name}, ${load.watts} W${load.circuitId ? ` on ${byId(production.circuit, load.circuitId)?.name ?? ''}` : ''}`,
      ) // prettier-ignore
      .join('; '),
    there: fixedFittings(production, setup)
      .map(
        (one) =>
          `${one.name || one.type} ${setup.darkIds.includes(one.id) ? 'off' : one.lumens > 0 ? `on, about ${one.lumens} lm, ${one.cctK} K` : 'on, what it gives is not known'}`,
      ) // prettier-ignore
      .join('; '),
  }
}
