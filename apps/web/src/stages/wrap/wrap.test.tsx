// @vitest-environment jsdom
import { screen } from '@testing-library/react'
import { productionOf } from '@kavrell/contract'
import { planDay } from '@kavrell/core/snags'
import { dayReport } from '@kavrell/core/wrap'
import { beforeEach, expect, test, vi } from 'vitest'
import { useProductionStore } from '../../store/production.ts'
import { all, draw, openDemo, PRODUCTION_ID } from '../../testing.tsx'

// The chart is drawn on a canvas, which is not there; what it says is in its label.
vi.mock('react-chartjs-2', () => ({ Line: ({ 'aria-label': label }: { 'aria-label'?: string }) => <p>{label}</p> }))
const { WrapScreen } = await import('./WrapScreen.tsx')

beforeEach(() => openDemo())
const day = () => all('day').find((d) => d.title === 'Day 1')!
const report = () => {
  const production = productionOf(useProductionStore.getState().records)!
  return dayReport(production, planDay(production, day().id)!)
}

test('the largest words say how many shots are good and how many are missing', () => {
  draw(<WrapScreen />, 'wrap')
  const { shotsDone, shotsPlanned } = report()
  expect(
    screen.getByText(`${shotsDone} of ${shotsPlanned} shots good, ${shotsPlanned - shotsDone} missing`),
  ).toBeTruthy()
})

test('every take of the day has its line, in order, with its verdict', () => {
  draw(<WrapScreen />, 'wrap')
  const { lines } = report()
  expect(screen.getByText(`Takes, ${lines.length}`)).toBeTruthy()
  expect(screen.getAllByText('no good').length).toBe(lines.filter((l) => !l.wild && l.verdict === 'no-good').length)
})

test('what is missing is named, a must before a wish', () => {
  draw(<WrapScreen />, 'wrap')
  for (const line of report().missing) expect(screen.getAllByText(line).length).toBeGreaterThan(0)
})

test('the report leaves in four open formats', () => {
  draw(<WrapScreen />, 'wrap')
  const base = `/api/productions/${PRODUCTION_ID}/days/${day().id}`
  for (const file of ['report.pdf', 'takes.csv', 'report.json', 'good-takes.otio'])
    expect(document.querySelector(`a[href="${base}/${file}"]`)).toBeTruthy()
})

test('a day on which nothing was logged says so without a figure that is not one', () => {
  openDemo('owner', (records) => ({ ...records, take: {}, takeEvent: {}, copyRun: {}, copyCheck: {} }))
  draw(<WrapScreen />, 'wrap')
  expect(document.body.textContent).not.toMatch(/NaN|Infinity|undefined/)
  expect(screen.getByText(/^0 of \d+ shots good/)).toBeTruthy()
})
