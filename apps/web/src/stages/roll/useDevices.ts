import { useMemo, useState } from 'react'
import { remember, remembered } from '../../store/remember.ts'
import { useProduction } from '../../store/selectors.ts'
import { type CardInDevice, cardsIn, minutesLeft, rateOfDevice } from '@kavrell/core/cards'
import type { SetUpCard } from '@kavrell/core/patch'
import { asId, type RecordOf } from '@kavrell/core/records'
import { batteryIn, type BatteryState, type DeviceRef, type RunState, type Subject } from '@kavrell/core/takes'

/** A camera or a sound recorder: what it does now, what it will do, and onto which card. */
export interface Device {
  readonly ref: DeviceRef
  readonly letter: string
  readonly name: string
  /** What the mixer puts out: no picture more than the cameras have. */
  readonly lineCut: boolean
  /** Wanted by what is on the slate. */
  readonly planned: boolean
  /** It rolls with the next take. */
  readonly on: boolean
  /** It goes on after the cut. */
  readonly stays: boolean
  /** Of this unit, while it records. */
  readonly run: RunState | undefined
  readonly card: CardInDevice
  /** Minutes that the card still has room for; null without one. */
  readonly leftMin: number | null
  /** After so many minutes of one run it stops by itself; null for one that goes on. */
  readonly stopsItselfMin: number | null
  /** Null where nobody said that one was put in. */
  readonly battery: BatteryState | null
  readonly shot: RecordOf<'shot'> | undefined
}

interface Kept {
  readonly on: Readonly<Record<string, boolean>>
  readonly stays: Readonly<Record<string, boolean>>
}
const NOTHING: Kept = { on: {}, stays: {} }
const read = (name: string): Kept => {
  try {
    return { ...NOTHING, ...(JSON.parse(remembered(name) ?? '{}') as Partial<Kept>) }
  } catch {
    return NOTHING
  }
}

/**
 * Every camera and recorder. What is planned for the slate rolls, unless it was switched by hand for it; what is not
 * planned stays as it was switched, through reloads too.
 */
export function useDevices(
  subject: Subject,
  runs: readonly RunState[],
  dayId: string,
  nowMs: number,
): {
  devices: readonly Device[]
  arm: (device: Device, on: boolean) => void
  setStays: (device: Device, stays: boolean) => void
} {
  const production = useProduction()
  const { camera, recorder, card, take, run, cardMove, batteryChange } = production
  const name = `armed.${dayId}`
  const [kept, setKept] = useState(() => read(name))
  const keep = (next: Kept) => {
    remember(name, JSON.stringify(next))
    setKept(next)
  }
  const cardIn = useMemo(() => cardsIn({ card, take, run, cardMove }), [card, take, run, cardMove])
  const minute = Math.floor(nowMs / 10_000)
  const left = useMemo(
    () =>
      new Map(
        [...Object.values(camera), ...Object.values(recorder)].flatMap((device) => {
          const inThere = cardIn(device.id).card
          return inThere
            ? [[device.id, minutesLeft(production, inThere, rateOfDevice(device), minute * 10_000)] as const]
            : []
        }),
      ),
    // The production is a new object with every edit; what is recorded on its cards is not.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [camera, recorder, cardIn, minute],
  )
  // What is switched by hand for planned devices is of this slate; of others it is of the day.
  const keyOf = (id: string, planned: boolean) => (planned ? `${subject.key} ${id}` : id)
  const device = (ref: DeviceRef, of: RecordOf<'camera'> | RecordOf<'recorder'>): Device => {
    const { id } = ref
    // Where there is one camera alone, a shot of which nobody said with which is taken with that one.
    const isLone = Object.keys(camera).length === 1
    const shot = ref.kind === 'camera' ? subject.shots.find((s) => s.cameraId === id || (isLone && s.cameraId === null)) : undefined // prettier-ignore
    const planned = ref.kind === 'camera' ? shot !== undefined : subject.recorderIds.includes(asId<'recorder'>(id))
    return {
      ref,
      letter: of.letter,
      name: 'lineCut' in of && of.lineCut ? `line cut, ${of.name}` : of.name,
      lineCut: 'lineCut' in of && of.lineCut,
      planned,
      on: kept.on[keyOf(id, planned)] ?? planned,
      stays: kept.stays[id] ?? false,
      run: runs.find((one) => one.device.id === id),
      card: cardIn(id),
      leftMin: left.get(id) ?? null,
      stopsItselfMin: 'stopsItselfMin' in of ? of.stopsItselfMin : null,
      battery: batteryIn(of, batteryChange, minute * 10_000),
      shot,
    }
  }
  const byLetter = (a: { letter: string }, b: { letter: string }) => (a.letter < b.letter ? -1 : 1)
  return {
    devices: [
      ...Object.values(camera)
        .sort(byLetter)
        .map((c) => device({ kind: 'camera', id: c.id }, c)),
      ...Object.values(recorder)
        .sort(byLetter)
        .map((r) => device({ kind: 'recorder', id: r.id }, r)),
    ],
    arm: ({ ref, planned }, on) => keep({ ...kept, on: { ...kept.on, [keyOf(ref.id, planned)]: on } }),
    setStays: ({ ref }, stays) => keep({ ...kept, stays: { ...kept.stays, [ref.id]: stays } }),
  }
}

/** What is wrong with what is about to roll, each in a few words; what happens once is told loudly. */
export function beforeItRolls(
  devices: readonly Device[],
  subject: Subject,
  rules: Pick<RecordOf<'production'>, 'onceOnlyPictures' | 'onceOnlySounds'>,
  differing: SetUpCard['differing'],
): readonly string[] {
  const once = subject.shots.some((shot) => shot.onceOnly)
  const armed = devices.filter((device) => device.on || device.run)
  const cameras = armed.filter(({ ref, lineCut }) => ref.kind === 'camera' && !lineCut).length
  const sounds = armed.filter(({ ref }) => ref.kind === 'recorder').length
  const longestS = Math.max(0, ...subject.shots.map((shot) => shot.takeSeconds))
  const letters = (list: readonly Device[]) => list.map((device) => device.letter).join(', ')
  const off = devices.filter((device) => device.planned && !device.on && !device.run)
  const noCard = armed.filter((device) => !device.card.card)
  const small = armed.filter((device) => device.leftMin !== null && device.leftMin * 60 < longestS)
  const short = armed.filter((device) => device.stopsItselfMin !== null && device.stopsItselfMin * 60 < longestS)
  const empty = armed.filter(({ battery }) => battery?.leftMin != null && battery.leftMin * 60 < longestS)
  const setOtherwise = differing.filter(
    ({ line, camera }) => line.harm === 'stop' && armed.some(({ ref }) => ref.id === camera.id),
  )
  const wantsSound = once ? rules.onceOnlySounds : subject.recorderIds.length > 0 ? 1 : 0
  return [
    armed.length === 0 ? 'Nothing is switched on: this take would have no picture and no sound.' : '',
    off.length > 0 ? `${letters(off)} ${off.length === 1 ? 'is' : 'are'} planned and switched off.` : '',
    once && cameras < rules.onceOnlyPictures ? `${cameras} of ${rules.onceOnlyPictures} pictures that the rule wants of what happens once.` : '', // prettier-ignore
    sounds < wantsSound ? (sounds === 0 ? 'No sound.' : `${sounds} of ${wantsSound} sounds that the rule wants.`) : '',
    ...setOtherwise.map(({ camera, line, shown, wanted }) => `${camera.letter} was seen with ${line.name} ${shown}; ${wanted} is wanted.`), // prettier-ignore
    noCard.length > 0 ? `No card in ${letters(noCard)}.` : '',
    small.length > 0 ? `The card in ${letters(small)} is too small for a take of ${Math.ceil(longestS / 60)} min.` : '',
    short.length > 0 ? `${letters(short)} ${short.length === 1 ? 'stops by itself' : 'stop by themselves'} before a take of ${Math.ceil(longestS / 60)} min is over.` : '', // prettier-ignore
    empty.length > 0 ? `By the clock the battery in ${letters(empty)} does not last a take of ${Math.ceil(longestS / 60)} min.` : '', // prettier-ignore
  ].filter(Boolean)
}
