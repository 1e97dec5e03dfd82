// @vitest-environment jsdom
import { act, screen, within } from '@testing-library/react'
import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest'
import { useRemoving } from '../../store/removing.ts'
import { commit, useProductionStore } from '../../store/production.ts'
import { undo } from '../../store/undo.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { OrderScreen } from './OrderScreen.tsx'
import { inTime } from '../../inTime.ts'
import { chooseDay } from '../../store/desk.ts'
import { callSheet } from '@kavrell/core/callSheets'
import { planDay } from '@kavrell/core/day'
import { productionOf, updateRecord } from '@kavrell/core/records'
import { clock } from '@kavrell/core/text'

beforeEach(() => openDemo('planner'))
afterEach(() => {
  vi.useRealTimers()
})
const rows = () => [...document.querySelectorAll<HTMLElement>('[data-item]')]
const ids = () => rows().map((r) => r.dataset.item)
const wrap = () => screen.getAllByText(/^Wrap at/)[0]!.textContent

test('Alt with an arrow moves a row, times and wrap follow, and one undo puts it back', async () => {
  const user = draw(<OrderScreen />, 'order')
  const before = ids(),
    ended = wrap()
  const focusable = rows()[1]!.matches('[tabindex]')
    ? rows()[1]!
    : rows()[1]!.querySelector<HTMLElement>('[tabindex="0"], button')!
  focusable.focus()
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
  expect(ids()).toEqual([before[0], before[2], before[1], ...before.slice(3)])
  undo()
  await inTime(() => expect(wrap()).toBe(ended))
  expect(ids()).toEqual(before)
})

const at = (index: number) => rows()[index]!.querySelector<HTMLElement>('[aria-expanded]')!
const codesAt = (index: number) => rows()[index]!.textContent

test('past either end nothing moves and nothing is written', async () => {
  const user = draw(<OrderScreen />, 'order')
  const before = ids()
  at(0).focus()
  await user.keyboard('{Alt>}{ArrowUp}{/Alt}')
  at(before.length - 1).focus()
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
  expect(ids()).toEqual(before)
  expect(sent).toEqual([])
})

test('a row opened with Enter has its fields, and moves by words as well', async () => {
  const user = draw(<OrderScreen />, 'order')
  const before = ids()
  at(2).focus()
  await user.keyboard('{Enter}')
  expect(at(2).getAttribute('aria-expanded')).toBe('true')
  await user.click(screen.getByRole('button', { name: 'Earlier' }))
  expect(ids().slice(0, 3)).toEqual([before[0], before[2], before[1]])
  await user.click(screen.getByRole('button', { name: 'Later' }))
  expect(ids()).toEqual(before)
  await user.click(at(2))
  expect(screen.queryByRole('button', { name: 'Earlier' })).toBeNull()
})

test('its own minutes move everything after it, and none is what its shots take', async () => {
  const user = draw(<OrderScreen />, 'order')
  const ended = wrap()
  await user.click(at(18))
  const minutes = screen.getByLabelText<HTMLInputElement>(/^Minutes,|^Length/)
  await user.type(minutes, '95{Enter}')
  expect(wrap()).not.toBe(ended)
  await user.clear(minutes)
  await user.keyboard('{Enter}')
  await inTime(() => expect(wrap()).toBe(ended))
})

test('taken out, its shots are named as being in no order, and the notice takes it back', async () => {
  // What was taken stays in the order: a take says which row it was of.
  openDemo('planner', (records) => ({ ...records, take: {}, takeEvent: {} }))
  const user = draw(<OrderScreen />, 'order')
  const before = ids()
  await user.click(at(0))
  await user.click(screen.getByRole('button', { name: 'Take out' }))
  expect(ids()).toEqual(before.slice(1))
  expect(screen.getByRole('heading', { name: 'Not in any order, 1' })).toBeTruthy()
  expect(useProductionStore.getState().notice).toMatchObject({
    says: 'Removed Yard wakes, wide from the slip.',
    undo: true,
  })
  undo()
  await inTime(() => expect(ids()).toEqual(before))
})

test('a meal is put at the end with its 45 minutes, and the wrap with it', async () => {
  const user = draw(<OrderScreen />, 'order')
  const minutesOf = (says: string) => Number(says.slice(8, 10)) * 60 + Number(says.slice(11))
  const ended = minutesOf(wrap())
  await user.click(screen.getByRole('button', { name: 'Add meal' }))
  expect(codesAt(rows().length - 1)).toMatch(/Meal.*45′$/)
  expect(minutesOf(wrap()) - ended).toBe(45)
})

test('a fixed time waits for its hour', async () => {
  const user = draw(<OrderScreen />, 'order')
  await user.click(screen.getByRole('button', { name: 'Add fixed time' }))
  expect(codesAt(rows().length - 1)).toContain('fixed 12:00')
})

test('the day that is looked at stays, when its date puts it behind another', async () => {
  draw(<OrderScreen />, 'order')
  const before = ids()
  const first = all('day').find((d) => d.title === 'Day 1')!
  act(() => void commit('Later', [updateRecord('day', first.id, { date: '2026-10-24' })]))
  expect(all('day').find((d) => d.id === first.id)!.date).toBe('2026-10-24')
  await inTime(() => expect(screen.getByLabelText('Title')).toHaveProperty('value', 'Day 1'))
  expect(ids()).toEqual(before)
})

test('a night in which clocks change says so beside when it is over, and on its call sheet', async () => {
  openDemo('planner', (records) => ({
    ...records,
    day: Object.fromEntries(
      Object.entries(records.day).map(([id, d]) => [id, d.title === 'Day 1' ? { ...d, date: '2026-10-24', callMin: 1320 } : d]), // prettier-ignore
    ),
  }))
  const first = all('day').find((d) => d.title === 'Day 1')!
  act(() => chooseDay(first.id))
  draw(<OrderScreen />, 'order')
  const says = 'Clocks go back at 02:00 +1, to 01:00 +1; times with 2nd are after that.'
  expect(await screen.findByText(says)).toBeTruthy()
  const production = productionOf(useProductionStore.getState().records)!
  expect(callSheet(production, planDay(production, first.id)!).cautions).toContain(says)
  const second = all('day').find((d) => d.title === 'Day 2')!
  expect(callSheet(production, planDay(production, second.id)!).cautions.join()).not.toMatch(/Clocks go/)
})

test('a further day is the one after the last, with everybody down for it, as one edit', async () => {
  const user = draw(<OrderScreen />, 'order')
  await user.click(screen.getByRole('button', { name: 'Add day' }))
  const day = all('day').find((d) => d.title === 'Day 3')!
  expect(day.date).toBe('2026-05-17')
  expect(all('attendance').filter((a) => a.dayId === day.id)).toHaveLength(all('person').length)
  expect(sent).toHaveLength(1)
  expect(screen.getByText('Nothing in the order yet. Type its first shot.')).toBeTruthy()
  undo()
  await inTime(() => expect(rows().length).toBeGreaterThan(0))
  expect(all('day')).toHaveLength(3)
})

test('the first day is begun where nothing is, with a place that nobody knows yet and the people typed', async () => {
  openDemo('planner', (records) => ({ ...records, place: {}, day: {}, person: {}, attendance: {}, orderItem: {} }))
  const user = draw(<OrderScreen />, 'order')
  await user.clear(screen.getByLabelText('Unit call'))
  await user.type(screen.getByLabelText('Unit call'), '6:30')
  await user.type(screen.getByLabelText(/^Who is there/), 'Ines Olm, sound')
  await user.click(screen.getByRole('button', { name: 'Begin the day' }))
  expect(all('day').map((d) => [d.title, d.callMin])).toEqual([['Day 1', 390]])
  expect(all('place').map((p) => [p.name, p.latitudeDeg])).toEqual([['Place not known yet', null]])
  expect(all('attendance')).toHaveLength(1)
  expect(sent).toHaveLength(1)
})

test('a time that is none begins no day and says how one is written', async () => {
  openDemo('planner', (records) => ({ ...records, day: {}, attendance: {}, orderItem: {} }))
  const user = draw(<OrderScreen />, 'order')
  await user.clear(screen.getByLabelText('Unit call'))
  await user.type(screen.getByLabelText('Unit call'), 'early')
  expect(screen.getByRole('alert').textContent).toBe('early is no time: write it as 08:00.')
  expect(screen.getByRole('button', { name: 'Begin the day' })).toHaveProperty('disabled', true)
})

test('a shot typed in the order is made and stands at its end', async () => {
  const user = draw(<OrderScreen />, 'order')
  const before = ids().length
  await user.type(screen.getByLabelText('Type a shot'), '9Z the gate at dusk 35 mm{Enter}')
  expect(ids()).toHaveLength(before + 1)
  expect(codesAt(before)).toContain('9Z')
})

test('a day in use is removed only with a word on what becomes of its rows', async () => {
  openDemo('planner', (records) => ({ ...records, sentSheet: {}, delivery: {}, take: {}, takeEvent: {} }))
  const user = draw(<OrderScreen />, 'order')
  const moving = all('orderItem').filter((i) => i.dayId === all('day').find((d) => d.title === 'Day 1')!.id).length
  await user.click(screen.getByRole('button', { name: 'Remove Day 1' }))
  expect(useRemoving.getState().asked).toMatchObject({ kind: 'day', name: 'Day 1' })
  expect(all('day')).toHaveLength(3)
  expect(moving).toBeGreaterThan(0)
})

test('between the shots stands what has to be done and how long it takes; waiting is said as waiting', () => {
  draw(<OrderScreen />, 'order')
  const text = screen.getByRole('list', { name: 'Running order' }).textContent
  expect(text).toMatch(/Wait\d+′/)
  expect(screen.getByText('Waiting').parentElement!.textContent).toMatch(/^Waiting\d+ h \d\d$/)
})

test('a shot that no order has is put in by one press, and all of them by one edit', async () => {
  openDemo('planner', (records) => ({ ...records, orderItem: {} }))
  const user = draw(<OrderScreen />, 'order')
  expect(screen.getByText('Nothing in the order yet. Put shots in from below, or type one.')).toBeTruthy()
  await user.click(screen.getAllByRole('button', { name: 'Put in' })[0]!)
  expect(all('orderItem')).toHaveLength(1)
  await user.click(screen.getByRole('button', { name: 'Put all in' }))
  expect(all('orderItem').flatMap((i) => i.shotIds)).toHaveLength(all('shot').length)
  expect(rows()).toHaveLength(all('shot').length)
  undo()
  expect(all('orderItem')).toHaveLength(1)
})

test('a wrap after one must be out is said as a stretch of time', () => {
  openDemo('planner', (records) => ({
    ...records,
    day: Object.fromEntries(Object.entries(records.day).map(([id, d]) => [id, { ...d, outByMin: 12 * 60 }])),
  }))
  draw(<OrderScreen />, 'order')
  expect(screen.getByText(/\d+ h \d\d after you must be out at 12:00/)).toBeTruthy()
})

test('everyone who is called is listed with the share of their hours that they work', () => {
  draw(<OrderScreen />, 'order')
  for (const share of screen.getAllByText(/% busy$/)) {
    const percent = Number(/\d+/.exec(share.textContent)![0])
    expect(percent).toBeGreaterThanOrEqual(0)
    expect(percent).toBeLessThanOrEqual(100)
  }
})

test('a reader sees the order and moves nothing', async () => {
  openDemo('reader')
  const user = draw(<OrderScreen />, 'order')
  const before = ids()
  const focusable = rows()[1]!.matches('[tabindex]')
    ? rows()[1]!
    : rows()[1]!.querySelector<HTMLElement>('[tabindex="0"], button')
  focusable?.focus()
  await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
  expect(ids()).toEqual(before)
  expect(sent).toEqual([])
  expect(within(document.body).queryByRole('button', { name: 'Add meal' })).toBeNull()
})

test('what is demanded of an entry is said in its row', async () => {
  const user = draw(<OrderScreen />, 'order')
  at(1).focus()
  await user.keyboard('{Enter}')
  await user.selectOptions(screen.getByLabelText('In the order'), 'last of the day')
  await user.type(screen.getByLabelText('Only after'), '2E{Enter}')
  const item = all('orderItem').find((one) => one.id === ids()[1])!
  expect(item.keeps).toBe('last')
  expect(item.afterIds).toHaveLength(1)
  expect(codesAt(1)).toMatch(/after 2E.*last/)
})

test('what could go when minutes are lost is found, and given up as one edit', async () => {
  const user = draw(<OrderScreen />, 'order')
  const line = screen.getByLabelText<HTMLInputElement>('Minutes lost')
  await user.clear(line)
  await user.type(line, '10')
  const ask = screen.getByRole<HTMLButtonElement>('button', { name: 'What could go?' })
  await inTime(() => expect([line.value, ask.disabled]).toEqual(['10', false]))
  await user.click(ask)
  const before = ids()
  expect(screen.getByText(/^Without /)).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'Give up' }))
  expect(ids().length).toBeLessThan(before.length)
  expect(sent).toHaveLength(1)
})

describe('days as time', () => {
  const look = async () => {
    const user = draw(<OrderScreen />, 'order')
    await user.click(screen.getByText('Days as time'))
    await inTime(() => expect(screen.getAllByRole('list', { name: /^Order of/ }).length).toBeGreaterThan(1))
    return user
  }
  const entries = (day: number) =>
    [...screen.getAllByRole('list', { name: /^Order of/ })[day]!.querySelectorAll<HTMLElement>('[data-entry]')].map(
      (entry) => entry.dataset.entry!,
    )
  const entry = (id: string) => document.querySelector<HTMLElement>(`[data-entry="${id}"]`)!
  beforeEach(() => localStorage.clear())
  test('entries of both days stand in their order, and keys put one later and keep the focus on it', async () => {
    const user = await look()
    const [a, b, c] = entries(0)
    entry(a!).focus()
    await user.keyboard('{Alt>}{ArrowRight}{/Alt}')
    expect(entries(0).slice(0, 3)).toEqual([b, a, c])
    expect(document.activeElement).toBe(entry(a!))
  })
  test('several taken together go to the other day, as one edit that one undo takes back', async () => {
    const user = await look()
    const before = [entries(0), entries(1)]
    await user.click(entry(before[0]![0]!))
    await user.keyboard('{Control>}')
    await user.click(entry(before[0]![2]!))
    await user.keyboard('{/Control}')
    // A press is no drag: nothing is said to be on its way.
    expect(document.querySelector('[data-consequence]')!.textContent).toBe('')
    await user.click(screen.getByRole('button', { name: 'To Day 2' }))
    expect(sent).toHaveLength(1)
    expect(entries(0)).toEqual(before[0]!.filter((_, i) => i !== 0 && i !== 2))
    expect(entries(1).filter((id) => !before[1]!.includes(id))).toEqual([before[0]![0], before[0]![2]])
    undo()
    await inTime(() => expect([entries(0), entries(1)]).toEqual(before))
  })
  test('Enter opens it in the list, on its own day', async () => {
    const user = await look()
    const id = entries(1)[0]!
    entry(id).focus()
    await user.keyboard('{Enter}')
    await inTime(() =>
      expect(document.querySelector(`[data-item="${id}"] [aria-expanded]`)?.getAttribute('aria-expanded')).toBe('true'),
    )
  })
})

test('on the day itself it says when it is over as things stand now, and what cannot wait with its minutes in hand', () => {
  vi.useFakeTimers({ now: Date.parse('2026-05-14T15:00:00Z'), toFake: ['Date'] })
  openDemo('planner', (records) => {
    const [box] = Object.values(records.timecodeBox)
    return { ...records, timecodeBox: { [box!.id]: { ...box!, offsetMs: 0, driftPpm: 0 } } }
  })
  chooseDay(all('day').find((day) => day.title === 'Day 1')!.id)
  draw(<OrderScreen />, 'order')
  // 16:00 at the place and much left, so the wrap is later than the plan's.
  expect(screen.getByText('From now, 16:00')).toBeTruthy()
  expect(screen.getByText(/^Wrap \d\d:\d\d( \+1)? as it stands, .* later than planned$/)).toBeTruthy()
  const points = [...document.querySelectorAll('[data-point]')].map((point) => point.textContent)
  expect(points.some((text) => /begins by .* in hand$|is missed by/.test(text))).toBe(true)
})

test('what an earlier call buys is told before the day rolls, and taken with one press', async () => {
  openDemo('planner', (records) => ({ ...records, take: {}, takeEvent: {}, run: {}, runStop: {}, correction: {} }))
  const user = draw(<OrderScreen />, 'order')
  const earlier = () => document.querySelector<HTMLElement>('[data-earlier]')
  await inTime(() => expect(earlier()).toBeTruthy())
  const before = all('day').map(({ callMin }) => callMin)
  expect(earlier()!.textContent).toMatch(/^Called \d+ min earlier: .* in 100, not .* in 100.*\.Call at \d\d:\d\d$/)
  await user.click(within(earlier()!).getByRole('button', { name: /^Call at/ }))
  expect(all('day').filter(({ callMin }, i) => callMin < before[i]!)).toHaveLength(1)
})

describe('when the weather is otherwise', () => {
  const onDay = (title: string) => {
    const day = all('day').find((d) => d.title === title)!
    return all('orderItem').filter((i) => i.dayId === day.id && !i.standsBy)
  }
  test('the cover set comes in for what is out of doors and to come, its end said before, as one edit', async () => {
    openDemo('planner', (records) => ({ ...records, take: {}, takeEvent: {} }))
    const user = draw(<OrderScreen />, 'order')
    expect(screen.getByText('Stands by for other weather, 2')).toBeTruthy()
    const before = onDay('Day 1').length
    const press = screen.getByRole('button', { name: /^Go inside: 2K, 2L for 1A/ })
    expect(press.parentElement!.textContent).toMatch(/Day 1 wraps \d\d:\d\d, was/)
    await user.click(press)
    const shots = new Set(
      onDay('Day 1').flatMap((i) => i.shotIds.map((id) => all('shot').find((s) => s.id === id)!.code)),
    )
    expect(shots.has('2K') && shots.has('2L')).toBe(true)
    expect(shots.has('1A') || shots.has('5A')).toBe(false)
    expect(sent).toHaveLength(1)
    expect(screen.getByRole('button', { name: /^It holds: 1A/ })).toBeTruthy()
    undo()
    expect(onDay('Day 1')).toHaveLength(before)
  })
  test('a day is called off to its weather day', async () => {
    openDemo('planner', (records) => ({ ...records, take: {}, takeEvent: {} }))
    const user = draw(<OrderScreen />, 'order')
    const before = onDay('Day 1').length
    await user.click(screen.getByRole('button', { name: 'Call Day 1 off: it goes to Weather day' }))
    expect([onDay('Day 1').length, onDay('Weather day').length]).toEqual([0, before])
    undo()
    expect(onDay('Day 1')).toHaveLength(before)
  })
  test('an entry that stands by is put in by a press', async () => {
    const user = draw(<OrderScreen />, 'order')
    await user.click(screen.getAllByRole('button', { name: 'Put in' })[0]!)
    expect(screen.getByText('Stands by for other weather, 1')).toBeTruthy()
  })
})

describe('two units on one day', () => {
  test('an entry goes to another unit, has its own order there, and the day says both', async () => {
    chooseDay(all('day').find((day) => day.title === 'Day 1')!.id)
    const user = draw(<OrderScreen />, 'order')
    const before = ids()
    at(3).focus()
    await user.keyboard('{Enter}')
    await user.selectOptions(screen.getByRole('combobox', { name: 'Done by' }), 'Stills')
    await inTime(() => expect(ids()).toEqual(before.filter((id) => id !== before[3])))
    const [main, stills] = within(screen.getByRole('radiogroup', { name: 'Order of' })).getAllByRole('radio')
    expect(main!.closest('label')!.textContent).toMatch(/^Main unit, \d+, until/)
    await user.click(stills!)
    await inTime(() => expect(ids()).toEqual([before[3]]))
    undo()
    await inTime(() => expect(ids()).toEqual(before))
  })
  test('in days as time each has a row of its own', async () => {
    const user = draw(<OrderScreen />, 'order')
    await user.click(screen.getByText('Days as time'))
    const second = all('day').find((day) => day.title === 'Day 2')!
    const stills = screen.getByRole('list', { name: 'Order of Day 2, Stills' })
    expect(within(stills).getAllByRole('listitem')).toHaveLength(1)
    expect(stills.dataset.unit).toBe(all('unit')[0]!.id)
    expect(within(screen.getByRole('list', { name: `Order of ${second.title}` })).getAllByRole('listitem').length).toBeGreaterThan(2) // prettier-ignore
  })
})

test('what cannot be moved is drawn where it falls: the sun of the day, and a fixed event within the entry it comes in', () => {
  draw(<OrderScreen />, 'order')
  const said = [...document.querySelectorAll<HTMLElement>('.line .falls')].map((mark) => mark.textContent)
  expect(said.filter((says) => says?.startsWith('Sunrise'))).toHaveLength(1)
  const event = all('fixedEvent')[0]!
  expect(said).toContain(`${event.title} ${clock(event.startMin)}`)
})
