// @vitest-environment jsdom
import { screen, within, waitFor } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { undo } from '../../store/undo.ts'
import { all, draw, openDemo, sent, shotOf, withAllColumns } from '../../testing.tsx'
import { addShots } from '../../ui/newShots.ts'
import { newId } from '../../store/newId.ts'
import { ShotsScreen } from './ShotsScreen.tsx'
import { asId, blank } from '@kavrell/core/records'
import { newScene } from '@kavrell/core/shotlist'

beforeEach(() => {
  openDemo()
  withAllColumns('Shots')
})
const grid = () => screen.getByRole('grid', { name: 'Shots' })
const row = (code: string) =>
  within(grid())
    .getAllByRole('row')
    .find((r) => r.querySelector('[data-field=code]')?.textContent === code)!
const cell = (code: string, field: string) => row(code).querySelector<HTMLElement>(`[data-field=${field}]`)!

describe('the sheet', () => {
  test('keys that follow at once find their cell: typed, kept, dropped and moved without a breath between', async () => {
    const user = draw(<ShotsScreen />)
    await user.click(cell('1B', 'focalLengthMm'))
    await user.keyboard('40{Enter}75{Tab}4{Escape}{ArrowRight}7{Enter}')
    expect(shotOf('1B').focalLengthMm).toBe(40)
    expect(shotOf('1C')).toMatchObject({ focalLengthMm: 75, tStop: 4, distanceM: 7 })
  })
  test('what cannot be is said, the editor stays, and nothing is written', async () => {
    const user = draw(<ShotsScreen />)
    await user.click(cell('1B', 'tStop'))
    await user.keyboard('0{Enter}')
    expect(screen.getByRole('alert').textContent).toMatch(/A stop is between/)
    expect(within(row('1B')).getByRole('textbox')).toHaveProperty('value', '0')
    expect(sent).toEqual([])
  })
  test('leaving a cell keeps what was typed and does not take the focus back', async () => {
    const user = draw(<ShotsScreen />)
    await user.click(cell('1B', 'minutes'))
    await user.keyboard('33')
    await user.click(screen.getByLabelText('Find shots'))
    expect(shotOf('1B').minutes).toBe(33)
    expect(document.activeElement).toBe(screen.getByLabelText('Find shots'))
  })
  test('rows taken in with Shift are changed as one edit and taken back as one', async () => {
    const user = draw(<ShotsScreen />)
    const before = ['2B', '2C', '2D'].map((code) => shotOf(code).iso)
    await user.click(cell('2B', 'iso'))
    await user.keyboard('{Shift>}{ArrowDown}{ArrowDown}{/Shift}1600{Enter}')
    expect(['2B', '2C', '2D'].map((code) => shotOf(code).iso)).toEqual([1600, 1600, 1600])
    undo()
    expect(['2B', '2C', '2D'].map((code) => shotOf(code).iso)).toEqual(before)
  })
  test('fill down takes the value from the row above', async () => {
    const user = draw(<ShotsScreen />)
    await user.click(cell('1B', 'rig'))
    await user.keyboard('{Control>}d{/Control}')
    expect(shotOf('1B').rig).toBe(shotOf('1A').rig)
  })
  test('a flag turns with the space bar and says so to a reader of screens by its word', async () => {
    const user = draw(<ShotsScreen />)
    const was = shotOf('1B').mustHave
    await user.click(cell('1B', 'mustHave'))
    await user.keyboard(' ')
    expect(shotOf('1B').mustHave).toBe(!was)
  })
  test('a reader moves about in it and changes nothing', async () => {
    openDemo('reader')
    const user = draw(<ShotsScreen />)
    await user.click(cell('1B', 'minutes'))
    await user.keyboard('33{Enter} {Delete}{Control>}d{/Control}')
    expect(sent).toEqual([])
    expect(screen.queryByLabelText('Type a shot')).toBeNull()
  })
})

describe('finding', () => {
  test('by code, words and people; how many is said; nothing found is an empty list', async () => {
    const user = draw(<ShotsScreen />)
    const find = screen.getByLabelText('Find shots')
    await user.type(find, 'interview')
    expect(screen.getByRole('status').textContent).toBe(`3 of ${all('shot').length}`)
    await user.clear(find)
    await user.type(find, 'HOLLIS')
    const who = all('person').find((p) => p.name.startsWith('Hollis'))!.id
    expect(within(grid()).getAllByRole('row')).toHaveLength(
      1 + all('shot').filter((s) => s.personIds.includes(who)).length,
    )
    await user.clear(find)
    await user.type(find, 'zeppelin')
    expect(screen.getByRole('status').textContent).toBe(`0 of ${all('shot').length}`)
  })
  test('an operator’s own list', async () => {
    const user = draw(<ShotsScreen />)
    const choice = screen.getByLabelText('Operator')
    const [, first] = within(choice).getAllByRole('option')
    await user.selectOptions(choice, first!)
    const shown = within(grid()).getAllByRole('row').length - 1
    expect(shown).toBeGreaterThan(0)
    expect(shown).toBeLessThan(all('shot').length)
  })
})

describe('a line that is typed', () => {
  test('shows what it understood, makes the shot with Enter, and is ready for the next', async () => {
    const user = draw(<ShotsScreen />)
    const field = screen.getByLabelText('Type a shot')
    await user.type(field, '3E Corin close 85 T2.8 left 20m pairs 3A')
    expect(screen.getAllByText(/85 mm/).length).toBeGreaterThan(0)
    await user.keyboard('{Enter}')
    expect(shotOf('3E')).toMatchObject({
      focalLengthMm: 85,
      tStop: 2.8,
      frameSide: 'left',
      minutes: 20,
      pairId: shotOf('3A').id,
    })
    expect(field).toHaveProperty('value', '')
  })
  test('F8, or a press on a piece, makes what was understood plain words again', async () => {
    const user = draw(<ShotsScreen />)
    const field = screen.getByLabelText('Type a shot')
    await user.type(field, '3E Corin left 1/400')
    await user.keyboard('{F8}')
    expect(field).toHaveProperty('value', '3E Corin left "1/400"')
    await user.click(screen.getByTitle('Make “left” plain words'))
    expect(field).toHaveProperty('value', '3E Corin "left" "1/400"')
    await user.keyboard('{Enter}')
    expect(shotOf('3E')).toMatchObject({ sees: 'left 1/400', frameSide: 'centre' })
  })
  test('a code that is taken is said and makes nothing', async () => {
    const user = draw(<ShotsScreen />)
    const before = all('shot').length
    await user.type(screen.getByLabelText('Type a shot'), '3A Corin close{Enter}')
    expect(screen.getByText('There is a shot 3A already.')).toBeTruthy()
    expect(all('shot')).toHaveLength(before)
  })
})

describe('boards', () => {
  const boards = async () => {
    const user = draw(<ShotsScreen />)
    await user.click(screen.getByRole('tab', { name: 'Boards' }))
    await waitFor(() => expect(document.querySelector('[data-board="3A"]')).toBeTruthy())
    return { user, board: document.querySelector<HTMLElement>('[data-board="3A"]')! }
  }
  test('figures are placed, moved by keys, seated, turned and taken out; each is one edit', async () => {
    const { user, board } = await boards()
    await user.click(within(board).getByRole('button', { name: 'Place figures' }))
    await user.click(within(board).getByRole('button', { name: 'Add a figure' }))
    await user.click(within(board).getByRole('button', { name: 'Add a figure' }))
    within(board)
      .getByRole('button', { name: /^Figure 2/ })
      .focus()
    await user.keyboard('{ArrowLeft}{ArrowUp}{ArrowUp}')
    await user.click(within(board).getByRole('button', { name: /Sit down|Stand up/ }))
    await user.click(within(board).getByRole('button', { name: 'Looks ahead' }))
    expect(shotOf('3A').figures).toMatchObject([
      { across: 0.5, behindM: 0, looks: 'ahead' },
      { across: 0.3, behindM: 0.5, looks: 'left' },
    ])
    await user.click(within(board).getByRole('button', { name: 'Take out' }))
    expect(shotOf('3A').figures).toHaveLength(1)
    undo()
    expect(shotOf('3A').figures).toHaveLength(2)
  })
  test('nobody is pushed through the lens', async () => {
    const { user } = await boards()
    const macro = document.querySelector<HTMLElement>('[data-board="4A"]')!
    await user.click(within(macro).getByRole('button', { name: 'Place figures' }))
    await user.click(within(macro).getByRole('button', { name: 'Add a figure' }))
    within(macro)
      .getByRole('button', { name: /^Figure 1/ })
      .focus()
    await user.keyboard('{ArrowDown}{ArrowDown}{ArrowDown}')
    const { distanceM, figures } = shotOf('4A')
    expect(distanceM).toBeCloseTo(0.6, 6)
    expect(figures[0]!.behindM).toBeCloseTo(-0.3, 6)
  })
})

describe('coverage', () => {
  test('a pattern makes its shots as one edit, and one undo takes them all back', async () => {
    const user = draw(<ShotsScreen />)
    await user.click(screen.getByRole('tab', { name: 'Coverage grid' }))
    const before = all('shot').length
    await screen.findByText('Start from a pattern')
    const [first] = screen.getAllByRole('button', { expanded: false })
    await user.click(first!)
    const make = screen.getByRole('button', { name: /^Make \d+ shots?$/ })
    const promised = Number(/\d+/.exec(make.textContent)![0])
    await user.click(make)
    expect(all('shot')).toHaveLength(before + promised)
    expect(sent).toHaveLength(1)
    undo()
    expect(all('shot')).toHaveLength(before)
  })
})

test('shots that are made faster than a screen follows are in one scene, one after the other, and no code is there twice', () => {
  const made = (code: string) =>
    addShots(`Add shot ${code}`, [{ id: newId(), fields: blank('shot', { code, sceneId: asId(newScene('77')) }) }])
  expect([made('77A').ok, made('77B').ok, made('77B')]).toEqual([
    true,
    true,
    { ok: false, error: 'There is a shot 77B already.' },
  ])
  expect(all('scene').filter(({ number }) => number === '77')).toHaveLength(1)
  const last = all('shot')
    .sort((a, b) => (a.rank < b.rank ? -1 : 1))
    .slice(-2)
  expect(last.map(({ code }) => code)).toEqual(['77A', '77B'])
})
