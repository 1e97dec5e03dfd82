import { addedLater, choice, minuteOfDay, number, optional, pattern, ref, text } from '../fields.ts'
import { money, packed, plan, serial } from '../tradeFields.ts'

/** What somebody measured; nothing is assumed in its place here. */
const megabytesPerSecond = (label: string) =>
  addedLater(
    optional(
      number({
        label,
        initial: 400,
        unit: 'MB/s',
        moreThan: 0,
        most: 100_000,
        says: `${label} is more than 0 MB/s, such as 400.`,
      }),
    ),
  )

/** Cards, drives, and copies that are meant to be made. */
export const MEDIA = {
  card: plan(
    'a card or other original medium',
    {
      label: pattern({
        label: 'Label',
        initial: 'A1',
        like: /^[A-Za-z0-9_-]{1,12}$/,
        says: 'A card has a label of letters and digits, such as A1.',
      }),
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      recorderId: optional(ref({ label: 'Recorder', to: 'recorder' })),
      /** Which one it is, as the reader told it; what nobody has put into a reader yet has none. */
      medium: text({ label: 'Known to the reader as', most: 200 }),
      ...packed,
      capacityGb: number({
        label: 'Size',
        initial: 256,
        unit: 'GB',
        moreThan: 0,
        most: 100000,
        says: 'A size is more than 0 GB.',
      }),
      folder: pattern({
        label: 'Folder',
        like: /^[A-Za-z0-9_-]{0,40}$/,
        says: 'The folder is the name under which the reader shows the card: letters, digits, - and _.',
      }),
      serial,
      readMBps: megabytesPerSecond('Reads at'),
      valueMinor: addedLater(money('A new one costs')),
    },
    { named: ['label'] },
  ),
  drive: plan(
    'a drive that copies go to, or a place far away that they are uploaded to',
    {
      label: pattern({
        label: 'Label',
        initial: 'S1',
        like: /^[A-Za-z0-9_-]{1,12}$/,
        says: 'A drive has a label of letters and digits, such as S1.',
      }),
      ...packed,
      capacityGb: number({
        label: 'Size',
        initial: 2000,
        unit: 'GB',
        moreThan: 0,
        most: 1_000_000,
        says: 'A size is more than 0 GB.',
      }),
      speed: choice({ label: 'Speed', initial: 'fast', of: ['fast', 'slow', 'upload'] }),
      folder: pattern({
        label: 'Folder',
        like: /^[A-Za-z0-9_-]{0,40}$/,
        says: 'The folder is the name under which the drive is mounted: letters, digits, - and _.',
      }),
      serial,
      hubId: optional(addedLater(ref({ label: 'Hangs on', to: 'hub' }))),
      readMBps: megabytesPerSecond('Reads at'),
      writeMBps: megabytesPerSecond('Writes at'),
      valueMinor: addedLater(money('A new one costs')),
    },
    { named: ['label'] },
  ),
  hub: plan('a machine or a hub that readers and drives hang on', {
    name: text({
      label: 'Machine or hub',
      initial: 'Hub',
      least: 1,
      most: 60,
      says: 'Give the machine or hub a name.',
    }),
    is: choice({ label: 'Is', initial: 'hub', of: ['machine', 'hub'], words: { machine: 'a machine', hub: 'a hub' } }),
    serial,
    passesMBps: megabytesPerSecond('Passes'),
    onId: optional(ref({ label: 'Hangs on', to: 'hub' })),
  }),
  cardReader: plan('what cards are read with', {
    name: text({ label: 'Reader', initial: 'Reader', least: 1, most: 60, says: 'Give the reader a name.' }),
    serial,
    hubId: optional(addedLater(ref({ label: 'Hangs on', to: 'hub' }))),
    readMBps: megabytesPerSecond('Reads at'),
    cards: number({ label: 'Cards at once', initial: 1, least: 1, most: 8, says: 'A reader takes 1 to 8 cards at once.' }), // prettier-ignore
  }),
  /** Times of day in the evening and the night after it. What is open is as the calls leave it. */
  copyHand: plan('somebody who puts cards in on the evening of a day, and when they sleep', {
    dayId: ref({ label: 'Day', to: 'day' }),
    personId: ref({ label: 'Who copies', to: 'person' }),
    fromMin: optional(minuteOfDay({ label: 'At the reader from', initial: 1260 })),
    asleepFromMin: optional(minuteOfDay({ label: 'Asleep from', initial: 1410 })),
    asleepUntilMin: optional(minuteOfDay({ label: 'Up again at', initial: 390 })),
  }),
  plannedCopy: plan('a copy of a card that is to be made', {
    cardId: ref({ label: 'Card', to: 'card' }),
    driveId: ref({ label: 'Drive', to: 'drive' }),
  }),
} as const
