import { byId, inOrder, type Production, type RecordOf } from '../records/index.ts'
import { gathered, poweredUpMs } from '../takes/index.ts'

export type SoundRecords = Pick<
  Production,
  'camera' | 'recorder' | 'person' | 'transmitter' | 'soundSource' | 'soundWay' | 'soundHeard' | 'batteryChange'
>
type Source = RecordOf<'soundSource'>
type Way = RecordOf<'soundWay'>

/** What records, with its inputs. */
export interface SoundDevice {
  readonly id: string
  readonly letter: string
  readonly kind: 'camera' | 'recorder'
  readonly inputs: number
  /** Inputs that nothing goes into. */
  readonly free: readonly number[]
  /** Inputs that more than one sound goes into, and ways into inputs that it has not. */
  readonly doubled: readonly number[]
  readonly beyond: readonly number[]
}

/** Whether a sound was heard where it arrives, since its device was switched on and the way was laid as it is. */
export type Heard = 'heard' | 'not heard' | 'not listened to' | 'before power-up' | 'before it was laid so'

export interface SoundPath {
  readonly way: Way
  readonly source: Source
  readonly device: SoundDevice
  readonly heard: Heard
  /** What has to work for it: microphone, transmitters, device. A device stands for its battery and its card too. */
  readonly needs: readonly string[]
}

export interface Voice {
  readonly person: RecordOf<'person'>
  readonly paths: readonly SoundPath[]
  /** Recordings of it on devices of their own. */
  readonly recordings: number
  /** The most recordings of which no two need the same microphone, transmitter or device. */
  readonly independent: number
  /** What takes the voice from every recording when it dies. */
  readonly loneNeeds: readonly string[]
}

export interface SoundPlan {
  readonly sources: readonly { readonly source: Source; readonly paths: readonly SoundPath[] }[]
  readonly voices: readonly Voice[]
  readonly devices: readonly SoundDevice[]
  /** Cameras that record no sound at all: by sound nothing can be laid beside them. */
  readonly withoutScratch: readonly SoundDevice[]
  /** For each thing that can die, the voices that no recording has then. */
  readonly losses: readonly { readonly dies: string; readonly silences: readonly RecordOf<'person'>[] }[]
}

function devicesOf({ camera, recorder, soundWay }: SoundRecords): SoundDevice[] {
  const ways = gathered(Object.values(soundWay), ({ cameraId, recorderId }) => cameraId ?? recorderId)
  const device = (id: string, letter: string, kind: SoundDevice['kind'], inputs: number): SoundDevice => {
    const used = (ways.get(id) ?? []).map(({ input }) => input)
    const all = Array.from({ length: inputs }, (_, i) => i + 1)
    return {
      id,
      letter,
      kind,
      inputs,
      free: all.filter((input) => !used.includes(input)),
      doubled: all.filter((input) => used.filter((one) => one === input).length > 1),
      beyond: [...new Set(used)].filter((input) => input > inputs),
    }
  }
  const byLetter = (a: SoundDevice, b: SoundDevice) => a.letter.localeCompare(b.letter)
  return [
    ...Object.values(recorder).map(({ id, letter, tracks }) => device(id, letter, 'recorder', tracks)).sort(byLetter), // prettier-ignore
    ...Object.values(camera).map(({ id, letter, soundInputs }) => device(id, letter, 'camera', soundInputs)).sort(byLetter), // prettier-ignore
  ]
}

/** @param laidAt number of the edit that last changed the way, its source or what sends it */
function heardOf(records: SoundRecords, way: Way, laidAt: number, ticks: readonly RecordOf<'soundHeard'>[]): Heard {
  const last = ticks.toSorted((a, b) => Date.parse(a.heardAt) - Date.parse(b.heardAt) || a.version - b.version).at(-1)
  if (!last) return 'not listened to'
  if (!last.heard) return 'not heard'
  if (laidAt > last.version) return 'before it was laid so'
  const upMs = poweredUpMs(way.cameraId ?? way.recorderId ?? '', records.batteryChange)
  return upMs !== null && Date.parse(last.heardAt) < upMs ? 'before power-up' : 'heard'
}

/**
 * The most paths of which no two need the same thing: the largest set of disjoint sets, by trying each path with and
 * without. There are no more than microphones or devices, and once there are as many the search is over.
 * @param paths what each needs, its microphone first and its device last
 */
function mostIndependent(paths: readonly (readonly string[])[]): number {
  const most = Math.min(...[0, -1].map((at) => new Set(paths.map((needs) => needs.at(at))).size))
  let best = 0
  const go = (from: number, taken: ReadonlySet<string>, count: number) => {
    best = Math.max(best, count)
    if (best === most || count + paths.length - from <= best) return
    const needs = paths[from]!
    if (!needs.some((need) => taken.has(need))) go(from + 1, new Set([...taken, ...needs]), count + 1)
    go(from + 1, taken, count)
  }
  if (paths.length > 0) go(0, new Set(), 0)
  return best
}

/** Two paths by one microphone into one device are one for this. */
const distinct = (paths: readonly SoundPath[]): (readonly string[])[] => [...new Map(paths.map(({ needs }) => [needs.join('\n'), needs])).values()] // prettier-ignore

/** What is laid now: what was taken out is only in the log. */
function laidNow(records: SoundRecords): SoundRecords {
  const there = <T extends { readonly gone: boolean }>(table: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(table).filter(([, { gone }]) => !gone))
  return { ...records, soundSource: there(records.soundSource), soundWay: there(records.soundWay) }
}

/**
 * Where each sound goes, and what that is worth: how many recordings each voice has that do not die of one cause. A
 * sound that was asked for and not heard is none; one that nobody listened to yet is counted as it is planned.
 */
export function soundPlan(all: SoundRecords): SoundPlan {
  const records = laidNow(all)
  const devices = devicesOf(records)
  const ticks = gathered(Object.values(records.soundHeard), ({ wayId }) => wayId)
  const paths = Object.values(records.soundWay).flatMap((way): SoundPath[] => {
    const source = byId(records.soundSource, way.sourceId)
    const device = devices.find(({ id }) => id === (way.cameraId ?? way.recorderId))
    if (!source || !device) return []
    const air = [source.transmitterId, way.transmitterId].flatMap((id) => byId(records.transmitter, id) ?? [])
    const laidAt = Math.max(way.version, source.version, ...air.map(({ version }) => version))
    const needs = [
      ...new Set([source.name, ...air.map(({ name }) => `transmitter ${name}`), `${device.kind} ${device.letter}`]),
    ]
    return [{ way, source, device, heard: heardOf(records, way, laidAt, ticks.get(way.id) ?? []), needs }]
  })
  paths.sort((a, b) => devices.indexOf(a.device) - devices.indexOf(b.device) || a.way.input - b.way.input)
  const counts = paths.filter(({ way, device, heard }) => heard !== 'not heard' && way.input <= device.inputs)
  const voices = voicesOf(records, counts)
  const mortal = [...new Set(counts.flatMap(({ needs }) => needs))]
  return {
    sources: inOrder(records.soundSource).map((source) => ({
      source,
      paths: paths.filter((path) => path.source.id === source.id),
    })),
    voices,
    devices,
    withoutScratch: devices.filter(
      ({ id, kind }) => kind === 'camera' && !counts.some(({ device, source }) => device.id === id && source.is !== 'timecode'), // prettier-ignore
    ),
    losses: mortal
      .map((dies) => ({
        dies,
        silences: voices.filter(({ loneNeeds }) => loneNeeds.includes(dies)).map(({ person }) => person),
      })) // prettier-ignore
      .filter(({ silences }) => silences.length > 0)
      .sort((a, b) => b.silences.length - a.silences.length || a.dies.localeCompare(b.dies)),
  }
}

/** Talkback and timecode carry no voice of the film. */
const CARRIES_VOICE: ReadonlySet<Source['is']> = new Set(['boom', 'worn', 'desk', 'programme', 'room'])

function voicesOf({ person, soundSource }: SoundRecords, paths: readonly SoundPath[]): Voice[] {
  const heard = new Set(Object.values(soundSource).flatMap(({ is, hears }) => (CARRIES_VOICE.has(is) ? hears : [])))
  return Object.values(person)
    .filter(({ id }) => heard.has(id))
    .map((one): Voice => {
      const own = paths.filter(({ source }) => CARRIES_VOICE.has(source.is) && source.hears.includes(one.id))
      const needs = [...new Set(own.flatMap((path) => path.needs))]
      return {
        person: one,
        paths: own,
        recordings: new Set(own.map(({ device }) => device.id)).size,
        independent: mostIndependent(distinct(own)),
        loneNeeds: needs.filter((need) => own.every((path) => path.needs.includes(need))),
      }
    })
    .sort((a, b) => a.independent - b.independent || a.person.name.localeCompare(b.person.name))
}

/** A way that is not laid yet. */
export interface ProposedWay {
  readonly source: Source
  readonly device: SoundDevice
  readonly input: number
}

/**
 * Ways into free inputs each of which gives a voice one independent recording more. None where it takes a microphone
 * more, or a device.
 */
export function waysToMore(records: SoundRecords, voice: Voice): ProposedWay[] {
  const { devices } = soundPlan(records)
  const sources = inOrder(laidNow(records).soundSource).filter(({ is, hears }) => CARRIES_VOICE.has(is) && hears.includes(voice.person.id)) // prettier-ignore
  return sources.flatMap((source) =>
    devices.flatMap((device): ProposedWay[] => {
      const [input] = device.free
      if (input === undefined) return []
      const air = byId(records.transmitter, source.transmitterId)?.name
      const needs = [source.name, ...(air ? [`transmitter ${air}`] : []), `${device.kind} ${device.letter}`]
      const more = mostIndependent([...distinct(voice.paths), needs])
      return more > voice.independent ? [{ source, device, input }] : []
    }),
  )
}
