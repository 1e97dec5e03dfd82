import { choice, flag, instant, number, optional, ref, text } from '../fields.ts'
import { ascends, ledger, oneDevice, plan } from '../tradeFields.ts'

const megahertz = (label: string, initial: number) =>
  number({
    label,
    initial,
    unit: 'MHz',
    moreThan: 0,
    most: 100_000,
    says: `${label} is a frequency in MHz, such as 606.5.`,
  })

const rises = ascends('fromMHz', 'toMHz', 'The upper end is not below the lower.', true)

/** What has to agree on set before it rolls: what transmits, and clocks. */
export const PATCH = {
  transmitter: plan(
    'something that transmits',
    {
      name: text({ label: 'Transmitter', initial: 'Lav 1', least: 1, most: 60, says: 'Give the transmitter a name.' }),
      carries: choice({ label: 'Carries', initial: 'microphone', of: ['microphone', 'talkback', 'in-ear', 'picture'] }),
      personId: optional(ref({ label: 'Worn by', to: 'person' })),
      fromMHz: megahertz('Tunes from', 606),
      toMHz: megahertz('to', 614),
      stepKHz: number({
        label: 'in steps of',
        initial: 25,
        unit: 'kHz',
        least: 1,
        most: 10_000,
        says: 'A step is between 1 and 10,000 kHz.',
      }),
      onMHz: optional(megahertz('Set to', 606)),
    },
    { rules: [rises] },
  ),
  radioBand: plan(
    'frequencies that may be used here, as somebody found out',
    {
      name: text({ label: 'Band', initial: 'Band', most: 120 }),
      fromMHz: megahertz('From', 606),
      toMHz: megahertz('To', 614),
      isConfirmed: flag({ label: 'Looked up for this place and date' }),
    },
    { rules: [rises] },
  ),
  radioStation: plan(
    'something known to transmit here',
    {
      name: text({ label: 'Station', initial: 'Mast', most: 120 }),
      fromMHz: megahertz('From', 610),
      toMHz: megahertz('To', 611),
    },
    { rules: [rises] },
  ),
  jam: ledger(
    'a device was set to the master’s timecode, and what it showed before',
    {
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      recorderId: optional(ref({ label: 'Sound', to: 'recorder' })),
      jammedAt: instant({ label: 'Jammed' }),
      seenMs: optional(
        number({
          label: 'Was ahead by',
          initial: 0,
          unit: 'ms',
          least: -86_400_000,
          most: 86_400_000,
          says: 'How far it was ahead is in milliseconds.',
        }),
      ),
      deviceAt: optional(instant({ label: 'By the device’s clock' })),
    },
    { rules: [oneDevice] },
  ),
} as const
