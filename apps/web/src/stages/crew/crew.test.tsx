// @vitest-environment jsdom
import { screen, within, waitFor } from '@testing-library/react'
import { beforeEach, expect, test } from 'vitest'
import { undo } from '../../store/undo.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { CrewScreen } from './CrewScreen.tsx'

beforeEach(() => openDemo('planner'))

test('somebody new is down for all days, and calls follow for whom the order wants', async () => {
  const user = draw(<CrewScreen />, 'crew')
  const days = all('day').length
  const before = all('attendance').length
  await user.click(screen.getByRole('button', { name: 'Add a person' }))
  expect(all('attendance')).toHaveLength(before + days)
  expect(sent).toHaveLength(1)
  undo()
  expect(all('attendance')).toHaveLength(before)
})

test('who was just added is typed at once, and Enter does not add another', async () => {
  const user = draw(<CrewScreen />, 'crew')
  const before = all('person').length
  await user.click(screen.getByRole('button', { name: 'Add a person' }))
  await waitFor(() => expect(document.activeElement?.getAttribute('data-field')).toBe('name'))
  await user.keyboard('أمل الحداد{Enter}')
  expect(all('person')).toHaveLength(before + 1)
  expect(all('person').map((p) => p.name)).toContain('أمل الحداد')
})

test('whom an address names is the one that is chosen', () => {
  const hollis = all('person').find((p) => p.name === 'Hollis Reed')!
  draw(<CrewScreen />, `crew#${hollis.id}`)
  const chosen = screen.getAllByRole('row').filter((row) => row.getAttribute('aria-selected') === 'true')
  expect(chosen.map((row) => row.dataset.row)).toEqual([hollis.id])
})

test('days are ticked off person by person; whoever is away is not called', async () => {
  const user = draw(<CrewScreen />, 'crew')
  const maren = all('person').find((p) => p.name === 'Maren Tolley')!
  const day1 = all('day').find((d) => d.title === 'Day 1')!
  await user.click(screen.getByLabelText('Maren Tolley on Day 1'))
  expect(all('attendance').some((a) => a.personId === maren.id && a.dayId === day1.id)).toBe(false)
  expect(sent.map((edit) => edit.label)).toEqual(['Maren Tolley on Day 1'])
  await user.click(screen.getByLabelText('Maren Tolley on Day 1'))
  expect(all('attendance').some((a) => a.personId === maren.id && a.dayId === day1.id)).toBe(true)
})

test('the largest words are who is first in, and when', () => {
  draw(<CrewScreen />, 'crew')
  expect(screen.getByText('First in: Juno at 04:25')).toBeTruthy()
})

test('with nobody listed it says what listing them is for', async () => {
  openDemo('planner', (records) => ({ ...records, person: {}, attendance: {} }))
  const user = draw(<CrewScreen />, 'crew')
  expect(screen.getByText(/List who is on the production/)).toBeTruthy()
  await user.type(screen.getByLabelText(/^One a line/), 'Ines Olm, sound{Enter}Bo Tarn, focus, bo@example.org')
  await user.click(screen.getByRole('button', { name: 'Add 2 people' }))
  expect(all('person').map((p) => [p.name, p.role, p.email])).toEqual([
    ['Ines Olm', 'sound', ''],
    ['Bo Tarn', 'focus', 'bo@example.org'],
  ])
  expect(all('attendance')).toHaveLength(2 * all('day').length)
})

test('each call stands with the hour and the shots it is for', () => {
  draw(<CrewScreen />, 'crew')
  const calls = screen.getAllByText(/^\d\d:\d\d to \d\d:\d\d$/)
  expect(calls.length).toBeGreaterThan(3)
  for (const call of calls) {
    const [from, to] = call.textContent.split(' to ')
    // Within one day the later hour sorts later; a night's release is past midnight.
    expect(from! <= to! || to! < '06:00').toBe(true)
  }
})

test('a phone number is typed in the sheet and kept', async () => {
  const user = draw(<CrewScreen />, 'crew')
  const grid = screen.getAllByRole('grid')[0]!
  const row = within(grid).getAllByRole('row')[1]!
  const id = row.dataset.row!
  await user.click(row.querySelector<HTMLElement>('[data-field=phone]')!)
  await user.keyboard('+44 20 7946 0000{Enter}')
  expect(all('person').find((p) => p.id === id)!.phone).toBe('+44 20 7946 0000')
})

test('who may only read adds nobody and sees no way to let others in', () => {
  openDemo('reader')
  draw(<CrewScreen />, 'crew')
  expect(screen.queryByRole('button', { name: 'Add a person' })).toBeNull()
  expect(screen.queryByText('Who may open this production')).toBeNull()
  expect(sent).toEqual([])
})

test('whoever is there for part of a day says so, and their call follows', async () => {
  const edda = all('person').find((p) => p.name === 'Edda Marsh')!
  const user = draw(<CrewScreen />, `crew#${edda.id}`)
  await user.type(screen.getAllByLabelText(/^from/)[0]!, '06:00{Tab}')
  const day1 = all('day').find((d) => d.title === 'Day 1')!
  const there = all('attendance').find((a) => a.personId === edda.id && a.dayId === day1.id)!
  expect(there.fromMin).toBe(360)
  // The order waits for her, and for what she needs before her start.
  const calls = screen.getAllByText(/^\d\d:\d\d to /).map((call) => call.parentElement!.parentElement!.textContent)
  expect(calls.find((call) => call.startsWith('Edda Marsh'))).toMatch(/06:00 to/)
})

test('people come from a file as one edit: who is there is filled in, who is not is added; what cannot be kept is named', async () => {
  const user = draw(<CrewScreen />, 'crew')
  const juno = all('person').find((p) => p.name.startsWith('Juno'))!
  const before = all('person').length
  const table = `name,mail,eats,phone\n${juno.name},${juno.email},no fish,\nИнна Соколова,inna@mail.example,,ring me\n`
  await user.upload(screen.getByLabelText('People from a file'), new File([table], 'people.csv', { type: 'text/csv' }))
  await waitFor(() => expect(all('person')).toHaveLength(before + 1))
  expect(all('person').find((p) => p.id === juno.id)).toMatchObject({ diet: 'no fish', phone: juno.phone })
  expect(sent).toHaveLength(1)
  expect(screen.getByText('Инна Соколова: “ring me” is no phone number.')).toBeTruthy()
  undo()
  expect(all('person')).toHaveLength(before)
  expect(all('person').find((p) => p.id === juno.id)!.diet).toBe('')
})

test('what the crew costs goes into the money as lines, and pressed once there is nothing left to press', async () => {
  const user = draw(<CrewScreen />, 'crew')
  const before = all('moneyLine').length
  const button = await screen.findByRole('button', { name: /^Into Money: \d+ lines?$/ })
  await user.click(button)
  expect(all('moneyLine').length).toBeGreaterThan(before)
  expect(all('moneyLine').map((line) => line.title)).toContain('Pell Ansah, light, overtime')
  await waitFor(() => expect(screen.queryByRole('button', { name: /^Into Money/ })).toBeNull())
})

test('who has no right to the money sees no rates', async () => {
  openDemo('logger')
  draw(<CrewScreen />, `crew#${all('person')[0]!.id}`)
  expect(screen.queryByText('What they cost')).toBeNull()
  expect(screen.queryByRole('textbox', { name: 'Rate' })).toBeNull()
})
