// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { expect, test, vi } from 'vitest'
import { packingOf } from '@kavrell/core/packing'
import { productionOf } from '@kavrell/core/records'
import { useProductionStore } from '../../store/production.ts'
import { all, draw, openDemo, sent } from '../../testing.tsx'
import { Packing } from './Packing.tsx'

/** A label that is held before the camera. */
const held = vi.hoisted(() => ({ id: '' }))
vi.mock('../../ui/ScanLabel.tsx', () => ({
  ScanLabel: ({ onThing }: { onThing: (id: string) => void }) => <button onClick={() => onThing(held.id)}>Scan</button>,
}))
const scan = async (id: string) => {
  held.id = id
  const user = draw(<Packing />, 'kit')
  sent.length = 0
  await user.click(screen.getAllByRole('button', { name: 'Scan' })[0]!)
}
const packing = () => packingOf(productionOf(useProductionStore.getState().records)!, all('day').toSorted((a, b) => (a.date < b.date ? -1 : 1))[0]!.id, 'out') // prettier-ignore

test('a label of a thing ticks it once, and opens the case it goes in; one of a case opens that', async () => {
  openDemo('planner')
  const cased = packing().vehicles.flatMap(({ cases }) => cases)
  const [one, thing] = cased.flatMap((each) => each.things.map((t) => [each, t] as const)).find(([, t]) => t.kind === 'camera' && t.seen === null)! // prettier-ignore
  await scan(thing.id)
  expect(sent.map(({ changes }) => changes[0]!)).toMatchObject([{ kind: 'packTick', fields: { cameraId: thing.id, state: 'in', way: 'out' } }]) // prettier-ignore
  expect(document.querySelector(`[data-packing="${one.record.label}"]`)).toBeTruthy()
})

test('a label of a case ticks nothing, and a strange one says so', async () => {
  openDemo('planner')
  const [one] = packing().vehicles[0]!.cases
  await scan(one!.record.id)
  expect(sent).toEqual([])
  expect(document.querySelector(`[data-packing="${one!.record.label}"]`)).toBeTruthy()
  held.id = '00000000-0000-4000-8000-000000000000'
  screen.getAllByRole('button', { name: 'Scan' })[0]!.click()
  expect(useProductionStore.getState().notice?.says).toBe('That label is of nothing that goes in a case on this day.')
})
