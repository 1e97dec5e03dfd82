import { dateText, parseClock, stretch } from '../text/index.ts'
import type { PrintedCallSheet, SheetPerson } from './callSheet.ts'

export interface CallSheetChange {
  readonly what: string
  /** Empty where it is only told what changed. */
  readonly was: string
  readonly now: string
  readonly personId: string | null
}

/** People whom an older sheet calls and a newer one does not: they still think they are wanted. */
export const noLongerCalled = (older: PrintedCallSheet, newer: PrintedCallSheet): SheetPerson[] =>
  older.people.filter((was) => !newer.people.some((now) => now.personId === was.personId))

/** What is printed beside days, places, calls and times, by what it is called. */
const SMALL_PRINT: readonly (readonly [name: string, of: (sheet: PrintedCallSheet) => unknown])[] = [
  ['titles', (s) => [s.title, s.day]],
  ['sun and fixed events', (s) => [s.sun, s.fixedEvents]],
  ['ways, parking and shelter', (s) => s.places.map((p) => [p.directions, p.parking, p.shelter])],
  ['what to take care of', (s) => s.cautions],
  ['names, roles and telephones', (s) => s.people.map((p) => [p.personId, p.name, p.role, p.phone])],
  ['what rows say', (s) => s.rows.map((r) => [r.shot, r.what, r.setup, r.who])],
  ['kit', (s) => s.kit],
  ['walkie channels', (s) => s.channels ?? []],
  ['the next day', (s) => s.advance ?? []],
  ['sketches of spots', (s) => s.sketches ?? []],
]

const SAME_MOVE_MIN = 3
const moveText = (minutes: number) => `${stretch(Math.abs(minutes))} ${minutes > 0 ? 'later' : 'earlier'}`
const timesOf = (sheet: PrintedCallSheet) =>
  new Map(sheet.rows.flatMap((row) => (row.shot ? [[row.shot, row.time] as const] : [])))

/**
 * What a newer sheet changes for the people who hold the older one, the weightiest first: the day itself, where,
 * when, whose call, what is dropped or new, then what only moved. Shots that all move by the same are one line.
 */
export function callSheetChanges(older: PrintedCallSheet, newer: PrintedCallSheet): CallSheetChange[] {
  const changes: CallSheetChange[] = []
  const compare = (what: string, was: string, now: string, personId: string | null = null) => {
    if (was !== now) changes.push({ what, was: was || 'none', now: now || 'none', personId })
  }
  const list = (words: readonly string[]) => words.join(', ')
  compare('Date', dateText(older.date), dateText(newer.date))
  compare('Places', list(older.places.map((p) => p.name)), list(newer.places.map((p) => p.name)))
  for (const now of newer.places) {
    const was = older.places.find((p) => p.name === now.name)
    if (was) compare(`Address of ${now.name}`, was.address, now.address)
    if (was) compare(`Hospital near ${now.name}`, was.hospital, now.hospital)
  }
  compare('Unit call', older.unitCall, newer.unitCall)
  const ids = new Set([...older.people, ...newer.people].map((person) => person.personId))
  for (const id of ids) {
    const was = older.people.find((p) => p.personId === id),
      now = newer.people.find((p) => p.personId === id)
    compare((now ?? was)!.name, was?.call ?? 'not called', now?.call ?? 'not called', id)
  }
  compare('Meal', list(older.meals), list(newer.meals))
  compare('Wrap', older.wrap || 'not known', newer.wrap || 'not known')
  const [before, after] = [timesOf(older), timesOf(newer)]
  for (const [shot, time] of before) if (!after.has(shot)) compare(shot, time, 'dropped')
  for (const [shot, time] of after) if (!before.has(shot)) compare(shot, 'not planned', time)
  changes.push(...movedShots(before, after))
  compare('Weather', older.weather, newer.weather)
  compare('Note', older.note, newer.note)
  // Smaller print: never nothing where a sheet says something else.
  const small = SMALL_PRINT.filter(([, of]) => JSON.stringify(of(older)) !== JSON.stringify(of(newer)))
  if (small.length > 0)
    changes.push({ what: 'Also changed', was: '', now: small.map(([name]) => name).join(', '), personId: null })
  // What only lasts longer, and moves nothing, is all that can be left.
  const lasts = (s: PrintedCallSheet) => JSON.stringify(s.rows.map((r) => [r.time, r.minutes]))
  if (changes.length === 0 && lasts(older) !== lasts(newer))
    changes.push({ what: 'Also changed', was: '', now: 'how long rows last', personId: null })
  return changes
}

/** Shots at another time than before; those that moved by the same are told together. */
function movedShots(before: ReadonlyMap<string, string>, after: ReadonlyMap<string, string>): CallSheetChange[] {
  const byMove = new Map<number, { shot: string; was: string; now: string }[]>()
  for (const [shot, now] of after) {
    const was = before.get(shot)
    if (was === undefined || was === now) continue
    const by = (parseClock(now) ?? 0) - (parseClock(was) ?? 0)
    byMove.set(by, [...(byMove.get(by) ?? []), { shot, was, now }])
  }
  return [...byMove].flatMap(([by, moved]) =>
    moved.length < SAME_MOVE_MIN
      ? moved.map(({ shot, was, now }) => ({ what: shot, was, now, personId: null }))
      : [
          {
            what: `${moved.length} shots, ${moved[0]!.shot} to ${moved.at(-1)!.shot}`,
            was: `${moved[0]!.was} on`,
            now: moveText(by),
            personId: null,
          },
        ],
  )
}
