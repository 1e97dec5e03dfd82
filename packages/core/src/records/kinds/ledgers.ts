import { z } from 'zod'
import { HASH_NAMES } from '../../checksums/index.ts'
import { parseTimecode } from '../../timecode/index.ts'
import {
  addedLater,
  choice,
  data,
  flag,
  instant,
  number,
  optional,
  pattern,
  ref,
  refs,
  text,
  whole,
  type FieldValues,
} from '../fields.ts'
import type { Id } from '../ids.ts'
import type { PEOPLE } from './people.ts'
import { count, ledger, rateParts, timecode, dropFrameRate, oneDevice, type Rule } from '../tradeFields.ts'

/** The running order a call sheet was made from, whole, so that it can be gone back to. */
export interface SheetOrder {
  readonly callMin: number
  readonly items: readonly ({ readonly id: Id<'orderItem'> } & FieldValues<(typeof PEOPLE)['orderItem']['fields']>)[]
}
/** A sheet as it was printed, with the order it was made from. */
export interface SheetContent {
  readonly order?: SheetOrder
}

/** What the clock of the device said when it logged; the moment beside it is by the clock that all share. */
const deviceAt = optional(instant({ label: 'By the device’s clock' }))

const possibleLabel: Rule = ({ startTimecode, rateNum, rateDen, dropFrame }) => {
  if (typeof startTimecode !== 'string' || startTimecode === '') return null
  const rate = { num: rateNum as number, den: rateDen as number, drop: dropFrame === true }
  const label = parseTimecode(startTimecode, rate)
  return label.ok
    ? null
    : {
        field: 'startTimecode',
        says: `${startTimecode} is no label at this rate.${label.error.code === 'dropped-label' ? ' Drop-frame counting skips it.' : ''}`,
      }
}

/** What happened. Entries are only added. */
export const LEDGERS = {
  take: ledger(
    'a take, logged as it starts',
    {
      dayId: ref({ label: 'Day', to: 'day' }),
      orderItemId: optional(ref({ label: 'Order', to: 'orderItem' })),
      slate: text({ label: 'Slate', least: 1, most: 40 }),
      number: count('Take', 1, 0, 9999),
      shotIds: refs({ label: 'Shots', to: 'shot' }),
      cameraIds: refs({ label: 'Cameras', to: 'camera' }),
      recorderIds: refs({ label: 'Sound', to: 'recorder' }),
      cardIds: refs({ label: 'Cards', to: 'card' }),
      startTimecode: timecode('Start'),
      ...rateParts('Timecode rate'),
      wild: flag({ label: 'Wild sound' }),
      unitId: optional(ref({ label: 'Unit', to: 'unit' })),
      spotId: optional(ref({ label: 'Room tone of', to: 'spot' })),
      startedAt: instant({ label: 'Started' }),
      deviceAt,
    },
    { rules: [dropFrameRate, possibleLabel] },
  ),
  takeEvent: ledger('what happened to a take: cut, a verdict, a note', {
    takeId: ref({ label: 'Take', to: 'take' }),
    type: choice({
      label: 'What',
      initial: 'note',
      of: ['cut', 'good', 'best', 'no-good', 'open', 'note', 'struck', 'restored'],
      words: { 'no-good': 'no good', open: 'not judged', struck: 'false start', restored: 'no false start' },
    }),
    timecode: timecode('At'),
    text: text({ label: 'Note', most: 1000 }),
    happenedAt: instant({ label: 'At' }),
    deviceAt,
  }),
  run: ledger(
    'what one device recorded without a break, logged as it starts',
    {
      dayId: ref({ label: 'Day', to: 'day' }),
      unitId: optional(ref({ label: 'Unit', to: 'unit' })),
      /** The take it began with or within; one that began before any has none. */
      takeId: optional(ref({ label: 'Take', to: 'take' })),
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      recorderId: optional(ref({ label: 'Sound', to: 'recorder' })),
      cardId: optional(ref({ label: 'Card', to: 'card' })),
      startTimecode: timecode('Start'),
      ...rateParts('Timecode rate'),
      startedAt: instant({ label: 'Started' }),
      how: choice({
        label: 'Known by',
        initial: 'key',
        of: ['key', 'device', 'afterwards', 'file'],
        words: {
          key: 'a key pressed then',
          device: 'the device itself',
          afterwards: 'what somebody said later',
          file: 'its file on the card',
        },
      }),
      stays: flag({ label: 'Goes on after the cut' }),
      deviceAt,
    },
    { rules: [dropFrameRate, possibleLabel, oneDevice] },
  ),
  runStop: ledger('a device that stopped recording', {
    runId: ref({ label: 'Run', to: 'run' }),
    timecode: timecode('At'),
    how: choice({
      label: 'Because',
      initial: 'cut',
      of: ['cut', 'key', 'by itself', 'card full', 'file'],
      words: { cut: 'the cut', key: 'stopped by hand', file: 'as its file says' },
    }),
    happenedAt: instant({ label: 'At' }),
    deviceAt,
  }),
  stepDone: ledger('a step of a setup that was done, or was not after all', {
    setupId: ref({ label: 'Setup', to: 'setup' }),
    dayId: ref({ label: 'Day', to: 'day' }),
    step: text({ label: 'Step', least: 1, most: 400 }),
    done: flag({ label: 'Done', initial: true }),
    happenedAt: instant({ label: 'At' }),
    deviceAt,
  }),
  correction: ledger('what puts an entry of the log right', {
    takeId: optional(ref({ label: 'Take', to: 'take' })),
    runId: optional(ref({ label: 'Run', to: 'run' })),
    eventId: optional(ref({ label: 'Entry', to: 'takeEvent' })),
    /** The slate, number, row and shots below are what the take has. */
    reslates: flag({ label: 'Another slate' }),
    slate: text({ label: 'Slate', most: 40 }),
    number: count('Take', 1, 0, 9999),
    orderItemId: optional(ref({ label: 'Order', to: 'orderItem' })),
    shotIds: refs({ label: 'Shots', to: 'shot' }),
    startTimecode: timecode('Start'),
    startedAt: optional(instant({ label: 'Started' })),
    stopTimecode: timecode('Stop'),
    stoppedAt: optional(instant({ label: 'Stopped' })),
    cardId: optional(ref({ label: 'Card', to: 'card' })),
    /** Words in place of those of a note. */
    text: text({ label: 'Note', most: 1000 }),
    strikes: choice({ label: 'Counts', initial: '', of: ['', 'struck', 'restored'], words: { '': 'as it did' } }),
    reason: text({ label: 'Reason', most: 400 }),
    happenedAt: instant({ label: 'At' }),
    deviceAt,
  }),
  cardMove: ledger(
    'a card put into a device, taken out of it, or formatted in it',
    {
      cardId: ref({ label: 'Card', to: 'card' }),
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      recorderId: optional(ref({ label: 'Recorder', to: 'recorder' })),
      type: choice({ label: 'What', initial: 'in', of: ['in', 'out', 'formatted'] }),
      happenedAt: instant({ label: 'At' }),
      deviceAt,
    },
    { rules: [oneDevice] },
  ),
  batteryChange: ledger(
    'a fresh battery put into a device',
    {
      /** No battery was changed here after all: that entry was a mistake. */
      mistakenId: addedLater(optional(ref({ label: 'Mistaken entry', to: 'batteryChange' }))),
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      recorderId: optional(ref({ label: 'Recorder', to: 'recorder' })),
      happenedAt: instant({ label: 'At' }),
      deviceAt,
    },
    { rules: [oneDevice] },
  ),
  shotMark: ledger('what became of a shot on a day without a take', {
    dayId: ref({ label: 'Day', to: 'day' }),
    shotId: ref({ label: 'Shot', to: 'shot' }),
    type: choice({
      label: 'What',
      initial: 'dropped',
      of: ['dropped', 'not needed', 'done', 'again', 'open'],
      words: { dropped: 'dropped for today', again: 'once more', open: 'still to do' },
    }),
    reason: text({ label: 'Reason', most: 400 }),
    happenedAt: instant({ label: 'At' }),
    deviceAt,
  }),
  copyRun: ledger('one run of copying a card to a drive', {
    cardId: ref({ label: 'Card', to: 'card' }),
    driveId: ref({ label: 'Drive', to: 'drive' }),
    folder: text({ label: 'Folder', most: 400 }),
    files: count('Files', 0, 0, 10_000_000),
    bytes: number({ label: 'Bytes', initial: 0, least: 0, says: 'Bytes are 0 or more.' }),
    afterSeq: whole({
      label: 'Newest edit when it began',
      initial: 0,
      least: 0,
      says: 'The number of an edit is 0 or more.',
    }),
    outcome: choice({ label: 'Outcome', initial: 'complete', of: ['complete', 'incomplete'] }),
    problems: data({ label: 'Problems', initial: [] as string[], schema: z.array(z.string().max(2000)).max(1000) }),
    hashName: choice({ label: 'Hash', initial: 'xxh64', of: HASH_NAMES }),
    manifest: pattern({
      label: 'What was copied',
      like: /^([0-9a-f]{64})?$/,
      says: 'What was copied is kept under the digest of its list.',
    }),
    medium: text({ label: 'Medium', most: 200 }),
    /** Which card it was read from, as the reader told it. */
    cardMedium: text({ label: 'Card in the reader', most: 200 }),
    /** A stand-in for a card says how much of one each of its bytes is; a card's own are themselves. */
    bytesStandFor: addedLater(
      number({ label: 'A byte stands for', initial: 1, moreThan: 0, says: 'A byte stands for some.' }),
    ),
    /** What was read of the card's recordings then: clips of this name. */
    reading: addedLater(text({ label: 'Read as', most: 40 })),
    /** It was made from the copy there, while the card could be elsewhere. */
    fromDriveId: addedLater(optional(ref({ label: 'Copied from', to: 'drive' }))),
    startedAt: instant({ label: 'Started' }),
    endedAt: instant({ label: 'Ended' }),
  }),
  clip: ledger(
    'a recording on a card, as its file says of itself',
    {
      cardId: ref({ label: 'Card', to: 'card' }),
      /** All that were read off the card at one time have the same. */
      reading: text({ label: 'Read as', least: 1, most: 40 }),
      path: text({ label: 'File', least: 1, most: 1000 }),
      bytes: number({ label: 'Bytes', initial: 0, least: 0, says: 'Bytes are 0 or more.' }),
      holds: choice({
        label: 'Holds',
        initial: 'picture',
        of: ['picture', 'sound', 'unread'],
        words: { unread: 'what could not be read' },
      }),
      startTimecode: timecode('Start'),
      ...rateParts('Timecode rate'),
      seconds: optional(number({ label: 'Length', initial: 0, unit: 's', least: 0, says: 'A length is 0 s or more.' })),
      /** By the clock of the device that wrote it, and only as right as that. */
      modifiedAt: instant({ label: 'Last written to' }),
    },
    { rules: [dropFrameRate, possibleLabel] },
  ),
  cardLook: ledger('somebody who has seen all recordings of the log on a card', {
    cardId: ref({ label: 'Card', to: 'card' }),
    /** What was on it then: the clips that were read off it under this name. */
    reading: text({ label: 'Read as', least: 1, most: 40 }),
    lookedAt: instant({ label: 'Looked' }),
    deviceAt,
  }),
  copyCheck: ledger('a copy read back from its drive and compared', {
    copyRunId: ref({ label: 'Copy', to: 'copyRun' }),
    files: count('Files', 0, 0, 10_000_000),
    outcome: choice({ label: 'Outcome', initial: 'same', of: ['same', 'different'] }),
    fromMedium: flag({ label: 'Read from the medium itself' }),
    problems: data({ label: 'Problems', initial: [] as string[], schema: z.array(z.string().max(2000)).max(1000) }),
    checkedAt: instant({ label: 'Checked' }),
  }),
  custody: ledger(
    'who holds a drive or a card from a moment on, and where it lies',
    {
      driveId: optional(ref({ label: 'Drive', to: 'drive' })),
      cardId: addedLater(optional(ref({ label: 'Card', to: 'card' }))),
      personId: ref({ label: 'Holder', to: 'person' }),
      place: text({ label: 'Where', most: 80 }),
      since: instant({ label: 'Since' }),
      deviceAt,
    },
    {
      rules: [
        ({ driveId, cardId }) =>
          driveId && cardId
            ? { field: 'cardId', says: 'One thing is handed over at a time.' }
            : driveId === null && cardId === null
              ? { field: 'driveId', says: 'Say which drive or card is handed over.' }
              : null,
      ],
    },
  ),
  custodyYes: ledger('what whoever was to be given a thing says of it', {
    custodyId: ref({ label: 'Hand-over', to: 'custody' }),
    says: choice({
      label: 'Says',
      initial: 'has it',
      of: ['has it', 'never came'],
    }),
    happenedAt: instant({ label: 'At' }),
    deviceAt,
  }),
  wipe: ledger('a card wiped after the rule was met', {
    cardId: ref({ label: 'Card', to: 'card' }),
    reason: text({ label: 'Reason', most: 1000 }),
    wipedAt: instant({ label: 'Wiped' }),
    deviceAt,
  }),
  sentSheet: ledger('a call sheet as it was sent', {
    dayId: ref({ label: 'Day', to: 'day' }),
    number: count('Number', 1, 1, 999),
    fingerprint: text({ label: 'Fingerprint' }),
    sentAt: instant({ label: 'Sent' }),
    content: data<SheetContent>({
      label: 'Content',
      initial: {},
      schema: z.record(z.string(), z.unknown()),
    }),
  }),
  delivery: ledger('what became of a sheet sent to a person', {
    sentSheetId: ref({ label: 'Sheet', to: 'sentSheet' }),
    personId: ref({ label: 'Person', to: 'person' }),
    status: choice({
      label: 'Status',
      initial: 'sent',
      of: ['sent', 'simulated', 'by hand', 'delivered', 'read', 'bounced', 'no address', 'failed'],
    }),
    says: text({ label: 'Says', most: 400 }),
    happenedAt: instant({ label: 'At' }),
  }),
} as const
