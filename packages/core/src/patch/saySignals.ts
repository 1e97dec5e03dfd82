import { byId } from '../records/index.ts'
import type { Comb, SignalDevice, SignalFault, SignalRecords } from './signalPlan.ts'

const ms = (value: number) => `${Math.round(Math.abs(value))} ms`
const list = (inputs: readonly number[]) => inputs.join(' and ')

/** A fault of a device in words, with what would mend it. */
export function saySignalFault(
  { device }: SignalDevice,
  fault: SignalFault,
  { camera }: Pick<SignalRecords, 'camera'>,
): string {
  // prettier-ignore
  const letter = (id: string) => byId(camera, id)?.letter ?? '?'
  switch (fault.is) {
    case 'taken twice':
      return `Two ${fault.of}s go into ${device.name}, input ${list(fault.inputs)}.`
    case 'no such input':
      return `${device.name} has no ${fault.of} input ${list(fault.inputs)}.`
    case 'loop':
      return `What ${device.name} puts out comes back into it.`
    case 'out of step':
      return fault.soundLateMs < 0
        ? `On ${device.name} the sound of ${fault.source.name} is ${ms(fault.soundLateMs)} before the picture of ${letter(fault.cameraId)}: delay it by ${ms(fault.soundLateMs)}.`
        : `On ${device.name} the sound of ${fault.source.name} is ${ms(fault.soundLateMs)} after the picture of ${letter(fault.cameraId)}: delay the pictures by as much.`
    case 'cameras apart':
      return `On ${device.name} ${letter(fault.lateId)} comes ${ms(fault.byMs)} after ${letter(fault.earlyId)}, and what happens jumps at a cut: delay ${letter(fault.earlyId)} by as much, or send both the same way.`
    case 'late':
      return device.is === 'in-ear'
        ? `${fault.of} is in ${device.name} ${ms(fault.ms)} late: whoever speaks or plays hears themselves twice from ${fault.most} ms on.`
        : `${device.name} shows the picture ${ms(fault.ms)} late: not to focus, operate or speak by.`
  }
}

/** How long after it happens each camera's picture comes out of a device, by its slowest way. */
export const sayOutAfter = ({ device, there }: SignalDevice, { camera }: Pick<SignalRecords, 'camera'>): string =>
  [...new Map(there.map(({ cameraId, ms: late }) => [cameraId, late]))]
    .map(([id, late]) => `${byId(camera, id)?.letter ?? '?'} ${late + device.delayMs} ms`)
    .join(', ')

/** Two microphones that hollow each other out, in words. */
export const sayComb = (
  { recorderId, early, late, byMs }: Comb,
  { recorder }: Pick<SignalRecords, 'recorder'>,
): string =>
  // prettier-ignore
  `On ${byId(recorder, recorderId)?.letter ?? '?'} ${late.name} is ${ms(byMs)} after ${early.name} with the same voice: mixed they sound hollow. Delay ${early.name} by as much before they are mixed.`
