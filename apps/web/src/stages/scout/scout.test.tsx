// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { undo } from '../../store/undo.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { asId, blank } from '@kavrell/core/records'
import { ScoutScreen } from './ScoutScreen.tsx'

beforeEach(() => openDemo('planner'))
const spot = (name: string) => all('spot').find((s) => s.name === name)!
const onPlan = (name: string) => all('fitting').filter((f) => f.spotId === spot(name).id)
const open = async (name: string) => {
  const user = draw(<ScoutScreen />, 'scout')
  await user.click(screen.getByRole('tab', { name }))
  return user
}
const plan = () => screen.getByRole('group', { name: /^Plan of/ })

describe('a room', () => {
  test('is drawn by walking round it; what is no length is named and nothing is drawn', async () => {
    const user = await open('Old shed')
    const walls = screen.getByLabelText('Walls as you walk them')
    await user.type(walls, '6.2 wide{Enter}')
    expect(screen.getByRole('alert').textContent).toMatch(/“wide” is no length/)
    expect(sent).toEqual([])
    await user.clear(walls)
    await user.type(walls, '6.2 4{Enter}')
    expect(spot('Old shed')).toMatchObject({ widthM: 6.2, depthM: 4 })
    expect(spot('Old shed').outline).toHaveLength(4)
  })
  test('that was made up for a setup is no longer called unmeasured once its walls are typed', async () => {
    openDemo('planner', (records) => ({
      ...records,
      spot: Object.fromEntries(
        Object.entries(records.spot).map(([id, s]) => [
          id,
          s.name === 'Old shed' ? { ...s, name: 'Room not measured yet' } : s,
        ]),
      ),
    }))
    const user = await open('Room not measured yet')
    await user.type(screen.getByLabelText('Walls as you walk them'), '6.2 4{Enter}')
    expect(spot('Room')).toMatchObject({ widthM: 6.2, depthM: 4 })
  })
  test('is copied with everything on its plan, as one edit', async () => {
    const user = await open('Sail loft')
    await user.click(screen.getByRole('button', { name: 'Copy this room' }))
    expect(onPlan('Sail loft copy')).toHaveLength(onPlan('Sail loft').length)
    expect(spot('Sail loft copy')).toMatchObject({ widthM: spot('Sail loft').widthM })
    expect(sent).toHaveLength(1)
    undo()
    expect(all('spot').some((s) => s.name === 'Sail loft copy')).toBe(false)
  })
  test('corners that cross are said, with the walls that do, and where', async () => {
    openDemo('planner', (records) => ({
      ...records,
      spot: Object.fromEntries(
        Object.entries(records.spot).map(([id, s]) => [
          id,
          s.name === 'Sail loft'
            ? {
                ...s,
                outline: [
                  [0, 0],
                  [6, 0],
                  [0, 5],
                  [6, 5],
                ],
              }
            : s,
        ]),
      ) as never,
    }))
    await open('Sail loft')
    expect(screen.getAllByText(/wall 2 and wall 4 cross/).length).toBeGreaterThan(0)
  })
})

describe('what its surfaces send back', () => {
  test('is taken from what they are made of, each by itself', async () => {
    const user = await open('Sail loft')
    const { ceilingPct } = spot('Sail loft')
    await user.selectOptions(screen.getByLabelText('Walls made of'), 'white paint, 82 %')
    expect(spot('Sail loft')).toMatchObject({ wallPct: 82, ceilingPct })
  })
  test('outdoors there is the ground alone', async () => {
    await open('Slipway')
    expect(screen.queryByLabelText('Walls made of')).toBeNull()
    expect(screen.getByLabelText('Floor or ground made of')).toBeTruthy()
  })
})

describe('on the plan', () => {
  test('what is free moves by 5 cm with the arrows, ten times as far with Shift', async () => {
    const user = await open('Sail loft')
    const table = () => onPlan('Sail loft').find((f) => f.name === 'cutting table')!
    const { xM, yM } = table()
    within(plan())
      .getByRole('button', { name: /^cutting table/ })
      .focus()
    await user.keyboard('{ArrowLeft}')
    expect(table().xM).toBeCloseTo(xM - 0.05, 6)
    await user.keyboard('{Shift>}{ArrowDown}{/Shift}')
    expect(table().yM).toBeCloseTo(yM + 0.5, 6)
  })
  test('what is on a wall stays on a wall', async () => {
    const user = await open('Sail loft')
    const mirror = () => onPlan('Sail loft').find((f) => f.name === 'varnish-room mirror')!
    const { wall, alongM } = mirror()
    within(plan())
      .getByRole('button', { name: /^varnish-room mirror/ })
      .focus()
    await user.keyboard('{Shift>}{ArrowDown}{/Shift}')
    expect(mirror().wall).toBe(wall)
    expect(mirror().alongM).not.toBe(alongM)
    expect(mirror()).toMatchObject({ xM: expect.any(Number) as number })
  })
  test('the amperes behind each socket stand by it, with the setup that draws most', async () => {
    await open('Sail loft')
    const loads = within(plan())
      .getAllByText(/ of [\d.]+ A/)
      .map((t) => t.textContent)
    expect(loads).toHaveLength(onPlan('Sail loft').filter((f) => f.type === 'socket').length)
    for (const load of loads) expect(load).toMatch(/^[\d.]+ of [\d.]+ A(, setup [A-Z])?(: over)?$/)
  })
  test('what a mirror shows a camera is drawn and said', async () => {
    await open('Sail loft')
    expect(plan().querySelectorAll('[data-way]').length).toBeGreaterThan(0)
    expect(screen.getByText(/^In the glass, dotted:/).textContent).toContain('D: B sees itself')
  })
  test('a window is added to a room and not offered outdoors', async () => {
    const user = await open('Sail loft')
    const before = onPlan('Sail loft').length
    await user.selectOptions(screen.getByLabelText('Add to the plan'), 'window')
    expect(onPlan('Sail loft')).toHaveLength(before + 1)
    // A second one and a mirror beside it: nothing lies on what hangs there.
    await user.selectOptions(screen.getByLabelText('Add to the plan'), 'window')
    await user.selectOptions(screen.getByLabelText('Add to the plan'), 'mirror')
    for (const type of ['socket', 'socket', 'furniture'])
      await user.selectOptions(screen.getByLabelText('Add to the plan'), type)
    const there = onPlan('Sail loft')
    const hung = there.filter((f) => ['window', 'door', 'mirror', 'glass'].includes(f.type))
    for (const [i, a] of hung.entries())
      for (const b of hung.slice(i + 1).filter((f) => f.wall === a.wall))
        expect(a.alongM + a.widthM <= b.alongM + 1e-9 || b.alongM + b.widthM <= a.alongM + 1e-9).toBe(true)
    const sockets = there.filter((f) => f.type === 'socket')
    for (const [i, a] of sockets.entries())
      for (const b of sockets.slice(i + 1)) expect(Math.hypot(a.xM - b.xM, a.yM - b.yM)).toBeGreaterThan(0.5)
    await user.click(screen.getByRole('tab', { name: 'Yard' }))
    const offered = within(screen.getByLabelText('Add to the plan'))
      .getAllByRole('option')
      .map((o) => o.textContent)
    expect(offered).not.toContain('window')
    expect(offered).toContain('obstacle')
  })
})

test('the slider says where the sun stands at that time, and another date has another sun', async () => {
  await open('Sail loft')
  const said = () => screen.getByText(/° high, bearing/).textContent
  await screen.findByText(/^At 15:00/)
  const afternoon = said()
  const time = screen.getByRole('slider', { name: 'Time of day' })
  const shown = Number(time.getAttribute('aria-valuenow'))
  time.focus()
  fireEvent.keyDown(time, { key: 'ArrowLeft' })
  await waitFor(() => expect(time.getAttribute('aria-valuenow')).toBe(String(shown - 5)))
  await screen.findByText(/^At 14:55/)
  expect(said()).not.toBe(afternoon)
  const rise = screen.getByText(/^Sunrise/).parentElement!.textContent
  const date = screen.getByRole<HTMLInputElement>('textbox', { name: 'Date of the sun study' })
  expect(date.value).toBe('Thu 14 May 2026')
  fireEvent.change(date, { target: { value: '21.12.2026' } })
  fireEvent.blur(date)
  await waitFor(() => expect(date.value).toBe('Mon 21 Dec 2026'))
  expect(screen.getByText(/^Sunrise/).parentElement!.textContent).not.toBe(rise)
})

test('a reader walks round and changes nothing', async () => {
  openDemo('reader')
  const user = await open('Sail loft')
  within(plan())
    .getByRole('button', { name: /^cutting table/ })
    .focus()
  await user.keyboard('{ArrowLeft}')
  expect(sent).toEqual([])
  expect(screen.queryByLabelText('Walls as you walk them')).toBeNull()
})

describe('the way to another place', () => {
  test('is the house rule until it is typed or taken from the map, and moves the order with it', async () => {
    const user = await open('The place')
    expect(screen.getAllByText('30 min, by the house rule').length).toBeGreaterThan(0)
    await user.click(screen.getAllByRole('button', { name: /^\d+ min: about [\d.]+ km of road at 40 km\/h$/ })[0]!)
    const [way] = all('journey')
    expect(way!.minutes).toBeGreaterThanOrEqual(5)
    const field = screen.getByRole('textbox', { name: /^Drive/ })
    await user.clear(field)
    await user.type(field, '55{Tab}')
    expect(all('journey')[0]!.minutes).toBe(55)
    await user.click(screen.getByRole('button', { name: 'As the house rule' }))
    expect(all('journey')).toEqual([])
  })
})

test('a pasted tide table becomes the waters of its place, once; a row that is none is named', async () => {
  const user = await open('The place')
  const before = all('tide').length
  const paste = async (text: string) => {
    await user.click(screen.getByRole('button', { name: 'Paste a table' }))
    await user.click(screen.getByRole('textbox', { name: 'Tide table' }))
    await user.paste(text)
    await user.click(screen.getByRole('button', { name: 'Take these' }))
  }
  const table = '14/05/2026,06:12,high,5.4\n14/05/2026,12:20,low,0.9\n14/05/2026,soon,low'
  await paste(table)
  expect(all('tide')).toHaveLength(before + 2)
  expect(screen.getByText(/Row 3: no time/)).toBeTruthy()
  // The same dates again take the place of what stood there.
  await paste(table)
  expect(all('tide')).toHaveLength(before + 2)
})

test('how long loading in took by the keys is told at its place, and planned with by one press', async () => {
  openDemo('planner', (records) => {
    const day = Object.values(records.day).find(({ title }) => title === 'Day 1')!
    const entry = (state: 'begun' | 'over', clock: string) => ({ id: asId<'loading'>(state), version: 9, ...blank('loading', { dayId: day.id, placeId: day.placeId, way: 'in', state, happenedAt: `2026-05-14T${clock}:00.000Z` }) }) // prettier-ignore
    return { ...records, loading: { begun: entry('begun', '03:40'), over: entry('over', '04:06') } }
  })
  const place = () => all('place').find(({ id }) => id === all('day').find(({ title }) => title === 'Day 1')!.placeId)!
  const user = draw(<ScoutScreen />, 'scout')
  const line = () => document.querySelector<HTMLElement>('[data-load-time="in"]')!
  expect(line().textContent).toMatch(/^Loading in took 26 min on Day 1, by the keys in Packing\./)
  await user.click(within(line()).getByRole('button', { name: 'Plan 26 min' }))
  expect(place().loadInMin).toBe(26)
  expect(within(line()).queryByRole('button')).toBeNull()
  undo()
  expect(place().loadInMin).not.toBe(26)
})
