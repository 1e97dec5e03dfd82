// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { undo } from '../../store/undo.ts'
import { inTime } from '../../inTime.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { KitScreen } from './KitScreen.tsx'
import { kitDifference } from '@kavrell/core/kit'
import { productionOf } from '@kavrell/core/records'

beforeEach(() => openDemo('planner'))
const missing = () =>
  kitDifference(productionOf(useProductionStore.getState().records)!).filter((line) => line.missing > 0)

test('the answer counts what is missing, and each missing thing says what it is for', () => {
  draw(<KitScreen />, 'kit')
  const lines = missing()
  expect(screen.getByText(new RegExp(`^${lines.length} things? to rent, borrow or change`))).toBeTruthy()
  for (const line of lines)
    expect(screen.getByText(`${line.missing} × ${line.name}, for ${line.because.join(', ')}`)).toBeTruthy()
})

test('renting what is missing takes it off the list', async () => {
  const user = draw(<KitScreen />, 'kit')
  const before = missing()
  await user.click(screen.getByRole('button', { name: 'List all that is needed' }))
  const item = all('kitItem').find((k) => k.answersTo === before[0]!.key)!
  expect(item).toBeTruthy()
  const row = document.querySelector<HTMLElement>(`[data-row="${item.id}"]`)!
  await user.click(row.querySelector<HTMLElement>('[data-field=rented]')!)
  await user.keyboard('9{Enter}')
  expect(missing().map((line) => line.key)).not.toContain(before[0]!.key)
  undo()
  expect(missing().map((line) => line.key)).toContain(before[0]!.key)
})

test('a reader lists nothing', () => {
  openDemo('reader')
  draw(<KitScreen />, 'kit')
  expect(screen.queryByRole('button', { name: 'List all that is needed' })).toBeNull()
  expect(sent).toEqual([])
})

test('no thing is there for a key: also what nothing on the plan needs has its name', () => {
  openDemo('planner', (records) => ({ ...records, shot: {}, orderItem: {}, lamp: {} }))
  draw(<KitScreen />, 'kit')
  const cells = [...document.querySelectorAll('[data-field=answersTo]')].map(({ textContent }) => textContent)
  expect(cells.filter((text) => text.includes(':'))).toEqual([])
  for (const name of [/^Camera E, /, /^85 mm lens$/, /^slider$/, /daylight lamp/]) expect(cells.some((text) => name.test(text))).toBe(true) // prettier-ignore
})

test('what a thing is there for is called by name, typed by part of it, and refused in words where nothing needs it', async () => {
  const user = draw(<KitScreen />, 'kit')
  await user.click(screen.getByRole('button', { name: 'List all that is needed' }))
  const item = all('kitItem').find((k) => k.answersTo.startsWith('lens:'))!
  const other = kitDifference(productionOf(useProductionStore.getState().records)!).find(
    (line) => line.key.startsWith('camera:') && line.key !== item.answersTo,
  )!
  const cell = () => document.querySelector<HTMLElement>(`[data-row="${item.id}"] [data-field=answersTo]`)!
  expect(cell().textContent).toMatch(/mm lens$/)
  await user.click(cell())
  await user.keyboard(`${other.name}{Enter}`)
  expect(all('kitItem').find((k) => k.id === item.id)!.answersTo).toBe(other.key)
  await user.click(cell())
  await user.keyboard('trebuchet{Enter}')
  expect(screen.getByRole('alert').textContent).toContain('Nothing that the plan needs is called “trebuchet”')
  expect(all('kitItem').find((k) => k.id === item.id)!.answersTo).toBe(other.key)
})

test('what is used up is told by the day on which it runs out, and what has no second by the shots it stops', async () => {
  const user = draw(<KitScreen />, 'kit')
  await user.click(screen.getByRole('tab', { name: 'Stores' }))
  expect(screen.getByText(/^Cloth tape, rolls runs out on /)).toBeTruthy()
  await inTime(() => expect(document.body.textContent).toMatch(/Water\d+ l; \d+ l from 27 °C on/))
  expect(document.body.textContent).toMatch(/\d+ shots, \d+ %/)
  // What scenes need and the list does not have is put on it; then nobody has said in which case it goes.
  const dawn = () => document.querySelector('[data-scene-things="1"]')!.textContent
  expect(dawn()).toMatch(/grey jersey.*not on the kit list/)
  await user.click(screen.getByRole('button', { name: /^Put \d+ things on the kit list$/ }))
  expect(dawn()).toMatch(/grey jersey.*in no case/)
  const tape = all('kitItem').find(({ name }) => name.startsWith('Cloth tape'))!
  await user.click(document.querySelector<HTMLElement>(`[data-row="${tape.id}"] [data-field=owned]`)!)
  await user.keyboard('9{Enter}')
  expect(screen.queryByText(/^Cloth tape, rolls runs out on /)).toBeNull()
})

test('without a day nobody knows what runs out, and it is not said that nothing does', async () => {
  openDemo('planner', (records) => ({ ...records, day: {}, orderItem: {} }))
  const user = draw(<KitScreen />, 'kit')
  await user.click(screen.getByRole('tab', { name: 'Stores' }))
  expect(document.querySelector('[data-answer]')?.textContent).toMatch(/^(What runs out is not known: no day is planned|If .* fails, .*)$/) // prettier-ignore
  expect(document.body.textContent).not.toContain('Nothing that is listed runs out')
})
