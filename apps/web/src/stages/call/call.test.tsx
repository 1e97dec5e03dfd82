// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { all, draw, openDemo, PRODUCTION_ID } from '../../testing.tsx'
import { CallScreen } from './CallScreen.tsx'
import { planDay } from '@kavrell/core/day'
import { callSheet } from '@kavrell/core/callSheets'
import { productionOf, type Tables } from '@kavrell/core/records'

const asked: {
  url: string
  body: { personIds?: string[]; dayId?: string; personId?: string; sentSheetId?: string }
}[] = []
const listen = () => {
  asked.length = 0
  const edits = globalThis.fetch
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (!/\/(sheets|reminders|sheet-links|sent-by-hand)$/.test(String(url))) return edits(url, init)
    asked.push({ url: String(url), body: JSON.parse(init!.body as string) as never })
    return Response.json({ address: 'https://sheets.example/sheet/own' }, { status: 201 })
  })
}
beforeEach(() => {
  openDemo('planner')
  listen()
})

test('everyone who is called stands there with an own time, a calendar file and the state of the sheet', () => {
  draw(<CallScreen />, 'call')
  const rows = [...document.querySelectorAll<HTMLElement>('[data-person]')]
  expect(rows.length).toBeGreaterThan(3)
  for (const row of rows) {
    expect(row.textContent).toMatch(/\d\d:\d\d/)
    const first = row.dataset.person!.split(' ')[0]!
    expect(screen.getByRole('link', { name: first }).getAttribute('href')).toMatch(
      new RegExp(`^/api/productions/${PRODUCTION_ID}/days/.+/calls/.+\\.ics$`),
    )
  }
})

test('a sheet that the order has left behind says so in its largest words, and what the next would change', async () => {
  const day = all('day').find((d) => d.title === 'Day 1')!
  const production = productionOf(useProductionStore.getState().records)!
  openDemo('planner', (records) => ({
    ...records,
    sentSheet: {
      old: {
        id: 'old',
        version: 3,
        dayId: day.id,
        number: 4,
        fingerprint: 'of another order',
        sentAt: '2026-05-13T18:00:00Z',
        content: { ...callSheet(production, planDay(production, day.id)!), unitCall: '03:10' },
      },
    } as never,
  }))
  listen()
  const user = draw(<CallScreen />, 'call')
  expect(screen.getByText('Version 4 no longer says what the plan says')).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'Issue 5 to everyone' }))
  expect(asked).toHaveLength(1)
  expect(asked[0]!.url).toBe(`/api/productions/${PRODUCTION_ID}/sheets`)
  expect(asked[0]!.body.personIds).toHaveLength(document.querySelectorAll('[data-person]').length)
})

const day1 = () => all('day').find((d) => d.title === 'Day 1')!
const planned = () => planDay(productionOf(useProductionStore.getState().records)!, day1().id)!
const personNamed = (name: string) => all('person').find((p) => p.name === name)!
/** A sheet that was sent, as the day stood before it was changed, and what became of it with some. */
const sentSheet = (status: Readonly<Record<string, string>> = {}, change: (records: Tables) => Tables = (r) => r) => {
  openDemo('planner')
  const [content, fingerprint, dayId] = [
    callSheet(productionOf(useProductionStore.getState().records)!, planned()),
    'as it was sent',
    day1().id,
  ]
  const delivery = Object.fromEntries(
    Object.entries(status).map(([name, became], i) => [
      `d${i}`,
      { id: `d${i}`, version: 4, sentSheetId: 'sheet', personId: personNamed(name).id, status: became, says: '' },
    ]),
  )
  const sheet = { id: 'sheet', version: 3, dayId, number: 1, fingerprint, sentAt: '2026-05-13T18:00:00Z', content }
  openDemo('planner', (records) => change({ ...records, sentSheet: { sheet }, delivery } as never))
  listen()
  return draw(<CallScreen />, 'call')
}
const line = (name: string) => document.querySelector<HTMLElement>(`[data-person="${name}"]`)!

test('a sheet that still holds says how many have read it, and is not issued again', () => {
  sentSheet({ 'Juno Brask': 'read', 'Edda Marsh': 'read', 'Pell Ansah': 'delivered' })
  expect(screen.getByText('2 of 9 have read it')).toBeTruthy()
  expect(screen.queryByRole('button', { name: /^Issue/ })).toBeNull()
  expect(line('Juno Brask').textContent).toMatch(/04:25read$/)
})

test('whoever has not read it is reminded by one press; with whom it bounced is rung, or needs a number first', async () => {
  const user = sentSheet({ 'Juno Brask': 'delivered', 'Sadie Quill': 'bounced', 'Hollis Reed': 'bounced' })
  await user.click(within(line('Juno Brask')).getByRole('button', { name: 'Remind' }))
  expect(asked).toEqual([
    {
      url: `/api/productions/${PRODUCTION_ID}/reminders`,
      body: { sentSheetId: 'sheet', personId: personNamed('Juno Brask').id },
    },
  ])
  expect(within(line('Sadie Quill')).getByText('Ring').closest('a')!.getAttribute('href')).toMatch(/^tel:\+[\d]+$/)
  expect(within(line('Hollis Reed')).getByRole('link', { name: 'Add a number' }).getAttribute('href')).toBe(
    `/p/${PRODUCTION_ID}/crew#${personNamed('Hollis Reed').id}`,
  )
})

/** Everybody begins earlier, and one has nothing to do any more. */
const moved = (records: Tables): Tables => {
  const hollis = Object.values(records.person).find((p) => p.name === 'Hollis Reed')!
  const edda = Object.values(records.person).find((p) => p.name === 'Edda Marsh')!
  return {
    ...records,
    person: { ...records.person, [edda.id]: { ...edda, leadMin: 90 } },
    attendance: Object.fromEntries(Object.entries(records.attendance).filter(([, a]) => a.personId !== hollis.id)),
  }
}

test('who is not called any more is named, stands in the list without a time, and is told with everybody', async () => {
  const user = sentSheet({}, moved)
  expect(screen.getByText('Not called any more: Hollis Reed. Version 2 tells them.')).toBeTruthy()
  expect(line('Hollis Reed').textContent).toContain('none')
  await user.click(screen.getByRole('button', { name: 'Issue 2 to everyone' }))
  expect(asked[0]!.body.personIds).toContain(personNamed('Hollis Reed').id)
})

test('a new version can go to those alone whose call moved', async () => {
  const user = sentSheet({}, moved)
  await user.click(screen.getByRole('button', { name: /^Only to the \d whose call moved$/ }))
  const told = asked[0]!.body.personIds!
  expect(told).toContain(personNamed('Edda Marsh').id)
  expect(told).toContain(personNamed('Hollis Reed').id)
  expect(told).not.toContain(personNamed('Juno Brask').id)
})

test('pressed again after a lost answer it is the same sheet, after an answer another', async () => {
  const user = sentSheet({}, moved)
  const press = () => user.click(screen.getByRole('button', { name: 'Issue 2 to everyone' }))
  const edits = globalThis.fetch
  const ids: unknown[] = []
  let lost = true
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (!String(url).endsWith('/sheets')) return edits(url, init)
    ids.push((JSON.parse(init!.body as string) as { id: string }).id)
    if (lost) throw new TypeError('connection reset')
    return Response.json({}, { status: 201 })
  })
  await press()
  expect(useProductionStore.getState().notice).toMatchObject({ says: 'The server does not answer.', tone: 'stop' })
  lost = false
  await press()
  await press()
  expect(ids[1]).toBe(ids[0])
  expect(ids[2]).not.toBe(ids[0])
})

test('with nobody called there is no sheet; whoever is listed there is called at once', async () => {
  openDemo('planner', (records) => ({ ...records, attendance: {}, orderItem: {}, delivery: {}, sentSheet: {} }))
  const user = draw(<CallScreen />, 'call')
  expect(screen.getByText(/^Nobody is called on Day 1/)).toBeTruthy()
  await user.type(screen.getByLabelText(/^One a line/), 'Ines Olm, sound, +44 7700 900145')
  await user.click(screen.getByRole('button', { name: 'Add 1 person' }))
  expect(screen.getAllByText(/Ines Olm/).length).toBeGreaterThan(0)
  expect(screen.getByText(/^1 person to call, first at/)).toBeTruthy()
})

test('a reader sees who was told and issues nothing', () => {
  openDemo('reader', (records) => ({ ...records, sentSheet: {}, delivery: {} }))
  draw(<CallScreen />, 'call')
  expect(screen.getByText('A planner issues it.')).toBeTruthy()
  expect(screen.queryByRole('button', { name: /^Issue/ })).toBeNull()
  for (const row of document.querySelectorAll('[data-person]')) expect(row.textContent).toContain('not sent')
})

test('by hand: a message with the person’s own link, and sent is only what somebody says they sent', async () => {
  const user = sentSheet({ 'Juno Brask': 'simulated' })
  expect(screen.getByText(/no mail went out/)).toBeTruthy()
  await user.click(within(line('Juno Brask')).getByRole('button', { name: 'By hand' }))
  expect(asked.map((a) => a.url)).toEqual([`/api/productions/${PRODUCTION_ID}/sheet-links`])
  expect(asked[0]!.body).toMatchObject({ personId: personNamed('Juno Brask').id, sentSheetId: 'sheet' })
  const message = await screen.findByDisplayValue(/your call is \d\d:\d\d.*https:\/\/sheets\.example\/sheet\/own$/)
  expect(message).toBeTruthy()
  expect(screen.getByRole('link', { name: 'Write a mail' }).getAttribute('href')).toMatch(
    /^mailto:.+body=.+sheet%2Fown$/,
  )
  await user.click(screen.getByRole('button', { name: 'I have sent it' }))
  expect(asked.at(-1)!.url).toBe(`/api/productions/${PRODUCTION_ID}/sent-by-hand`)
})

test('every version that was issued can be had again', () => {
  sentSheet()
  const link = screen.getByRole('link', { name: /^version 1, 13 May 19:00$/ })
  expect(link.getAttribute('href')).toBe(`/api/productions/${PRODUCTION_ID}/sheets/sheet/call-sheet.pdf`)
})
