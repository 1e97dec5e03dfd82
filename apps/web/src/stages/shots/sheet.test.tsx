// @vitest-environment jsdom
import { fireEvent, screen, waitFor, within } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { undo } from '../../store/undo.ts'
import { all, draw, openDemo, sent, shotOf, withAllColumns } from '../../testing.tsx'
import { ShotsScreen } from './ShotsScreen.tsx'

beforeEach(() => {
  openDemo('planner')
  withAllColumns('Shots')
})
const grid = () => screen.getByRole('grid', { name: 'Shots' })
const cell = (code: string, field: string) =>
  within(grid())
    .getAllByRole('row')
    .find((r) => r.querySelector('[data-field=code]')?.textContent === code)!
    .querySelector<HTMLElement>(`[data-field=${field}]`)!
const codes = () => [...grid().querySelectorAll('.row [data-field=code]')].map((c) => c.textContent)
const here = () => document.activeElement as HTMLElement
const at = async (code: string, field: string) => {
  const user = draw(<ShotsScreen />)
  await user.click(cell(code, field))
  return user
}

describe('going about in it', () => {
  test('arrows move and stop at the edges; the chosen shot is the one beside the list', async () => {
    const user = await at('1A', 'code')
    await user.keyboard('{ArrowUp}{ArrowLeft}{ArrowLeft}{ArrowLeft}')
    expect(here().dataset.cell).toBe('0:0')
    await user.keyboard('{ArrowDown}{ArrowRight}')
    expect(here().dataset.cell).toBe('1:1')
    expect(here().closest('[role=row]')!.getAttribute('aria-selected')).toBe('true')
  })
  test('Tab and Shift Tab keep what was typed and go right and left; Shift Enter goes up', async () => {
    const user = await at('1B', 'focalLengthMm')
    await user.keyboard('40{Tab}5.6{Shift>}{Tab}{/Shift}')
    expect(shotOf('1B')).toMatchObject({ focalLengthMm: 40, tStop: 5.6 })
    expect(here().dataset.field).toBe('focalLengthMm')
    await user.keyboard('32{Shift>}{Enter}{/Shift}')
    expect(shotOf('1B').focalLengthMm).toBe(32)
    expect(here()).toBe(cell('1A', 'focalLengthMm'))
  })
  test('F2 and a double click open what is there to be changed; what is not changed is no edit', async () => {
    const user = await at('1B', 'sees')
    await user.keyboard('{F2}')
    expect(screen.getByRole('textbox', { name: 'what we see' })).toHaveProperty('value', shotOf('1B').sees)
    await user.keyboard('{Enter}')
    await user.dblClick(cell('1A', 'minutes'))
    expect(screen.getByRole('textbox', { name: 'min' })).toHaveProperty('value', String(shotOf('1A').minutes))
    await user.keyboard('{Enter}')
    expect(sent).toEqual([])
  })
})

describe('what is typed is read as people say it', () => {
  const type = async (field: string, text: string) => {
    const user = await at('1B', field)
    await user.keyboard(`${text}{Enter}`)
    return shotOf('1B') as unknown as Record<string, unknown>
  }
  test.each<[string, string, Record<string, unknown>]>([
    ['fpsNum', '23.976', { fpsNum: 24000, fpsDen: 1001 }],
    ['fpsNum', '200', { fpsNum: 200, fpsDen: 1 }],
    ['tStop', '2,8', { tStop: 2.8 }],
    ['distanceM', '2.4', { distanceM: 2.4 }],
    ['shutterDeg', '172.8', { shutterDeg: 172.8 }],
  ])('%s %s', async (field, text, wanted) => expect(await type(field, text)).toMatchObject(wanted))
  test('people by name, several at once, in the letters that are enough', async () => {
    const shot = await type('personIds', 'Edda Marsh, Corin')
    const names = (shot.personIds as string[]).map((id) => all('person').find((p) => p.id === id)!.name)
    expect(names.map((name) => name.split(' ')[0]).sort()).toEqual(['Corin', 'Edda'])
  })
  test('a camera by its letter, a setup by its own, another shot by its code', async () => {
    const user = await at('1B', 'cameraId')
    await user.keyboard('B{Enter}')
    expect(shotOf('1B').cameraId).toBe(all('camera').find((c) => c.letter === 'B')!.id)
    await user.click(cell('1B', 'pairId'))
    await user.keyboard('3A{Enter}')
    expect(shotOf('1B').pairId).toBe(shotOf('3A').id)
  })
  test.each([
    ['fpsNum', '0', 'A frame rate is more than 0 and at most 2000, such as 25, 23.976 or 200.'],
    ['focalLengthMm', 'wide', /number|mm/],
    ['cameraId', 'Q', /no|not/i],
    ['shutterDeg', '361', 'between 1° and 360°'],
    ['distanceM', '-2', 'more than 0 m'],
  ])('%s %s is said to be impossible and stays to be put right', async (field, text, says) => {
    const user = await at('1B', field)
    const before = JSON.stringify(shotOf('1B'))
    await user.keyboard(`${text}{Enter}`)
    const alert = screen.getByRole('alert').textContent
    if (typeof says === 'string') expect(alert).toContain(says)
    else expect(alert).toMatch(says)
    expect(JSON.stringify(shotOf('1B'))).toBe(before)
    await user.keyboard('{Escape}')
    expect(screen.queryByRole('alert')).toBeNull()
  })
})

describe('rows', () => {
  test('Delete empties what may be empty, and only that', async () => {
    const user = await at('3A', 'setupId')
    expect(shotOf('3A').setupId).not.toBeNull()
    await user.keyboard('{Delete}')
    expect(shotOf('3A').setupId).toBeNull()
    await user.click(cell('3A', 'minutes'))
    await user.keyboard('{Delete}')
    expect(sent).toHaveLength(1)
  })
  test('Ctrl Backspace removes, says so, and the word to take it back works', async () => {
    const scene = all('scene').at(-1)!.id
    const loose = { ...shotOf('1B'), id: 'loose', code: '9Z', rank: 'b00', sceneId: scene, pairId: null, matchId: null }
    openDemo('planner', (records) => ({ ...records, shot: { ...records.shot, loose: loose as never } }))
    const user = await at('9Z', 'code')
    await user.keyboard('{Control>}{Backspace}{/Control}')
    expect(all('shot').some((s) => s.code === '9Z')).toBe(false)
    expect(useProductionStore.getState().notice).toMatchObject({ says: expect.stringMatching(/^Removed /) as string })
    undo()
    expect(shotOf('9Z').minutes).toBe(loose.minutes)
  })
  test('Ctrl Shift D duplicates right behind the original, again and again, with codes of their own', async () => {
    const user = await at('2B', 'code')
    const after = codes()[codes().indexOf('2B') + 1]!
    await user.keyboard('{Control>}{Shift>}d{/Shift}{/Control}')
    const [first] = codes().filter((code) => all('shot').some((s) => s.code === code) && !before.has(code))
    await user.click(cell('2B', 'code'))
    await user.keyboard('{Control>}{Shift>}d{/Shift}{/Control}')
    const here = codes().indexOf('2B')
    const [second, third, fourth] = codes().slice(here + 1, here + 4)
    expect([third, fourth]).toEqual([first, after])
    expect(second).not.toBe(first)
    expect(shotOf(second!)).toMatchObject({
      sees: shotOf('2B').sees,
      focalLengthMm: shotOf('2B').focalLengthMm,
      pairId: null,
    })
  })
  test('Alt with arrows moves rows past their neighbour and back', async () => {
    const user = await at('2B', 'code')
    const before = codes()
    const index = before.indexOf('2B')
    await user.keyboard('{Alt>}{ArrowDown}{/Alt}')
    expect(codes().slice(index, index + 2)).toEqual([before[index + 1], '2B'])
    await user.keyboard('{Alt>}{ArrowUp}{/Alt}')
    expect(codes()).toEqual(before)
  })
  test('several move together and keep their order', async () => {
    const user = await at('2B', 'code')
    const before = codes()
    const index = before.indexOf('2B')
    const [a, b, c] = before.slice(index, index + 3)
    await user.keyboard('{Shift>}{ArrowDown}{/Shift}{Alt>}{ArrowDown}{/Alt}')
    expect(codes().slice(index, index + 3)).toEqual([c, a, b])
    expect(sent).toHaveLength(1)
  })
  test('nothing moves past the ends', async () => {
    const user = await at('1A', 'code')
    await user.keyboard('{Alt>}{ArrowUp}{/Alt}')
    expect(sent).toEqual([])
  })
  const before = new Set<string | null>()
  beforeEach(() => {
    before.clear()
    for (const shot of all('shot')) before.add(shot.code)
  })
})

describe('to and from spreadsheets', () => {
  const clip = (text = '') => {
    let kept = text
    return { clipboardData: { getData: () => kept, setData: (_: string, t: string) => (kept = t) }, kept: () => kept }
  }
  test('rows are copied with their heads, a tab between cells', async () => {
    await at('1A', 'code')
    const board = clip()
    fireEvent.copy(here(), board)
    const [heads, row] = board.kept().split('\n')
    expect(heads!.split('\t').slice(1, 5)).toEqual(['shot', 'what we see', 'lens', 'stop'])
    expect(row!.split('\t').slice(1, 4)).toEqual(['1A', shotOf('1A').sees, String(shotOf('1A').focalLengthMm)])
    expect(useProductionStore.getState().notice).toMatchObject({ says: 'Copied a row.' })
  })
  test('one value goes into the cell, or into all that are taken in', async () => {
    const user = await at('2B', 'iso')
    await user.keyboard('{Shift>}{ArrowDown}{/Shift}')
    fireEvent.paste(here(), clip('3200\n'))
    expect([shotOf('2B').iso, shotOf('2C').iso]).toEqual([3200, 3200])
    await waitFor(() => expect(sent).toHaveLength(1))
  })
  test('a table opens the way in for tables, and nothing is kept yet', async () => {
    await at('2B', 'iso')
    fireEvent.paste(here(), clip('shot\tlens\n8A\t50'))
    expect(within(await screen.findByRole('dialog')).getByText('1 shot to make, 0 to change')).toBeTruthy()
    expect(sent).toEqual([])
  })
  test('what a reader pastes goes nowhere', async () => {
    openDemo('reader')
    await at('2B', 'iso')
    fireEvent.paste(here(), clip('3200'))
    expect(sent).toEqual([])
  })
})

describe('in feet', () => {
  beforeEach(() =>
    openDemo('planner', (records) => ({
      ...records,
      production: Object.fromEntries(
        Object.entries(records.production).map(([id, p]) => [id, { ...p, units: 'feet' }]),
      ) as never,
    })),
  )
  test('distances are shown and typed in feet and inches, and kept in metres', async () => {
    const user = await at('1B', 'distanceM')
    await user.keyboard(`6'6"{Enter}`)
    expect(shotOf('1B').distanceM).toBeCloseTo(6.5 * 0.3048, 3)
    expect(cell('1B', 'distanceM').textContent).toMatch(/^6/)
  })
})
