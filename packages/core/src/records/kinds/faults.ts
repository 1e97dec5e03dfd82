import { choice, data, flag, instant, longText, optional, ref, text } from '../fields.ts'
import { z } from 'zod'
import { ledger, plan, type Rule } from '../tradeFields.ts'

const ON = ['itemId', 'cameraId', 'lensId', 'recorderId', 'transmitterId'] as const
const onOne: Rule = (fields) => {
  const named = ON.filter((name) => fields[name])
  return named.length > 1 ? { field: named[1]!, says: 'A fault is on one thing; a second has one of its own.' } : null
}
const PART = z.string().trim().min(1, 'A part has a name.').max(60, 'A part has at most 60 letters.')

/** What failed, what was tried, and what it was. */
export const FAULTS = {
  fault: plan(
    'something that does not work as it should',
    {
      name: text({ label: 'What it does', initial: 'Crackles', least: 1, most: 120, says: 'Say what it does.' }),
      itemId: optional(ref({ label: 'Thing', to: 'kitItem' })),
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      lensId: optional(ref({ label: 'Lens', to: 'lens' })),
      recorderId: optional(ref({ label: 'Sound', to: 'recorder' })),
      transmitterId: optional(ref({ label: 'Transmitter', to: 'transmitter' })),
      /** What it may be, in the order in which it is quickest swapped. */
      parts: data({ label: 'It may be', initial: [] as string[], schema: z.array(PART).max(20) }),
      state: choice({
        label: 'Is',
        initial: 'open',
        of: ['open', 'worked round', 'mended', 'out of use'],
      }),
      conclusion: longText({ label: 'What it was' }),
    },
    { rules: [onOne] },
  ),
  faultTry: ledger('a part that was swapped to find a fault', {
    faultId: ref({ label: 'Fault', to: 'fault' }),
    part: text({ label: 'Part', least: 1, most: 60, says: 'Say which part.' }),
    put: choice({ label: 'Put in', initial: 'another', of: ['another', 'the same again'] }),
    stillThere: flag({ label: 'The fault was still there' }),
    triedAt: instant({ label: 'At' }),
    deviceAt: optional(instant({ label: 'By the device’s clock' })),
  }),
} as const
