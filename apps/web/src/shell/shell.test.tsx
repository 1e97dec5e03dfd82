// @vitest-environment jsdom
import { screen, within, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { setScreenLight, showSnags, useDesk } from '../store/desk.ts'
import { commit, useProductionStore } from '../store/production.ts'
import { useFindings } from '../store/snags.ts'
import { all, draw, openDemo, sent, shotOf } from '../testing.tsx'
import { CommandPalette } from './CommandPalette.tsx'
import { Rail } from './Rail.tsx'
import { SnagDrawer } from './SnagDrawer.tsx'
import { TopLine } from './TopLine.tsx'

beforeEach(() => {
  openDemo()
  showSnags(false)
})

describe('the top line', () => {
  test('says how many snags stop, how many to watch, and nothing is fine before it was looked', () => {
    draw(<TopLine />)
    const stops = useFindings.getState().findings.filter((s) => s.severity === 'stop').length
    expect(screen.getByRole('button', { name: /Snags/ }).textContent).toContain(`${stops} snags stop you`)
    useFindings.setState({ findings: [], judged: false })
    expect(screen.queryByText('no snags')).toBeNull()
  })
  test('nothing planned is not said to be without snags', () => {
    openDemo('planner', (records) => ({ ...records, shot: {}, orderItem: {} }))
    useFindings.setState({ findings: [], judged: true })
    draw(<TopLine />)
    expect(screen.queryByText('no snags')).toBeNull()
    expect(screen.getByText('nothing planned yet')).toBeTruthy()
  })
  test('undo names what it takes back and is dead when there is nothing', async () => {
    const user = draw(<TopLine />)
    expect(screen.getByTitle('Nothing to undo')).toHaveProperty('disabled', true)
    const shot = shotOf('1A')
    commit('Change stop of 1A', [{ op: 'update', kind: 'shot', id: shot.id, fields: { tStop: 8 } }])
    const undo = await screen.findByTitle('Undo: Change stop of 1A')
    await user.click(undo)
    expect(shotOf('1A').tStop).toBe(shot.tStop)
    expect(await screen.findByTitle('Redo: Change stop of 1A')).toBeTruthy()
  })
  test('what waits and since when is shown while the server is away', async () => {
    draw(<TopLine />)
    useProductionStore.setState({
      connection: 'away',
      pending: [{ id: 'e', queuedAt: '2026-05-14T07:05:00', edit: { id: 'e', label: 'x', changes: [] } }] as never,
    })
    expect(await screen.findByText(/1 waits here since \d\d:05, server away/)).toBeTruthy()
  })
  test('the light is chosen by hand or by the clock, and remembered', async () => {
    const user = draw(<TopLine />)
    await user.selectOptions(screen.getByLabelText('Light'), 'sun')
    expect([useDesk.getState().light, document.documentElement.className]).toEqual(['sun', 'sun'])
    await user.selectOptions(screen.getByLabelText('Light'), 'By the clock')
    expect(useDesk.getState().chosen).toBe('clock')
    expect(['desk', 'set']).toContain(document.documentElement.className)
    expect(localStorage.getItem('kavrell.light')).toBe('clock')
    setScreenLight('desk')
  })
})

describe('snags', () => {
  const worst = () => document.querySelector<HTMLElement>('[data-severity="stop"]')!
  test('the worst stands first and large: its evidence, the rule it was judged by, and each way out as one edit', async () => {
    showSnags(true)
    const user = draw(<SnagDrawer />)
    const card = await waitFor(() => within(worst()))
    const snag = useFindings.getState().findings.find((s) => s.severity === 'stop' && card.queryByText(s.says))!
    expect(card.getAllByText(snag.evidence[0]!.label)[0]).toBeTruthy()
    const rule = card.queryByRole('link', { name: /^House rule/ })
    expect(rule === null).toBe(snag.rule === null)
    if (rule) expect(rule.getAttribute('href')).toMatch(`/brief#${snag.rule}`)
    await user.click(card.getByRole('button', { name: `Do it: ${snag.fixes[0]!.says}` }))
    expect(sent).toHaveLength(1)
    expect(sent[0]!.changes).toHaveLength(snag.fixes[0]!.changes.length)
  })
  test('the same thing wrong in several places is one line with its count, opened for each', async () => {
    showSnags(true)
    const user = draw(<SnagDrawer />)
    const { findings } = useFindings.getState()
    const kind = findings.find(
      (f) => findings.filter((g) => g.check === f.check && g.severity === f.severity).length > 2,
    )!
    const same = findings.filter((f) => f.check === kind.check && f.severity === kind.severity)
    const row = await waitFor(() => document.querySelector<HTMLElement>(`[data-snag-kind="${kind.check}"]`)!)
    expect(row.textContent).toContain(`${same.length} ×`)
    await user.click(within(row).getByRole('button', { expanded: false }))
    for (const { says } of same) expect(within(row).getByText(says)).toBeTruthy()
  })
  test('all of a kind are accepted with one reason, by one edit', async () => {
    showSnags(true)
    const user = draw(<SnagDrawer />)
    const before = all('acceptance').length
    await user.click((await screen.findAllByRole('button', { name: 'Accept all' }))[0]!)
    await user.type(screen.getByLabelText('Why is this accepted'), 'meant so{Enter}')
    expect(sent).toHaveLength(1)
    expect(all('acceptance').length).toBe(before + sent[0]!.changes.length)
    expect(sent[0]!.changes.length).toBeGreaterThan(1)
  })
  test('accepting asks for a reason and takes none that is empty', async () => {
    showSnags(true)
    const user = draw(<SnagDrawer />)
    const before = all('acceptance').length
    await user.click((await screen.findAllByRole('button', { name: 'Accept' }))[0]!)
    await user.keyboard('{Enter}')
    expect(all('acceptance')).toHaveLength(before)
    await user.type(screen.getByLabelText('Why is this accepted'), 'the client wants it so{Enter}')
    expect(all('acceptance')).toHaveLength(before + 1)
    expect(all('acceptance').at(-1)!.reason).toBe('the client wants it so')
  })
  test('Escape closes the list', async () => {
    showSnags(true)
    const user = draw(<SnagDrawer />)
    await screen.findByRole('dialog', { name: 'Snags' })
    await user.keyboard('{Escape}')
    await waitFor(() => expect(useDesk.getState().snagsOpen).toBe(false))
  })
  test('a reader is offered no way out and no acceptance', async () => {
    openDemo('reader')
    showSnags(true)
    draw(<SnagDrawer />)
    await screen.findByRole('dialog', { name: 'Snags' })
    for (const name of [/^Accept/, /^Do it/, /^Mend/]) expect(screen.queryAllByRole('button', { name })).toEqual([])
  })
})

test('the rail names every stage in the order of the work and marks where one is', () => {
  draw(<Rail current="light" />)
  const links = within(screen.getByRole('navigation', { name: 'Stages' })).getAllByRole('link')
  expect(links.map((l) => /^[A-Z][a-z]+/.exec(l.textContent)![0])).toEqual([
    'Kavrell',
    ...[
      'Brief',
      'Scout',
      'Shots',
      'Light',
      'Kit',
      'Crew',
      'Order',
      'Call',
      'Patch',
      'Roll',
      'Cover',
      'Offload',
      'Sync',
      'Wrap',
    ],
  ])
  expect(links.filter((l) => l.getAttribute('aria-current')).map((l) => l.textContent)).toEqual([
    expect.stringMatching(/^Light/),
  ])
})

test('the palette finds a shot by its words and a command by its name', async () => {
  const user = draw(<CommandPalette />)
  const field = screen.getByRole('combobox')
  await user.type(field, 'adze')
  expect(screen.getByText(/^4A Adze shavings/)).toBeTruthy()
  // And every other thing that has a name.
  for (const [typed, found] of [
    ['card a1', 'Card A1'],
    ['drive s1', 'Drive S1'],
    ['sail loft', 'Sail loft'],
    ['camera b', /^Camera B/],
    ['juno', 'Juno Brask'],
  ] as const) {
    await user.clear(field)
    await user.type(field, typed)
    expect(screen.getAllByText(found).length).toBeGreaterThan(0)
  }
  // Words stand as typed: the letters of one scattered over another are no find.
  await user.clear(field)
  await user.type(field, 'card a')
  expect(screen.queryByText(/Plank carried/)).toBeNull()
  await user.clear(field)
  await user.type(field, 'by the clock')
  await user.keyboard('{Enter}')
  expect(useDesk.getState().chosen).toBe('clock')
  setScreenLight('desk')
})
