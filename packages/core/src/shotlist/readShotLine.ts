import type { Taking } from '../optics/index.ts'
import type { Id, RecordFields } from '../records/index.ts'
import { distanceForSize, type ShotSize, SIZE_WORDS } from './size.ts'

type Draft = { -readonly [N in keyof RecordFields<'shot'>]?: RecordFields<'shot'>[N] }

/** What a line of a shot list may name: the people, setups, cameras and shots there are. */
export interface LineContext {
  readonly people: readonly { readonly id: Id<'person'>; readonly name: string }[]
  readonly setups: readonly { readonly id: Id<'setup'>; readonly letter: string }[]
  readonly cameras: readonly { readonly id: Id<'camera'>; readonly letter: string; readonly taking: Taking }[]
  readonly shots: readonly { readonly id: Id<'shot'>; readonly code: string }[]
  readonly scenes: readonly { readonly id: Id<'scene'>; readonly number: string }[]
  readonly rigs: readonly string[]
  /** What a camera takes in where the line names none. */
  readonly taking: Taking
  /** Lengths without a unit are in these. */
  readonly units: 'metric' | 'feet'
}

/** One piece of the line: where it stands, what it was taken for. */
export interface Understood {
  readonly from: number
  readonly to: number
  readonly field: string
  readonly says: string
}

export interface ShotLine {
  /** Fields of the shot, as far as the line says. */
  readonly fields: Partial<RecordFields<'shot'>>
  readonly size: ShotSize | null
  readonly understood: readonly Understood[]
  /** What stands in the way of keeping it. */
  readonly problems: readonly string[]
}

interface Token {
  readonly text: string
  readonly from: number
  readonly to: number
}

/** Rigs that are understood without having been used before. */
const RIGS = [
  'sticks',
  'handheld',
  'slider',
  'gimbal',
  'dolly',
  'clamp',
  'shoulder',
  'monopod',
  'crane',
  'drone',
  'macro slider',
]
const SIDES = ['N', 'E', 'S', 'W', 'in', 'out']
const FOOT_M = 0.3048

/**
 * Reads a line such as `3C Corin close 85 T2.8 2.1m left N 20m pairs 3A`, in any order after the code, and says of
 * each piece what it was taken for. What is not understood becomes what we see; text in double quotes is always that.
 *
 * A length with a decimal point, or the first one under 10, is a distance, any other with an `m` is minutes; write
 * `20min` or `12.0m` to be sure. With a size and a lens and no distance, the camera is put where that size comes out.
 */
export function readShotLine(line: string, context: LineContext): ShotLine {
  const fields: Draft = {}
  const understood: Understood[] = []
  const problems: string[] = []
  const seen: Token[] = []
  const people: Id<'person'>[] = []
  let size: ShotSize | null = null
  let camera: LineContext['cameras'][number] | null = null
  const take = (token: Token, field: string, says: string, values: Record<string, unknown> = {}) => {
    understood.push({ from: token.from, to: token.to, field, says })
    Object.assign(fields, values)
  }
  const tokens = tokensOf(line)
  for (let i = 0; i < tokens.length; i++) {
    const token = tokens[i]!
    const { text } = token
    const lower = text.toLowerCase()
    const next = tokens[i + 1]
    const both = next && { text: `${text} ${next.text}`, from: token.from, to: next.to }
    if (text.startsWith('"')) {
      seen.push({ ...token, text: text.replaceAll('"', '') })
      continue
    }
    if (i === 0 && /^\d+[A-Za-z]{1,3}\d?$/.test(text)) {
      const code = text.toUpperCase()
      const scene = context.scenes.find((s) => s.number.toUpperCase() === /^\d+/.exec(code)![0])
      take(token, 'code', scene ? `shot ${code} of scene ${scene.number}` : `shot ${code}`, {
        code,
        ...(scene ? { sceneId: scene.id } : {}),
      })
      if (context.shots.some((s) => s.code.toUpperCase() === code)) problems.push(`There is a shot ${code} already.`)
      continue
    }
    const twoWordSize = both && SIZE_WORDS.find(([like]) => like.test(both.text))
    const oneWordSize = SIZE_WORDS.find(([like]) => like.test(text))
    if (size === null && (twoWordSize ?? oneWordSize)) {
      size = (twoWordSize ?? oneWordSize)![1]
      take(twoWordSize ? both : token, 'size', size)
      if (twoWordSize) i += 1
      continue
    }
    const value = valueToken(token, fields, context)
    if (value) {
      take(token, value.field, value.says, value.values)
      continue
    }
    if (next && ['pairs', 'pair', 'matches', 'match', 'like'].includes(lower)) {
      const other = context.shots.find((s) => s.code.toUpperCase() === next.text.toUpperCase())
      const field = lower.startsWith('pair') ? 'pairId' : 'matchId'
      if (other) take(both!, field, `${field === 'pairId' ? 'pairs' : 'matches'} ${other.code}`, { [field]: other.id })
      else {
        take(both!, field, `no shot ${next.text}`)
        problems.push(`There is no shot ${next.text} to ${field === 'pairId' ? 'pair with' : 'match'}.`)
      }
      i += 1
      continue
    }
    if (next && ['light', 'lit', 'setup'].includes(lower) && /^[A-Za-z]{1,2}$/.test(next.text)) {
      const setup = context.setups.find((s) => s.letter === next.text.toUpperCase())
      if (setup) take(both!, 'setupId', `light ${setup.letter}`, { setupId: setup.id })
      else {
        take(both!, 'setupId', `no setup ${next.text.toUpperCase()}`)
        problems.push(`There is no setup ${next.text.toUpperCase()}.`)
      }
      i += 1
      continue
    }
    if (next && ['cam', 'camera'].includes(lower)) {
      camera = context.cameras.find((c) => c.letter === next.text.toUpperCase()) ?? null
      if (camera) take(both!, 'cameraId', `camera ${camera.letter}`, { cameraId: camera.id })
      else {
        take(both!, 'cameraId', `no camera ${next.text.toUpperCase()}`)
        problems.push(`There is no camera ${next.text.toUpperCase()}.`)
      }
      i += 1
      continue
    }
    const person = context.people.find((p) =>
      p.name
        .toLowerCase()
        .split(/\s+/)
        .some((word) => word === lower),
    )
    if (person && !people.includes(person.id)) {
      people.push(person.id)
      take(token, 'personIds', person.name)
      continue
    }
    seen.push(token)
  }
  if (people.length > 0) fields.personIds = people
  const sees = seen
    .map((t) => t.text)
    .join(' ')
    .replace(/\s+([,.;:])/g, '$1')
    .trim()
  const names = people.map((id) => context.people.find((p) => p.id === id)!.name.split(/\s+/)[0]!)
  fields.sees = sees || [names.join(' and '), size].filter(Boolean).join(', ')
  for (const token of seen) understood.push({ from: token.from, to: token.to, field: 'sees', says: 'what we see' })
  if (people.length === 0 && fields.figure === undefined && size === null && sees) fields.figure = 'none'
  placeCamera(fields, size, camera?.taking ?? context.taking, take)
  if (fields.code === undefined) problems.push('Begin with the shot’s code, such as 3C.')
  return { fields, size, understood: understood.sort((a, b) => a.from - b.from), problems }
}

function placeCamera(
  fields: Draft,
  size: ShotSize | null,
  taking: Taking,
  take: (token: Token, field: string, says: string, values?: Record<string, unknown>) => void,
): void {
  if (size === null || fields.distanceM !== undefined) return
  const lens = typeof fields.focalLengthMm === 'number' ? fields.focalLengthMm : 35
  const distanceM = distanceForSize(taking, lens, size, fields.figure === 'seated' ? 'seated' : 'standing')
  if (distanceM === null) return
  take(
    { text: '', from: Number.MAX_SAFE_INTEGER, to: Number.MAX_SAFE_INTEGER },
    'distanceM',
    `${distanceM.toFixed(2)} m away, for ${size} on the ${lens}`,
    { distanceM },
  )
}

type Value = { readonly field: string; readonly says: string; readonly values: Record<string, unknown> }

/** Pieces that say by their own form what they are. */
function valueToken({ text }: Token, soFar: Readonly<Record<string, unknown>>, context: LineContext): Value | null {
  const lower = text.toLowerCase()
  const number = (like: RegExp): number | null => {
    const match = like.exec(lower)
    return match ? Number(match[1]!.replace(',', '.')) : null
  }
  const value = (field: string, says: string, values: Record<string, unknown>): Value => ({ field, says, values })

  const stop = number(/^[tf]\/?(\d+(?:[.,]\d+)?)$/)
  if (stop !== null) return value('tStop', `T${stop}`, { tStop: stop })
  const fps = number(/^(\d+(?:[.,]\d+)?)fps$/)
  if (fps !== null)
    return value('fpsNum', `${fps} fps`, fps === Math.round(fps) ? { fpsNum: fps, fpsDen: 1 } : exactRate(fps))
  const shutter = number(/^(\d+(?:[.,]\d+)?)(?:°|deg)$/)
  if (shutter !== null) return value('shutterDeg', `shutter ${shutter}°`, { shutterDeg: shutter })
  const iso = number(/^iso(\d+)$/)
  if (iso !== null) return value('iso', `ISO ${iso}`, { iso })
  const density = number(/^nd(0?[.,]\d+|1[.,]\d|2[.,]\d)$/)
  if (density !== null) return value('ndStops', `ND ${density}`, { ndStops: Math.round((density / 0.3) * 100) / 100 })
  const nd = number(/^nd(\d+)(?:stops?)?$/)
  if (nd !== null) return value('ndStops', `ND ${nd} stops`, { ndStops: nd })
  const takes = number(/^(?:x|×)(\d{1,2})$/) ?? number(/^(\d{1,2})takes?$/)
  if (takes !== null) return value('takesExpected', `${takes} takes`, { takesExpected: takes })
  const minutes = number(/^(\d+)(?:min|mins|')$/)
  if (minutes !== null && !(lower.endsWith("'") && context.units === 'feet'))
    return value('minutes', `${minutes} min`, { minutes })
  const feet = /^(\d+)'(?:(\d+(?:\.\d+)?)"?)?$|^(\d+(?:\.\d+)?)ft$/.exec(lower)
  if (feet) {
    const metres = (feet[3] ? Number(feet[3]) : Number(feet[1]) + Number(feet[2] ?? 0) / 12) * FOOT_M
    return value('distanceM', `${text} away`, { distanceM: Math.round(metres * 1000) / 1000 })
  }
  const centimetres = number(/^(\d+(?:[.,]\d+)?)cm$/)
  if (centimetres !== null) return value('distanceM', `${centimetres / 100} m away`, { distanceM: centimetres / 100 })
  const m = number(/^(\d+(?:[.,]\d+)?)m$/)
  if (m !== null) {
    const isDistance = soFar.distanceM === undefined && (/[.,]/.test(lower) || m < 10)
    return isDistance
      ? value('distanceM', `${m} m away`, { distanceM: m })
      : value('minutes', `${m} min`, { minutes: m })
  }
  const lens = number(/^(\d{1,4}(?:[.,]\d)?)(?:mm)?$/)
  if (lens !== null && (lower.endsWith('mm') || (soFar.focalLengthMm === undefined && lens >= 6)))
    return value('focalLengthMm', `${lens} mm`, { focalLengthMm: lens })
  const squeeze = number(/^(1[.,]\d+|2|2[.,]0)(?:x|×)$/)
  if (squeeze !== null) return value('squeeze', `${squeeze}× squeeze`, { squeeze })

  if (lower === 'left' || lower === 'right' || lower === 'centre' || lower === 'center')
    return value('frameSide', `frame ${lower.replace('center', 'centre')}`, {
      frameSide: lower.replace('center', 'centre'),
    })
  const side = SIDES.find((s) => s === text || (s.length > 1 && s === lower))
  if (side && soFar.side === undefined) return value('side', `from ${side}`, { side })
  const rig = [...context.rigs, ...RIGS].find((r) => r.toLowerCase() === lower)
  if (rig) return value('rig', rig, { rig })
  if (lower === 'seated' || lower === 'standing') return value('figure', lower, { figure: lower })
  const flags: Record<string, [string, Record<string, unknown>]> = {
    must: ['must have', { mustHave: true }],
    once: ['once only', { onceOnly: true, takesExpected: 1 }],
    slow: ['slow motion', { slowMotion: true }],
    quiet: ['needs quiet', { quiet: true }],
    dawn: ['at dawn', { window: 'dawn' }],
    dusk: ['at dusk', { window: 'dusk' }],
    golden: ['in the golden evening', { window: 'golden-evening' }],
  }
  const flag = Object.hasOwn(flags, lower) ? flags[lower] : undefined
  return flag ? value(Object.keys(flag[1])[0]!, flag[0], flag[1]) : null
}

/** 23.976 means 24000/1001. */
function exactRate(fps: number): Record<string, number> {
  const nominal = Math.round(fps * 1.001)
  return Math.abs(fps - nominal / 1.001) < 0.006
    ? { fpsNum: nominal * 1000, fpsDen: 1001 }
    : { fpsNum: Math.round(fps * 1000), fpsDen: 1000 }
}

function tokensOf(line: string): Token[] {
  return [...line.matchAll(/(?<!\S)"[^"]*"?|\S+/g)].flatMap((match) => {
    // A comma or full stop after a word belongs to the sentence, not to the word.
    const text = match[0].startsWith('"') ? match[0] : match[0].replace(/[,;]$/, '')
    return text === '' ? [] : [{ text, from: match.index, to: match.index + text.length }]
  })
}
