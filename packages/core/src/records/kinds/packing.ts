import { choice, flag, instant, number, optional, pattern, ref, text } from '../fields.ts'
import { count, kilograms, ledger, plan, rank, type Rule } from '../tradeFields.ts'

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
      staysIn: flag({ label: 'Stays in overnight' }),
      rank,
    },
    { named: ['label'] },
  ),
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
} as const
