import { allItems, allRows, changeoverMinutes, type DayPlan, dayPlans, fieldsOfItem, placesOfDay, type TimelineRow, isOutside, standingBy, weatherDayOf, writtenMin } from '../day/index.ts' // prettier-ignore
import { spotPlan } from '../place/index.ts'
import { byId, type Production, type SentSheet, type SheetOrder, type Shot } from '../records/index.ts'
import { neededAt, slateOf, spotOfShot } from '../shotlist/index.ts'
import { type SunCrossing } from '../sun/index.ts'
import { dateText, fnv1a } from '../text/index.ts'
import { clockChangeLine } from '../time/index.ts'
import { gustLine } from './gustLine.ts'
import { CAUTION_LINES, LOCAL_RULES, LONG_DAY_LINE, LONG_DAY_MIN } from './cautions.ts'

export interface SheetRow {
  readonly time: string
  readonly shot: string
  readonly what: string
  readonly setup: string
  readonly who: string
  readonly minutes: number
}
export interface SheetPerson {
  readonly personId: string
  readonly name: string
  readonly role: string
  readonly call: string
  /** The moment of the call, for calendars; sheets of earlier versions have none. */
  readonly callAt?: string
  readonly phone: string
}
export interface SheetPlace {
  readonly name: string
  readonly address: string
  readonly directions: string
  readonly parking: string
  readonly shelter: string
  readonly hospital: string
}

/** Everything a call sheet says, ready to print: no clock, no look-ups. */
export interface PrintedCallSheet {
  readonly title: string
  readonly day: string
  readonly date: string
  readonly unitCall: string
  readonly firstShot: string | null
  readonly meals: readonly string[]
  readonly wrap: string
  /** The moment of wrap, for calendars; sheets of earlier versions have none. */
  readonly wrapAt?: string
  readonly sun: string
  readonly fixedEvents: readonly string[]
  readonly weather: string
  readonly note: string
  readonly places: readonly SheetPlace[]
  readonly cautions: readonly string[]
  readonly rows: readonly SheetRow[]
  readonly people: readonly SheetPerson[]
  readonly kit: readonly string[]
  /** Walkie channels, a line each; sheets of earlier versions have none of these three. */
  readonly channels?: readonly string[]
  /** What the day after this one begins with. */
  readonly advance?: readonly string[]
  /** The spots that are worked at, as scouted. */
  readonly sketches?: readonly SheetSketch[]
  readonly fingerprint: string
}

/** A spot as somebody who looks for it needs it: its walls from above, and where north is. */
export interface SheetSketch {
  readonly place: string
  readonly spot: string
  readonly outdoors: boolean
  /** Corners in metres, across and down the plan. */
  readonly outline: readonly (readonly [xM: number, yM: number])[]
  /** North, clockwise from the top of the plan, in degrees. */
  readonly northDeg: number
  readonly doors: readonly (readonly [xM: number, yM: number])[]
}

/** A printed sheet with what it was made from. */
export interface CallSheet extends PrintedCallSheet {
  readonly order: SheetOrder
}

/** What is done should the weather turn: what stands by within doors, and the day held for it. */
function ifItTurns(production: Production, { day }: DayPlan): string {
  const cover = standingBy(production, day.id).filter((item) => !isOutside(production, item))
  const names = cover.map(
    (item) => slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title,
  )
  const held = weatherDayOf(production, day.id)
  const parts = [names.length > 0 ? `cover within doors ${names.join(', ')}` : '', held ? `${held.title}, ${dateText(held.date, production.production.dateOrder)}` : ''].filter(Boolean) // prettier-ignore
  return parts.length > 0 ? `If it turns: ${parts.join('; ')}` : ''
}

/**
 * The call sheet of a day as it would be printed now: times, people with their own call, places, order, sun,
 * cautions of the setups in it. Clock texts are local to the place of the day.
 */
export function callSheet(production: Production, dayPlan: DayPlan): CallSheet {
  const { day, timeline, sun, clock } = dayPlan
  const { text } = clock
  const at = (ms: number | null) => (ms === null ? null : text(clock.at(ms)))
  const iso = (minute: number) => new Date(clock.instant(minute)).toISOString()
  const all = allRows(dayPlan)
  const setups = [...new Set(all.flatMap((row) => (row.kind === 'shots' && row.setupId ? [row.setupId] : [])))].flatMap(
    (id) => byId(production.setup, id) ?? [],
  )
  const shotsInOrder = all.flatMap((row) =>
    row.kind === 'shots' ? row.shotIds.flatMap((id) => byId(production.shot, id) ?? []) : [],
  )
  const places = placesOfDay(production, dayPlan)
  const clocksGo = clockChangeLine(clock, timeline.startMin, timeline.wrapMin)
  const keys = [...new Set(setups.flatMap((setup) => setup.cautions))].sort()
  const firstShot = timeline.rows.find((row) => row.kind === 'shots')
  const printed = {
    title: production.production.title,
    day: day.title,
    date: day.date,
    unitCall: text(timeline.startMin),
    firstShot: firstShot ? text(firstShot.startMin) : null,
    meals: timeline.rows.filter((row) => row.kind === 'meal').map((row) => text(row.startMin)),
    // A day without an order ends nobody knows when.
    wrap: timeline.rows.length === 0 ? '' : text(timeline.wrapMin),
    wrapAt: iso(timeline.wrapMin),
    sun: sun ? sunLine(sun.crossings.rise, at) : 'Sun not known: nobody has said where on the map this is',
    fixedEvents: Object.values(production.fixedEvent)
      .filter((event) => event.dayId === day.id)
      .sort((a, b) => a.startMin - b.startMin)
      .map((event) => `${event.title} ${text(writtenMin(clock, day, event.startMin))}`),
    weather: [day.weather, ifItTurns(production, dayPlan)].filter(Boolean).join('. '),
    note: day.note,
    places: places.map(({ name, address, directions, parking, shelter, hospital }) => ({
      name,
      address,
      directions,
      parking,
      shelter,
      hospital,
    })),
    cautions: [
      ...keys.flatMap((key) => CAUTION_LINES[key] ?? []),
      ...setups.flatMap((setup) => gustLine(production, setup) ?? []),
      ...places.flatMap((p) => (p.hazards ? [`${p.name}: ${p.hazards}`] : [])),
      ...(timeline.wrapMin - timeline.startMin >= LONG_DAY_MIN ? [LONG_DAY_LINE] : []),
      ...(clocksGo ? [clocksGo] : []),
      LOCAL_RULES,
    ],
    rows: [
      ...timeline.rows.flatMap((row) => sheetRows(production, row, text)),
      ...dayPlan.beside.flatMap(({ unit, timeline: meanwhile }): SheetRow[] => [
        { time: '', shot: '', what: `Meanwhile: ${unit?.name ?? 'main unit'}`, setup: '', who: '', minutes: 0 },
        ...meanwhile.rows.flatMap((row) => sheetRows(production, row, text)),
      ]),
    ],
    people: dayPlan.calls.flatMap((call) => {
      const person = byId(production.person, call.personId)
      return person
        ? [
            {
              personId: person.id,
              name: person.name,
              role: person.role,
              call: text(call.callMin),
              callAt: iso(call.callMin),
              phone: person.phone,
            },
          ]
        : []
    }),
    kit: kitNotes(
      production,
      setups.map((setup) => setup.id),
    ),
    channels: production.production.channels
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean),
    advance: advanceOf(production, dayPlan),
    sketches: sketchesOf(production, shotsInOrder),
  }
  return {
    ...printed,
    fingerprint: fnv1a(sheetText(printed)),
    order: { callMin: day.callMin, items: allItems(dayPlan).map(fieldsOfItem) },
  }
}

/** A row of a timeline as the sheet prints it; a change that takes no time is not printed. */
function sheetRows(production: Production, row: TimelineRow, text: (minute: number) => string): SheetRow[] {
  const span = { time: text(row.startMin), minutes: Math.round(row.endMin - row.startMin) }
  if (row.kind === 'wait') return [{ ...span, shot: '', what: 'Wait', setup: '', who: '' }]
  if (row.kind === 'change')
    return changeoverMinutes(row.change) === 0
      ? []
      : [{ ...span, shot: '', what: changeWords(production, row), setup: '', who: '' }]
  if (row.kind !== 'shots')
    return [
      {
        ...span,
        shot: '',
        what: row.title || (row.kind === 'meal' ? 'Meal' : 'Fixed'),
        setup: '',
        who: row.kind === 'meal' ? 'all' : '',
      },
    ]
  const shots = row.shotIds.flatMap((id) => byId(production.shot, id) ?? [])
  const flags = [shots.some((s) => s.onceOnly) ? 'once only' : '', shots.some((s) => s.quiet) ? 'quiet' : ''].filter(
    Boolean,
  )
  const who = neededAt(production, row.itemId, row.shotIds).flatMap(
    (id) => byId(production.person, id)?.name.split(' ')[0] ?? [],
  )
  const item = byId(production.orderItem, row.itemId)
  return [
    {
      ...span,
      shot: slateOf(shots.map((s) => s.code)),
      what: [item?.title || shots[0]?.sees || '', ...flags].filter(Boolean).join(', '),
      setup: byId(production.setup, row.setupId)?.letter ?? '',
      who: who.join(', '),
    },
  ]
}

/** The next day that has an order: when, where, what comes first and when the sun is up. */
function advanceOf(production: Production, { day }: DayPlan): string[] {
  const next = dayPlans(production).find((plan) => plan.day.date > day.date && plan.items.length > 0)
  if (!next) return []
  const { clock, timeline, place, sun } = next
  const codes = next.items.map((item) => slateOf(item.shotIds.flatMap((id) => production.shot[id]?.code ?? [])) || item.title) // prettier-ignore
  const rise = sun?.crossings.rise
  const up = rise && 'upMs' in rise ? rise.upMs : null
  const held = day.id === next.day.weatherDayOf ? ', held for bad weather' : ''
  return [
    `${next.day.title}, ${dateText(next.day.date, production.production.dateOrder)}${held}: call ${clock.text(timeline.startMin)} at ${place.name}${up === null ? '' : `, sun up ${clock.text(clock.at(up))}`}`, // prettier-ignore
    `First ${codes.slice(0, ADVANCED).filter(Boolean).join(', ')}; wrap ${clock.text(timeline.wrapMin)}`,
  ]
}
/** So many entries of the next day are named. */
const ADVANCED = 5

/** The spots of a day in the order in which they are come to. */
function sketchesOf(production: Production, shots: readonly Shot[]): SheetSketch[] {
  const ids = new Set(shots.flatMap((shot) => spotOfShot(production, shot)?.id ?? []))
  return [...ids].flatMap((id): SheetSketch[] => {
    const spot = production.spot[id]
    if (!spot) return []
    const plan = spotPlan(production, spot)
    const cm = (metres: number) => Math.round(metres * 100) / 100
    const doors = new Set(plan.fittings.filter((one) => one.type === 'door').map((one) => one.id as string))
    return [
      {
        place: byId(production.place, spot.placeId)?.name ?? '',
        spot: spot.name,
        outdoors: spot.outdoors,
        outline: plan.outline.map(({ xM, yM }) => [cm(xM), cm(yM)] as const),
        northDeg: Math.round((360 - spot.upBearingDeg) % 360),
        doors: plan.onWalls.filter((one) => doors.has(one.id)).map(({ from, to }) => [cm((from.xM + to.xM) / 2), cm((from.yM + to.yM) / 2)] as const), // prettier-ignore
      },
    ]
  })
}

/** What a sheet has beside what it says. */
const UNSAID = new Set(['fingerprint', 'order', 'callAt', 'wrapAt'])

/**
 * All that a sheet says, as one text, whatever database its fields have been through. Two sheets of the same text
 * promise the same; anything printed that changes, changes it.
 */
export const sheetText = (sheet: Partial<PrintedCallSheet>): string =>
  JSON.stringify(sheet, (key: string, value: unknown) => {
    if (UNSAID.has(key)) return undefined
    if (typeof value !== 'object' || value === null || Array.isArray(value)) return value
    return Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
  })

/** Whether a sheet that was issued still says what the plan says now; what no sheet said then is no difference. */
export function saysTheSame(issued: SentSheet, now: CallSheet): boolean {
  if (!('rows' in issued.content)) return issued.fingerprint === now.fingerprint
  const said = issued.content as unknown as PrintedCallSheet
  const comparable = Object.fromEntries(Object.entries(now).filter(([key]) => key in said || !LATER.has(key)))
  return sheetText(said) === sheetText(comparable)
}
/** What sheets of earlier versions did not have. */
const LATER = new Set(['channels', 'advance', 'sketches'])

const sunLine = (rise: SunCrossing, at: (ms: number | null) => string | null): string => {
  if (rise.kind === 'above-all-day') return 'The sun does not set.'
  if (rise.kind === 'below-all-day') return 'The sun does not rise.'
  return [rise.upMs === null ? '' : `Sun up ${at(rise.upMs)}`, rise.downMs === null ? '' : `down ${at(rise.downMs)}`]
    .filter(Boolean)
    .join(', ')
}

/** "Move to Sail loft, build D": what has to be done in a change, in the order it is done. */
export function changeWords(
  production: Production,
  row: {
    change: { move: number; relight: number; turn: number; rig: number }
    toSetupId: string | null
    toSpotId: string | null
  },
): string {
  const setup = byId(production.setup, row.toSetupId),
    spot = byId(production.spot, row.toSpotId)
  const words = [
    row.change.move > 0 ? `Move to ${spot?.name ?? 'the next spot'}` : '',
    row.change.relight > 0 ? `build ${setup?.letter ?? 'light'}` : '',
    row.change.turn > 0 ? 'turn round' : '',
    row.change.rig > 0 ? 'change rig' : '',
  ]
    .filter(Boolean)
    .join(', ')
  return words.charAt(0).toUpperCase() + words.slice(1)
}

function kitNotes(production: Production, setupIds: readonly string[]): string[] {
  const short = Object.values(production.lamp).filter((lamp) => setupIds.includes(lamp.setupId))
  const counts = new Map<string, number>()
  for (const id of setupIds) {
    const here = new Map<string, number>()
    for (const lamp of short.filter((l) => l.setupId === id)) here.set(lamp.name, (here.get(lamp.name) ?? 0) + 1)
    for (const [name, n] of here) counts.set(name, Math.max(n, counts.get(name) ?? 0))
  }
  return [...counts].map(([name, n]) => `${n} × ${name}`)
}
