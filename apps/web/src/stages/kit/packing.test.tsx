// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { packingOf } from '@kavrell/core/packing'
import { productionOf } from '@kavrell/core/records'
import { useProductionStore } from '../../store/production.ts'
import { undo } from '../../store/undo.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { inTime } from '../../inTime.ts'
import { KitScreen } from './KitScreen.tsx'

const screenIs = (wide: boolean) => vi.stubGlobal('matchMedia', () => ({ matches: wide, addEventListener() {}, removeEventListener() {} })) // prettier-ignore
beforeEach(() => {
  openDemo('planner')
  screenIs(true)
  localStorage.setItem('kavrell.kit.tab', 'packing')
})
const open = async () => {
  const user = draw(<KitScreen />, 'kit')
  await user.click(screen.getByRole('tab', { name: 'Packing' }))
  return user
}
const day = () => all('day').toSorted((a, b) => (a.date < b.date ? -1 : 1))[0]!
const packing = (way: 'out' | 'back' = 'out') => packingOf(productionOf(useProductionStore.getState().records)!, day().id, way) // prettier-ignore
const answer = () => document.querySelector('[data-answer]')!.textContent
const row = (label: string) => document.querySelector<HTMLElement>(`[data-case="${label}"]`)!
const panel = (label: string) => within(document.querySelector<HTMLElement>(`[data-packing="${label}"]`)!)

describe('cases', () => {
  test('lie in the order in which they come out; what is in none is counted, and goes in one by one choice', async () => {
    const user = await open()
    const [van] = packing().vehicles
    const rows = [...document.querySelectorAll<HTMLElement>('[data-case]')].map((each) => each.dataset['case'])
    expect(rows.slice(0, van!.cases.length)).toEqual(van!.cases.map(({ record }) => record.label))
    const loose = packing().loose.reduce((sum, { count }) => sum + count, 0)
    expect(answer()).toBe(`${loose} of ${packing().of} things are in no case yet`)
    await user.selectOptions(screen.getByLabelText('Case for Cable mat, 10 m'), 'grip')
    expect(packing().loose.map(({ name }) => name)).not.toContain('Cable mat, 10 m')
    undo()
    expect(packing().loose.map(({ name }) => name)).toContain('Cable mat, 10 m')
  })
  test('keep what goes in them when they are called otherwise, and one undo calls both as before', async () => {
    const user = await open()
    await user.click(row('grip'))
    const label = panel('grip').getByLabelText('Label')
    await user.clear(label)
    await user.type(label, '7{Enter}')
    expect(row('7').textContent).toContain('0 of 6')
    expect(packing().unknownLabels).toEqual([])
    undo()
    await inTime(() => expect(row('grip').textContent).toContain('0 of 6'))
    expect(packing().unknownLabels).toEqual([])
  })
  test('are added with the next free figure, and hold what is put in them', async () => {
    const user = await open()
    await user.click(screen.getByRole('button', { name: 'Add a case' }))
    expect(all('kitCase').map(({ label }) => label)).toContain('1')
  })
})

describe('a case that is packed', () => {
  test('is ticked thing by thing; fewer than go are owed; that it is loaded ticks nothing', async () => {
    const user = await open()
    await user.click(row('grip'))
    const grip = panel('grip')
    expect(row('grip').textContent).toContain('0 of 6')
    await user.click(grip.getByRole('button', { name: /^grip is in the Van/ }))
    expect(row('grip').textContent).toContain('0 of 6, in')
    await user.click(grip.getByRole('checkbox', { name: /Sticks/ }))
    expect(row('grip').textContent).toContain('3 of 6')
    await user.click(grip.getByRole('button', { name: 'One Sticks fewer' }))
    expect(row('grip').textContent).toContain('2 of 6')
    expect(grip.getByText(/1 owed/)).toBeTruthy()
    await user.click(grip.getByRole('button', { name: 'I have seen all that is not ticked yet' }))
    expect(row('grip').textContent).toContain('5 of 6')
  })
  test('on the way back has ticks of its own, and what is not there stands as the answer', async () => {
    const user = await open()
    await user.click(row('care'))
    await user.click(panel('care').getByRole('button', { name: 'I have seen all that is not ticked yet' }))
    await user.click(screen.getByRole('tab', { name: 'Way back' }))
    await user.click(row('care'))
    expect(row('care').textContent).toContain('0 of 2')
    const things = panel('care').getAllByRole('button', { name: 'Not here' })
    await user.click(things[0]!)
    expect(answer()).toMatch(/ is not here$/)
    await user.click(screen.getByRole('tab', { name: 'Way out' }))
    expect(row('care').textContent).toContain('2 of 2')
  })
})

test('a battery that is not full in time is told, with ways out of which one press takes one', async () => {
  const user = await open()
  const charged = () => document.querySelector('[data-charged]')!.textContent
  expect(charged()).toBe('1 × 290 Wh lamp battery not full by 04:05')
  await user.click(screen.getByRole('button', { name: 'On charge 15 min earlier' }))
  expect(charged()).toMatch(/^16 batteries full by 02:/)
  undo()
  await inTime(() => expect(charged()).toMatch(/not full by 04:05$/))
  await user.click(screen.getByRole('button', { name: 'One more Lamp charger' }))
  expect(charged()).toMatch(/^16 batteries full/)
  expect(document.querySelector('[data-charger="Lamp charger, one more"]')).toBeTruthy()
})

test('chargers on one circuit are added up beside what hangs on it, and who changes batteries is named', async () => {
  openDemo('planner', (records) => {
    const [circuit] = Object.values(records.circuit)
    const [night] = Object.values(records.chargeNight)
    const [maren] = Object.values(records.person).filter(({ name }) => name.startsWith('Maren'))
    return {
      ...records,
      circuit: { [circuit!.id]: { ...circuit!, name: 'Hotel wall', ratingA: 1, otherLoadW: 0 } },
      charger: Object.fromEntries(Object.entries(records.charger).map(([id, one]) => [id, { ...one, circuitId: circuit!.id }])), // prettier-ignore
      chargeNight: { [night!.id]: { ...night!, personId: maren!.id } },
    }
  })
  await open()
  const wall = document.querySelector('[data-night-circuit="Hotel wall"]')!
  expect(wall.textContent).toMatch(/^Hotel wall: .*Lamp charger.*, \d\.\d A of 0\.8 A that the\s+house rule leaves$/)
  expect(document.body.textContent).toMatch(/Changed over at .* by Maren Tolley\./)
})

test('unloading at a place is a key when it begins and one when it is over, and how long it took stands there', async () => {
  vi.useFakeTimers({ now: Date.parse('2026-05-14T05:00:00Z'), toFake: ['Date'] })
  openDemo('logger', (records) => ({ ...records, timecodeBox: {} }))
  const user = await open()
  const [first] = [...document.querySelectorAll<HTMLElement>('[data-load]')]
  await user.click(within(first!).getByRole('button', { name: 'Unloading begins' }))
  await inTime(() => expect(first!.textContent).toMatch(/: begun at 06:00$/))
  vi.setSystemTime(Date.parse('2026-05-14T05:26:00Z'))
  await user.click(within(first!).getByRole('button', { name: 'All is in' }))
  await inTime(() => expect(first!.textContent).toMatch(/: all in at 06:26, in 26 min$/))
  expect(all('loading').map(({ way, state }) => [way, state])).toEqual([['in', 'begun'], ['in', 'over']]) // prettier-ignore
  vi.useRealTimers()
})

test('on a phone a case fills the screen, and the next one follows in the order in which they are loaded', async () => {
  screenIs(false)
  const user = await open()
  const [first, second] = packing().vehicles[0]!.cases.map(({ record }) => record.label)
  await user.click(row(first!))
  expect(row(second!)).toBeNull()
  await user.click(screen.getByRole('button', { name: `Next: ${second!}` }))
  expect(panel(second!)).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'All cases' }))
  expect(row(first!)).toBeTruthy()
})

test('a reader ticks nothing and puts nothing in', async () => {
  openDemo('reader')
  const user = await open()
  await user.click(row('grip'))
  expect(panel('grip').queryByRole('button')).toBeNull()
  expect(screen.queryByLabelText(/^Case for/)).toBeNull()
  expect(sent).toEqual([])
})
