// @vitest-environment jsdom
import { productionOf } from '@kavrell/contract'
import { callSheet } from '@kavrell/core/call'
import { planDay } from '@kavrell/core/snags'
import { screen } from '@testing-library/react'
import { beforeEach, expect, test, vi } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { all, draw, openDemo, PRODUCTION_ID } from '../../testing.tsx'
import { CallScreen } from './CallScreen.tsx'

const asked: { url: string; body: { personIds?: string[]; dayId?: string } }[] = []
const listen = () => {
  asked.length = 0
  const edits = globalThis.fetch
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (!/\/(sheets|reminders)$/.test(String(url))) return edits(url, init)
    asked.push({ url: String(url), body: JSON.parse(init!.body as string) as never })
    return Response.json({}, { status: 201 })
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
        content: callSheet(production, planDay(production, day.id)!),
      },
    } as never,
  }))
  listen()
  const user = draw(<CallScreen />, 'call')
  expect(screen.getByText('Version 4 no longer says what the order says')).toBeTruthy()
  await user.click(screen.getByRole('button', { name: 'Issue 5 to everyone' }))
  expect(asked).toHaveLength(1)
  expect(asked[0]!.url).toBe(`/api/productions/${PRODUCTION_ID}/sheets`)
  expect(asked[0]!.body.personIds).toHaveLength(document.querySelectorAll('[data-person]').length)
})

test('a reader sees who was told and issues nothing', () => {
  openDemo('reader', (records) => ({ ...records, sentSheet: {}, delivery: {} }))
  draw(<CallScreen />, 'call')
  expect(screen.getByText('A planner issues it.')).toBeTruthy()
  expect(screen.queryByRole('button', { name: /^Issue/ })).toBeNull()
  for (const row of document.querySelectorAll('[data-person]')) expect(row.textContent).toContain('not sent')
})
