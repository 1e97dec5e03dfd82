// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { describe, expect, test } from 'vitest'
import { answer, draw, no } from '../testing.tsx'
import { Join } from './Join.tsx'
import { CallSheetReader } from './CallSheetReader.tsx'
import type { PrintedCallSheet } from '@kavrell/core/callSheets'

describe('a link to join by', () => {
  const open = () => draw(<Join />, '/join/T0ken', '/join/:token')
  test('says which production and as what before anything is given away', async () => {
    const asked = answer({ '/join/T0ken': { title: 'The Long Plank', role: 'logger' } })
    open()
    expect(await screen.findByText('The Long Plank')).toBeTruthy()
    expect(screen.getByText('You join as logger.')).toBeTruthy()
    expect(asked).toEqual([{ route: '/join/T0ken', body: null }])
    expect(document.activeElement).toBe(screen.getByLabelText('Your name'))
  })
  test.each([
    ['logger', 'roll'],
    ['planner', 'brief'],
    ['reader', 'call'],
  ])('a %s is led to %s, where the work of that role is', async (role, stage) => {
    const asked = answer({
      '/join/T0ken': { title: 'The Long Plank', role },
      '/join': { account: {}, productions: [{ id: 'plank', title: 'The Long Plank', role }], demo: [] },
    })
    const user = open()
    await user.type(await screen.findByLabelText('Your name'), 'Sadie Quill{Enter}')
    expect(await screen.findByText(`now at /p/plank/${stage}`)).toBeTruthy()
    expect(asked.at(-1)!.body).toEqual({ token: 'T0ken', name: 'Sadie Quill' })
  })
  test('a name that is taken is said, and the field keeps it to be added to', async () => {
    answer({
      '/join/T0ken': { title: 'The Long Plank', role: 'logger' },
      '/join': () => no('That name is taken here. Add your surname.', 422),
    })
    const user = open()
    await user.type(await screen.findByLabelText('Your name'), 'Sadie{Enter}')
    expect((await screen.findByRole('alert')).textContent).toBe('That name is taken here. Add your surname.')
    expect(screen.getByLabelText('Your name')).toHaveProperty('value', 'Sadie')
  })
  test('one that does not hold any more says so and offers no field', async () => {
    answer({ '/join/T0ken': () => no('This link does not hold any more. Ask for a new one.', 404) })
    open()
    expect((await screen.findByRole('alert')).textContent).toMatch(/Ask for a new one/)
    expect(screen.queryByLabelText('Your name')).toBeNull()
  })
})

describe('a sheet opened from a message', () => {
  const person = (personId: string, name: string, call: string) => ({ personId, name, role: 'cast', call, phone: '' })
  const sheet: PrintedCallSheet = {
    title: 'The Long Plank',
    day: 'Day 1',
    date: '2026-05-14',
    unitCall: '07:00',
    firstShot: '07:40',
    meals: ['12:30'],
    wrap: '17:30',
    sun: 'Sun up 05:21, down 20:58',
    fixedEvents: ['Tide 10:15'],
    weather: '',
    note: '',
    places: [
      { name: 'Yard', address: '', directions: 'By the slip', parking: '', shelter: '', hospital: 'Harrow Infirmary' },
      { name: 'Yard', address: '', directions: 'By the road', parking: '', shelter: '', hospital: '' },
    ],
    cautions: ['Water: a life jacket for everybody within two metres.'],
    rows: [{ time: '07:40', shot: '1A', what: 'Hull', setup: 'A', who: 'Edda', minutes: 20 }],
    people: [person('e1', 'Edda Marsh', '06:30'), person('e2', 'Edda Marsh', '11:00')],
    kit: ['2 × Tall lamp'],
    fingerprint: 'f',
  }
  const open = (read: unknown) => {
    answer({ '/sheets/T0ken': read })
    draw(<CallSheetReader />, '/sheet/T0ken', '/sheet/:token')
  }
  test.each([
    ['e1', '06:30'],
    ['e2', '11:00'],
  ])('has the call of the very person first, also of two with one name: %s', async (personId, call) => {
    open({ sheet, version: 2, personId, name: 'Edda Marsh' })
    const own = (await screen.findByText('Edda Marsh, your call')).nextElementSibling!
    expect(own.textContent).toBe(call)
  })
  test('tells who is not called any more that there is no call, not an empty space', async () => {
    open({ sheet, version: 3, personId: 'gone', name: 'Corin Ash' })
    expect(await screen.findByText('none this day')).toBeTruthy()
  })
  test('has what somebody needs who has never been there: the way, the hospital, the cautions, the sun', async () => {
    open({ sheet, version: 2, personId: 'e1', name: 'Edda Marsh' })
    const paper = (await screen.findByText('Take care')).closest<HTMLElement>('[data-paper]')!
    for (const words of [/By the slip/, /By the road/, /Harrow Infirmary/, /life jacket/, /Tide 10:15/, /Version 2/])
      expect(within(paper).getByText(words)).toBeTruthy()
    expect(paper.textContent).toContain('first shot 07:40, meal 12:30, wrap 17:30')
  })
  test('a link that is not known says so in its largest words', async () => {
    open(() => no('This link is no longer known.', 404))
    expect(await screen.findByText('This link is no longer known.')).toBeTruthy()
  })
})
