// @vitest-environment jsdom
import { cleanup, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { ShotsScreen } from '../../stages/shots/ShotsScreen.tsx'
import { sitsHere } from '../../store/desk.ts'
import { all, draw, openDemo, sent, shotOf } from '../../testing.tsx'

beforeEach(() => {
  sitsHere('maren')
  openDemo('planner')
})
const grid = () => screen.getByRole('grid', { name: 'Shots' })
const heads = () => [...grid().querySelectorAll('[role=columnheader]')].map((head) => head.textContent)
const column = (field: string) => [...grid().querySelectorAll(`.row [data-field=${field}]`)].map((c) => c.textContent)
const cell = (code: string, field: string) =>
  within(grid())
    .getAllByRole('row')
    .find((r) => r.querySelector('[data-field=code]')?.textContent === code)!
    .querySelector<HTMLElement>(`[data-field=${field}]`)!
type User = ReturnType<typeof draw>
const menuOf = async (user: User, head: string | RegExp) => {
  await user.click(within(grid()).getByRole('button', { name: head }))
  return within(await screen.findByRole('menu'))
}
const choose = async (user: User, head: string | RegExp, item: string | RegExp) => {
  await user.click((await menuOf(user, head)).getByRole('menuitem', { name: item }))
  await waitFor(() => expect(screen.queryByRole('menu')).toBeNull())
}
/** The library tells a moment after the press: it is waited for, not hoped for. */
const gather = async (user: User, by: string) => {
  const groups = () => [...grid().querySelectorAll('.group')].map((group) => group.textContent)
  const before = groups()
  await user.click(screen.getByRole('radio', { name: by }))
  await waitFor(() => expect(groups()).not.toEqual(before))
}
const again = () => {
  cleanup()
  return draw(<ShotsScreen />)
}

describe('columns', () => {
  test('what few need is put away, is counted, and comes back; it is kept for the person who chose it', async () => {
    let user = draw(<ShotsScreen />)
    expect(heads()).not.toContain('ISO')
    const count = screen.getByRole('button', { name: /^Columns \d+ of \d+$/ })
    await user.click(count)
    await user.click(within(await screen.findByRole('menu')).getByRole('menuitemcheckbox', { name: 'ISO' }))
    await waitFor(() => expect(heads()).toContain('ISO'))
    again()
    expect(heads()).toContain('ISO')
    sitsHere('somebody else')
    again()
    expect(heads()).not.toContain('ISO')
    sitsHere('maren')
    user = again()
    await choose(user, 'ISO', 'As it was at first')
    expect(heads()).not.toContain('ISO')
  })
  test('one is hidden from its own menu; the last can not be', async () => {
    const user = draw(<ShotsScreen />)
    await choose(user, 'how', 'Hide how it moves')
    expect(heads()).not.toContain('how')
    expect(sent).toEqual([])
  })
  test('frame, code and what we see are kept in sight; another can join them and leaves again', async () => {
    const user = draw(<ShotsScreen />)
    const pinned = () => [...grid().querySelectorAll('.heads .pinned')].map((head) => head.textContent)
    expect(pinned()).toEqual(['frame', 'shot', 'what we see'])
    await choose(user, 'min', /Keep in sight/)
    expect(pinned()).toEqual(['frame', 'shot', 'what we see', 'min'])
    expect(heads().slice(0, 4)).toEqual(['frame', 'shot', 'what we see', 'min'])
    await choose(user, 'min', /Let it pass/)
    expect(pinned()).toHaveLength(3)
  })
  test('wider by its menu, by as much each time', async () => {
    const user = draw(<ShotsScreen />)
    const width = () => grid().style.getPropertyValue('--columns')
    const before = width()
    await user.click((await menuOf(user, 'how')).getByRole('menuitem', { name: 'Wider' }))
    await waitFor(() => expect(width()).not.toBe(before))
    await user.click(screen.getByRole('menuitem', { name: 'Narrower' }))
    await waitFor(() => expect(width()).toBe(before))
  })
})

describe('the order of rows', () => {
  test('sorted by figures as figures, up, down and back to their own order; rows are then not moved by hand', async () => {
    const user = draw(<ShotsScreen />)
    const own = column('code')
    await choose(user, 'lens', /Sort up/)
    const up = column('focalLengthMm').map(Number)
    expect(up).toEqual(up.toSorted((a, b) => a - b))
    await choose(user, /^lens/, 'Sort down')
    expect(column('focalLengthMm').map(Number)).toEqual(up.toReversed())
    await user.click(cell('2B', 'code'))
    await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
    expect(screen.getByRole('alert').textContent).toContain('in their own order')
    expect(sent).toEqual([])
    await user.click(screen.getByRole('button', { name: /No longer sorted/ }))
    expect(column('code')).toEqual(own)
  })
  test('while it is sorted by what is typed, the row stays under the hands until they leave', async () => {
    const user = draw(<ShotsScreen />)
    await choose(user, 'lens', /Sort up/)
    const before = column('code')
    const first = before[0]!
    await user.click(cell(first, 'focalLengthMm'))
    await user.keyboard('400{Tab}11{Enter}')
    expect(shotOf(first)).toMatchObject({ focalLengthMm: 400, tStop: 11 })
    expect(column('code')).toEqual(before)
    await user.click(screen.getByRole('heading', { level: 1 }))
    await waitFor(() => expect(column('code').at(-1)).toBe(first))
  })
  test('gathered by setup, scene, day and camera: all are there once; a group folds and says what it comes to', async () => {
    const user = draw(<ShotsScreen />)
    const codes = column('code').toSorted()
    for (const by of ['by setup', 'by scene', 'by day', 'by camera']) {
      await gather(user, by)
      expect(column('code').toSorted()).toEqual(codes)
      expect(grid().querySelectorAll('.group').length).toBeGreaterThan(1)
    }
    await gather(user, 'by setup')
    const group = within(grid()).getByRole('button', { name: /Dawn, yard/ })
    const inIt = all('shot').filter((s) => s.setupId === shotOf('1A').setupId)
    const minutes = inIt.reduce((sum, s) => sum + s.minutes, 0)
    expect(group.closest('.group')!.textContent).toContain(
      `${inIt.length} rows, 1 h ${String(minutes - 60).padStart(2, '0')}`,
    )
    await user.click(group)
    expect(column('code')).toHaveLength(codes.length - inIt.length)
    expect(group.closest('.group')!.textContent).toContain(`${inIt.length} rows`)
  })
  test('a shot that is lit otherwise while its group is shown goes there when the hands leave', async () => {
    const user = draw(<ShotsScreen />)
    await gather(user, 'by camera')
    const before = column('code')
    const first = before[0]!
    const letter = all('camera').find((c) => c.id !== shotOf(first).cameraId)!.letter
    await user.click(cell(first, 'side'))
    await gather(user, 'one list')
    await user.click(cell(first, 'cameraId'))
    await user.keyboard(`${letter}{Enter}`)
    expect(column('code')[0]).toBe(first)
  })
})

describe('only some', () => {
  test('one value of a column: the others are away, and the count says so', async () => {
    const user = draw(<ShotsScreen />)
    await choose(user, 'side', 'Show only some')
    await user.selectOptions(screen.getByRole('combobox', { name: 'Only side' }), 'out')
    const out = all('shot').filter((s) => s.side === 'out')
    expect(column('side')).toEqual(out.map(() => 'out'))
    expect(screen.getAllByRole('status').map((s) => s.textContent)).toContain(`${out.length} of ${all('shot').length}`)
  })
  test('a row that no longer passes stays while the hands are in it, and is not lost', async () => {
    const user = draw(<ShotsScreen />)
    await choose(user, 'side', 'Show only some')
    await user.selectOptions(screen.getByRole('combobox', { name: 'Only side' }), 'out')
    const [first] = column('code')
    await user.click(cell(first!, 'side'))
    await user.keyboard('in{Enter}')
    expect(shotOf(first!).side).toBe('in')
    expect(column('code')[0]).toBe(first)
    await user.click(screen.getByRole('heading', { level: 1 }))
    await waitFor(() => expect(column('code')).not.toContain(first))
  })
  test('of words that are all different, those that hold what is typed', async () => {
    const user = draw(<ShotsScreen />)
    await choose(user, 'what we see', 'Show only some')
    await user.type(screen.getByRole('textbox', { name: 'Only where what we see has' }), 'PLANING')
    expect(column('sees').every((text) => /planing/i.test(text))).toBe(true)
    expect(column('sees').length).toBeGreaterThan(1)
  })
})

test('several rows taken in: what they have stands there, and letting go lets go', async () => {
  const user = draw(<ShotsScreen />)
  await user.click(cell('2E', 'focalLengthMm'))
  await user.keyboard('{Shift>}{ArrowDown}{/Shift}')
  const bar = screen.getByRole('toolbar', { name: '2 rows taken in' })
  expect(bar.textContent).toContain(`${shotOf('2E').focalLengthMm}, ${shotOf('2F').focalLengthMm}`)
  await user.keyboard('{Escape}')
  expect(screen.queryByRole('toolbar', { name: /taken in/ })).toBeNull()
})
