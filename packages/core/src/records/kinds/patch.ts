import { z } from 'zod'
import { addedLater, choice, data, flag, instant, number, optional, ref, refs, text } from '../fields.ts'
import { ascends, count, exactlyOne, ledger, oneDevice, plan, rank } from '../tradeFields.ts'

const megahertz = (label: string, initial: number) =>
  number({
    label,
    initial,
    unit: 'MHz',
    moreThan: 0,
    most: 100_000,
    says: `${label} is a frequency in MHz, such as 606.5.`,
  })

/** Of a scan so many points are kept: it stays in the log for good. */
export const MOST_LEVELS = 4000

const rises = ascends('fromMHz', 'toMHz', 'The upper end is not below the lower.', true)

const milliseconds = (label: string) =>
  number({ label, initial: 0, unit: 'ms', least: 0, most: 60_000, says: `${label} is 0 to 60,000 ms.` })

const oneOrigin = exactlyOne(['cameraId', 'fromDeviceId'], 'A picture comes from one thing: a camera or a device.')
const oneEnd = exactlyOne(['cameraId', 'recorderId', 'signalDeviceId'], 'A sound goes into one thing: a camera, a recorder or a device.') // prettier-ignore

/** What has to agree on set before it rolls: how cameras are set, where each sound goes, what transmits, and clocks. */
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
  radioScan: ledger('what a scanner heard', {
    from: text({ label: 'From', initial: 'Scanner', most: 120 }),
    levels: data({
      label: 'Levels, kHz and dBm',
      initial: [] as (readonly [kHz: number, dBm: number])[],
      schema: z.array(z.tuple([z.number().min(0).max(7e6), z.number().min(-200).max(50)])).max(MOST_LEVELS),
    }),
    scannedAt: instant({ label: 'At' }),
    deviceAt: optional(instant({ label: 'By the device’s clock' })),
  }),
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
  clockLook: ledger(
    'what a device was seen to show as its timecode',
    {
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      recorderId: optional(ref({ label: 'Sound', to: 'recorder' })),
      shown: text({ label: 'Shows', least: 1, most: 20, says: 'Say what it shows, such as 09:33:07:14.' }),
      /** Taken of its display as it was read. */
      pictureId: optional(addedLater(ref({ label: 'Picture', to: 'picture' }))),
      lookedAt: instant({ label: 'Looked' }),
      deviceAt: optional(instant({ label: 'By the device’s clock' })),
    },
    { rules: [oneDevice] },
  ),
  setUpLine: plan('a line of the card that every camera is set by', {
    name: text({ label: 'Line', initial: 'Line', least: 1, most: 60, says: 'Give the line a name.' }),
    wanted: text({ label: 'Wanted', most: 80 }),
    harm: choice({
      label: 'Where it differs',
      initial: 'watch',
      of: ['stop', 'watch'],
      words: { stop: 'it spoils the pictures', watch: 'it can be put right' },
    }),
    /** The job it was taken over from, until somebody has said that it holds here too. */
    carriedFrom: addedLater(text({ label: 'Carried over from', most: 200 })),
    /** Taken off the card; what was seen of it stays in the log. */
    gone: flag({ label: 'Taken off' }),
    rank,
  }),
  setUpException: plan('what one camera is to be set to where it differs on purpose', {
    lineId: ref({ label: 'Line', to: 'setUpLine' }),
    cameraId: ref({ label: 'Camera', to: 'camera' }),
    wanted: text({ label: 'Wanted', most: 80 }),
    /** For this shot alone, or for those of a setup; for all where neither is named. */
    setupId: addedLater(optional(ref({ label: 'In the setup', to: 'setup' }))),
    shotId: addedLater(optional(ref({ label: 'In the shot', to: 'shot' }))),
  }),
  setUpLook: ledger('what a camera was seen to be set to', {
    lineId: ref({ label: 'Line', to: 'setUpLine' }),
    cameraId: ref({ label: 'Camera', to: 'camera' }),
    shown: text({ label: 'Shows', least: 1, most: 80, says: 'Say what it shows.' }),
    lookedAt: instant({ label: 'Looked' }),
    deviceAt: optional(instant({ label: 'By the device’s clock' })),
  }),
  soundSource: plan('something that is heard: a microphone, or a sound that is fed in', {
    name: text({ label: 'Source', initial: 'Boom', least: 1, most: 60, says: 'Give the source a name.' }),
    is: choice({
      label: 'Is',
      initial: 'worn',
      of: ['boom', 'worn', 'desk', 'programme', 'talkback', 'room', 'timecode'],
      words: {
        worn: 'worn microphone',
        desk: 'feed of a desk',
        room: 'room, or a camera’s own',
        timecode: 'timecode as sound',
      },
    }),
    hears: refs({ label: 'Hears', to: 'person' }),
    transmitterId: optional(ref({ label: 'Sent by', to: 'transmitter' })),
    /** Taken out; what was heard of it stays in the log. */
    gone: flag({ label: 'Taken out' }),
    rank,
  }),
  signalDevice: plan('what pictures and sounds go to beside cameras and recorders: a switcher, a monitor, a prompter', {
    name: text({ label: 'Device', initial: 'Monitor', least: 1, most: 60, says: 'Give the device a name.' }),
    is: choice({
      label: 'Is',
      initial: 'monitor',
      of: ['switcher', 'monitor', 'prompter', 'talkback', 'in-ear', 'loudspeaker', 'stream'],
      words: { talkback: 'talkback station', 'in-ear': 'what somebody hears in the ear', stream: 'stream or relay' },
    }),
    pictureInputs: count('Picture inputs', 1, 0, 64),
    soundInputs: count('Sound inputs', 0, 0, 64),
    delayMs: milliseconds('Comes out later by'),
    rank,
  }),
  pictureWay: plan(
    'a picture that goes into a device',
    {
      cameraId: optional(ref({ label: 'Of camera', to: 'camera' })),
      fromDeviceId: optional(ref({ label: 'Of', to: 'signalDevice' })),
      intoDeviceId: ref({ label: 'Into', to: 'signalDevice' }),
      input: count('Input', 1, 1, 64),
      transmitterId: optional(ref({ label: 'Sent by', to: 'transmitter' })),
      delayMs: milliseconds('On the way for'),
    },
    { rules: [oneOrigin] },
  ),
  soundWay: plan(
    'a sound that goes into a device',
    {
      sourceId: ref({ label: 'Source', to: 'soundSource' }),
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      recorderId: optional(ref({ label: 'Recorder', to: 'recorder' })),
      signalDeviceId: optional(addedLater(ref({ label: 'Into', to: 'signalDevice' }))),
      input: count('Input', 1, 1, 64),
      /** A way of its own through the air, where it does not go by cable from where its source arrives. */
      transmitterId: optional(ref({ label: 'Sent on by', to: 'transmitter' })),
      padDb: number({
        label: 'Turned down by',
        initial: 0,
        unit: 'dB',
        least: 0,
        most: 60,
        says: 'A sound is turned down by 0 to 60 dB.',
      }),
      delayMs: addedLater(milliseconds('On the way for')),
      gone: flag({ label: 'Taken out' }),
    },
    { rules: [oneEnd] },
  ),
  soundHeard: ledger('a sound that was heard where it arrives, or was not', {
    wayId: ref({ label: 'Way', to: 'soundWay' }),
    heard: flag({ label: 'Heard', initial: true }),
    heardAt: instant({ label: 'At' }),
    deviceAt: optional(instant({ label: 'By the device’s clock' })),
  }),
} as const
