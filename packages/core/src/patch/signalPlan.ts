import { byId, inOrder, type Production, type RecordOf } from '../records/index.ts'
import { gathered } from '../takes/index.ts'

export type SignalRecords = Pick<Production, 'camera' | 'recorder' | 'soundSource' | 'soundWay' | 'signalDevice' | 'pictureWay'> // prettier-ignore
type Device = RecordOf<'signalDevice'>
type PictureWay = RecordOf<'pictureWay'>
type SoundWay = RecordOf<'soundWay'>
type Source = RecordOf<'soundSource'>

/** A camera's picture where it arrives, so many milliseconds after it happened. */
export interface PictureThere {
  readonly cameraId: string
  readonly ms: number
}

/** A device with what goes into it, and when that is there. */
export interface SignalDevice {
  readonly device: Device
  readonly pictures: readonly { readonly way: PictureWay; readonly from: string }[]
  readonly sounds: readonly { readonly way: SoundWay; readonly source: Source }[]
  /** Each camera by its quickest way, and by its slowest where that takes longer; the earliest first. */
  readonly there: readonly PictureThere[]
  readonly freePictures: readonly number[]
  readonly freeSounds: readonly number[]
  readonly faults: readonly SignalFault[]
}

export type SignalFault =
  | {
      readonly is: 'taken twice' | 'no such input'
      readonly of: 'picture' | 'sound'
      readonly inputs: readonly number[]
    }
  /** What it puts out comes back into it. */
  | { readonly is: 'loop' }
  /** Sound and picture of one device that whoever watches sees apart; positive where the sound is late. */
  | { readonly is: 'out of step'; readonly source: Source; readonly cameraId: string; readonly soundLateMs: number }
  /** Two cameras of a switcher that are not there at the same time: what happens jumps at a cut. */
  | { readonly is: 'cameras apart'; readonly earlyId: string; readonly lateId: string; readonly byMs: number }
  /** It comes too late to play, to pull focus or to speak by. */
  | { readonly is: 'late'; readonly ms: number; readonly most: number; readonly of: string }

/**
 * From when on sound beside its picture is noticed, milliseconds: early by more than the first, late by more than the
 * second. Recommendation ITU-R BT.1359-1, thresholds of detectability.
 */
export const SOUND_EARLY_MS = 45
export const SOUND_LATE_MS = 125
/** Whoever hears themselves later than this stumbles; whoever focuses or operates by a picture that is later misses. */
const MOST_LATE_MS: Partial<Record<Device['is'], number>> = { 'in-ear': 15, monitor: 100, prompter: 100 }
/** In these sound and picture are seen together, or leave together. */
const SHOWS_BOTH: ReadonlySet<Device['is']> = new Set(['switcher', 'monitor', 'stream'])

function inputFaults(inputs: number, used: readonly number[], of: 'picture' | 'sound'): SignalFault[] {
  const twice = [...new Set(used.filter((input, i) => used.indexOf(input) !== i))]
  const beyond = [...new Set(used)].filter((input) => input > inputs)
  return [
    ...(twice.length > 0 ? [{ is: 'taken twice' as const, of, inputs: twice }] : []),
    ...(beyond.length > 0 ? [{ is: 'no such input' as const, of, inputs: beyond }] : []),
  ]
}

const free = (inputs: number, used: readonly number[]) => Array.from({ length: inputs }, (_, i) => i + 1).filter((input) => !used.includes(input)) // prettier-ignore

/** Every device that is not a camera or a recorder, with what reaches it and when. Of a loop it is told only that it is one. */
export function signalPlan(records: SignalRecords): readonly SignalDevice[] {
  const into = gathered(Object.values(records.pictureWay), ({ intoDeviceId }) => intoDeviceId)
  const soundsInto = gathered(Object.values(records.soundWay).filter(({ gone }) => !gone), ({ signalDeviceId }) => signalDeviceId) // prettier-ignore
  const feeds = (deviceId: string) => (into.get(deviceId) ?? []).flatMap(({ fromDeviceId }) => byId(records.signalDevice, fromDeviceId) ?? []) // prettier-ignore
  const known = new Map<string, readonly PictureThere[]>()
  const arriving = (deviceId: string): readonly PictureThere[] => {
    const before = known.get(deviceId)
    if (before) return before
    known.set(deviceId, [])
    const all = (into.get(deviceId) ?? []).flatMap(({ cameraId, fromDeviceId, delayMs }): PictureThere[] => {
      if (cameraId) return byId(records.camera, cameraId) ? [{ cameraId, ms: delayMs }] : []
      const from = byId(records.signalDevice, fromDeviceId)
      return from ? arriving(from.id).map(({ cameraId: id, ms }) => ({ cameraId: id, ms: ms + from.delayMs + delayMs })) : [] // prettier-ignore
    })
    const found = [...gathered(all, ({ cameraId }) => cameraId).values()].flatMap((of) => {
      const by = of.toSorted((a, b) => a.ms - b.ms)
      return by.at(-1)!.ms > by[0]!.ms ? [by[0]!, by.at(-1)!] : [by[0]!]
    })
    known.set(deviceId, found)
    return found
  }
  const isLooped = (deviceId: string): boolean => {
    const seen = new Set<string>()
    const open = feeds(deviceId)
    for (const { id } of open) {
      if (id === deviceId) return true
      if (seen.has(id)) continue
      seen.add(id)
      open.push(...feeds(id))
    }
    return false
  }
  const devices = inOrder(records.signalDevice)
  const reached = new Map(devices.map(({ id }) => [id, arriving(id)]))
  return devices.map((device): SignalDevice => {
    const ways = into.get(device.id) ?? []
    const pictures = ways
      .map((way) => ({
        way,
        from: byId(records.camera, way.cameraId)?.letter ?? byId(records.signalDevice, way.fromDeviceId)?.name ?? '',
      })) // prettier-ignore
      .toSorted((a, b) => a.way.input - b.way.input)
    const sounds = (soundsInto.get(device.id) ?? [])
      .flatMap((way) => {
        const source = byId(records.soundSource, way.sourceId)
        return source && !source.gone ? [{ way, source }] : []
      })
      .toSorted((a, b) => a.way.input - b.way.input)
    const there = (reached.get(device.id) ?? []).toSorted((a, b) => a.ms - b.ms || (a.cameraId < b.cameraId ? -1 : 1))
    const [pictureInputs, soundInputs] = [ways.map(({ input }) => input), sounds.map(({ way }) => way.input)]
    return {
      device,
      pictures,
      sounds,
      there,
      freePictures: free(device.pictureInputs, pictureInputs),
      freeSounds: free(device.soundInputs, soundInputs),
      faults: [
        ...inputFaults(device.pictureInputs, pictureInputs, 'picture'),
        ...inputFaults(device.soundInputs, soundInputs, 'sound'),
        ...(isLooped(device.id) ? [{ is: 'loop' as const }] : []),
        ...delayFaults(device, there, sounds),
      ],
    }
  })
}

function delayFaults(device: Device, there: readonly PictureThere[], sounds: SignalDevice['sounds']): SignalFault[] {
  const faults: SignalFault[] = []
  const [first, last] = [there[0], there.at(-1)]
  if (SHOWS_BOTH.has(device.is) && first && last)
    for (const { way, source } of sounds) {
      // Late beside the first camera, or early beside the last: the worse of the two.
      const [late, early] = [way.delayMs - first.ms, way.delayMs - last.ms]
      if (early < -SOUND_EARLY_MS)
        faults.push({ is: 'out of step', source, cameraId: last.cameraId, soundLateMs: early })
      else if (late > SOUND_LATE_MS)
        faults.push({ is: 'out of step', source, cameraId: first.cameraId, soundLateMs: late })
    }
  if (device.is === 'switcher' && first && last && last.ms - first.ms > SOUND_EARLY_MS)
    faults.push({ is: 'cameras apart', earlyId: first.cameraId, lateId: last.cameraId, byMs: last.ms - first.ms })
  const most = MOST_LATE_MS[device.is]
  if (most !== undefined) {
    const arrivals = device.is === 'in-ear' ? sounds.map(({ way, source }) => [way.delayMs, source.name] as const) : there.map(({ ms }) => [ms, 'picture'] as const) // prettier-ignore
    const [ms, of] = arrivals.reduce((a, b) => (b[0] > a[0] ? b : a), [0, ''] as const)
    if (ms + device.delayMs > most && of) faults.push({ is: 'late', ms: ms + device.delayMs, most, of })
  }
  return faults
}

/** Two ways of one voice into one recorder that arrive apart: mixed, they hollow each other out. Milliseconds. */
export interface Comb {
  readonly recorderId: string
  readonly early: Source
  readonly late: Source
  readonly byMs: number
}
/** As far apart as microphones that stand a metre and a half from one another. */
const COMB_MS = 5

/** Microphones of one voice on one recorder whose ways take longer than others by more than what a step aside makes. */
export function combsOf({ recorder, soundWay, soundSource }: SignalRecords): readonly Comb[] {
  const laid = Object.values(soundWay).filter(({ gone, recorderId }) => !gone && byId(recorder, recorderId))
  return Array.from(gathered(laid, ({ recorderId }) => recorderId)).flatMap(([recorderId, ways]): Comb[] => {
    const heard = ways.flatMap((way) => {
      const source = byId(soundSource, way.sourceId)
      return source && !source.gone ? [{ way, source }] : []
    })
    return heard.flatMap((a) =>
      heard.flatMap((b): Comb[] => {
        const byMs = b.way.delayMs - a.way.delayMs
        const isOneVoice = a.source.hears.some((id) => b.source.hears.includes(id))
        return isOneVoice && byMs > COMB_MS ? [{ recorderId, early: a.source, late: b.source, byMs }] : []
      }),
    )
  })
}
