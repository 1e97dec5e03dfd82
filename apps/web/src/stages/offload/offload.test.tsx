// @vitest-environment jsdom
import { screen, within } from '@testing-library/react'
import type { RecordTable } from '@kavrell/contract'
import { beforeEach, describe, expect, test, vi } from 'vitest'
import { all, draw, openDemo, PRODUCTION_ID } from '../../testing.tsx'
import { OffloadScreen } from './OffloadScreen.tsx'

/** A card copied to all drives but the last `open` ones, each copy read back. */
const copied = (open: number) => (records: RecordTable) => {
  const card = Object.values(records.card!).find((c) => c.label === 'A1')!
  const drives = Object.values(records.drive!)
  const rows = drives.slice(0, drives.length - open).map((drive, i) => ({
    run: {
      id: `run ${i}`,
      version: 10 + i,
      cardId: card.id,
      driveId: drive.id,
      folder: `copy ${i}`,
      files: 3,
      bytes: 3000,
      outcome: 'complete',
      problems: [],
      afterSeq: 5,
      startedAt: '2026-05-14T20:00:00Z',
      endedAt: '2026-05-14T20:01:00Z',
    },
    check: {
      id: `check ${i}`,
      version: 20 + i,
      copyRunId: `run ${i}`,
      files: 3,
      outcome: 'same',
      fromMedium: true,
      problems: [],
      checkedAt: '2026-05-14T20:02:00Z',
    },
  }))
  return {
    ...records,
    copyRun: Object.fromEntries(rows.map(({ run }) => [run.id, run])),
    copyCheck: Object.fromEntries(rows.map(({ check }) => [check.id, check])),
  } as RecordTable
}
const asked: { url: string; body: unknown }[] = []
const reader = (folders: readonly string[]) => {
  asked.length = 0
  const edits = globalThis.fetch
  vi.stubGlobal('fetch', async (url: string, init?: RequestInit) => {
    if (String(url).endsWith('/media/volumes'))
      return Response.json([
        ...folders.map((folder) => ({ folder, kind: 'card', files: 3, bytes: 3000, freeBytes: null })),
        { folder: 'STRAY', kind: 'card', files: 1, bytes: 10, freeBytes: null },
      ])
    if (String(url).includes('/media/')) {
      asked.push({ url: String(url), body: JSON.parse(init!.body as string) })
      return Response.json({}, { status: 202 })
    }
    return edits(url, init)
  })
}
const card = (label: string) => document.querySelector<HTMLElement>(`[data-card="${label}"]`)!

describe('may I wipe this card?', () => {
  beforeEach(() => openDemo('logger'))
  test('with no copies the answer is no card, and each card says why', async () => {
    openDemo('logger', (records) => ({ ...records, copyRun: {}, copyCheck: {} }))
    draw(<OffloadScreen />, 'offload')
    expect(screen.getByText('Wipe no card yet')).toBeTruthy()
    expect(card('A1').textContent).toMatch(/no: /)
    expect(screen.queryByRole('button', { name: /is wiped/ })).toBeNull()
  })
  test('copied enough and read back, in enough hands, it is yes and the wiping can be written down', async () => {
    const enough = (records: RecordTable) => ({
      ...copied(0)(records),
      production: Object.fromEntries(
        Object.entries(records.production!).map(([id, p]) => [
          id,
          { ...p, copiesBeforeWipe: 2, checkedBeforeWipe: 2, holdersBeforeWipe: 1, cardSchool: 'wipe' },
        ]),
      ),
    })
    openDemo('logger', enough as never)
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(screen.getByText('A1 may be wiped')).toBeTruthy()
    vi.stubGlobal('confirm', () => false)
    await user.click(screen.getByRole('button', { name: 'Write down that A1 is wiped' }))
    expect(all('wipe').filter((w) => w.cardId === all('card').find((c) => c.label === 'A1')!.id)).toEqual([])
    vi.stubGlobal('confirm', () => true)
    await user.click(screen.getByRole('button', { name: 'Write down that A1 is wiped' }))
    expect(all('wipe').some((w) => w.cardId === all('card').find((c) => c.label === 'A1')!.id)).toBe(true)
  })
  test('one copy that differs takes the yes back', async () => {
    openDemo('logger', (records) => {
      const made = copied(0)(records)
      const [first] = Object.values(made.copyCheck!)
      return {
        ...made,
        copyCheck: { ...made.copyCheck, [first!.id]: { ...first!, outcome: 'different', problems: ['x differs'] } },
      } as RecordTable
    })
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(screen.getByText('Keep A1')).toBeTruthy()
    expect(screen.getByText('differs')).toBeTruthy()
  })
})

describe('copying', () => {
  test('asks for the drives that have no good copy yet, once the card is in the reader', async () => {
    openDemo('logger', copied(1))
    const folder = all('card').find((c) => c.label === 'A1')!.folder
    reader([folder])
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    const copy = await screen.findByRole('button', { name: 'Copy A1 and check' })
    await vi.waitFor(() => expect(copy).toHaveProperty('disabled', false))
    await user.click(copy)
    const last = all('drive').at(-1)!
    expect(asked).toEqual([
      {
        url: `/api/productions/${PRODUCTION_ID}/media/copies`,
        body: { cardId: all('card').find((c) => c.label === 'A1')!.id, driveIds: [last.id] },
      },
    ])
  })
  test('a card that is not in the reader cannot be copied, and its folder is named', async () => {
    openDemo('logger')
    reader([])
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(card('A1'))
    expect(await screen.findByText(/Card A1 is not in the reader/)).toBeTruthy()
    expect(screen.getByRole('button', { name: 'Copy A1 and check' })).toHaveProperty('disabled', true)
  })
  test('a folder in the reader that nobody has listed is offered to be', async () => {
    openDemo('owner')
    reader([])
    const user = draw(<OffloadScreen />, 'offload')
    await user.click(await screen.findByRole('button', { name: 'List card STRAY' }))
    expect(all('card').some((c) => c.folder === 'STRAY')).toBe(true)
  })
  test('who may only read cannot start anything', () => {
    openDemo('reader')
    draw(<OffloadScreen />, 'offload')
    const buttons = within(document.body).queryAllByRole('button', { name: /Copy|Check again|wiped|List/ })
    expect(buttons).toEqual([])
  })
})
