import {
  addedLater,
  choice,
  flag,
  instant,
  minuteOfDay,
  number,
  optional,
  pattern,
  ref,
  refs,
  text,
} from '../fields.ts'
import { centimetres, count, kilograms, ledger, plan, rank, type Rule } from '../tradeFields.ts'

const THINGS = ['itemId', 'cameraId', 'lensId', 'recorderId', 'cardId', 'driveId', 'caseId'] as const
const ofOneThing: Rule = (fields) => {
  const named = THINGS.filter((name) => fields[name])
  return named.length > 1 ? { field: named[1]!, says: 'A tick is of one thing.' } : null
}

/** Cases and what carries them, and what was seen to be in its case. */
export const PACKING = {
  vehicle: plan('what carries cases', {
    name: text({ label: 'Name', initial: 'Van', least: 1, most: 60, says: 'Give it a name, such as Van.' }),
    carriesKg: optional(
      number({
        label: 'May carry',
        initial: 600,
        unit: 'kg',
        moreThan: 0,
        most: 40_000,
        says: 'What it may carry is more than 0 and at most 40,000 kg.',
      }),
    ),
    driverId: optional(ref({ label: 'Driven by', to: 'person' })),
    rank,
  }),
  kitCase: plan(
    'a case, bag or crate',
    {
      label: pattern({
        label: 'Label',
        initial: '1',
        like: /^\S(.{0,22}\S)?$/u,
        says: 'A case has a label of up to 24 letters and digits, such as 7.',
      }),
      name: text({ label: 'Holds', most: 80 }),
      vehicleId: optional(ref({ label: 'Goes in', to: 'vehicle' })),
      kg: kilograms('Weighs empty'),
      longCm: addedLater(optional(centimetres('Long'))),
      wideCm: addedLater(optional(centimetres('Wide'))),
      highCm: addedLater(optional(centimetres('High'))),
      staysIn: flag({ label: 'Stays in overnight' }),
      rank,
    },
    { named: ['label'] },
  ),
  charger: plan('a charger', {
    name: text({ label: 'Name', initial: 'Charger', least: 1, most: 80, says: 'Give the charger a name.' }),
    slots: count('Batteries at once', 2, 1, 32),
    watts: number({
      label: 'Gives each',
      initial: 60,
      unit: 'W',
      moreThan: 0,
      most: 2000,
      says: 'What it gives each battery is more than 0 and at most 2000 W.',
    }),
    /** Which batteries of the kit list fit it. */
    takes: refs({ label: 'Takes', to: 'kitItem' }),
    circuitId: addedLater(optional(ref({ label: 'Plugged into', to: 'circuit' }))),
    rank,
  }),
  /** Times of day, each the next one after the one before; the last of them is on the day. */
  chargeNight: plan('the night before a day, as batteries are charged in it', {
    dayId: ref({ label: 'Day', to: 'day' }),
    fromMin: minuteOfDay({ label: 'On charge from', initial: 1260 }),
    untilMin: minuteOfDay({ label: 'Full by', initial: 240 }),
    asleepFromMin: minuteOfDay({ label: 'Nobody changes them from', initial: 0 }),
    asleepUntilMin: minuteOfDay({ label: 'Until', initial: 210 }),
    mostW: optional(
      number({
        label: 'The sockets there give',
        initial: 2300,
        unit: 'W',
        moreThan: 0,
        most: 40_000,
        says: 'What the sockets give is more than 0 and at most 40,000 W.',
      }),
    ),
    sockets: addedLater(optional(count('Free sockets there', 4, 0, 60))),
    personId: addedLater(optional(ref({ label: 'Who changes them', to: 'person' }))),
  }),
  packTick: ledger(
    'a thing was seen to be in its case, or a case in its vehicle, or not to be there',
    {
      dayId: ref({ label: 'Day', to: 'day' }),
      way: choice({ label: 'Way', initial: 'out', of: ['out', 'back'], words: { out: 'on the way out', back: 'on the way back' } }), // prettier-ignore
      state: choice({
        label: 'Is',
        initial: 'in',
        of: ['in', 'not here', 'open'],
        words: { in: 'in', open: 'not looked at after all' },
      }),
      count: count('How many', 1, 0, 9999),
      itemId: optional(ref({ label: 'Thing', to: 'kitItem' })),
      cameraId: optional(ref({ label: 'Camera', to: 'camera' })),
      lensId: optional(ref({ label: 'Lens', to: 'lens' })),
      recorderId: optional(ref({ label: 'Sound', to: 'recorder' })),
      cardId: optional(ref({ label: 'Card', to: 'card' })),
      driveId: optional(ref({ label: 'Drive', to: 'drive' })),
      caseId: optional(ref({ label: 'Case', to: 'kitCase' })),
      happenedAt: instant({ label: 'At' }),
      deviceAt: optional(instant({ label: 'By the device’s clock' })),
    },
    { rules: [ofOneThing] },
  ),
  loading: ledger('vehicles began to be unloaded or loaded at a place, or that was over', {
    dayId: ref({ label: 'Day', to: 'day' }),
    placeId: ref({ label: 'Place', to: 'place' }),
    way: choice({ label: 'Way', initial: 'in', of: ['in', 'out'], words: { in: 'load in', out: 'load out' } }),
    state: choice({ label: 'Is', initial: 'begun', of: ['begun', 'over'] }),
    happenedAt: instant({ label: 'At' }),
    deviceAt: optional(instant({ label: 'By the device’s clock' })),
  }),
} as const
