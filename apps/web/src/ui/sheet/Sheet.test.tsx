// @vitest-environment jsdom
import { act, screen } from '@testing-library/react'
import { beforeEach, describe, expect, test } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { useProduction } from '../../store/selectors.ts'
import { all, draw, openDemo } from '../../testing.tsx'
import { Sheet } from './Sheet.tsx'
import { holdLines, type Line } from './lines.ts'

/** A sheet that stands in the order of the very thing that is typed in it. */
function Cameras() {
  const cameras = Object.values(useProduction().camera).toSorted((a, b) => a.letter.localeCompare(b.letter))
  return (
    <>
      <Sheet
        kind="camera"
        name="Cameras"
        rows={cameras}
        columns={[
          { field: 'letter', head: 'letter', width: 60 },
          { field: 'name', head: 'name', width: 200 },
        ]}
      />
      <button type="button">elsewhere</button>
    </>
  )
}
const letters = () =>
  screen
    .getAllByRole('row')
    .slice(1)
    .map((row) => row.textContent.slice(0, 1))
/** Another device removed it, with all that named it. */
const goneElsewhere = (id: string) =>
  useProductionStore.setState(({ records }) => {
    const camera = Object.fromEntries(Object.entries(records.camera).filter(([other]) => other !== id))
    return { records: { ...records, camera } }
  })
const camera = (letter: string) => all('camera').find((c) => c.letter === letter)!

describe('a sheet that is sorted by what is typed', () => {
  beforeEach(() => openDemo())

  test('keeps the row under the hands: the next cell is of the same record, and the row moves when they leave', async () => {
    const [a, before] = [camera('A'), all('camera')]
    const user = draw(<Cameras />)
    const order = letters()
    await user.click(screen.getByText('A', { exact: true }))
    await user.keyboard('X{Tab}Late one{Enter}')
    expect(all('camera').filter((c) => c !== before.find((b) => b.id === c.id))).toMatchObject([
      { id: a.id, letter: 'X', name: 'Late one' },
    ])
    expect(letters()).toEqual(['X', ...order.slice(1)])
    await user.click(screen.getByText('elsewhere'))
    await screen.findByText('Late one')
    await expect.poll(letters).toEqual([...order.slice(1), 'X'].toSorted())
  })

  test('another takes away the row above, or the very row: nothing that is typed goes into another record', async () => {
    const [a, b] = [camera('A'), camera('B')]
    const user = draw(<Cameras />)
    await user.click(screen.getByText('B', { exact: true }))
    await user.keyboard('{Enter}')
    const others = () => all('camera').filter((c) => c.id !== b.id)
    act(() => goneElsewhere(a.id))
    await user.keyboard('{Control>}a{/Control}Y')
    const untouched = others()
    act(() => goneElsewhere(b.id))
    expect(await screen.findByText(/This row was just removed/)).toBeTruthy()
    await user.keyboard('{Enter}')
    expect(others()).toEqual(untouched)
  })
})

test('held lines: what came since stands at the end, what was removed leaves no hole, what is filtered away stays', () => {
  const row = (id: string): Line<{ id: string }> => ({ is: 'row', id, record: { id } })
  const head: Line<{ id: string }> = { is: 'group', id: 'side:in', records: [], folded: false }
  const given = ['d', 'a', 'b', 'e'].map(row)
  const records = ['a', 'b', 'c', 'd', 'e'].map((id) => ({ id }))
  const held = [head, ...['a', 'b', 'gone', 'c'].map(row)]
  expect(holdLines(given, held, records).map((l) => l.id)).toEqual(['side:in', 'a', 'b', 'c', 'd', 'e'])
})
