import { useState } from 'react'
import { useParts } from '../../store/selectors.ts'
import { cardsIn } from '@kavrell/core/cards'
import { asId, type Id, type RecordOf } from '@kavrell/core/records'

/** A camera or a sound recorder as it is before a take: whether it will roll, and onto which card. */
export interface Device<K extends 'camera' | 'recorder' = 'camera' | 'recorder'> {
  readonly kind: K
  readonly id: Id<K>
  readonly letter: string
  readonly planned: boolean
  readonly on: boolean
  /** The card in it: of its own cards the one that was recorded on last. */
  readonly card: RecordOf<'card'> | undefined
  readonly shot: RecordOf<'shot'> | undefined
}

/** Every camera and recorder. What is planned for the shots rolls, unless it was switched by hand. */
export function useDevices(
  item: RecordOf<'orderItem'>,
  shots: readonly RecordOf<'shot'>[],
): { devices: readonly Device[]; toggle: (device: Device) => void } {
  const { camera, recorder, card, take } = useParts('camera', 'recorder', 'card', 'take')
  const [switchedOff, setSwitchedOff] = useState<ReadonlySet<string>>(new Set())
  const [switchedOn, setSwitchedOn] = useState<ReadonlySet<string>>(new Set())
  const cardIn = cardsIn({ card, take })
  const device = (kind: Device['kind'], { id, letter }: { id: Device['id']; letter: string }): Device => {
    const shot = kind === 'camera' ? shots.find((s) => s.cameraId === id) : undefined
    const planned = kind === 'camera' ? shot !== undefined : item.recorderIds.includes(asId(id))
    const on = planned ? !switchedOff.has(id) : switchedOn.has(id)
    return { kind, id, letter, planned, on, card: cardIn(id), shot }
  }
  const byLetter = (a: { letter: string }, b: { letter: string }) => (a.letter < b.letter ? -1 : 1)
  return {
    devices: [
      ...Object.values(camera)
        .sort(byLetter)
        .map((c) => device('camera', c)),
      ...Object.values(recorder)
        .sort(byLetter)
        .map((r) => device('recorder', r)),
    ],
    toggle({ id, planned }) {
      const next = new Set(planned ? switchedOff : switchedOn)
      if (!next.delete(id)) next.add(id)
      if (planned) setSwitchedOff(next)
      else setSwitchedOn(next)
    },
  }
}
