import {
  addedLater,
  choice,
  flag,
  localDate,
  longText,
  minuteOfDay,
  number,
  optional,
  pattern,
  ref,
  refs,
  text,
} from '../fields.ts'
import { minutes, money, plan, rank } from '../tradeFields.ts'

/** Who is there, and when. */
export const PEOPLE = {
  person: plan('somebody on the production', {
    name: text({ label: 'Name', initial: 'New person', least: 1, says: 'Give the person a name.' }),
    role: text({ label: 'Role' }),
    phone: pattern({
      label: 'Phone',
      like: /^$|^\+?[\d\s()-]{5,24}$/,
      says: 'A phone number is digits, spaces and a leading +, such as +44 7700 900114.',
    }),
    email: pattern({
      label: 'Mail',
      like: /^$|^[^@\s]+@[^@\s]+\.[^@\s]+$/,
      says: 'A mail address looks like name@example.org.',
    }),
    needed: choice({
      label: 'Needed',
      initial: 'all-day',
      of: ['all-day', 'by-shots'],
      words: { 'all-day': 'all day', 'by-shots': 'by their shots' },
    }),
    leadMin: minutes('Before their start', 0),
    diet: addedLater(text({ label: 'Eats', most: 200 })),
    travel: addedLater(text({ label: 'Travels', most: 200 })),
    ridesInId: addedLater(optional(ref({ label: 'Rides in', to: 'vehicle' }))),
    rateMinor: addedLater(money('Rate')),
    rateFor: addedLater(choice({ label: 'For', initial: 'day', of: ['hour', 'half day', 'day', 'job'] })),
    rateMin: addedLater(minutes('Minutes in it', 600)),
    overtimePct: addedLater(
      number({
        label: 'Overtime at',
        initial: 150,
        unit: '%',
        least: 0,
        most: 500,
        says: 'Overtime is paid between 0 and 500 % of the hourly rate.',
      }),
    ),
    terms: addedLater(text({ label: 'Terms, usage', most: 400 })),
    standInForId: addedLater(optional(ref({ label: 'Stands in for', to: 'person' }))),
    note: text({ label: 'Note', most: 400 }),
  }),
  unit: plan('a second unit, which rolls on its own', {
    name: text({ label: 'Name', initial: 'Second unit', least: 1, says: 'Give the unit a name.' }),
  }),
  day: plan(
    'a shoot day',
    {
      title: text({ label: 'Title', initial: 'Day 1', least: 1, says: 'Give the day a title.' }),
      date: localDate({ label: 'Date', initial: '2026-05-14' }),
      placeId: ref({ label: 'Main place', to: 'place' }),
      callMin: minuteOfDay({ label: 'Unit call', initial: 480 }),
      outByMin: optional(minuteOfDay({ label: 'Out by', initial: 1080 })),
      note: longText({ label: 'Notes for the call sheet' }),
      weather: text({ label: 'Weather as read', most: 400 }),
      weatherDayOf: addedLater(optional(ref({ label: 'Weather day of', to: 'day' }))),
    },
    { named: ['title'] },
  ),
  attendance: plan('a person being there on a day', {
    personId: ref({ label: 'Person', to: 'person' }),
    dayId: ref({ label: 'Day', to: 'day' }),
    /** Null is all day. */
    fromMin: addedLater(optional(minuteOfDay({ label: 'There from', initial: 600 }))),
    untilMin: addedLater(optional(minuteOfDay({ label: 'There until', initial: 960 }))),
  }),
  fixedEvent: plan('something the day cannot move', {
    dayId: ref({ label: 'Day', to: 'day' }),
    title: text({ label: 'What', initial: 'Fixed event', least: 1, says: 'Say what happens.' }),
    startMin: minuteOfDay({ label: 'At', initial: 720 }),
    endMin: optional(minuteOfDay({ label: 'Until', initial: 780 })),
  }),
  orderItem: plan('an entry of the running order', {
    dayId: ref({ label: 'Day', to: 'day' }),
    rank,
    type: choice({ label: 'Type', initial: 'shots', of: ['shots', 'meal', 'fixed'] }),
    shotIds: refs({ label: 'Shots', to: 'shot' }),
    recorderIds: refs({ label: 'Sound', to: 'recorder' }),
    personIds: refs({ label: 'Needed too', to: 'person' }),
    title: text({ label: 'Title' }),
    minutes: optional(minutes('Minutes', 45)),
    fixedAtMin: optional(minuteOfDay({ label: 'Fixed at', initial: 720 })),
    afterIds: addedLater(refs({ label: 'Only after', to: 'orderItem' })),
    notBeforeMin: addedLater(optional(minuteOfDay({ label: 'Not before', initial: 540 }))),
    overByMin: addedLater(optional(minuteOfDay({ label: 'Over by', initial: 1020 }))),
    keeps: addedLater(
      choice({
        label: 'In the order',
        initial: '',
        of: ['', 'first', 'last', 'place'],
        words: { '': 'anywhere', first: 'first of the day', last: 'last of the day', place: 'locked where it is' },
      }),
    ),
    standsBy: addedLater(flag({ label: 'Stands by, for other weather' })),
    unitId: addedLater(optional(ref({ label: 'Done by', to: 'unit' }))),
  }),
} as const
